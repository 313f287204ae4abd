import { over } from '../colour/composite.ts';
import { luminance16 } from '../colour/contrast.ts';
import type { Rgba } from '../colour/rgb.ts';
import { letters, type TextRun } from '../header/ink.ts';
import type { LayerName, ResolvedLook } from '../header/look.ts';
import { resolveLook } from '../header/look.ts';
import type { Moment } from '../model/header.ts';
import { logoPicture } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import { cellContrast, readAt } from '../sweep/exact.ts';
import { sceneTargets } from '../sweep/prove.ts';
import { headerRow, type Scene } from '../sweep/scene.ts';
import type { LogoPixels } from '../sweep/logo.ts';
import type { DrawLogo, LinkState, Target } from '../sweep/targets.ts';
import type { Cell } from '../sweep/cells.ts';
import { groundTables, pixelAt, type Raster } from './ground.ts';
import { stackOf, type StackLayer } from './layers.ts';

/** One step of the cut: the ground so far at the worst cell, and the ink's contrast with it. */
export interface CutStep {
  /** The layer that was added last. */
  layer: 'page' | StackLayer['name'];
  contrast: number;
  /** The patch of ground, RGBA, opaque. */
  ground: Raster;
}

/** The stack at one place, from the page up. */
export interface Cut {
  itemId: string;
  item: string;
  state: LinkState;
  needed: number;
  scroll: number;
  /** Header pixels. */
  cell: Cell;
  /** Left and top of the patches, header pixels. */
  patch: { left: number; top: number };
  /** Letters that stand in the cell; none for logo and marks. */
  letters: string;
  /** What is drawn over the patches: a run of text, or the logo's pixels. */
  run?: TextRun;
  logo?: LogoPixels;
  ink: Rgba;
  steps: CutStep[];
  look: Pick<ResolvedLook, LayerName>;
}

/** Free ground shown round the cell, CSS pixels. */
const MARGIN = 6;

/** Cuts the stack at an item's worst cell at a scroll. */
export function cutScene(
  scene: Scene,
  raster: Raster,
  drawLogo: DrawLogo,
  at: { moment: Moment; itemId: string; state: LinkState; scroll: number },
): Cut | undefined {
  const target = sceneTargets(scene, at.moment, drawLogo).find(
    ({ ink, state }) => ink.id === at.itemId && state === at.state,
  );
  if (!target) return undefined;
  const row = headerRow(scene, at.scroll);
  const { cell } = readAt(target, raster, row);
  const look = resolveLook(scene.site, scene.header, at.moment);
  const { backing } = target.ink;
  const layers = stackOf(scene.site.palette, look, backing && target.layers.at(-1));
  const upTo = layers.map((_, i) => layers.slice(0, i + 1));
  const steps = [[], ...upTo].map((stack): CutStep => {
    const colours = stack.map(({ colour }) => colour);
    return {
      layer: stack.at(-1)?.name ?? 'page',
      contrast: contrastOf(target, raster, cell, row, colours),
      ground: patchOf(raster, cell, row, colours),
    };
  });
  return {
    itemId: target.ink.id,
    item: target.ink.name,
    state: target.state,
    needed: target.needed,
    scroll: at.scroll,
    cell,
    patch: { left: cell.left - MARGIN, top: cell.top - MARGIN },
    letters: lettersIn(target, cell),
    run: target.ink.what.kind === 'text' ? target.ink.what.run : undefined,
    logo:
      target.shape.kind === 'logo' ? drawLogo(pictureOf(scene.site, look, target), target.ink) : undefined,
    ink: target.shape.kind === 'cells' ? { ...target.shape.colour, a: 1 } : { r: 0, g: 0, b: 0, a: 0 },
    steps,
    look,
  };
}

function contrastOf(target: Target, raster: Raster, cell: Cell, row: number, layers: Rgba[]): number {
  if (target.shape.kind === 'logo') return readAt(target, raster, row, layers).contrast;
  return cellContrast(raster, cell, row, luminance16(target.shape.colour), groundTables(layers));
}

function patchOf(raster: Raster, cell: Cell, row: number, layers: Rgba[]): Raster {
  const width = cell.right - cell.left + 2 * MARGIN;
  const height = cell.bottom - cell.top + 2 * MARGIN;
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const page = pixelAt(raster, cell.left - MARGIN + x, row + cell.top - MARGIN + y);
      const ground = layers.reduce((below, layer) => over(layer, below), page);
      data.set([ground.r, ground.g, ground.b, 255], 4 * (y * width + x));
    }
  }
  return { width, height, data };
}

/** The picture that a target is judged on. */
function pictureOf(site: Site, look: ResolvedLook, { ink }: Target): string {
  return ink.what.kind === 'picture' ? ink.what.picture : (logoPicture(site.logo, look.ink.logo) ?? '');
}

/** The letters whose middle lies in a cell. */
function lettersIn(target: Target, cell: Cell): string {
  const { what } = target.ink;
  if (what.kind !== 'text') return '';
  const { text, left, letterEdges } = what.run;
  const inside = letters(text).filter((_, i) => {
    const middle = left + ((letterEdges[i - 1] ?? 0) + letterEdges[i]!) / 2;
    return middle >= cell.left && middle < cell.right;
  });
  return inside.join('').trim();
}
