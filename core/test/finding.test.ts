import { describe, expect, test } from 'vitest';
import { some } from './some.ts';
import { findingsOf, type Finding } from '../src/finding/finding.ts';
import { menuFindings, wordFindings } from '../src/finding/others.ts';
import { planFor, waysOfFinding, type FindingWay, type Proved } from '../src/finding/ways.ts';
import { allMoments, type Header, type Moment } from '../src/model/header.ts';
import { STRICT_NEEDS, USUAL_NEEDS, type Needs } from '../src/model/needs.ts';
import type { Page } from '../src/model/page.ts';
import type { Site } from '../src/model/site.ts';
import { leastPercents } from '../src/remedy/leastFill.ts';
import type { Raster } from '../src/geometry/raster.ts';
import { layoutScene, type Scene } from '../src/sweep/scene.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { spotKey, type Row } from '../src/sweep/row.ts';
import { header, measure, noDrawing, painted, random, site } from './made.ts';

/** Rows brought together into causes, and what clears them: over pages of even bands, dark and light. */

const WIDTHS = [400, 700];
const page = (id: string, colours: string[]): Page => ({
  ...site.pages[0]!,
  id,
  title: id,
  path: `/${id}`,
  bands: colours.map((colour, i) => ({
    ...site.pages[0]!.bands[0]!,
    id: `${id}-${i}`,
    height: { unit: 'px', value: 500 },
    backdrop: { colour: { colour } },
  })),
});
const PAGES = [
  page('dark', ['#101b33', '#101b33', '#0a0f1c']),
  page('pale', ['#eef2f6', '#ffffff', '#101b33']),
];
const of = (worn: Header, pages = PAGES, needs?: Needs): Site => ({
  ...site,
  pages,
  headers: [worn],
  ...(needs && { needs }),
});
const sceneOf = (at: Site, worn: Header, on: Page, width: number) =>
  layoutScene(at, worn, on, { width, windowHeight: 400 }, measure);

/** Pages painted once: the header lies over them, so that they are the same whatever it wears. */
const rasters = new Map<string, Raster>();
function rasterOf({ page: on, width, laid }: Scene): Raster {
  const key = `${on.id} ${width}`;
  const raster = rasters.get(key) ?? painted(laid);
  rasters.set(key, raster);
  return raster;
}

function rowsOf(
  at: Site,
  worn: Header,
  moments: readonly Moment[] = allMoments(worn),
  only?: Pick<Row, 'page' | 'width'>,
): Row[] {
  const isWanted = (on: Page, width: number) => !only || (on.path === only.page && width === only.width);
  return at.pages.flatMap((on) =>
    WIDTHS.filter((width) => isWanted(on, width)).flatMap((width) => {
      const scene = sceneOf(at, worn, on, width);
      return proveScene(scene, rasterOf(scene), noDrawing, moments).map(({ contrasts: _, ...row }) => row);
    }),
  );
}

/** A header proved, its work done in place. */
function proved(worn: Header, pages = PAGES, needs?: Needs): Proved {
  const at = of(worn, pages, needs);
  return {
    site: at,
    header: worn,
    rows: rowsOf(at, worn),
    work: {
      sweep: async (tried, moments, only) => rowsOf(at, tried, moments, only),
      solve: async (tried, moment, knob, places, floor) =>
        places.map((place) => {
          const scene = sceneOf(
            at,
            tried,
            at.pages.find(({ path }) => path === place.page)!,
            place.width,
          );
          return leastPercents(scene, rasterOf(scene), noDrawing, { moment, knob, floor }, [place])[0];
        }),
      cost: async () => undefined,
    },
  };
}

/** Headers by chance: fills of any opacity, inks of any swatch. */
function byChance(seed: number): Header {
  const next = random(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const use = () => ({ swatch: pick(site.palette).id });
  const look = () => ({
    ink: {
      link: use(),
      hover: use(),
      current: use(),
      ...(next() < 0.3 && { ring: use() }),
      logo: 'light' as const,
    },
    fill: { colour: use(), opacity: pick([0, 0.2, 0.5, 0.8, 1]) },
    ...(next() < 0.4 && { cue: { hover: 2, current: 2 } }),
  });
  return { ...header, looks: { top: look(), ...(next() < 0.8 ? { scrolled: look() } : { scrolled: {} }) } };
}
const SEEDS = Array.from({ length: 24 }, (_, i) => i + 1);
const keyOf = (row: Row) => [row.page, row.width, row.moment, spotKey(row), row.span.from].join(' ');
const told = (findings: readonly Finding[]) =>
  findings.map(({ rows, ...finding }) => ({ ...finding, rows: rows.map(keyOf) }));

describe('findings', () => {
  test.each(SEEDS)(
    'hold every row below its need exactly once, whatever the order they come in: header %i',
    (seed) => {
      const { site: at, header: worn, rows } = proved(byChance(seed));
      const findings = findingsOf(at, worn, rows);
      const below = rows.filter(({ verdict }) => verdict !== 'clear').map(keyOf);
      expect(findings.flatMap((finding) => finding.rows.map(keyOf)).sort()).toEqual(below.sort());
      const turned = findingsOf({ ...at, pages: [...at.pages].reverse() }, worn, [...rows].reverse());
      expect(told(turned)).toEqual(told(findings));
      for (const { rows: own, worst, pages, windows, met } of findings) {
        expect(worst.worst / worst.needed).toBe(Math.min(...own.map((row) => row.worst / row.needed)));
        expect(new Set(own.map(({ moment }) => moment)).size).toBe(1);
        expect([pages.length > 0, windows.length > 0, met >= 0, met <= 1]).toEqual([true, true, true, true]);
      }
    },
  );

  test('where more is asked for, rows, findings and ways follow', async () => {
    const worn: Header = { ...header, looks: { ...header.looks, scrolled: { fill: { opacity: 0.62 } } } };
    const scrolled = (rows: readonly Row[]) => rows.filter((row) => row.moment === 'scrolled');
    const usual = proved(worn);
    const strict = proved(worn, PAGES, STRICT_NEEDS);
    expect(scrolled(usual.rows).every(({ verdict }) => verdict === 'clear')).toBe(true);
    const finding = findingsOf(strict.site, worn, strict.rows).find(({ moment }) => moment === 'scrolled')!;
    expect([finding.value, finding.criteria, finding.worst.needed]).toEqual(['fill', ['1.4.6'], 7]);
    const ways = await waysOfFinding(strict, finding, () => undefined);
    expect(ways[0]!.text).toMatch(/^Fill to 7\d/);
    const held = new Set(finding.rows.map(keyOf));
    for (const { header: tried } of ways)
      for (const row of rowsOf(strict.site, tried).filter((each) => held.has(keyOf(each))))
        expect(row.worst).toBeGreaterThanOrEqual(
          row.criterion === '1.4.11' ? 3 : JSON.stringify(tried).includes('"size":24') ? 4.5 : 7,
        );
    const own = proved(worn, PAGES, { ...USUAL_NEEDS, marks: 12 });
    expect(findingsOf(own.site, worn, own.rows)[0]!.criteria).toContain('1.4.11');
  });

  test('name the value at fault, what lies behind, and how many it holds', () => {
    const worn: Header = { ...header, looks: { ...header.looks, scrolled: { fill: { opacity: 0.42 } } } };
    const { site: at, rows } = proved(worn);
    const [top, scrolled] = findingsOf(at, worn, rows).filter(({ value }) => value !== 'pointed inks');
    expect(top).toMatchObject({
      title: 'White links over light pages, at the top',
      moment: 'top',
      value: 'inks',
      set: 'the links’ ink, White, and the light logo',
      pages: ['/pale'],
      criteria: ['1.4.11', '1.4.3'],
      verdict: 'lost',
    });
    expect(scrolled).toMatchObject({
      value: 'fill',
      set: 'the fill, Night 42 %',
      behind: 'bands of even colour',
    });
    expect(scrolled!.items).toContain('links');
  });

  test('of a header that is clear there are none', () => {
    const solid: Header = {
      ...header,
      looks: {
        ...header.looks,
        top: { ...header.looks.top, fill: { colour: { swatch: 'night' }, opacity: 1 } },
        scrolled: { fill: { opacity: 1 } },
      },
    };
    const { site: at, rows } = proved(solid);
    expect(findingsOf(at, solid, rows)).toEqual([]);
  });

  test('a menu and a banner’s words that cannot be read are findings of their own', () => {
    const pale = { ...header, panel: { fill: { swatch: 'snow' }, ink: { swatch: 'white' } } };
    const [menu] = menuFindings(of(pale), pale);
    expect(menu).toMatchObject({
      title: 'Entries of the folded menu',
      verdict: 'lost',
      at: { menu: 'folded menu' },
    });
    expect(menuFindings(of(header), header)).toEqual([]);
    const word = { pageId: 'pale', text: 'Open', contrast: 2, needed: 4.5, verdict: 'lost' as const };
    const [words] = wordFindings(of(header), [
      { ...word, pageId: 'dark', contrast: 3, verdict: 'strained' },
      word,
      { ...word, pageId: 'x', verdict: 'clear' },
    ]);
    expect(words).toMatchObject({ verdict: 'lost', contrast: 2, at: { pageIds: ['pale', 'dark'] } });
  });
});

describe('what clears a finding', () => {
  test.each(some([1, 2], 2))('clears every row of it, and makes nothing worse: header %i', async (seed) => {
    const all = proved(byChance(seed));
    const rank = { lost: 0, strained: 1, clear: 2 };
    const before = new Map(all.rows.map((row) => [keyOf(row), row.verdict]));
    for (const finding of findingsOf(all.site, all.header, all.rows).slice(0, 2)) {
      let tries = 0;
      const ways: FindingWay[] = await waysOfFinding(all, finding, (_, tried) => (tries = tried));
      expect(tries).toBeGreaterThan(5);
      const own = new Set(finding.rows.map(keyOf));
      for (const way of ways) {
        const after = rowsOf(all.site, way.header);
        for (const row of after) {
          if (own.has(keyOf(row))) expect(row.verdict, `${way.text} ${keyOf(row)}`).toBe('clear');
          const was = before.get(keyOf(row));
          if (was) expect(rank[row.verdict], `${way.text} ${keyOf(row)}`).toBeGreaterThanOrEqual(rank[was]);
        }
        expect(way.left).toBe(findingsOf(all.site, way.header, after).length);
      }
    }
  });

  test('where no single change clears it, a pair of them does: inks of one tone, and a fill of the other', async () => {
    // White links and night ones under the pointer, over pages both light and dark: whatever the fill is, one of them is lost.
    const worn: Header = {
      ...header,
      looks: {
        top: header.looks.top,
        scrolled: {
          ink: { link: { swatch: 'white' }, hover: { swatch: 'night' }, current: { swatch: 'night' } },
          fill: { colour: { swatch: 'night' }, opacity: 0 },
        },
      },
    };
    const all = proved(worn);
    const rows = all.rows.filter(({ moment, verdict }) => moment === 'scrolled' && verdict !== 'clear');
    const [finding] = findingsOf(all.site, worn, rows);
    const ways = await waysOfFinding(all, { ...finding!, rows }, () => undefined);
    expect(ways.length).toBeGreaterThan(0);
    const [way] = ways;
    const own = new Set(rows.map(keyOf));
    const after = rowsOf(all.site, way!.header).filter((row) => own.has(keyOf(row)));
    expect(after.every(({ verdict }) => verdict === 'clear')).toBe(true);
    expect(ways.map(({ text }) => text)).toEqual([
      expect.stringMatching(
        /^Links in (White|Night)(, the dark logo)?, and a fill in (Night|White|Snow) of [\d.]+ %\.$/,
      ),
    ]);
  });

  test.each([3, 4])('a plan leaves what it says when it is swept anew: header %i', async (seed) => {
    const all = proved(byChance(seed));
    const plan = await planFor(all);
    const after = findingsOf(all.site, plan.header, rowsOf(all.site, plan.header));
    expect(told(plan.left)).toEqual(told(after));
    expect(plan.steps.length === 0).toBe(plan.header === all.header);
  });

  test('one change that clears a whole moment goes before one for each finding', async () => {
    const worn: Header = {
      ...header,
      looks: { top: header.looks.top, scrolled: { fill: { opacity: 0.42 } } },
    };
    const told: number[] = [];
    const plan = await planFor(proved(worn), (steps) => told.push(steps.length));
    expect(plan.left).toEqual([]);
    expect(plan.steps.map(({ moment }) => moment).sort()).toEqual(['scrolled', 'top']);
    expect(told).toEqual([1, 2]);
  });
});
