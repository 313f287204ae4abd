import { IsOptional, Matches } from 'class-validator';
import { MAX_PICTURE_SIDE } from './bounds.ts';
import { IsId, IsPlainText, InRange, Nested, IsWhole } from './rules.ts';

/** A place in a picture, percent of its sides from the left and the top. */
export class FocusPoint {
  @InRange(0, 100, '%') x: number;
  @InRange(0, 100, '%') y: number;
}

/** The part of a picture that its subject fills, percent of its sides. */
export class SubjectBox {
  @InRange(0, 100, '%') x: number;
  @InRange(0, 100, '%') y: number;
  @InRange(1, 100, '%') width: number;
  @InRange(1, 100, '%') height: number;
}

/** A picture file of the site; the file lies beside the site file, or in the data folder. */
export class Picture {
  @IsId() id: string;
  @IsPlainText(120) name: string;
  @Matches(/^(?!\.)[\w.-]{1,120}\.(jpe?g|png|webp|avif|svg)$/i, {
    message: 'Name a JPEG, PNG, WebP, AVIF or SVG file that lies beside the site file, without a folder.',
  })
  file: string;
  /** The file's own size, in pixels. */
  @IsWhole()
  @InRange(1, MAX_PICTURE_SIDE, 'px')
  width: number;
  @IsWhole()
  @InRange(1, MAX_PICTURE_SIDE, 'px')
  height: number;
  /** What it shows, for those who do not see it; empty where it only decorates. */
  @IsPlainText(300, { empty: true }) alt: string;
  /** The place that should stay in view where the picture is cropped; its middle where nothing is said. */
  @IsOptional()
  @Nested(() => FocusPoint)
  focus?: FocusPoint;
  @IsOptional()
  @Nested(() => SubjectBox)
  subject?: SubjectBox;
}

export const LOGO_VARIANTS = ['light', 'dark', 'single'] as const;
export type LogoVariant = (typeof LOGO_VARIANTS)[number];

/** What the logo's variants are for. */
export const LOGO_VARIANT_NAMES: Record<LogoVariant, string> = {
  light: 'Light, for dark grounds',
  dark: 'Dark, for light grounds',
  single: 'In one colour',
};

/** The logo's pictures. A variant that is not there is stood in for by one that is. */
export class Logo {
  @IsOptional() @IsId() light?: string;
  @IsOptional() @IsId() dark?: string;
  @IsOptional() @IsId() single?: string;
}

/** The site's logo and what it says. */
export class SiteLogo {
  /** What the logo says, read out by screen readers. */
  @IsPlainText(120) alt: string;
  @Nested(() => Logo) variants: Logo;
}

/** The picture of a logo variant, or of the one that stands in for it; `undefined` where the site has no logo. */
export function logoPicture(logo: SiteLogo, variant: LogoVariant): string | undefined {
  const { variants } = logo;
  return variants[variant] ?? variants.light ?? variants.dark ?? variants.single;
}
