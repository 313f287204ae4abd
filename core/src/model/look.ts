import { IsOptional } from 'class-validator';
import { allLayers, type LayerValues } from '../layers/index.ts';
import { IsId, Nested } from './rules.ts';

/**
 * Looks: what the header, one of its rails or one of its items wears at one moment. Every value may be missing; it is then
 * taken from an earlier moment, and from what is around.
 */

/* eslint-disable @typescript-eslint/no-unsafe-declaration-merging, @typescript-eslint/no-empty-object-type -- its layers are made from their table */
/** What the header, a rail or an item wears at one moment; each value that is missing is inherited. */
export class Look {
  /** A pairing that it wears: its ground is the fill's colour, its inks are the links'. What is set here goes before it. */
  @IsOptional() @IsId() pairing?: string;
}
/** And what it sets of each layer, by the rules of that layer. */
export interface Look extends LayerValues {}
/* eslint-enable */
for (const [name, { values }] of allLayers()) {
  IsOptional()(Look.prototype, name);
  Nested(() => values)(Look.prototype, name);
}

/** All moments, in the order in which each takes from the one before it. A header has those of {@link momentsOf}. */
export const MOMENTS = ['top', 'scrolled', 'back', 'pointed'] as const;
export type Moment = (typeof MOMENTS)[number];

/** The moments' names, as visitors meet them. */
export const MOMENT_NAMES: Record<Moment, string> = {
  top: 'At the top',
  scrolled: 'After scrolling',
  back: 'Coming back up',
  pointed: 'Pointer over it',
};

/** The looks of a header, one for each moment. */
export class Looks {
  @Nested(() => Look) top: Look;
  @Nested(() => Look) scrolled: Look;
  @IsOptional()
  @Nested(() => Look)
  back?: Look;
  /** With the pointer or the keyboard on the header, over whatever else it wears then. */
  @IsOptional()
  @Nested(() => Look)
  pointed?: Look;
}

/** The looks of a rail or an item: what it does not take from what is around it. */
export class PartLooks {
  @IsOptional()
  @Nested(() => Look)
  top?: Look;
  @IsOptional()
  @Nested(() => Look)
  scrolled?: Look;
  @IsOptional()
  @Nested(() => Look)
  back?: Look;
  /** With the pointer or the keyboard on the header, over whatever else it wears then. */
  @IsOptional()
  @Nested(() => Look)
  pointed?: Look;
}
