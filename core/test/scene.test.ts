import { describe, expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import type { LogoPixels } from '../src/sweep/logo.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { worstAt } from '../src/sweep/row.ts';
import { layoutScene, spansOf } from '../src/sweep/scene.ts';
import { blob, header, measure, noDrawing, raster, site } from './made.ts';

const WHITE = { r: 255, g: 255, b: 255 };
const scene = layoutScene(site, header, site.pages[0]!, { width: 500, windowHeight: 400 }, measure);

describe('a scene', () => {
  const page = raster(500, scene.laid.height, (_, y) =>
    y < 500 ? { r: 13, g: 23, b: 48 } : { r: 238, g: 242, b: 246 },
  );
  const logo: LogoPixels = { ...blob(), left: 20, top: 10 };
  const rows = proveScene(scene, page, { ...noDrawing, logo: () => logo });
  const row = (item: string, moment: string, state = 'rest') =>
    rows.find((one) => one.item === item && one.moment === moment && one.state === state)!;

  test('has a row for each item, state and moment', () => {
    const of = (part: string) => rows.filter((one) => one.part === part);
    expect(of('ink')).toHaveLength(10);
    // A line below each link hovered and the current one; a ring round the logo and each link.
    expect([of('cue').length, of('ring').length]).toEqual([6, 6]);
    expect(row('Visit', 'top', 'current')).toBeDefined();
    expect(row('Visit', 'top')).toBeUndefined();
  });

  test('is clear over the dark band and lost over the snow, as worked out on paper', () => {
    expect(row('Night log', 'top').verdict).toBe('clear');
    const lost = row('Night log', 'scrolled');
    expect(lost.verdict).toBe('lost');
    // 145, 152, 164 is the ground of the reference table, rounded.
    expect(lost.worst).toBeCloseTo(contrastRatio(WHITE, { r: 145, g: 152, b: 164 }), 2);
    expect(lost.span).toEqual({ from: 100, to: 1600 });
    expect(page.data[4 * (lost.cell.y * 500 + lost.cell.x)]).toBe(238);
    expect(lost.cell.y).toBe(lost.scroll + Math.round(36 - 11.2));
  });

  test('a moment that is never met has no row', () => {
    const far = {
      ...header,
      manner: { ...header.manner, switch: { at: 'distance' as const, distance: 1601 } },
    };
    const beyond = layoutScene(
      { ...site, headers: [far] },
      far,
      site.pages[0]!,
      { width: 500, windowHeight: 400 },
      measure,
    );
    expect(spansOf(beyond, 'top')).toEqual([{ from: 0, to: 1600 }]);
    expect(spansOf(beyond, 'scrolled')).toEqual([]);
  });

  test('a header that leaves is judged where it lies, until it has left', () => {
    const leaving = { ...header, manner: { ...header.manner, onScroll: 'leaves' as const } };
    const gone = layoutScene(site, leaving, site.pages[0]!, { width: 500, windowHeight: 400 }, measure);
    expect(spansOf(gone, 'top')).toEqual([{ from: 0, to: 59 }]);
    expect(spansOf(gone, 'scrolled')).toEqual([]);
  });

  test('the end of the first band is where the header’s lower edge meets it', () => {
    const banded = {
      ...header,
      manner: { ...header.manner, switch: { at: 'first band' as const, distance: 1 } },
    };
    expect(
      layoutScene(site, banded, site.pages[0]!, { width: 500, windowHeight: 400 }, measure).stretches[1],
    ).toEqual({
      from: 440,
      moment: 'scrolled',
    });
    const above = { ...banded, manner: { ...banded.manner, lies: 'above' as const } };
    expect(
      layoutScene(site, above, site.pages[0]!, { width: 500, windowHeight: 400 }, measure).stretches[1],
    ).toEqual({
      from: 500,
      moment: 'scrolled',
    });
  });

  test('the worst place is the middle of the longest stretch at the least', () => {
    expect(worstAt(Float32Array.from([2, 1, 3, 1, 1, 1, 2, 1]))).toBe(4);
    expect(worstAt(Float32Array.from([5]))).toBe(0);
  });
});
