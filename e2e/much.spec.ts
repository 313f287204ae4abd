import { spawn, type ChildProcess } from 'node:child_process';
import { appendFileSync, copyFileSync, mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page as Tab } from 'playwright-core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { writeSite } from '@hatrail/core/model/check';
import type { KeptSite } from '@hatrail/core/model/kept';
import type { Site } from '@hatrail/core/model/site';
import { newSite } from '@hatrail/core/start/newSite';
import { findings } from './axe.ts';
import { openChromium } from './chromium.ts';

/** Much at once: many large pictures, long menus, many swatches and bands; and Hang with the keyboard alone. */

const SLOW = { timeout: 60_000 };
const PORT = 4590;
const URL_ = `http://127.0.0.1:${PORT}`;
const ROOT = new URL('../', import.meta.url).pathname;
const data = mkdtempSync(join(tmpdir(), 'hatrail-'));
let server: ChildProcess;
let browser: Browser;
let tab: Tab;

beforeAll(async () => {
  // A process of its own, so that its memory can be told.
  server = spawn('node', ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: ROOT,
    env: { ...process.env, PORT: String(PORT), LIVE_PORT: String(PORT + 1), HATRAIL_DATA: data },
  });
  const answers = () =>
    fetch(`${URL_}/api/sites`).then(
      ({ ok }) => ok,
      () => false,
    );
  while (!(await answers())) await new Promise((wait) => setTimeout(wait, 300));
  browser = await openChromium('software');
  tab = await (
    await browser.newContext({ viewport: { width: 1280, height: 900 }, bypassCSP: true })
  ).newPage();
});
afterAll(async () => {
  await browser?.close();
  server?.kill();
});

const api = async <T>(path: string, init?: RequestInit): Promise<T> =>
  (await (await fetch(`${URL_}/api${path}`, init)).json()) as T;
const bringIn = (site: Site) => api<KeptSite>('/sites', { method: 'POST', body: writeSite(site) });
const saved = () => tab.locator('.bar-saved[data-save=saved]').waitFor(SLOW);
/** Most memory that the server has held, MB. */
const peak = () =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))![1]) / 1024;

describe('60 pictures of 12 megapixels', () => {
  const folder = mkdtempSync(join(tmpdir(), 'photos-'));
  const files = Array.from({ length: 60 }, (_, i) => join(folder, `photo-${i + 1}.jpg`));
  let site: KeptSite;

  beforeAll(async () => {
    const noise = { type: 'gaussian' as const, mean: 128, sigma: 40 };
    const first = await sharp({
      create: { width: 4000, height: 3000, channels: 3, background: '#888', noise },
    })
      .jpeg({ quality: 70 })
      .toBuffer();
    await sharp(first).toFile(files[0]!);
    for (const [i, file] of files.entries()) {
      if (i > 0) copyFileSync(files[0]!, file);
      // What follows a JPEG's end is not read: it makes each a file of its own.
      appendFileSync(file, Buffer.from(`picture ${i}`));
    }
    site = await bringIn(newSite('Much', 'straight'));
    await tab.goto(`${URL_}/sites/${site.id}/gather/pictures`);
    await tab.getByRole('heading', { name: 'Pictures' }).waitFor();
  });
  const kept = () => readdirSync(join(data, 'pictures')).length;

  test('cancelling leaves nothing behind', SLOW, async () => {
    const before = kept();
    await tab.getByLabel('Choose files').setInputFiles(files);
    await tab.getByText(/^([3-9]|[1-5]\d) of 60 taken in/).waitFor(SLOW);
    await tab.getByRole('button', { name: 'Cancel' }).click();
    await tab.locator('.upload').waitFor({ state: 'detached', ...SLOW });
    await expect.poll(kept, SLOW).toBe(before);
    expect((await api<KeptSite>(`/sites/${site.id}`)).hashes).toEqual({});
    expect(await tab.getByRole('button', { name: 'Undo' }).isDisabled()).toBe(true);
  });

  test(
    'progress is true, the interface stays usable, the server’s memory stays under 1 GB',
    SLOW,
    async () => {
      await tab.evaluate(() => {
        const watch = window as unknown as { longest: number };
        watch.longest = 0;
        let last = performance.now();
        const frame = () => {
          const now = performance.now();
          watch.longest = Math.max(watch.longest, now - last);
          last = now;
          requestAnimationFrame(frame);
        };
        requestAnimationFrame(frame);
      });
      await tab.getByLabel('Choose files').setInputFiles(files);
      let last = 0;
      const counts = tab.locator('.upload span').first();
      await counts.waitFor();
      while ((await tab.locator('.upload').count()) > 0) {
        const text = await counts.textContent({ timeout: 500 }).catch(() => null);
        const done = Number(/^(\d+) of 60/.exec(text ?? '')?.[1] ?? last);
        expect(done).toBeGreaterThanOrEqual(last);
        last = done;
        // Another part of the screen answers meanwhile.
        await tab.getByRole('link', { name: /^Menus/ }).click();
        await tab.getByRole('heading', { name: 'Menus' }).waitFor();
        await tab.getByRole('link', { name: /^Pictures/ }).click();
        await tab.getByRole('heading', { name: 'Pictures' }).waitFor();
      }
      expect(last).toBeGreaterThan(0);
      await tab.getByRole('link', { name: /^Pictures/ }).click();
      await expect.poll(() => tab.locator('.picture-grid li').count(), SLOW).toBe(60);
      await saved();
      const { hashes } = await api<KeptSite>(`/sites/${site.id}`);
      expect(Object.keys(hashes)).toHaveLength(60);
      // The small pictures of the grid are made too.
      await expect
        .poll(
          () =>
            tab
              .locator('.picture-grid img')
              .evaluateAll((all) =>
                all.slice(0, 12).every((image) => (image as HTMLImageElement).naturalWidth === 320),
              ),
          SLOW,
        )
        .toBe(true);
      const longest = await tab.evaluate(() => (window as unknown as { longest: number }).longest);
      console.log(
        `60 pictures: longest frame ${Math.round(longest)} ms, server’s peak ${Math.round(peak())} MB`,
      );
      expect(peak()).toBeLessThan(1024);
      await tab.getByRole('button', { name: 'Undo' }).click();
      await expect.poll(() => tab.locator('.picture-grid li').count(), SLOW).toBe(0);
    },
  );
});

describe('a large site', () => {
  const long =
    'A label of one hundred and twenty characters, which nobody should write and somebody always does, sooner or later, here.';
  const large = (): Site => {
    const site = newSite('Large', 'straight');
    site.menus[0]!.entries = Array.from({ length: 6 }, (_, a) => ({
      id: `e${a}`,
      label: ['زيارة المرصد', '🚢 Boats', long.slice(0, 120), 'Prices', 'עברית', 'Last'][a]!,
      address: '/',
      children: Array.from({ length: 6 }, (_, b) => ({
        id: `e${a}-${b}`,
        label: `Entry ${a}.${b}`,
        address: `/#${a}${b}`,
        children: Array.from({ length: 3 }, (_, c) => ({
          id: `e${a}-${b}-${c}`,
          label: `Entry ${a}.${b}.${c}`,
          address: '/',
        })),
      })),
    }));
    site.palette.push(
      ...Array.from({ length: 34 }, (_, i) => ({
        id: `s${i}`,
        name: `Swatch ${i}`,
        colour: `hsl(${i * 11} 60% ${10 + i * 2}%)`,
      })),
    );
    const band = site.pages[0]!.bands[1]!;
    site.pages[0]!.bands.push(
      ...Array.from({ length: 37 }, (_, i) => ({ ...band, id: `b${i}`, name: `Band ${i}` })),
    );
    return site;
  };
  let kept: KeptSite;

  test('150 entries, 40 swatches, 40 bands: every screen works, and axe finds nothing', SLOW, async () => {
    kept = await bringIn(large());
    await tab.goto(`${URL_}/sites/${kept.id}/gather/palette`);
    await expect.poll(() => tab.locator('.rod-card').count()).toBe(40);
    await tab.getByRole('link', { name: /^Menus/ }).click();
    await expect.poll(() => tab.locator('.menu-row').count()).toBe(150);
    await tab.locator('.menu-row button', { hasText: 'Entry 5.5.2' }).press('Alt+ArrowUp');
    expect(await findings(tab)).toEqual([]);
    await tab.getByRole('link', { name: /^Pages/ }).click();
    await expect.poll(() => tab.locator('.band-row').count()).toBe(40);
    await tab.getByRole('button', { name: /^Band 36/ }).click();
    await tab.getByRole('textbox', { name: 'Name of the band' }).fill('The last one');
    await tab.getByRole('link', { name: /^Hang/ }).click();
    await tab.getByText(/takes the most/).waitFor(SLOW);
    expect(await findings(tab, ['iframe'])).toEqual([]);
    await saved();
    const { site } = await api<KeptSite>(`/sites/${kept.id}`);
    expect(site.pages[0]!.bands.at(-1)!.name).toBe('The last one');
    expect(JSON.stringify(site.menus[0]!.entries[5]!.children![5]!.children!.map(({ id }) => id))).toBe(
      '["e5-5-0","e5-5-2","e5-5-1"]',
    );
  });

  test('the export is right: every label as it was written, right-to-left and emoji too', SLOW, async () => {
    await api(`/sites/${kept.id}/releases`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"note":""}',
    });
    const visitor = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await visitor.goto(`http://127.0.0.1:${PORT + 1}/${kept.slug}/`);
    const labels = await visitor.locator('.hr-panel nav a').allTextContents();
    expect(labels).toHaveLength(150);
    expect(labels).toContain('زيارة المرصد');
    expect(labels).toContain(long.slice(0, 120));
    expect(await visitor.locator('.band').count()).toBe(40);
    // It is too long for any window: folded, and nothing overflows.
    expect(await visitor.locator('.hr-toggle').isVisible()).toBe(true);
    await visitor.locator('.hr-toggle').click();
    const { scroll, client } = await visitor.evaluate(() => ({
      scroll: document.documentElement.scrollWidth,
      client: document.documentElement.clientWidth,
    }));
    expect(scroll).toBe(client);
    await visitor.getByRole('link', { name: '🚢 Boats' }).first().waitFor();
    await visitor.close();
  });
});

describe('Hang by keyboard alone', () => {
  let kept: KeptSite;
  const header = async () => (await api<KeptSite>(`/sites/${kept.id}`)).site.headers[0]!;
  const focused = () =>
    tab.evaluate(
      () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '',
    );
  /** Tabs on until something of a name has the focus. */
  const tabTo = async (name: RegExp, back = false) => {
    for (let i = 0; i < 120; i++) {
      if (name.test(await focused())) return;
      await tab.keyboard.press(back ? 'Shift+Tab' : 'Tab');
    }
    throw new Error(`Never came to ${name}`);
  };

  test('an item is hung, moved along and between rods, set, levelled and put away', SLOW, async () => {
    kept = await bringIn(newSite('Keys', 'straight'));
    await tab.goto(`${URL_}/sites/${kept.id}/hang`);
    await tab.getByText('First rail').waitFor();
    await tabTo(/^Another rail$/);
    await tab.keyboard.press('Enter');
    await tabTo(/^Hang an item$/);
    await tab.keyboard.press('Enter');
    await tab.getByRole('menu').waitFor();
    for (let i = 0; i < 14 && !/^Line of text$/.test(await focused()); i++)
      await tab.keyboard.press('ArrowDown');
    await tab.keyboard.press('Enter');
    await expect
      .poll(async () => (await header()).rails[1]?.end.map(({ kind }) => kind), SLOW)
      .toEqual(['text']);
    await tabTo(/^A line of text$/);
    await tab.keyboard.press('Alt+ArrowUp');
    await expect.poll(async () => (await header()).rails[0]!.end.at(-1)?.kind, SLOW).toBe('text');
    const others = (await header()).rails[0]!.end.length - 1;
    for (let i = 0; i <= others; i++) await tab.keyboard.press('Alt+ArrowLeft');
    await expect
      .poll(async () => (await header()).rails[0]!.middle.map(({ kind }) => kind), SLOW)
      .toEqual(['text']);
    expect(await focused()).toBe('A line of text');
    await tab.keyboard.press('Alt+ArrowDown');
    await expect.poll(async () => (await header()).rails[1]!.middle.length, SLOW).toBe(1);
    await tabTo(/^Letters$/);
    await tab.keyboard.press('Shift+ArrowUp');
    await expect.poll(async () => (await header()).rails[1]!.middle[0], SLOW).toMatchObject({ size: 19 });
    // The fold, on its curve.
    const before = Number(
      await tab.getByRole('slider', { name: 'Fold width' }).getAttribute('aria-valuenow'),
    );
    await tabTo(/^Fold width$/, true);
    await tab.keyboard.press('Shift+ArrowRight');
    await expect.poll(async () => (await header()).fold?.sooner, SLOW).toBe(before + 10);
    await tabTo(/^To the spare rod$/);
    await tab.keyboard.press('Enter');
    await expect.poll(async () => (await header()).spare?.map(({ kind }) => kind), SLOW).toEqual(['text']);
    await tab.keyboard.press('Control+z');
    await expect.poll(async () => (await header()).rails[1]!.middle.length, SLOW).toBe(1);
    expect(await findings(tab, ['iframe'])).toEqual([]);
  });
});
