import { MOMENT_NAMES, type Moment } from '../model/look.ts';
import { colourName } from '../model/palette.ts';
import type { Site } from '../model/site.ts';

/** What of a site as it is edited is not as it is live, in words. */

/** One value or part that differs. */
export interface Unpublished {
  /** What it is of: the site, a page or a header, by its name. */
  of: string;
  /** Where in it, and what it was and is. */
  text: string;
}

/** What is never published: it makes no difference to a visitor. */
const UNSEEN = new Set([
  '$schema',
  'format',
  'trials',
  'holds',
  'spare',
  'needs',
  'revision',
  'part',
  'parts',
]);

type Value = unknown;
type Fields = Record<string, Value>;

const isFields = (value: Value): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isColour = (value: Value): value is { swatch: string } | { colour: string } =>
  isFields(value) &&
  Object.keys(value).length === 1 &&
  (typeof value.swatch === 'string' || typeof value.colour === 'string');

/** Whether a value is made of others that are told one by one. */
const isGroup = (value: Value): value is Fields => isFields(value) && !isColour(value);

/** `hoverFill` as `hover fill`. */
const spelled = (key: string) => key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** What a part of a list is called: by its title, name, label or text, else its id. */
function nameOf(part: Value): string {
  if (!isFields(part)) return String(part);
  for (const key of ['title', 'name', 'label', 'text', 'kind', 'id'])
    if (typeof part[key] === 'string' && part[key] !== '') return part[key];
  return 'one';
}

const idOf = (part: Value): string | undefined =>
  isFields(part) && typeof part.id === 'string' ? part.id : undefined;

/** What lists without ids are called, and one of them. */
const ONE: Record<string, string> = { rails: 'rail', stops: 'stop', steps: 'step', snapshots: 'snapshot' };

/** What the interface calls a value, where that is not its key spelled. */
const SAID: Record<string, string> = {
  extent: 'inset from the window',
  max: 'widest',
  radius: 'corners',
  path: 'address',
  bar: 'stays in the bar',
  panel: 'folded menu',
  className: 'class',
};

/** What begins a step of a path that is a part's name, and not a key. */
const NAMED = '=';

/** A path through the document, in words: moments and parts by their names, what is numbered by its number. */
function wordsOf(path: readonly string[]): string[] {
  return path.flatMap((step, i) => {
    const one = ONE[path[i - 1] ?? ''];
    if (one !== undefined && /^\d+$/.test(step)) return [`${one} ${step}`];
    if (ONE[step] !== undefined && /^\d+$/.test(path[i + 1] ?? '')) return [];
    if (step.startsWith(NAMED)) return [step.slice(1)];
    const moment = path[i - 1] === 'looks' ? MOMENT_NAMES[step as Moment] : undefined;
    return [moment ?? SAID[step] ?? spelled(step)];
  });
}

/** Compares two documents value by value; parts of lists by their ids. */
class Comparison {
  readonly found: { path: string[]; text: string }[] = [];
  readonly #sites: { before: Site; after: Site };

  constructor(before: Site, after: Site) {
    this.#sites = { before, after };
  }

  /** A value as it is told: opacities in percent, colours by their names; none where it has no short words. */
  #said(key: string, value: Value, site: Site): string | undefined {
    if (typeof value === 'boolean') return value ? 'yes' : 'no';
    if (typeof value === 'number')
      return /opacity/i.test(key) && value <= 1 ? `${Number((100 * value).toFixed(1))} %` : String(value);
    if (typeof value === 'string') return value.length > 40 ? undefined : `“${value}”`;
    return isColour(value) ? colourName(site.palette, value) : undefined;
  }

  values(before: Value, after: Value, path: string[]): void {
    if (before === after) return;
    const key = path.at(-1) ?? '';
    if (Array.isArray(before) && Array.isArray(after)) return this.#lists(before, after, path);
    if (isGroup(before ?? {}) && isGroup(after ?? {})) {
      // What is said for the first time is told value by value; its lists spell out what held before.
      const [was, is] = [(before ?? {}) as Fields, (after ?? {}) as Fields];
      const isWhole = before !== undefined && after !== undefined;
      for (const name of new Set([...Object.keys(was), ...Object.keys(is)]))
        if (!UNSEEN.has(name) && (isWhole || !Array.isArray(was[name] ?? is[name])))
          this.values(was[name], is[name], [...path, name]);
      return;
    }
    if (JSON.stringify(before) === JSON.stringify(after)) return;
    const was = this.#said(key, before, this.#sites.before);
    const is = this.#said(key, after, this.#sites.after);
    if (before === undefined) this.found.push({ path, text: is ?? 'set' });
    else if (after === undefined) this.found.push({ path, text: 'no longer set' });
    else this.found.push({ path, text: was && is ? `${was} to ${is}` : 'changed' });
  }

  #lists(before: readonly Value[], after: readonly Value[], path: string[]): void {
    const ids = [...before, ...after].map(idOf);
    if (ids.includes(undefined)) {
      // What has no ids is told by its place, as long as there is as much of it.
      if (before.length === after.length && before.every(isFields))
        before.forEach((one, i) => this.values(one, after[i], [...path, String(i + 1)]));
      else if (JSON.stringify(before) !== JSON.stringify(after)) this.found.push({ path, text: 'changed' });
      return;
    }
    const find = (list: readonly Value[], id: string | undefined) => list.find((part) => idOf(part) === id);
    for (const part of before) {
      const now = find(after, idOf(part));
      if (now === undefined) this.found.push({ path: [...path, NAMED + nameOf(part)], text: 'removed' });
      else this.values(part, now, [...path, NAMED + nameOf(now)]);
    }
    for (const part of after)
      if (find(before, idOf(part)) === undefined)
        this.found.push({ path: [...path, NAMED + nameOf(part)], text: 'added' });
    const kept = (list: readonly Value[], other: readonly Value[]) =>
      list.map(idOf).filter((id) => find(other, id) !== undefined);
    if (String(kept(before, after)) !== String(kept(after, before)))
      this.found.push({ path, text: 'in another order' });
  }
}

/**
 * What a visitor does not see yet of a site as it is edited.
 * @param live the site as it is published
 */
export function unpublishedOf(live: Site, edited: Site): Unpublished[] {
  const { pages: pagesBefore, headers: headersBefore, ...siteBefore } = live;
  const { pages, headers, ...siteAfter } = edited;
  const told = (
    before: Value,
    after: Value,
    of: (path: readonly string[]) => [string, readonly string[]],
  ) => {
    const comparison = new Comparison(live, edited);
    comparison.values(before, after, []);
    return comparison.found.map(({ path, text }): Unpublished => {
      const [name, rest] = of(path);
      return { of: name, text: [wordsOf(rest).join(', '), text].filter((words) => words !== '').join(': ') };
    });
  };
  const inList =
    (kind: string) =>
    (path: readonly string[]): [string, readonly string[]] =>
      path[0] === undefined ? [kind, []] : [`${kind} ${path[0].slice(1)}`, path.slice(1)];
  return [
    ...told(siteBefore, siteAfter, (path) => ['Site', path]),
    ...told(headersBefore, headers, inList('Header')),
    ...told(pagesBefore, pages, inList('Page')),
  ];
}
