import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Site } from '@hatrail/core/model/site';
import { keepPages, openDressing, type Dressing } from './dressing.ts';

/** What an owner is told is what was computed: no wider, and with the cause first. */

const SLOW = { timeout: 180_000 };
let owner: Dressing;
beforeAll(async () => {
  owner = await openDressing('Larkfell', (site) => {
    if (process.env.LONG) return;
    keepPages(site, ['home', 'visit', 'log']);
    site.pages.forEach(({ bands }) => bands.splice(3));
  });
});
afterAll(() => owner.close());

const remedy = () => owner.tab.getByRole('region', { name: 'Remedy' });
const at = (moment: string, page = 'home') =>
  owner.tab.goto(`${owner.running.url}/sites/${owner.siteId}/dress?page=${page}&moment=${moment}&width=1280`);
const keep = (change: (site: Site) => void) => owner.keep(owner.siteId, change);

describe('told', () => {
  test.runIf(process.env.LONG)(
    'after a remedy: at which widths it is clear, and what is lost at another moment, which opens',
    SLOW,
    async () => {
      await at('scrolled');
      await remedy().getByRole('button', { name: 'Try it' }).first().click(SLOW);
      await remedy().getByText('clear on all pages').waitFor(SLOW);
      await remedy().getByRole('button', { name: 'More' }).click();
      expect(await remedy().textContent()).toMatch(/at 390, 768, 1280 and 1920 px/);
      const elsewhere = remedy().getByRole('link', { name: 'At the top' });
      expect(await remedy().textContent()).toMatch(/At the top is not: .* where 4\.5 is needed/);
      await elsewhere.click();
      await owner.tab.waitForURL(/moment=top/);
      expect(owner.tab.url()).toMatch(/page=log/);
    },
  );

  test('a moment that is lost under the pointer says so', SLOW, async () => {
    await keep(({ headers: [header] }) => {
      const dark = { colour: '#101b33' };
      header!.looks.scrolled.fill = { colour: dark, opacity: 1 };
      header!.looks.scrolled.ink = { hover: dark };
    });
    await at('scrolled');
    const card = owner.tab
      .getByRole('region', { name: /^Moments/ })
      .getByRole('button', { name: /^After scrolling/ });
    await card.filter({ hasText: 'Lost' }).waitFor(SLOW);
    expect(await card.textContent()).toMatch(/, hovered/);
  });

  test('links that are lost because the header stands in the flow: the cause comes first', SLOW, async () => {
    await keep(({ headers: [header], pages }) => {
      header!.manner = { ...header!.manner, lies: 'above', onScroll: 'leaves' };
      header!.looks.scrolled = {};
      // Pages that are dark at the top: laid over them, white links are clear.
      for (const page of pages) {
        page.bands.splice(2);
        const [band] = page.bands;
        if (band) band.backdrop = { colour: { colour: '#101b33' } };
        if (band) band.height = { unit: 'px', value: 600 };
      }
    });
    await at('top');
    await remedy().getByRole('button', { name: 'More' }).click(SLOW);
    await remedy().getByRole('heading', { name: 'What is wrong' }).waitFor(SLOW);
    const headings = await remedy().getByRole('heading').allTextContents();
    expect(headings[0]).toBe('What is wrong');
    await remedy()
      .getByRole('button', { name: /^Try it: Lay it over the page/ })
      .click();
    await remedy().getByText('clear on all pages').waitFor(SLOW);
    await expect.poll(() => owner.header().manner.lies, { timeout: 30_000 }).toBe('over');
  });

  test.runIf(process.env.LONG)('a release is brought back whole, and undone in one step', SLOW, async () => {
    const { context } = owner.running;
    const then = owner.kept(owner.siteId);
    context.releases.make(owner.siteId, then, context.sites.read(owner.siteId)!.hashes, '');
    await keep((site) => {
      site.menus[0]!.entries.pop();
      site.pairings = [];
    });
    const now = owner.kept(owner.siteId);
    expect(now).not.toEqual(then);
    await owner.tab.goto(`${owner.running.url}/sites/${owner.siteId}/hand-over`);
    await owner.tab
      .getByRole('button', { name: /^Bring back into the editor/ })
      .first()
      .click();
    await owner.tab.getByText(/is in the editor/).waitFor(SLOW);
    await expect.poll(() => owner.kept(owner.siteId), { timeout: 20_000 }).toEqual(then);
    await owner.undo();
    await expect.poll(() => owner.kept(owner.siteId), { timeout: 20_000 }).toEqual(now);
  });

  test.runIf(process.env.LONG)('the card of a site counts the words of its banner', SLOW, async () => {
    await keep(({ headers: [header], pages }) => {
      const white = { colour: '#ffffff' };
      header!.looks.top = {
        ink: { link: white, hover: white, current: white, logo: 'light' },
        fill: { colour: { colour: '#000000' }, opacity: 1 },
      };
      const [band] = pages[0]!.bands;
      band!.backdrop = { colour: white };
      band!.ink = white;
    });
    await owner.tab.goto(owner.running.url);
    const card = owner.tab.getByRole('article').filter({ hasText: 'Larkfell' });
    await card.getByText(/in the opening band of Home/).waitFor(SLOW);
    expect(await card.textContent()).toMatch(/1\.0 where [34](\.5)? is needed, in the opening band/);
  });
});
