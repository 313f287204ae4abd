import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { start } from '@hatrail/server/start';
import { openChromium } from '../chromium.ts';

interface TraceEvent {
  name: string;
  ph: string;
  pid: number;
  tid: number;
  dur?: number;
  /** Time that the thread itself ran. */
  tdur?: number;
  args?: { name?: string };
}

/** Drags of which the quietest is told: the machine may be busy with other things. */
const DRAGS = 4;

/** What one drag cost the main thread. */
interface Drag {
  /** Tasks of the page's main thread: ms by the clock, and ms that the thread itself ran; longest first. */
  wall: number[];
  own: number[];
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
    const follow = await followFigures(tab);
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

/** Steps of a drag after each of which the hand rests, so that what follows is of that step alone. */
const STEPS = 24;
const REST = 700;

/** How long after a step of a drag the film's threads and the figures in the cut are there anew: middle and longest, ms. */
async function followFigures(tab: Page): Promise<Record<string, number>> {
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
      [`dragging the fill: ms from a step to its ${what}, middle of ${times.length}`]:
        times[times.length >> 1] ?? NaN,
      [`dragging the fill: ms from a step to its ${what}, nine of ten`]:
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
  const session = await tab.context().newCDPSession(tab);
  const events: TraceEvent[] = [];
  session.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
  const includedCategories = ['disabled-by-default-devtools.timeline', 'devtools.timeline', '__metadata'];
  await session.send('Tracing.start', { traceConfig: { includedCategories } });
  const before = (await tab.evaluate('globalThis.figures')) as number;
  const { box, y } = await sliderOf(tab);
  const from = performance.now();
  await tab.mouse.move(box.x + box.width * 0.42, y);
  await tab.mouse.down();
  for (let i = 0; i <= 60; i++) {
    await tab.mouse.move(box.x + box.width * (0.42 + 0.5 * Math.sin(i / 10) ** 2), y);
    await tab.waitForTimeout(30);
  }
  await tab.mouse.up();
  const seconds = (performance.now() - from) / 1000;
  const after = (await tab.evaluate('globalThis.figures')) as number;
  const done = new Promise((resolve) => session.once('Tracing.tracingComplete', resolve));
  await session.send('Tracing.end');
  await done;
  await session.detach();
  const mains = new Set(
    events
      .filter(({ name, args }) => name === 'thread_name' && args?.name === 'CrRendererMain')
      .map(({ pid, tid }) => `${pid} ${tid}`),
  );
  const tasks = events.filter(
    ({ name, pid, tid, dur }) => name === 'RunTask' && dur !== undefined && mains.has(`${pid} ${tid}`),
  );
  const longest = (times: (number | undefined)[]) =>
    times.map((time) => (time ?? 0) / 1000).sort((p, q) => q - p);
  return {
    wall: longest(tasks.map(({ dur }) => dur)),
    own: longest(tasks.map(({ tdur }) => tdur)),
    figuresASecond: (after - before) / seconds,
  };
}
