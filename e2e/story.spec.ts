import type { Page as Tab } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Header } from '@hatrail/core/model/header';
import type { Running } from '@hatrail/server/start';
import { findings } from './axe.ts';
import { keepBands, openOwner, type Owner } from './owner.ts';

/** The path that an owner walks: from the verdict to the published page. Each step goes on from the one before. */

const SLOW = { timeout: 180_000 };
let owner: Owner;
let running: Running;
let tab: Tab;

beforeAll(async () => {
  // The site that the story is not of is a small one.
  owner = await openOwner({ sites: (site) => !site.name.startsWith('Larkfell') && keepBands(1)(site) });
  ({ running, tab } = owner);
  await tab.goto(running.url);
});
afterAll(() => owner.close());

const params = () => new URL(tab.url()).searchParams;
const opacity = () => tab.getByRole('textbox', { name: 'Fill opacity, percent' });
const keptHeader = (): Header =>
  running.context.sites.read(running.context.sites.ids()[0]!)!.site.headers[0]!;
const keptOpacity = () => keptHeader().looks.scrolled.fill?.opacity;
const saved = () => tab.locator('.bar-saved[data-save=saved]').waitFor(SLOW);
const momentCard = (name: string) => tab.locator('.moment', { hasText: name });
const stage = () => tab.frameLocator('.stage iframe');

describe('an owner', () => {
  test('sees the site with its verdict, and opens it', async () => {
    await tab.locator('.site-verdict', { hasText: /\d findings/ }).waitFor(SLOW);
    expect(
      await tab.frameLocator('.site-picture iframe >> nth=0').locator('.hr-link').first().textContent(),
    ).toBe('Visit');
    expect(await findings(tab)).toEqual([]);
    await tab.getByRole('link', { name: 'Open Larkfell Observatory' }).click();
  });

  test('lands on After scrolling, at the place where the links are lost', async () => {
    await momentCard('After scrolling').filter({ hasText: 'Lost' }).waitFor(SLOW);
    expect(await momentCard('After scrolling').getByRole('button').getAttribute('aria-pressed')).toBe('true');
    expect(await momentCard('At the top').textContent()).toContain('Clear');
    await expect.poll(() => params().get('scroll'), SLOW).not.toBeNull();
    const scroll = Number(params().get('scroll'));
    await expect
      .poll(() =>
        stage()
          .locator('html')
          .evaluate((html) => html.scrollTop),
      )
      .toBe(scroll);
    await tab.locator('.bracket-figure', { hasText: /: 2\.6 where 4\.5 is needed/ }).waitFor(SLOW);
    // The bracket stands on the link itself.
    const name = (await tab.locator('.bracket-figure').textContent())!.split(':')[0]!;
    const link = (await stage().locator('.hr-link', { hasText: name }).boundingBox())!;
    const cell = (await tab.locator('.bracket-cell').boundingBox())!;
    expect(cell.x).toBeGreaterThan(link.x - 3);
    expect(cell.x + cell.width).toBeLessThan(link.x + link.width + 3);
    expect(await tab.locator('.layer-figure').allTextContents()).toEqual(['2.6', '2.6', '1.0']);
  });

  test('goes along the film, and back to the worst place by one click', SLOW, async () => {
    const worst = params().get('scroll');
    const strip = (await tab.locator('.film-strip').boundingBox())!;
    await tab.mouse.move(strip.x + 20, strip.y + 10);
    await tab.mouse.down();
    await tab.mouse.move(strip.x + 20, strip.y + 12, { steps: 3 });
    await tab.mouse.up();
    await expect.poll(() => params().get('scroll'), SLOW).toBe('0');
    expect(params().get('moment')).toBe('top');
    await tab.getByRole('slider', { name: 'Scroll of the page' }).press('PageDown');
    await expect.poll(() => params().get('scroll'), SLOW).toBe('800');
    await tab.getByRole('button', { name: /Go to the worst place/ }).click();
    await expect.poll(() => params().get('scroll'), SLOW).toBe(worst);
  });

  test('narrows the page on the ruler: it folds where the ruler says', SLOW, async () => {
    const fold = Number(/\d+/.exec((await tab.locator('.ruler-fold').textContent())!)![0]);
    const typed = tab.getByRole('textbox', { name: 'Width in pixels' });
    await typed.fill(String(fold - 1));
    await expect.poll(() => stage().locator('.hr-toggle').isVisible(), SLOW).toBe(true);
    await tab.getByRole('slider', { name: 'Width of the page' }).press('ArrowRight');
    await expect.poll(() => stage().locator('.hr-toggle').isVisible(), SLOW).toBe(false);
    await typed.fill('99');
    expect(await typed.getAttribute('aria-invalid')).toBe('true');
    await tab.getByRole('button', { name: '1280 px wide' }).click();
    expect(params().get('width')).toBe('1280');
  });

  test('dresses the moment: a typed opacity is one step, kept, undone and done again', SLOW, async () => {
    await opacity().fill('50');
    await expect.poll(keptOpacity, SLOW).toBe(0.5);
    await saved();
    expect(
      await stage()
        .locator('.hr')
        .evaluate((hr) => getComputedStyle(hr).getPropertyValue('--hr-fill')),
    ).toContain('/ 0.5)');
    await opacity().fill('150');
    await tab.getByText('Give an opacity from 0 to 100.').waitFor();
    expect(keptOpacity()).toBe(0.5);
    await tab.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(keptOpacity, SLOW).toBe(0.42);
    await tab.getByRole('button', { name: 'Redo' }).click();
    await expect.poll(keptOpacity, SLOW).toBe(0.5);
    await tab.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(keptOpacity, SLOW).toBe(0.42);
  });

  test('puts a value back to what it inherits, and a colour that is none changes nothing', SLOW, async () => {
    await tab.getByRole('button', { name: /^Ink/ }).click();
    await tab.getByRole('button', { name: 'Links: White' }).click();
    const colour = tab.getByRole('textbox', { name: 'Any CSS colour' });
    await colour.fill('snowish');
    await tab.getByText(/“snowish” is no colour: try/).waitFor();
    await colour.fill('#ffeedd');
    await tab.keyboard.press('Escape');
    await expect.poll(() => keptHeader().looks.scrolled.ink, SLOW).toEqual({ link: { colour: '#ffeedd' } });
    await tab.getByRole('button', { name: 'Put back links' }).click();
    await expect.poll(() => keptHeader().looks.scrolled.ink, SLOW).toBeUndefined();
    await tab.getByRole('button', { name: /^Fill/ }).click();
  });

  test(
    'tries the remedy: the mark and the card agree, every page is swept, and the moment is clear',
    SLOW,
    async () => {
      const card = tab.getByRole('region', { name: 'Remedy' });
      await card.getByRole('button', { name: 'Try it' }).waitFor(SLOW);
      const percent = Number(/Fill to ([\d.]+)\s%/.exec((await card.textContent())!)![1]);
      expect(await tab.locator('.percent-mark').textContent()).toBe(`clear from ${percent} %`);
      await card.getByRole('button', { name: 'Try it' }).click();
      await momentCard('After scrolling').filter({ hasText: 'Clear' }).waitFor(SLOW);
      await card.getByText(/clear on all pages/).waitFor(SLOW);
      await expect.poll(keptOpacity, SLOW).toBe(percent / 100);
      // A tenth of a percent less is not clear: the remedy is the smallest.
      await opacity().fill(String(Number((percent - 0.1).toFixed(1))));
      await card.getByText('clears it.').waitFor(SLOW);
      await tab.getByRole('button', { name: 'Undo' }).click();
      await card.getByText(/clear on all pages/).waitFor(SLOW);
    },
  );

  test('finds everything again after a reload', SLOW, async () => {
    await saved();
    const before = { url: tab.url(), opacity: await opacity().inputValue() };
    await tab.reload();
    await momentCard('After scrolling').filter({ hasText: 'Clear' }).waitFor(SLOW);
    expect({ url: tab.url(), opacity: await opacity().inputValue() }).toEqual(before);
    expect(await findings(tab, ['iframe'])).toEqual([]);
  });

  test('is told when another window saved first, and loses nothing', SLOW, async () => {
    const { sites } = running.context;
    const [id] = sites.ids();
    const other = structuredClone(keptHeader());
    other.manner.duration = 500;
    const whole = sites.read(id!)!.site;
    const changed = { ...whole, headers: [other] };
    sites.write(id!, changed, { headers: [{ id: other.id, revision: 0, value: other }] });
    await opacity().fill('91');
    await tab.getByText(/was saved elsewhere meanwhile/).waitFor(SLOW);
    await tab.getByRole('button', { name: 'Save mine over it' }).click();
    await expect.poll(keptOpacity, SLOW).toBe(0.91);
    await saved();
  });

  test('hands over: files with their sizes, a release that is live, and visits it', SLOW, async () => {
    await tab.getByRole('link', { name: 'Hand over' }).click();
    await tab.getByRole('button', { name: /header\.css/ }).click();
    expect(await tab.locator('.file-text').textContent()).toContain('.hr[data-moment="scrolled"]');
    const [download] = await Promise.all([
      tab.waitForEvent('download'),
      tab.getByRole('link', { name: 'Download' }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('larkfell-night-header.zip');
    await tab.getByRole('textbox', { name: /What changed/ }).fill('A fill that clears');
    await tab.getByRole('button', { name: 'Publish' }).click();
    await tab.getByText('Release 1 is live.').waitFor();
    expect(await findings(tab)).toEqual([]);
    const address = await tab.getByRole('link', { name: /^Visit / }).getAttribute('href');
    const visitor = await owner.browser.newPage({ viewport: { width: 1280, height: 800 } });
    await visitor.goto(address!);
    await visitor.evaluate(() => scrollTo(0, 900));
    const fill = () => visitor.locator('.hr-bar').evaluate((hr) => getComputedStyle(hr).backgroundColor);
    await expect.poll(fill, SLOW).toBe('rgba(16, 27, 51, 0.91)');
    await visitor.close();
  });

  test('brings an older release back, into the editor and live', SLOW, async () => {
    await tab.getByRole('link', { name: 'Dress' }).click();
    await opacity().fill('12');
    await expect.poll(keptOpacity, SLOW).toBe(0.12);
    await tab.getByRole('link', { name: 'Hand over' }).click();
    await tab.getByRole('button', { name: 'Publish' }).click();
    await tab.getByText('Release 2 is live.').waitFor();
    await tab.getByRole('button', { name: 'Put live: release 1' }).click();
    await tab.getByText('Release 1 is live again.').waitFor();
    await tab.getByRole('button', { name: 'Bring back into the editor: release 1' }).click();
    await expect.poll(keptOpacity, SLOW).toBe(0.91);
    await tab.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(keptOpacity, SLOW).toBe(0.12);
  });

  test('meets clear words for a file that is no site file', SLOW, async () => {
    await tab.goto(running.url);
    await tab.getByLabel('Site file').setInputFiles({
      name: 'broken.hatrail.json',
      mimeType: 'application/json',
      buffer: Buffer.from('{"format": 9}'),
    });
    await tab
      .getByRole('alert')
      .getByText(/version 9, made by a later program/)
      .waitFor();
    expect(await tab.locator('.site-card').count()).toBe(2);
  });

  test('meets no error on the way', () => {
    // The three answers that were meant to be refusals are said in the console by the browser itself.
    expect(owner.errors.filter((error) => !/status of (412|422)/.test(error))).toEqual([]);
  });
});
