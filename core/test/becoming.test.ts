import { describe, expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import { mixRgb, type Rgb } from '../src/colour/rgb.ts';
import { headerBecoming } from '../src/change/between.ts';
import { changeCurve } from '../src/change/curve.ts';
import { findingsOf } from '../src/finding/finding.ts';
import { atOnce } from '../src/remedy/atOnce.ts';
import type { Header, Look } from '../src/model/header.ts';
import { worseBetween } from '../src/sweep/becoming.ts';
import { changedVerdicts } from '../src/sweep/compare.ts';
import { cutScene } from '../src/sweep/cut.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { header, noDrawing, random, raster, sceneOf, site } from './made.ts';

/** Links on their way into a state: clear before and after, and between? */

const page = raster(500, 2000, () => ({ r: 255, g: 255, b: 255 }));
/** Dark on nothing over a white page, then white on a dark backing: half way there is nothing left of the word. */
const turned: Look = {
  ink: { link: { colour: '#101828' }, hover: { colour: '#ffffff' }, current: { colour: '#101828' } },
  backing: {
    hover: { colour: { colour: '#101828' }, opacity: 1 },
    pressed: { colour: { colour: '#101828' }, opacity: 1 },
  },
};
const worn = (top: Look, manner: Partial<Header['manner']> = {}): Header => ({
  ...header,
  looks: { ...header.looks, top },
  manner: { ...header.manner, duration: 200, easing: 'linear', ...manner },
});
const rowsOf = (of: Header) => proveScene(sceneOf(of), page, noDrawing, ['top']);
const becomingOf = (of: Header) => rowsOf(of).filter(({ becoming }) => becoming);

describe('at which parts of its way it can be worse', () => {
  const grey = (v: number): Rgb => ({ r: v, g: v, b: v });
  test('over the same ground: of what is light or dark all the way only where it is darkest or lightest', () => {
    expect(worseBetween(grey(255), grey(200), 4.5, true)).toEqual([]);
    expect(worseBetween(grey(0), grey(90), 4.5, true)).toEqual([]);
    // Red and green of the same lightness are darker half way than either.
    const [share, ...none] = worseBetween({ r: 255, g: 120, b: 120 }, { r: 60, g: 200, b: 120 }, 4.5, true);
    expect([share! > 0 && share! < 1, none]).toEqual([true, []]);
  });
  test('all along it, where it crosses from light to dark, or where what lies behind it changes, too', () => {
    expect(worseBetween(grey(255), grey(0), 4.5, true)).toHaveLength(11);
    expect(worseBetween(grey(255), grey(200), 4.5, false)).toHaveLength(11);
  });
  test('whatever the ground: where it is not looked at, what is clear at both ends is clear between', () => {
    const next = random(77);
    const level = () => Math.floor(256 * next());
    const colour = (): Rgb => ({ r: level(), g: level(), b: level() });
    let [tried, cleared] = [0, 0];
    while (cleared < 60 && tried++ < 40_000) {
      const [a, b, needed] = [colour(), colour(), next() < 0.5 ? 4.5 : 3];
      const shares = worseBetween(a, b, needed, true);
      if (shares.length > 1) continue;
      // A cell of twenty pixels: all but one of them must be clear.
      const base = next() < 0.5 ? 0 : 200;
      const ground = Array.from({ length: 20 }, () =>
        next() < 0.1 ? colour() : grey(base + Math.floor(56 * next())),
      );
      const least = (share: number) =>
        ground.map((each) => contrastRatio(mixRgb(a, b, share), each)).sort((p, q) => p - q)[1]!;
      const looked = Math.min(...[0, 1, ...shares].map(least));
      if (looked < needed) continue;
      cleared++;
      const between = Array.from({ length: 99 }, (_, i) => least((i + 1) / 100));
      expect(Math.min(...between)).toBeGreaterThanOrEqual(needed * 0.999);
    }
    expect(cleared).toBe(60);
  });
});

describe('a row of its own', () => {
  test('where it is lost between two states that are clear, at the part of the way where it is worst', () => {
    const rows = becomingOf(worn(turned));
    expect([...new Set(rows.map(({ state }) => state))]).toEqual(['hover']);
    for (const { worst, becoming, below, span } of rows) {
      expect(worst).toBeLessThan(1.2);
      expect(becoming).toMatchObject({ from: expect.stringMatching(/rest|current/) as string });
      expect(Math.abs(becoming!.share - 0.5)).toBeLessThan(0.05);
      expect(below).toBe(span.to - span.from + 1);
    }
    const ends = rowsOf(worn(turned)).filter(({ becoming, part }) => !becoming && part === 'ink');
    expect(ends.every(({ verdict, state }) => verdict === 'clear' || state === 'pressed')).toBe(true);
  });
  test('each state is a cause of its own, told by the inks that it goes from and to', () => {
    const dark = { colour: { colour: '#101828' }, opacity: 1 };
    const of = worn({
      ink: { ...turned.ink!, focused: { colour: '#eeeeee' } },
      backing: { ...turned.backing!, focused: dark },
    });
    const found = findingsOf({ ...site, headers: [of] }, of, becomingOf(of));
    expect(found.map(({ title, set }) => [title.split(' over ')[0], set]).sort()).toEqual([
      ['Links, on their way to hovered', 'how links change, from #101828 to #ffffff'],
      ['Links, while the keyboard comes to them', 'how links change, from #101828 to #eeeeee'],
    ]);
  });
  test('none where it is there at once: for all, or under the pointer', () => {
    expect(becomingOf(worn(turned, { duration: 0 }))).toEqual([]);
    expect(becomingOf(worn(turned, { ink: { delay: 0, duration: 0 } }))).toEqual([]);
    expect(becomingOf(worn({ ...turned, cue: { duration: 0 } }))).toEqual([]);
    expect(becomingOf(worn({ ...turned, cue: { duration: 90 } }, { duration: 0 })).length).toBeGreaterThan(0);
  });
  test('none where an end is not clear itself: that is told already', () => {
    const lost = { ...turned, ink: { ...turned.ink!, hover: { colour: '#101828' } } };
    expect(becomingOf(worn(lost))).toEqual([]);
  });
  test('its cut is made as far on its way as it is, and comes to what the sweep told', () => {
    const [row] = becomingOf(worn(turned));
    const cut = cutScene(sceneOf(worn(turned)), page, noDrawing, row!)!;
    expect(cut.steps.at(-1)!.contrast).toBeCloseTo(row!.worst, 2);
    expect(cut.ink.r).toBeGreaterThan(100);
  });
  test('one finding, which says what changes, and is cleared by changing at once', async () => {
    const of = worn(turned);
    const found = findingsOf({ ...site, headers: [of] }, of, becomingOf(of));
    expect(found).toHaveLength(1);
    expect(found[0]!.set).toBe('how links change, from #101828 to #ffffff');
    expect(found[0]).toMatchObject({
      value: 'becoming',
      title: expect.stringMatching(/^Links, on their way to hovered over light pages/) as string,
    });
    const asked = {
      site,
      header: of,
      moment: 'top' as const,
      rows: becomingOf(of),
      work: {
        sweep: (tried: Header) => Promise.resolve(becomingOf(tried)),
        solve: () => Promise.reject(new Error('nothing to solve')),
        cost: () => Promise.resolve(undefined),
      },
    };
    const way = await atOnce.find(asked);
    expect(way!.header.looks.top.cue).toEqual({ duration: 0 });
    expect(way!.header.manner).toEqual(of.manner);
    expect(
      await atOnce.find({ ...asked, rows: rowsOf(of).filter(({ state }) => state === 'rest') }),
    ).toBeUndefined();
  });
});

test('the header itself, under the pointer: its ground and links are read at every instant', () => {
  const white = { link: { colour: '#ffffff' }, hover: { colour: '#ffffff' }, current: { colour: '#ffffff' } };
  const of = worn({ ink: turned.ink! });
  of.looks.pointed = { ink: white, fill: { colour: { colour: '#101828' }, opacity: 1 } };
  const curve = changeCurve(sceneOf(of), page, noDrawing, { kind: 'pointed', moment: 'top' })!;
  expect([curve.instants[0]!.contrast > 15, curve.instants.at(-1)!.contrast > 15]).toEqual([true, true]);
  expect(curve.least.contrast).toBeLessThan(1.1);
  expect(Math.abs(curve.least.time - 100)).toBeLessThan(10);
});

test('lost on its way only while another picture is seen: told with that picture', () => {
  const inks = { link: { colour: '#ffffff' }, hover: { colour: '#000000' }, current: { colour: '#ffffff' } };
  // White to black: over night the end is lost, over a grey that bears both it is the way.
  const grey = raster(500, 2000, () => ({ r: 117, g: 117, b: 117 }));
  const night = { ...raster(500, 2000, () => ({ r: 0, g: 0, b: 0 })), others: [grey] };
  const rows = proveScene(sceneOf(worn({ ink: inks })), night, noDrawing, ['top']);
  const lost = rows.filter(({ becoming, state }) => becoming && state === 'hover');
  expect(lost.map(({ itemId, shows, verdict }) => [itemId, shows, verdict])).toEqual(
    expect.arrayContaining([['two', 1, 'lost']]),
  );
  expect(
    rows
      .filter(({ becoming, state }) => !becoming && state === 'hover')
      .every(({ verdict }) => verdict === 'lost'),
  ).toBe(true);
});

test('held against another header, what is lost on its way is a verdict that changes, and changes back', () => {
  const [slow, fast] = [rowsOf(worn(turned)), rowsOf(worn(turned, { duration: 0 }))];
  const changes = changedVerdicts(fast, slow);
  expect(changes.length).toBeGreaterThan(1);
  for (const { state, becoming, from, to } of changes) {
    expect([state, becoming !== undefined, from.verdict, to.verdict]).toEqual([
      'hover',
      true,
      'clear',
      'lost',
    ]);
    expect(from.contrast).toBeGreaterThan(15);
  }
  expect(changedVerdicts(slow, fast).map(({ from, to }) => [from.verdict, to.verdict])).toEqual(
    changes.map(() => ['lost', 'clear']),
  );
});

test('it is shown as it is judged: links at rest wear what they are on their way', () => {
  const of = worn(turned);
  const [row] = becomingOf(of);
  const shown = headerBecoming(site, of, 'top', { state: 'hover', ...row!.becoming! });
  const rest = rowsOf(shown).find(
    ({ itemId, state, part }) => itemId === row!.itemId && part === 'ink' && state !== 'hover',
  );
  expect(rest!.worst).toBeCloseTo(row!.worst, 2);
});

test('the curve under the pointer goes by the time that links take, and reads what the rows do', () => {
  const of = worn({ ...turned, cue: { duration: 600, easing: 'linear' } });
  const curve = changeCurve(sceneOf(of), page, noDrawing, { kind: 'hover', moment: 'top' })!;
  expect(curve.duration).toBe(600);
  const least = Math.min(...becomingOf(of).map(({ worst }) => worst));
  expect(Math.abs(curve.least.contrast - least)).toBeLessThan(0.1);
  expect(Math.abs(curve.least.time - 300)).toBeLessThan(30);
  const atOnceCurve = changeCurve(sceneOf(worn({ ...turned, cue: { duration: 0 } })), page, noDrawing, {
    kind: 'hover',
    moment: 'top',
  })!;
  expect(atOnceCurve.duration).toBe(0);
});
