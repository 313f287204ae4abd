import { ArrayMinSize, IsOptional } from 'class-validator';
import { ITEM_KINDS, type Item } from './item.ts';
import { Looks } from './look.ts';
import { IsId, IsPlainText, KindList, Nested } from './rules.ts';

/** Something kept under a name, to be used in many headers: an item, or what a header wears. */
export class KeptPart {
  @IsId() id: string;
  @IsPlainText(60) name: string;
  /** The item, in a list of one; its place on a rail and for whom it is shown are each use's own. */
  @IsOptional()
  @KindList(ITEM_KINDS, 1)
  @ArrayMinSize(1, { message: 'Give an item.' })
  items?: Item[];
  /** The looks. */
  @IsOptional()
  @Nested(() => Looks)
  looks?: Looks;
}
