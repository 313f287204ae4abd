import type { LaidPage } from './laid.ts';

/** A band that turns: its rows on the page, the scroll at which it begins to, and the one at which it has. */
export interface Turn {
  /** Its number on the page, from 0. */
  band: number;
  top: number;
  bottom: number;
  from: number;
  to: number;
}

/** The bands of a page that turn. */
export function turnsOf({ bands }: Pick<LaidPage, 'bands'>): Turn[] {
  return bands.flatMap(({ top, height, turns }, band) =>
    turns
      ? [{ band, top, bottom: top + height, from: top + turns.from, to: top + turns.from + turns.over }]
      : [],
  );
}

/** How far a band has turned at a scroll, 0 to 1. */
export function turnedAt({ from, to }: Pick<Turn, 'from' | 'to'>, scroll: number): number {
  return Math.min(1, Math.max(0, (scroll - from) / (to - from)));
}
