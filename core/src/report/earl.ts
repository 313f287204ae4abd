import { CHECKED_CRITERIA } from '../checks/index.ts';
import type { Row } from '../sweep/row.ts';
import { criterionAddress, criterionName, type Report } from './report.ts';
import { viewportsWords } from '../sweep/widthPlan.ts';
import { viewportWords, type Viewport } from '../sweep/widths.ts';

/**
 * The report in EARL 1.0 (W3C), as JSON-LD: for each page and each success criterion that was computed, whether the header's
 * contrast reaches it. What is asserted is of the header alone, and of the widths that were swept.
 */
export function reportEarl({ site, header, pages, rows, windows, shortcomings, made }: Report): object {
  const tool = {
    '@id': '_:hat-rail',
    '@type': ['earl:Assertor', 'earl:Software'],
    'doap:name': 'Hat Rail',
  };
  const criteria = [...new Set(rows.map(({ criterion }) => criterion))].sort();
  const graph = pages.flatMap((page) =>
    criteria.flatMap((criterion) => {
      const own = rows.filter((row) => row.page === page.path && row.criterion === criterion);
      if (own.length === 0) return [];
      const bad = own.filter(({ verdict }) => verdict !== 'clear');
      return [assertion({ header: header.name, page, criterion, own, bad, windows, made })];
    }),
  );
  return {
    '@context': {
      earl: 'http://www.w3.org/ns/earl#',
      dct: 'http://purl.org/dc/terms/',
      doap: 'http://usefulinc.com/ns/doap#',
      ptr: 'http://www.w3.org/2009/pointers#',
    },
    '@graph': [
      tool,
      { '@id': '_:site', '@type': 'earl:TestSubject', 'dct:title': site },
      ...graph,
      ...CHECKED_CRITERIA.map((criterion) => {
        const own = shortcomings.filter((each) => each.criterion === criterion);
        return asserted({
          subject: { 'dct:title': header.name },
          criterion,
          isPassed: own.length === 0,
          made,
          told:
            own.map(({ title, told }) => `${title}. ${told}`).join(' ') || 'Nothing was found of the header.',
        });
      }),
    ],
  };
}

function assertion({
  header,
  page,
  criterion,
  own,
  bad,
  windows,
  made,
}: {
  header: string;
  page: { path: string; title: string };
  criterion: Row['criterion'];
  own: readonly Row[];
  bad: readonly Row[];
  windows: readonly Viewport[];
  made: Date;
}): object {
  const worst = own.reduce((a, b) => (b.worst / b.needed < a.worst / a.needed ? b : a));
  return asserted({
    subject: { 'dct:title': `${header}, on ${page.title}`, 'dct:source': page.path },
    criterion,
    isPassed: bad.length === 0,
    made,
    told:
      `${bad.length} of ${own.length} places of the header below their need, at ${viewportsWords(windows)}; ` +
      `worst: ${worst.item}, ${worst.worst.toFixed(2)} where ${worst.needed} is needed, ${worst.scroll} px down at ${viewportWords(worst)}.`,
  });
}

function asserted({
  subject,
  criterion,
  isPassed,
  made,
  told,
}: {
  subject: object;
  criterion: string;
  isPassed: boolean;
  made: Date;
  told: string;
}): object {
  return {
    '@type': 'earl:Assertion',
    'earl:assertedBy': { '@id': '_:hat-rail' },
    'earl:mode': { '@id': 'earl:automatic' },
    'earl:subject': { '@type': 'earl:TestSubject', ...subject, 'dct:isPartOf': { '@id': '_:site' } },
    'earl:test': {
      '@type': 'earl:TestRequirement',
      '@id': criterionAddress(criterion),
      'dct:title': criterionName(criterion),
    },
    'earl:result': {
      '@type': 'earl:TestResult',
      'earl:outcome': { '@id': isPassed ? 'earl:passed' : 'earl:failed' },
      'dct:date': made.toISOString(),
      'dct:description': told,
    },
  };
}
