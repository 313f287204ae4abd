import { rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { findingsOf } from '@hatrail/core/finding/finding';
import { menuFindings, wordFindings } from '@hatrail/core/finding/others';
import { BadInput } from '@hatrail/core/model/badInput';
import { allMoments, momentName } from '@hatrail/core/model/header';
import { reportJunit, reportSarif } from '@hatrail/core/report/builds';
import { reportCsv } from '@hatrail/core/report/csv';
import { reportEarl } from '@hatrail/core/report/earl';
import { reportJson } from '@hatrail/core/report/json';
import { reportHtml } from '@hatrail/core/report/html';
import { reportOf, type Report } from '@hatrail/core/report/report';
import type { Row } from '@hatrail/core/sweep/row';
import type { WantedReport } from './options.ts';
import type { Proved } from './proved.ts';

/** Reports of what was proved, written to files. */

/** The report of each header that hangs on a page that was proved. */
export function reportsOf({ site, rows, panels, words, lacking }: Proved, made: Date): Report[] {
  const firstWith = site.headers.find(({ id }) => rows.some((row) => row.header === id));
  return site.headers.flatMap((header) => {
    const own = rows.filter((row) => row.header === header.id);
    const its = panels.filter((panel) => panel.header === header.id);
    if (own.length === 0 && its.length === 0) return [];
    return [
      reportOf(site, header, {
        rows: own,
        panels: its,
        findings: findingsOf(site, header, own),
        // Words of the pages are no header's own: they are told once.
        others: [
          ...menuFindings(site, header, its),
          ...(header === firstWith ? wordFindings(site, words) : []),
        ],
        shortcomings: lacking.filter((each) => each.header === header.id),
        moments: allMoments(header).map((moment) => ({ moment, name: momentName(header, moment) })),
        made,
      }),
    ];
  });
}

/** Sees that every report can be written, before anything is proved that would be lost. @throws {BadInput} */
export async function checkPlaces(reports: readonly WantedReport[]): Promise<void> {
  for (const { file } of reports) {
    const folder = await stat(dirname(file)).catch(() => undefined);
    if (!folder?.isDirectory())
      throw new BadInput(`There is no folder ${dirname(file)} for ${file}: make it, or name another.`);
    const there = await stat(file).catch(() => undefined);
    if (there?.isDirectory()) throw new BadInput(`${file} is a folder: name a file in it.`);
  }
}

/** Size of the pictures of worst places, CSS pixels. */
const PICTURE = { width: 300, height: 96 };

interface Writing {
  proved: Proved;
  /** The site file, as it was named. */
  file: string;
  isStrict: boolean;
  /** A picture of where a row is worst, where there can be one. */
  picture: (row: Row, size: typeof PICTURE) => string | undefined;
}

/** Writes the reports, each whole or not at all. @throws {BadInput} where one cannot be written */
export async function writeReports(wanted: readonly WantedReport[], writing: Writing): Promise<void> {
  const made = new Date();
  const reports = reportsOf(writing.proved, made);
  for (const { kind, file } of wanted) {
    const text = textOf(kind, reports, writing);
    const fresh = `${file}.${process.pid}.part`;
    try {
      await writeFile(fresh, text);
      await rename(fresh, file);
    } catch (error) {
      await rm(fresh, { force: true });
      const why = { EACCES: 'nothing may be written there', ENOSPC: 'the disk is full' };
      const { code = '', message } = error as NodeJS.ErrnoException;
      throw new BadInput(
        `Cannot write ${file}: ${why[code as keyof typeof why] ?? message}. Name another place.`,
      );
    }
  }
}

function textOf(
  kind: WantedReport['kind'],
  reports: readonly Report[],
  { proved, file, isStrict, picture }: Writing,
): string {
  switch (kind) {
    case 'html': {
      const pictures = new Map<string, string>();
      for (const { id, worst } of reports.flatMap(({ findings }) => findings)) {
        const address = picture(worst, PICTURE);
        if (address) pictures.set(id, address);
      }
      return reportHtml(reports, { pictures });
    }
    case 'csv':
      return reports.map(reportCsv).join('');
    case 'json':
      return reportJson(proved);
    case 'earl':
      return `${JSON.stringify(reports.map(reportEarl), null, 2)}\n`;
    case 'junit':
      return reportJunit(reports, isStrict);
    case 'sarif':
      return `${JSON.stringify(reportSarif(reports, file), null, 2)}\n`;
  }
}
