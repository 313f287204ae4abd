import { at } from '../lists.ts';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import { BadInput, type Problem } from './badInput.ts';
import { boundsProblem } from './bounds.ts';
import { Header } from './header.ts';
import { Page } from './page.ts';
import { FORMAT, MOST_HEADERS, MOST_PAGES, Site } from './site.ts';
import { referenceProblems } from './references.ts';
import { upgraded } from './upgrades.ts';

/** Checks plain data against a model class. An empty list means it can be taken as it is. */
export function checkPart<T extends object>(type: ClassConstructor<T>, data: unknown): Problem[] {
  if (typeof data !== 'object' || data === null || Array.isArray(data)) {
    return [{ path: '', message: 'Give an object here.' }];
  }
  const tooMuch = boundsProblem(data);
  if (tooMuch) return [tooMuch];
  const instance = plainToInstance(type, data);
  return flatten(validateSync(instance, { whitelist: true, forbidNonWhitelisted: true }), '');
}

/** What is wrong with one value of a part, as its rules say it; `undefined` where it can be taken. */
export function valueProblem<T extends object>(
  type: ClassConstructor<T>,
  key: keyof T & string,
  value: unknown,
): string | undefined {
  const instance = plainToInstance(type, { [key]: value });
  const errors = validateSync(instance, { skipMissingProperties: true });
  return flatten(errors, '').find(({ path }) => path === key || path.startsWith(`${key}.`))?.message;
}

/** Checks a whole site: its values, and that all its parts refer to something that is there. */
export function checkSite(data: unknown): Problem[] {
  const problems = checkPart(Site, data);
  return problems.length > 0 ? problems : referenceProblems(data as Site);
}

/**
 * Checks a site of which some of the values, pages and headers are those of one that is sound, by identity: only the others
 * are looked at, one at each step, so that whoever runs it may do something else between them.
 * @returns the problems of the whole site once it is at its end
 */
export function* checkChanged(site: Site, sound: Site): Generator<void, Problem[]> {
  const problems: Problem[] = [];
  const keys = new Set([...Object.keys(site), ...Object.keys(sound)]) as Set<keyof Site>;
  const isChanged = [...keys].some((key) => !isList(key) && site[key] !== sound[key]);
  if (isChanged) problems.push(...checkPart(Site, { ...site, pages: [], headers: [] }));
  for (const [list, type, most] of PARTS) {
    const parts: readonly object[] = site[list];
    if (parts.length > most)
      problems.push({ path: list, message: `${most} at most; there are ${parts.length}.` });
    const known = new Set<object>(sound[list]);
    for (const [i, part] of parts.entries()) {
      if (known.has(part)) continue;
      yield;
      const own = checkPart<object>(type, part);
      problems.push(
        ...own.map(({ path, message }) => ({ path: `${list}[${i}]${path && `.${path}`}`, message })),
      );
    }
  }
  yield;
  if (problems.length > 0) return problems;
  const named = referenceProblems(site);
  yield;
  return named;
}

const isList = (key: string) => key === 'pages' || key === 'headers';
const PARTS = [
  ['pages', Page, MOST_PAGES],
  ['headers', Header, MOST_HEADERS],
] as const;

/**
 * Reads a site file.
 * @throws {BadInput} if the text is no JSON, of another version, or breaks a rule; nothing is changed.
 */
export function readSite(text: string): Site {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new BadInput(
      'This is no whole site file: its JSON breaks off or is damaged. Save it again where it came from.',
    );
  }
  const format = (data as { format?: unknown } | null)?.format;
  if (typeof format !== 'number' || !Number.isInteger(format) || format < 1) {
    throw new BadInput(
      'This is no site file: it does not say its format. Choose a file that ends in .hatrail.json.',
    );
  }
  if (format > FORMAT) {
    throw new BadInput(
      `This site file is of version ${format}, made by a later program; this one reads up to ${FORMAT}. Bring Hat Rail up to date and try again.`,
    );
  }
  const { $schema: _, ...document } = data as Record<string, unknown>;
  const site = upgraded(document, format);
  const problems = checkSite(site);
  if (problems.length > 0) {
    const first = at(problems, 0);
    const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : '';
    throw new BadInput(`The site file cannot be used. ${first.path}: ${first.message}${more}`, problems);
  }
  return site;
}

/** The name of the JSON Schema of the site files that this program writes: `docs/site-file.schema.json`. */
export const SITE_SCHEMA = `https://hatrail.example/site-file-${FORMAT}.schema.json`;

/** The site file of a site, which {@link readSite} reads back to the same. */
export function writeSite(site: Site): string {
  return JSON.stringify({ $schema: SITE_SCHEMA, ...site }, null, 2) + '\n';
}

function flatten(errors: ValidationError[], prefix: string): Problem[] {
  return errors.flatMap((error) => {
    const path = /^\d+$/.test(error.property)
      ? `${prefix}[${error.property}]`
      : prefix
        ? `${prefix}.${error.property}`
        : error.property;
    const inner = flatten(error.children ?? [], path);
    const own = Object.entries(error.constraints ?? {}).map(([rule, message]) => ({
      path,
      message: rule === 'whitelistValidation' ? 'This is not part of a site file: take it out.' : message,
    }));
    return own.length > 0 ? own.slice(0, 1) : inner;
  });
}
