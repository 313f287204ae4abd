import { readFile } from 'node:fs/promises';
import type { Shortcoming } from '@hatrail/core/checks/kind';
import { worstOfEach, type BandWord } from '@hatrail/core/finding/others';
import { BadInput } from '@hatrail/core/model/badInput';
import { checkSite } from '@hatrail/core/model/check';
import type { Site } from '@hatrail/core/model/site';
import type { PanelVerdict } from '@hatrail/core/sweep/panel';
import { placeKey, type Row } from '@hatrail/core/sweep/row';
import type { Viewport } from '@hatrail/core/sweep/widths';
import type { Shard } from './options.ts';

/** What proving a site comes to, and how the parts of it that several machines did are brought together. */

export type Panel = PanelVerdict & { header: string };

export type Lacking = Shortcoming & { header: string };

export interface Proved {
  site: Site;
  rows: Row[];
  panels: Panel[];
  /** The worst word of each page's opening band. */
  words: BandWord[];
  /** What headers lack beside contrast. */
  lacking: Lacking[];
  widths: readonly number[];
  /** In which windows: at the widths, those of the usual height and others. */
  windows: readonly Viewport[];
}

/** What a part of the work is printed as: all that is needed to join it. */
export interface ProvedPart extends Proved {
  shard: Shard;
}

/** A part as JSON; the site stands in it, so that nothing else is needed to join it. */
export function partJson(proved: Proved, shard: Shard): string {
  return JSON.stringify({ ...proved, shard } satisfies ProvedPart);
}

/** Whether what was read is a part, as far as is needed to join it. */
function isPart(data: unknown): data is ProvedPart {
  const part = data as Partial<ProvedPart> | null;
  return (
    typeof part === 'object' &&
    part !== null &&
    Array.isArray(part.rows) &&
    Array.isArray(part.panels) &&
    Array.isArray(part.words) &&
    Array.isArray(part.lacking) &&
    Array.isArray(part.widths) &&
    Array.isArray(part.windows) &&
    Number.isInteger(part.shard?.part) &&
    Number.isInteger(part.shard?.of) &&
    checkSite(part.site).length === 0 &&
    part.rows.every(({ page, width, worst, ground, span }) =>
      [typeof page === 'string', Number.isInteger(width), worst >= 1, ground, span].every(Boolean),
    )
  );
}

async function readPart(file: string): Promise<ProvedPart> {
  const text = await readFile(file, 'utf8').catch(() => {
    throw new BadInput(`There is no file ${file}: check the name.`);
  });
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new BadInput(`${file} breaks off or is no JSON: prove that part again.`);
  }
  if (!isPart(data))
    throw new BadInput(`${file} is no part: make it by “prove SITE --shard I/N --json > ${file}”.`);
  return data;
}

/**
 * Brings the parts of the work together.
 * @throws {BadInput} where one is missing, there twice, or of another site or other widths
 */
export async function joined(files: readonly string[]): Promise<Proved> {
  if (files.length === 0) throw new BadInput('Name the parts: hatrail prove --join PART.json PART.json …');
  const parts = await Promise.all(files.map(readPart));
  const [first] = parts as [ProvedPart, ...ProvedPart[]];
  const same = (of: (part: ProvedPart) => unknown) =>
    parts.findIndex((part) => JSON.stringify(of(part)) !== JSON.stringify(of(first)));
  for (const [what, of] of [
    ['site', (part: ProvedPart) => part.site],
    ['set of widths', (part: ProvedPart) => part.windows],
    ['number of parts', (part: ProvedPart) => part.shard.of],
  ] as const) {
    const other = same(of);
    if (other >= 0)
      throw new BadInput(`${files[other]} is of another ${what} than ${files[0]}: prove all parts alike.`);
  }
  const numbers = parts.map(({ shard }) => shard.part);
  for (let part = 1; part <= first.shard.of; part++) {
    const count = numbers.filter((each) => each === part).length;
    if (count !== 1)
      throw new BadInput(
        `Part ${part} of ${first.shard.of} is ${count === 0 ? 'missing' : 'there twice'}: name each part once.`,
      );
  }
  const { site, panels, widths, windows } = first;
  return {
    site,
    panels,
    words: worstOfEach(parts.flatMap(({ words }) => words)),
    lacking: lackingIn(parts),
    widths,
    windows,
    rows: parts.flatMap(({ rows }) => rows),
  };
}

/** What any part found lacking, each once: what is told of rows is found where those are. */
function lackingIn(parts: readonly ProvedPart[]): Lacking[] {
  const all = parts.flatMap(({ lacking }) => lacking);
  return [...new Map(all.map((each) => [each.id, each])).values()];
}

const RANK = { lost: 0, strained: 1, clear: 2 };

/** What is worse than it was before: rows and panels whose verdict is worse, or that are new and not clear. */
export function worseThan(now: Proved, before: Proved): Proved {
  const rowKey = (row: Row) => `${row.header} ${placeKey(row)}`;
  const panelKey = (panel: Panel) =>
    [panel.header, panel.where, panel.what, panel.name, panel.state].join(' ');
  const worseBy = <T extends { verdict: Row['verdict'] }>(
    fresh: readonly T[],
    old: readonly T[],
    key: (each: T) => string,
  ) => {
    const was = new Map<string, number>();
    for (const each of old)
      was.set(key(each), Math.min(was.get(key(each)) ?? RANK.clear, RANK[each.verdict]));
    return fresh.filter((each) => RANK[each.verdict] < (was.get(key(each)) ?? RANK.clear));
  };
  return {
    ...now,
    rows: worseBy(now.rows, before.rows, rowKey),
    panels: worseBy(now.panels, before.panels, panelKey),
    words: worseBy(now.words, before.words, ({ pageId }) => pageId),
    lacking: now.lacking.filter(({ id }) => before.lacking.every((each) => each.id !== id)),
  };
}
