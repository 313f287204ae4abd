import type { LookCost } from './cost.ts';
import { atOnce } from './atOnce.ts';
import { blurAndFill } from './blurAndFill.ts';
import { worstFirst, type Asked, type Found, type RemedyKind } from './kind.ts';
import { largerLetters } from './largerLetters.ts';
import { layOver } from './layOver.ts';
import { inksAndFill } from './inksAndFill.ts';
import { inksAndLogo } from './inksAndLogo.ts';
import { otherHover } from './otherHover.ts';
import { otherInk } from './otherInk.ts';
import { otherLogo } from './otherLogo.ts';
import { strongerGradient } from './strongerGradient.ts';
import { moreTint } from './tint.ts';
import { whereItChanges } from './whereItChanges.ts';

/** The remedies that are tried besides the least fill, in the order in which they are. */
export const REMEDIES = {
  moreTint,
  strongerGradient,
  blurAndFill,
  otherLogo,
  atOnce,
  otherHover,
  otherInk,
  inksAndLogo,
  whereItChanges,
  largerLetters,
} satisfies Record<string, RemedyKind>;

/** Pairs of changes, tried only where no single one clears it. */
export const PAIRS = { inksAndFill } satisfies Record<string, RemedyKind>;

/** How many remedies are tried, or passed over where another has been found. */
export const WAYS = Object.keys(REMEDIES).length + Object.keys(PAIRS).length;

/** A way to clear a moment, with what it costs the look. */
export interface Way extends Found {
  cost: LookCost | undefined;
}

/** What a change of one colour all over comes to, in the figures that are told of it: two that come to the same are one. */
function resultOf({ rows, cost, isEven }: Pick<Way, 'rows' | 'cost' | 'isEven'>): string | undefined {
  if (!isEven) return undefined;
  const worst = Math.min(...rows.map((row) => row.worst / row.needed));
  return [worst.toFixed(1), cost?.pageShowing.toFixed(2), cost?.colourDifference.toFixed(2)].join(' ');
}

/** Finds one remedy, with its cost where the moment is worst. */
export async function costedWay(remedy: RemedyKind, asked: Asked): Promise<Way | undefined> {
  const way = await remedy.find(asked);
  const [worst] = worstFirst(asked.rows);
  return way && worst && { ...way, cost: await asked.work.cost(worst, asked.header, way.header) };
}

/** What is wrong, where a header stands in the flow of the page and not over it: see `layOver`. */
export function causeOf(asked: Asked): Promise<Way | undefined> {
  return costedWay(layOver, asked);
}

/**
 * Finds other ways to clear a moment, one after the other, the cheapest first in the end.
 * @param told what is offered already
 * @param found told after each that was tried, with all that were found so far
 */
export async function otherWays(
  asked: Asked,
  told: readonly Pick<Way, 'rows' | 'cost' | 'isEven'>[],
  found: (ways: Way[], tried: number) => void,
): Promise<void> {
  const ways: Way[] = [];
  const known = new Set(told.map(resultOf));
  const pairs: RemedyKind[] = Object.values(PAIRS);
  for (const [i, remedy] of [...Object.values(REMEDIES), ...pairs].entries()) {
    const isNeeded = !pairs.includes(remedy) || ways.length + told.length === 0;
    const way = isNeeded ? await costedWay(remedy, asked) : undefined;
    const result = way && resultOf(way);
    if (way && !(result && known.has(result))) ways.push(way);
    known.add(result);
    ways.sort((a, b) => (a.cost?.colourDifference ?? 0) - (b.cost?.colourDifference ?? 0));
    found([...ways], i + 1);
  }
}
