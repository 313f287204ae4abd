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
  /** px by default. */
  unit?: string;
}

/** One choice that can change by width. */
export interface SteppedChoice<S> {
  key: keyof S & string;
  label: string;
  options: readonly (readonly [string, string])[];
  base: string;
}

interface Step {
  below: number;
  shown?: boolean | undefined;
}

interface ByWidthProps<S extends Step> {
  of: string;
  steps: readonly S[] | undefined;
  values: readonly SteppedValue<S>[];
  choices?: readonly SteppedChoice<S>[];
  /** Whether it can be hidden below a width. */
  canHide: boolean;
  onChange: (steps: S[] | undefined, label: string) => void;
}

/** What changes below widths that the owner names; what is set at one holds until the next. */
export function ByWidth<S extends Step>(props: ByWidthProps<S>) {
  const { of, steps = [], onChange } = props;
  const sorted = [...steps].sort((a, b) => b.below - a.below);
  const keep = (next: S[], label: string) => onChange(next.length > 0 ? next : undefined, label);
  const add = () => {
    const least = sorted.at(-1)?.below ?? 1200;
    const below = Math.max(STEP_RANGE[0], least > 760 ? 760 : least - 100);
    if (sorted.some((step) => step.below === below)) return;
    keep([...sorted, { below } as S], 'A width of its own');
  };
  return (
    <div className="by-width">
      {sorted.map((step, index) => (
        <StepFields
          key={index}
          {...props}
          step={step}
          above={sorted.slice(0, index)}
          isTaken={(below) => sorted.some((other) => other !== step && other.below === below)}
          onSet={(next, label) =>
            keep(
              sorted.map((each) => (each === step ? next : each)),
              label,
            )
          }
          onRemove={() =>
            keep(
              sorted.filter((each) => each !== step),
              'Remove a step',
            )
          }
        />
      ))}
      <Button size="small" disabled={sorted.length >= 12} onClick={add}>
        Change {of} below a width
      </Button>
    </div>
  );
}

interface StepProps<S extends Step> extends Pick<ByWidthProps<S>, 'of' | 'values' | 'choices' | 'canHide'> {
  step: S;
  /** The steps at greater widths, the greatest first. */
  above: readonly S[];
  isTaken: (below: number) => boolean;
  onSet: (step: S, label: string) => void;
  onRemove: () => void;
}

/** What holds below one width. */
function StepFields<S extends Step>(props: StepProps<S>) {
  const { of, values, choices = [], canHide, step, above, isTaken, onSet, onRemove } = props;
  const change = (part: Partial<Step>, label: string) => onSet({ ...step, ...part }, label);
  const shownAbove = above.findLast(({ shown }) => shown !== undefined)?.shown ?? true;
  return (
    <fieldset>
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
            onChange={(below) => !isTaken(below) && change({ below }, 'Width of a step')}
          />
          <button
            type="button"
            className="link"
            aria-label={`Remove the step of ${of} below ${step.below} px`}
            onClick={onRemove}
          >
            remove
          </button>
        </span>
      </FieldRow>
      {canHide && (
        <FieldRow label="Shown">
          <OnOff
            label={`${of} is shown below ${step.below} px`}
            value={step.shown ?? shownAbove}
            onChange={(shown) => change({ shown }, 'Shown by width')}
          />
        </FieldRow>
      )}
      {choices.map((choice) => (
        <ChoiceStep key={choice.key} {...props} choice={choice} />
      ))}
      {values.map((value) => (
        <ValueStep key={value.key} {...props} value={value} />
      ))}
    </fieldset>
  );
}

/** A step without one of its values: as above it. */
function without<S extends Step>(step: S, key: keyof S): S {
  const { [key]: _, ...rest } = step;
  return rest as S;
}

function ChoiceStep<S extends Step>({
  of,
  step,
  above,
  choice: { key, label, options, base },
  onSet,
}: StepProps<S> & { choice: SteppedChoice<S> }) {
  const own = step[key] as string | undefined;
  const before = above.findLast((each) => each[key] !== undefined)?.[key] as string | undefined;
  return (
    <FieldRow label={label}>
      <ChoiceField
        label={`${label} of ${of} below ${step.below} px`}
        value={own ?? ''}
        options={[['', `as above it: ${said(options, before ?? base)}`], ...options]}
        onChange={(value) =>
          value === ''
            ? onSet(without(step, key), 'As above that width')
            : onSet({ ...step, [key]: value }, `${label} by width`)
        }
      />
    </FieldRow>
  );
}

function ValueStep<S extends Step>({
  of,
  step,
  above,
  value: { key, label, min, max, base, unit = 'px' },
  onSet,
}: StepProps<S> & { value: SteppedValue<S> }) {
  const own = step[key] as number | undefined;
  const before = above.findLast((each) => each[key] !== undefined)?.[key] as number | undefined;
  return (
    <FieldRow label={label}>
      <span className="row">
        <NumberField
          label={`${label} of ${of} below ${step.below} px`}
          unit={unit}
          min={min}
          max={max}
          step={0.5}
          value={own ?? before ?? base}
          onChange={(next) => onSet({ ...step, [key]: next }, `${label} by width`)}
        />
        {own === undefined ? (
          <span className="quiet">as above it</span>
        ) : (
          <button
            type="button"
            className="link"
            aria-label={`Put back ${label} of ${of} below ${step.below} px`}
            onClick={() => onSet(without(step, key), 'As above that width')}
          >
            put back
          </button>
        )}
      </span>
    </FieldRow>
  );
}

const said = (options: readonly (readonly [string, string])[], value: string) =>
  options.find(([name]) => name === value)?.[1] ?? value;
