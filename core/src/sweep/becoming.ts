import { luminance16, WHITE_LUMINANCE } from '../colour/contrast.ts';
import { mixRgb, type Rgb } from '../colour/rgb.ts';
import type { Progress } from '../header/becoming.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Scene, Span } from './scene.ts';
import { spotKey, spotOf } from './row.ts';
import type { Swept } from './swept.ts';
import { sweepTogether } from './sweepTarget.ts';
import type { JudgedTarget } from './targets.ts';

/**
 * Links on their way into a state: an ink may be clear before and after, and not between. Only those are judged that are clear at
 * both ends, since the others are told already, and of them only those that can be unclear between at all.
 */

/** Parts of the change at which it is looked at to begin with. */
const STEPS = 12;
/** Where the worst of these is less than this many times what is needed, it is looked for closer by. */
const NEAR = 1.5;

/** A target over a stretch of scrolls. */
interface SweptTarget {
  target: JudgedTarget;
  span: Span;
  swept: Swept;
}

/**
 * At which parts of its way an ink between two colours can be worse than at either end, both of which are clear; 0 to 1.
 *
 * Over the same ground, an ink so light that nothing lighter can be told from it is the worse the darker it is, pixel by pixel; one so
 * dark that nothing darker can be is the worse the lighter it is. So what is all light or all dark on its way is worst where it is
 * darkest or lightest: mostly at an end.
 * @param isSameGround whether what lies behind it is the same before and after
 */
export function worseBetween(a: Rgb, b: Rgb, needed: number, isSameGround: boolean): number[] {
  const steps = Array.from({ length: STEPS - 1 }, (_, i) => (i + 1) / STEPS);
  if (!isSameGround) return steps;
  const fine = Array.from({ length: 65 }, (_, i) => i / 64);
  const lights = fine.map((share) => luminance16(mixRgb(a, b, share)) / WHITE_LUMINANCE);
  const [darkest, lightest] = [Math.min(...lights), Math.max(...lights)];
  const isLight = darkest + 0.05 > 1.05 / needed;
  const isDark = lightest + 0.05 < 0.05 * needed;
  if (!isLight && !isDark) return steps;
  const worst = isLight ? darkest : lightest;
  return lights[0] === worst || lights.at(-1) === worst ? [] : [fine[lights.indexOf(worst)]!];
}

const leastOf = ({ contrasts }: Swept) => contrasts.reduce((a, b) => Math.min(a, b), Infinity);

/** The colour of what has one. */
const colourOf = ({ shape }: JudgedTarget) => (shape.kind === 'cells' ? shape.colour : undefined);

/** What can be worse on its way than at either end. */
interface Crossing {
  key: string;
  /** What it comes from, and what it becomes. */
  ends: [JudgedTarget, JudgedTarget];
  needed: number;
  /** The parts of its way to be looked at. */
  shares: number[];
}

/** Those of what is on its way that can be worse there, by the colours that they go from and to. */
function crossingOf(states: readonly JudgedTarget[], halfway: readonly JudgedTarget[]): Crossing[] {
  const bySpot = new Map(states.map((each) => [spotKey(spotOf(each)), each]));
  return halfway.flatMap((target): Crossing[] => {
    const { ink, needed, state, becoming } = target;
    const end = (at: JudgedTarget['state']) =>
      bySpot.get(spotKey({ itemId: ink.id, state: at, part: 'ink' }));
    const [a, b] = [end(becoming!.from), end(state)];
    const [from, to] = [a && colourOf(a), b && colourOf(b)];
    if (!a || !b || !from || !to) return [];
    const shares = worseBetween(from, to, needed, a.stack === b.stack);
    return shares.length > 0 ? [{ key: spotKey(spotOf(target)), ends: [a, b], needed, shares }] : [];
  });
}

/**
 * Sweeps links on their way into their states.
 * @param states everything that is to be judged over the stretch in its states
 * @param all what of that was swept already: of a sweep in parts those of the other part are swept here where they are asked for
 * @param becoming everything on its way, as far as it has come
 * @returns those that fall below what they need between, each where it is worst
 */
export function* sweepBecoming(
  scene: Scene,
  span: Span,
  {
    states,
    all,
    becoming,
  }: {
    states: readonly JudgedTarget[];
    all: readonly SweptTarget[];
    becoming: (progress: Progress) => JudgedTarget[];
  },
  raster: Raster,
): Generator<void, SweptTarget[]> {
  const crossing = crossingOf(
    states,
    becoming(() => 0.5),
  );
  const known = new Set(all.map(({ target }) => target));
  const missing = new Set(crossing.flatMap(({ ends }) => ends).filter((end) => !known.has(end)));
  const swept = [...all, ...(yield* sweepTogether(scene, span, [...missing], raster))];
  const least = new Map(swept.map((each) => [each.target, leastOf(each.swept)]));
  const wanted = new Map(
    crossing
      .filter(({ ends, needed }) => ends.every((end) => (least.get(end) ?? 0) >= needed))
      .map(({ key, shares }) => [key, shares]),
  );
  const found = new Map<string, SweptTarget>();
  const lookAt = function* (shares: ReadonlyMap<string, number[]>): Generator<void, void> {
    for (const share of new Set([...shares.values()].flat())) {
      const targets = becoming(() => share).filter((each) =>
        shares.get(spotKey(spotOf(each)))?.includes(share),
      );
      for (const each of yield* sweepTogether(scene, span, targets, raster)) {
        const key = spotKey(spotOf(each.target));
        const known = found.get(key);
        found.set(key, known ? worseOf(known, each) : each);
      }
    }
  };
  yield* lookAt(wanted);
  const closer = [...found].flatMap(([key, { target, swept }]): [string, number[]][] => {
    const { needed, becoming: at } = target;
    if (wanted.get(key)!.length === 1 || leastOf(swept) > NEAR * needed) return [];
    return [[key, [-2, -1, 1, 2].map((step) => at!.share + step / (3 * STEPS))]];
  });
  yield* lookAt(new Map(closer));
  return [...found.values()].filter(({ target, swept }) => leastOf(swept) < target.needed);
}

/** The worse of two, with the worse of their contrasts at every scroll. */
function worseOf(a: SweptTarget, b: SweptTarget): SweptTarget {
  const contrasts = a.swept.contrasts.map((contrast, i) => Math.min(contrast, b.swept.contrasts[i]!));
  const { target, span } = leastOf(b.swept) < leastOf(a.swept) ? b : a;
  return { target, span, swept: { contrasts } };
}
