import { linear } from './contrast.ts';
import type { Rgb } from './rgb.ts';

/**
 * How the three kinds of colour blindness see a colour: Machado, Oliveira and Fernandes, “A Physiologically-based Model for
 * Simulation of Color Vision Deficiency” (2009), severity 1, whose matrices work on linear light.
 */
const MATRICES = {
  red: [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
  green: [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881],
  blue: [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039],
} as const;

/** What somebody does not see. */
export type Unseen = keyof typeof MATRICES;
export const UNSEEN = Object.keys(MATRICES) as readonly Unseen[];

/** The 8-bit level of linear light; what no screen can show is cut. */
function levelOf(light: number): number {
  const cut = Math.min(1, Math.max(0, light));
  return Math.round(255 * (cut <= 0.0031308 ? 12.92 * cut : 1.055 * cut ** (1 / 2.4) - 0.055));
}

/** A colour as one sees it who does not see red, green or blue. */
export function seenWithout(unseen: Unseen, { r, g, b }: Rgb): Rgb {
  const [x, y, z] = [linear(r), linear(g), linear(b)];
  const m = MATRICES[unseen];
  return {
    r: levelOf(m[0] * x + m[1] * y + m[2] * z),
    g: levelOf(m[3] * x + m[4] * y + m[5] * z),
    b: levelOf(m[6] * x + m[7] * y + m[8] * z),
  };
}
