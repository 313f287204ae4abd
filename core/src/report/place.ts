import { cssColour, type Rgb } from '../colour/rgb.ts';
import { overlap, type Area } from '../geometry/area.ts';
import { areaOf } from '../geometry/box.ts';
import { rasterShowing, type Raster } from '../geometry/raster.ts';
import { setType } from '../measure/measure.ts';
import type { PaintingContext } from '../page/paint.ts';
import type { Drawing } from '../stack/drawing.ts';
import { groundPatch, backdropPatch } from '../stack/ground.ts';
import { overlayOf } from '../stack/overlay.ts';
import { sceneTargets, targetAt } from '../sweep/prove.ts';
import type { Row } from '../sweep/row.ts';
import { behindAt, momentAt, type Scene } from '../sweep/scene.ts';
import type { JudgedTarget } from '../sweep/targets.ts';
import { rasterAt } from '../sweep/turns.ts';

/** A picture of where a row is worst: the page's pixels, the header's layers composed over them, and what is read on them. */
export interface PlacePicture {
  ground: Raster;
  /** Of the picture, in header pixels. */
  left: number;
  top: number;
  /** What is drawn over the ground, the bottom first. */
  inks: JudgedTarget[];
  /** The cell that is worst, in pixels of the picture. */
  cell: { x: number; y: number; width: number; height: number };
}

/**
 * Composes the picture of a row's worst place.
 * @param size of the picture, CSS pixels
 * @returns `undefined` where the row is not of that scene
 */
export function placePicture(
  scene: Scene,
  page: Raster,
  draw: Drawing,
  row: Row,
  size: { width: number; height: number },
): PlacePicture | undefined {
  const targets = sceneTargets(scene, row.moment, draw, row.scroll);
  const target = targetAt(scene, draw, row);
  if (!target) return undefined;
  const raster = rasterAt(scene, rasterShowing(page, row.shows), row.scroll);
  const behind = behindAt(scene, row.scroll);
  const middle = row.cell.x + row.cell.width / 2;
  const left = Math.round(Math.max(0, Math.min(scene.width - size.width, middle - size.width / 2)));
  const cellTop = row.cell.y - behind.row;
  const top = Math.max(0, Math.round(cellTop + row.cell.height / 2 - size.height / 2));
  const area: Area = { left, top, right: left + size.width, bottom: top + size.height };
  const { bar } = scene.layouts[momentAt(scene, row.scroll)];
  const covered = overlap(area, areaOf(bar));
  const ground = backdropPatch(raster, behind, undefined, area);
  /** Composes what a target stands on over a part of the picture. */
  const compose = ({ stack }: JudgedTarget, part: Area) => {
    if (part.right <= part.left || part.bottom <= part.top) return;
    const patch = groundPatch(raster, behind, stack.blur, overlayOf(stack.layers, part));
    lay(ground, patch, { x: part.left - left, y: part.top - top });
  };
  compose(target, covered);
  const others = targets.filter(
    ({ ink, part, state, beside }) =>
      !beside && part === 'ink' && ink.id !== target.ink.id && (state === 'rest' || state === 'current'),
  );
  const own =
    target.part === 'ink'
      ? []
      : targets.filter(
          ({ ink, part, state, beside }) =>
            !beside && part === 'ink' && ink.id === target.ink.id && state === row.state,
        );
  for (const each of [...others, target]) compose(each, overlap(covered, areaOf(each.ink.box)));
  const { x, width, height } = row.cell;
  return {
    ground,
    left,
    top,
    inks: [...others, ...own, target],
    cell: { x: x - left, y: cellTop - top, width, height },
  };
}

function lay(into: Raster, patch: Raster, { x, y }: { x: number; y: number }): void {
  for (let row = 0; row < patch.height; row++)
    into.data.set(
      patch.data.subarray(4 * row * patch.width, 4 * (row + 1) * patch.width),
      4 * ((y + row) * into.width + x),
    );
}

/** Colour of the bracket round the worst cell. */
const BRACKET: Rgb = { r: 155, g: 28, b: 28 };

/**
 * Draws what is read, and the bracket, over a picture's ground.
 * @param context of a canvas on which the ground is already
 * @param picture draws a raster that is partly transparent, on what is there
 */
export function drawPlace(
  context: PaintingContext,
  { inks, left, top, cell }: PlacePicture,
  picture: (pixels: Raster, x: number, y: number) => void,
): void {
  context.textBaseline = 'alphabetic';
  for (const { ink, part, shape, pixels } of inks) {
    if (shape.kind === 'logo') {
      const { line, cells } = shape;
      if (line && cells[0]) {
        const { left: x, top: y, right, bottom } = cells[0].cell;
        context.fillStyle = cssColour(line);
        context.fillRect(x - left, y - top, right - x, bottom - y);
      }
      if (pixels) picture(pixels, pixels.left - left, pixels.top - top);
      continue;
    }
    context.fillStyle = cssColour(shape.colour);
    if (part === 'ink' && ink.what.kind === 'text') {
      const { run } = ink.what;
      setType(context, run.font);
      context.fillText(run.text, run.left - left, run.baseline - top);
    } else {
      for (const each of shape.cells)
        context.fillRect(each.left - left, each.top - top, each.right - each.left, each.bottom - each.top);
    }
  }
  context.fillStyle = cssColour(BRACKET);
  const { x, y, width, height } = cell;
  context.fillRect(x - 3, y - 3, width + 6, 2);
  context.fillRect(x - 3, y + height + 1, width + 6, 2);
  context.fillRect(x - 3, y - 3, 2, height + 6);
  context.fillRect(x + width + 1, y - 3, 2, height + 6);
}
