import { IsIn, IsOptional } from 'class-validator';
import { EASINGS, type Easing } from '../model/easings.ts';
import { InRange } from '../model/rules.ts';
import { px } from '../css/text.ts';
import { WEARERS, layerKind, mix, mixOptional, type Told } from './kind.ts';

/** Sides that a line can come from: that where the word begins, both, or that where it ends. */
export const CUE_SIDES = ['start', 'middle', 'end'] as const;
export type CueSide = (typeof CUE_SIDES)[number];

/** The line below a link that tells, beside colour, that it is hovered or leads to the page one is on. No letter moves by it. */
export class CueLook {
  /** Thickness below a hovered link, CSS pixels; 0 is no line. */
  @IsOptional() @InRange(0, 8, 'px') hover?: number;
  /** Thickness below the link of the page one is on. */
  @IsOptional() @InRange(0, 8, 'px') current?: number;
  /** From the baseline down to the line. */
  @IsOptional() @InRange(0, 20, 'px') offset?: number;
  /** Share of the word that it is as long as. */
  @IsOptional() @InRange(5, 100, '%') share?: number;
  /** Thickness below every other link. */
  @IsOptional() @InRange(0, 8, 'px') rest?: number;
  /** There, how far down and how long it is; as hovered where nothing is said. */
  @IsOptional() @InRange(0, 20, 'px') restOffset?: number;
  @IsOptional() @InRange(0, 100, '%') restShare?: number;
  /** How opaque it is under a hovered link and that of the page one is on, 0 to 1; and at rest, as hovered where nothing is said. */
  @IsOptional() @InRange(0, 1) opacity?: number;
  @IsOptional() @InRange(0, 1) restOpacity?: number;
  /** The side from which it grows, and at which it stands where it is shorter than the word. */
  @IsOptional() @IsIn(CUE_SIDES, { message: 'Choose start, middle or end.' }) from?: CueSide;
  /** How long line, backing and ink take to become as they are hovered, ms; as long as inks change where nothing is said. */
  @IsOptional() @InRange(0, 1000, 'ms') duration?: number;
  /** CSS Easing 1; `ease` where nothing is said. */
  @IsOptional() @IsIn(EASINGS, { message: `Choose ${EASINGS.join(', ')}.` }) easing?: Easing;
}

/** What at rest is as it is hovered where nothing is said. */
const AT_REST = ['restOffset', 'restShare', 'restOpacity'] as const;
type AtRest = (typeof AT_REST)[number];

interface Cue extends Required<Omit<CueLook, AtRest | 'duration'>>, Record<AtRest, number | undefined> {
  duration: number | undefined;
}

/** A line that is there when it tells something, at once and wholly. */
const PLAINLY = {
  rest: 0,
  restOffset: undefined,
  restShare: undefined,
  opacity: 1,
  restOpacity: undefined,
  from: 'middle',
  duration: undefined,
  easing: 'ease',
} as const;

export const cue = layerKind<CueLook, Cue>({
  title: 'Line below links',
  values: CueLook,
  plain: {
    hover: 1,
    current: 2,
    offset: 6,
    share: 100,
    ...PLAINLY,
  },
  wearers: WEARERS,
  passesDown: true,
  isListed: 'once set',
  shows: ({ hover, current, rest, opacity, restOpacity = opacity }) =>
    (hover + current) * opacity + rest * restOpacity > 0,
  // An underline of the word, as long as that is, and there at once.
  onOwn: (worn) => ({ ...worn, share: 100, ...PLAINLY }),
  follows: {
    restOffset: 'as hovered',
    restShare: 'as hovered',
    restOpacity: 'as hovered',
    duration: 'as long as inks change',
  },
  start: () => ({ hover: 2, current: 2 }),
  between(a, b, { inks: p }) {
    const optional = (key: AtRest) => {
      const value = mixOptional(a[key], b[key], p, (x, y) => mix(x, y, p));
      return value === undefined ? {} : { [key]: value };
    };
    // What is no number changes half way.
    const { from, duration, easing } = p < 0.5 ? a : b;
    return {
      ...Object.fromEntries(NUMBERS.map((key) => [key, mix(a[key], b[key], p)])),
      ...optional('restOffset'),
      ...optional('restShare'),
      ...optional('restOpacity'),
      from,
      ...(duration !== undefined && { duration }),
      easing,
    };
  },
  tells: ({ from, duration, easing, ...worn }) => [
    optional(['hover'], '--hr-line-hover', px(worn.hover)),
    optional(['current'], '--hr-line-current', px(worn.current)),
    optional(['offset'], '--hr-line-at', px(worn.offset)),
    optional(['share'], '--hr-line-share', shareOf(worn.share)),
    optional(['opacity'], '--hr-line-opacity', String(worn.opacity)),
    optional(['rest'], '--hr-line-rest', px(worn.rest)),
    optional(
      ['restOffset'],
      '--hr-line-rest-at',
      worn.restOffset === undefined ? undefined : px(worn.restOffset),
    ),
    optional(
      ['restShare'],
      '--hr-line-rest-share',
      worn.restShare === undefined ? undefined : shareOf(worn.restShare),
    ),
    optional(['restOpacity'], '--hr-line-rest-opacity', worn.restOpacity?.toString()),
    optional(['from'], '--hr-line-from', String(BEFORE[from])),
    optional(
      ['duration', 'easing'],
      '--hr-cue-time',
      duration === undefined ? undefined : `${duration}ms ${easing}`,
    ),
  ],
});

const NUMBERS = ['hover', 'current', 'offset', 'share', 'rest', 'opacity'] as const;

/** A share of the word, percent, as the style sheet counts with it. */
const shareOf = (percent: number) => String(Number((percent / 100).toFixed(4)));

/** How much of what a line leaves free of its word stands before it. */
export const BEFORE: Record<CueSide, number> = { start: 0, middle: 0.5, end: 1 };

/** Whether a look says that the line is there at rest or in part, where it comes from, or how long it takes. */
export function movesCue(look: CueLook): boolean {
  return MOVING.some((key) => look[key] !== undefined);
}

const MOVING = [...AT_REST, 'rest', 'opacity', 'from', 'duration'] as const;

const optional = (keys: string[], name: string, value: string | undefined): Told => ({
  name,
  keys,
  value,
  isOptional: true,
});
