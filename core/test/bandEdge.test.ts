import { expect, test } from 'vitest';
import { turnPlaces } from '../src/gather/turned.ts';
import { backdropAt } from '../src/model/layer.ts';
import type { Site } from '../src/model/site.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { siteCss } from '../src/output/css/pages.ts';
import { edgeColour } from '../src/page/edge.ts';
import { layoutPage } from '../src/page/layout.ts';
import { skiaMeasure } from '../../node/src/skia.ts';
import { site as made } from './made.ts';

/** A band's lower edge, and a picture that stands elsewhere by width. */

const measure = skiaMeasure();
const copy = () => structuredClone(made) as Site;
const view = (width: number) => ({ width, windowHeight: 800, slot: 0, covered: 0 });

test('what comes after a band reaches up into it, in its own ground, and its words are kept clear of that', () => {
  const site = copy();
  const page = site.pages[0]!;
  const [band, next] = page.bands;
  band!.height = { unit: 'px', value: 0 };
  const plain = layoutPage(site, page, view(1280), measure).bands[0]!;
  band!.edge = { start: 0, middle: 30.5, end: 10 };
  const laid = layoutPage(site, page, view(1280), measure).bands[0]!;
  expect(laid.height).toBe(plain.height + 31);
  expect(laid.blocks[0]).toMatchObject({
    kind: 'edge',
    box: { x: 0, y: laid.top + laid.height - 31, width: 1280, height: 31 },
  });
  expect(laid.blocks.length).toBe(plain.blocks.length + 1);
  next!.pairing = undefined as never;
  next!.backdrop = { colour: { colour: '#102030' } };
  expect(edgeColour(site, page, band!)).toEqual({ r: 16, g: 32, b: 48 });
  // A gradient downwards begins there, and a tint lies over it.
  const stops = [100, 0].map((at) => ({ colour: { colour: at ? '#ffffff' : '#203040' }, opacity: 0.5, at }));
  next!.backdrop.gradient = { angle: 180, stops };
  next!.backdrop.tint = { colour: { colour: '#000000' }, opacity: 0.25 };
  expect(edgeColour(site, page, band!)).toEqual({ r: 18, g: 30, b: 42 });
  band!.edge.colour = { colour: '#ffffff' };
  expect(edgeColour(site, page, band!)).toEqual({ r: 255, g: 255, b: 255 });
  const css = siteCss(site, undefined, measure, rootAddresses(site, {}));
  expect(css).toContain('--edge: 31px');
  expect(css).toContain('50% calc(100% - 30.5px)');
});

test('after the last band it is the page that reaches up; a straight edge is none', () => {
  const site = copy();
  const page = site.pages[0]!;
  page.bands.splice(1);
  page.colour = { colour: '#445566' };
  page.bands[0]!.edge = { start: 8, middle: 0, end: 0 };
  expect(edgeColour(site, page, page.bands[0]!)).toEqual({ r: 68, g: 85, b: 102 });
  page.bands[0]!.edge = { start: 0, middle: 0, end: 0 };
  const { blocks } = layoutPage(site, page, view(800), measure).bands[0]!;
  expect(blocks.filter(({ kind }) => kind === 'edge')).toEqual([]);
});

const picture = { picture: 'dome', size: 'cover', x: 50, y: 40, repeat: 'no-repeat' } as const;
const steps = [
  { below: 500, y: 90 },
  { below: 900, x: 10 },
];

test('of a picture the place holds below its width, until the next', () => {
  const backdrop = { colour: { colour: '#000000' }, picture: { ...picture, steps } };
  const at = (width: number) => {
    const { x, y } = backdropAt(backdrop, width).picture!;
    return [x, y];
  };
  expect([at(900), at(899), at(500), at(499)]).toEqual([
    [50, 40],
    [10, 40],
    [10, 40],
    [10, 90],
  ]);
});

test('turned, each of its places goes along, whichever side it set', () => {
  const site = copy();
  const id = site.pictures[0]!.id;
  site.pages[0]!.bands[0]!.backdrop.picture = { ...picture, picture: id, steps: structuredClone(steps) };
  turnPlaces(site, id, 'right');
  const turned = site.pages[0]!.bands[0]!.backdrop.picture;
  // x becomes what was below, and y what was across.
  expect(turned).toMatchObject({ x: 60, y: 50 });
  expect(turned.steps).toEqual([
    { below: 500, x: 10, y: 10 },
    { below: 900, x: 60, y: 10 },
  ]);
});
