import { add, light, mix, scale, type Light } from './canvas.ts';
import { hash, layered, noise, step } from './noise.ts';

/** Stars as a field of light: most faint, a few bright with a soft halo. */
export function stars(x: number, y: number, seed: number, density = 1): Light {
  let found: Light = [0, 0, 0];
  for (const [grid, chance, strength, spread] of [
    [9, 0.16 * density, 0.5, 0.55],
    [31, 0.22 * density, 1.3, 0.8],
    [140, 0.4 * density, 4, 1.25],
  ] as const) {
    const [cx, cy] = [Math.floor(x / grid), Math.floor(y / grid)];
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const [gx, gy] = [cx + dx, cy + dy];
        if (hash(gx, gy, seed + grid) > chance) continue;
        const sx = (gx + hash(gx, gy, seed + grid + 1)) * grid;
        const sy = (gy + hash(gx, gy, seed + grid + 2)) * grid;
        const distance = Math.hypot(x - sx, y - sy);
        if (distance > spread * 9) continue;
        const warmth = hash(gx, gy, seed + grid + 3);
        const tint: Light = [0.75 + 0.35 * warmth, 0.9, 1.15 - 0.35 * warmth];
        const bright = strength * (0.25 + hash(gx, gy, seed + grid + 4) ** 3);
        const glow = Math.exp(-((distance / spread) ** 2)) + 0.035 * Math.exp(-distance / (spread * 2.4));
        found = add(found, tint, bright * glow);
      }
    }
  }
  return found;
}

/** Height of a ridge at x: layered noise, sharpened into crests. */
function ridge(x: number, base: number, height: number, length: number, seed: number): number {
  const crest = 1 - Math.abs(2 * layered(x / length, 3.7, seed, 6) - 1);
  return base - height * crest ** 1.4;
}

/** Snow on a slope, so far below its ridge: long drifts lit from one side, bare rock near the crest where `rock` asks for it. */
function snow(
  x: number,
  y: number,
  depth: number,
  { shade, lit, seed, rock = 0 }: { shade: string; lit: string; seed: number; rock?: number },
): Light {
  const drift = (u: number, v: number) =>
    layered(u / 260 + v / 420, v / 95 + 0.25 * noise(u / 180, 1, seed), seed, 4);
  const relief = drift(x, depth) - drift(x + 16, depth + 9);
  const fine = (noise(x / 5, y / 3, seed + 9) - 0.5) * 0.05;
  const ground = mix(light(shade), light(lit), Math.min(1, Math.max(0, 0.5 + relief * 5.5 + fine)));
  const bare = step(0.5, 0.62, layered(x / 60, y / 26, seed + 20, 5)) * Math.exp(-depth / 70) * rock;
  return mix(ground, scale(light(shade), 0.3), bare);
}

/** Aurora over a snowy fell: curtains along warped paths, sharp below and soft above. */
export function aurora(width: number, height: number) {
  const curtains = [
    { base: 0.6, sway: 0.2, reach: 0.4, seed: 11, strength: 1.15 },
    { base: 0.5, sway: 0.16, reach: 0.34, seed: 23, strength: 0.75 },
    { base: 0.36, sway: 0.12, reach: 0.22, seed: 37, strength: 0.38 },
  ];
  const night = { top: light('#060b1c'), low: light('#16314a') };
  const colours = { foot: light('#d8ffd0'), body: light('#2fe48a'), head: light('#5a4bd0') };
  const columns = Array.from({ length: width }, (_, x) =>
    curtains.map(({ base, sway, seed }) => {
      const u = x / width;
      const warp = layered(u * 2.2, 0.5, seed, 3) - 0.5;
      const foot = height * (base + sway * 2 * warp + 0.03 * Math.sin(u * 19 + seed));
      const fold = layered(u * 5 + warp * 4, 9.1, seed + 3, 4);
      const rays = 0.35 + 0.65 * layered(u * 85 + warp * 30, 2.2, seed + 5, 3) ** 1.5;
      const patch = step(0.3, 0.62, layered(u * 2.6 + 3, 4.4, seed + 8, 2));
      return { foot, bright: step(0.3, 0.8, fold) * rays * (0.15 + 0.85 * patch), rays };
    }),
  );
  const far = Array.from({ length: width }, (_, x) => ridge(x, height * 0.88, height * 0.17, 620, 51));
  const near = Array.from({ length: width }, (_, x) =>
    ridge(x + 300, height * 0.985, height * 0.15, 700, 77),
  );
  return (x: number, y: number): Light => {
    const t = y / height;
    const glow = curtains.reduce((sum, { reach, strength }, i) => {
      const { foot, bright, rays } = columns[x]![i]!;
      const above = (foot - y) / (height * reach);
      const edge = step(-0.035, 0.03, above);
      return sum + strength * bright * edge * Math.exp(-Math.max(0, above) * (2.1 - rays)) * 1.15;
    }, 0);
    if (y > near[x]!) {
      const hill = snow(x, y, y - near[x]!, { shade: '#16283f', lit: '#7d9cb8', seed: 91, rock: 0.9 });
      return scale(add(hill, colours.body, 0.02), 0.85);
    }
    if (y > far[x]!) {
      const hill = snow(x, y, y - far[x]!, { shade: '#0f2136', lit: '#3f6480', seed: 63, rock: 0.8 });
      return add(hill, colours.body, 0.03);
    }
    const sky = add(mix(night.top, night.low, t ** 1.6), stars(x, y, 5), 0.9 - 0.6 * Math.min(1, glow));
    const lower = curtains[0]!;
    const { foot } = columns[x]![0]!;
    const rise = Math.min(1, Math.max(0, (foot - y) / (height * lower.reach)));
    const colour =
      rise < 0.12
        ? mix(colours.foot, colours.body, rise / 0.12)
        : mix(colours.body, colours.head, (rise - 0.12) * 0.85);
    return add(sky, colour, glow);
  };
}

/** A white dome on a bright ridge at noon: pale sky, high cloud, hard snow light. */
export function dome(width: number, height: number) {
  const [cx, foot, radius] = [width * 0.69, height * 0.66, height * 0.2];
  const ground = Array.from({ length: width }, (_, x) => {
    const hill = height * (0.86 - 0.2 * Math.exp(-(((x - cx) / (width * 0.26)) ** 2)));
    return hill + 26 * (layered(x / 170, 1.5, 17, 5) - 0.5);
  });
  const far = Array.from({ length: width }, (_, x) => ridge(x + 900, height * 0.82, height * 0.2, 460, 29));
  return (x: number, y: number): Light => {
    if (y > ground[x]!) return snow(x, y, y - ground[x]!, { shade: '#b9cde2', lit: '#fdfeff', seed: 41 });
    const wall = Math.abs(x - cx) < radius && y > foot && y < foot + height * 0.16;
    const [dx, dy] = [(x - cx) / radius, (y - foot) / radius];
    if (wall || (dx * dx + dy * dy < 1 && dy <= 0)) {
      const round = Math.sqrt(Math.max(0, 1 - dx * dx - (wall ? 0 : dy * dy)));
      const shade = Math.max(0, -0.55 * dx + (wall ? 0.25 : -0.5 * dy) + 0.55 * round);
      const slit = !wall && Math.abs(dx + 0.16 + dy * 0.02) < 0.085 && dy < -0.2;
      const seam = wall && Math.abs((y - foot) % (radius * 0.27)) < 1.4;
      const white = mix(light('#8fa6c0'), light('#ffffff'), Math.min(1, 0.2 + shade * 0.9));
      return slit ? light('#26384f') : scale(white, seam ? 0.86 : 1);
    }
    if (y > far[x]!)
      return mix(
        snow(x, y, y - far[x]!, { shade: '#9db8d3', lit: '#edf4fb', seed: 57 }),
        light('#cfe0f0'),
        0.4,
      );
    const sky = mix(light('#7fb0dc'), light('#e3eef7'), step(0, 0.8, y / height));
    const cloud = step(0.46, 0.74, layered(x / 520 + y / 900, y / 150, 71, 6));
    const thin = layered(x / 210 + 7, y / 60, 83, 5);
    return mix(sky, light('#ffffff'), cloud * (0.55 + 0.45 * thin));
  };
}

/** A ringed planet, its lit limb to the upper left, its night side fading into the stars. */
export function planet(width: number, height: number) {
  const [cx, cy, radius] = [width * 0.66, height * 0.5, height * 0.52];
  const sun = [-0.66, -0.52, 0.54] as const;
  const tilt = -0.3;
  const bands = [light('#e9cf9f'), light('#b98b54'), light('#f5e6c4'), light('#8f6a46')] as const;
  const surface = (nx: number, ny: number, nz: number): Light => {
    const latitude = ny * Math.cos(tilt) - nx * Math.sin(tilt);
    const wobble = layered(nx * 3 + 4, latitude * 16, 13, 4) - 0.5;
    const at = (latitude * 4.2 + wobble * 0.5 + 9) % bands.length;
    const i = Math.floor(at);
    const colour = mix(bands[i]!, bands[(i + 1) % bands.length]!, step(0.2, 0.8, at - i));
    const facing = Math.max(0, nx * sun[0] + ny * sun[1] + nz * sun[2]);
    const limb = Math.exp(-nz * 6) * facing;
    return add(scale(colour, step(0, 0.75, facing) * 1.15), light('#fff3d8'), limb * 0.9);
  };
  const ring = (x: number, y: number): { light: Light; opacity: number; isFront: boolean } | undefined => {
    const [dx, dy] = [(x - cx) / radius, (y - cy) / radius];
    const u = dx * Math.cos(tilt) + dy * Math.sin(tilt);
    const v = (-dx * Math.sin(tilt) + dy * Math.cos(tilt)) / 0.24;
    const distance = Math.hypot(u, v);
    if (distance < 1.28 || distance > 2.15) return undefined;
    const grooves = layered(distance * 26, 0.5, 31, 4);
    const gap =
      1 - step(0.012, 0.03, Math.abs(distance - 1.78) < 0.05 ? 0.05 - Math.abs(distance - 1.78) : 0);
    const edge = step(1.28, 1.36, distance) * (1 - step(2.05, 2.15, distance));
    const away = step(0.1, 0.5, -(u * sun[0] + v * 0.24 * sun[1]));
    const inShadow = away * (1 - step(0.8, 1.05, Math.abs(dx * sun[1] - dy * sun[0]))) * (v < 0 ? 1 : 0);
    const strength = 0.85 - 0.8 * inShadow;
    return {
      light: scale(mix(light('#8a7458'), light('#f3e2c0'), grooves), strength),
      opacity: edge * gap * (0.35 + 0.6 * grooves),
      isFront: v > 0,
    };
  };
  return (x: number, y: number): Light => {
    const haze = layered(x / 700, y / 500, 3, 5);
    const space = add(mix(light('#04060f'), light('#131a33'), haze ** 2), stars(x, y, 61, 0.8));
    const [nx, ny] = [(x - cx) / radius, (y - cy) / radius];
    const r2 = nx * nx + ny * ny;
    const found = ring(x, y);
    const inside = step(1.004, 0.996, Math.sqrt(r2));
    const ball = r2 < 1.02 ? surface(nx, ny, Math.sqrt(Math.max(0, 1 - r2))) : space;
    const air = Math.exp(-Math.max(0, Math.sqrt(r2) - 1) * 38) * Math.max(0, nx * sun[0] + ny * sun[1]) * 0.4;
    let pixel = add(space, light('#ffe9c0'), r2 > 1 ? air : 0);
    if (found && !found.isFront) pixel = mix(pixel, found.light, found.opacity);
    pixel = mix(pixel, ball, r2 < 1.02 ? inside : 0);
    return found?.isFront ? mix(pixel, found.light, found.opacity) : pixel;
  };
}

/** A star field with a band of dust and glow across it. */
export function starField(width: number, height: number) {
  return (x: number, y: number): Light => {
    const along = (x / width) * 0.9 + (y / height) * 0.25;
    const across = y / height - 0.25 - 0.42 * (x / width) + 0.1 * (noise(along * 4, 2, 7) - 0.5);
    const cloud = Math.exp(-((across / 0.2) ** 2));
    const dust = step(0.45, 0.72, layered(x / 210, y / 150, 19, 6)) * Math.exp(-((across / 0.1) ** 2));
    const glow = cloud * (0.35 + 0.9 * layered(x / 330, y / 260, 43, 5));
    const warm = mix(light('#27345f'), light('#8a7a86'), layered(x / 420, y / 400, 47, 3));
    const base = add(
      mix(light('#060a18'), light('#0c1430'), y / height),
      warm,
      glow * 0.3 * (1 - 0.8 * dust),
    );
    return add(base, stars(x, y, 101, 0.8 + 1.3 * cloud), 1 - 0.7 * dust);
  };
}
