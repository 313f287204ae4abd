/** A part of a picture, as shares of its sides. */
export interface PartOf {
  x: number;
  y: number;
  width: number;
  height: number;
}

const attribute = (tag: string, name: string) =>
  new RegExp(`\\s${name}\\s*=\\s*(["'])([^"']*)\\1`, 'i').exec(tag)?.[2];

/**
 * An SVG that shows a part of itself only: its view box is narrowed (SVG 2, section 8.6), its own size set to match.
 * @returns `undefined` where it has neither a view box nor a size in pixels
 */
export function svgPart(svg: string, part: PartOf): string | undefined {
  const [tag] = /<svg\b[^>]*>/i.exec(svg) ?? [];
  if (!tag) return undefined;
  const box = attribute(tag, 'viewBox')
    ?.trim()
    .split(/[\s,]+/)
    .map(Number);
  const size = ['width', 'height'].map((name) => Number.parseFloat(attribute(tag, name) ?? ''));
  const view = box?.length === 4 && box.every(Number.isFinite) ? box : [0, 0, ...size];
  const [x, y, width, height] = view as [number, number, number, number];
  if (!(width > 0 && height > 0)) return undefined;
  const round = (v: number) => Number(v.toFixed(3));
  const [w, h] = [round(width * part.width), round(height * part.height)];
  const next = [round(x + width * part.x), round(y + height * part.y), w, h].join(' ');
  const bare = ['viewBox', 'width', 'height'].reduce(
    (text, name) => text.replace(new RegExp(`\\s${name}\\s*=\\s*(["'])[^"']*\\1`, 'i'), ''),
    tag,
  );
  return svg.replace(tag, bare.replace(/<svg/i, `<svg viewBox="${next}" width="${w}" height="${h}"`));
}
