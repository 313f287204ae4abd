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

/**
 * Sweeps links on their way into their states.
 * @param all everything that was swept over the stretch in its states
 * @param becoming everything on its way, as far as it has come
 * @returns those that fall below what they need between, each where it is worst
 */
export function* sweepBecoming(
  scene: Scene,
  span: Span,
  { all, becoming }: { all: readonly SweptTarget[]; becoming: (progress: Progress) => JudgedTarget[] },
  raster: Raster,
): Generator<void, SweptTarget[]> {
  const ends = new Map(all.map((each) => [spotKey(spotOf(each.target)), each]));
  const wanted = new Map<string, number[]>();
  for (const target of becoming(() => 0.5)) {
    const end = (state: JudgedTarget['state']) =>
      ends.get(spotKey({ itemId: target.ink.id, state, part: 'ink' }));
    const [a, b] = [end(target.becoming!.from), end(target.state)];
    const [from, to] = [a, b].map((each) => each && colourOf(each.target));
    const { needed } = target;
    if (!a || !b || !from || !to || leastOf(a.swept) < needed || leastOf(b.swept) < needed) continue;
    const shares = worseBetween(from, to, needed, a.target.stack === b.target.stack);
    if (shares.length > 0) wanted.set(spotKey(spotOf(target)), shares);
  }
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
