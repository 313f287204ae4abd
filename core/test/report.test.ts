import { JSDOM } from 'jsdom';
import { describe, expect, test } from 'vitest';
import { CHECKED_CRITERIA, shortcomingsOf } from '../src/checks/index.ts';
import { findingsOf } from '../src/finding/finding.ts';
import { menuFindings } from '../src/finding/others.ts';
import { allMoments, momentName, type Header } from '../src/model/header.ts';
import type { Site } from '../src/model/site.ts';
import type { Run } from 'sarif';
import { reportJunit, reportSarif } from '../src/report/builds.ts';
import { reportCsv } from '../src/report/csv.ts';
import { reportEarl } from '../src/report/earl.ts';
import { reportHtml } from '../src/report/html.ts';
import { drawPlace, placePicture } from '../src/report/place.ts';
import { reportOf, totalsOf, type Report } from '../src/report/report.ts';
import { judgePanel } from '../src/sweep/panel.ts';
import { proveScene } from '../src/sweep/prove.ts';
import type { Row } from '../src/sweep/row.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { header, measure, noDrawing, painted, site } from './made.ts';

/** What was found, in every form in which it is handed on: each tells the same, whatever names the owner chose. */

const HOSTILE = '=2+3,"</script><b>]]>&\u0001';
const WIDTHS = [400, 700];

function proved(change: Partial<Header> = {}, name = HOSTILE): { site: Site; header: Header; rows: Row[] } {
  const worn: Header = { ...header, ...change, name };
  const named: Site = {
    ...site,
    name,
    headers: [worn],
    pages: site.pages.map((page) => ({ ...page, title: name })),
    menus: site.menus.map((menu) => ({
      ...menu,
      entries: menu.entries.map((entry, i) => (i === 0 ? { ...entry, label: name } : entry)),
    })),
  };
  const rows = named.pages.flatMap((page) =>
    WIDTHS.flatMap((width) => {
      const scene = layoutScene(named, worn, page, { width }, measure);
      return proveScene(scene, painted(scene.laid), noDrawing).map(({ contrasts: _, ...row }) => row);
    }),
  );
  return { site: named, header: worn, rows };
}

function reportOn({ site: at, header: worn, rows }: ReturnType<typeof proved>): Report {
  const panels = judgePanel(at, worn);
  return reportOf(at, worn, {
    rows,
    panels,
    findings: findingsOf(at, worn, rows),
    others: menuFindings(at, worn, panels),
    shortcomings: shortcomingsOf({ site: at, header: worn, measure, widths: WIDTHS }),
    moments: allMoments(worn).map((moment) => ({ moment, name: momentName(worn, moment) })),
    made: new Date('2026-11-29T12:00:00Z'),
  });
}

const report = reportOn(proved());
const clear = reportOn(
  proved({
    looks: { top: { ...header.looks.top, fill: { colour: { swatch: 'night' }, opacity: 1 } }, scrolled: {} },
  }),
);
const bad = report.rows.filter(({ verdict }) => verdict !== 'clear');

test('there is something to tell of one, and nothing of the other', () => {
  expect(report.findings.length).toBeGreaterThan(1);
  expect(bad.length).toBeGreaterThan(4);
  expect([clear.findings, totalsOf(clear).lost, totalsOf(clear).strained]).toEqual([[], 0, 0]);
});

/** Reads CSV as RFC 4180 has it. */
function readCsv(text: string): string[][] {
  const lines: string[][] = [[]];
  for (const [, quoted, plain, end] of text.matchAll(/(?:"((?:[^"]|"")*)"|([^",\r\n]*))(,|\r\n)/g)) {
    lines.at(-1)!.push(quoted?.replaceAll('""', '"') ?? plain!);
    if (end === '\r\n') lines.push([]);
  }
  return lines.filter((line) => line.length > 0);
}

describe('as a table', () => {
  const [names, ...lines] = readCsv(reportCsv(report)) as [string[], ...string[][]];
  const column = (name: string) => lines.map((line) => line[names.indexOf(name)]);
  test('a line for each place, the worst first, each with the finding that it is of', () => {
    expect(lines).toHaveLength(report.rows.length);
    const shares = lines.map((_, i) => Number(column('worst')[i]) / Number(column('needed')[i]));
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    const named = column('finding').filter((title) => title !== '');
    expect(named).toHaveLength(bad.length);
  });
  test('no name is taken for a formula', () => {
    expect(lines.flat().filter((value) => /^[=+@-]/.test(value))).toEqual([]);
    expect(column('header')[0]).toBe(`'${HOSTILE}`);
  });
});

describe('as a page', () => {
  const picture = 'data:image/png;base64,AAAA';
  const pictures = new Map(report.findings.map(({ id }) => [id, picture]));
  const { document } = new JSDOM(reportHtml([report], { pictures })).window;
  test('tells each finding with its figures, its picture and its criterion, and every item', () => {
    const sections = [...document.querySelectorAll('.finding')];
    expect(sections.length).toBe(report.findings.length + report.others.length + report.shortcomings.length);
    for (const [i, { title, worst }] of report.findings.entries()) {
      expect(sections[i]!.querySelector('h3')!.textContent).toBe(title);
      expect(sections[i]!.textContent).toContain(`where ${worst.needed} is needed`);
      expect(sections[i]!.querySelector('img')!.getAttribute('src')).toBe(picture);
      expect(sections[i]!.querySelector('a')!.href).toMatch(/^https:\/\/www\.w3\.org\/TR\/WCAG22\/#/);
    }
    const items = new Set(report.rows.map(({ name }) => name));
    expect(document.querySelectorAll('tbody tr')).toHaveLength(items.size);
  });
  test('is whole in itself, and names are only text in it', () => {
    expect(document.querySelectorAll('script, link, b, iframe')).toHaveLength(0);
    const outside = [...document.querySelectorAll('[src]')].filter(
      (element) => !element.getAttribute('src')!.startsWith('data:'),
    );
    expect(outside).toEqual([]);
    expect(document.querySelector('h1')!.textContent).toContain('</script><b>');
  });
  test('where nothing was found, says for what that holds', () => {
    const page = new JSDOM(reportHtml([clear], { pictures: new Map() })).window.document.body;
    expect(page.textContent).toMatch(/everything that was judged is clear/);
    expect(page.textContent).toMatch(/at 2 widths, 400, 700 px/);
    expect(page.textContent).toMatch(
      /Widths and heights of the window between those that were swept are not proved/,
    );
  });
});

describe('for tools', () => {
  test('EARL asserts each page and criterion once, failed where something is below its need', () => {
    const { '@graph': graph } = reportEarl(report) as { '@graph': Record<string, never>[] };
    const asserted = graph.filter((node) => node['@type'] === 'earl:Assertion') as unknown as {
      'earl:subject': { 'dct:source': string };
      'earl:test': { '@id': string; 'dct:title': string };
      'earl:result': { 'earl:outcome': { '@id': string } };
    }[];
    const told = asserted.map((each) => {
      const [criterion] = each['earl:test']['dct:title'].split(' ');
      return [
        each['earl:subject']['dct:source'],
        criterion,
        each['earl:result']['earl:outcome']['@id'],
      ].join();
    });
    const expected = report.pages.flatMap(({ path }) =>
      ['1.4.11', '1.4.3'].map((criterion) => {
        const own = report.rows.filter((row) => row.page === path && row.criterion === criterion);
        const isClear = own.every(({ verdict }) => verdict === 'clear');
        return [path, criterion, isClear ? 'earl:passed' : 'earl:failed'].join();
      }),
    );
    const beside = CHECKED_CRITERIA.map((criterion) => {
      const isPassed = report.shortcomings.every((each) => each.criterion !== criterion);
      return ['', criterion, isPassed ? 'earl:passed' : 'earl:failed'].join();
    });
    expect(told.sort()).toEqual([...expected, ...beside].sort());
  });

  test('SARIF has a result for each finding, of a rule that it names, with an address that is one', () => {
    const log = reportSarif([report], 'sites/my site.hatrail.json');
    const [{ tool, results = [] }] = log.runs as [Run];
    const rules = tool.driver.rules ?? [];
    expect(log.version).toBe('2.1.0');
    expect(results).toHaveLength(report.findings.length + report.others.length + report.shortcomings.length);
    for (const [i, { ruleId, ruleIndex, level, locations }] of results.entries()) {
      expect(rules[ruleIndex!]!.id).toBe(ruleId);
      const verdict = [...report.findings, ...report.others][i]?.verdict;
      expect(level).toBe(verdict === 'lost' ? 'error' : 'warning');
      expect(locations?.[0]?.physicalLocation?.artifactLocation?.uri).toBe('sites/my%20site.hatrail.json');
    }
    expect(new Set(rules.map(({ id }) => id)).size).toBe(rules.length);
    // Which the schema asks to hold something.
    const texts = rules.flatMap(({ shortDescription, help }) => [shortDescription?.text, help?.text]);
    expect([...texts, ...results.map(({ message }) => message.text)].every(Boolean)).toBe(true);
  });

  test('JUnit is sound XML that counts what it holds; what is strained fails only where that is wanted', () => {
    const read = (text: string) =>
      new new JSDOM('').window.DOMParser().parseFromString(text, 'application/xml');
    for (const isStrict of [false, true]) {
      const xml = read(reportJunit([report, clear], isStrict));
      expect(xml.querySelector('parsererror')).toBeNull();
      for (const suite of xml.querySelectorAll('testsuite')) {
        expect(suite.querySelectorAll('testcase')).toHaveLength(Number(suite.getAttribute('tests')));
        expect(suite.querySelectorAll('failure')).toHaveLength(Number(suite.getAttribute('failures')));
      }
      const all = [...report.findings, ...report.others].map(({ verdict }) => verdict);
      const beside = [...report.shortcomings, ...clear.shortcomings];
      const failing = isStrict ? [...all, ...beside] : all.filter((verdict) => verdict === 'lost');
      expect(xml.querySelectorAll('failure')).toHaveLength(failing.length);
    }
  });
});

test('the picture of a worst place: the ground under its cell is the one that was judged, and nothing is drawn elsewhere', () => {
  const { site: at, header: worn, rows } = proved({}, 'Plain');
  const row = rows.find(
    ({ state, moment, verdict }) => state === 'rest' && moment === 'scrolled' && verdict !== 'clear',
  )!;
  const page = at.pages.find(({ path }) => path === row.page)!;
  const scene = layoutScene(at, worn, page, { width: row.width }, measure);
  const picture = placePicture(scene, painted(scene.laid), noDrawing, row, { width: 200, height: 90 })!;
  expect([picture.ground.width, picture.ground.height]).toEqual([200, 90]);
  const { cell, ground } = picture;
  expect([cell.x >= 0, cell.y >= 0, cell.x + cell.width <= 200, cell.y + cell.height <= 90]).not.toContain(
    false,
  );
  // Night at 42 % over snow (engine's reference values), and the bare page below the header.
  const at4 = (x: number, y: number) => [...ground.data.subarray(4 * (y * 200 + x), 4 * (y * 200 + x) + 3)];
  expect(at4(cell.x + 2, cell.y + 2)).toEqual([145, 152, 164]);
  expect(at4(cell.x + 2, 85)).toEqual([238, 242, 246]);
  const texts: string[] = [];
  const rects: number[][] = [];
  const context = {
    fillText: (text: string) => texts.push(text),
    fillRect: (...box: number[]) => rects.push(box),
  };
  drawPlace(context as never, picture, () => undefined);
  expect(texts.at(-1)).toBe(row.name);
  expect(rects).toHaveLength(4);
});
