import { alpha } from './state.ts';
import type { OwnReader, RawLook } from '../../src/ownRead.ts';
import { probe } from '../probe.ts';
import { header, ofRole, roles, shows } from './state.ts';
import { panelOf } from './names.ts';
import { runsOf } from './places.ts';
import { textRects } from './texts.ts';

/** What it looks like. */

const lineOf = (element: HTMLElement): RawLook['line'] => {
  const style = getComputedStyle(element);
  const [run] = runsOf(element);
  if (!run) return undefined;
  const baseline = run.baseline!;
  if (style.textDecorationLine.includes('underline')) {
    const given = parseFloat(style.textDecorationThickness);
    const thickness = Number.isFinite(given)
      ? given
      : Math.max(1, Math.round(parseFloat(style.fontSize) / 14));
    const offset = parseFloat(style.textUnderlineOffset);
    return { thickness, below: Number.isFinite(offset) ? offset : 2 };
  }
  const border = parseFloat(style.borderBottomWidth);
  const rect = element.getBoundingClientRect();
  if (border > 0 && alpha(style.borderBottomColor) > 0.1 && parseFloat(style.borderTopWidth) === 0)
    return { thickness: border, below: Math.max(0, rect.bottom - border - baseline) };
  for (const pseudo of ['::after', '::before']) {
    const own = getComputedStyle(element, pseudo);
    const height = parseFloat(own.height);
    if (
      own.content === 'none' ||
      !(height > 0 && height <= 6) ||
      parseFloat(own.width) < 6 ||
      alpha(own.backgroundColor) < 0.1
    )
      continue;
    if (Number(own.opacity) < 0.1 || /matrix\(0,/.test(own.transform)) continue;
    const bottom = parseFloat(own.bottom);
    return {
      thickness: height,
      below: Math.max(
        0,
        Math.round(rect.bottom - (Number.isFinite(bottom) ? bottom : 0) - height - baseline),
      ),
    };
  }
  return undefined;
};
/** What lies behind an element up to the header, as one colour. */
const behind = (element: Element): string => {
  let [r, g, b, a] = [0, 0, 0, 0];
  for (let at: Element | null = element; at; at = at === header ? null : at.parentElement) {
    probe.clearRect(0, 0, 1, 1);
    probe.fillStyle = '#000';
    probe.fillStyle = getComputedStyle(at).backgroundColor;
    probe.fillRect(0, 0, 1, 1);
    // As it is written, where that is plain: a pixel that lets something through is rounded.
    const written = String(probe.fillStyle);
    const [x = 0, y = 0, z = 0] = written.startsWith('#')
      ? [1, 3, 5].map((k) => parseInt(written.slice(k, k + 2), 16))
      : (/^rgba?\((\d+), (\d+), (\d+)/.exec(written)?.slice(1).map(Number) ??
        probe.getImageData(0, 0, 1, 1).data);
    const share = alpha(getComputedStyle(at).backgroundColor) * (1 - a);
    const sum = a + share;
    if (sum > 0)
      [r, g, b] = [(r * a + x * share) / sum, (g * a + y * share) / sum, (b * a + z * share) / sum];
    a = sum;
  }
  return `rgba(${Math.round(r)}, ${Math.round(g)}, ${Math.round(b)}, ${Math.round(a * 1000) / 1000})`;
};
export const look: OwnReader['look'] = () => {
  const style = getComputedStyle(header);
  const inkOf = (element: HTMLElement | undefined) =>
    element && getComputedStyle(textRects(element)[0]?.node.parentElement ?? element).color;
  const plain = ofRole('link').find(shows);
  const current = ofRole('current').find(shows);
  const button = ofRole('button').find(shows);
  const drop = ofRole('drop-down')[0];
  const child = ofRole('child')[0];
  const logo = ofRole('logo')[0];
  const panel = panelOf();
  const ground = (element: Element | undefined) => {
    for (let at = element; at && at !== header.parentElement; at = at.parentElement ?? undefined) {
      const own = getComputedStyle(at).backgroundColor;
      if (alpha(own) > 0.3) return own;
    }
    return undefined;
  };
  const innermost = (element: Element | undefined) => {
    const first =
      element &&
      [element, ...element.querySelectorAll('*')].find(
        (at) => alpha(getComputedStyle(at).backgroundColor) > 0.3 && !roles.get(at)?.match(/button|drop/),
      );
    return first ? getComputedStyle(first).backgroundColor : ground(element);
  };
  const sides = ['Top', 'Right', 'Bottom', 'Left'] as const;
  return {
    position: style.position,
    fill: behind(plain ?? current ?? header),
    ...(logo && { logo: inkOf(logo)! }),
    ...(plain && { link: inkOf(plain)! }),
    ...(current && { current: inkOf(current)! }),
    ...(child && { childInk: getComputedStyle(child).color }),
    ...(drop && { dropFill: ground(drop)! }),
    ...(panel && { panelFill: innermost(panel)! }),
    ...(plain && lineOf(plain) && { line: lineOf(plain)! }),
    ...(current && lineOf(current) && { currentLine: lineOf(current)! }),
    shadow: style.boxShadow,
    borders: sides.map((side) => parseFloat(style[`border${side}Width`])) as [number, number, number, number],
    borderBelow: style.borderBottomColor,
    ...(button && {
      button: {
        ink: inkOf(button)!,
        fill: getComputedStyle(button).backgroundColor,
        radius: parseFloat(getComputedStyle(button).borderTopLeftRadius) || 0,
      },
    }),
  };
};
