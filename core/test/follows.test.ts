import { describe, expect, test } from 'vitest';
import { checkSite } from '../src/model/check.ts';
import type { Header } from '../src/model/header.ts';
import type { Band } from '../src/model/page.ts';
import type { Site } from '../src/model/site.ts';
import { followed } from '../src/placed/follows.ts';
import { header, site } from './made.ts';

/** A band that wears a header's ground is as that is at its moment, and stays so. */

const white = { colour: '#ffffff' };
const night = { colour: '#101b33' };
const worn = (looks: Header['looks']): Header => ({ ...header, looks });

function footOf(
  looks: Header['looks'],
  own: Partial<Band> = {},
  moment: 'top' | 'scrolled' = 'scrolled',
): Band {
  const [page, ...others] = site.pages;
  const [first, ...rest] = page!.bands;
  const foot = { ...first!, ...own, follows: { header: header.id, moment } };
  const colour = { colour: '#808080' };
  const of: Site = {
    ...site,
    headers: [worn(looks)],
    pages: [{ ...page!, colour, bands: [foot, ...rest] }, ...others],
  };
  return followed(of).pages[0]!.bands[0]!;
}

describe('a band that wears a header’s ground', () => {
  test('has its fill and the ink of its links, at that moment and no other', () => {
    const looks = {
      top: { ink: { link: night } },
      scrolled: { fill: { colour: night, opacity: 1 }, ink: { link: white } },
    };
    const foot = footOf(looks);
    expect(foot.backdrop.colour).toEqual(night);
    expect(foot.ink).toEqual(white);
    expect(footOf(looks, {}, 'top').ink).toEqual(night);
  });

  test('has what a fill lets through of the page’s own colour', () => {
    // 0.25 of white over 128: 128 + 127 / 4 = 159.75.
    const foot = footOf({ top: {}, scrolled: { fill: { colour: white, opacity: 0.25 } } });
    expect(foot.backdrop.colour).toEqual({ colour: '#a0a0a0' });
  });

  test('has its gradient and tint, and loses its own, and the pairing it wore', () => {
    const stops = [
      { at: 0, colour: night, opacity: 1 },
      { at: 100, colour: white, opacity: 0.5 },
    ];
    const backdrop = { colour: white, tint: { colour: night, opacity: 0.5 } };
    const foot = footOf(
      { top: {}, scrolled: { gradient: { on: true, angle: 90, stops } } },
      { backdrop, pairing: 'stone' },
    );
    expect(foot.backdrop.gradient).toEqual({ angle: 90, stops });
    expect(foot.backdrop.tint).toBeUndefined();
    expect(foot.pairing).toBeUndefined();
    const tinted = footOf({ top: {}, scrolled: { tint: { colour: night, opacity: 0.3 } } }, { backdrop });
    expect(tinted.backdrop.tint).toEqual({ colour: night, opacity: 0.3 });
  });

  test('is the same site where all are so already, and is let go with the header', () => {
    const once = followed({
      ...site,
      pages: site.pages.map((page) => ({
        ...page,
        bands: page.bands.map((band) => ({
          ...band,
          follows: { header: header.id, moment: 'top' as const },
        })),
      })),
    });
    expect(followed(once)).toBe(once);
    const [band] = followed({ ...once, headers: [{ ...header, id: 'other' }] }).pages[0]!.bands;
    expect(band!.follows).toBeUndefined();
    expect(band!.backdrop).toEqual(once.pages[0]!.bands[0]!.backdrop);
  });

  test('of a header that is not there is refused in a file', () => {
    const [page, ...others] = site.pages;
    const [first, ...rest] = page!.bands;
    const follows = { header: 'none', moment: 'top' };
    const of = { ...site, pages: [{ ...page, bands: [{ ...first, follows }, ...rest] }, ...others] };
    expect(checkSite(JSON.parse(JSON.stringify(of)))).toMatchObject([
      { path: 'pages[0].bands[0].follows.header' },
    ]);
  });
});
