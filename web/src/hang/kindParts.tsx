import type { Item } from '@hatrail/core/model/item';
import type { LinkTarget } from '@hatrail/core/model/menu';
import type { Site } from '@hatrail/core/model/site';
import { FieldRow } from '../parts/fields.tsx';
import { NumberField } from '../parts/NumberField.tsx';

/** What the fields of every kind of item are made with. */

export interface FieldsProps<I extends Item> {
  site: Site;
  item: I;
  change: <J extends Item = I>(label: string, make: (draft: J) => void) => void;
}

interface SizeProps {
  label: string;
  unit?: string;
  min: number;
  max: number;
  value: number;
  onChange: (value: number) => void;
}

/** A size, in steps of half a pixel. */
export function SizeRow({ label, unit = 'px', ...props }: SizeProps) {
  return (
    <FieldRow label={label}>
      <NumberField label={label} unit={unit} step={0.5} {...props} />
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
