import bezierEasing from 'bezier-easing';
import type { Easing } from '../model/header.ts';

/** Control points of the named easings (CSS Easing 1, section 2.3). */
const POINTS: Record<Exclude<Easing, 'linear'>, [number, number, number, number]> = {
  ease: [0.25, 0.1, 0.25, 1],
  'ease-in': [0.42, 0, 1, 1],
  'ease-out': [0, 0, 0.58, 1],
  'ease-in-out': [0.42, 0, 0.58, 1],
};

/** How far a change has come when a share of its time has passed, both 0 to 1. */
export function easingOf(name: Easing): (time: number) => number {
  return name === 'linear' ? (time) => time : bezierEasing(...POINTS[name]);
}
