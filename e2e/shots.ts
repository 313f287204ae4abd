import type { CDPSession, Page as Tab } from 'playwright-core';
import { decode, type Shot } from './bruteForce.ts';

/** Pictures of a header as the browser paints it, with and without its ink, at a scroll of the page. */

/** Scrolls, and waits until the page's scripts have heard of it. */
export async function scrollTab(tab: Tab, scroll: number): Promise<void> {
  await tab.evaluate(
    (y) =>
      new Promise<void>((resolve) => {
        if (Math.round(scrollY) === y) return resolve();
        addEventListener('scroll', () => requestAnimationFrame(() => resolve()), { once: true });
        scrollTo(0, y);
      }),
    scroll,
  );
}

/** One that goes when scrolled down is judged where it has come back. */
export async function bringBack(tab: Tab): Promise<void> {
  await tab.evaluate(() => delete document.querySelector<HTMLElement>('.hr')!.dataset.gone);
}

/** Text, marks, lines and rings without their colour; text shadows, which are ground, stay. */
const BARE =
  '.hr-rail *{transition:none!important;color:transparent!important;text-decoration-color:transparent!important;outline-color:transparent!important}.hr-rail :is(svg,img,.hr-own){visibility:hidden!important}.hr-drop{visibility:hidden!important}';

/** Puts the header's ink out of sight, or back. */
async function bare(tab: Tab, isBare: boolean): Promise<void> {
  await tab.evaluate(
    ([css, on]) => {
      const known = document.getElementById('bare-ink');
      if (!on) return known?.remove();
      if (known) return;
      const style = document.createElement('style');
      style.id = 'bare-ink';
      style.textContent = css as string;
      document.head.append(style);
    },
    [BARE, isBare] as const,
  );
}

const sessions = new WeakMap<Tab, Promise<CDPSession>>();

/** The inspector of a tab. */
export function inspector(tab: Tab): Promise<CDPSession> {
  const found = sessions.get(tab) ?? tab.context().newCDPSession(tab);
  sessions.set(tab, found);
  return found;
}

/** The header's pixels, at its own place; without its ink if `isBare`. */
export async function shoot(
  tab: Tab,
  clip: { x: number; y: number; width: number; height: number },
  windowHeight: number,
  isBare: boolean,
): Promise<Shot> {
  await bare(tab, isBare);
  const top = Math.max(0, clip.y);
  const bottom = Math.min(windowHeight, clip.y + clip.height);
  const [session, scrolled] = await Promise.all([inspector(tab), tab.evaluate(() => scrollY)]);
  // Several times as fast as a screenshot of the tab's own.
  const { data } = await session.send('Page.captureScreenshot', {
    format: 'png',
    optimizeForSpeed: true,
    clip: { x: clip.x, y: scrolled + top, width: clip.width, height: bottom - top, scale: 1 },
  });
  const shot = await decode(Buffer.from(data, 'base64'));
  // Rows above and below the window are not to be seen; the rest keep their header rows.
  const rows = (count: number) => Buffer.alloc(Math.max(0, count) * shot.width * 3);
  return {
    ...shot,
    height: clip.height,
    data: Buffer.concat([rows(top - clip.y), shot.data, rows(clip.y + clip.height - bottom)]),
  };
}
