import { Slider } from '@mui/material';
import { useTyped } from './useTyped.ts';

interface PercentSliderProps {
  label: string;
  /** 0 to 1. */
  value: number;
  /** Percent from which the value clears, where there is one. */
  clearFrom?: number | undefined;
  onChange: (value: number) => void;
}

/** An opacity in percent, to one decimal, with the computed mark from which it clears; dragged, stepped or typed. */
export function PercentSlider({ label, value, clearFrom, onChange }: PercentSliderProps) {
  const percent = Number((value * 100).toFixed(1));
  const [text, setText, leave] = useTyped(String(percent));
  const typed = Number(text);
  const isWrong = text.trim() === '' || !(typed >= 0 && typed <= 100);
  return (
    <div className="percent">
      <div className="percent-track">
        <Slider
          size="small"
          min={0}
          max={100}
          step={1}
          value={percent}
          aria-label={label}
          getAriaValueText={(at) => `${at} percent`}
          onChange={(_, next) => onChange((next as number) / 100)}
        />
        {clearFrom !== undefined && (
          <span className="percent-mark" style={{ left: `${clearFrom}%` }}>
            <span data-side={clearFrom > 70 ? 'left' : clearFrom < 30 ? 'right' : 'middle'}>
              {clearFrom === 0 ? 'clear at any opacity' : `clear from ${clearFrom} %`}
            </span>
          </span>
        )}
      </div>
      <label className="percent-typed">
        <input
          inputMode="decimal"
          aria-label={`${label}, percent`}
          aria-invalid={isWrong}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            const next = Number(event.target.value);
            if (event.target.value.trim() !== '' && next >= 0 && next <= 100)
              onChange(Math.round(next * 10) / 1000);
          }}
          onBlur={() => !isWrong && leave()}
        />
        %
      </label>
      {isWrong && (
        <p className="field-error" role="alert">
          Give an opacity from 0 to 100.
        </p>
      )}
    </div>
  );
}
