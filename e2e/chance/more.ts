import type { Header, Look, Rail } from '@hatrail/core/model/header';
import { BY_CHANCE } from '../../core/test/layersByChance.ts';
import type { Chances } from '../dressed.ts';

/** What headers by chance wear beside their grounds, and what hangs over their edges. */

/**
 * What came later, of a chance of its own, so that all else stays as it is: a style of buttons, one of them cut loose; lines that are
 * there at rest and come from a side; backings that grow; a search field that stands open.
 */
export function wearMore(
  header: Header,
  rails: Rail[],
  by: Chances,
  moments: readonly ('top' | 'scrolled' | 'back')[],
): void {
  const wear = (make: (look: Look) => void) => {
    const looks = by.chance(0.6) ? header.looks : (rails.at(-1)!.looks ??= {});
    make((looks[by.pick(moments)] ??= {}));
  };
  if (by.chance(0.6)) wear((look) => (look.buttons = BY_CHANCE.buttons(by, '')));
  if (by.chance(0.6)) wear((look) => (look.cue = { ...look.cue, ...BY_CHANCE.cue(by, '') }));
  if (by.chance(0.5))
    wear((look) => {
      look.backing = { ...look.backing, hoverReach: by.between(0, 30), hoverHeight: by.between(20, 70) };
    });
  const button = rails.flatMap(({ end }) => end).find(({ kind }) => kind === 'button');
  if (button?.kind === 'button' && by.chance(0.25)) button.loose = true;
  if (by.chance(0.4))
    rails.at(-1)!.end.push({
      kind: 'search',
      id: 'find',
      size: 20,
      label: 'Find',
      to: { address: '/find' },
      field: { width: by.between(120, 180), fill: by.colour(), ink: by.colour(), radius: by.between(0, 20) },
    });
}

/**
 * What lies round the box, and what hangs over its edge onto that: shadow, lines, a cut edge, a first rail that runs the full
 * width, a text that reaches into another rail or out of all, and a logo that does.
 */
export function hangOut(header: Header, rails: Rail[], by: Chances): void {
  const { top } = header.looks;
  if (by.chance(0.5))
    top.shadow = {
      x: by.between(-10, 10),
      y: by.between(-8, 20),
      blur: by.pick([0, 6, 18, 44]),
      spread: by.between(-6, 8),
      colour: by.colour(),
      opacity: by.between(3, 10) / 10,
    };
  const line = () => ({ width: by.between(0, 12), colour: by.colour() });
  if (by.chance(0.4))
    top.edge = { on: true, colour: by.colour(), thickness: by.between(1, 12), above: line(), end: line() };
  if (by.chance(0.3))
    top.cut = { start: by.between(0, 30), middle: by.between(0, 40), end: by.between(0, 30) };
  if (rails.length > 1 && by.chance(0.5)) {
    header.extent ??= {
      top: by.between(0, 16),
      sides: by.between(8, 40),
      linked: false,
      radius: by.between(0, 20),
    };
    rails[0]!.full = true;
  }
  if (by.chance(0.7)) {
    const rail = by.pick(rails);
    const down = rail === rails[0] || by.chance(0.7);
    const shift = (down ? 1 : -1) * by.between(24, 60);
    const to = by.chance(0.6) && { to: { address: '/hung' } };
    rail.middle.push({ kind: 'text', id: 'hung', text: 'Hanging', size: by.between(12, 18), shift, ...to });
  }
  const items = rails.flatMap(({ start, middle, end }) => [...start, ...middle, ...end]);
  const logo = items.find((item) => item.kind === 'logo');
  if (logo && by.chance(0.5)) logo.shift = by.between(-24, 60);
}
