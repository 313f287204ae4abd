import { describe, expect, test } from 'vitest';
import { blend, BLEND_MODES } from '../src/colour/blend.ts';
import { coversOf, standsBare } from '../src/header/covers.ts';
import { originOf, resolveWorn } from '../src/header/look.ts';
import { checkPart } from '../src/model/check.ts';
import { Header, type Look } from '../src/model/header.ts';
import { blurredPatch, gaussian, mirrored } from '../src/stack/blur.ts';
import { layGradient, readGradient } from '../src/geometry/gradient.ts';
import { groundPatch } from '../src/stack/ground.ts';
import type { StackLayer } from '../src/stack/layers.ts';
import { letterBlur, textShadowLayer } from '../src/stack/textShadow.ts';
import { overlayOf } from '../src/stack/overlay.ts';
import { wornLayers } from '../src/stack/worn.ts';
import { PLAIN } from '../src/layers/index.ts';
import { proveScene } from '../src/sweep/prove.ts';
import { header, noDrawing, raster, sceneOf, site } from './made.ts';

const area = { left: 0, top: 0, right: 10, bottom: 10 };
const box = { x: 0, y: 0, width: 10, height: 10 };
const black = { r: 0, g: 0, b: 0, a: 1 };
const white = { r: 255, g: 255, b: 255, a: 1 };
const even = (colour: typeof black, name: StackLayer['name'] = 'fill'): StackLayer => ({
  name,
  owner: 'header',
  blend: 'normal',
  paint: { kind: 'even', colour },
});

describe('a gradient', () => {
  const read = (
    angle: number,
    x: number,
    y: number,
    stops = [
      { at: 0, colour: black },
      { at: 100, colour: white },
    ],
  ) => {
    const out = new Float64Array(4);
    readGradient(layGradient(angle, stops, box), x, y, out);
    return [...out];
  };
  test('is read at the centres of pixels', () => {
    expect(read(180, 3, 0)[0]).toBeCloseTo(255 * 0.05, 9);
    expect(read(180, 3, 9)[0]).toBeCloseTo(255 * 0.95, 9);
    expect(read(90, 0, 5)[0]).toBeCloseTo(255 * 0.05, 9);
    expect(read(0, 5, 0)[0]).toBeCloseTo(255 * 0.95, 9);
  });
  test('is mixed premultiplied: a stop that is not there leaves its colour out', () => {
    const gone = [
      { at: 0, colour: { ...white, a: 0 } },
      { at: 100, colour: { ...black, r: 200, a: 1 } },
    ];
    const [r, , , a] = read(180, 0, 4, gone);
    expect(a).toBeCloseTo(0.45, 9);
    expect(r! / a!).toBeCloseTo(200, 9);
  });
  test('before its first stop and after its last it is as they are', () => {
    const inner = [
      { at: 30, colour: { ...black, r: 40 } },
      { at: 60, colour: { ...white, a: 0.5 } },
    ];
    expect(read(180, 0, 0, inner)).toEqual([40, 0, 0, 1]);
    expect(read(180, 0, 2, inner)[0]).toBe(40);
    expect(read(180, 0, 9, inner)).toEqual([127.5, 127.5, 127.5, 0.5]);
    // Half way, premultiplied: of 40 whole and 127.5 half.
    expect(read(180, 0, 4, inner)[3]).toBeCloseTo(0.75, 9);
    expect(read(180, 0, 4, inner)[0]).toBeCloseTo((40 + 127.5) / 2, 9);
  });
  test('a stop before its predecessor takes the predecessor’s place', () => {
    const stops = [
      { at: 60, colour: black },
      { at: 20, colour: white },
    ];
    expect(read(180, 0, 5, stops)[0]).toBe(0);
    expect(read(180, 0, 6, stops)[0]).toBe(255);
  });
});

describe('blend modes', () => {
  test.each([
    ['multiply', 0.5, 0.4, 0.2],
    ['screen', 0.5, 0.4, 0.7],
    ['overlay', 0.25, 0.4, 0.2],
    ['hard-light', 0.5, 0.75, 0.75],
    ['darken', 0.5, 0.4, 0.4],
    ['lighten', 0.5, 0.4, 0.5],
    ['color-dodge', 0.3, 0.4, 0.5],
    ['color-burn', 0.7, 0.5, 0.4],
    ['soft-light', 0.25, 0.25, 0.15625],
    ['difference', 0.5, 0.4, 0.1],
    ['exclusion', 0.5, 0.4, 0.5],
    // The other way round each comes to something else, worked out by hand.
    ['overlay', 0.2, 0.7, 0.28],
    ['overlay', 0.7, 0.2, 0.52],
    ['hard-light', 0.2, 0.7, 0.52],
    ['hard-light', 0.7, 0.2, 0.28],
    ['color-dodge', 0.2, 0.7, 2 / 3],
    ['color-dodge', 0.7, 0.2, 0.875],
    ['color-dodge', 0, 1, 0],
    ['color-dodge', 0.9, 0.5, 1],
    ['color-burn', 0.9, 0.4, 0.75],
    ['color-burn', 0.4, 0.9, 1 / 3],
    ['color-burn', 1, 0, 1],
    ['color-burn', 0.1, 0.2, 0],
    ['soft-light', 0.2, 0.7, 0.2992],
    ['soft-light', 0.7, 0.2, 0.574],
    ['soft-light', 0.49, 0.75, 0.595],
  ] as const)('%s, by the formula', (mode, b, s, expected) => {
    expect(blend(mode, [b, b, b], [s, s, s])[0]).toBeCloseTo(expected, 9);
  });
  test('hue, saturation and colour are taken from the source, and not from the backdrop', () => {
    const [grey, red] = [
      [0.5, 0.5, 0.5],
      [1, 0, 0],
    ] as const;
    const all = (v: number) => [v, v, v].map((each) => expect.closeTo(each, 9) as number);
    // A grey has no saturation to give a hue, and takes none.
    expect(blend('hue', grey, red)).toEqual(all(0.5));
    expect(blend('saturation', red, grey)).toEqual(all(0.3));
    expect(blend('saturation', grey, red)).toEqual(all(0.5));
    expect(blend('color', red, grey)).toEqual(all(0.3));
    expect(blend('luminosity', grey, red)).toEqual(all(0.3));
    // Worked out by hand: a saturation of 0.4 brought to a luminance of 0.458, and one of 0.8, whose red falls below 0.
    const some = [0.2, 0.6, 0.4] as const;
    const near = (levels: number[]) => levels.map((each) => expect.closeTo(each, 5) as number);
    expect(blend('hue', some, red)).toEqual(near([0.738, 0.338, 0.338]));
    expect(blend('saturation', some, [0.9, 0.1, 0.5])).toEqual(near([0, 0.710078, 0.355039]));
    const [r, g, b] = blend('color', grey, red);
    // 0.3 of red is brought to a luminance of 0.5, and what goes beyond 1 is drawn in.
    expect([r, g, b]).toEqual([1, 2 / 7, 2 / 7].map((each) => expect.closeTo(each, 9) as number));
  });
  test('those of whole colours keep what they should, and all stay within range', () => {
    const lum = ([r, g, b]: readonly number[]) => 0.3 * r! + 0.59 * g! + 0.11 * b!;
    const [backdrop, source] = [
      [0.2, 0.7, 0.4],
      [0.9, 0.1, 0.3],
    ] as const;
    for (const mode of ['hue', 'saturation', 'color'] as const) {
      expect(lum(blend(mode, backdrop, source))).toBeCloseTo(lum(backdrop), 9);
    }
    expect(lum(blend('luminosity', backdrop, source))).toBeCloseTo(lum(source), 9);
    for (const mode of BLEND_MODES) {
      for (const v of blend(mode, [1, 0, 0.5], [0, 1, 0.5])) expect(v >= -1e-9 && v <= 1 + 1e-9).toBe(true);
    }
  });
});

describe('the overlay', () => {
  test('of even layers is one pixel: the same as laying them over the page one by one', () => {
    const overlay = overlayOf(
      [even({ ...black, r: 16, g: 27, b: 51, a: 0.42 }), even({ ...white, a: 0.1 }, 'tint')],
      area,
    );
    expect(overlay.isEven).toBe(true);
    const page = raster(10, 10, () => ({ r: 238, g: 242, b: 246 }));
    const { data } = groundPatch(page, { row: 0, gone: 0 }, undefined, overlay);
    // 144.76 and 151.70 are the reference's; a tenth of white over them.
    expect([data[0], data[1]]).toEqual([Math.round(144.76 * 0.9 + 25.5), Math.round(151.7 * 0.9 + 25.5)]);
  });
  test('blends a picture into its own group only, never into the page', () => {
    const picture: StackLayer = {
      name: 'picture',
      owner: 'header',
      blend: 'multiply',
      paint: {
        kind: 'picture',
        pixels: undefined,
        left: 0,
        top: 0,
        fallback: { r: 128, g: 128, b: 128, a: 1 },
        opacity: 1,
        masks: [],
      },
    };
    expect(
      [...overlayOf([even({ ...white, g: 128 }), picture], area).data.slice(0, 4)].map(Math.round),
    ).toEqual([128, 64, 128, 0]);
    // Over nothing of its own it is as it is; half of it over nothing lets half of the page through.
    expect([...overlayOf([picture], area).data.slice(0, 4)]).toEqual([128, 128, 128, 0]);
    const rail: StackLayer = { ...picture, owner: 'rail' };
    expect([...overlayOf([even(black), rail], area).data.slice(0, 4)]).toEqual([128, 128, 128, 0]);
  });
  test('is cut at round corners', () => {
    const look = { ...PLAIN, fill: { colour: { colour: '#000000' }, opacity: 1 } };
    const layers = wornLayers('header', [], look, { box, radii: { above: 4, below: 0 } }, noDrawing);
    const { data } = overlayOf(layers, area);
    const through = (x: number, y: number) => data[4 * (10 * y + x) + 3]!;
    expect(through(0, 0)).toBe(1);
    expect(through(5, 0)).toBe(0);
    expect(through(0, 9)).toBe(0);
  });
  test('a picture that is missing is its fallback colour', () => {
    const fallback = { colour: { colour: '#102030' }, opacity: 1 };
    const look = { ...PLAIN, picture: { ...PLAIN.picture, on: true, picture: 'gone', fallback } };
    const { data } = overlayOf(
      wornLayers('header', [], look, { box, radii: { above: 0, below: 0 } }, noDrawing),
      area,
    );
    expect([...data.slice(0, 4)]).toEqual([16, 32, 48, 0]);
  });
});

describe('blur', () => {
  test('its weights sum to one and reach three deviations', () => {
    const weights = gaussian(4);
    expect(weights).toHaveLength(13);
    expect(weights.reduce((sum, w, k) => sum + (k ? 2 : 1) * w, 0)).toBeCloseTo(1, 12);
  });
  test('edges are mirrored with the edge pixel repeated, as often as needed', () => {
    expect([-1, -2, 3, 4, 7].map((at) => mirrored(at, 0, 3))).toEqual([0, 1, 2, 1, 1]);
  });
  test('leaves an even page as it is, and sees nothing beyond the blurred box', () => {
    const page = raster(40, 60, (_, y) => (y < 30 ? { r: 90, g: 120, b: 200 } : { r: 255, g: 0, b: 0 }));
    const blur = { sigma: 5, area: { left: 0, top: 0, right: 40, bottom: 20 } };
    const patch = blurredPatch(page, 10, blur, area);
    expect([...patch.data.slice(0, 4)]).toEqual([90, 120, 200, 255]);
    // A row further down the red comes into the box, and only then.
    const lower = blurredPatch(page, 11, blur, { left: 0, top: 19, right: 1, bottom: 20 });
    expect(lower.data[0]).toBeGreaterThan(90);
  });
  test('rows that have left the window are not there to be blurred', () => {
    const page = raster(40, 60, (_, y) => (y < 25 ? { r: 255, g: 0, b: 0 } : { r: 90, g: 120, b: 200 }));
    const blur = { sigma: 4, area: { left: 0, top: 0, right: 40, bottom: 30 } };
    const seen = { left: 4, top: 16, right: 5, bottom: 17 };
    // The header's top is at row 10: from its row 15 on the page is blue.
    expect([...blurredPatch(page, 10, blur, seen, { gone: 15 }).data]).toEqual([90, 120, 200, 255]);
    expect(blurredPatch(page, 10, blur, seen, { gone: 14 }).data[0]).toBeGreaterThan(90);
    expect(blurredPatch(page, 10, blur, seen).data[0]).toBeGreaterThan(
      blurredPatch(page, 10, blur, seen, { gone: 14 }).data[0]!,
    );
    expect(blurredPatch(page, 10, blur, seen, { gone: 14 })).not.toEqual(
      blurredPatch(page, 10, blur, seen, { gone: 12 }),
    );
  });
});

describe('a text shadow', () => {
  const font = { family: 'hanken-grotesk', weight: 600, size: 10, letterSpacing: 0 } as const;
  const run = {
    text: 'I',
    font,
    left: 20,
    advance: 4,
    baseline: 20,
    capHeight: 7,
    descent: 3,
    letterEdges: [4],
  };
  /** One pixel of ink at the run's left edge, on its baseline. */
  const dot = {
    text: (moved: typeof run, { left, top, right, bottom }: typeof area) => {
      const cover = new Uint8Array((right - left) * (bottom - top));
      cover[(moved.baseline - top) * (right - left) + moved.left - left] = 255;
      return cover;
    },
  };
  test('is the letters’ coverage moved and blurred, with its own opacity', () => {
    const sharp = textShadowLayer(run, { x: 2, y: 3, blur: 0, colour: { ...black, a: 0.5 } }, dot as never);
    const at = { left: 22, top: 23, right: 23, bottom: 24 };
    expect([...overlayOf([sharp], at).data]).toEqual([0, 0, 0, 0.5]);
    const soft = textShadowLayer(run, { x: 0, y: 0, blur: 8, colour: black }, dot as never);
    const paint = soft.paint as Extract<StackLayer['paint'], { kind: 'coverage' }>;
    expect(paint.coverage.reduce((sum, v) => sum + v, 0)).toBeCloseTo(1, 4);
  });
  test('from a deviation of 2 on it is blurred by three boxes', () => {
    // Three boxes of five: (25 − 1) / 4 = 6 is their variance.
    const weights = letterBlur(2.5);
    expect(weights).toHaveLength(7);
    expect(weights.reduce((sum, w, k) => sum + 2 * w * k * k, 0)).toBeCloseTo(6, 9);
  });
});

describe('looks of parts', () => {
  const [rail] = header.rails;
  const item = rail!.end[0]!;
  const wear = (looks: { rail?: Look; item?: Look; scrolled?: Look }): Header => {
    const dressed = { ...item, ...(looks.item && { looks: { top: looks.item } }) } as typeof item;
    return {
      ...header,
      rails: [{ ...rail!, ...(looks.rail && { looks: { scrolled: looks.rail } }), end: [dressed] }],
      looks: { ...header.looks, scrolled: { ...header.looks.scrolled, ...looks.scrolled } },
    };
  };
  const of = (worn: Header) => ({ header: worn, rail: worn.rails[0], item: worn.rails[0]!.end[0] });
  const [red, green] = [{ colour: '#ff0000' }, { colour: '#00ff00' }];

  test('an item takes ink from its rail, the rail from the header; layers are each part’s own', () => {
    const worn = wear({ rail: { ink: { link: red } }, scrolled: { fill: { opacity: 0.7 } } });
    expect(resolveWorn(site, of(worn), 'scrolled').ink.link).toEqual(red);
    expect(originOf(site, of(worn), 'scrolled', 'ink', 'link')).toBe('rail');
    expect(originOf(site, of(worn), 'top', 'ink', 'link')).toBe('header');
    expect(resolveWorn(site, { header: worn, rail: worn.rails[0] }, 'scrolled').fill.opacity).toBe(0);
  });
  test('its own look at an earlier moment goes before what is around it', () => {
    const worn = wear({ item: { ink: { link: green } }, rail: { ink: { link: red } } });
    expect(resolveWorn(site, of(worn), 'scrolled').ink.link).toEqual(green);
    expect(originOf(site, of(worn), 'scrolled', 'ink', 'link')).toBe('At the top');
  });
  test('a rail’s fill is judged under its items', () => {
    const worn = wear({ rail: { fill: { colour: { swatch: 'night' }, opacity: 1 } } });
    const scene = sceneOf(worn);
    const page = raster(500, scene.laid.height, () => ({ r: 255, g: 255, b: 255 }));
    const rows = proveScene(scene, page, noDrawing).filter(({ moment }) => moment === 'scrolled');
    expect(rows.every(({ verdict }) => verdict === 'clear')).toBe(true);
  });

  test('what still covers the page is listed, and cleared without touching the rest', () => {
    const worn = wear({ rail: { tint: { colour: red, opacity: 0.5 } }, scrolled: { blur: { radius: 4 } } });
    const covers = coversOf(site, worn, 'scrolled');
    expect(covers.map(({ text }) => text)).toEqual([
      'Blur, 4 px, of the header',
      'Fill, 42 %, of the header',
      'Tint, 50 %, of rail 1',
    ]);
    const draft = structuredClone(worn);
    covers.forEach((cover) => cover.clear(draft));
    expect(coversOf(site, draft, 'scrolled')).toEqual([]);
    expect(draft.looks.scrolled.fill).toEqual({ opacity: 0 });
    expect(draft.rails[0]!.looks!.scrolled!.tint).toEqual({ colour: red, opacity: 0 });
    expect(standsBare(site, draft, 'scrolled')).toBe(false);
    expect(standsBare(site, { ...draft, manner: { ...draft.manner, lies: 'above' } }, 'scrolled')).toBe(true);
  });

  test.each([
    ['a blur of 10,000 px', { blur: { radius: 10000 } }, /0 to 60 px/],
    ['an angle that is no number', { gradient: { angle: NaN } }, /-360 to 360 degrees/],
    ['a stop beyond the end', { gradient: { stops: [{ at: 120, colour: red, opacity: 1 }] } }, /0 to 100 %/],
    ['a blend mode that is none', { picture: { blend: 'mix' } }, /Choose normal, multiply/],
    ['a layer that is none', { glow: {} }, /not part of a site file/],
  ])('%s is told, with what to do', (_, look, message) => {
    const problems = checkPart(Header, { ...header, looks: { ...header.looks, scrolled: look } });
    expect(problems.map((problem) => problem.message).join(' ')).toMatch(message);
  });
});
