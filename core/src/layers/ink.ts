import { IsIn, IsOptional } from 'class-validator';
import { ColourUse } from '../model/palette.ts';
import { LOGO_VARIANTS, type LogoVariant } from '../model/picture.ts';
import { Nested } from '../model/rules.ts';
import { BLACK, WEARERS, layerKind, mixColours, mixOptional, told, type Told } from './kind.ts';

/** What a moment sets of the ink; what is missing is inherited. */
export class InkLook {
  @IsOptional()
  @Nested(() => ColourUse)
  link?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  hover?: ColourUse;
  @IsOptional()
  @Nested(() => ColourUse)
  current?: ColourUse;
  /** As hovered where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  pressed?: ColourUse;
  /** With the keyboard on it; as at rest where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  focused?: ColourUse;
  /** While its drop-down is open; as at rest where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  open?: ColourUse;
  /** The ring round what has the keyboard; the ink it is round where nothing is said. */
  @IsOptional()
  @Nested(() => ColourUse)
  ring?: ColourUse;
  @IsOptional()
  @IsIn(['light', 'dark', 'single'], { message: 'Choose the light, the dark or the one-colour logo.' })
  logo?: LogoVariant;
}

interface Ink {
  link: ColourUse;
  hover: ColourUse;
  current: ColourUse;
  pressed: ColourUse;
  /** None of their own: see `inkIn` for what holds then. */
  focused: ColourUse | undefined;
  open: ColourUse | undefined;
  ring: ColourUse | undefined;
  logo: LogoVariant;
}

const COLOURS = ['link', 'hover', 'current', 'pressed', 'focused', 'open', 'ring'] as const;
/** Those that follow others where nobody sets them. */
const OPTIONAL: readonly string[] = ['pressed', 'focused', 'open', 'ring'];

/** The inks of links, marks and text, and the logo's variant. */
export const ink = layerKind<InkLook, Ink>({
  title: 'Ink',
  values: InkLook,
  plain: {
    link: BLACK,
    hover: BLACK,
    current: BLACK,
    pressed: BLACK,
    focused: undefined,
    open: undefined,
    ring: undefined,
    logo: 'dark',
  },
  wearers: WEARERS,
  passesDown: true,
  isListed: 'always',
  shows: () => true,
  // Which drop-down is open is told by no selector that all sites have; their picture of the logo stays.
  onOwn: (worn) => ({ ...worn, logo: 'dark' }),
  follows: {
    pressed: 'as hovered',
    focused: 'as at rest',
    open: 'as at rest',
    ring: 'the ink that it is round',
  },
  start: () => undefined,
  between(a, b, { inks: p }, palette) {
    const mixed = (key: 'link' | 'hover' | 'current' | 'pressed') => mixColours(palette, a[key], b[key], p);
    const kept = (key: 'focused' | 'open') => {
      const colour = mixOptional(a[key], b[key], p, (x, y) => mixColours(palette, x, y, p));
      return colour && { [key]: colour };
    };
    const { ring, logo } = p < 0.5 ? a : b;
    return {
      link: mixed('link'),
      hover: mixed('hover'),
      current: mixed('current'),
      pressed: mixed('pressed'),
      ...kept('focused'),
      ...kept('open'),
      ...(ring && { ring }),
      logo,
    };
  },
  tells: (worn, _all, palette) => [
    ...COLOURS.map((key): Told => {
      const use = worn[key];
      return {
        name: `--hr-${key}`,
        keys: [key],
        value: use && told(palette, use),
        isOptional: OPTIONAL.includes(key),
      };
    }),
    ...LOGO_VARIANTS.map((variant): Told => ({
      name: `--hr-${variant}`,
      keys: ['logo'],
      value: worn.logo === variant ? '1' : '0',
    })),
  ],
});
