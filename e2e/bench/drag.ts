import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import type { Header } from '@hatrail/core/model/header';
import { start, type Running } from '@hatrail/server/start';
import { openChromium } from '../chromium.ts';
import { tasksWhile, type Tasks } from './tasks.ts';

/** Drags of which the quietest is told: the machine may be busy with other things. */
const DRAGS = 4;

/** What one drag cost the main thread. */
interface Drag extends Tasks {
  figuresASecond: number;
}

/**
 * Drags the fill's slider on Dress a few times and reads, from a trace of the browser, the longest task of the page's
 * main thread; how often the sweep's figures came anew meanwhile, and how soon after a single step.
 */
export async function dragFigures(): Promise<Record<string, number>> {
  const running = await start({ port: 0, livePort: 0, dataFolder: mkdtempSync(join(tmpdir(), 'hatrail-')) });
  const browser = await openChromium('software');
  try {
    const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const [id] = running.context.sites.ids();
    await tab.goto(`${running.url}/sites/${id}/dress`);
    await tab.getByRole('button', { name: 'Try it', exact: true }).waitFor({ timeout: 120_000 });
    // As text: what runs this file renames functions, and the page does not know how.
    await tab.evaluate(`
      const figure = document.querySelector('.layer-figure');
      globalThis.figures = 0;
      new MutationObserver(() => globalThis.figures++).observe(figure.parentElement, {
        subtree: true, characterData: true, childList: true,
      });
    `);
    const drags: Drag[] = [];
    for (let i = 0; i < DRAGS; i++) drags.push(await drag(tab));
    const quietest = drags.reduce((a, b) => (b.wall[0]! < a.wall[0]! ? b : a));
    const follow = await followFigures(tab, '');
    for (const [over, look] of OVERS) {
      const other = await openDressed(running, browser, look);
      Object.assign(follow, await followFigures(other, over));
      await other.close();
    }
    return {
      ...follow,
      [`dragging the fill, quietest of ${DRAGS}: longest main-thread task, ms by the clock`]:
        quietest.wall[0]!,
      [`dragging the fill, quietest of ${DRAGS}: longest main-thread task, ms of its own work`]:
        quietest.own[0]!,
      'dragging the fill, noisiest: longest main-thread task, ms of its own work': Math.max(
        ...drags.map(({ own }) => own[0]!),
      ),
      'dragging the fill: main-thread tasks over 50 ms by the clock, all drags': drags
        .flatMap(({ wall }) => wall)
        .filter((ms) => ms > 50).length,
      'dragging the fill: main-thread tasks, all drags': drags.flatMap(({ wall }) => wall).length,
      'dragging the fill: new figures a second': quietest.figuresASecond,
    };
  } finally {
    await browser.close();
    await running.close();
  }
}

/** What the header wears beside the fill that is dragged. */
const OVERS: [string, (header: Header) => void][] = [
  [
    ', over a blur of 12 px',
    ({ looks }) => void (looks.scrolled = { ...looks.scrolled, blur: { radius: 12 } }),
  ],
  [
    ', with a gradient',
    ({ looks }) =>
      void (looks.scrolled = {
        ...looks.scrolled,
        gradient: {
          on: true,
          stops: [
            { at: 0, colour: { swatch: 'midnight' }, opacity: 0.6 },
            { at: 1, colour: { swatch: 'midnight' }, opacity: 0 },
          ],
        },
      }),
  ],
  [', which comes along with the scroll', ({ manner }) => void (manner.stretch = 200)],
];

/** A header as it is changed, open in Dress, once it has been swept. */
async function openDressed(
  { context: { sites }, url }: Running,
  browser: Browser,
  change: (header: Header) => void,
): Promise<Page> {
  const kept = sites.read(sites.ids()[0]!)!;
  const site = structuredClone(kept.site);
  change(site.headers[0]!);
  const id = sites.create(site, sites.files.of(kept.id));
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.goto(`${url}/sites/${id}/dress?scroll=900`);
  await tab.locator('.layer-figure').first().waitFor({ timeout: 120_000 });
  await tab.locator('.bar-widths').waitFor({ timeout: 300_000 });
  await tab.waitForTimeout(8000);
  return tab;
}

/** Steps of a drag after each of which the hand rests, so that what follows is of that step alone. */
const STEPS = 24;
const REST = 700;

/**
 * How long after a step of a drag the film's threads and the figures in the cut are there anew: middle and nine of ten, ms.
 * @param over what the header wears beside the fill, as it is said with the figures
 */
async function followFigures(tab: Page, over: string): Promise<Record<string, number>> {
  await tab.evaluate(`
    globalThis.follows = [];
    let step;
    addEventListener('pointermove', () => follows.push(step = { at: performance.now() }), true);
    const note = (what) => () => { if (step && step[what] === undefined) step[what] = performance.now() - step.at; };
    new MutationObserver(note('threads')).observe(document.querySelector('.film-threads'), { attributes: true });
    const isFigure = ({ target }) => (target.closest ? target : target.parentElement)?.closest('.layer-figure');
    new MutationObserver((changes) => changes.some(isFigure) && note('figures')()).observe(
      document.querySelector('.cut'),
      { subtree: true, characterData: true, childList: true },
    );
  `);
  const { box, y } = await sliderOf(tab);
  await tab.mouse.move(box.x + box.width * 0.42, y);
  await tab.mouse.down();
  for (let i = 0; i < STEPS; i++) {
    await tab.mouse.move(box.x + box.width * (0.45 + 0.02 * (i % 12)), y);
    await tab.waitForTimeout(REST);
  }
  await tab.mouse.up();
  const steps = (await tab.evaluate('follows')) as { threads?: number; figures?: number }[];
  const told = (what: 'threads' | 'figures') => {
    const times = steps.flatMap((step) => step[what] ?? []).sort((a, b) => a - b);
    return {
      [`dragging the fill${over}: ms from a step to its ${what}, middle of ${times.length}`]:
        times[times.length >> 1] ?? NaN,
      [`dragging the fill${over}: ms from a step to its ${what}, nine of ten`]:
        times[Math.floor(0.9 * times.length)] ?? NaN,
    };
  };
  return { ...told('threads'), ...told('figures') };
}

async function sliderOf(tab: Page) {
  const box = (await tab.locator('.percent .MuiSlider-root').boundingBox())!;
  return { box, y: box.y + box.height / 2 };
}

async function drag(tab: Page): Promise<Drag> {
  const { box, y } = await sliderOf(tab);
  let [seconds, figures] = [0, 0];
  const tasks = await tasksWhile(tab, async () => {
    const before = (await tab.evaluate('globalThis.figures')) as number;
    const from = performance.now();
    await tab.mouse.move(box.x + box.width * 0.42, y);
    await tab.mouse.down();
    for (let i = 0; i <= 60; i++) {
      await tab.mouse.move(box.x + box.width * (0.42 + 0.5 * Math.sin(i / 10) ** 2), y);
      await tab.waitForTimeout(30);
    }
    await tab.mouse.up();
    seconds = (performance.now() - from) / 1000;
    figures = ((await tab.evaluate('globalThis.figures')) as number) - before;
  });
  return { ...tasks, figuresASecond: figures / seconds };
}
