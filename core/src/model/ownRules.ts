import { ArrayMaxSize, ArrayMinSize, IsInt, Matches, MaxLength, ValidateBy } from 'class-validator';

/** Rules for what is measured and read of a site's own header. */

const WEIGHT = [
  ArrayMinSize(3, { message: 'Give three numbers.' }),
  ArrayMaxSize(3, { message: 'Give three numbers.' }),
  IsInt({ each: true, message: 'Give whole numbers.' }),
];

/** What a selector weighs: three whole numbers. */
export function IsWeight(): PropertyDecorator {
  return (target, key) => WEIGHT.forEach((rule) => rule(target, key));
}

/** A selector of theirs: nothing that ends a rule. */
export function IsSelector(): PropertyDecorator {
  return (target, key) => {
    MaxLength(6000, { message: 'A selector has 6,000 characters at most.' })(target, key);
    Matches(/^(?!.*(\/\*|\*\/))[^{};<]+$/s, { message: 'Give a selector.' })(target, key);
  };
}

/** A list of so many finite numbers. */
export function IsNumbers(count: number): PropertyDecorator {
  return ValidateBy({
    name: 'isNumbers',
    constraints: [count],
    validator: {
      validate: (value) => isNumbers(value, count),
      defaultMessage: () => `Give ${count} numbers.`,
    },
  });
}

const isNumbers = (value: unknown, count: number): value is number[] =>
  Array.isArray(value) &&
  value.length === count &&
  value.every((each) => typeof each === 'number' && Math.abs(each) <= 20_000);

/** A list of places, each twelve numbers: see `OwnPlace`. */
export function IsPlaces(): PropertyDecorator {
  return ValidateBy({
    name: 'isPlaces',
    validator: {
      validate: (value) =>
        Array.isArray(value) && value.length <= 200 && value.every((each) => isNumbers(each, 12)),
      defaultMessage: () => 'Give 12 numbers for each of 200 places at most.',
    },
  });
}
