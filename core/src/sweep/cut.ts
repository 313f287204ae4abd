import type { Rgba } from '../colour/rgb.ts';
import { letters, type TextRun } from '../header/ink.ts';
import { resolveLook } from '../header/look.ts';
import type { ResolvedLook } from '../layers/index.ts';
import type { Moment } from '../model/header.ts';
import { readAt, readGround } from './exact.ts';
import { targetAt } from './prove.ts';
import { calledOf, type Spot } from './row.ts';
import { behindAt, type Scene } from './scene.ts';
import { marginOf, type Margin } from './margin.ts';
import { rasterAt } from './turns.ts';
import type { LinkState, JudgedTarget } from './targets.ts';
import type { Cell } from './cells.ts';
import type { Area } from '../geometry/area.ts';
import type { Drawing, LogoPixels } from '../stack/drawing.ts';
import { groundPatch, type Behind } from '../stack/ground.ts';
import { rasterShowing, type Raster } from '../geometry/raster.ts';
import type { StackLayer } from '../stack/layers.ts';
import { overlayOf, type Overlay } from '../stack/overlay.ts';

/** One step of the cut: the ground so far at the worst cell, and the ink's contrast with it. */
export interface CutStep {
  /** The layer that was added last. */
  layer: 'page' | 'blur' | StackLayer['name'];
  /** Whose it is. */
  owner: 'page' | StackLayer['owner'];
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
  /** What is drawn over the patches: a run of text, the logo's pixels, or the cells of a mark, line or ring. */
  run?: TextRun;
  logo?: LogoPixels;
  marks?: Cell[];
  ink: Rgba;
  steps: CutStep[];
  /** Mean share of the page that shows through all layers at the cell, 0 to 1. */
  through: number;
  /** How far the browser's own pixels can be from these, where that is more than a rounding. */
  margin: Margin | undefined;
  look: ResolvedLook;
}

/** Free ground shown round the cell, CSS pixels. */
const MARGIN = 6;

/** Cuts the stack at an item's worst cell at a scroll. */
export function cutScene(
  scene: Scene,
  page: Raster,
  draw: Drawing,
  at: Spot & { moment: Moment; scroll: number; shows?: number | undefined },
): Cut | undefined {
  const target = targetAt(scene, draw, at);
  if (!target) return undefined;
  const behind = behindAt(scene, at.scroll);
  const raster = rasterAt(scene, rasterShowing(page, at.shows), at.scroll);
  const { cell } = readAt(target, raster, behind);
  const patch: Area = {
    left: cell.left - MARGIN,
    top: cell.top - MARGIN,
    right: cell.right + MARGIN,
    bottom: cell.bottom + MARGIN,
  };
  const { blur, layers } = target.stack;
  const step = (count: number, isBlurred: boolean): Omit<CutStep, 'layer' | 'owner'> => ({
    contrast: contrastOf(target, raster, { cell, count, isBlurred }, behind),
    ground: groundPatch(
      raster,
      behind,
      isBlurred ? blur : undefined,
      overlayOf(layers.slice(0, count), patch),
    ),
  });
  const steps: CutStep[] = [
    { layer: 'page', owner: 'page', ...step(0, false) },
    ...(blur ? [{ layer: 'blur' as const, owner: 'header' as const, ...step(0, true) }] : []),
    ...layers.map(({ name, owner }, i) => ({ layer: name, owner, ...step(i + 1, true) })),
  ];
  return {
    itemId: target.ink.id,
    item: calledOf(target),
    state: target.state,
    needed: target.needed,
    scroll: at.scroll,
    cell,
    patch: { left: patch.left, top: patch.top },
    letters: lettersIn(target, cell),
    ...drawnOver(target),
    ink: inkOf(target.shape),
    steps,
    through: meanThrough(overlayOf(layers, cell)),
    margin: marginOf(target),
    look: resolveLook(scene.site, scene.header, at.moment),
  };
}

/** The ink of what is of one; none of a picture's. */
function inkOf(shape: JudgedTarget['shape']): Rgba {
  if (shape.kind === 'cells') return { ...shape.colour, a: 1 };
  return shape.line ?? { r: 0, g: 0, b: 0, a: 0 };
}

/** What is drawn over the patches. */
function drawnOver({
  ink: { what },
  part,
  pixels,
  shape,
}: JudgedTarget): Pick<Cut, 'run' | 'logo' | 'marks'> {
  const isMark = part !== 'ink' || what.kind === 'mark';
  if (isMark && shape.kind === 'cells') return { marks: shape.cells };
  if (shape.kind === 'logo' && shape.line) return { marks: shape.cells.slice(0, 1).map(({ cell }) => cell) };
  if (what.kind === 'text') return { run: what.run };
  return pixels ? { logo: pixels } : {};
}

function meanThrough({ data }: Overlay): number {
  let sum = 0;
  for (let i = 3; i < data.length; i += 4) sum += data[i]!;
  return (4 * sum) / data.length;
}

/** The contrast at the cut's cell over the first layers of a target's stack; a logo is read whole. */
function contrastOf(
  target: JudgedTarget,
  raster: Raster,
  { cell, count, isBlurred }: { cell: Cell; count: number; isBlurred: boolean },
  behind: Behind,
): number {
  const { shape, stack, overlay: whole } = target;
  const area = shape.kind === 'logo' ? whole.area : cell;
  const overlay = overlayOf(stack.layers.slice(0, count), area);
  const ground = groundPatch(raster, behind, isBlurred ? stack.blur : undefined, overlay);
  const there = shape.kind === 'logo' ? shape : { ...shape, cells: [cell] };
  return readGround({ ...target, overlay, shape: there }, ground).contrast;
}

/** The letters whose middle lies in a cell. */
function lettersIn(target: JudgedTarget, cell: Cell): string {
  const { what } = target.ink;
  if (what.kind !== 'text' || target.part !== 'ink') return '';
  const { text, left, letterEdges } = what.run;
  const inside = letters(text).filter((_, i) => {
    const middle = left + ((letterEdges[i - 1] ?? 0) + letterEdges[i]!) / 2;
    return middle >= cell.left && middle < cell.right;
  });
  return inside.join('').trim();
}
