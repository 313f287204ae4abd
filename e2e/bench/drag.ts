import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
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

/**
 * Drags the fill's slider on Dress and reads, from a trace of the browser, the longest task of the page's main thread;
 * and how often the sweep's figures came anew meanwhile.
 */
export async function dragFigures(): Promise<Record<string, number>> {
  const running = await start({ port: 0, livePort: 0, dataFolder: mkdtempSync(join(tmpdir(), 'hatrail-')) });
  const browser = await openChromium('software');
  try {
    const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const [id] = running.context.sites.ids();
    await tab.goto(`${running.url}/sites/${id}/dress`);
    await tab.locator('.remedy button').waitFor({ timeout: 120_000 });
    // As text: what runs this file renames functions, and the page does not know how.
    await tab.evaluate(`
      const figure = document.querySelector('.layer-figure');
      globalThis.figures = 0;
      new MutationObserver(() => globalThis.figures++).observe(figure.parentElement, {
        subtree: true, characterData: true, childList: true,
      });
    `);
    const box = (await tab.locator('.percent .MuiSlider-root').boundingBox())!;
    const session = await tab.context().newCDPSession(tab);
    const events: TraceEvent[] = [];
    session.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
    await session.send('Tracing.start', {
      traceConfig: {
        includedCategories: ['disabled-by-default-devtools.timeline', 'devtools.timeline', '__metadata'],
      },
    });
    const y = box.y + box.height / 2;
    const from = performance.now();
    await tab.mouse.move(box.x + box.width * 0.42, y);
    await tab.mouse.down();
    for (let i = 0; i <= 60; i++) {
      await tab.mouse.move(box.x + box.width * (0.42 + 0.5 * Math.sin(i / 10) ** 2), y);
      await tab.waitForTimeout(30);
    }
    await tab.mouse.up();
    const seconds = (performance.now() - from) / 1000;
    const done = new Promise((resolve) => session.once('Tracing.tracingComplete', resolve));
    await session.send('Tracing.end');
    await done;
    const figures = (await tab.evaluate('globalThis.figures')) as number;
    const mains = new Set(
      events
        .filter(({ name, args }) => name === 'thread_name' && args?.name === 'CrRendererMain')
        .map(({ pid, tid }) => `${pid} ${tid}`),
    );
    const tasks = events.filter(
      ({ name, pid, tid, dur }) => name === 'RunTask' && dur !== undefined && mains.has(`${pid} ${tid}`),
    );
    const wall = tasks.map(({ dur }) => dur! / 1000).sort((p, q) => q - p);
    const own = tasks.map(({ tdur }) => (tdur ?? NaN) / 1000).sort((p, q) => q - p);
    return {
      'dragging the fill: longest main-thread task, ms of its own work': own[0] ?? NaN,
      'dragging the fill: longest main-thread task, ms by the clock': wall[0] ?? NaN,
      'dragging the fill: main-thread tasks over 50 ms by the clock': wall.filter((ms) => ms > 50).length,
      'dragging the fill: main-thread tasks in all': wall.length,
      'dragging the fill: new figures a second': figures / seconds,
    };
  } finally {
    await browser.close();
    await running.close();
  }
}
