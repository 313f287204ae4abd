import { describe, expect, test } from 'vitest';
import { shortcomingsOf } from '../src/checks/index.ts';
import { fittingFold, layoutHeader, solvedFold } from '../src/header/layout.ts';
import { leastWidth, widestEntry } from '../src/header/readings.ts';
import { typedFor } from '../src/header/typed.ts';
import { checkSite } from '../src/model/check.ts';
import type { Header } from '../src/model/header.ts';
import type { Site } from '../src/model/site.ts';
import { typeIn, type HeaderType, type TypeStyle } from '../src/model/type.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { fontsOf, headerFonts } from '../src/output/fonts.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { judgePanel } from '../src/sweep/panel.ts';
import { header, measure, site } from './made.ts';

/** A header that is set in type of its own is, in all that concerns it, as one on a site of that type. */

const menu: TypeStyle = {
  ...site.type.menu,
  family: 'zilla-slab',
  weight: 700,
  size: 23,
  letterCase: 'capitals',
};
const button: TypeStyle = { ...site.type.button, family: 'fraunces', size: 19, letterSpacing: 2 };
const name: TypeStyle = { ...site.type.heading, family: 'barlow-condensed', weight: 400 };
const BUTTON = {
  id: 'book',
  kind: 'button' as const,
  label: 'Book a visit',
  address: '/book',
  ink: { colour: '#ffffff' },
  fill: { colour: '#000000' },
  hoverFill: { colour: '#222222' },
  radius: 4,
};

const hung: Header = structuredClone(header);
hung.rails[0]!.end.push(
  BUTTON,
  { id: 'said', kind: 'text', text: 'Open tonight', size: 15 },
  { id: 'called', kind: 'name', size: 22, tagline: true },
);
const of: Site = { ...site, tagline: 'Dark skies', headers: [hung] };

const TYPES: [string, HeaderType][] = [
  ['its menu', { menu }],
  ['its menu, the current link heavier', { menu: { ...menu, weight: 400 }, currentWeight: 700 }],
  ['its buttons', { button }],
  ['its name', { name }],
  ['all of it', { menu, button, name, currentWeight: 500 }],
];

function allOf(at: Site, worn: Header) {
  const widths = [390, 768, 1280, 1920];
  const to = rootAddresses(at);
  return {
    css: headerCss(at, worn, measure, to),
    laid: widths.map((width) => layoutHeader(at, worn, width, measure)),
    folds: [solvedFold(at, worn, measure), fittingFold(at, worn, measure), leastWidth(at, worn, measure)],
    widest: widestEntry(at, worn, measure),
    fonts: headerFonts(at, worn),
    panel: judgePanel(at, worn),
    lacking: shortcomingsOf({ site: at, header: worn, measure, widths }),
  };
}

describe('a header set apart', () => {
  test.each(TYPES)('in %s is as on a site that is set so', (_, type) => {
    const apart = { ...hung, type };
    const plain = { ...of, type: typeIn(of.type, type) };
    const told = allOf({ ...of, headers: [apart] }, apart);
    expect(told).toEqual(allOf(plain, hung));
    // And it is not as it was.
    expect(told.css).not.toBe(allOf(of, hung).css);
  });

  test('keeps the weight of the current link that the site has, until its links are its own', () => {
    const type = { ...site.type, currentWeight: 600 as const };
    expect(typeIn(type, { button }).currentWeight).toBe(600);
    expect(typeIn(type, { button, currentWeight: 400 }).currentWeight).toBe(600);
    expect(typeIn(type, { menu }).currentWeight).toBeUndefined();
  });

  test('is asked for again and again, and is the same site each time', () => {
    const apart = { ...hung, type: { menu } };
    const typed = typedFor(of, apart);
    expect(typedFor(of, apart)).toBe(typed);
    expect(typedFor(typed, apart).type).toEqual(typed.type);
    expect(typedFor(of, hung)).toBe(of);
  });

  test('leaves the pages as they are, and its files go along', () => {
    const apart = { ...hung, type: { menu } };
    const families = new Set(fontsOf({ ...of, headers: [apart] }).map(({ family }) => family));
    expect(families.has('zilla-slab')).toBe(true);
  });

  test('keeps room for the current link in the letter-case that the menu hangs in', () => {
    const hanging: Header = structuredClone(hung);
    const at =
      hanging.rails[0]!.end.find((item) => item.kind === 'menu') ??
      hanging.rails[0]!.start.find((item) => item.kind === 'menu');
    Object.assign(at!, { letterCase: 'capitals' });
    const type = {
      menu: { ...site.type.menu, weight: 400 as const, letterCase: 'small letters' as const },
      currentWeight: 700 as const,
    };
    const css = headerCss(
      { ...of, headers: [{ ...hanging, type }] },
      { ...hanging, type },
      measure,
      rootAddresses(of),
    );
    const ink = layoutHeader({ ...of, headers: [hanging] }, { ...hanging, type }, 1280, measure).inks.find(
      ({ room }) => room,
    )!;
    expect(css).toContain(`min-width: ${ink.room!.width}px`);
  });

  test('in a font that is not there is refused', () => {
    const missing = { ...hung, type: { name: { ...name, family: 'own-0123456789ab' as const } } };
    const problems = (one: object) => checkSite(JSON.parse(JSON.stringify(one)));
    expect(problems({ ...of, headers: [missing] })).toMatchObject([{ path: 'headers[0].type.name.family' }]);
  });
});
