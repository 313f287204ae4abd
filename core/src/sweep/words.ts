import { mixRgb } from '../colour/rgb.ts';
import { letterEdges, type TextRun } from '../header/ink.ts';
import type { Measure } from '../measure/measure.ts';
import { type ColourUse, resolveColour } from '../model/palette.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { needsOf } from '../model/needs.ts';
import type { Drawing } from '../stack/drawing.ts';
import type { Stack, StackLayer } from '../stack/layers.ts';
import { textShadowLayer } from '../stack/textShadow.ts';
import { around } from '../geometry/area.ts';
import { rastersOf, type Raster } from '../geometry/raster.ts';
import { backdropPictures, backdropShowing } from '../model/layer.ts';
import { overlayOf } from '../stack/overlay.ts';
import { leastPercentAt } from './least.ts';
import { letterCells } from './cells.ts';
import { readQuick } from './quick.ts';
import type { JudgedTarget } from './targets.ts';
import { mixInto } from './turns.ts';
import { textTarget, verdictOf, type Verdict } from './verdict.ts';
import type { Block, LaidBand, LaidPage } from '../page/laid.ts';
import type { Box } from '../geometry/box.ts';
import { tilingOf } from '../page/placing.ts';

/**
 * The words of a band, judged like the header's links: letter by letter, over the band's own ground. They move with it, so
 * that one place stands for every scroll.
 */

/** The verdict on one text of a band. */
export interface WordVerdict {
  text: string;
  contrast: number;
  needed: number;
  verdict: Verdict;
}

/** What is known of a band's words at a width. */
export interface BandReading {
  width: number;
  words: WordVerdict[];
  /** Least opacity of the band's tint at which all of them are clear, percent; `undefined` where none is, or none was asked for. */
  leastTint: number | undefined;
  /** Height that the words need, clear of the header that lies over them; CSS pixels. */
  leastHeight: number;
  height: number;
  /** Share of the picture's subject in view that the words cover, 0 to 1; `undefined` where none is marked or in view. */
  subjectCovered: number | undefined;
}

/** A page down to the end of one band and with nothing else, that without its words, its tint and what comes over it: what those are composed over. */
export function bareBand(laid: LaidPage, index: number): LaidPage {
  const { tint: _, ...backdrop } = laid.bands[index]!.backdrop;
  const { turns, ...band } = laid.bands[index]!;
  // Another picture does not come over it, but in the place of its own.
  const other =
    turns?.picture === undefined ? {} : { turns: { ...turns, tint: { ...turns.tint, opacity: 0 } } };
  return { ...laid, height: band.top + band.height, bands: [{ ...band, ...other, backdrop, blocks: [] }] };
}

/** The tint over a band's picture. */
interface OverallTint {
  colour: ColourUse;
  opacity: number;
}

/** The tint of a band as a layer. */
function tintLayer(site: Site, { colour, opacity }: OverallTint): StackLayer {
  const paint = { kind: 'even' as const, colour: { ...resolveColour(site.palette, colour), a: opacity } };
  return { name: 'tint', owner: 'header', blend: 'normal', paint };
}

/** The button whose label a text block is: the block before it. */
function buttonUnder(blocks: readonly Block[], index: number): StackLayer[] {
  const under = blocks[index - 1];
  if (under?.kind !== 'button') return [];
  return [
    {
      name: 'backing',
      owner: 'item',
      blend: 'normal',
      paint: { kind: 'even', colour: { ...under.colour, a: 1 } },
    },
  ];
}

type Text = Extract<Block, { kind: 'text' }>;

function runsOf({ font, lines }: Pick<Text, 'font' | 'lines'>, measure: Measure): TextRun[] {
  const { capHeight, descent } = measure.metrics(font);
  return lines.map(({ text, x, baseline }) => ({
    text,
    font,
    left: x,
    advance: measure.advance(text, font),
    baseline,
    capHeight,
    descent,
    letterEdges: letterEdges(text, font, measure),
  }));
}

/** How far a turning band has turned where its words are read: at both ends, and in sixteenths between. */
const TURNS = Array.from({ length: 17 }, (_, i) => i / 16);

/**
 * What lies behind a band's words and its tints in each way in which it is seen, turned as far as a share. Of a band whose picture turns
 * into another the two are mixed as the tint that comes leaves them: with it over both, as if each had come by itself.
 */
function groundsAt(raster: Raster, { turns }: LaidBand, share: number): readonly Raster[] {
  const all = rastersOf(raster);
  if (turns?.picture === undefined) return all;
  const { opacity } = turns.tint;
  const left = share * (1 - opacity);
  const by = left === 0 ? 0 : left / (1 - share * opacity);
  return all.map((each) => {
    if (!each.turned) return each;
    const data = new Uint8ClampedArray(each.data.length);
    mixInto(data, each.data, each.turned, by, { from: 0, to: data.length });
    return { width: each.width, height: each.height, data };
  });
}

/** Texts of a band that stand on its own ground or on a button: those of cards stand on the cards. */
function textsOf({ blocks }: LaidBand): { text: Text; index: number }[] {
  const firstCard = blocks.findIndex(({ kind }) => kind === 'card');
  return blocks.flatMap((block, index) =>
    block.kind === 'text' && (firstCard < 0 || index < firstCard) ? [{ text: block, index }] : [],
  );
}

/** Where a band's picture has its subject, in page pixels; cut to the band. Of pictures that take turns, that of each. */
function subjectBoxes(site: Site, width: number, band: LaidBand): Box[] {
  return backdropPictures(band.backdrop).flatMap((_, shows) => {
    const backdrop = backdropShowing(band.backdrop, shows);
    return subjectBox(site, width, { ...band, backdrop }) ?? [];
  });
}

/** Where the picture of a band that is seen has its subject. */
function subjectBox(site: Site, width: number, { top, height, backdrop }: LaidBand): Box | undefined {
  const own = site.pictures.find(({ id }) => id === backdrop.picture?.picture);
  if (!own?.subject || !backdrop.picture) return undefined;
  const { tile } = tilingOf(own, { x: 0, y: top, width, height }, backdrop.picture);
  const { subject } = own;
  const [x0, y0] = [tile.x + (tile.width * subject.x) / 100, tile.y + (tile.height * subject.y) / 100];
  const left = Math.max(0, x0);
  const upper = Math.max(top, y0);
  const right = Math.min(width, x0 + (tile.width * subject.width) / 100);
  const lower = Math.min(top + height, y0 + (tile.height * subject.height) / 100);
  return right > left && lower > upper
    ? { x: left, y: upper, width: right - left, height: lower - upper }
    : undefined;
}

/** How much of a box some lines of text cover, 0 to 1; lines of one band do not lie over one another. */
function coveredShare(box: Box, runs: readonly TextRun[]): number {
  const covered = runs.reduce((sum, { left, advance, baseline, capHeight, descent }) => {
    const across = Math.min(box.x + box.width, left + advance) - Math.max(box.x, left);
    const down = Math.min(box.y + box.height, baseline + descent) - Math.max(box.y, baseline - capHeight);
    return sum + Math.max(0, across) * Math.max(0, down);
  }, 0);
  return covered / (box.width * box.height);
}

/** The band whose words are read, and who draws letters, for their shadows. */
interface ReadBand {
  page: Page;
  laid: LaidPage;
  index: number;
  letters?: Pick<Drawing, 'text'>;
}

/** The shadows of a band's headings, which lie under all its letters. */
function shadowsIn(
  blocks: readonly Block[],
  letters: Pick<Drawing, 'text'> | undefined,
  measure: Measure,
): StackLayer[] {
  if (!letters) return [];
  return blocks.flatMap((block) =>
    block.kind === 'shadow'
      ? runsOf(block, measure).map((run) => textShadowLayer(run, block.shadow, letters))
      : [],
  );
}

/**
 * Reads the words of a band.
 * @param raster the page of {@link bareBand}, painted; with each of the pictures that take turns, of which the worst counts
 * @param isBrief whether the least tint is not wanted
 */
export function readBand(
  site: Site,
  { page, laid, index, letters }: ReadBand,
  raster: Raster,
  measure: Measure,
  isBrief = false,
): BandReading {
  const band = laid.bands[index]!;
  const tint = page.bands[index]!.backdrop.tint ?? { colour: { colour: '#000000' }, opacity: 0 };
  const grounds = (band.turns ? TURNS : [0]).map((share) => groundsAt(raster, band, share));
  const shadows = shadowsIn(band.blocks, letters, measure);
  const words = textsOf(band).map(({ text, index: at }) =>
    wordTargets(site, { band, tint, text, at, shadows }, measure),
  );
  return {
    width: laid.width,
    words: words.map(({ targets }) => wordReading(targets, grounds)),
    leastTint: isBrief ? undefined : leastTintFor(site, tint, words, grounds),
    leastHeight: band.needed,
    height: band.height,
    subjectCovered: mostCovered(
      subjectBoxes(site, laid.width, band),
      words.flatMap(({ runs }) => runs),
    ),
  };
}

/** A text of a band as it is judged: once for each share that the band is turned. */
interface WordTargets {
  runs: TextRun[];
  targets: JudgedTarget[];
}

function wordTargets(
  site: Site,
  word: {
    band: LaidBand;
    tint: OverallTint;
    text: Text;
    /** Its number among the band's blocks. */
    at: number;
    shadows: readonly StackLayer[];
  },
  measure: Measure,
): WordTargets {
  const { band, tint, text, at } = word;
  const runs = runsOf(text, measure);
  const cells = runs.flatMap(letterCells);
  const above = [...word.shadows, ...buttonUnder(band.blocks, at)];
  /** The word with its band turned as far as a share. */
  const turned = (share: number): JudgedTarget => {
    const { tint: comes } = band.turns ?? { tint: { ...tint, opacity: 0 } };
    const over = { ...comes, opacity: comes.opacity * share };
    const layers = [tintLayer(site, tint), tintLayer(site, over), ...above];
    return {
      ink: {
        id: `words-${at}`,
        name: runs.map((run) => run.text).join(' '),
        box: { x: 0, y: 0, width: 0, height: 0 },
        what: { kind: 'text', run: runs[0]! },
      },
      state: 'rest',
      part: 'ink',
      needed: textTarget(needsOf(site), runs[0]!.font),
      stack: { layers },
      overlay: overlayOf(layers, around(cells)),
      shape: { kind: 'cells', colour: mixRgb(text.colour, text.turned ?? text.colour, share), cells },
    };
  };
  return { runs, targets: (band.turns ? TURNS : [0]).map(turned) };
}

/** Where words are read: they do not scroll over their page. */
const HERE = { row: 0, gone: 0 };

/** @param grounds by the share that the band is turned, as the targets are: each that it may show then */
function wordReading(
  targets: readonly JudgedTarget[],
  grounds: readonly (readonly Raster[])[],
): BandReading['words'][number] {
  const { needed, ink } = targets[0]!;
  const contrast = Math.min(
    ...targets.flatMap((target, i) => grounds[i]!.map((shown) => readQuick(target, shown, HERE).contrast)),
  );
  return { text: ink.name, contrast, needed, verdict: verdictOf(contrast, needed) };
}

/** The least opacity of the tint with which every word can be read, percent; nothing where none is enough. */
function leastTintFor(
  site: Site,
  tint: OverallTint,
  words: readonly WordTargets[],
  grounds: readonly (readonly Raster[])[],
): number | undefined {
  const tinted = ({ layers }: Stack, opacity: number): Stack => ({
    layers: [tintLayer(site, { ...tint, opacity }), ...layers.slice(1)],
  });
  let most = 0;
  for (const { targets } of words)
    for (const [i, target] of targets.entries())
      for (const shown of grounds[i]!) {
        const least = leastPercentAt(target, shown, HERE, tinted);
        if (least === undefined) return undefined;
        most = Math.max(most, least);
      }
  return most;
}

/** How much of the subject that is covered most lies under words; nothing where a picture has no subject. */
function mostCovered(subjects: readonly Box[], runs: readonly TextRun[]): number | undefined {
  if (subjects.length === 0) return undefined;
  return Math.max(...subjects.map((subject) => coveredShare(subject, runs)));
}
