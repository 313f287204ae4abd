import { ChoiceField, FieldRow } from './fields.tsx';
import { RuleNumber, type RuleOf } from './RuleNumber.tsx';

/** A number of the document that may be left to itself. */
export function OptionalNumber<T extends object>({
  of,
  label,
  automatic,
  unit,
  value,
  plain,
  set,
}: {
  of: RuleOf<T>;
  label: string;
  /** What holds where nothing is set. */
  automatic: string;
  /** In the place of the rule's own. */
  unit?: string;
  value: number | undefined;
  /** What it is first, once it is set. */
  plain: number;
  set: (value: number | undefined) => void;
}) {
  return (
    <FieldRow label={label}>
      <span className="row">
        <ChoiceField
          label={`${label}, by itself or set`}
          value={value === undefined ? 'auto' : 'set'}
          options={[
            ['auto', automatic],
            ['set', 'set'],
          ]}
          onChange={(how) => set(how === 'set' ? plain : undefined)}
        />
        {value !== undefined && (
          <RuleNumber
            of={of}
            label={label}
            {...(unit !== undefined && { unit })}
            value={value}
            onChange={set}
          />
        )}
      </span>
    </FieldRow>
  );
}
