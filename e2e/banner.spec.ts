import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openDressing, type Dressing } from './dressing.ts';

/** A header and a banner with pictures: what covers them is set by its mark, and their subject stays in view. */

const SLOW = { timeout: 60_000 };
let owner: Dressing;

beforeAll(async () => {
  owner = await openDressing('Larkfell', 2);
});
afterAll(() => owner.close());

const scrolled = () => owner.header().looks.scrolled;
const opening = () => owner.kept(owner.siteId).pages[0]!.bands[0]!;

describe('the owner works with pictures', { timeout: 120_000 }, () => {
  test('a dark tint is set by its mark and not by eye, and held through a change of picture', async () => {
    const { tab, row, add } = owner;
    await add('Picture');
    await tab.getByLabel('Picture of the header').selectOption({ label: 'The dome at noon' });
    await expect.poll(() => scrolled().picture?.picture, SLOW).toBe('dome');
    await add('Tint');
    const mark = tab.locator('.layer[data-open] .percent-mark');
    await expect.poll(() => mark.textContent(), SLOW).toMatch(/clear from [\d.]+ %/);
    const least = /[\d.]+/.exec((await mark.textContent())!)![0];
    await tab.getByRole('textbox', { name: 'Tint opacity, percent' }).fill(least);
    await expect.poll(() => scrolled().tint?.opacity, SLOW).toBeCloseTo(Number(least) / 100, 6);
    await tab
      .getByRole('button', { name: /^After scrolling/ })
      .getByText('Clear')
      .waitFor(SLOW);
    await tab.getByRole('checkbox', { name: 'Hold it at the target' }).check();
    await expect.poll(() => owner.header().holds, SLOW).toEqual([{ moment: 'scrolled', layer: 'tint' }]);
    // Over the night sky it takes less of it.
    await row(/^Picture/).click();
    await tab.getByLabel('Picture of the header').selectOption({ label: 'Star field' });
    await expect.poll(() => scrolled().tint?.opacity, SLOW).toBeLessThan(Number(least) / 100);
    await row(/^Tint/).click();
    await tab.getByText(/^Solved again: [\d.]+ % became [\d.]+ %\.$/).waitFor(SLOW);
    await owner.undo();
    await expect.poll(() => scrolled().picture?.picture, SLOW).toBe('dome');
    await expect.poll(() => scrolled().tint?.opacity, SLOW).toBeCloseTo(Number(least) / 100, 6);
  });

  test('a banner picture whose subject is cut off on small screens is placed so that it stays in view', async () => {
    const { tab } = owner;
    await owner.peg('Gather');
    await owner.part('Pages');
    await tab.getByRole('button', { name: /^Opening/ }).click();
    await tab.getByLabel('Picture behind the band').selectOption({ label: 'The dome at noon' });
    await expect.poll(() => opening().backdrop.picture?.picture, SLOW).toBe('dome');
    const inView = () => tab.locator('.in-view li').allTextContents();
    await owner.part('Pictures');
    await tab
      .getByRole('button', { name: /The dome at noon/ })
      .first()
      .click();
    await expect.poll(async () => (await inView()).join(' '), SLOW).toMatch(/\d % of the subject/);
    // The focus goes on the dome, and the band takes the picture by it.
    const picture = tab.locator('.focus-stage');
    await expect
      .poll(() => picture.locator('img').evaluate((image: HTMLImageElement) => image.complete), SLOW)
      .toBe(true);
    const { width, height } = (await picture.boundingBox())!;
    await picture.click({ position: { x: width * 0.65, y: height * 0.57 } });
    await owner.part('Pages');
    await tab.getByRole('button', { name: /^Opening/ }).click();
    await tab.getByRole('button', { name: 'at its focus' }).click();
    await expect.poll(() => opening().backdrop.picture?.x, SLOW).toBeCloseTo(65, 0);
    await owner.part('Pictures');
    await tab
      .getByRole('button', { name: /The dome at noon/ })
      .first()
      .click();
    const shown = tab.getByRole('region', { name: 'In view: Opening, Home' }).locator('li');
    await expect
      .poll(async () => (await shown.allTextContents()).join(' '), SLOW)
      .toContain('subject in view');
    expect((await shown.allTextContents()).join(' ')).not.toContain('of the subject');
    // And the words are read beside it: how much of it they cover, at every width.
    await owner.peg('Dress');
    await owner.row(/^Opening band/).click();
    await tab.getByText(/^The words cover of the picture’s subject: \d+ % at 390 px/).waitFor(SLOW);
    expect(owner.errors).toEqual([]);
  });
});
