import type { Becoming } from '../header/becoming.ts';
import type { Moment } from '../model/header.ts';
import { USUAL_NEEDS } from '../model/needs.ts';
import type { Audience } from '../model/placement.ts';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../geometry/raster.ts';
import { pageGround, type PageGround } from '../page/ground.ts';
import { usualWindowHeight } from '../page/layout.ts';
import { cellBox, type Cell } from './cells.ts';
import { STATE_NAMES } from '../header/stateNames.ts';
import { readQuick } from './quick.ts';
import { behindAt, headerRow, type Scene, type Span } from './scene.ts';
import type { Swept } from './swept.ts';
import { rasterAt } from './turns.ts';
import type { InkPart, JudgedTarget, LinkState } from './targets.ts';
import { textTarget, verdictOf, type Verdict } from './verdict.ts';
import { viewportKey } from './widths.ts';

/** Rows: the verdicts on what is swept, and what sets each apart. */

/** The verdict on one item in one state, at one moment, over one page at one width. */
export interface Row {
  page: string;
  header: string;
  /** Which visitors meet it, where the header is another for others there. */
  who?: Audience;
  width: number;
  /** Height of the window, where it is not the usual one of that width. */
  height?: number;
  moment: Moment;
  /** The item's name, as a visitor reads it. */
  item: string;
  itemId: string;
  state: LinkState;
  /** Where it is on its way into that state: judged only where it is clear before and after. */
  becoming?: Becoming;
  /** What of it: itself, the line below it, or its focus ring. */
  part: InkPart;
  /** What happens beside it meanwhile: it is judged apart only where that changes what is behind it. */
  beside?: JudgedTarget['beside'];
  needed: number;
  /** Contrast of the worst cell at the worst scroll. */
  worst: number;
  verdict: Verdict;
  /** Where it is worst: CSS pixels of scroll, and boxes in page pixels. */
  scroll: number;
  /** In which of the ways that the page is seen it is worst, counted from 0, where pictures take turns; the first where nothing is said. */
  shows?: number;
  cell: Box;
  box: Box;
  /** The scrolls that were swept, both ends included. */
  span: Span;
  /** At how many of them it is below what it needs. */
  below: number;
  /** What of the page lies there where it is worst. */
  ground: PageGround;
  /** The name of the ink itself, without what is judged of it. */
  name: string;
  /** The success criterion of WCAG 2.2 that it falls under. */
  criterion: ContrastCriterion;
  /** The worst verdict in each of {@link THREAD} equal parts of the span, or in each scroll of a shorter one: `c`, `s` or `l`. */
  thread: string;
}

/** 1.4.3 for text that is read, 1.4.6 where it reaches that and its owner asks for more, 1.4.11 for marks, lines and rings. */
export type ContrastCriterion = '1.4.3' | '1.4.6' | '1.4.11';

function criterionOf({ part, ink: { what }, needed }: JudgedTarget, worst: number): ContrastCriterion {
  if (part !== 'ink' || what.kind !== 'text') return '1.4.11';
  const least = textTarget(USUAL_NEEDS, what.run.font);
  return needed > least && worst >= least ? '1.4.6' : '1.4.3';
}

/** How many parts a row's thread has. */
export const THREAD = 40;

function threadOf(contrasts: Float32Array, needed: number): string {
  const parts = Math.min(THREAD, contrasts.length);
  return Array.from({ length: parts }, (_, i) => {
    const to = Math.floor(((i + 1) * contrasts.length) / parts);
    let least = Infinity;
    for (let at = Math.floor((i * contrasts.length) / parts); at < to; at++)
      if (contrasts[at]! < least) least = contrasts[at]!;
    return verdictOf(least, needed).charAt(0);
  }).join('');
}

/** A verdict with its contrast at every scroll of its span. */
export interface SweptRow extends Row {
  contrasts: Float32Array;
}

/** Whether something is there only under the pointer or the keyboard, or is a line below a word. */
export function isPassing({ state, part, beside }: Pick<Row, 'state' | 'part' | 'beside'>): boolean {
  return beside !== undefined || part !== 'ink' || (state !== 'rest' && state !== 'current');
}

/** Where a contrast is least: the middle of the longest stretch at which it is, where it can best be seen. */
export function worstAt(contrasts: Float32Array): number {
  const least = contrasts.reduce((a, b) => Math.min(a, b));
  let [start, longest, run] = [0, 0, 0];
  for (let i = 0; i < contrasts.length; i++) {
    run = contrasts[i] === least ? run + 1 : 0;
    if (run > longest) [start, longest] = [i - run + 1, run];
  }
  return start + ((longest - 1) >> 1);
}

/** What is judged of a scene at a moment: of which item, in which state, which part of it, and what happens beside it. */
export type Spot = Pick<Row, 'itemId' | 'state' | 'part' | 'beside' | 'becoming'>;

/** What sets one spot apart from all others of a scene and moment. */
export function spotKey({ itemId, state, part, beside, becoming }: Spot): string {
  const after = [...(becoming ? ['becoming'] : []), ...(beside ? [beside.name, beside.state] : [])];
  return [itemId, state, part, ...after].join(' ');
}

/** Where a row is: of rows of the same key, each is of another stretch of the scroll. */
export function placeKey(row: Spot & Pick<Row, 'page' | 'who' | 'width' | 'height' | 'moment'>): string {
  return [row.page, ...(row.who ? [row.who] : []), viewportKey(row), row.moment, spotKey(row)].join(' ');
}

/** The spot of a target. */
export function spotOf({
  ink,
  state,
  part,
  beside,
  becoming,
}: Omit<Spot, 'itemId'> & Pick<JudgedTarget, 'ink'>): Spot {
  return { itemId: ink.id, state, part, ...(beside && { beside }), ...(becoming && { becoming }) };
}

/** What a target is called on screen and in reports. */
export function calledOf({ ink, part, beside }: Pick<JudgedTarget, 'ink' | 'part' | 'beside'>): string {
  const name = part === 'ink' ? ink.name : `${ink.name}, ${part === 'cue' ? 'its line' : 'focus ring'}`;
  return beside ? `${name}, with ${beside.name} ${STATE_NAMES[beside.state]}` : name;
}

/** How a row stands along the scroll. */
export function alongOf(contrasts: Float32Array, needed: number): Pick<Row, 'below' | 'thread'> {
  return {
    below: contrasts.reduce((count, contrast) => count + Number(contrast < needed), 0),
    thread: threadOf(contrasts, needed),
  };
}

/** The row of a target over a span, told where it is worst. */
export function rowOf(
  scene: Scene,
  { moment, span, at, known }: { moment: Moment; span: Span; at: number; known?: Cell },
  target: JudgedTarget,
  raster: Raster,
  { contrasts, worst: numbers }: Swept,
): SweptRow {
  const worst = contrasts[at]!;
  const scroll = span.from + at;
  const top = headerRow(scene, scroll);
  const told = numbers && target.shape.kind === 'cells' ? target.shape.cells[numbers[at]!] : known;
  const cell = told ?? readQuick(target, rasterAt(scene, raster, scroll), behindAt(scene, scroll)).cell;
  const box = cellBox(cell, top);
  return {
    page: scene.page.path,
    header: scene.header.id,
    width: scene.width,
    ...(scene.windowHeight !== usualWindowHeight(scene.width) && { height: scene.windowHeight }),
    moment,
    item: calledOf(target),
    itemId: target.ink.id,
    state: target.state,
    part: target.part,
    ...(target.beside && { beside: target.beside }),
    ...(target.becoming && { becoming: target.becoming }),
    needed: target.needed,
    worst,
    verdict: verdictOf(worst, target.needed),
    scroll,
    cell: box,
    box: { ...target.ink.box, y: top + target.ink.box.y },
    span,
    ...alongOf(contrasts, target.needed),
    ground: pageGround(scene.laid, raster, box),
    name: target.ink.name,
    criterion: criterionOf(target, worst),
    contrasts,
  };
}
