import type { TextRun } from '../header/ink.ts';
import type { Area } from '../geometry/area.ts';
import { gaussian } from './blur.ts';
import type { Raster } from '../geometry/raster.ts';
import type { Measure } from '../measure/measure.ts';
import type { LetterShadow } from '../page/laid.ts';
import type { Paints } from '../page/paint.ts';
import type { DrawnRun, Drawing } from './drawing.ts';
import type { StackLayer } from './layers.ts';

/**
 * The shadow of a run of text as a layer: the glyphs' coverage, moved and blurred with half the radius as standard
 * deviation (CSS Backgrounds 3, section 7.1.1), times the shadow's own alpha.
 */
export function textShadowLayer(run: TextRun, shadow: LetterShadow, draw: Pick<Drawing, 'text'>): StackLayer {
  const { colour } = shadow;
  return {
    name: 'textShadow',
    owner: 'item',
    blend: 'normal',
    paint: { kind: 'coverage', colour, ...coverageOf(run, shadow, draw) },
  };
}

/** How much a run's shadow covers, worked out once. */
function coverageOf(run: ShadedRun, { x, y, blur }: LetterShadow, draw: Pick<Drawing, 'text'>): Coverage {
  const shape = { x, y, blur };
  const key = JSON.stringify([run, shape]);
  const known = drawn.get(draw) ?? new Map<string, Coverage>();
  drawn.set(draw, known);
  const coverage = known.get(key) ?? shadowCoverage(run, shape, draw);
  known.set(key, coverage);
  return coverage;
}

/** What of a run its shadow depends on. */
type ShadedRun = DrawnRun & Pick<TextRun, 'advance'>;

/**
 * Draws the shadows of a page's headings, as `paintPage` asks for them.
 * @param image makes what a context draws of pixels, RGBA, not premultiplied
 */
export function shader(
  draw: Pick<Drawing, 'text'>,
  measure: Pick<Measure, 'advance'>,
  image: (raster: Raster) => unknown,
): NonNullable<Paints['shade']> {
  return ({ text, x, baseline }, font, shadow) => {
    const run = { text, font, left: x, baseline, advance: measure.advance(text, font) };
    const { area, coverage } = coverageOf(run, shadow, draw);
    const [width, height] = [area.right - area.left, area.bottom - area.top];
    const { r, g, b, a } = shadow.colour;
    const data = new Uint8ClampedArray(4 * width * height);
    for (let i = 0; i < coverage.length; i++) data.set([r, g, b, 255 * a * coverage[i]!], 4 * i);
    return { image: image({ width, height, data }), x: area.left, y: area.top, width, height };
  };
}

/** How much of each pixel of an area a shadow covers, 0 to 1. */
interface Coverage {
  area: Area;
  coverage: Float32Array;
}

/** What was worked out already, by who drew the letters: another state or ink changes nothing of it. */
const drawn = new WeakMap<object, Map<string, Coverage>>();

function shadowCoverage(
  run: ShadedRun,
  shadow: Omit<LetterShadow, 'colour'>,
  draw: Pick<Drawing, 'text'>,
): Coverage {
  const weights = letterBlur(shadow.blur / 2);
  const reach = weights.length - 1;
  const moved = { ...run, left: run.left + shadow.x, baseline: run.baseline + shadow.y };
  const size = run.font.size;
  const area: Area = {
    left: Math.floor(moved.left - size / 2) - reach,
    top: Math.floor(moved.baseline - 1.3 * size) - reach,
    right: Math.ceil(moved.left + run.advance + size / 2) + reach,
    bottom: Math.ceil(moved.baseline + 0.6 * size) + reach,
  };
  const sharp = Float32Array.from(draw.text(moved, area), (v) => v / 255);
  const [width, height] = [area.right - area.left, area.bottom - area.top];
  const across = convolve(sharp, { width, height, step: 1, next: width }, weights);
  return { area, coverage: convolve(across, { width, height, step: width, next: 1 }, weights) };
}

/** Below a deviation of 2 Chromium's blur of letters is this much narrower than asked for: measured. */
const NARROWER = 0.9;

/**
 * Weights by which browsers blur letters, from the middle outwards: a Gaussian up to a standard deviation of 2, from there
 * three boxes one after the other, which the specification allows in its place (Filter Effects 1, section 9.7).
 */
export function letterBlur(sigma: number): Float64Array {
  if (sigma === 0) return Float64Array.of(1);
  if (sigma < 2) return gaussian(sigma > 0.5 ? sigma * NARROWER : sigma);
  const side = Math.floor((sigma * 3 * Math.sqrt(2 * Math.PI)) / 4 + 0.5);
  const sides = side % 2 === 1 ? [side, side, side] : [side, side, side + 1];
  let weights = [1];
  for (const length of sides) {
    const next = new Array<number>(weights.length + length - 1).fill(0);
    weights.forEach((w, i) => {
      for (let k = 0; k < length; k++) next[i + k]! += w / length;
    });
    weights = next;
  }
  return Float64Array.from(weights.slice((weights.length - 1) / 2));
}

/** One pass of a separable convolution; what lies beyond the edges is empty. `step` leads along a line, `next` counts lines. */
function convolve(
  from: Float32Array,
  { width, height, step, next }: { width: number; height: number; step: number; next: number },
  weights: Float64Array,
): Float32Array {
  const out = new Float32Array(from.length);
  const [length, lines] = step === 1 ? [width, height] : [height, width];
  for (let line = 0; line < lines; line++) {
    for (let i = 0; i < length; i++) {
      let sum = 0;
      const [low, high] = [Math.max(0, i - weights.length + 1), Math.min(length - 1, i + weights.length - 1)];
      for (let j = low; j <= high; j++) sum += weights[Math.abs(j - i)]! * from[line * next + j * step]!;
      out[line * next + i * step] = sum;
    }
  }
  return out;
}
