import 'reflect-metadata';
import {
  Allow,
  IsInt,
  IsNumber,
  Max,
  Min,
  ValidateBy,
  ValidateNested,
  buildMessage,
  type ValidationArguments,
} from 'class-validator';
import { Type, type ClassConstructor } from 'class-transformer';
import { isFreeName } from './bounds.ts';
import { parseColour } from '../colour/rgb.ts';

/** Rules that several model classes share. Each message says what to do. */

/** The limits of a number, both ends included, and its unit. */
export interface Range {
  min: number;
  max: number;
  unit: string;
}

const ranges = new WeakMap<object, Map<string, Range>>();

/** The limits that a class sets for one of its numbers. @throws where it sets none */
export function rangeOf(type: { prototype: object }, key: string): Range {
  // What it takes from another class has the limits that it has there.
  for (let of: object | null = type.prototype; of; of = Object.getPrototypeOf(of) as object | null) {
    const range = ranges.get(of)?.get(key);
    if (range) return range;
  }
  throw new Error(`${key} has no limits.`);
}

/** A finite number within a range, both ends included; the range can be asked for by {@link rangeOf}. */
export function InRange(min: number, max: number, unit = ''): PropertyDecorator {
  const noteRange: PropertyDecorator = (target, key) => {
    const known = ranges.get(target) ?? new Map<string, Range>();
    ranges.set(target, known.set(String(key), { min, max, unit }));
  };
  const message = ({ value }: ValidationArguments) =>
    `${whatIs(value, 'out of range')}: give a number from ${min} to ${max}${unit && ' ' + unit}.`;
  return all(
    noteRange,
    IsNumber({ allowNaN: false, allowInfinity: false }, { message }),
    Min(min, { message }),
    Max(max, { message }),
  );
}

/** A number of whole pixels. */
export function IsWhole(): PropertyDecorator {
  return IsInt({ message: ({ value }) => `${whatIs(value, 'no whole number')}: give whole pixels.` });
}

/** Any CSS colour that hides what is behind it; opacity always has a setting of its own. */
export function IsOpaqueColour(): PropertyDecorator {
  return ValidateBy({
    name: 'isOpaqueColour',
    validator: {
      validate: (value) => typeof value === 'string' && parseColour(value)?.a === 1,
      defaultMessage: buildMessage((_, args) => colourMessage(args?.value)),
    },
  });
}

/** What to tell someone whose text is not a colour we take. */
export function colourMessage(value: unknown): string {
  const read = typeof value === 'string' ? parseColour(value) : undefined;
  return read
    ? `${say(value)} lets the page through: give the solid colour here and its opacity beside it.`
    : `${whatIs(value, 'no colour')}: try a name like white, or a code like #101b33.`;
}

/** The short name by which parts of a site file refer to one another. */
export function IsId({ each = false } = {}): PropertyDecorator {
  return ValidateBy(
    {
      name: 'isId',
      validator: {
        validate: isId,
        defaultMessage: buildMessage(
          (prefix, args) =>
            `${prefix}${whatIs(args?.value, 'no id')}: use small letters, digits and hyphens, 64 at most.`,
        ),
      },
    },
    { each },
  );
}

/** Whether a value may be an id: of parts of a document and of files alike. */
export function isId(value: unknown): value is string {
  return typeof value === 'string' && /^[a-z0-9][a-z0-9-]{0,63}$/.test(value) && isFreeName(value);
}

/** Text a visitor reads: plain, not empty, of limited length. */
export function IsPlainText(max: number, { empty = false } = {}): PropertyDecorator {
  return ValidateBy({
    name: 'isPlainText',
    constraints: [max, empty],
    validator: {
      validate: (value) => plainTextProblem(value, max, empty) === undefined,
      defaultMessage: (args) => plainTextProblem(args?.value, max, empty) ?? '',
    },
  });
}

function plainTextProblem(value: unknown, max: number, empty: boolean): string | undefined {
  if (typeof value !== 'string') return 'Give a text.';
  if (!empty && value.trim() === '') return 'Give a text; it is empty.';
  if (value.length > max) return `Shorten it to ${max} characters; it has ${value.length}.`;
  if (/<[a-z!/?]/i.test(value)) return 'Plain text only: take out the HTML.';
  if (/\p{Cc}/u.test(value.replace(/\n/g, ''))) return 'Take out the control characters.';
  return undefined;
}

/** A part that is itself a model class. */
export function Nested<T extends object>(of: () => ClassConstructor<T>): PropertyDecorator {
  return all(
    ValidateNested({ message: 'Give an object here.' }),
    Type(of as () => ClassConstructor<T>),
    isObjectOrList(false),
  );
}

/** A list of parts, each a model class. */
export function NestedList<T extends object>(of: () => ClassConstructor<T>, max: number): PropertyDecorator {
  return all(
    ValidateNested({ each: true, message: 'Give a list of objects.' }),
    Type(of),
    isObjectOrList(true, max),
  );
}

/** A list of parts whose class is told by their `kind`. */
export function KindList(kinds: Record<string, ClassConstructor<object>>, max: number): PropertyDecorator {
  class Unknown {
    @Allow() kind: string;
  }
  const subTypes = Object.entries(kinds).map(([name, value]) => ({ name, value }));
  return all(
    ValidateNested({ each: true, message: 'Give a list of objects.' }),
    Type(() => Unknown, { keepDiscriminatorProperty: true, discriminator: { property: 'kind', subTypes } }),
    isObjectOrList(true, max),
    ValidateBy({
      name: 'isKnownKind',
      constraints: [kinds],
      validator: {
        validate: (list) => !Array.isArray(list) || list.every((part) => Object.hasOwn(kinds, kindOf(part))),
        defaultMessage: (args) => {
          const list = Array.isArray(args?.value) ? (args.value as unknown[]) : [];
          const odd = list.map(kindOf).find((kind) => !Object.hasOwn(kinds, kind));
          return `Nothing of the kind ${say(odd)} is known here: ${Object.keys(kinds).join(', ')}.`;
        },
      },
    }),
  );
}

function kindOf(part: unknown): string {
  return typeof part === 'object' && part !== null && 'kind' in part ? String(part.kind) : 'none';
}

function isObjectOrList(list: boolean, max = Infinity): PropertyDecorator {
  return ValidateBy({
    name: list ? 'isListOfObjects' : 'isOneObject',
    constraints: [max],
    validator: {
      validate: (value) =>
        list ? Array.isArray(value) && value.length <= max && value.every(isObject) : isObject(value),
      defaultMessage: (args) => {
        if (!list) return 'Give an object here.';
        if (!Array.isArray(args?.value)) return 'Give a list here.';
        const { length } = args.value;
        return length > max ? `${max} at most; there are ${length}.` : 'Give an object for each in the list.';
      },
    },
  });
}

/** Whether a value is an object, not a list. */
function isObject(value: unknown): boolean {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function all(...rules: PropertyDecorator[]): PropertyDecorator {
  return (target, key) => rules.forEach((rule) => rule(target, key));
}

/** What is wrong with a value, or that there is none. */
function whatIs(value: unknown, wrong: string): string {
  return value === undefined ? 'This is missing' : `${say(value)} is ${wrong}`;
}

/** A value as it is shown in a message: short, in quotes. */
export function say(value: unknown): string {
  const text = typeof value === 'string' ? value : (JSON.stringify(value) ?? String(value));
  return `“${text.length > 40 ? text.slice(0, 40) + '…' : text}”`;
}
