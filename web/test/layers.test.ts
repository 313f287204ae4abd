import { beforeEach, describe, expect, test } from 'vitest';
import { coversOf } from '@hatrail/core/header/covers';
import { resolveWorn } from '@hatrail/core/header/look';
import { LAYER_NAMES, layerOf, showsLayer } from '@hatrail/core/layers/index';
import { checkSite } from '@hatrail/core/model/check';
import { headerItems, momentsOf, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { PALETTES } from '@hatrail/core/start/palettes';
import { startGradients } from '@hatrail/core/layers/startGradients';
import { header as plain, site as plainSite } from '../../core/test/made.ts';
import { wearersOf } from '../src/dress/CopyFrom.tsx';
import {
  addLayer,
  changeLook,
  copyLook,
  originText,
  ownLook,
  putBack,
  putBackMoment,
  setLayer,
  setLook,
  setsLayer,
  wearerName,
} from '../src/dress/lookEdits.ts';
import { useEditor } from '../src/editor/store.ts';

/** Every layer of everyone who can wear one: added, set, copied and put back, each as one step that can be undone. */

const wornBy = (kind: 'header' | 'rail' | 'item') =>
  LAYER_NAMES.filter((name) => layerOf(name).wearers.includes(kind));

/** Two rails, the second with a line of text; a picture that is none of the logo. */
function twoRails(): Site {
  const [rail] = plain.rails;
  const text = { kind: 'text' as const, id: 'line', text: '01632 960 123', size: 15 };
  const rails = [rail!, { ...rail!, start: [text], end: [] }];
  const pictures = [
    ...plainSite.pictures,
    {
      id: 'sky',
      name: 'Sky',
      file: 'sky.jpg',
      width: 800,
      height: 600,
      alt: '',
      focus: { x: 20, y: 70 },
    },
  ];
  return structuredClone({ ...plainSite, pictures, headers: [{ ...plain, rails }] });
}

const editor = () => useEditor.getState();
const site = () => editor().site!;
const header = (): Header => site().headers[0]!;
const wearer = (key: string) => wearersOf(header()).find((each) => each.key === key)!.wearer;

beforeEach(() =>
  editor().open({
    id: 's',
    slug: 's',
    changedAt: '2026-01-01',
    site: twoRails(),
    revisions: { site: 1, pages: {}, headers: {}, order: { pages: 1, headers: 1 } },
    hashes: {},
  }),
);

test('everyone who can wear a look is there by name; buttons and gaps are not', () => {
  editor().edit('A button', (draft) => {
    draft.headers[0]!.rails[1]!.end.push({
      kind: 'button',
      id: 'book',
      label: 'Book',
      address: '/book',
      ink: { swatch: 'night' },
      fill: { swatch: 'snow' },
      hoverFill: { swatch: 'white' },
      radius: 4,
    });
  });
  expect(wearersOf(header()).map(({ wearer: each }) => wearerName(site(), each))).toEqual([
    'The header',
    'Rail 1',
    'Rail 2',
    'Logo',
    'Main menu, 2 links',
    '01632 960 123',
  ]);
});

describe.each([
  ['header', wornBy('header')],
  ['rail-1', wornBy('rail')],
  ['item menu', wornBy('item')],
] as const)('a layer of the %s', (key, layers) => {
  // Ink is always there, and never added.
  const added = layers.filter((layer) => layer !== 'ink');
  const both = added.flatMap((layer) => momentsOf(plain).map((moment) => [layer, moment] as const));

  test.each(both)('%s, %s: is added in one step, is there, and goes in one', (layer, moment) => {
    const before = header();
    addLayer(site(), wearer(key), moment, layer);
    expect(checkSite(site())).toEqual([]);
    const look = resolveWorn(site(), wearer(key), moment);
    expect(setsLayer(wearer(key), moment, layer)).toBe(true);
    expect(showsLayer(look, layer), layer).toBe(true);
    expect(editor().past).toHaveLength(1);
    putBack(wearer(key), moment, layer);
    const own = ownLook(wearer(key), moment);
    expect(own[layer]).toBeUndefined();
    editor().undo();
    editor().undo();
    expect(header()).toEqual(before);
    expect(editor().past).toHaveLength(0);
  });

  test('each layer that is put back leaves the others as they are', () => {
    for (const layer of added) addLayer(site(), wearer(key), 'scrolled', layer);
    for (const layer of added) {
      const others = structuredClone(ownLook(wearer(key), 'scrolled'));
      delete others[layer];
      putBack(wearer(key), 'scrolled', layer);
      expect(ownLook(wearer(key), 'scrolled')).toEqual(others);
      expect(checkSite(site())).toEqual([]);
    }
    expect(ownLook(wearer(key), 'scrolled')).toEqual({});
  });

  test('a whole moment is put back in one step, and what it had comes back with one', () => {
    for (const layer of added) addLayer(site(), wearer(key), 'scrolled', layer);
    const dressed = structuredClone(header());
    const steps = editor().past.length;
    putBackMoment(wearer(key), 'scrolled');
    expect(ownLook(wearer(key), 'scrolled')).toEqual({});
    expect(editor().past).toHaveLength(steps + 1);
    editor().undo();
    expect(header()).toEqual(dressed);
  });
});

describe('where a value comes from', () => {
  const from = (key: string, moment: Moment, layer: 'fill' | 'backing' | 'ink' = 'ink', name = 'link') =>
    originText(site(), wearer(key), moment, layer, name as never);

  test('an item takes ink from its rail, that from the header, and says so; layers are each part’s own', () => {
    expect(from('item menu', 'top')).toBe('from the header');
    setLook(wearer('rail-0'), 'top', 'ink', 'link', { swatch: 'snow' });
    expect(from('item menu', 'top')).toBe('from the rail');
    expect(from('item line', 'top')).toBe('from the header');
    expect(from('rail-0', 'scrolled')).toBe('from At the top');
    setLook(wearer('item menu'), 'scrolled', 'ink', 'link', { swatch: 'night' });
    expect(from('item menu', 'scrolled')).toBe('own to this moment');
    setLayer(wearer('header'), 'top', 'fill', { opacity: 0.5 });
    expect(from('rail-0', 'top', 'fill', 'opacity')).toBe('as a plain header');
  });

  test('a state that nobody dresses follows another, and says which', () => {
    expect(from('header', 'top', 'ink', 'pressed')).toBe('as hovered');
    expect(from('header', 'top', 'ink', 'focused')).toBe('as at rest');
    expect(from('header', 'top', 'ink', 'ring')).toBe('the ink that it is round');
    expect(from('header', 'top', 'backing', 'current')).toBe('as at rest');
    setLook(wearer('header'), 'top', 'ink', 'pressed', { swatch: 'snow' });
    expect(from('header', 'top', 'ink', 'pressed')).toBe('own to this moment');
    expect(from('header', 'scrolled', 'ink', 'pressed')).toBe('from At the top');
  });

  test('one value that is put back leaves the other values of its layer', () => {
    setLayer(wearer('header'), 'scrolled', 'shadow', { opacity: 0.4, y: 6 });
    putBack(wearer('header'), 'scrolled', 'shadow', 'y');
    expect(ownLook(wearer('header'), 'scrolled').shadow).toEqual({ opacity: 0.4 });
    putBack(wearer('header'), 'scrolled', 'shadow', 'opacity');
    expect(setsLayer(wearer('header'), 'scrolled', 'shadow')).toBe(false);
  });
});

describe('a look that is copied', () => {
  test('takes the place of what was set, and neither changes the other from then on', () => {
    setLayer(wearer('header'), 'top', 'fill', { colour: { swatch: 'night' }, opacity: 0.3 });
    setLayer(wearer('header'), 'scrolled', 'blur', { radius: 9 });
    copyLook(ownLook(wearer('header'), 'top'), wearer('header'), 'scrolled');
    const { top, scrolled } = header().looks;
    expect(scrolled).toEqual(top);
    setLayer(wearer('header'), 'scrolled', 'fill', { opacity: 0.9 });
    expect(header().looks.top.fill!.opacity).toBe(0.3);
  });

  test('from one rail to another, where there was none', () => {
    setLayer(wearer('rail-0'), 'scrolled', 'tint', { colour: { swatch: 'night' }, opacity: 0.5 });
    copyLook(ownLook(wearer('rail-0'), 'scrolled'), wearer('rail-1'), 'scrolled');
    expect(ownLook(wearer('rail-1'), 'scrolled')).toEqual(ownLook(wearer('rail-0'), 'scrolled'));
    editor().undo();
    expect(header().rails[1]!.looks).toBeUndefined();
  });

  test('a part that has gone meanwhile is passed over', () => {
    const gone = wearer('item line');
    editor().edit('Take the line out', (draft) => void (draft.headers[0]!.rails[1]!.start = []));
    changeLook(gone, 'top', 'Ink', (look) => void (look.ink = { link: { swatch: 'night' } }));
    expect(headerItems(header()).map(({ id }) => id)).not.toContain('line');
    expect(checkSite(site())).toEqual([]);
  });
});

test('backings of links are listed among what covers the page, each where it is set', () => {
  const half = { colour: { swatch: 'night' }, opacity: 0.5 };
  setLook(wearer('header'), 'top', 'backing', 'rest', half);
  setLook(wearer('rail-1'), 'top', 'backing', 'rest', { ...half, opacity: 0.25 });
  setLook(wearer('item menu'), 'top', 'backing', 'current', { ...half, opacity: 0.75 });
  const covers = () => coversOf(site(), header(), 'top');
  expect(covers().map(({ text }) => text)).toEqual([
    'Backing of links, 50 %, of the header',
    'Backing of the page’s own link, 75 %, of Main menu, 2 links',
    'Backing of links, 25 %, of rail 2',
  ]);
  editor().edit('Clear all', (draft) => covers().forEach((cover) => cover.clear(draft.headers[0] as Header)));
  expect(covers()).toEqual([]);
  expect(checkSite(site())).toEqual([]);
  editor().undo();
  expect(covers()).toHaveLength(3);
});

test('the six gradients to start from are sound, whatever the palette', () => {
  for (const { swatches } of PALETTES) {
    const gradients = startGradients(swatches);
    expect(gradients).toHaveLength(6);
    expect(new Set(gradients.map(({ name }) => name)).size).toBe(6);
    for (const { angle, stops } of gradients) {
      const places = stops.map(({ at }) => at);
      expect(places).toEqual([...places].sort((a, b) => a - b));
      for (const { colour } of stops) expect(swatches.some(({ id }) => id === colour.swatch)).toBe(true);
      expect(angle).toBeGreaterThanOrEqual(0);
    }
  }
});
