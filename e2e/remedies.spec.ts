import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { findings } from './axe.ts';
import { openDressing, type Dressing } from './dressing.ts';

/** Ways to be clear beside the least fill, and what is round a header: each found, tried, seen and undone. */

const SLOW = { timeout: 60_000 };
let owner: Dressing;

beforeAll(async () => {
  owner = await openDressing('Larkfell', 2);
});
afterAll(() => owner.close());

const header = () => owner.header();
const opening = () => owner.kept(owner.siteId).pages[0]!.bands[0]!;
const row = (name: RegExp) => owner.row(name);
const add = (name: string) => owner.add(name);
const inFrame: Dressing['inFrame'] = (...of) => owner.inFrame(...of);
const undo = () => owner.undo();

describe('the owner looks for another way', { timeout: 120_000 }, () => {
  test('other ways are swept before they are listed; one is tried, is clear, and is undone', async () => {
    const { tab } = owner;
    const before = JSON.stringify(header().looks);
    await tab.getByRole('button', { name: 'More' }).click(SLOW);
    await tab.getByRole('button', { name: 'Other ways' }).click(SLOW);
    const blurred = tab.getByRole('button', { name: /^Try it: Blur of 12 px/ });
    await blurred.waitFor(SLOW);
    // A tint would come to the same as the fill that is offered already.
    expect(await tab.getByRole('button', { name: /^Try it: Tint in / }).count()).toBe(0);
    await blurred.click();
    await expect.poll(() => header().looks.scrolled.blur?.radius, SLOW).toBe(12);
    await tab
      .getByRole('button', { name: /^After scrolling/ })
      .getByText('Clear')
      .waitFor(SLOW);
    await undo();
    await expect.poll(() => JSON.stringify(header().looks), SLOW).toBe(before);
  });

  test('another timing of the change, held against the present one at the instant at which that is worst', async () => {
    const { tab } = owner;
    const { duration } = header().manner;
    await row(/^Manner/).click();
    const atOnce = tab.getByRole('button', { name: 'Compare: All at once' });
    await atOnce.click(SLOW);
    const divider = tab.getByRole('slider', { name: /^Divider between the look now and All at once/ });
    await divider.waitFor(SLOW);
    expect(await tab.locator('.divider-name').allTextContents()).toEqual([
      expect.stringMatching(/^Now, \d+ ms in$/),
      expect.stringMatching(/^All at once, \d+ ms in$/),
    ]);
    // Before the change there is no fill; with this timing it is there at once.
    const fillIn = (frame: number) =>
      tab
        .frameLocator('.divider-other iframe >> nth=' + frame)
        .locator('.hr')
        .evaluate((bar) => getComputedStyle(bar).getPropertyValue('--hr-fill'));
    const opaque = (colour: string) => Number(/\/ ([\d.]+)/.exec(colour)?.[1] ?? 0);
    await expect.poll(async () => opaque(await fillIn(1)), SLOW).toBeGreaterThan(0.3);
    expect(opaque(await fillIn(0))).toBeLessThan(0.3);
    await divider.press('Escape');
    await divider.waitFor({ state: 'detached' });
    await tab.getByRole('button', { name: 'Try it: All at once' }).click(SLOW);
    await expect.poll(() => header().manner.duration, SLOW).toBe(0);
    await undo();
    await expect.poll(() => header().manner.duration, SLOW).toBe(duration);
  });

  test('the least tint for the opening band’s words and the header together', async () => {
    const { tab } = owner;
    await row(/^Opening band/).click();
    await tab.getByRole('button', { name: 'Least tint for words and header' }).click(SLOW);
    await tab
      .getByText(/: worst word [\d.]+, and of Night header, At the top, which lies over it/)
      .waitFor(SLOW);
    const percent = Number(/, ([\d.]+) %:/.exec((await tab.locator('.band-remedy').textContent())!)![1]);
    // Held against the band as it is: the other side of the divider has the tint.
    await tab.getByRole('button', { name: /^Compare the tint of/ }).click();
    const tintOf = (frame: ReturnType<typeof tab.frameLocator>) =>
      frame
        .locator('.band')
        .first()
        .evaluate((band) => /^linear-gradient\([^)]*\)/.exec(getComputedStyle(band).backgroundImage)?.[0]);
    const [now, other] = ['.stage iframe', '.divider-other iframe'].map((at) =>
      tab.frameLocator(`${at} >> nth=0`),
    );
    await expect.poll(() => tintOf(other!), SLOW).toContain(String(percent / 100));
    expect(await tintOf(now!)).not.toContain(String(percent / 100));
    await tab.getByRole('button', { name: 'Stop comparing' }).click();
    await tab.locator('.band-remedy').getByRole('button', { name: 'Try it' }).click();
    await expect.poll(() => opening().backdrop.tint?.opacity, SLOW).toBeCloseTo(percent / 100, 6);
    await undo();
    // Taller, and its words moved in: the stage follows, and the words are read again.
    await tab.getByLabel('Offset of the words').fill('80');
    await expect.poll(() => opening().words?.offset, SLOW).toBe(80);
    await expect.poll(() => inFrame('.band', '--words-x'), SLOW).toBe('80px');
    await tab
      .locator('.panel-verdicts li')
      .first()
      .getByText(/Clear|Strained|Lost/)
      .waitFor(SLOW);
  });

  test('letters: from which size it is clear, and a weight of its own for the current page’s link', async () => {
    const { tab } = owner;
    await row(/^Ink/).click();
    await tab.getByLabel('Size of the links’ letters').fill('26');
    await expect.poll(() => inFrame('.hr-rail .hr-link', 'font-size'), SLOW).toBe('26px');
    await tab.getByRole('button', { name: 'From which size is it clear?' }).click();
    await tab.getByText(/^(Clear from \d+ px\.|Nowhere: another change is needed first\.)/).waitFor(SLOW);
    await undo();
    // An entry whose menu is open has an ink of its own, shown while it is dressed.
    await tab.getByRole('button', { name: /^With its menu open:/ }).click();
    await tab.getByRole('textbox', { name: 'Any CSS colour' }).fill('#7fd1ff');
    await tab.keyboard.press('Escape');
    await tab.getByLabel('Show links').selectOption('drop-downs');
    const opened = '.hr-menu > li:has(> [aria-expanded="true"]) > .hr-link';
    await expect.poll(() => inFrame(opened, 'color'), SLOW).toBe('rgb(127, 209, 255)');
    await tab.getByLabel('Show links').selectOption('');
    await add('Line below links');
    await tab.getByLabel('Weight on its own page').selectOption('700');
    await expect.poll(() => owner.kept(owner.siteId).type.currentWeight, SLOW).toBe(700);
    await tab.getByRole('combobox', { name: 'Page', exact: true }).selectOption({ label: 'Night log' });
    await expect.poll(() => inFrame('.hr-rail .hr-link[aria-current]', 'font-weight'), SLOW).toBe('700');
    // Over another page, for looking only.
    await tab.getByLabel('Ground to look at').selectOption({ label: 'Home' });
    await tab.getByText(/^Borrowed ground, Home/).waitFor(SLOW);
    await tab.getByRole('button', { name: 'Back to the page' }).click();
    await tab.getByRole('combobox', { name: 'Page', exact: true }).selectOption({ label: 'Home' });
  });

  test('an inset, blurred header with corners, a line at its side and a shadow', async () => {
    const { tab } = owner;
    await row(/^Extent/).click();
    await tab.getByLabel('Inset from the top').fill('16');
    await tab.getByLabel('Corner radius').fill('14');
    await expect.poll(() => header().extent, SLOW).toMatchObject({ top: 16, sides: 16, radius: 14 });
    await add('Blur');
    await add('Shadow');
    await tab.getByRole('textbox', { name: /Shadow opacity/ }).fill('40');
    await add('Edge');
    await tab.getByLabel('Line at the start').fill('3');
    await expect.poll(() => inFrame('.hr-bar', 'box-shadow'), SLOW).toMatch(/0\.4\)/);
    expect(await inFrame('.hr-bar', 'margin-top')).toBe('16px');
    expect(await inFrame('.hr-bar', 'border-top-left-radius')).toBe('14px');
    expect(await inFrame('.hr-bar', 'border-left-width', '::after')).toBe('3px');
    await tab
      .getByRole('button', { name: /^After scrolling/ })
      .getByText(/Clear|Strained|Lost/)
      .waitFor(SLOW);
    expect(await findings(tab, ['iframe'])).toEqual([]);
    expect(owner.errors).toEqual([]);
  });
});
