import { ArrayMinSize, IsOptional } from 'class-validator';
import { Rail } from './header.ts';
import { ITEM_KINDS, type Item } from './item.ts';
import { Looks } from './look.ts';
import { Band } from './page.ts';
import { IsId, IsPlainText, KindList, Nested } from './rules.ts';

/** How many parts a site keeps at most. */
export const MOST_PARTS = 100;

/** Something kept under a name, to be used in many headers or pages: an item, a rail, what a header wears, or a band. */
export class KeptPart {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  /** The item, in a list of one; its place on a rail and for whom it is shown are each use's own. */
  @IsOptional()
  @KindList(ITEM_KINDS, 1)
  @ArrayMinSize(1, { message: 'Give an item.' })
  items?: Item[];
  /** The rail with what hangs on it; whether it scrolls away or stands in the flow is each use's own. */
  @IsOptional()
  @Nested(() => Rail)
  rail?: Rail;
  /** The looks. */
  @IsOptional()
  @Nested(() => Looks)
  looks?: Looks;
  /** The band, as it opens pages. */
  @IsOptional()
  @Nested(() => Band)
  band?: Band;
}
