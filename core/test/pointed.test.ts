import { describe, expect, test } from 'vitest';
import { allMoments, type Header } from '../src/model/header.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { header, measure, noDrawing, raster, site, light } from './made.ts';

/** A header that is solid under the pointer, over a page of snow. */
const pointed: Header = {
  ...header,
  looks: { ...header.looks, pointed: { fill: { opacity: 1 } } },
  rails: header.rails.map((rail) => ({
    ...rail,
    looks: { pointed: { ink: { hover: { colour: '#e8b34a' } } } },
  })),
};
const page = raster(500, 2000, () => ({ r: 238, g: 242, b: 246 }));
const rows = proveScene(
  layoutScene(
    { ...site, headers: [pointed] },
    pointed,
    site.pages[0]!,
    { width: 500, windowHeight: 400 },
    measure,
  ),
  page,
  noDrawing,
);

describe('the moment for the pointer', () => {
  test('is there once the header has a look for it, and is met at every scroll', () => {
    expect(allMoments(header)).toEqual(['top', 'scrolled']);
    expect(allMoments(pointed)).toEqual(['top', 'scrolled', 'pointed']);
    const spans = rows.filter(
      ({ moment, itemId, state, part }) =>
        moment === 'pointed' && itemId === 'two' && state === 'rest' && part === 'ink',
    );
    expect(spans.map(({ span }) => span)).toEqual([
      { from: 0, to: 99 },
      { from: 100, to: 1600 },
    ]);
    // Solid midnight, whose colour it takes from the moment beneath.
    for (const { worst } of spans) expect(worst).toBeCloseTo(17.1, 1);
    expect(
      rows.find(({ moment, itemId, state }) => moment === 'scrolled' && itemId === 'two' && state === 'rest')!
        .verdict,
    ).toBe('lost');
  });
  test('a rail’s own values of it count too', () => {
    const hovered = rows.find(
      ({ moment, itemId, state, part }) =>
        moment === 'pointed' && itemId === 'two' && state === 'hover' && part === 'ink',
    )!;
    expect(hovered.worst).toBeLessThan(10);
  });
  test('in the style sheet: what differs then, over each moment, for pointer and keyboard', () => {
    const css = light(headerCss(site, pointed, measure, rootAddresses(site)));
    expect(css).toContain('.hr:is(:hover, :has(:focus-visible)) {\n  --hr-fill: rgb(16 27 51);');
    // What it comes to after scrolling, too, is said once.
    expect(css).not.toContain('.hr[data-moment="scrolled"]:is(:hover, :has(:focus-visible)) {\n  --hr-fill');
    expect(css).toContain(':is(:hover, :has(:focus-visible)) .hr-rail-1 {\n  --hr-hover: rgb(232 179 74);');
    expect(light(headerCss(site, header, measure, rootAddresses(site)))).not.toContain(
      ':has(:focus-visible))',
    );
  });
});
