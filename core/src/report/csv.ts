import { usualWindowHeight } from '../page/layout.ts';
import type { Report } from './report.ts';

/** Every place that was judged as a line of comma-separated values (RFC 4180), the worst first. */

const COLUMNS = [
  'header',
  'page',
  'width',
  'height',
  'moment',
  'item',
  'state',
  'part',
  'criterion',
  'needed',
  'worst',
  'verdict',
  'scroll',
  'finding',
] as const;

/** A value so that no program takes it for anything but text: a quoted field, and what would be a formula begins with an apostrophe. */
function field(value: string | number): string {
  if (typeof value === 'number') return String(value);
  const plain = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\r\n']/.test(plain) ? `"${plain.replaceAll('"', '""')}"` : plain;
}

/** The report as CSV, with a line of names first. */
export function reportCsv({ header, rows, findings }: Report): string {
  const titles = new Map(findings.flatMap(({ title, rows: own }) => own.map((row) => [row, title] as const)));
  const lines = [...rows]
    .sort((a, b) => a.worst / a.needed - b.worst / b.needed)
    .map((row) =>
      [
        header.name,
        row.page,
        row.width,
        row.height ?? usualWindowHeight(row.width),
        row.moment,
        row.item,
        row.becoming ? `${row.becoming.from} to ${row.state}` : row.state,
        row.part,
        row.criterion,
        row.needed,
        Number(row.worst.toFixed(3)),
        row.verdict,
        row.scroll,
        titles.get(row) ?? '',
      ]
        .map(field)
        .join(','),
    );
  return [COLUMNS.join(','), ...lines, ''].join('\r\n');
}
