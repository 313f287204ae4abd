import { useTyped } from './useTyped.ts';

interface NumberFieldProps {
  label: string;
  unit: string;
  value: number;
  min: number;
  max: number;
  onChange: (value: number) => void;
}

/** A whole number with its unit; what is out of range stays in the field, with what to do, and changes nothing. */
export function NumberField({ label, unit, value, min, max, onChange }: NumberFieldProps) {
  const [text, setText] = useTyped(String(value));
  const isSound = (entry: string) =>
    /^\d+$/.test(entry.trim()) && Number(entry) >= min && Number(entry) <= max;
  return (
    <span className="number-field">
      <label>
        <input
          inputMode="numeric"
          aria-label={label}
          aria-invalid={!isSound(text)}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            if (isSound(event.target.value)) onChange(Number(event.target.value));
          }}
        />
        {unit}
      </label>
      {!isSound(text) && (
        <span className="field-error" role="alert">
          Give whole {unit} from {min} to {max}.
        </span>
      )}
    </span>
  );
}
