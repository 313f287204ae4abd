import { add, light, mix, scale, type Light } from './canvas.ts';
import { layered, noise, step } from './noise.ts';

/** Places and surfaces for sites of any kind. */

/** How a view of the sea differs from another. Places and sizes as shares of the picture's sides. */
interface SeaView {
  horizon: number;
  island: { x: number; width: number; height: number };
  sun: number;
  sky: [high: string, low: string];
  water: [far: string, near: string];
  /** Boats: place of the waterline's middle, and length. */
  boats?: { x: number; y: number; length: number }[];
}

const OPEN_SEA: SeaView = {
  horizon: 0.42,
  island: { x: 0.7, width: 0.19, height: 0.085 },
  sun: 0.24,
  sky: ['#5f9cc4', '#f3e6cf'],
  water: ['#5e93a3', '#0d3f55'],
};

/** A small ferry seen from the side: hull, deck house, funnel and mast; `undefined` beside it. `u`, `v` in boat lengths. */
function boat(u: number, v: number): Light | undefined {
  const bow = 0.5 - 0.55 * v * (v < 0 ? 1 : 0);
  if (v > -0.1 && v < 0.035 && u > -0.48 - 0.3 * v && u < bow - 0.06 - 0.5 * Math.max(0, v)) {
    return light(v > 0 ? '#5a1f22' : v > -0.022 ? '#f4f1ea' : '#20455a');
  }
  const isHouse = v > -0.19 && v <= -0.1 && u > -0.34 && u < 0.2;
  const isBridge = v > -0.255 && v <= -0.19 && u > -0.02 && u < 0.15;
  if (isHouse || isBridge) {
    const isWindow = isHouse
      ? v > -0.165 && v < -0.135 && (u * 26) % 1 > 0.35 - (u < 0 ? 1 : 0)
      : v > -0.24 && v < -0.215;
    return light(isWindow ? '#39505c' : '#fbf9f3');
  }
  if (v > -0.3 && v <= -0.19 && u > -0.2 && u < -0.12) return light(v > -0.25 ? '#d9773a' : '#20455a');
  if (v > -0.42 && v <= -0.255 && Math.abs(u - 0.06) < 0.006) return light('#e8e4da');
  return undefined;
}

/** Open sea to a low island: swell that shortens towards the horizon, and the sun's path on it. */
export function sea(width: number, height: number, view: SeaView = OPEN_SEA) {
  const horizon = height * view.horizon;
  const island = Array.from({ length: width }, (_, x) => {
    const u = (x - width * view.island.x) / (width * view.island.width);
    const hill = Math.max(0, 1 - u * u) ** 0.8 * (0.55 + 0.6 * layered(x / 160, 2.5, 21, 5));
    return horizon - height * view.island.height * hill;
  });
  const sunX = width * view.sun;
  const boats = (view.boats ?? []).map((at) => ({
    x: at.x * width,
    y: at.y * height,
    length: at.length * width,
  }));
  const afloat = (x: number, y: number): Light | undefined => {
    for (const { x: bx, y: by, length } of boats) {
      const [u, v] = [(x - bx) / length, (y - by) / length];
      if (Math.abs(u) < 0.6 && v > -0.45 && v < 0.04) {
        const found = boat(u, v);
        if (found) return found;
      }
    }
    return undefined;
  };
  const wake = (x: number, y: number): number =>
    boats.reduce((sum, { x: bx, y: by, length }) => {
      const u = (bx - 0.3 * length - x) / length;
      const v = (y - by) / length;
      if (u < -0.75 || u > 2.2 || v < -0.01 || v > 0.3) return sum;
      const spread = 0.02 + 0.06 * Math.max(0, u);
      return (
        sum +
        0.6 *
          Math.exp(-(((v - 0.03) / spread) ** 2)) *
          Math.exp(-Math.max(0, u) * 0.9) *
          (0.4 + 0.9 * noise(x / 6, y / 3, 3))
      );
    }, 0);
  return (x: number, y: number): Light => {
    const found = afloat(x, y);
    if (found) return found;
    if (y < horizon) {
      const sky = mix(light(view.sky[0]), light(view.sky[1]), step(0, 1, y / horizon) ** 1.5);
      const cover = step(0.5, 0.78, layered(x / 420 + 3, y / 70, 31, 6)) * step(0.1, 0.7, y / horizon);
      const glow = Math.exp(
        -(((x - sunX) / (width * 0.2)) ** 2) - ((y - horizon * 0.8) / (height * 0.16)) ** 2,
      );
      const air = add(mix(sky, light('#fff8ea'), cover * 0.7), light('#ffd9a0'), glow * 0.55);
      if (y < island[x]!) return air;
      const slope = layered(x / 40, (y - island[x]!) / 18, 77, 5);
      const ground = mix(light('#3c4f49'), light('#7d8b6e'), slope);
      return mix(ground, light('#c9c4b4'), 0.32 - 0.25 * Math.min(1, view.island.height * 4 - 0.34));
    }
    const near = (y - horizon) / (height - horizon);
    const stretch = 0.02 + near;
    const swell = (dx: number, dy: number) =>
      layered((x + dx) / (260 * stretch) + near * 3, (y + dy) / (34 * stretch), 47, 5);
    const relief = swell(0, 0) - swell(7 * stretch, -6 * stretch);
    const body = mix(light(view.water[0]), light(view.water[1]), near ** 0.6);
    const lit = Math.min(1, Math.max(0, 0.5 + relief * 3.2));
    const water = mix(scale(body, 0.72), mix(body, light('#bfe0de'), 0.4), lit);
    const path = Math.exp(-(((x - sunX) / (width * (0.03 + 0.14 * near))) ** 2));
    const glitter = step(0.62, 0.9, noise(x / (9 * stretch + 1), y / (3 * stretch + 1), 5)) * path;
    const foam = step(0.72, 0.86, swell(0, 0)) * near * 0.35 + Math.min(0.9, wake(x, y));
    return add(mix(water, light('#f2fbfa'), foam), light('#ffe6bd'), glitter * 1.2 * (1 - 0.6 * near));
  };
}

/** The ferry's two boats on their way, mid-morning. */
export const crossing = (width: number, height: number) =>
  sea(width, height, {
    ...OPEN_SEA,
    horizon: 0.46,
    sun: 0.12,
    boats: [
      { x: 0.62, y: 0.66, length: 0.2 },
      { x: 0.33, y: 0.505, length: 0.06 },
    ],
  });

/** The island from close by, at noon. */
export const island = (width: number, height: number) =>
  sea(width, height, {
    horizon: 0.6,
    island: { x: 0.55, width: 0.42, height: 0.3 },
    sun: 0.95,
    sky: ['#8fc3e3', '#eef4f2'],
    water: ['#79b4b6', '#17606a'],
  });

/** Ridges one behind another, each paler, in morning mist. */
export function mist(width: number, height: number) {
  const ridges = [0.42, 0.52, 0.63, 0.76, 0.9].map((base, i) =>
    Array.from(
      { length: width },
      (_, x) => height * (base - 0.14 * layered(x / (520 - 60 * i) + i * 7, 1.3, 13 + i * 9, 6)),
    ),
  );
  const shades = ['#c3cdd4', '#9fb0b8', '#74898f', '#48605f', '#20352f'].map(light);
  return (x: number, y: number): Light => {
    const t = y / height;
    let pixel = mix(light('#f7d9b8'), light('#fbeee0'), step(0, 0.5, t));
    ridges.forEach((ridge, i) => {
      const depth = y - ridge[x]!;
      if (depth < 0) return;
      const overlay = Math.min(1, depth / (height * 0.2)) * (0.65 - 0.1 * i);
      const trees = (layered(x / 7, depth / 11, 91 + i, 3) - 0.5) * 0.12 * i;
      pixel = mix(
        scale(shades[i]!, 1 + trees),
        light('#f4e6d6'),
        overlay * (0.6 + 0.4 * layered(x / 300, y / 60, 61, 3)),
      );
    });
    return pixel;
  };
}

/** High summer cloud: bright, with blue between. */
export function cloud(_width: number, height: number) {
  return (x: number, y: number): Light => {
    const t = y / height;
    const sky = mix(light('#2f78bd'), light('#a9d0ea'), t ** 0.9);
    const mass = layered(x / 430, y / 210 + 0.3 * layered(x / 300, 4, 3, 3), 19, 7);
    const cover = step(0.44, 0.6, mass);
    const shade = layered(x / 430 + 0.06, y / 210 + 0.22, 19, 7);
    const lit = mix(light('#9fb3c8'), light('#ffffff'), Math.min(1, Math.max(0, 0.72 + (mass - shade) * 3)));
    return mix(sky, lit, cover);
  };
}

/** Dunes at evening: smooth crests, ripples on the lit side, deep shade on the other. */
export function dunes(width: number, height: number) {
  const crest = (x: number, i: number) =>
    height * (0.34 + 0.15 * i) -
    height * 0.1 * Math.sin(x / (width / (1.6 + 0.5 * i)) + i * 2.1) -
    40 * layered(x / 700, i, 7 + i, 3);
  return (x: number, y: number): Light => {
    let pixel = mix(light('#f2b27a'), light('#fbe2bd'), Math.min(1, y / (height * 0.4)));
    for (let i = 0; i < 5; i++) {
      const top = crest(x, i);
      if (y < top) continue;
      const depth = y - top;
      const slope = crest(x + 4, i) - crest(x - 4, i);
      const ripple = Math.sin((y + 14 * layered(x / 90, y / 90, 5, 3)) / (3.4 + 0.9 * i) + x / 46);
      const lit = step(-1.6, 1.8, slope + depth * 0.004);
      const sand = mix(light('#7b3f2b'), light('#eaa66a'), lit);
      pixel = scale(sand, 1 + 0.05 * ripple * lit - 0.1 * step(0, 300, depth) + 0.03 * i);
    }
    return pixel;
  };
}

/** Dark slate, riven: a quiet dark ground. */
export function slate(_width: number, _height: number) {
  return (x: number, y: number): Light => {
    const layer = layered(x / 620, y / 90, 23, 6);
    const next = layered(x / 620 + 0.01, y / 90 + 0.05, 23, 6);
    const edge = step(0.012, 0.05, Math.abs(layer - next));
    const fine = (noise(x / 3, y / 3, 9) - 0.5) * 0.16;
    const stone = mix(light('#1d242b'), light('#4a5660'), layer);
    return scale(
      mix(stone, light('#6b7982'), edge * 0.35 * (layer > next ? 1 : 0)),
      1 + fine - edge * (layer < next ? 0.4 : 0),
    );
  };
}

/** Woven linen: a quiet pale ground. */
export function linen(_width: number, _height: number) {
  return (x: number, y: number): Light => {
    const thread = (u: number, v: number, seed: number) =>
      (0.5 + 0.5 * Math.sin(u * 1.05 + 0.8 * noise(u / 40, v / 60, seed))) *
      (0.75 + 0.5 * noise(u / 3, v / 90, seed + 1));
    const over = (Math.floor(x / 6) + Math.floor(y / 6)) % 2 === 0;
    const weave = over ? thread(x, y, 3) : thread(y, x, 7);
    const slub = layered(x / 200, y / 14, 15, 3) * 0.12 + layered(x / 14, y / 200, 25, 3) * 0.12;
    return scale(mix(light('#d8cfbd'), light('#f4efe4'), weave), 0.93 + slub);
  };
}

/** A bay at dusk: lamps along the shore and their reflections. */
export function dusk(width: number, height: number) {
  const shore = height * 0.56;
  const lamps = Array.from({ length: 46 }, (_, i) => ({
    x: width * (0.05 + 0.9 * noise(i * 3.7, 1, 51)),
    y: shore - 6 - 46 * noise(i * 1.9, 2, 53),
    warm: noise(i * 2.3, 3, 57),
  }));
  const hills = Array.from({ length: width }, (_, x) => shore - height * 0.16 * layered(x / 480, 8, 41, 6));
  const lampLight = (x: number, y: number, mirrored: boolean): Light =>
    lamps.reduce<Light>(
      (sum, lamp) => {
        const py = mirrored ? 2 * shore - lamp.y : lamp.y;
        const dx = Math.abs(x - lamp.x);
        const dy = Math.abs(y - py);
        if (dx > 60 || dy > (mirrored ? 260 : 60)) return sum;
        const spread = mirrored
          ? Math.exp(-dx / 4 - dy / 80) * 0.5
          : Math.exp(-Math.hypot(dx, dy) / 2.2) * 1.6;
        return add(sum, mix(light('#ffc36b'), light('#fff1cf'), lamp.warm), spread);
      },
      [0, 0, 0],
    );
  return (x: number, y: number): Light => {
    const sky = (t: number) =>
      mix(mix(light('#141d3c'), light('#5d4a78'), Math.min(1, t * 1.4)), light('#f0a268'), step(0.6, 1, t));
    if (y < hills[x]!)
      return add(sky(y / shore), [1, 1, 1], 0.5 * step(0.985, 1, noise(x / 2, y / 2, 71)) * (1 - y / shore));
    if (y < shore)
      return add(
        mix(light('#10172a'), light('#2b2a44'), (y - hills[x]!) / (height * 0.2)),
        lampLight(x, y, false),
      );
    const wobble = 8 * (layered(x / 120, y / 8, 63, 3) - 0.5);
    const mirror = sky(Math.max(0, (2 * shore - y) / shore));
    return add(scale(mix(mirror, light('#0c1226'), 0.35), 0.8), lampLight(x + wobble, y, true));
  };
}
