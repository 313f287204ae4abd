/** Patterns as SVG, made to repeat without a seam. */

const svg = (width: number, height: number, inner: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${inner}</svg>\n`;

/** A closed wave over a width: a sum of sines that meet themselves at the edge. */
function wave(width: number, y: number, height: number, seed: number): string {
  const points: string[] = [];
  for (let x = 0; x <= width; x += width / 48) {
    const t = (2 * Math.PI * x) / width;
    const dy = Math.sin(t + seed) + 0.5 * Math.sin(2 * t + seed * 2.3) + 0.3 * Math.sin(3 * t + seed * 4.1);
    points.push(`${x.toFixed(1)} ${(y + height * dy).toFixed(1)}`);
  }
  return `M${points.join('L')}`;
}

/** Depth lines as on a sea chart, with soundings. */
export function chart(): string {
  const lines = Array.from({ length: 8 }, (_, i) => `<path d="${wave(480, 30 + i * 60, 13, i * 1.7)}"/>`);
  const soundings = Array.from({ length: 14 }, (_, i) => {
    const [x, y] = [30 + ((i * 137) % 430), 40 + ((i * 211) % 420)];
    return `<text x="${x}" y="${y}">${3 + ((i * 7) % 29)}</text>`;
  });
  return svg(
    480,
    480,
    `<rect width="480" height="480" fill="#e4eff0"/><g fill="none" stroke="#a9c9cd" stroke-width="1.5">${lines.join('')}</g>` +
      `<g fill="#6b959b" font-family="sans-serif" font-size="11">${soundings.join('')}</g>`,
  );
}

export const PATTERNS: Record<string, () => string> = {
  stripes: () =>
    svg(
      28,
      28,
      '<rect width="28" height="28" fill="#2f4858"/><path d="M-7 21L21-7M7 35L35 7" stroke="#3c5a6c" stroke-width="7"/>',
    ),
  checks: () =>
    svg(
      48,
      48,
      '<rect width="48" height="48" fill="#f3ede1"/><path d="M0 0h24v24H0zM24 24h24v24H24z" fill="#e4dac6"/>',
    ),
  dots: () =>
    svg(
      32,
      32,
      '<rect width="32" height="32" fill="#7a2f3d"/><g fill="#9a4a58"><circle cx="8" cy="8" r="3"/><circle cx="24" cy="24" r="3"/></g>',
    ),
  waves: () =>
    svg(
      120,
      40,
      `<rect width="120" height="40" fill="#1d5a5f"/><g fill="none" stroke="#2f7a7f" stroke-width="2"><path d="M0 12q30-16 60 0t60 0"/><path d="M0 32q30-16 60 0t60 0"/></g>`,
    ),
  chart,
};
