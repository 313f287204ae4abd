import type { ReactNode } from 'react';
import { ChoiceField as OneOf } from '../parts/fields.tsx';

/** A choice of a few values, by the words for them. */
export function Select<V extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: V;
  options: Partial<Record<V, string>>;
  onChange: (value: V) => void;
}) {
  return (
    <OneOf
      label={label}
      value={value}
      options={Object.entries(options) as [V, string][]}
      onChange={onChange}
    />
  );
}

/** A row with its label before its fields. */
export function ChoiceRow({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="choice">
      <span className="value-label">{label}</span>
      <span className="choice-fields">{children}</span>
    </div>
  );
}
