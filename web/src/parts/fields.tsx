import { Switch } from '@mui/material';
import type { ReactNode } from 'react';
import { useTyped } from './useTyped.ts';

/** Fields as they stand in tags and lists: a label at the left, the control at the right. */

/** A label and what it is for. */
export function FieldRow({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="value">
      <span className="value-label">{label}</span>
      <span className="value-field">{children}</span>
    </div>
  );
}

interface TextInputProps {
  label: string;
  value: string;
  /** What is wrong with a text; it is then kept in sight and changes nothing. */
  problem?: (text: string) => string | undefined;
  placeholder?: string;
  /** More than one line. */
  isLong?: boolean;
  onChange: (text: string) => void;
}

/** A line of text. */
export function TextInput({ label, value, problem, placeholder, isLong, onChange }: TextInputProps) {
  const [text, setText, leave] = useTyped(value);
  const wrong = problem?.(text);
  const props = {
    'aria-label': label,
    'aria-invalid': wrong !== undefined,
    placeholder,
    value: text,
    onChange: ({ target }: { target: { value: string } }) => {
      setText(target.value);
      if (problem?.(target.value) === undefined) onChange(target.value);
    },
    onBlur: () => wrong === undefined && leave(),
  };
  return (
    <span className="text-input">
      {isLong ? <textarea rows={3} {...props} /> : <input {...props} />}
      {wrong !== undefined && (
        <span className="field-error" role="alert">
          {wrong}
        </span>
      )}
    </span>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly (readonly [value: T, name: string])[];
  onChange: (value: T) => void;
}

/** One of a few. */
export function ChoiceField<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  return (
    <select
      className="choice-select"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as T)}
    >
      {options.map(([option, name]) => (
        <option key={option} value={option}>
          {name}
        </option>
      ))}
    </select>
  );
}

/** On or off. */
export function OnOff({
  label,
  value,
  onChange,
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) {
  return (
    <Switch
      size="small"
      checked={value}
      slotProps={{ input: { 'aria-label': label } }}
      onChange={(_, checked) => onChange(checked)}
    />
  );
}
