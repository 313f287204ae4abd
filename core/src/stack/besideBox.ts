import { overlap, type Area } from '../geometry/area.ts';
import { areaOf, snapBox, type Box } from '../geometry/box.ts';
import { even, type ResolvedFill } from '../layers/kind.ts';
import { hasSides } from '../layers/edge.ts';
import type { Thrown } from '../layers/buttons.ts';
import type { ResolvedLook } from '../layers/index.ts';
import type { Swatch } from '../model/palette.ts';
import { boxCoverage, type StackLayer } from './layers.ts';

/** What a header throws round its box: behind what reaches over the box's edge, its shadow and its lines lie, too. */

/** A box with round corners that has things round it. Header pixels. */
export interface Bar {
  bar: Box;
  radius: number;
  /** How far above it they reach before something ends them, and a shadow below it, CSS pixels. */
  gap: number;
  below?: number;
}

/**
 * The shadow over an area, where any of it is there: under all layers of the header.
 * @param area of what is judged, whole header pixels
 */
export function shadowBeside(
  shadow: Thrown,
  palette: readonly Swatch[],
  { bar, radius, gap, below = Infinity }: Bar,
  area: Area,
): StackLayer | undefined {
  const { x, y, blur, spread, opacity } = shadow;
  const own = snapBox(bar);
  const thrown: Box = {
    x: own.x + x - spread,
    y: own.y + y - spread,
    width: own.width + 2 * spread,
    height: own.height + 2 * spread,
  };
  const reach = Math.ceil(1.5 * blur) + 1;
  const reached = overlap(area, {
    left: Math.floor(thrown.x) - reach,
    top: Math.max(Math.floor(thrown.y) - reach, Math.floor(own.y - gap)),
    right: Math.ceil(thrown.x + thrown.width) + reach,
    bottom: Math.min(Math.ceil(thrown.y + thrown.height) + reach, Math.ceil(own.y + own.height + below)),
  });
  const isThere = opacity > 0 && thrown.width > 0 && thrown.height > 0;
  if (!isThere || reached.left >= reached.right || reached.top >= reached.bottom) return undefined;
  const around = { area: areaOf(own), above: radius, below: radius };
  const blurred = blurredBox({ ...thrown, radius: spreadRadius(radius, spread) }, blur / 2, reached);
  const coverage = coverageOf(reached, (px, py) => {
    const outside = 1 - boxCoverage(around, px, py);
    return outside === 0 ? 0 : outside * blurred(px, py);
  });
  return {
    name: 'shadow',
    owner: 'item',
    blend: 'normal',
    paint: { kind: 'coverage', colour: even(palette, shadow), area: reached, coverage },
  };
}

/** Corners of a shadow that is spread (CSS Backgrounds 3, section 7.1.1): sharp ones stay so. */
function spreadRadius(radius: number, spread: number): number {
  if (spread <= 0 || radius >= spread) return Math.max(0, radius + spread);
  return radius + spread * (1 + (radius / spread - 1) ** 3);
}

/**
 * How much a blurred box with round corners covers at each pixel of an area: it is made of lines across, one for each row of
 * its corners and one for all rows between them, and each is blurred both ways by itself.
 * @param sigma standard deviation, CSS pixels
 */
function blurredBox(
  { x, y, width, height, radius }: Box & { radius: number },
  sigma: number,
  area: Area,
): (px: number, py: number) => number {
  const round = Math.min(radius, width / 2, height / 2);
  const rows = Math.ceil(round);
  const lines = Array.from({ length: rows }, (_, i) => {
    const up = round - Math.min(round, i + 0.5);
    return { inset: round - Math.sqrt(Math.max(0, round * round - up * up)), from: i, to: i + 1 };
  });
  const count = { across: area.right - area.left, down: area.bottom - area.top };
  const table = (length: number, at: (i: number) => number) => Float64Array.from({ length }, (_, i) => at(i));
  const parts = [{ inset: 0, from: rows, to: height - rows, isOnce: true }, ...lines].map((line) => ({
    across: table(count.across, (i) =>
      share(x + line.inset, x + width - line.inset, area.left + i + 0.5, sigma),
    ),
    down: table(count.down, (i) => {
      const at = area.top + i + 0.5;
      const upper = share(y + line.from, y + line.to, at, sigma);
      if ('isOnce' in line) return upper;
      return upper + share(y + height - line.to, y + height - line.from, at, sigma);
    }),
  }));
  return (px, py) => {
    let sum = 0;
    for (const { across, down } of parts) sum += across[px - area.left]! * down[py - area.top]!;
    return Math.min(1, Math.max(0, sum));
  };
}

/** The share of a blurred line's weight that lies between two ends, seen from a place. */
function share(from: number, to: number, at: number, sigma: number): number {
  if (to <= from) return 0;
  // Not blurred: what of the pixel lies between.
  if (sigma === 0) return Math.max(0, Math.min(to, at + 0.5) - Math.max(from, at - 0.5));
  return (erf((to - at) / (sigma * Math.SQRT2)) - erf((from - at) / (sigma * Math.SQRT2))) / 2;
}

/** The error function, to 1.5e-7 (Abramowitz and Stegun, 7.1.26). */
function erf(v: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(v));
  const series =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return Math.sign(v) * (1 - series * Math.exp(-v * v));
}

/** The lines round the box over an area, where any of them is there: over all layers of the header. */
export function linesBeside(
  { edge }: Pick<ResolvedLook, 'edge'>,
  palette: readonly Swatch[],
  { bar, radius, gap }: Bar,
  area: Area,
): StackLayer[] {
  const { left, top, right, bottom } = areaOf(bar);
  const isRound = hasSides([edge], radius);
  const size = {
    above: edge.above.width,
    start: edge.start.width,
    end: edge.end.width,
    below: edge.thickness,
  };
  const outer: Area = isRound
    ? { left: left - size.start, top: top - size.above, right: right + size.end, bottom: bottom + size.below }
    : { left, top, right, bottom: bottom + size.below };
  const corners = isRound && radius > 0 ? radius + size.below : 0;
  const ring = { area: outer, above: corners, below: corners };
  const inner = { left, top, right, bottom };
  const seen = overlap(area, { ...outer, top: Math.max(outer.top, Math.floor(top - gap)) });
  const lines: Record<keyof typeof size, ResolvedFill> = {
    below: { colour: edge.colour, opacity: edge.on ? 1 : 0 },
    above: { colour: edge.above.colour, opacity: 1 },
    start: { colour: edge.start.colour, opacity: 1 },
    end: { colour: edge.end.colour, opacity: 1 },
  };
  return (Object.keys(lines) as (keyof typeof size)[]).flatMap((side): StackLayer[] => {
    const isThere = lines[side].opacity > 0 && size[side] > 0;
    if (!isThere || seen.left >= seen.right || seen.top >= seen.bottom) return [];
    const coverage = coverageOf(seen, (px, py) => {
      const [x, y] = [px + 0.5, py + 0.5];
      const depths = {
        above: y - outer.top,
        start: x - outer.left,
        end: outer.right - x,
        below: outer.bottom - y,
      };
      // Two lines meet along the way from the outer corner to the inner one: whose share is less there is seen.
      const share = (at: keyof typeof size) => (size[at] > 0 ? depths[at] / size[at] : Infinity);
      const nearest = (Object.keys(size) as (keyof typeof size)[]).reduce((a, b) =>
        share(b) < share(a) ? b : a,
      );
      if (nearest !== side) return 0;
      return boxCoverage(ring, px, py) * (1 - innerCoverage(inner, size, corners, x, y));
    });
    if (coverage.every((v) => v === 0)) return [];
    const paint = { kind: 'coverage', colour: even(palette, lines[side]), area: seen, coverage } as const;
    return [{ name: 'edge', owner: 'item', blend: 'normal', paint }];
  });
}

/** How much of a pixel lies within lines of unlike widths: their inner corners are parts of ellipses (CSS Backgrounds 3, section 4.2). */
function innerCoverage(
  { left, top, right, bottom }: Area,
  size: Record<'above' | 'start' | 'end' | 'below', number>,
  corners: number,
  x: number,
  y: number,
): number {
  if (x < left || x > right || y < top || y > bottom) return 0;
  const rx = Math.max(0, corners - (x < (left + right) / 2 ? size.start : size.end));
  const ry = Math.max(0, corners - (y < (top + bottom) / 2 ? size.above : size.below));
  const dx = Math.max(left + rx - x, x - (right - rx), 0);
  const dy = Math.max(top + ry - y, y - (bottom - ry), 0);
  if (rx === 0 || ry === 0 || dx === 0 || dy === 0) return 1;
  const far = Math.hypot(dx / rx, dy / ry);
  // As far as the pixel's centre is from the arc, by the slope there.
  const slope = Math.hypot(dx / (rx * rx), dy / (ry * ry)) / far;
  return Math.min(1, Math.max(0, (1 - far) / slope + 0.5));
}

function coverageOf(area: Area, at: (x: number, y: number) => number): Float32Array {
  const width = area.right - area.left;
  return Float32Array.from({ length: width * (area.bottom - area.top) }, (_, i) =>
    at(area.left + (i % width), area.top + Math.floor(i / width)),
  );
}
