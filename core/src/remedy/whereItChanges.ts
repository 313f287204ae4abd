import { momentsOf, type Header } from '../model/header.ts';
import { ifClear, type RemedyKind } from './kind.ts';

type Begins = Header['manner']['switch'];

const BANDS: readonly [text: string, change: Partial<Begins>][] = [
  ['The change at the end of the first band.', { at: 'band', band: 1 }],
  ['The change at the end of the second band.', { at: 'band', band: 2 }],
];
const GROUNDS: readonly [text: string, change: Partial<Begins>][] = [
  ['The first look over dark bands, the second over light ones.', { at: 'ground', first: 'dark' }],
  ['The first look over light bands, the second over dark ones.', { at: 'ground', first: 'light' }],
];

/** The change moved to where the ground changes: both of its moments must be clear then. */
export const whereItChanges: RemedyKind = {
  async find(asked) {
    const { header } = asked;
    const { manner } = header;
    for (const [text, change] of [...BANDS, ...(manner.onScroll === 'returns' ? [] : GROUNDS)]) {
      const tried = { ...header, manner: { ...manner, switch: { ...manner.switch, ...change } } };
      const way = await ifClear(asked, tried, text, momentsOf(header));
      if (way) return way;
    }
    return undefined;
  },
};
