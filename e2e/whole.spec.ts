import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { findings } from './axe.ts';
import { openDressing, type Dressing } from './dressing.ts';

/** Dress as a whole: a look held at the target, looks compared, states of links, and how the header behaves. */

const SLOW = { timeout: 90_000 };
let owner: Dressing;

beforeAll(async () => {
  owner = await openDressing('Larkfell', 5);
});
afterAll(() => owner.close());

const header = () => owner.header();
const row = (name: RegExp) => owner.row(name);
const stage = () => owner.stage();
const fill = () => header().looks.scrolled.fill?.opacity;

describe('the owner clears, holds and compares', SLOW, () => {
  test('the look is set aside, the fill set by its mark, and the two compared by a divider', async () => {
    const { tab } = owner;
    await tab.getByRole('button', { name: 'Set this look aside' }).click();
    await tab.getByRole('button', { name: 'Wear it: Trial 1' }).waitFor(SLOW);
    const mark = tab.locator('.percent-mark');
    await mark.waitFor(SLOW);
    const least = Number(/[\d.]+/.exec((await mark.textContent())!)![0]);
    await tab.getByRole('button', { name: 'Try it' }).first().click();
    await expect.poll(fill, SLOW).toBe(least / 100);
    await tab
      .locator('.trial')
      .getByText(/Lost|Strained/)
      .waitFor(SLOW);
    await tab.getByRole('button', { name: 'Compare', exact: true }).first().click();
    const divider = tab.getByRole('slider', { name: /^Divider between/ });
    await divider.press('ArrowRight');
    await expect.poll(() => divider.getAttribute('aria-valuenow'), SLOW).toBe('52');
    const box = (await divider.boundingBox())!;
    await tab.mouse.move(box.x + box.width / 2, box.y + 100);
    await tab.mouse.down();
    await tab.mouse.move(box.x - 150, box.y + 100, { steps: 3 });
    await tab.mouse.up();
    expect(Number(await divider.getAttribute('aria-valuenow'))).toBeLessThan(40);
    await divider.press('Escape');
    await divider.waitFor({ state: 'detached' });
  });

  test('where the change may be: the looks’ bounds are found over every page', async () => {
    const { tab } = owner;
    await row(/^Manner/).click();
    await tab.getByRole('button', { name: 'Up to where is At the top clear?' }).click();
    // White links on the white night log are lost from the first pixel on.
    await tab.getByText('Nowhere: another change is needed first.').waitFor(SLOW);
    await tab.getByRole('button', { name: 'From where is After scrolling clear?' }).click();
    await tab.getByText(/^Clear from 1 px\./).waitFor(SLOW);
    await row(/^Fill/).click();
  });

  test('held at the target, the fill is solved again when an ink changes, and undone along with it', async () => {
    const { tab } = owner;
    const before = fill()!;
    await tab.getByRole('checkbox', { name: 'Hold it at the target' }).check();
    await expect.poll(() => header().holds, SLOW).toEqual([{ moment: 'scrolled', layer: 'fill' }]);
    await row(/^Ink/).click();
    await tab.getByRole('button', { name: /^Hovered:/ }).click();
    await tab.getByRole('dialog', { name: 'Hovered' }).getByRole('button', { name: 'White' }).click();
    await tab.keyboard.press('Escape');
    // White asks for less than the yellow did.
    await expect.poll(fill, SLOW).toBeLessThan(before);
    await row(/^Fill/).click();
    await tab.getByText(/^Solved again: [\d.]+ % became [\d.]+ %\.$/).waitFor(SLOW);
    await tab.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(fill, SLOW).toBe(before);
    await tab.getByRole('checkbox', { name: 'Hold it at the target' }).uncheck();
    await expect.poll(() => header().holds, SLOW).toBeUndefined();
  });

  test('a hover colour equal to its backing is caught while it is shown', async () => {
    const { tab } = owner;
    await tab.getByLabel('Show links').selectOption('hover');
    await tab
      .getByRole('group', { name: 'Add a layer' })
      .getByRole('button', { name: 'Backing of links' })
      .click();
    const ink = header().looks.top.ink!.hover!;
    const name = owner.kept(owner.siteId).palette.find(({ id }) => id === ink.swatch)!.name;
    await tab.getByRole('button', { name: /^Backing, hovered:/ }).click();
    await tab.getByRole('dialog').getByRole('button', { name }).click();
    await tab.keyboard.press('Escape');
    await tab.getByRole('textbox', { name: 'Opacity, hovered, percent' }).fill('100');
    const value = tab
      .locator('.layer[data-open] .value')
      .filter({ has: tab.getByText('Hovered', { exact: true }) });
    await value.getByText('Lost').waitFor(SLOW);
    await expect.poll(() => value.textContent(), SLOW).toContain('1.0');
    // The stage shows it: words and ground are one colour.
    const link = stage().locator('.hr-link').nth(1);
    const [word, ground] = await link.evaluate((element) => [
      getComputedStyle(element).color,
      getComputedStyle(element, '::before').backgroundColor,
    ]);
    expect(word).toBe(ground);
    await tab.getByRole('button', { name: 'Put the whole layer back' }).click();
    await tab.getByLabel('Show links').selectOption('');
    await expect.poll(() => header().looks.scrolled.backing, SLOW).toBeUndefined();
  });

  test('the menu is opened on the stage, and a colour that loses its entries is mended with one click', async () => {
    const { tab } = owner;
    await tab.getByRole('button', { name: /^Menu open/ }).click();
    await stage().locator('.hr-drop').first().waitFor(SLOW);
    await tab.getByRole('button', { name: /^Hovered, menu open:/ }).click();
    await tab.getByRole('textbox', { name: 'Any CSS colour' }).fill('#101b33');
    await tab.keyboard.press('Escape');
    const lost = tab.locator('.panel-verdicts li').filter({ hasText: 'Drop-downs, hovered' });
    await lost.getByText('Lost').waitFor(SLOW);
    await lost.getByRole('button', { name: /clears it/ }).click();
    await lost.getByText('Clear').waitFor(SLOW);
    await expect.poll(() => header().panel.hover?.swatch, SLOW).toBeDefined();
    await tab.getByRole('button', { name: /^After scrolling/ }).click();
    await stage()
      .locator('.hr-drop')
      .first()
      .waitFor({ state: 'hidden', ...SLOW });
  });

  test('the header takes its look from the band beneath; the change is watched, and timed another way', async () => {
    const { tab } = owner;
    await row(/^Manner/).click();
    await tab.getByLabel('Where it changes').selectOption('ground');
    await tab.getByRole('button', { name: /^Over light bands/ }).waitFor(SLOW);
    await tab.getByRole('button', { name: /^Over dark bands/ }).waitFor(SLOW);
    await expect.poll(() => header().manner.switch.at, SLOW).toBe('ground');
    const first = owner.kept(owner.siteId).pages[0]!.bands[0]!;
    await tab.locator('.band-grounds').getByLabel(first.name).first().selectOption('light');
    await expect.poll(() => owner.kept(owner.siteId).pages[0]!.bands[0]!.ground, SLOW).toBe('light');
    await expect
      .poll(() => stage().locator('.band').first().getAttribute('data-hr-ground'), SLOW)
      .toBe('light');
    const watch = tab.getByRole('region', { name: 'While it changes' });
    await watch.waitFor(SLOW);
    await expect.poll(() => watch.textContent(), SLOW).toMatch(/least is|Clear all the way/);
    await tab.getByLabel('The inks change').selectOption('apart');
    await expect
      .poll(() => header().manner.ink, SLOW)
      .toEqual({ delay: 0, duration: header().manner.duration });
  });

  test('the cut edge is dragged on the edge itself, the picture on the header', async () => {
    const { tab } = owner;
    const add = (name: string) =>
      tab.getByRole('group', { name: 'Add a layer' }).getByRole('button', { name, exact: true }).click();
    const cut = () => header().looks.scrolled.cut?.middle;
    await tab.getByRole('button', { name: /^Over light bands/ }).click();
    await add('Cut edge');
    const handle = tab.getByRole('slider', { name: 'Depth of the cut in its middle' });
    await handle.press('ArrowDown');
    await expect.poll(cut, SLOW).toBe(25);
    const box = (await handle.boundingBox())!;
    await tab.mouse.move(box.x + 8, box.y + 8);
    await tab.mouse.down();
    await tab.mouse.move(box.x + 8, box.y + 30, { steps: 3 });
    await tab.mouse.up();
    await expect.poll(cut, SLOW).toBeGreaterThan(45);
    await add('Picture');
    const picture = tab.getByRole('group', { name: /^Place of the header’s picture/ });
    await picture.press('Shift+ArrowDown');
    await expect.poll(() => header().looks.scrolled.picture?.y, SLOW).toBe(60);
    const at = (await picture.boundingBox())!;
    await tab.mouse.move(at.x + 60, at.y + 10);
    await tab.mouse.down();
    await tab.mouse.move(at.x + 60, at.y + 40, { steps: 3 });
    await tab.mouse.up();
    // Pulled down, more of its upper part is seen.
    await expect.poll(() => header().looks.scrolled.picture!.y!, SLOW).toBeLessThan(60);
  });

  test('a trial is worn: everything is as it was set aside; axe-core finds nothing', async () => {
    const { tab } = owner;
    await tab.getByRole('button', { name: 'Wear it: Trial 1' }).click();
    await expect.poll(fill, SLOW).toBe(0.42);
    expect(header().manner.switch.at).toBe('distance');
    expect(await findings(tab, ['iframe'])).toEqual([]);
    await tab.getByRole('button', { name: 'Throw away: Trial 1' }).click();
    await expect.poll(() => header().trials, SLOW).toBeUndefined();
    expect(owner.errors).toEqual([]);
  });
});
