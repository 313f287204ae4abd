import { Matches } from 'class-validator';
import { IsId, IsPlainText, InRange, Nested } from './rules.ts';

/** The most pixels that a picture may have along a side. */
export const MAX_PICTURE_SIDE = 16384;

/** A picture file of the site; the file lies beside the site file, or in the data folder. */
export class Picture {
  @IsId() id: string;
  @IsPlainText(120) name: string;
  @Matches(/^(?!\.)[\w.-]{1,120}\.(jpe?g|png|webp|svg)$/i, {
    message: 'Name a JPEG, PNG, WebP or SVG file that lies beside the site file, without a folder.',
  })
  file: string;
  /** The file's own size, in pixels. */
  @InRange(1, MAX_PICTURE_SIDE, 'px') width: number;
  @InRange(1, MAX_PICTURE_SIDE, 'px') height: number;
  /** What it shows, for those who do not see it; empty where it only decorates. */
  @IsPlainText(300, { empty: true }) alt: string;
}

/** The logo's pictures: one in light ink for dark grounds, one in dark ink for light grounds. */
export class Logo {
  @IsId() light: string;
  @IsId() dark: string;
}

/** The site's logo and what it says. */
export class SiteLogo {
  /** What the logo says, read out by screen readers. */
  @IsPlainText(120) alt: string;
  @Nested(() => Logo) variants: Logo;
}

export type LogoVariant = keyof Logo;
