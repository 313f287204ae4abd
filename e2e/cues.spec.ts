import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { findings as axeFindings } from './axe.ts';
import { keepPages, openDressing, type Dressing } from './dressing.ts';
import { keepBands } from './owner.ts';

/** What an owner does with what tells that a link is hovered: it comes over time, and is clear all the way. */

const SLOW = { timeout: 60_000 };
const STORY = { timeout: 180_000 };
let owner: Dressing;
beforeAll(async () => {
  owner = await openDressing('Larkfell', (site) => {
    keepBands(2)(site);
    keepPages(site, ['home', 'visit']);
  });
});
afterAll(() => owner.close());

const header = () => owner.kept(owner.siteId).headers[0]!;

describe('an owner', () => {
  test(
    'sees that links are lost on their way to hovered, clear as they are before and after, and lets them change at once',
    STORY,
    async () => {
      const { tab } = owner;
      const backing = { colour: { colour: '#101828' }, opacity: 1 };
      const ink = {
        link: '#101828',
        hover: '#ffffff',
        current: '#101828',
        pressed: '#ffffff',
        ring: '#b00020',
      };
      const inks = Object.fromEntries(Object.entries(ink).map(([name, colour]) => [name, { colour }]));
      const before = structuredClone(header().looks);
      await owner.keep(owner.siteId, ({ headers }) => {
        headers[0]!.looks.top = {
          ink: { ...inks, logo: 'dark' } as never,
          fill: { colour: { colour: '#ffffff' }, opacity: 1 },
          backing: { hover: backing, pressed: backing },
          cue: { hover: 0, current: 0 },
        };
        headers[0]!.looks.scrolled = {};
      });
      await owner.go('prove');
      const finding = tab
        .getByRole('listbox')
        .getByRole('option')
        .filter({ hasText: /^Links, on their way to hovered over light pages, at the top/ });
      await finding.click(STORY);
      await tab
        .getByText(/how links change, from #101828 to #ffffff/)
        .last()
        .waitFor(SLOW);
      const way = tab.locator('.prove-side').getByText('Hovered links at once');
      await way.waitFor(STORY);
      await tab.locator('.prove-side').getByRole('button', { name: 'Try it' }).first().click();
      await expect.poll(() => header().looks.top.cue?.duration, SLOW).toBe(0);
      await finding.waitFor({ state: 'detached', ...STORY });
      await tab.keyboard.press('Control+z');
      await expect.poll(() => header().looks.top.cue?.duration, SLOW).toBeUndefined();
      await owner.keep(owner.siteId, ({ headers }) => void (headers[0]!.looks = before));
    },
  );

  test('lets the line below links grow from where the word begins, in a time of its own', STORY, async () => {
    const { tab } = owner;
    await owner.go('dress?moment=top');
    await owner.add('Line below links');
    const set = async (name: string, value: string) => {
      const field = tab.getByRole('textbox', { name, exact: true });
      await field.fill(value);
      await field.press('Enter');
    };
    await set('Line at rest', '2');
    await set('Share at rest', '10');
    await tab.getByRole('combobox', { name: 'Side that the line grows from' }).selectOption('start');
    // Pale at rest it is ornament; where it tells something it is judged with what shows through it.
    await set('Opacity of the line at rest, percent', '30');
    await tab.getByText('Paler at rest it is ornament, and not judged').waitFor(SLOW);
    await set('How long it takes to become hovered', '350');
    await tab.getByRole('combobox', { name: 'How it goes' }).selectOption('ease-out');
    const worn = () => header().looks.top.cue;
    await expect.poll(worn, SLOW).toMatchObject({
      rest: 2,
      restShare: 10,
      restOpacity: 0.3,
      from: 'start',
      duration: 350,
      easing: 'ease-out',
    });
    expect(await axeFindings(tab, ['iframe'])).toEqual([]);
    const line = (property: string) => owner.inFrame('.hr-rail .hr-link', property, '::after');
    await expect.poll(() => line('height'), SLOW).toBe('2px');
    expect(await line('opacity')).toBe('0.3');
    const width = async () => Number.parseFloat(await line('width'));
    const short = await width();
    await owner.stage().locator('.hr-rail .hr-link').first().hover();
    await expect.poll(() => line('transition-duration'), SLOW).toMatch(/^0\.35s/);
    // The stage's own rest: nothing waits for what is long over.
    await expect.poll(width, SLOW).toBeGreaterThan(9 * short);
    expect(await line('opacity')).toBe('1');
    const undone = async () => {
      if (worn() !== undefined) await owner.undo();
      return worn();
    };
    await expect.poll(undone, { ...SLOW, interval: 500 }).toBeUndefined();
  });
});
