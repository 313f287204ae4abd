import { rangeOf } from '@hatrail/core/model/rules';
import type { SteppedValue } from './ByWidth.tsx';
import type { RuleOf } from './RuleNumber.tsx';

/**
 * A number of the document that can change by width: its limits are those that it has as a whole, and at a width.
 * @param at the class of its steps, and its name there
 * @param whole the class that has it, and its name there
 */
export function steppedNumber<S, T>(
  at: RuleOf<S>,
  whole: RuleOf<T>,
  { label, base }: { label: string; base: number },
): SteppedValue<S> {
  const [one, other] = [rangeOf(at[0], at[1]), rangeOf(whole[0], whole[1])];
  return {
    key: at[1],
    label,
    unit: one.unit,
    min: Math.max(one.min, other.min),
    max: Math.min(one.max, other.max),
    base,
  };
}
