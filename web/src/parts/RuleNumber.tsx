import { rangeOf } from '@hatrail/core/model/rules';
import { NumberField } from './NumberField.tsx';

type Values<T> = { [K in keyof T]-?: T[K] extends number | undefined ? K : never }[keyof T] & string;

/** A class of the document, and the name of a number that it has. */
export type RuleOf<T> = readonly [abstract new () => T, Values<T>];

/** A number of the document: its limits and unit are those of the rule that the document has for it. */
export function RuleNumber<T extends object>({
  of: [type, key],
  unit,
  asPercent = false,
  value,
  onChange,
  ...rest
}: {
  /** The class that has the value, and its name there. */
  of: RuleOf<T>;
  label: string;
  /** In the place of the rule's own. */
  unit?: string;
  step?: number;
  /** A share from 0 to 1, given in percent. */
  asPercent?: boolean;
  value: number;
  onChange: (value: number) => void;
}) {
  const range = rangeOf(type, key);
  const scale = asPercent ? 100 : 1;
  return (
    <NumberField
      {...rest}
      unit={unit ?? (asPercent ? '%' : range.unit)}
      min={range.min * scale}
      max={range.max * scale}
      value={asPercent ? Math.round(value * 100) : value}
      onChange={(next) => onChange(next / scale)}
    />
  );
}
