import type { CDPSession, Page as Tab } from 'playwright-core';
import type { OwnAt, OwnInk, OwnPlace, OwnText } from '@hatrail/core/model/own';
import type { Ask } from './ownAsk.ts';
import type { RawAt, RawText } from './ownRead.ts';

/** Measures where everything of a header stands, at enough widths to know it at all. */

/** Widths at which everything is measured in any case. */
const MEASURED = [320, 360, 390, 480, 600, 768, 900, 1024, 1152, 1280, 1440, 1600, 1920, 2240, 2560];
/** Most widths that are measured at one moment. */
const MOST_WIDTHS = 320;
/** How far from an even line something may be before another width is measured, CSS pixels. */
const EVEN = 0.2;
/** How high the window is meanwhile, CSS pixels. */
const HEIGHT = 700;

/** The widths at which a media query begins or ends to hold, with one pixel either side. */
export function breakpoints(css: string): number[] {
  const heads = css.match(/@(media|container)[^{]*\{/g) ?? [];
  const widths = heads.flatMap((head) =>
    [...head.matchAll(/([\d.]+)(px|em|rem)/g)].map(
      ([, size, unit]) => Number(size) * (unit === 'px' ? 1 : 16),
    ),
  );
  return [
    ...new Set(widths.flatMap((width) => [Math.floor(width) - 1, Math.floor(width), Math.floor(width) + 1])),
  ].filter((width) => width > 320 && width < 2560);
}

/** Measures at a width, in the form that is kept. */
export interface Measuring {
  (raw: RawAt, scroll: number): OwnAt;
  isLogo(all: readonly OwnAt[], text: number): boolean;
}

/** Rounds what was measured, and keeps each text once. */
export function measuring(inks: readonly OwnInk[], texts: OwnText[]): Measuring {
  const numbers = new Map(inks.map(({ id }, i) => [id, i]));
  const known = new Map<string, number>();
  const round = (value: number) => Math.round(value * 64) / 64;
  const textOf = ({ family: _, ...text }: RawText): number => {
    const kept: OwnText = {
      ...text,
      text: text.text.slice(0, 200),
      advance: round(text.advance),
      capHeight: round(text.capHeight),
      descent: round(text.descent),
      letterEdges: text.letterEdges.map(round),
    };
    const key = JSON.stringify(kept);
    let number = known.get(key);
    if (number === undefined) {
      number = texts.push(kept) - 1;
      known.set(key, number);
    }
    return number;
  };
  const measure = ({ width, folded, bar, places }: RawAt, scroll: number): OwnAt => {
    const down = scroll > 0 ? -bar[1] : 0;
    const kept = places.flatMap((place): OwnPlace[] => {
      const number = numbers.get(place.ink);
      if (number === undefined || texts.length > 1900) return [];
      const [x, y, w, h] = place.box.map(round) as [number, number, number, number];
      const [ix, iy, iw, ih] = (place.inked ?? [0, 0, 0, 0]).map(round) as [number, number, number, number];
      return [
        [
          number,
          x,
          y + down,
          w,
          h,
          place.text ? textOf(place.text) : -1,
          round(place.left ?? 0),
          (place.baseline ?? 0) + (place.text ? down : 0),
          ix,
          iy + (place.inked ? down : 0),
          iw,
          ih,
        ],
      ];
    });
    const [x, y, w, h, r] = bar.map(round) as [number, number, number, number, number];
    return { width, folded, bar: [x, y + down, w, h, r], places: kept };
  };
  const logo = numbers.get('logo');
  measure.isLogo = (all: readonly OwnAt[], text: number) =>
    all.some(({ places }) => places.some((place) => place[0] === logo && place[5] === text));
  return measure;
}

const shapeOf = ({ folded, places, bar }: OwnAt) =>
  JSON.stringify([folded, bar[4], places.map(([ink, , , , , text]) => [ink, text])]);

/** Whether what was measured between two widths lies where it would if all moved evenly. */
function isEven(a: OwnAt, b: OwnAt, middle: OwnAt): boolean {
  if (shapeOf(a) !== shapeOf(middle) || shapeOf(b) !== shapeOf(middle)) return false;
  const share = (middle.width - a.width) / (b.width - a.width);
  const isNear = (x: number, y: number, z: number, by = EVEN) => Math.abs(x + (y - x) * share - z) <= by;
  return (
    middle.bar.every((value, i) => isNear(a.bar[i]!, b.bar[i]!, value)) &&
    middle.places.every((place, i) =>
      // A baseline is whole, and jumps from one pixel to the next.
      place.every((value, k) => isNear(a.places[i]![k]!, b.places[i]![k]!, value, k === 7 ? 0.51 : EVEN)),
    )
  );
}

/** Makes the window as wide, without waiting until that is seen. */
function resize(window: CDPSession, width: number): Promise<unknown> {
  const size = { width, height: HEIGHT, deviceScaleFactor: 1, mobile: false };
  return window.send('Emulation.setDeviceMetricsOverride', size);
}

/** How far down a page is scrolled to see where a header stays, CSS pixels. */
const FAR = 500;

/** Notes where a header stands that stays, once the page is scrolled, at each of the widths at which it was measured. */
export async function noteStays(tab: Tab, ask: Ask, all: readonly OwnAt[]): Promise<void> {
  const window = await tab.context().newCDPSession(tab);
  for (const at of all) {
    await resize(window, at.width);
    await ask('measure', FAR);
    // What its script does there, it does before the next frame.
    const down = await tab.evaluate(
      () =>
        new Promise<number>((done) =>
          requestAnimationFrame(() => requestAnimationFrame(() => done(scrollY))),
        ),
    );
    const stays = Math.round((await ask('measure', FAR)).bar[1] * 64) / 64;
    // One that its script has taken away stands nowhere, and on a page that is too short none has come to where it stays.
    const [, y = 0] = at.bar;
    if (down >= y && stays > -4 && stays < 200) at.stays = stays;
  }
  await window.detach();
  await tab.setViewportSize({ width: MEASURED[0]!, height: HEIGHT });
}

/** Measures at enough widths that between two of them everything moves evenly, or they are one pixel apart. */
export async function measureAll(
  tab: Tab,
  ask: Ask,
  turning: readonly number[],
  scroll: number,
  at: Measuring,
): Promise<OwnAt[]> {
  const known = new Map<number, OwnAt>();
  // Asked for without waiting for a window that nobody sees to be as wide: the page is laid out anew when it is measured.
  const window = await tab.context().newCDPSession(tab);
  const measure = async (width: number): Promise<OwnAt> => {
    const found = known.get(width);
    if (found) return found;
    await resize(window, width);
    const made = at(await ask('measure', scroll), scroll);
    known.set(width, { ...made, width });
    return known.get(width)!;
  };
  const first = [...new Set([...MEASURED, ...turning])].sort((a, b) => a - b);
  for (const width of first) await measure(width);
  const between = async (low: number, high: number): Promise<void> => {
    if (high - low < 2 || known.size >= MOST_WIDTHS) return;
    const middle = await measure((low + high) >> 1);
    if (isEven(known.get(low)!, known.get(high)!, middle)) return;
    await between(low, middle.width);
    await between(middle.width, high);
  };
  for (const [i, width] of first.slice(1).entries()) await between(first[i]!, width);
  await window.detach();
  // What the browser was told last is what holds again, and no size that is asked for now is taken for the one there is.
  await tab.setViewportSize({ width: MEASURED[0]!, height: HEIGHT });
  const all = [...known.values()].sort((a, b) => a.width - b.width);
  // What lies where it would without it is left out.
  return all.filter((each, i) => {
    const [a, b] = [all[i - 1], all[i + 1]];
    return (
      !a ||
      !b ||
      MEASURED.includes(each.width) ||
      !isEven(a, b, each) ||
      b.width - each.width === 1 ||
      each.width - a.width === 1
    );
  });
}
