import type { Log } from 'sarif';
import { viewportWords } from '../sweep/widths.ts';
import { escapeHtml } from '../css/text.ts';
import { ADVICE, type Finding } from '../finding/finding.ts';
import type { OtherFinding } from '../finding/others.ts';
import { criterionAddress, criterionName, type Report } from './report.ts';

/** The report in the forms that builds read: SARIF 2.1.0 (OASIS; held to the types made from its schema) and JUnit XML. A finding is one result, or one test case. */

const told = ({ items, worst, pages, set }: Finding) =>
  `${items}: worst ${worst.worst.toFixed(2)} where ${worst.needed} is needed, ${worst.scroll} px down ${worst.page} at ${viewportWords(worst)}; on ${pages.join(' ')}. Set by ${set}.`;

const toldOther = ({ items, contrast, needed, set }: OtherFinding) =>
  `${items}: worst ${contrast.toFixed(2)} where ${needed} is needed. Set by ${set}.`;

/** One finding as builds are told of it. */
interface Result {
  id: string;
  title: string;
  message: string;
  rule: string;
  criteria: readonly string[];
  isLost: boolean;
  advice: string;
}

function resultsOf({ findings, others, shortcomings }: Report): Result[] {
  return [
    ...findings.map((finding) => ({
      id: finding.id,
      title: finding.title,
      message: told(finding),
      rule: `contrast/${finding.value.replaceAll(' ', '-')}`,
      criteria: finding.criteria,
      isLost: finding.verdict === 'lost',
      advice: ADVICE[finding.value],
    })),
    ...others.map((finding) => ({
      id: finding.id,
      title: finding.title,
      message: toldOther(finding),
      rule: 'menu' in finding.at ? 'contrast/menus' : 'contrast/words-of-bands',
      criteria: ['1.4.3'],
      isLost: finding.verdict === 'lost',
      advice: 'change its own fill, tint or ink',
    })),
    ...shortcomings.map(({ id, title, told: message, criterion, advice, way }) => ({
      id,
      title,
      message,
      rule: `wcag/${criterion}`,
      criteria: [criterion],
      isLost: false,
      advice: way?.text.replace(/\.$/, '') ?? advice,
    })),
  ];
}

/**
 * The reports of a site's headers as one SARIF log.
 * @param file the site file that was proved, as it was named
 */
export function reportSarif(reports: readonly Report[], file: string): Log {
  const results = reports.flatMap((report) =>
    resultsOf(report).map((result) => ({ ...result, header: report.header.name })),
  );
  const rules = [...new Map(results.map((result) => [result.rule, result])).values()];
  return {
    $schema: 'https://json.schemastore.org/sarif-2.1.0.json',
    version: '2.1.0',
    runs: [
      {
        tool: {
          driver: {
            name: 'Hat Rail',
            rules: rules.map(({ rule, criteria, advice }) => ({
              id: rule,
              shortDescription: { text: criteria.map(criterionName).join('; ') },
              help: { text: `What can be done: ${advice}.` },
              helpUri: criterionAddress(criteria[0] ?? ''),
            })),
          },
        },
        results: results.map(({ id, header, title, message, rule, isLost }) => ({
          ruleId: rule,
          ruleIndex: rules.findIndex((each) => each.rule === rule),
          level: isLost ? 'error' : 'warning',
          message: { text: `${title}. ${message}` },
          locations: [
            {
              physicalLocation: { artifactLocation: { uri: encodeURI(file.replaceAll('\\', '/')) } },
              logicalLocations: [{ name: header, kind: 'element' }],
            },
          ],
          partialFingerprints: { finding: id },
        })),
      },
    ],
  };
}

/** What XML 1.0 allows no document to hold, not even escaped. */
const FORBIDDEN = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g;
const xml = (text: string) => escapeHtml(text.replace(FORBIDDEN, ''));

/** The reports of a site's headers as JUnit XML: a suite for each, a failed case for each finding, one that passed where there is none. */
export function reportJunit(reports: readonly Report[], isStrict = false): string {
  const suites = reports.map((report) => {
    const results = resultsOf(report);
    const cases = results.map(({ title, message, rule, isLost }) =>
      isLost || isStrict
        ? `    <testcase classname="${xml(rule)}" name="${xml(title)}">\n      <failure type="${isLost ? 'lost' : 'strained'}" message="${xml(message)}"/>\n    </testcase>`
        : `    <testcase classname="${xml(rule)}" name="${xml(title)}">\n      <system-out>strained: ${xml(message)}</system-out>\n    </testcase>`,
    );
    if (cases.length === 0)
      cases.push(
        `    <testcase classname="contrast" name="${xml(`everything is clear at ${report.rows.length} places`)}"/>`,
      );
    const failures = results.filter(({ isLost }) => isLost || isStrict).length;
    return `  <testsuite name="${xml(report.header.name)}" tests="${cases.length}" failures="${failures}" errors="0" skipped="0" time="0" timestamp="${report.made.toISOString().slice(0, 19)}">\n${cases.join('\n')}\n  </testsuite>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<testsuites>\n${suites.join('\n')}\n</testsuites>\n`;
}
