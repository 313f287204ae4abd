import { useEffect, useRef } from 'react';
import { cssColour } from '@hatrail/core/colour/rgb';
import { setType } from '@hatrail/core/measure/measure';
import type { Cut } from '@hatrail/core/sweep/cut';
import type { Raster } from '@hatrail/core/geometry/raster';

const WIDTH = 62;
const HEIGHT = 38;

/** The worst letter enlarged over a ground: the ground's own pixels, and the ink as it is drawn there. */
export function LetterPatch({ cut, ground }: { cut: Cut; ground: Raster }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current!;
    const ratio = devicePixelRatio || 1;
    element.width = WIDTH * ratio;
    element.height = HEIGHT * ratio;
    const context = element.getContext('2d')!;
    const pixels = new OffscreenCanvas(ground.width, ground.height);
    pixels
      .getContext('2d')!
      .putImageData(new ImageData(new Uint8ClampedArray(ground.data), ground.width), 0, 0);
    const zoom = Math.max((WIDTH * ratio) / ground.width, (HEIGHT * ratio) / ground.height);
    context.translate((WIDTH * ratio - ground.width * zoom) / 2, (HEIGHT * ratio - ground.height * zoom) / 2);
    context.scale(zoom, zoom);
    context.imageSmoothingEnabled = false;
    context.drawImage(pixels, 0, 0);
    drawInk(context, cut);
  }, [cut, ground]);
  return (
    <canvas
      ref={canvas}
      className="letter-patch"
      aria-hidden="true"
      style={{ width: WIDTH, height: HEIGHT }}
    />
  );
}

function drawInk(context: CanvasRenderingContext2D, { patch, run, logo, marks, ink }: Cut): void {
  if (run) {
    context.fillStyle = cssColour(ink);
    setType(context, run.font);
    context.fillText(run.text, run.left - patch.left, run.baseline - patch.top);
  } else if (marks) {
    context.fillStyle = cssColour(ink);
    for (const { left, top, right, bottom } of marks)
      context.fillRect(left - patch.left, top - patch.top, right - left, bottom - top);
  } else if (logo) {
    const pixels = new OffscreenCanvas(logo.width, logo.height);
    pixels.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(logo.data), logo.width), 0, 0);
    context.drawImage(pixels, logo.left - patch.left, logo.top - patch.top);
  }
}
