import type { ReactNode } from 'react';

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
    <select
      className="choice-select"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as V)}
    >
      {(Object.entries(options) as [V, string][]).map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </select>
  );
}

/** A row with its label before its fields. */
export function Choice({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="choice">
      <span className="value-label">{label}</span>
      <span className="choice-fields">{children}</span>
    </div>
  );
}
