import { beforeEach, describe, expect, test, vi } from 'vitest';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { header, site } from '../../core/test/made.ts';
import { leastBandTint } from '../src/dress/bandRemedy.ts';
import { boundOf } from '../src/editor/leastNumber.ts';
import { otherWays, type Way } from '@hatrail/core/remedy/index';
import { askedOf } from '../src/editor/remedyWork.ts';
import { standingOf } from '../src/editor/verdicts.ts';
import { WIDTH, asked, proveAll, readBandAt } from './played.ts';

vi.mock('../src/engine/proof.ts', () => import('./played.ts'));

/** Remedies as the application looks for them, over pages of even bands. */

const WHITE = { colour: '#ffffff' };
const ink = { link: WHITE, hover: WHITE, current: WHITE, logo: 'light' as const };
const worn = (looks: Partial<Header['looks']> = {}, manner: Partial<Header['manner']> = {}): Header => ({
  ...header,
  looks: { ...header.looks, top: { ...header.looks.top, ink }, ...looks },
  manner: { ...header.manner, ...manner },
});
const loadedOf = (of: Header, change: Partial<Site> = {}) => ({
  site: { ...site, headers: [of], ...change },
  hashes: {},
});
const signal = () => new AbortController().signal;
const isClear = (rows: readonly { verdict: string }[]) => rows.every(({ verdict }) => verdict === 'clear');

async function waysOf(of: Header, moment: 'top' | 'scrolled'): Promise<Way[]> {
  const loaded = loadedOf(of);
  const rows = await proveAll(loaded, of, { moments: [moment] });
  expect(isClear(rows)).toBe(false);
  let found: Way[] = [];
  await otherWays(askedOf(loaded, of, moment, rows, { signal: signal() }), [], (ways) => (found = ways));
  return found;
}

beforeEach(() => void (asked.sweeps = 0));

describe('other ways', () => {
  test('each that is listed clears its moment when it is swept anew', async () => {
    const ways = await waysOf(worn(), 'scrolled');
    expect(ways.map(({ text }) => text)).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^Tint in Night, [\d.]+ %\.$/),
        expect.stringMatching(/^Blur of 12 px, and the fill in Night to [\d.]+ %\.$/),
      ]),
    );
    // What comes to the same as what is offered already is not offered again.
    const tint = ways.find(({ text }) => text.startsWith('Tint'))!;
    const rows = await proveAll(loadedOf(worn()), worn(), { moments: ['scrolled'] });
    const first = new Promise<Way[]>((resolve, reject) => {
      const stop = new AbortController();
      const at = askedOf(loadedOf(worn()), worn(), 'scrolled', rows, { signal: stop.signal });
      otherWays(at, [tint], (found) => {
        stop.abort();
        resolve(found);
      }).catch((error: Error) => (stop.signal.aborted ? undefined : reject(error)));
    });
    expect((await first).map(({ text }) => text)).not.toContain(tint.text);
    for (const way of ways) {
      const moments = way.header.manner.switch.at === 'distance' ? ['scrolled' as const] : undefined;
      const rows = await proveAll(loadedOf(way.header), way.header, {
        moments: moments ?? ['top', 'scrolled'],
      });
      expect(isClear(rows), way.text).toBe(true);
    }
  });
  test.runIf(process.env.LONG)(
    'the change moved to where the ground changes is not listed: letters that cross the edge are lost',
    async () => {
      const night = { swatch: 'night' };
      const dark = { link: night, hover: night, current: night };
      const ways = await waysOf(worn({ scrolled: { ink: dark, fill: { opacity: 0 } } }), 'scrolled');
      expect(ways.filter(({ header: { manner } }) => manner.switch.at !== 'distance')).toEqual([]);
      // On a solid ground of their own they are clear anywhere: then it is, and both moments are swept for it.
      const solid = { ink: dark, fill: { colour: { swatch: 'snow' }, opacity: 1 } };
      const late = worn({ scrolled: solid }, { switch: { at: 'distance', distance: 900 } });
      const moved = (await waysOf(late, 'top')).find(
        ({ text }) => text === 'The change at the end of the first band.',
      )!;
      expect(moved.header.manner.switch).toMatchObject({ at: 'band', band: 1 });
      expect(new Set(moved.rows.map(({ moment }) => moment))).toEqual(new Set(['top', 'scrolled']));
      expect(isClear(moved.rows)).toBe(true);
    },
  );
  test('a gradient is made stronger where there is one; a tenth of a percent less would not do', async () => {
    const stops = [0, 100].map((at) => ({ at, colour: { swatch: 'night' }, opacity: at === 0 ? 0.3 : 0.2 }));
    const faint = worn({ scrolled: { gradient: { on: true, angle: 180, stops }, fill: { opacity: 0 } } });
    const way = (await waysOf(faint, 'scrolled')).find(({ text }) =>
      text.startsWith('The gradient stronger'),
    )!;
    const { stops: solved } = way.header.looks.scrolled.gradient!;
    expect(solved![0]!.opacity).toBeGreaterThan(0.3);
    expect(solved![1]!.opacity / solved![0]!.opacity).toBeCloseTo(2 / 3, 2);
    const less = solved!.map((stop) => ({ ...stop, opacity: stop.opacity * (1 - 0.002) }));
    const weaker = worn({
      scrolled: { ...way.header.looks.scrolled, gradient: { on: true, angle: 180, stops: less } },
    });
    expect(isClear(await proveAll(loadedOf(weaker), weaker, { moments: ['scrolled'] }))).toBe(false);
  });
  test.runIf(process.env.LONG)(
    'dark links are proposed where the page is light all along, not where it is both',
    async () => {
      const light = { ...site.pages[0]!, bands: [site.pages[0]!.bands[1]!] };
      const of = worn({ scrolled: { fill: { opacity: 0 } } });
      const loaded = loadedOf(of, { pages: [light] });
      const rows = await proveAll(loaded, of, { moments: ['scrolled'] });
      let found: Way[] = [];
      await otherWays(
        askedOf(loaded, of, 'scrolled', rows, { signal: signal() }),
        [],
        (ways) => (found = ways),
      );
      expect(found.map(({ text }) => text)).toContain('Links in Night.');
      expect((await waysOf(of, 'scrolled')).map(({ text }) => text)).not.toContain('Links in Night.');
    },
  );
  test('looking is given up at once', async () => {
    const stop = new AbortController();
    const of = worn();
    const rows = await proveAll(loadedOf(of), of, { moments: ['scrolled'] });
    const looking = otherWays(askedOf(loadedOf(of), of, 'scrolled', rows, { signal: stop.signal }), [], () =>
      stop.abort(),
    );
    await expect(looking).rejects.toThrow(/abort/i);
  });
});

describe('the number from which a moment is clear', () => {
  const bound = (holds: 'above' | 'below', values: readonly number[], of = worn({ scrolled: {} })) =>
    boundOf({
      loaded: loadedOf(of),
      beside: [{ width: WIDTH }],
      moments: [holds === 'below' ? 'top' : 'scrolled'],
      values,
      holds,
      make: (distance) => {
        const made = { ...of, manner: { ...of.manner, switch: { ...of.manner.switch, distance } } };
        return { loaded: loadedOf(made), header: made };
      },
      signal: signal(),
    });
  test('At the top may reach until its lowest letters meet the snow', async () => {
    const up = Array.from({ length: 900 }, (_, i) => i + 1);
    const found = (await bound('below', up))!;
    const clear = async (distance: number) => {
      const of = worn({}, { switch: { at: 'distance', distance } });
      return isClear(await proveAll(loadedOf(of), of, { moments: ['top'] }));
    };
    expect([await clear(found), await clear(found + 1)]).toEqual([true, false]);
    expect(asked.sweeps).toBeLessThan(20);
  });
  test('is one of those that may be chosen, and none where not even the last will do', async () => {
    expect(await bound('below', [100, 300, 440, 700])).toBe(440);
    expect(await bound('above', [100, 300])).toBeUndefined();
  });
});

test('the least tint on the opening band clears words and header together; a percent less does not', async () => {
  const [page] = site.pages;
  const [, snow] = page!.bands;
  const opening = {
    ...snow!,
    height: { unit: 'px' as const, value: 600 },
    ink: WHITE,
    contents: [{ kind: 'heading' as const, level: 1 as const, text: 'First light' }],
  };
  const of = worn({ scrolled: {} }, { switch: { at: 'distance', distance: 5000 } });
  const lit = { ...page!, bands: [opening] };
  const loaded = loadedOf(of, { pages: [lit] });
  const found = (await leastBandTint(
    loaded,
    of,
    { page: lit, beside: [{ width: WIDTH }], colour: { swatch: 'night' } },
    signal(),
  ))!;
  // Over snow white text is clear from 57.0 % on, the ground being rounded to whole levels.
  expect(found.percent).toBe(57);
  expect(isClear(found.rows)).toBe(true);
  const tinted = (percent: number) => ({
    ...lit,
    bands: [
      {
        ...opening,
        backdrop: { ...opening.backdrop, tint: { colour: { swatch: 'night' }, opacity: percent / 100 } },
      },
    ],
  });
  const at = async (percent: number) => {
    const tried = loadedOf(of, { pages: [tinted(percent)] });
    const rows = await proveAll(tried, of, { moments: ['top'] });
    const [reading] = await readBandAt(tried, of.id, { pageId: 'home', band: 0 });
    return isClear(rows) && isClear(reading!.words);
  };
  expect([await at(found.percent), await at(found.percent - 1)]).toEqual([true, false]);
  expect(
    await leastBandTint(loaded, of, { page: lit, beside: [{ width: WIDTH }], colour: WHITE }, signal()),
  ).toBeUndefined();
});

test('how things stand counts items and menus: a menu that is lost is lost, whatever the header', async () => {
  const of = worn({ scrolled: { fill: { colour: { swatch: 'night' }, opacity: 1 } } });
  const menus = site.menus.map((menu) => ({
    ...menu,
    entries: menu.entries.map((entry) => ({
      ...entry,
      children: [{ id: `${entry.id}-c`, label: 'More', address: '/m' }],
    })),
  }));
  const standing = async (panel: Header['panel']) => {
    const header = { ...of, panel };
    const at = { ...site, menus, headers: [header] };
    const rows = await proveAll({ site: at, hashes: {} }, header, { moments: ['scrolled'] });
    return standingOf(at, header, { rows, banners: [] });
  };
  expect(await standing(of.panel)).toMatchObject({ verdict: 'clear', count: 0, words: 'All clear' });
  const pale = { fill: { swatch: 'snow' }, ink: { swatch: 'white' } };
  expect(await standing(pale)).toMatchObject({ verdict: 'lost', words: '2 findings' });
});
