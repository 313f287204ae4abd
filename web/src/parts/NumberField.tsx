import { useTyped } from './useTyped.ts';

interface NumberFieldProps {
  label: string;
  unit: string;
  value: number;
  min: number;
  max: number;
  /** Least difference between two values: 1 takes whole numbers only. */
  step?: number;
  onChange: (value: number) => void;
}

/**
 * A number with its unit, typed or stepped with the arrow keys. What is out of range stays in the field, with what to
 * do, and changes nothing.
 */
export function NumberField({ label, unit, value, min, max, step = 1, onChange }: NumberFieldProps) {
  const [text, setText, leave] = useTyped(String(value));
  const read = (entry: string): number | undefined => {
    const plain = entry.trim().replace(',', '.').replace('−', '-');
    const number = Number(plain);
    const isSound = /^-?\d*\.?\d+$/.test(plain) && number >= min && number <= max;
    return isSound && (step !== 1 || Number.isInteger(number)) ? number : undefined;
  };
  const isWrong = read(text) === undefined;
  const nudge = (by: number) => {
    const next = Math.min(max, Math.max(min, Math.round((value + by * step) / step) * step));
    leave();
    onChange(Number(next.toFixed(3)));
  };
  const whole = step === 1 ? 'whole ' : '';
  return (
    <span className="number-field">
      <label>
        <input
          inputMode={step === 1 ? 'numeric' : 'decimal'}
          aria-label={label}
          aria-invalid={isWrong}
          value={text}
          onKeyDown={(event) => {
            const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
            if (by === undefined) return;
            event.preventDefault();
            nudge(by * (event.shiftKey ? 10 : 1));
          }}
          onChange={(event) => {
            setText(event.target.value);
            const next = read(event.target.value);
            if (next !== undefined) onChange(next);
          }}
          onBlur={() => !isWrong && leave()}
        />
        {unit}
      </label>
      {isWrong && (
        <span className="field-error" role="alert">
          Give {whole}
          {unit || 'a number'} from {min} to {max}.
        </span>
      )}
    </span>
  );
}
