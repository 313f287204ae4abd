import { describe, expect, test } from 'vitest';
import { contrastRatio } from '../src/colour/contrast.ts';
import { parseColour } from '../src/colour/rgb.ts';
import { lengthOfContrast, luminanceAt, moveOnRod, placeOnRod, readableOn } from '../src/colour/rod.ts';
import { freeId } from '../src/model/freeId.ts';
import { changedPairs, pairsInUse, swatchPairs } from '../src/gather/pairs.ts';
import { coloursInUse, removeSwatch, setUses, usesOf } from '../src/gather/swatches.ts';
import { checkSite, valueProblem } from '../src/model/check.ts';
import { Swatch } from '../src/model/palette.ts';
import { readProperties, writeProperties } from '../src/tokens/customProperties.ts';
import { readTokens, writeTokens } from '../src/tokens/designTokens.ts';
import { site } from './made.ts';

const rgb = (text: string) => parseColour(text)!;
const copy = () => structuredClone(site);

describe('the contrast rod', () => {
  test('the distance between two colours is the logarithm of their contrast', () => {
    for (const [a, b] of [
      ['#101b33', '#e8b04a'],
      ['#767676', '#ffffff'],
      ['#000000', '#ffffff'],
    ] as const) {
      const distance = Math.abs(placeOnRod(rgb(a)) - placeOnRod(rgb(b)));
      expect(distance).toBeCloseTo(lengthOfContrast(contrastRatio(rgb(a), rgb(b))), 10);
    }
    expect([placeOnRod(rgb('#000')), placeOnRod(rgb('#fff'))]).toEqual([0, 1]);
  });

  test('a colour that is moved hangs where it was put, within what 8 bits allow, and keeps its hue', () => {
    for (const place of [0.2, 0.45, 0.7, 0.95]) {
      const moved = moveOnRod(rgb('#2ea37b'), place);
      expect(Math.abs(placeOnRod(moved) - place)).toBeLessThan(0.012);
      expect(moved.g).toBeGreaterThanOrEqual(moved.r);
    }
    expect(luminanceAt(placeOnRod(rgb('#808080')))).toBeCloseTo(0.2159, 3);
    expect(readableOn(rgb('#777777'))).toEqual({ r: 0, g: 0, b: 0 });
  });
});

describe('swatches', () => {
  test('are found wherever they are used, and told by what they are for', () => {
    const names = usesOf(site, 'white').map(({ name }) => name);
    expect(names).toContain('Colour, Home');
    expect(names).toContain('Links, At the top, Plain header');
    expect(names).toContain('Ink, folded menu and drop-downs, Plain header');
    // A backdrop that is no more than its colour is not taken for a colour itself.
    expect(coloursInUse(site).every(({ use }) => typeof (use.swatch ?? use.colour) === 'string')).toBe(true);
  });

  test('one that goes leaves another in its place everywhere; the site stays sound', () => {
    const draft = copy();
    const places = usesOf(draft, 'white').length;
    removeSwatch(draft, 'white', { swatch: 'snow' });
    expect(usesOf(draft, 'snow')).toHaveLength(usesOf(site, 'snow').length + places);
    expect(checkSite(draft)).toEqual([]);
  });

  test('a use is cut loose by itself, and the others still follow', () => {
    const draft = copy();
    const [first, ...others] = usesOf(draft, 'white');
    setUses(draft, [first!], { colour: '#fefefe' });
    expect(usesOf(draft, 'white')).toHaveLength(others.length);
  });

  test('pairs in use are those of even grounds; what lies over a see-through fill is the sweep’s', () => {
    const where = pairsInUse(site).map((pair) => pair.where);
    expect(where).toEqual(['Folded menu and drop-downs, Plain header']);
    const draft = copy();
    draft.headers[0]!.looks.scrolled.fill = { opacity: 1 };
    const groups = swatchPairs(pairsInUse(draft));
    expect(groups).toHaveLength(1);
    expect(groups[0]).toMatchObject({ ink: 'white', ground: 'night', verdict: 'clear' });
    expect(groups[0]!.contrast).toBeCloseTo(17.1, 1);
  });

  test('a change of colours tells which pairs it makes others', () => {
    const paler = {
      ...site,
      palette: site.palette.map((s) => (s.id === 'night' ? { ...s, colour: '#8090a0' } : s)),
    };
    const [change, ...more] = changedPairs(site, paler);
    expect(more).toEqual([]);
    expect(change).toMatchObject({
      from: { verdict: 'clear' },
      to: { verdict: 'strained', where: 'Folded menu and drop-downs, Plain header' },
    });
    expect(changedPairs(site, site)).toEqual([]);
  });

  test('an id is made from a name, and never given twice', () => {
    expect(freeId('Été à la mer!', [])).toBe('ete-a-la-mer');
    expect(freeId('夜', [])).toBe('one');
    expect(freeId('Night', [{ id: 'night' }, { id: 'night-2' }])).toBe('night-3');
  });

  test('a value is checked by the document’s own rule', () => {
    expect(valueProblem(Swatch, 'name', 'Crust')).toBeUndefined();
    expect(valueProblem(Swatch, 'name', '')).toBe('Give a text; it is empty.');
    expect(valueProblem(Swatch, 'colour', 'rgb(0 0 0 / 0.5)')).toMatch(/lets the page through/);
  });
});

describe('design tokens', () => {
  test('go out and come in again as the same palette', () => {
    const read = readTokens(writeTokens(site.palette));
    expect(read.swatches).toEqual(site.palette.map((s) => ({ ...s, id: `palette-${s.id}` })));
    expect(readProperties(writeProperties(site.palette)).swatches.map(({ colour }) => colour)).toEqual(
      site.palette.map(({ colour }) => colour),
    );
  });

  test('types are inherited, aliases followed, other kinds and colour spaces told apart', () => {
    const { swatches, left } = readTokens(
      JSON.stringify({
        brand: {
          $type: 'color',
          base: { $value: { colorSpace: 'srgb', components: [1, 0.5, 0] } },
          again: { $value: '{brand.base}', $description: 'Orange again' },
          deep: { on: { $value: { colorSpace: 'hsl', components: [210, 100, 20] } } },
          glass: { $value: '#ff000080' },
          broken: { $value: 'orangeish' },
        },
        space: { $type: 'dimension', small: { $value: '4px' } },
      }),
    );
    expect(swatches).toEqual([
      { id: 'brand-base', name: 'base', colour: '#ff8000' },
      { id: 'brand-again', name: 'Orange again', colour: '#ff8000' },
      { id: 'brand-deep-on', name: 'on', colour: '#003366' },
    ]);
    expect(left).toEqual([
      'brand.glass: it lets the page through; a swatch is solid.',
      'brand.broken: "orangeish" is no colour.',
    ]);
  });

  test.each([
    ['{', /breaks off/],
    ['[]', /should hold groups/],
    ['{"a":{"$type":"color","$value":"{a}"}}', /round in a circle/],
    ['{"a":{"$type":"color","$value":"{b.c}"}}', /not in the file/],
    ['{"__proto__":{"$type":"color","$value":"{constructor.name}"}}', /.*/],
    ['{"a":{"$value":"4px","$type":"dimension"}}', /no colour/],
  ])('%s: a clear message', (text, message) => {
    expect(() => readTokens(text)).toThrow(message);
  });

  test('custom properties: var() and its fallback are followed, a circle is told', () => {
    const { swatches } = readProperties(
      '/* --old: red */ :root{--ink:#123;--text:var(--ink);--warm:var(--none, hsl(30 100% 50%));--gap:4px}',
    );
    expect(swatches.map(({ name, colour }) => [name, colour])).toEqual([
      ['Ink', '#112233'],
      ['Text', '#112233'],
      ['Warm', '#ff8000'],
    ]);
    expect(() => readProperties('a{--a:var(--b);--b:var(--a)}')).toThrow(/round in a circle/);
    expect(() => readProperties('a{--gap:4px}')).toThrow(/no colour/);
  });
});
