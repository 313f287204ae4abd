import { at } from '../../lists.ts';
import { rule } from '../../css/text.ts';

/**
 * Values between those of two moments, for a header that changes along with the scroll. Its script says in `--hr-way` how
 * far it has come, 0 to 1; colours are mixed premultiplied in sRGB (CSS Color 5, section 3), lengths and numbers by `calc()`.
 */

export type Property = readonly [name: string, value: string];

/** What holds until a script says otherwise: the first look. */
export const wayCss = (root: string) => rule(root, '--hr-way: 0', '--hr-share: calc(var(--hr-way) * 100%)');

const COLOUR = /^rgb\(/;
const NUMBER = /^(-?[\d.]+)(px|%|deg|)$/;
/** What there is nothing between of: the logo's variants, the letters' shadow, the ring that may be none of its own, how a line comes, and the picture of a header that was there already. */
const STEPS = /^--hr-(light|dark|single|letters|ring|line-from|cue-time|picture(-\w+)?)$/;
const PICTURE = /^--hr-shows-/;
const DEEPEST = 'max(var(--hr-cut-start), var(--hr-cut-middle), var(--hr-cut-end))';

function between(a: string, b: string): string | undefined {
  if (a === b) return a;
  if (COLOUR.test(a) && COLOUR.test(b)) return `color-mix(in srgb, ${a}, ${b} var(--hr-share))`;
  const [from, to] = [NUMBER.exec(a), NUMBER.exec(b)];
  if (!from || !to || from[2] !== to[2]) return undefined;
  const by = Number((Number(to[1]) - Number(from[1])).toFixed(4));
  return `calc(${a} + ${by}${to[2]} * var(--hr-way))`;
}

/** Several values one after the other, each mixed: a shadow. */
function betweenLists(a: string, b: string): string | undefined {
  const parts = (list: string) => list.match(/rgb\([^)]*\)|\S+/g) ?? [];
  const [from, to] = [parts(a), parts(b)];
  if (from.length !== to.length) return undefined;
  const mixed = from.map((one, i) => between(one, at(to, i)));
  return mixed.every((one) => one !== undefined) ? mixed.join(' ') : undefined;
}

/** A picture's opacity; where another takes its place, the first is gone half way, and the other comes from there. */
function shows(a: string, b: string, isExchanged: boolean): string | undefined {
  if (!isExchanged) return between(a, b);
  return b === '0'
    ? `calc(${a} * max(0, 1 - 2 * var(--hr-way)))`
    : `calc(${b} * max(0, 2 * var(--hr-way) - 1))`;
}

/**
 * Properties on their way from one moment's values to another's.
 * @param to the same properties
 * @returns those that can be mixed; the others change at once
 */
export function mixed(from: readonly Property[], to: ReadonlyMap<string, string>): Property[] {
  const pictures = from.filter(([name]) => PICTURE.test(name));
  const isExchanged =
    pictures.some(([name, value]) => value !== '0' && to.get(name) === '0') &&
    pictures.some(([name, value]) => value === '0' && to.get(name) !== '0');
  return from.flatMap(([name, a]) => {
    const b = to.get(name);
    if (b === undefined || STEPS.test(name)) return [];
    if (name === '--hr-depth') return [[name, a === b && a === '0px' ? a : DEEPEST]];
    const value = PICTURE.test(name) ? shows(a, b, isExchanged && a !== b) : betweenLists(a, b);
    return value === undefined ? [] : [[name, value]];
  });
}
