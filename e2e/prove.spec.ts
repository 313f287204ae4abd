import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { fileReader } from '@hatrail/server/context';
import { openProver } from '../cli/src/prove.ts';
import { hangingsOf } from '@hatrail/core/placed/answers';
import { placeKey, type Row } from '@hatrail/core/sweep/row';
import { findings as axeFindings } from './axe.ts';
import { keepPages, openDressing, type Dressing } from './dressing.ts';

/** An owner who never saw Prove: what is wrong in a few words, what clears it, and all of it taken back. */

const SLOW = { timeout: 180_000 };
let owner: Dressing;
beforeAll(async () => {
  // Fewer pages, and shorter, but for the longer runs: all that is told, solved and planned is swept over all of them again and again.
  owner = await openDressing('Larkfell', (site) => {
    if (process.env.LONG) return;
    keepPages(site, ['home', 'visit', 'log']);
    site.pages.forEach(({ bands }) => bands.splice(3));
  });
});
afterAll(() => owner.close());

const list = () => owner.tab.getByRole('listbox');
const afterScrolling = () =>
  list()
    .getByRole('option')
    .filter({ hasText: /White links .* after scrolling/ });
const detail = () => owner.tab.locator('.prove-side');
const verdict = () => owner.tab.locator('button.bar-verdict');
/** How many findings there are, once everything has been swept. */
async function count(): Promise<number> {
  await owner.tab.locator('.bar-again').waitFor({ state: 'detached', ...SLOW });
  const words = (await verdict().textContent()) ?? '';
  return words.startsWith('All clear') ? 0 : Number(/^\d+/.exec(words)?.[0]);
}

describe('an owner in Prove', () => {
  let all = 0;
  test(
    'comes from the number at the right to a handful of causes, not to hundreds of rows',
    SLOW,
    async () => {
      await owner.go('dress');
      await verdict().click(SLOW);
      await owner.tab.waitForURL(/\/prove/);
      await list().waitFor(SLOW);
      all = await count();
      expect(all).toBeGreaterThan(3);
      expect(all).toBeLessThanOrEqual(12);
      const first = list().getByRole('option').first();
      expect(await first.textContent()).toMatch(/White links over light pages, after scrolling/);
      expect(await first.textContent()).toMatch(/Set by the fill, Midnight 42 % · 1\.4\.11, 1\.4\.3/);
      expect(await axeFindings(owner.tab)).toEqual([]);
    },
  );

  test('walks the findings by the arrow keys, and Enter opens the worst place in Dress', SLOW, async () => {
    await list().getByRole('option').first().focus();
    await owner.tab.keyboard.press('ArrowDown');
    await owner.tab.keyboard.press('ArrowDown');
    const chosen = list().getByRole('option').nth(2);
    await expect.poll(() => chosen.getAttribute('aria-selected'), SLOW).toBe('true');
    const title = (await chosen.locator('strong').textContent())!;
    await expect.poll(() => detail().locator('h2').textContent(), SLOW).toBe(title);
    expect(new URL(owner.tab.url()).searchParams.get('finding')).toBe(
      await chosen.getAttribute('data-finding'),
    );
    await owner.tab.keyboard.press('Enter');
    await owner.tab.waitForURL(/\/dress\?.*moment=top/);
    const { searchParams } = new URL(owner.tab.url());
    expect(searchParams.get('page')).toBe('log');
    expect(Number(searchParams.get('scroll'))).toBeGreaterThanOrEqual(0);
    await owner.tab.goBack();
    await list().waitFor(SLOW);
  });

  test('reads the contrast along the scroll, and goes to a place of it by Enter', SLOW, async () => {
    await list().getByRole('option').first().click();
    const chart = detail().getByRole('slider', { name: /^Contrast of/ });
    await chart.focus(SLOW);
    await owner.tab.keyboard.press('End');
    expect(await chart.getAttribute('aria-valuetext')).toMatch(/^\d+\.\d, [\d,]+ px down$/);
    await owner.tab.keyboard.press('Enter');
    await owner.tab.waitForURL(/\/dress\?.*moment=scrolled/);
    await owner.tab.goBack();
    await list().waitFor(SLOW);
  });

  test('tries a way: what became of the findings is told, and undone with one key', SLOW, async () => {
    await list().getByRole('option').first().click();
    const way = detail()
      .getByRole('button', { name: /^Try it: Fill to/ })
      .first();
    await way.waitFor(SLOW);
    const left = /(\d+) findings are left/.exec(
      (await detail().locator('.prove-ways li').first().textContent())!,
    );
    await way.click();
    await verdict().filter({ hasText: /fewer/ }).waitFor(SLOW);
    await expect.poll(count, SLOW).toBe(Number(left![1]));
    await owner.tab.keyboard.press('Control+z');
    await verdict().filter({ hasText: /more/ }).waitFor(SLOW);
    await expect.poll(count, SLOW).toBe(all);
  });

  test('clears all in a few clicks, as one step that is taken back as one', SLOW, async () => {
    await owner.tab.getByRole('button', { name: 'Clear all' }).click();
    const take = owner.tab.getByRole('button', { name: /^Take/ });
    await take.waitFor(SLOW);
    const plan = owner.tab.getByRole('region', { name: 'What clears all' });
    expect(await plan.textContent()).toMatch(/\d changes clear everything/);
    expect(await axeFindings(owner.tab)).toEqual([]);
    await take.click();
    await verdict().filter({ hasText: 'All clear' }).waitFor(SLOW);
    await owner.tab.getByText('Every letter, line and ring reaches what it needs').waitFor(SLOW);
    await owner.tab.keyboard.press('Control+z');
    await verdict()
      .filter({ hasText: /findings/ })
      .waitFor(SLOW);
    await expect.poll(count, SLOW).toBe(all);
  });

  test(
    'finds one item in the matrix by keyboard: its states, its worst place, and its finding',
    SLOW,
    async () => {
      await owner.tab.getByRole('button', { name: 'Matrix' }).click();
      const grid = owner.tab.getByRole('treegrid');
      await grid.focus(SLOW);
      const before = await grid.getByRole('row').count();
      for (const key of ['ArrowRight', 'ArrowDown', 'Space']) await owner.tab.keyboard.press(key);
      await expect.poll(() => grid.getByRole('row').count(), SLOW).toBeGreaterThan(before);
      const chosen = new URL(owner.tab.url()).searchParams;
      expect([chosen.get('view'), chosen.get('row'), chosen.get('column')]).toEqual([
        'matrix',
        'visit',
        'top 768',
      ]);
      await grid.getByRole('gridcell').filter({ hasText: 'lost' }).last().click();
      await detail().getByText('Part of the finding').waitFor(SLOW);
      expect(await axeFindings(owner.tab)).toEqual([]);
      await owner.tab.getByRole('checkbox', { name: 'only what is not clear' }).check();
      await owner.tab.getByRole('combobox', { name: 'Page' }).selectOption('Home');
      await expect.poll(() => new URL(owner.tab.url()).searchParams.get('on'), SLOW).toBe('/');
      await grid.focus();
      await owner.tab.keyboard.press('ArrowDown');
      await owner.tab.keyboard.press('Enter');
      await owner.tab.waitForURL(/\/dress\?.*page=home/);
    },
  );

  test.runIf(process.env.LONG)(
    'finds the edit that brought a finding about, and takes it back alone',
    SLOW,
    async () => {
      const opacity = () => owner.tab.getByRole('textbox', { name: 'Fill opacity, percent' });
      const type = async (percent: string) => {
        await opacity().fill(percent, SLOW);
        await opacity().press('Enter');
        // Edits that follow each other fast are one.
        await owner.tab.waitForTimeout(1500);
      };
      // One page is enough for it: each edit is swept as it was.
      await owner.keep(owner.siteId, ({ pages }) => pages.slice(1).forEach(({ bands }) => bands.splice(0)));
      await owner.go('prove');
      await list().waitFor(SLOW);
      await owner.peg('Dress');
      for (const percent of ['85', '42', '41']) await type(percent);
      await owner.peg('Prove');
      await afterScrolling().click(SLOW);
      await count();
      await detail().getByRole('button', { name: 'find the edit that brought it' }).click();
      const back = detail().getByRole('button', { name: 'take that back' });
      await back.waitFor(SLOW);
      expect(await detail().locator('.prove-facts').textContent()).toMatch(
        /SinceFill opacity, After scrolling, today \d\d:\d\d/,
      );
      await back.click();
      await afterScrolling().waitFor({ state: 'detached', ...SLOW });
      for (let i = 0; i < 4; i++) await owner.tab.getByRole('button', { name: 'Undo' }).click();
      await afterScrolling().waitFor(SLOW);
    },
  );

  test('asks for more: verdicts follow, and a figure that is none changes nothing', SLOW, async () => {
    await owner.peg('Prove');
    const needs = owner.tab.getByRole('combobox', { name: 'Needs' });
    await needs.selectOption('AAA');
    await expect.poll(() => owner.kept(owner.siteId).needs?.text, SLOW).toBe(7);
    await list()
      .getByText(/1\.4\.6/)
      .first()
      .waitFor(SLOW);
    await needs.selectOption('own');
    const text = owner.tab.getByRole('textbox', { name: 'Text needs', exact: true });
    await text.fill('30');
    await owner.tab.getByText('Give a number from 1 to 21').waitFor(SLOW);
    expect(owner.kept(owner.siteId).needs?.text).toBe(7);
    await text.fill('4.5');
    await owner.tab.getByRole('textbox', { name: 'Large text needs' }).fill('3');
    await list()
      .getByText(/1\.4\.6/)
      .first()
      .waitFor({ state: 'detached', ...SLOW });
  });

  test.runIf(process.env.LONG)(
    'is told for how many widths it holds, between the usual ones too, and sees where on a chart',
    SLOW,
    async () => {
      const widths = owner.tab.locator('.bar-widths');
      const count = async () => Number(/\d+/.exec((await widths.textContent()) ?? '')?.[0]);
      const goOn = owner.tab.getByRole('button', { name: 'Go on', exact: true });
      // They wait where somebody wants that, and go on where they were.
      await goOn.click(SLOW);
      await expect.poll(count, SLOW).toBeGreaterThan(4);
      await owner.tab.getByRole('button', { name: 'Pause', exact: true }).click();
      await expect.poll(count, SLOW).toBe(4);
      await goOn.click();
      await expect.poll(count, SLOW).toBeGreaterThan(process.env.LONG ? 25 : 12);
      const chart = detail().getByRole('slider', { name: /^Worst contrast of .* by the width/ });
      await chart.focus(SLOW);
      await owner.tab.keyboard.press('End');
      expect(await chart.getAttribute('aria-valuetext')).toMatch(/^\d+\.\d at (1920|2\d{3}) px$/);
    },
  );

  test.runIf(process.env.LONG)(
    'weighs a strength against what shows of the page, and sets it from the chart',
    SLOW,
    async () => {
      await afterScrolling().click();
      await detail().getByRole('button', { name: 'Weigh it up' }).click(SLOW);
      const chart = detail().getByRole('slider', { name: /^Contrast by the strength of the fill/ });
      await detail().getByText('The dashed line is').waitFor(SLOW);
      await chart.focus();
      await owner.tab.keyboard.press('End');
      expect(await chart.getAttribute('aria-valuetext')).toMatch(
        /^100 %: \d+\.\d where .*; 0 % of the page shows$/,
      );
      await owner.tab.keyboard.press('Enter');
      await expect.poll(() => owner.header().looks.scrolled.fill?.opacity, SLOW).toBe(1);
      await owner.undo();
    },
  );

  test.runIf(process.env.LONG)('mends what is lacking beside contrast, and undoes it', SLOW, async () => {
    await owner.keep(owner.siteId, ({ headers }) => {
      headers[0]!.looks.top.cue = { current: 0, hover: 2 };
    });
    await owner.go('prove');
    const beside = owner.tab.locator('[data-beside="1.4.1"]');
    await beside.getByText('The current page looks like all others').waitFor(SLOW);
    await beside.getByRole('button', { name: 'Try it: A line of 2 px below the current link.' }).click();
    await beside.waitFor({ state: 'detached', ...SLOW });
    await expect.poll(() => owner.header().looks.top.cue?.current, SLOW).toBe(2);
    await owner.undo();
    await beside.waitFor(SLOW);
  });

  test('scrolls all pages at once by keyboard, and opens one there', SLOW, async () => {
    await owner.tab.getByRole('button', { name: 'Films' }).click();
    const scroll = owner.tab.getByRole('slider', { name: 'Scroll of all pages' });
    const films = owner.tab.getByRole('figure');
    const hung = hangingsOf(owner.kept(owner.siteId), owner.header()).length;
    await expect.poll(() => films.count(), SLOW).toBe(hung);
    await films
      .first()
      .getByText(/^(lost|strained|clear)/)
      .waitFor({ state: 'attached', ...SLOW });
    await scroll.focus();
    for (const key of ['Home', 'PageDown']) await owner.tab.keyboard.press(key);
    expect(await scroll.getAttribute('aria-valuenow')).toBe('800');
    expect(await axeFindings(owner.tab)).toEqual([]);
    await films.first().getByRole('link').click();
    await owner.tab.waitForURL(/\/dress\?.*page=home.*scroll=800/);
    await owner.tab.goBack();
    await owner.tab.getByRole('button', { name: 'Findings', exact: true }).click();
  });

  test.runIf(process.env.LONG)(
    'saves a report that is read from the disk, without a network',
    SLOW,
    async () => {
      await list().waitFor(SLOW);
      const found = await list().getByRole('option').count();
      const coming = owner.tab.waitForEvent('download', SLOW);
      await owner.tab.getByRole('button', { name: 'Save a report' }).click(SLOW);
      await owner.tab.getByRole('menuitem', { name: 'A page to read and print' }).click();
      const file = join(mkdtempSync(join(tmpdir(), 'hatrail-report-')), 'report.html');
      await (await coming).saveAs(file);
      const reader = await owner.browser.newContext({ offline: true, bypassCSP: true });
      const tab = await reader.newPage();
      await tab.goto(`file://${file}`);
      expect(await tab.locator('.finding img').count()).toBe(found);
      expect(await axeFindings(tab)).toEqual([]);
      await reader.close();
    },
  );

  test.runIf(process.env.LONG)('saves the same figures as the command line comes to', SLOW, async () => {
    const coming = owner.tab.waitForEvent('download', SLOW);
    await owner.tab.getByRole('button', { name: 'Save a report' }).click(SLOW);
    await owner.tab.getByRole('menuitem', { name: 'Data (JSON)' }).click();
    const file = join(mkdtempSync(join(tmpdir(), 'hatrail-report-')), 'report.json');
    await (await coming).saveAs(file);
    const saved = (JSON.parse(readFileSync(file, 'utf8')) as { rows: Row[] }).rows;
    const { context } = owner.running;
    const kept = context.sites.read(owner.siteId)!;
    const { site } = kept;
    const prover = await openProver({ site, read: fileReader(context, kept) });
    const keyOf = (row: Row) => `${placeKey(row)} ${row.span.from}`;
    const known = new Map(saved.map((row) => [keyOf(row), row]));
    const off: string[] = [];
    let compared = 0;
    for (const hanging of hangingsOf(site, site.headers[0]!)) {
      for (const viewport of [{ width: 390 }, { width: 1280 }]) {
        for (const row of prover.sweep(hanging, viewport)) {
          compared++;
          const told = known.get(keyOf(row))?.worst ?? 0;
          // Without a GPU this browser draws the edges of an SVG otherwise than those of people do.
          const within =
            row.itemId === 'logo' && row.part === 'ink' ? 0.1 * row.worst : Math.max(0.05, 0.025 * row.worst);
          if (Math.abs(told - row.worst) > within) off.push(`${keyOf(row)}: ${told}, ${row.worst}`);
        }
      }
    }
    expect(compared).toBeGreaterThan(100);
    expect(off).toEqual([]);
  });

  test('without anything in its header is told so', SLOW, async () => {
    // Whatever is still being saved is, before the site is changed behind the editor's back.
    await owner.tab.goto(owner.running.url);
    await owner.tab.getByRole('link', { name: 'Bring in my site' }).waitFor(SLOW);
    await owner.keep(owner.siteId, ({ headers }) => {
      for (const rail of headers[0]!.rails) Object.assign(rail, { start: [], middle: [], end: [] });
    });
    await owner.go('prove');
    await owner.tab.getByText('Nothing hangs in this header yet').waitFor(SLOW);
    expect(owner.errors).toEqual([]);
  });
});
