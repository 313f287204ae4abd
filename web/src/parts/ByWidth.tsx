import { at } from '@hatrail/core/lists';
import { Button } from '@mui/material';
import { STEP_RANGE } from '@hatrail/core/model/stepped';
import { ChoiceField, OnOff, FieldRow } from './fields.tsx';
import { NumberField } from './NumberField.tsx';

/** One value that can change by width: its name, range, and what it is without a step. */
export interface SteppedValue<S> {
  key: keyof S & string;
  label: string;
  min: number;
  max: number;
  base: number;
  /** px where nothing is said. */
  unit?: string;
}

/** One choice that can change by width. */
export interface SteppedChoice<S> {
  key: keyof S & string;
  label: string;
  options: readonly (readonly [string, string])[];
  base: string;
}

interface ByWidthProps<S extends { below: number; shown?: boolean | undefined }> {
  of: string;
  steps: readonly S[] | undefined;
  values: readonly SteppedValue<S>[];
  choices?: readonly SteppedChoice<S>[];
  /** Whether it can be hidden below a width. */
  canHide: boolean;
  onChange: (steps: S[] | undefined, label: string) => void;
}

/** What changes below widths that the owner names; what is set at one holds until the next. */
export function ByWidth<S extends { below: number; shown?: boolean | undefined }>({
  of,
  steps = [],
  values,
  choices = [],
  canHide,
  onChange,
}: ByWidthProps<S>) {
  const sorted = [...steps].sort((a, b) => b.below - a.below);
  const keep = (next: S[], label: string) => onChange(next.length > 0 ? next : undefined, label);
  const change = (index: number, part: Partial<S>, label: string) =>
    keep(
      sorted.map((step, i) => (i === index ? { ...step, ...part } : step)),
      label,
    );
  const clear = (index: number, key: keyof S) => {
    const { [key]: _, ...rest } = at(sorted, index);
    keep(
      sorted.map((step, i) => (i === index ? (rest as S) : step)),
      'As above that width',
    );
  };
  const add = () => {
    const least = sorted.at(-1)?.below ?? 1200;
    const below = Math.max(STEP_RANGE[0], least > 760 ? 760 : least - 100);
    if (sorted.some((step) => step.below === below)) return;
    keep([...sorted, { below } as S], 'A width of its own');
  };
  /** What holds just above a step. */
  const above = (index: number, key: keyof S & string, base: number): number =>
    sorted.slice(0, index).reduce((value, step) => (step[key] as number | undefined) ?? value, base);
  const shownAbove = (index: number) =>
    sorted.slice(0, index).findLast((step) => step.shown !== undefined)?.shown ?? true;
  return (
    <div className="by-width">
      {sorted.map((step, index) => (
        <fieldset key={`${index}`}>
          <legend className="sr-only">
            {of} below {step.below} px
          </legend>
          <FieldRow label="Below">
            <span className="row">
              <NumberField
                label={`${of} changes below`}
                unit="px"
                min={STEP_RANGE[0]}
                max={STEP_RANGE[1]}
                value={step.below}
                onChange={(below) =>
                  !sorted.some((other, i) => i !== index && other.below === below) &&
                  change(index, { below } as Partial<S>, 'Width of a step')
                }
              />
              <button
                type="button"
                className="link"
                aria-label={`Remove the step of ${of} below ${step.below} px`}
                onClick={() =>
                  keep(
                    sorted.filter((_, i) => i !== index),
                    'Remove a step',
                  )
                }
              >
                remove
              </button>
            </span>
          </FieldRow>
          {canHide && (
            <FieldRow label="Shown">
              <OnOff
                label={`${of} is shown below ${step.below} px`}
                value={step.shown ?? shownAbove(index)}
                onChange={(shown) => change(index, { shown } as Partial<S>, 'Shown by width')}
              />
            </FieldRow>
          )}
          {choices.map(({ key, label, options, base }) => {
            const own = step[key] as string | undefined;
            const before = sorted.slice(0, index).findLast((each) => each[key] !== undefined)?.[key];
            return (
              <FieldRow key={key} label={label}>
                <ChoiceField
                  label={`${label} of ${of} below ${step.below} px`}
                  value={own ?? ''}
                  options={[
                    ['', `as above it: ${said(options, (before as string | undefined) ?? base)}`],
                    ...options,
                  ]}
                  onChange={(value) =>
                    value === ''
                      ? clear(index, key)
                      : change(index, { [key]: value } as Partial<S>, `${label} by width`)
                  }
                />
              </FieldRow>
            );
          })}
          {values.map(({ key, label, min, max, base, unit = 'px' }) => {
            const own = step[key] as number | undefined;
            return (
              <FieldRow key={key} label={label}>
                <span className="row">
                  <NumberField
                    label={`${label} of ${of} below ${step.below} px`}
                    unit={unit}
                    min={min}
                    max={max}
                    step={0.5}
                    value={own ?? above(index, key, base)}
                    onChange={(value) => change(index, { [key]: value } as Partial<S>, `${label} by width`)}
                  />
                  {own === undefined ? (
                    <span className="quiet">as above it</span>
                  ) : (
                    <button
                      type="button"
                      className="link"
                      aria-label={`Put back ${label} of ${of} below ${step.below} px`}
                      onClick={() => clear(index, key)}
                    >
                      put back
                    </button>
                  )}
                </span>
              </FieldRow>
            );
          })}
        </fieldset>
      ))}
      <Button size="small" disabled={sorted.length >= 12} onClick={add}>
        Change {of} below a width
      </Button>
    </div>
  );
}

const said = (options: readonly (readonly [string, string])[], value: string) =>
  options.find(([name]) => name === value)?.[1] ?? value;
