import { beforeEach, describe, expect, test, vi } from 'vitest';
import type { Header } from '@hatrail/core/model/header';
import { header, site } from '../../core/test/made.ts';
import { rowsKey } from '../src/engine/dependsOn.ts';
import { proveAll } from '../src/engine/proof.ts';
import type { SweepRequest } from '../src/engine/types.ts';

/** What is swept again after an edit, and what is still known: the workers are played by a function that notes what it is asked. */

const asked: { page: string; width: number; moments: readonly string[] }[] = [];

vi.mock('../src/engine/pool.ts', () => ({
  isAbort: () => false,
  onEngine: async (_: string, work: (engine: object) => Promise<unknown>) =>
    work({
      sweep: async ({ pageId, width, moments }: SweepRequest) => {
        asked.push({ page: pageId, width, moments });
        return { rows: [], facts: {} };
      },
    }),
}));
vi.mock('../src/engine/fonts.ts', () => ({ loadFonts: async () => undefined }));
vi.mock('../src/engine/logo.ts', () => ({ drawLogos: async () => ({}) }));
vi.mock('../src/engine/vectors.ts', () => ({ drawVectors: async () => ({}) }));

const measureText = (text: string) => ({
  width: 8 * text.length,
  fontBoundingBoxAscent: 16,
  fontBoundingBoxDescent: 4,
  actualBoundingBoxAscent: 700,
  actualBoundingBoxDescent: 200,
});
vi.stubGlobal('document', {
  fonts: {},
  createElement: () => ({ getContext: () => ({ font: '', letterSpacing: '', measureText }) }),
});

const loaded = { site, hashes: {} };
/** The moments that are asked for when a header is proved, with how many pages and widths of each. */
async function sweeps(of: Header): Promise<Record<string, number>> {
  asked.length = 0;
  await proveAll(loaded, of);
  const found: Record<string, number> = {};
  for (const { moments } of asked) for (const moment of moments) found[moment] = (found[moment] ?? 0) + 1;
  return found;
}
const wearing = (looks: Partial<Header['looks']>, manner: Partial<Header['manner']> = {}): Header => ({
  ...header,
  looks: { ...header.looks, ...looks },
  manner: { ...header.manner, ...manner },
});

describe('sweeping again', () => {
  beforeEach(async () => {
    await sweeps(header);
  });
  test('nothing where nothing changed, nor where only the time of a change did', async () => {
    expect(await sweeps(header)).toEqual({});
    expect(await sweeps(wearing({}, { duration: 900, easing: 'linear' }))).toEqual({});
  });
  test('only the later moment where only its look changed; both where the first did', async () => {
    const scrolled = { fill: { opacity: 0.61 } };
    expect(await sweeps(wearing({ scrolled }))).toEqual({ scrolled: 4 });
    expect(await sweeps(wearing({ top: { ...header.looks.top, fill: { opacity: 0.1 } } }))).toEqual({
      top: 4,
      scrolled: 4,
    });
  });
  test('both where one look becomes the next along with the scroll: the way is of both', async () => {
    await sweeps(wearing({}, { stretch: 80 }));
    expect(await sweeps(wearing({ scrolled: { fill: { opacity: 0.62 } } }, { stretch: 80 }))).toEqual({
      top: 4,
      scrolled: 4,
    });
  });
  test('everything where another name or page is behind it, at the standard widths and the one on screen', async () => {
    asked.length = 0;
    await proveAll({ ...loaded, site: { ...site, name: 'Renamed' } }, header, { beside: [{ width: 500 }] });
    expect(asked).toHaveLength(10);
    expect(new Set(asked.map(({ width }) => width))).toEqual(new Set([390, 500, 768, 1280, 1920]));
  });
});

test('another page’s title, which names a menu entry, is part of what a page’s verdicts depend on', () => {
  const hashes = {};
  const key = (of: typeof site) =>
    rowsKey({ site: of, hashes }, header, of.pages[0]!.id, { width: 1280 }, 'top');
  const other = { ...site.pages[0]!, id: 'other', path: '/other', title: 'Other' };
  const two = { ...site, pages: [site.pages[0]!, other] };
  const renamed = { ...two, pages: [two.pages[0]!, { ...other, title: 'Another name' }] };
  expect(key(renamed)).not.toBe(key(two));
  // Its bands are not.
  expect(key({ ...two, pages: [two.pages[0]!, { ...other, bands: [] }] })).toBe(key(two));
});
