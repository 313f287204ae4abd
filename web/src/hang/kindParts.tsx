import type { Item } from '@hatrail/core/model/item';
import type { LinkTarget } from '@hatrail/core/model/menu';
import type { Site } from '@hatrail/core/model/site';
import { FieldRow } from '../parts/fields.tsx';
import { RuleNumber, type RuleOf } from '../parts/RuleNumber.tsx';

/** What the fields of every kind of item are made with. */

export interface FieldsProps<I extends Item> {
  site: Site;
  item: I;
  change: <J extends Item = I>(label: string, make: (draft: J) => void) => void;
}

interface SizeProps<T> {
  label: string;
  /** The class of the document that has it, and its name there. */
  of: RuleOf<T>;
  /** In the place of the rule's own. */
  unit?: string;
  value: number;
  onChange: (value: number) => void;
}

/** A size, in steps of half a pixel. */
export function SizeRow<T extends object>({ label, ...props }: SizeProps<T>) {
  return (
    <FieldRow label={label}>
      <RuleNumber label={label} step={0.5} {...props} />
    </FieldRow>
  );
}

/** Puts another target in the place of a link's own. */
export function retarget(draft: LinkTarget, { page, address }: { page?: string; address?: string }): void {
  delete draft.page;
  delete draft.address;
  if (page !== undefined) draft.page = page;
  if (address !== undefined) draft.address = address;
}
