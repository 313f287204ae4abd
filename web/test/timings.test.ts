import { describe, expect, test, vi } from 'vitest';
import { headerAtTime } from '@hatrail/core/change/curve';
import { resolveLook } from '@hatrail/core/header/look';
import type { Header } from '@hatrail/core/model/header';
import { header, site } from '../../core/test/made.ts';
import { betterTimings, type BetterTiming } from '../src/editor/timings.ts';
import { WIDTH, proveChange } from './played.ts';

vi.mock('../src/engine/proof.ts', () => import('./played.ts'));

/** Other timings of a change, as the application looks for them: white links become dark on a fill that becomes white. */

const WHITE = { colour: '#ffffff' };
const night = { swatch: 'night' };
const inks = (link: { swatch: string } | { colour: string }) => ({ link, hover: link, current: link });
const changing = (manner: Partial<Header['manner']> = {}): Header => ({
  ...header,
  looks: {
    ...header.looks,
    top: { ink: inks(WHITE), fill: { colour: night, opacity: 1 } },
    scrolled: { ink: inks(night), fill: { colour: WHITE, opacity: 1 } },
  },
  manner: { ...header.manner, duration: 240, easing: 'linear', ...manner },
});
/**
 * Grey links on a solid night become white on a thinner one, where the snow comes under the header: it must not thin out
 * before they are light.
 */
function thinning(): Header {
  const of = changing({
    ink: { delay: 0, duration: 240 },
    duration: 60,
    switch: { at: 'distance', distance: 480 },
  });
  of.looks.top = { ink: inks({ colour: '#8a93a5' }), fill: { colour: night, opacity: 1 } };
  of.looks.scrolled = { ink: inks(WHITE), fill: { colour: night, opacity: 0.66 } };
  return of;
}
const loadedOf = (of: Header) => ({ site: { ...site, headers: [of] }, hashes: {} });
const moment = { kind: 'moment' } as const;
const belowOf = async (of: Header) =>
  (await proveChange(loadedOf(of), of, { pageId: 'home' }, moment))!.below;

async function found(of: Header): Promise<{ ways: BetterTiming[]; told: BetterTiming[][] }> {
  const told: BetterTiming[][] = [];
  const asked = { loaded: loadedOf(of), header: of, pageId: 'home', width: WIDTH, below: await belowOf(of) };
  await betterTimings({ ...asked, signal: new AbortController().signal }, (ways) => void told.push(ways));
  return { ways: told.at(-1)!, told };
}

describe('other timings', () => {
  test('each that is listed is below for less long when it is swept anew, the best first', async () => {
    const of = changing();
    const { ways } = await found(of);
    expect(ways.map(({ text }) => text)).toContain('All at once');
    let last = 0;
    for (const { text, manner, curve } of ways) {
      const below = await belowOf({ ...of, manner });
      expect(below, text).toBeLessThan(await belowOf(of));
      expect(below, text).toBe(curve.below);
      expect(below, text).toBeGreaterThanOrEqual(last);
      last = below;
    }
  });
  test('they are listed at once, and each is then swept over every page', async () => {
    const { told } = await found(thinning());
    expect(told[0]!.every(({ whole }) => whole === undefined)).toBe(true);
    const timed = told.at(-1)!.filter(({ curve }) => curve.duration > 0);
    expect(timed.length).toBeGreaterThan(0);
    expect(timed.every(({ whole }) => whole?.least.pageId === 'home')).toBe(true);
    expect(told).toHaveLength(timed.length + 1);
  });
  test('inks with a time of their own: of the durations of the rest, the shortest that is clear', async () => {
    const of = thinning();
    expect(await belowOf(of)).toBeGreaterThan(0);
    const { ways } = await found(of);
    const lengths = ways.filter(({ isDuration }) => isDuration);
    expect(lengths).toHaveLength(1);
    const { duration } = lengths[0]!.manner;
    const at = (ms: number) => belowOf({ ...of, manner: { ...of.manner, duration: ms } });
    expect(await at(duration)).toBe(0);
    const shorter = [60, 120, 180, 240, 320, 400].filter((ms) => ms < duration);
    expect(shorter.length).toBeGreaterThan(1);
    for (const ms of shorter) expect(await at(ms), `${ms} ms`).toBeGreaterThan(0);
  });
  test('looking is given up', async () => {
    const stop = new AbortController();
    const of = changing();
    const asked = { loaded: loadedOf(of), header: of, pageId: 'home', width: WIDTH, below: 240 };
    await expect(betterTimings({ ...asked, signal: stop.signal }, () => stop.abort())).rejects.toThrow(
      /abort/i,
    );
  });
});

test('an instant of a change is a header of its own: half way, its fill is half way, and it wears it everywhere', () => {
  const of = changing();
  const still = headerAtTime(site, of, 120);
  const { fill, ink } = resolveLook(site, still, 'top');
  // Night #101b33 and white, half each.
  expect(fill).toEqual({ colour: { colour: 'rgb(136 141 153)' }, opacity: 1 });
  expect(resolveLook(site, still, 'scrolled')).toEqual(resolveLook(site, still, 'top'));
  expect(ink.link).toEqual({ colour: 'rgb(136 141 153)' });
  // The inks first: they have arrived while the fill is half way.
  const first = headerAtTime(site, changing({ ink: { delay: 0, duration: 0 } }), 120);
  expect(resolveLook(site, first, 'top').ink.link).toEqual({ colour: 'rgb(16 27 51)' });
  expect(resolveLook(site, first, 'top').fill).toEqual(fill);
});
