import { at } from '../lists.ts';
import { IsOptional } from 'class-validator';
import { Tint } from '../model/layer.ts';
import { InRange, Nested } from '../model/rules.ts';
import { px } from '../css/text.ts';
import { WEARERS, WHITE, layerKind, mix, mixFills, mixOptional, told, type Told } from './kind.ts';

/** A ground of each link's and icon's own, by state; nothing moves by it. What is missing is as at rest, pressed as hovered. */
export class BackingLook {
  @IsOptional()
  @Nested(() => Tint)
  rest?: Tint;
  @IsOptional()
  @Nested(() => Tint)
  hover?: Tint;
  @IsOptional()
  @Nested(() => Tint)
  pressed?: Tint;
  @IsOptional()
  @Nested(() => Tint)
  focused?: Tint;
  @IsOptional()
  @Nested(() => Tint)
  current?: Tint;
  /** While its drop-down is open. */
  @IsOptional()
  @Nested(() => Tint)
  open?: Tint;
  /** How far it reaches beyond the word at either side. */
  @IsOptional() @InRange(0, 40, 'px') reach?: number;
  @IsOptional() @InRange(8, 120, 'px') height?: number;
  /** Both while it is hovered or pressed; as at rest where nothing is said. */
  @IsOptional() @InRange(0, 40, 'px') hoverReach?: number;
  @IsOptional() @InRange(8, 120, 'px') hoverHeight?: number;
  @IsOptional() @InRange(0, 60, 'px') radius?: number;
}

/** States that a link's backing can be set for. */
export const BACKING_STATES = ['rest', 'hover', 'pressed', 'focused', 'current', 'open'] as const;
const SIZES = ['reach', 'height', 'radius'] as const;
const HOVER_SIZES = ['hoverReach', 'hoverHeight'] as const;

/** Of the states, those that nobody sets have none: see `backingIn` for what holds then. */
type Backing = { rest: Tint } & Record<
  'hover' | 'pressed' | 'focused' | 'current' | 'open',
  Tint | undefined
> &
  Record<(typeof SIZES)[number], number> &
  Record<(typeof HOVER_SIZES)[number], number | undefined>;

export const backing = layerKind<BackingLook, Backing>({
  title: 'Backing of links',
  values: BackingLook,
  plain: {
    rest: { colour: WHITE, opacity: 0 },
    hover: undefined,
    pressed: undefined,
    focused: undefined,
    current: undefined,
    open: undefined,
    reach: 10,
    height: 36,
    hoverReach: undefined,
    hoverHeight: undefined,
    radius: 6,
  },
  wearers: WEARERS,
  passesDown: true,
  shows: (worn) => BACKING_STATES.some((state) => (worn[state]?.opacity ?? 0) > 0),
  // On the link's own box.
  onOwn: (worn) => ({
    ...worn,
    reach: 0,
    height: 400,
    hoverReach: undefined,
    hoverHeight: undefined,
  }),
  follows: {
    open: 'as at rest',
    hover: 'as at rest',
    pressed: 'as hovered',
    focused: 'as at rest',
    current: 'as at rest',
    hoverReach: 'as at rest',
    hoverHeight: 'as at rest',
  },
  start: ({ palette }) => ({ hover: { colour: { swatch: at(palette, 0).id }, opacity: 0.6 } }),
  between(a, b, { inks: p }, palette) {
    const states = BACKING_STATES.flatMap((state) => {
      const tint = mixOptional(a[state], b[state], p, (x, y) => mixFills(palette, x, y, p));
      return tint ? [[state, tint] as const] : [];
    });
    const sizes = SIZES.map((key) => [key, mix(a[key], b[key], p)]);
    const hovered = HOVER_SIZES.flatMap((key) => {
      const size = mixOptional(a[key], b[key], p, (x, y) => mix(x, y, p));
      return size === undefined ? [] : [[key, size] as const];
    });
    return Object.fromEntries([...sizes, ...hovered, ...states]);
  },
  tells: (worn, _all, palette) => [
    ...BACKING_STATES.map((key): Told => {
      const tint = worn[key];
      const value = tint && told(palette, tint.colour, tint.opacity);
      return { name: `--hr-plate-${key}`, keys: [key], value, isOptional: true };
    }),
    ...SIZES.map((key): Told => ({
      name: `--hr-plate-${key}`,
      keys: [key],
      value: px(worn[key]),
      isOptional: true,
    })),
    ...HOVER_SIZES.map((key): Told => ({
      name: `--hr-plate-hover-${key.slice(5).toLowerCase()}`,
      keys: [key],
      value: worn[key] === undefined ? undefined : px(worn[key]),
      isOptional: true,
    })),
  ],
});
