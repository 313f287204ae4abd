import { useEffect, useRef } from 'react';
import type { Raster } from '@hatrail/core/geometry/raster';

/** A raster on screen. */
export function RasterCanvas({ raster, label }: { raster: Raster; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const { width, height, data } = raster;
    canvas.current!.width = width;
    canvas.current!.height = height;
    canvas
      .current!.getContext('2d')!
      .putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  }, [raster]);
  return <canvas ref={canvas} role="img" aria-label={label} />;
}
