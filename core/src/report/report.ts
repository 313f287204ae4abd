import type { Shortcoming } from '../checks/kind.ts';
import type { Finding } from '../finding/finding.ts';
import type { OtherFinding } from '../finding/others.ts';
import type { Header } from '../model/header.ts';
import { needsOf, type Needs } from '../model/needs.ts';
import type { Site } from '../model/site.ts';
import type { PanelVerdict } from '../sweep/panel.ts';
import type { Row } from '../sweep/row.ts';
import type { Verdict } from '../sweep/verdict.ts';
import type { Viewport } from '../sweep/widths.ts';
import { viewportsOf, widthsOf } from '../sweep/widthPlan.ts';

/** What a report tells: one header of a site, what was swept of it, and what was found. Every form of it is made from this. */
export interface Report {
  site: string;
  header: { id: string; name: string };
  /** The site's pages that were swept. */
  pages: { path: string; title: string }[];
  widths: number[];
  /** In which windows, those of the usual height among them. */
  windows: Viewport[];
  needs: Needs;
  /** When it was made. */
  made: Date;
  findings: readonly Finding[];
  others: readonly OtherFinding[];
  /** What it lacks beside contrast. */
  shortcomings: readonly Shortcoming[];
  rows: readonly Row[];
  panels: readonly PanelVerdict[];
  /** The names of its moments. */
  moments: { moment: Row['moment']; name: string }[];
}

/** Brings together what a report tells. */
export function reportOf(
  site: Site,
  header: Header,
  told: Pick<Report, 'findings' | 'others' | 'shortcomings' | 'rows' | 'panels' | 'moments' | 'made'>,
): Report {
  const swept = new Set(told.rows.map(({ page }) => page));
  return {
    site: site.name,
    header: { id: header.id, name: header.name },
    pages: site.pages.filter(({ path }) => swept.has(path)).map(({ path, title }) => ({ path, title })),
    widths: widthsOf(told.rows),
    windows: viewportsOf(told.rows),
    needs: needsOf(site),
    ...told,
  };
}

/** How many places have each verdict: rows, and what was judged of menus; words of bands are told by themselves. */
export function totalsOf({ rows, panels }: Pick<Report, 'rows' | 'panels'>): Record<Verdict, number> {
  const totals = { lost: 0, strained: 0, clear: 0 };
  for (const { verdict } of [...rows, ...panels]) totals[verdict]++;
  return totals;
}

/** The address of a success criterion in WCAG 2.2. */
export function criterionAddress(criterion: string): string {
  return `https://www.w3.org/TR/WCAG22/#${CRITERIA[criterion]?.anchor ?? ''}`;
}

/** A success criterion with its name. */
export function criterionName(criterion: string): string {
  return `${criterion} ${CRITERIA[criterion]?.name ?? ''}`.trim();
}

const CRITERIA: Partial<Record<string, { name: string; anchor: string }>> = {
  '1.3.1': { name: 'Info and Relationships', anchor: 'info-and-relationships' },
  '1.4.1': { name: 'Use of Color', anchor: 'use-of-color' },
  '1.4.3': { name: 'Contrast (Minimum)', anchor: 'contrast-minimum' },
  '1.4.4': { name: 'Resize Text', anchor: 'resize-text' },
  '1.4.6': { name: 'Contrast (Enhanced)', anchor: 'contrast-enhanced' },
  '1.4.10': { name: 'Reflow', anchor: 'reflow' },
  '1.4.11': { name: 'Non-text Contrast', anchor: 'non-text-contrast' },
  '1.4.12': { name: 'Text Spacing', anchor: 'text-spacing' },
  '1.4.13': { name: 'Content on Hover or Focus', anchor: 'content-on-hover-or-focus' },
  '2.4.7': { name: 'Focus Visible', anchor: 'focus-visible' },
  '2.4.11': { name: 'Focus Not Obscured (Minimum)', anchor: 'focus-not-obscured-minimum' },
  '2.5.3': { name: 'Label in Name', anchor: 'label-in-name' },
  '2.5.8': { name: 'Target Size (Minimum)', anchor: 'target-size-minimum' },
};
