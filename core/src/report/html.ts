import { CHECKED_CRITERIA, KEPT_CRITERIA } from '../checks/index.ts';
import { escapeHtml } from '../css/text.ts';
import { ADVICE, type Finding } from '../finding/finding.ts';
import { stateWords } from '../header/stateNames.ts';
import type { Row } from '../sweep/row.ts';
import type { Verdict } from '../sweep/verdict.ts';
import { metWords, viewportsWords } from '../sweep/widthPlan.ts';
import { STANDARD_WIDTHS, viewportWords, type Viewport } from '../sweep/widths.ts';
import { criterionAddress, criterionName, totalsOf, type Report } from './report.ts';

/** The report as one HTML file that needs nothing beside it: to be read, sent and printed. */

const MARKS: Record<Verdict, string> = {
  clear: '<circle cx="6" cy="6" r="5" fill="currentColor"/>',
  strained:
    '<circle cx="6" cy="6" r="4.4" fill="none" stroke="currentColor" stroke-width="1.2"/><path d="M6 1.6a4.4 4.4 0 0 0 0 8.8z" fill="currentColor"/>',
  lost: '<circle cx="6" cy="6" r="4.3" fill="none" stroke="currentColor" stroke-width="1.6"/><path d="M3 3l6 6" stroke="currentColor" stroke-width="1.6"/>',
};

/** A verdict: its mark, its word and its number. A number is cut and not rounded up, so that 4.46 never reads as 4.5. */
function verdictHtml(verdict: Verdict, contrast: number): string {
  const figure = (Math.floor(contrast * 10 + 1e-6) / 10).toFixed(1);
  return `<span class="${verdict}"><svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">${MARKS[verdict]}</svg> <span class="word">${verdict}</span> ${figure}</span>`;
}

const STYLE = `
:root { color-scheme: light; font: 15px/1.5 system-ui, -apple-system, 'Segoe UI', sans-serif; color: #1d2a26; background: #fff; }
body { max-width: 940px; margin: 0 auto; padding: 32px 24px 64px; font-variant-numeric: tabular-nums; }
h1 { margin: 0 0 4px; font-size: 28px; } h2 { margin: 40px 0 8px; font-size: 20px; } h3 { margin: 0 0 4px; font-size: 16px; }
p { margin: 6px 0; } .quiet, dt { color: #55615c; } a { color: #1f4d43; }
.finding { display: grid; grid-template-columns: 300px 1fr; gap: 20px; padding: 18px 0; border-top: 1px solid #d9d4c7; break-inside: avoid; }
.finding img { width: 300px; border: 1px solid #c8c2b2; border-radius: 4px; image-rendering: pixelated; }
dl { display: grid; grid-template-columns: 110px 1fr; gap: 2px 12px; margin: 8px 0 0; } dd { margin: 0; }
.clear { color: #24604a; } .strained { color: #8a5200; } .lost { color: #9b1c1c; font-weight: 650; }
svg { vertical-align: -1px; } .scroll { overflow-x: auto; } td .word { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
table { border-collapse: collapse; font-size: 13px; } th, td { padding: 4px 8px; border: 1px solid #d9d4c7; text-align: left; white-space: nowrap; position: relative; }
@media (max-width: 700px) { .finding { grid-template-columns: 1fr; } }
@media print { body { max-width: none; padding: 0; } a { color: inherit; } table { font-size: 9px; } th, td { padding: 2px 3px; } }`;

/** What makes up one page of HTML from the reports of a site's headers. */
interface HtmlParts {
  /** Pictures of the worst places as data addresses, by the ids of their findings. */
  pictures: ReadonlyMap<string, string>;
  lang?: string;
}

/** The reports of a site's headers as one HTML file. */
export function reportHtml(reports: readonly Report[], { pictures, lang = 'en' }: HtmlParts): string {
  const title = `Legibility of ${reports[0]?.site ?? 'the site'}`;
  return `<!doctype html>
<html lang="${escapeHtml(lang)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; img-src data:; style-src 'unsafe-inline'">
<title>${escapeHtml(title)}</title>
<style>${STYLE}</style>
</head>
<body>
<main>
<h1>${escapeHtml(title)}</h1>
${reports.map((report) => headerHtml(report, pictures)).join('\n')}
</main>
</body>
</html>
`;
}

function headerHtml(report: Report, pictures: HtmlParts['pictures']): string {
  const { header, findings, others, pages, windows, rows, needs, made } = report;
  const totals = totalsOf(report);
  const count = findings.length + others.length;
  return `<section>
<h2>${escapeHtml(header.name)}: ${count === 0 ? 'everything that was judged is clear' : count === 1 ? '1 finding' : `${count} findings`}</h2>
<p>${totals.lost} places lost, ${totals.strained} strained, ${totals.clear} clear. Text needs a contrast of ${needs.text}, large text ${needs.large}, marks, lines, rings and logos ${needs.marks}.</p>
<p class="quiet">What was swept: ${pages.length} ${pages.length === 1 ? 'page' : 'pages'} (${escapeHtml(pages.map((page) => page.title).join(', '))}) at ${viewportsWords(windows, true)}; at each, every whole pixel of scroll, every moment and every state of ${rows.length} places in all. Each text is judged letter by letter against the pixels behind it, composed as a browser does; the worst letter decides. Widths and heights of the window between those that were swept are not proved by this. Made on ${made.toISOString().slice(0, 16).replace('T', ' at ')} UTC.</p>
${findings.map((finding) => findingHtml(finding, pictures.get(finding.id), pages)).join('\n')}
${others
  .map(
    ({ title, items, contrast, needed, set, verdict }) => `<section class="finding"><div></div><div>
<h3>${escapeHtml(title)}</h3>
<p>${escapeHtml(items)}: ${verdictHtml(verdict, contrast)} where ${needed} is needed.</p>
<dl><dt>Set by</dt><dd>${escapeHtml(set)}</dd></dl>
</div></section>`,
  )
  .join('\n')}
${besideHtml(report)}
${matrixHtml(report)}
</section>`;
}

function findingHtml(
  { title, items, set, behind, criteria, worst, pages, windows, value, rows, verdict }: Finding,
  picture: string | undefined,
  all: Report['pages'],
): string {
  const titles = all.filter(({ path }) => pages.includes(path)).map((page) => page.title);
  const place = `${worst.scroll.toLocaleString('en')} px down ${worst.page} at ${viewportWords(worst)}`;
  const facts: [string, string][] = [
    ['On', titles.join(', ')],
    ['Where', metWords(windows)],
    ['Holds', `${rows.length} ${rows.length === 1 ? 'place' : 'places'}: ${items}`],
    ['Behind it', behind],
    ['Set by', set],
    ['What to do', `${ADVICE[value]}.`],
  ];
  const links = criteria
    .map((each) => `<a href="${criterionAddress(each)}">${escapeHtml(criterionName(each))}</a>`)
    .join(', ');
  return `<section class="finding">
<div>${picture ? `<img src="${picture}" alt="${escapeHtml(`The worst place: ${worst.item}, ${place}`)}">` : ''}</div>
<div>
<h3>${escapeHtml(title)}</h3>
<p>${verdictHtml(verdict, worst.worst)} where ${worst.needed} is needed: ${escapeHtml(worst.item)}${escapeHtml(stateWords(worst))}, ${escapeHtml(place)}.</p>
<dl>${facts.map(([name, text]) => `<dt>${name}</dt><dd>${escapeHtml(text)}</dd>`).join('')}<dt>WCAG 2.2</dt><dd>${links}</dd></dl>
</div>
</section>`;
}

/** What the header lacks beside contrast, and what was looked at. */
function besideHtml({ shortcomings }: Report): string {
  const looked = CHECKED_CRITERIA.map((each) => escapeHtml(criterionName(each))).join(', ');
  const found = shortcomings.map(
    ({ title, told, advice, criterion, way }) => `<section class="finding"><div></div><div>
<h3>${escapeHtml(title)}</h3>
<p>${escapeHtml(told)}</p>
<dl><dt>What to do</dt><dd>${escapeHtml(way ? way.text : `${advice}.`)}</dd><dt>WCAG 2.2</dt><dd><a href="${criterionAddress(criterion)}">${escapeHtml(criterionName(criterion))}</a></dd></dl>
</div></section>`,
  );
  return `<h2>Beside contrast</h2>
<p class="quiet">Looked at: ${looked}.${found.length === 0 ? ' Nothing was found.' : ''} Kept by how the header is made, whatever is set: ${KEPT_CRITERIA.map((each) => escapeHtml(criterionName(each))).join(', ')}.</p>
${found.join('\n')}`;
}

/** Most widths that have a column each; of more, the worst is told. */
const MOST_WIDTHS = 6;

/** Items down, moments and widths across: the worst of each over all pages and states. */
function matrixHtml({ rows, widths, windows, moments }: Report): string {
  if (rows.length === 0) return '';
  const shown =
    widths.length > MOST_WIDTHS ? STANDARD_WIDTHS.filter((width) => widths.includes(width)) : widths;
  const columns = moments.flatMap(({ moment, name }) => {
    const own = rows.filter((row) => row.moment === moment);
    if (own.length === 0) return [];
    const isShown = ({ width, height }: Viewport) => height === undefined && shown.includes(width);
    const others = windows.filter((each) => !isShown(each)).length;
    const columns = shown.map((width) => ({
      name: `${name}, ${width}`,
      rows: own.filter((row) => row.width === width && row.height === undefined),
    }));
    const rest = {
      name: `${name}, the worst of ${others} others`,
      rows: own.filter((row) => !isShown(row)),
    };
    return others > 0 ? [...columns, rest] : columns;
  });
  const names = [...new Set(rows.map(({ name }) => name))];
  const worst = (some: readonly Row[]) =>
    some.reduce<Row | undefined>(
      (a, b) => (!a || b.worst / b.needed < a.worst / a.needed ? b : a),
      undefined,
    );
  const cell = (name: string, some: readonly Row[]) => {
    const row = worst(some.filter((each) => each.name === name));
    return row
      ? `<td title="${escapeHtml(`${row.item}${stateWords(row)}, ${row.page} at ${viewportWords(row)}`)}">${verdictHtml(row.verdict, row.worst)}</td>`
      : '<td><span class="word">not shown</span></td>';
  };
  return `<h2>Every item</h2>
<p class="quiet">The worst of each over all pages and states.</p>
<div class="scroll" tabindex="0" role="region" aria-label="Every item"><table>
<thead><tr><th scope="col">Item</th>${columns.map(({ name }) => `<th scope="col">${escapeHtml(name)}</th>`).join('')}</tr></thead>
<tbody>
${names.map((name) => `<tr><th scope="row">${escapeHtml(name)}</th>${columns.map((column) => cell(name, column.rows)).join('')}</tr>`).join('\n')}
</tbody></table></div>`;
}
