import { cutPoints } from '../src/geometry/cut.ts';
import { edgeHeight } from '../src/page/edge.ts';
import { expect, test } from 'vitest';
import type { Rgb } from '../src/colour/rgb.ts';
import type { Raster } from '../src/geometry/raster.ts';
import { rasterShowing, rastersOf } from '../src/geometry/raster.ts';
import { removePicture } from '../src/gather/uses.ts';
import { checkSite } from '../src/model/check.ts';
import { changeCurve } from '../src/change/curve.ts';
import type { Site } from '../src/model/site.ts';
import { relativeAddresses } from '../src/output/addresses.ts';
import { siteCss } from '../src/output/css/pages.ts';
import { siteFiles } from '../src/output/files.ts';
import { pageHtml } from '../src/output/page.ts';
import { shippedSizes } from '../src/output/sizes.ts';
import { laidShowing, sightsOf, waysSeen } from '../src/page/laid.ts';
import { paintRaster } from '../src/page/paint.ts';
import { leastPercents, placeOf } from '../src/remedy/leastFill.ts';
import { placePicture } from '../src/report/place.ts';
import { cutScene } from '../src/sweep/cut.ts';
import { probeScene, proveScene } from '../src/sweep/prove.ts';
import { differingRows, scrollsMeeting } from '../src/sweep/sights.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { bareBand, readBand } from '../src/sweep/words.ts';
import { header, measure, noDrawing, site } from './made.ts';

/** Pictures that take turns behind the first band, each of one colour: night, dusk and snow. */

const COLOURS: Record<string, Rgb> = {
  night: { r: 13, g: 23, b: 48 },
  dusk: { r: 90, g: 70, b: 90 },
  snow: { r: 238, g: 242, b: 246 },
};
const BELOW = { r: 20, g: 24, b: 30 };
const picture = (id: string) => ({ id, name: id, file: `${id}.png`, width: 4000, height: 3000, alt: '' });
const [home] = site.pages;
const taking = (first: string, others: string[], at = 0): Site => ({
  ...site,
  logo: { ...site.logo, variants: {} },
  pictures: Object.keys(COLOURS).map(picture),
  pages: [
    {
      ...home!,
      bands: home!.bands.map((band, i) =>
        i !== at
          ? band
          : {
              ...band,
              ink: { colour: '#ffffff' },
              contents: [{ kind: 'heading' as const, level: 1 as const, text: 'First light' }],
              backdrop: {
                ...band.backdrop,
                picture: {
                  picture: first,
                  size: 'cover' as const,
                  x: 50,
                  y: 50,
                  repeat: 'no-repeat' as const,
                  ...(others.length > 0 && { takeTurns: { pictures: others, every: 6 } }),
                },
              },
            },
      ),
    },
  ],
});
const WHITE = { colour: '#ffffff' };
const worn = {
  ...header,
  looks: {
    ...header.looks,
    top: { ...header.looks.top, ink: { link: WHITE, hover: WHITE, current: WHITE } },
  },
};
const sceneOf = (of: Site) =>
  layoutScene({ ...of, headers: [worn] }, worn, of.pages[0]!, { width: 500, windowHeight: 400 }, measure);
/** A page whose first band is of its picture's colour, with nothing else on it. */
const painted = (of: Site, at = 0): Raster =>
  paintRaster(sceneOf(of).laid, ({ width, height, bands }) => {
    const data = new Uint8ClampedArray(4 * width * height);
    const { backdrop, top, height: high } = bands[at]!;
    for (let i = 0; i < width * height; i++) {
      const { r, g, b } =
        i >= width * top && i < width * (top + high) ? COLOURS[backdrop.picture!.picture]! : BELOW;
      data.set([r, g, b, 255], 4 * i);
    }
    return data;
  });

const three = taking('night', ['dusk', 'snow']);
const scene = sceneOf(three);
const raster = painted(three);

test('a page is seen with each picture, and with the first without the button that lets them stay', () => {
  expect(checkSite(three)).toEqual([]);
  expect(waysSeen(sceneOf(taking('night', [])).laid)).toBe(1);
  expect(waysSeen(scene.laid)).toBe(4);
  const seen = [0, 1, 2, 3].map((way) => {
    const [band] = laidShowing(scene.laid, way).bands;
    return [band!.backdrop.picture!.picture, band!.blocks.some(({ kind }) => kind === 'pause')];
  });
  expect(seen).toEqual([
    ['night', true],
    ['dusk', true],
    ['snow', true],
    ['night', false],
  ]);
  expect(rastersOf(raster).map(({ data }) => data[0])).toEqual([13, 90, 238, 13]);
});

test('each is judged, and the worst counts, at every scroll', () => {
  const rows = proveScene(scene, raster, noDrawing);
  const alone = ['night', 'dusk', 'snow'].map((first) => {
    const of = taking(first, []);
    return proveScene(sceneOf(of), painted(of), noDrawing);
  });
  expect(rows.length).toBe(alone[0]!.length);
  let differ = 0;
  for (const [i, row] of rows.entries()) {
    const each = alone.map((all) => all[i]!);
    expect([row.itemId, row.state, row.part, row.moment]).toEqual(
      (({ itemId, state, part, moment }) => [itemId, state, part, moment])(each[0]!),
    );
    const least = Math.min(...each.map(({ worst }) => worst));
    expect(row.worst).toBe(least);
    expect(row.verdict).toBe(each.find(({ worst }) => worst === least)!.verdict);
    expect(row.shows ?? 0).toBe(each.findIndex(({ worst }) => worst === least));
    expect(Array.from(row.contrasts)).toEqual(
      Array.from(row.contrasts, (_, at) => Math.min(...each.map(({ contrasts }) => contrasts[at]!))),
    );
    expect(row.below).toBe(row.contrasts.filter((contrast) => contrast < row.needed).length);
    if (row.shows !== undefined) differ++;
  }
  expect(differ).toBeGreaterThan(2);
});

test('pictures further down the page count where the header meets them, and nowhere else', () => {
  const last = home!.bands.length - 1;
  const of = taking('night', ['snow'], last);
  const page = painted(of, last);
  const at = sceneOf(of);
  const { top } = at.laid.bands[last]!;
  const rows = proveScene(at, page, noDrawing);
  const alone = ['night', 'snow'].map((first) => {
    const one = taking(first, [], last);
    return proveScene(sceneOf(one), painted(one, last), noDrawing);
  });
  for (const [i, row] of rows.entries())
    expect(Array.from(row.contrasts)).toEqual(
      Array.from(row.contrasts, (_, k) => Math.min(...alone.map((all) => all[i]!.contrasts[k]!))),
    );
  const found = rows.find(
    ({ itemId, state, moment }) => itemId === 'two' && state === 'rest' && moment === 'scrolled',
  )!;
  expect(found.span.from).toBeGreaterThan(0);
  expect(found.shows).toBe(1);
  expect(found.scroll).toBeGreaterThan(top - 100);
  // A header that leaves never comes there: nothing more is swept.
  expect(differingRows(page, rastersOf(page)[1]!)).toMatchObject({ from: top });
  const leaves = {
    ...at,
    header: { ...at.header, manner: { ...at.header.manner, onScroll: 'leaves' as const } },
  };
  expect(scrollsMeeting(leaves, { from: top, to: top + 10 })).toBeUndefined();
  expect(scrollsMeeting(at, { from: top, to: top + 10 })!.from).toBe(Math.max(0, top - at.rows.to - 128));
});

test('what is shown, cut and solved is where it is worst', () => {
  const row = proveScene(scene, raster, noDrawing).find(
    ({ itemId, state, moment }) => itemId === 'two' && state === 'rest' && moment === 'top',
  )!;
  expect(row.shows).toBe(2);
  expect(row.ground).toMatchObject({ kind: 'picture', picture: 'snow' });
  const probe = probeScene(scene, raster, noDrawing, 'top', row.scroll).find(
    ({ itemId, state }) => itemId === 'two' && state === 'rest',
  )!;
  expect([probe.shows, probe.contrast]).toEqual([2, row.worst]);
  const cut = cutScene(scene, raster, noDrawing, row)!;
  expect(cut.steps.at(-1)!.contrast).toBeCloseTo(row.worst, 5);
  const { ground } = placePicture(scene, raster, noDrawing, row, { width: 40, height: 40 })!;
  expect(ground.data[0]).toBe(238);
  const night = { layer: 'fill' as const, colour: { swatch: 'night' } };
  const solve = (at: Raster, place = placeOf(row)) =>
    leastPercents(scene, at, noDrawing, { moment: 'top', knob: night }, [place])[0];
  expect(solve(raster)).toBe(solve(rasterShowing(raster, 2), { ...placeOf(row), shows: 0 }));
  expect(solve(raster)).toBeGreaterThan(solve(raster, { ...placeOf(row), shows: 1 })!);
  // On its way to another look, too.
  const least = (at: Raster) => changeCurve(scene, at, noDrawing, { kind: 'moment' })!.least.contrast;
  expect(least(raster)).toBe(Math.min(...rastersOf(raster).map(least)));
});

test('its words are judged over each', () => {
  const read = (of: Site) => {
    const { laid } = sceneOf(of);
    const bare = { ...painted(of) };
    expect(bareBand(laid, 0).bands[0]!.blocks).toEqual([]);
    return readBand(of, { page: of.pages[0]!, laid, index: 0 }, bare, measure);
  };
  const all = read(three);
  const alone = ['night', 'dusk', 'snow'].map((first) => read(taking(first, [])));
  expect(all.words[0]!.contrast).toBe(Math.min(...alone.map(({ words }) => words[0]!.contrast)));
  expect(all.leastTint).toBe(Math.max(...alone.map(({ leastTint }) => leastTint!)));
  expect(alone[0]!.leastTint).toBe(0);
});

test('of a page they take turns in one band, and in no other as well', () => {
  const twice = structuredClone(three);
  twice.pages[0]!.bands[1]!.backdrop.picture = structuredClone(twice.pages[0]!.bands[0]!.backdrop.picture!);
  expect(checkSite(twice)).toEqual([
    {
      path: 'pages[0].bands[1].backdrop.picture.takeTurns',
      message: 'Pictures take turns in band 1 of this page already: of each page they do in one band.',
    },
  ]);
  const missing = taking('night', ['nobody']);
  expect(checkSite(missing).map(({ path }) => path)).toEqual([
    'pages[0].bands[0].backdrop.picture.takeTurns.pictures[0]',
  ]);
});

test('one that goes leaves its place to the next, and the last of them stays alone', () => {
  const draft = structuredClone(three);
  const left = () => {
    const { picture: seen } = draft.pages[0]!.bands[0]!.backdrop;
    return seen && [seen.picture, ...(seen.takeTurns?.pictures ?? [])];
  };
  removePicture(draft, 'night');
  expect(left()).toEqual(['dusk', 'snow']);
  removePicture(draft, 'snow');
  expect(left()).toEqual(['dusk']);
  expect(draft.pages[0]!.bands[0]!.backdrop.picture).not.toHaveProperty('takeTurns');
  removePicture(draft, 'dusk');
  expect(left()).toBeUndefined();
  expect(checkSite(draft)).toEqual([]);
});

test('a lower edge that is another under the pointer makes each of them a sight once more', () => {
  const of = structuredClone(taking('night', ['snow']));
  const [first, second] = of.pages[0]!.bands;
  first!.edge = { start: 40, middle: 0, end: 40, hover: { start: 0, middle: 60, end: 0 } };
  second!.edge = { start: 10, middle: 10, end: 10 };
  expect(checkSite(of)).toEqual([]);
  const { laid } = sceneOf(of);
  expect(sightsOf(laid)).toEqual([
    { shows: 0 },
    { shows: 1 },
    { shows: 0, isStill: true },
    { shows: 0, hovered: 0 },
    { shows: 1, hovered: 0 },
    { shows: 0, isStill: true, hovered: 0 },
  ]);
  const edgeIn = (way: number) => laidShowing(laid, way).bands[0]!.blocks.find(({ kind }) => kind === 'edge');
  // Room is kept for the deeper of the two.
  expect(edgeIn(0)).toMatchObject({ box: { height: 60 }, edge: { start: 40, middle: 0 } });
  expect(edgeIn(4)).toMatchObject({ box: { height: 60 }, edge: { start: 0, middle: 60 } });
  const to = relativeAddresses(of, '/', {});
  expect(siteCss(of, header, measure, to)).toMatch(
    /:is\(:hover, \[data-hr-hovered\]\)::after \{\s*clip-path: polygon\(0 100%, 0% calc\(100% - 0px\)/,
  );
  expect(pageHtml(of, of.pages[0]!, header, to).match(/data-hr-hovers/g)).toHaveLength(1);
});

test('a rule for each picture, a button, and a script ship where they take turns, and nowhere else', () => {
  const names = (of: Site) => siteFiles(of, measure).map(({ path }) => path);
  expect(names(three)).toContain('assets/pictures.js');
  expect(names(taking('night', []))).not.toContain('assets/pictures.js');
  const sizes = shippedSizes(three, header, measure);
  expect(Object.keys(sizes).sort()).toEqual(['dusk', 'night', 'snow']);
  const to = relativeAddresses(three, '/', sizes);
  const css = siteCss(three, header, measure, to);
  expect(css).toMatch(/\[data-hr-shows="1"\] \{\s*background: [^;]*dusk/);
  expect(css).toMatch(/\[data-hr-shows="2"\] \{\s*background: [^;]*snow/);
  const html = pageHtml(three, three.pages[0]!, header, to);
  expect(html).toMatch(/data-hr-of="3" data-hr-every="6"/);
  expect(html).toMatch(/<button [^>]*aria-label="Pause the pictures"/);
  expect(pageHtml(site, home!, header, to)).not.toMatch(/band-pause|data-hr-of/);
});

test('an edge that is deeper between its three depths than at any of them has room for all of it', () => {
  const edge = { start: 27, middle: 60, end: 57 };
  // Lagrange's polynomial through them is highest at 19 of 24 steps: 63.1 px.
  expect(Math.max(...cutPoints(edge))).toBeCloseTo(63.1, 1);
  expect(edgeHeight({ edge })).toBe(64);
  expect(edgeHeight({ edge: { start: 4, middle: 4, end: 4, hover: edge } })).toBe(64);
});
