import { layoutHeader, type HeaderInk } from '../header/layout.ts';
import type { Box } from '../geometry/box.ts';
import { rangeWords, type Check, type Shortcoming } from './kind.ts';

/**
 * WCAG 2.2, 2.5.8: targets are at least 24 by 24 CSS pixels, or so far from others that a circle of that diameter round the
 * middle of one that is smaller meets no other target, and no such circle of another.
 */
const LEAST = 24;

interface Target {
  id: string;
  name: string;
  box: Box;
}

/** What can be pointed at, once for each element. */
function targetsOf(inks: readonly HeaderInk[]): Target[] {
  const found = new Map<string, Target>();
  for (const ink of inks) {
    if (ink.isStill) continue;
    const id = ink.element ?? ink.id;
    // What carries several things is as large as the ring round it goes.
    const box = ink.focus ? ink.focus : ink.box;
    if (!found.has(id)) found.set(id, { id, name: ink.name, box });
  }
  return [...found.values()];
}

const isSmall = ({ box }: Target) => box.width < LEAST - 0.01 || box.height < LEAST - 0.01;
const middle = ({ x, y, width, height }: Box) => ({ x: x + width / 2, y: y + height / 2 });

/** How far a target's circle is from another target, or from its circle; CSS pixels, negative where they meet. */
function distance(from: Target, to: Target): number {
  const a = middle(from.box);
  if (isSmall(to)) {
    const b = middle(to.box);
    return Math.hypot(a.x - b.x, a.y - b.y) - LEAST;
  }
  const { x, y, width, height } = to.box;
  const across = Math.max(x - a.x, 0, a.x - x - width);
  const down = Math.max(y - a.y, 0, a.y - y - height);
  return Math.hypot(across, down) - LEAST / 2;
}

/** Targets that are too small and too near to another, each with the one that is nearest. */
export function crampedTargets(inks: readonly HeaderInk[]): { target: Target; near: Target }[] {
  const targets = targetsOf(inks);
  return targets.filter(isSmall).flatMap((target) => {
    const [near] = targets
      .filter((other) => other !== target && distance(target, other) < -0.01)
      .sort((a, b) => distance(target, a) - distance(target, b));
    return near ? [{ target, near }] : [];
  });
}

export const targetSize: Check = ({ site, header, measure, widths }) => {
  const found = new Map<string, { target: Target; near: Target; widths: number[] }>();
  for (const width of widths) {
    for (const { target, near } of crampedTargets(layoutHeader(site, header, width, measure).inks)) {
      const known = found.get(target.id);
      if (known) known.widths.push(width);
      else found.set(target.id, { target, near, widths: [width] });
    }
  }
  return [...found.values()].map(({ target, near, widths: at }): Shortcoming => ({
    id: `2.5.8 / ${header.id} / ${target.id}`,
    criterion: '2.5.8',
    title: `${target.name} is hard to hit`,
    told: `${Number(target.box.width.toFixed(1))} × ${Number(target.box.height.toFixed(1))} px, and too near to ${near.name}, at ${rangeWords(at)}; 24 × 24 px, or room of that size round its middle, is needed.`,
    advice: 'make it larger, or give it more room',
    width: Math.min(...at),
  }));
};
