import { IsOptional } from 'class-validator';
import { px } from '../css/text.ts';
import { Tint } from '../model/layer.ts';
import { ColourUse, type Swatch } from '../model/palette.ts';
import { InRange, Nested } from '../model/rules.ts';
import {
  BLACK,
  WEARERS,
  layerKind,
  mix,
  mixColours,
  mixFills,
  mixNumbers,
  mixOptional,
  told,
  type Told,
} from './kind.ts';

/**
 * One style for all buttons, and for entries that stand out. What is missing in a state is as at rest, pressed as hovered;
 * what is missing at rest is the button's own.
 */
export class ButtonsLook {
  @IsOptional()
  @Nested(() => Tint)
  fill?: Tint;
  @IsOptional()
  @Nested(() => ColourUse)
  ink?: ColourUse;
  /** Colour of the line along its edge; its ink where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  line?: ColourUse;
  @IsOptional()
  @Nested(() => Tint)
  currentFill?: Tint;
  @IsOptional()
  @Nested(() => ColourUse)
  currentInk?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  currentLine?: ColourUse;
  @IsOptional()
  @Nested(() => Tint)
  focusedFill?: Tint;
  @IsOptional()
  @Nested(() => ColourUse)
  focusedInk?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  focusedLine?: ColourUse;
  @IsOptional()
  @Nested(() => Tint)
  hoverFill?: Tint;
  @IsOptional()
  @Nested(() => ColourUse)
  hoverInk?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  hoverLine?: ColourUse;
  @IsOptional()
  @Nested(() => Tint)
  pressedFill?: Tint;
  @IsOptional()
  @Nested(() => ColourUse)
  pressedInk?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  pressedLine?: ColourUse;
  /** Thickness of the line, within the button's edge, so that nothing moves by it. */
  @IsOptional() @InRange(0, 4, 'px') thickness?: number;
  /** Of its corners. */
  @IsOptional() @InRange(0, 40, 'px') radius?: number;
  /** The shadow that each throws on the rail that it hangs on; it ends at that rail's edges. */
  @IsOptional() @InRange(-20, 20, 'px') shadowX?: number;
  @IsOptional() @InRange(-20, 20, 'px') shadowY?: number;
  @IsOptional() @InRange(0, 40, 'px') shadowBlur?: number;
  @IsOptional() @InRange(-20, 20, 'px') shadowSpread?: number;
  @IsOptional()
  @Nested(() => ColourUse)
  shadowColour?: ColourUse;
  /** 0 to 1; 0 is no shadow. */
  @IsOptional() @InRange(0, 1) shadowOpacity?: number;
}

/** A shadow as it is thrown: lengths in CSS pixels. */
export interface Thrown {
  x: number;
  y: number;
  blur: number;
  spread: number;
  colour: ColourUse;
  opacity: number;
}

const SHADOW = {
  shadowX: 0,
  shadowY: 2,
  shadowBlur: 6,
  shadowSpread: 0,
  shadowColour: BLACK,
  shadowOpacity: 0,
};

/** The shadow that a style of buttons throws. */
export function buttonShadow(worn: Buttons): Thrown {
  const { shadowX: x, shadowY: y, shadowBlur: blur, shadowSpread: spread } = worn;
  return { x, y, blur, spread, colour: worn.shadowColour, opacity: worn.shadowOpacity };
}

/** States that a button's style can be set for, beside the one at rest. */
const STATES = ['current', 'focused', 'hover', 'pressed'] as const;
export type ButtonState = (typeof STATES)[number];

type InState<P extends 'Fill' | 'Ink' | 'Line'> = `${ButtonState}${P}`;
/** Of the colours, those that nobody sets have none: see `buttonIn` for what holds then. */
export type Buttons = Record<'fill' | InState<'Fill'>, Tint | undefined> &
  Record<'ink' | 'line' | InState<'Ink'> | InState<'Line'>, ColourUse | undefined> & {
    thickness: number;
    radius: number | undefined;
  } & typeof SHADOW;

/** What of a button has a colour of its own in each state. */
export type ButtonPart = 'fill' | 'ink' | 'line';

/** The name of a value of a part in a state. */
export function buttonKey<P extends ButtonPart>(part: P, state: 'rest' | ButtonState) {
  return (state === 'rest' ? part : `${state}${part[0]!.toUpperCase()}${part.slice(1)}`) as
    P | InState<Capitalize<P>>;
}

/** The custom property of a part in a state. */
export function buttonProperty(part: ButtonPart, state: 'rest' | ButtonState): string {
  return state === 'rest' ? `--hr-button-${part}` : `--hr-button-${state}-${part}`;
}

export const BUTTON_STATES = ['rest', ...STATES] as const;
const FILLS = BUTTON_STATES.map((state) => buttonKey('fill', state));
const INKS = BUTTON_STATES.flatMap((state) => [buttonKey('ink', state), buttonKey('line', state)]);

/** Whether a style says anything of buttons. */
function isSet(worn: Buttons): boolean {
  return (
    [...FILLS, ...INKS].some((key) => worn[key] !== undefined) ||
    worn.thickness > 0 ||
    worn.shadowOpacity > 0 ||
    worn.radius !== undefined
  );
}

const follows = Object.fromEntries([
  ...(['fill', 'ink'] as const).map((part) => [part, 'as each button has it']),
  ['line', 'in its ink'],
  ['radius', 'as each button has it'],
  ...STATES.flatMap((state) =>
    (['fill', 'ink', 'line'] as const).map((part) => [
      buttonKey(part, state),
      state === 'pressed' ? 'as hovered, where that is set' : 'as at rest, where that is set',
    ]),
  ),
]) as Partial<Record<keyof Buttons, string>>;

export const buttons = layerKind<ButtonsLook, Buttons>({
  title: 'Buttons',
  values: ButtonsLook,
  plain: {
    ...(Object.fromEntries([...FILLS, ...INKS].map((key) => [key, undefined])) as Omit<
      Buttons,
      'thickness' | 'radius' | keyof typeof SHADOW
    >),
    ...SHADOW,
    thickness: 0,
    radius: undefined,
  },
  wearers: WEARERS,
  passesDown: true,
  shows: isSet,
  follows,
  // A shape of its own: colours come with what the owner chooses next.
  start: () => ({ thickness: 2 }),
  // Over time a button changes at once.
  between(a, b, { inks: p, by }, palette) {
    if (by === 'time') return withoutUnset(b);
    const radius = mixOptional(a.radius, b.radius, p, (x, y) => mix(x, y, p));
    return withoutUnset({
      ...Object.fromEntries([
        ...FILLS.map((key) => [key, mixOptional(a[key], b[key], p, (x, y) => mixFills(palette, x, y, p))]),
        ...INKS.map((key) => [key, mixOptional(a[key], b[key], p, (x, y) => mixColours(palette, x, y, p))]),
      ]),
      thickness: mix(a.thickness, b.thickness, p),
      radius,
      ...mixNumbers(shadowOf(a), shadowOf(b), p),
      ...mixShadow(palette, a, b, p),
    } as Buttons);
  },
  tells: (worn, all, palette) => [
    ...BUTTON_STATES.flatMap((state): Told[] => {
      const fill = worn[buttonKey('fill', state)];
      return [
        optional(
          buttonKey('fill', state),
          buttonProperty('fill', state),
          fill && told(palette, fill.colour, fill.opacity),
        ),
        ...(['ink', 'line'] as const).map((part) => {
          const use = worn[buttonKey(part, state)];
          return optional(buttonKey(part, state), buttonProperty(part, state), use && told(palette, use));
        }),
      ];
    }),
    optional('thickness', '--hr-button-thickness', px(worn.thickness)),
    optional('radius', '--hr-button-radius', worn.radius === undefined ? undefined : px(worn.radius)),
    ...(all.some(({ shadowOpacity }) => shadowOpacity > 0) ? [shadowTold(worn, palette)] : []),
  ],
});

const shadowOf = (worn: Buttons) =>
  Object.fromEntries(Object.keys(SHADOW).map((key) => [key, worn[key as keyof Buttons]])) as typeof SHADOW;

/** Colour and opacity of a shadow between two. */
function mixShadow(palette: readonly Swatch[], a: Buttons, b: Buttons, p: number) {
  const { colour, opacity } = mixFills(palette, buttonShadow(a), buttonShadow(b), p);
  return { shadowColour: colour, shadowOpacity: opacity };
}

function shadowTold(worn: Buttons, palette: readonly Swatch[]): Told {
  const { x, y, blur, spread, colour, opacity } = buttonShadow(worn);
  return {
    name: '--hr-button-shadow',
    keys: Object.keys(SHADOW),
    value: `${[x, y, blur, spread].map(px).join(' ')} ${told(palette, colour, opacity)}`,
    isOptional: true,
  };
}

const optional = (key: string, name: string, value: string | undefined): Told => ({
  name,
  keys: [key],
  value,
  isOptional: true,
});

function withoutUnset(worn: Buttons): ButtonsLook {
  return Object.fromEntries(Object.entries(worn).filter(([, value]) => value !== undefined));
}
