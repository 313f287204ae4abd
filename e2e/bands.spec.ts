import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { findings as axeFindings } from './axe.ts';
import { keepPages, openDressing, type Dressing } from './dressing.ts';
import { keepBands } from './owner.ts';

/** What an owner does with the bands of a page: pictures that take turns, and a ground that follows the header's. */

const SLOW = { timeout: 60_000 };
const STORY = { timeout: 180_000 };
let owner: Dressing;
beforeAll(async () => {
  owner = await openDressing('Larkfell', (site) => {
    keepBands(2)(site);
    keepPages(site, ['home']);
    // Clear over what is dark, and lost over what is bright.
    site.headers[0]!.looks.top = {
      ...site.headers[0]!.looks.top,
      fill: { opacity: 0 },
      cue: { hover: 2, current: 2 },
    };
    site.headers[0]!.looks.scrolled = { fill: { colour: { swatch: 'midnight' }, opacity: 0.97 } };
  });
});
afterAll(() => owner.close());

const header = () => owner.kept(owner.siteId).headers[0]!;
const undo = () => owner.tab.keyboard.press('Control+z');
const lost = async () => /lost/.test((await owner.tab.locator('button.bar-verdict').textContent()) ?? '');

describe('an owner', () => {
  test(
    'lets two pictures take turns: each is judged, and the stage shows the one that is at fault',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('gather/pages');
      await tab.getByRole('button', { name: /^Opening/ }).click();
      const turns = () => owner.kept(owner.siteId).pages[0]!.bands[0]!.backdrop.picture!.takeTurns;
      const next = tab.getByRole('combobox', { name: 'Another picture that takes turns' });
      await next.selectOption({ label: 'Star field' });
      await next.selectOption({ label: 'The dome at noon' });
      const every = tab.getByRole('textbox', { name: 'How long each picture is seen' });
      await every.fill('2');
      await every.press('Enter');
      await tab
        .getByText(/from 3 to 60/)
        .first()
        .waitFor(SLOW);
      await every.fill('3');
      await every.press('Enter');
      await expect.poll(turns, SLOW).toEqual({ pictures: ['stars', 'dome'], every: 3 });
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      await owner.go('dress?moment=top&page=home');
      await tab.getByText(/^Seen with The dome at noon/).waitFor(SLOW);
      await expect.poll(() => owner.inFrame('#aurora', 'background-image'), SLOW).toContain('url(');
      expect(await owner.stage().locator('#aurora').getAttribute('data-hr-shows')).toBe('2');
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      // Without it, nothing is lost.
      await owner.go('gather/pages');
      await tab.getByRole('button', { name: /^Opening/ }).click();
      await tab.getByRole('button', { name: 'Let The dome at noon not take turns' }).click();
      await expect.poll(turns, SLOW).toEqual({ pictures: ['stars'], every: 3 });
      await tab.locator('.bar-again').waitFor({ state: 'detached', ...SLOW });
      await expect.poll(lost, SLOW).toBe(false);
    },
  );

  test('visitors see them take turns, and let them stay; without motion the first does', STORY, async () => {
    const { browser, running, siteId } = owner;
    await owner.tab.locator('.bar-saved[data-save="saved"]').waitFor(SLOW);
    const { site, hashes } = running.context.sites.read(siteId)!;
    running.context.releases.make(siteId, site, hashes, '');
    const visit = async (reducedMotion: 'reduce' | 'no-preference') => {
      const tab = await (await browser.newContext({ reducedMotion })).newPage();
      await tab.goto(`${running.liveUrl}/larkfell/`);
      return tab;
    };
    const moving = await visit('no-preference');
    const band = moving.locator('#aurora');
    const shows = () => band.getAttribute('data-hr-shows');
    const ground = () => band.evaluate((element) => getComputedStyle(element).backgroundImage);
    expect(await shows()).toBe('0');
    const first = await ground();
    await expect.poll(shows, SLOW).toBe('1');
    expect(await ground()).not.toBe(first);
    const pause = moving.getByRole('button', { name: 'Pause the pictures' });
    await pause.press('Enter');
    expect(await pause.getAttribute('aria-pressed')).toBe('true');
    const paused = await shows();
    await new Promise((done) => setTimeout(done, 3500));
    expect(await shows()).toBe(paused);
    expect(await axeFindings(moving)).toEqual([]);
    await pause.click();
    await expect.poll(shows, SLOW).not.toBe(paused);
    const still = await visit('reduce');
    expect(await still.locator('#aurora').getAttribute('data-hr-shows')).toBeNull();
    expect(await still.getByRole('button', { name: 'Pause the pictures' }).count()).toBe(0);
    await still.emulateMedia({ reducedMotion: 'no-preference' });
    await still.getByRole('button', { name: 'Pause the pictures' }).waitFor(SLOW);
  });

  test.runIf(process.env.LONG)(
    'sets the title on a shadow, and lets the picture turn into another along with the scroll',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('gather/type');
      await tab.getByRole('button', { name: 'Set one heading level apart' }).click();
      await tab.getByRole('combobox', { name: 'Level that is set apart' }).selectOption('1');
      await tab.getByRole('switch', { name: 'Shadow of the heading' }).check();
      const softness = tab.getByRole('textbox', { name: 'Softness of the heading’s shadow' });
      await softness.fill('9');
      await softness.press('Enter');
      await expect
        .poll(() => owner.kept(owner.siteId).type.level, SLOW)
        .toMatchObject({ level: 1, shadow: { blur: 9, opacity: 0.6 } });
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      await owner.go('gather/pages');
      await tab.getByRole('button', { name: /^Opening/ }).click();
      await tab.getByRole('switch', { name: 'Turns on scroll' }).check();
      await tab
        .getByRole('combobox', { name: 'What its picture turns into' })
        .selectOption('turns into The dome at noon');
      const turns = () => owner.kept(owner.siteId).pages[0]!.bands[0]!.turns;
      await expect.poll(turns, SLOW).toMatchObject({ picture: 'dome', tint: { opacity: 0.6 } });
      // Its lower edge is another under the pointer.
      await tab.getByRole('switch', { name: 'Shaped lower edge' }).check();
      await tab.getByRole('switch', { name: 'Another shape under the pointer' }).check();
      const edge = () => owner.kept(owner.siteId).pages[0]!.bands[0]!.edge;
      const middle = tab.getByRole('textbox', { name: 'Under the pointer, in the middle' });
      await middle.fill('70');
      await middle.press('Enter');
      await expect.poll(edge, SLOW).toMatchObject({ start: 40, hover: { start: 0, middle: 70, end: 0 } });
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      await owner.go('dress?moment=top&page=home&scroll=150');
      await expect.poll(() => owner.inFrame('#aurora', 'opacity', '::before'), SLOW).toBe('0.5');
      expect(await owner.inFrame('#aurora', 'background-image', '::before')).toContain('url(');
      expect(await owner.inFrame('h1', 'text-shadow', '::before')).toMatch(/ 0px 2px 9px$/);
      for (let i = 0; i < 9 && (turns() || owner.kept(owner.siteId).type.level); i++) {
        await undo();
        await tab.locator('.bar-saved[data-save="saved"]').waitFor(SLOW);
      }
      expect([turns(), edge(), owner.kept(owner.siteId).type.level]).toEqual([
        undefined,
        undefined,
        undefined,
      ]);
    },
  );

  test(
    'lets the last band wear the header’s ground: it follows, and both are undone as one',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('gather/pages');
      const band = () => owner.kept(owner.siteId).pages[0]!.bands.at(-1)!;
      const before = band();
      await tab.getByRole('button', { name: new RegExp(`^${before.name}`) }).click();
      const wears = tab.getByRole('combobox', { name: 'What the band wears' });
      await wears.selectOption({ label: `ground of ${header().name}, after scrolling` });
      await expect.poll(() => band().follows, SLOW).toEqual({ header: header().id, moment: 'scrolled' });
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      await tab.getByRole('link', { name: 'Dress the header' }).click();
      await tab.waitForURL(/\/dress\?.*moment=scrolled/);
      const opacity = tab.getByRole('textbox', { name: 'Fill opacity, percent' });
      const worn = band().backdrop.colour;
      await opacity.fill('100');
      await opacity.press('Enter');
      const fill = () => header().looks.scrolled.fill;
      await expect.poll(() => fill()?.opacity, SLOW).toBe(1);
      expect(band().backdrop.colour).toEqual(fill()!.colour);
      expect(band().backdrop.colour).not.toEqual(worn);
      await undo();
      await expect.poll(() => band().backdrop.colour, SLOW).toEqual(worn);
      await owner.keep(owner.siteId, ({ pages }) => void pages[0]!.bands.splice(-1, 1, before));
    },
  );
});
