import { at } from '../lists.ts';
import { rule } from '../css/text.ts';
import { TIME } from '../css/times.ts';
import { FillLook, evenLayer } from './fill.ts';
import { BLACK, even, layerKind, mixFills, told, type ResolvedFill } from './kind.ts';

const isThere = (all: readonly ResolvedFill[]) => all.some(({ opacity }) => opacity > 0);

/** An even colour over fill, gradient and picture. */
export const tint = layerKind<FillLook, ResolvedFill>({
  ...evenLayer('Tint'),
  plain: { colour: BLACK, opacity: 0 },
  start: ({ palette }) => ({ colour: { swatch: at(palette, 0).id }, opacity: 0.3 }),
  between: (a, b, { layers }, palette) => mixFills(palette, a, b, layers),
  paint: (worn, palette) => ({ paint: { kind: 'even', colour: even(palette, worn) } }),
  tells: ({ colour, opacity }, all, palette) =>
    isThere(all) ? [{ name: '--hr-tint', value: told(palette, colour, opacity) }] : [],
  back: {
    isNeeded: isThere,
    elements: (all) => (isThere(all) ? { within: ['<i class="hr-tint"></i>'] } : {}),
    rules: (all, back) =>
      isThere(all)
        ? [rule(`${back} .hr-tint`, 'background: var(--hr-tint)', `transition: background-color ${TIME}`)]
        : [],
  },
});
