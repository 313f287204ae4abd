import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import type { Site } from '@hatrail/core/model/site';
import { start, type Running } from '@hatrail/server/start';
import { openChromium } from '../chromium.ts';
import { manyPlaced } from './place.ts';
import { tasksWhile, type Tasks } from './tasks.ts';

/** A site of 40 pages under three headers. */
function fortyPages(demo: Site): Site {
  const pages = Array.from({ length: 40 }, (_, i) => ({
    ...demo.pages[i % demo.pages.length]!,
    id: demo.pages[i]?.id ?? `page-${i}`,
    path: i === 0 ? '/' : `/page-${i}`,
  }));
  const headers = demo.headers.slice(0, 3);
  const third = (n: number) => pages.filter((_, i) => i % 3 === n).map(({ id }) => id);
  const placements = [1, 2].map((n) => ({ id: `some-${n}`, header: headers[n]!.id, pages: third(n) }));
  return { ...demo, pages, headers, placements: [...placements, { id: 'all', header: headers[0]!.id }] };
}

/** A site of which the demo's is made, open at one of its pegs. */
async function openMade(
  { context: { sites }, url }: Running,
  browser: Browser,
  [make, peg]: [(demo: Site) => Site, string],
): Promise<Page> {
  const kept = sites.read(sites.ids()[0]!)!;
  const id = sites.create(make(kept.site), sites.files.of(kept.id));
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.goto(`${url}/sites/${id}/${peg}`);
  return tab;
}

/** Scrolls what is under the pointer, down and up again. */
async function scrollThere(tab: Page, selector: string): Promise<void> {
  const box = (await tab.locator(selector).boundingBox())!;
  await tab.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  for (let i = 0; i < 60; i++) {
    await tab.mouse.wheel(0, i < 45 ? 120 : -240);
    await tab.waitForTimeout(33);
  }
}

function told(what: string, { wall, own }: Tasks): Record<string, number> {
  return {
    [`${what}: longest main-thread task, ms by the clock`]: wall[0]!,
    [`${what}: longest main-thread task, ms of its own work`]: own[0]!,
    [`${what}: main-thread tasks over 50 ms of their own work, of ${own.length}`]: own.filter((ms) => ms > 50)
      .length,
  };
}

/** How the screens of large sites keep up: Place with 300 pages, Prove with 40 pages and three headers. */
export async function screenFigures(): Promise<Record<string, number>> {
  const running = await start({ port: 0, livePort: 0, dataFolder: mkdtempSync(join(tmpdir(), 'hatrail-')) });
  const browser = await openChromium('software');
  try {
    const place = await openMade(running, browser, [manyPlaced, 'place']);
    await place.locator('.place-told').first().waitFor({ timeout: 120_000 });
    await place.locator('.place-told b').first().waitFor({ timeout: 120_000 });
    const scrolled = await tasksWhile(place, () => scrollThere(place, '.place-grid'));
    const ordered = await tasksWhile(place, async () => {
      const [first] = await place.locator('.placement-name').all();
      await first!.focus();
      await place.keyboard.press('Alt+ArrowDown');
      await place.waitForTimeout(1500);
    });
    await place.close();
    const prove = await openMade(running, browser, [fortyPages, 'prove']);
    await prove.locator('.peg-count').waitFor({ timeout: 300_000 });
    const streaming = await tasksWhile(prove, () => prove.waitForTimeout(20_000));
    await prove.close();
    return {
      ...told('Place, 300 pages, scrolled while they are swept', scrolled),
      ...told('Place, 300 pages, another order', ordered),
      ...told('Prove, 40 pages and 3 headers, while they are swept', streaming),
    };
  } finally {
    await browser.close();
    await running.close();
  }
}

if (process.argv[1] === import.meta.filename) {
  for (const [name, value] of Object.entries(await screenFigures()))
    console.log(`${name}: ${value.toFixed(1)}`);
  process.exit(0);
}
