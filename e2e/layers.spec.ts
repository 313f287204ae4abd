import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { findings } from './axe.ts';
import { openDressing, type Dressing } from './dressing.ts';

/** Dress, layer by layer: what an owner puts on, sees, and takes off again. */

const SLOW = { timeout: 120_000 };
let owner: Dressing;

beforeAll(async () => {
  owner = await openDressing('Pellow', 2);
});
afterAll(() => owner.close());

const header = () => owner.header();
const row = (name: RegExp) => owner.row(name);
const add = (name: string) => owner.add(name);
const lookOf = (name: string) => owner.tab.getByLabel('Look of').selectOption({ label: name });
const inFrame: Dressing['inFrame'] = (...of) => owner.inFrame(...of);

describe('the owner dresses a header', SLOW, () => {
  test('with a gradient of the palette, whose stops are moved, added and taken out by keyboard', async () => {
    const { tab } = owner;
    await add('Gradient');
    await expect.poll(() => header().looks.scrolled.gradient?.on, SLOW).toBe(true);
    const first = tab.getByRole('slider', { name: 'Stop 1', exact: true });
    await first.press('Shift+ArrowRight');
    await first.press('ArrowRight');
    await expect.poll(() => header().looks.scrolled.gradient!.stops![0]!.at, SLOW).toBe(11);
    await tab.getByRole('button', { name: 'Add a stop' }).focus();
    await tab.keyboard.press('Enter');
    await expect
      .poll(() => header().looks.scrolled.gradient!.stops!.map(({ at }) => at), SLOW)
      .toEqual([11, 50, 100]);
    await tab.getByRole('slider', { name: 'Stop 2', exact: true }).press('Delete');
    await expect.poll(() => header().looks.scrolled.gradient!.stops!.length, SLOW).toBe(2);
    expect(await inFrame('.hr-bar > .hr-back > .hr-paint', 'background-image')).toContain('linear-gradient');
  });

  test('with blur and tint as well; one layer is put back and the others stay', async () => {
    const { tab } = owner;
    await add('Blur');
    await expect.poll(() => inFrame('.hr-blur', 'backdrop-filter'), SLOW).toBe('blur(12px)');
    await add('Tint');
    await expect.poll(() => header().looks.scrolled.tint?.opacity, SLOW).toBe(0.3);
    // The sweep of a blurred page comes to a verdict, and the cut shows what the blur leaves of the page.
    await tab
      .locator('.moment')
      .nth(1)
      .getByText(/Clear|Strained|Lost/)
      .waitFor(SLOW);
    await row(/^Blur/).locator('.letter-patch').waitFor(SLOW);
    await row(/^Tint/).click();
    await tab.getByRole('button', { name: 'Put the whole layer back' }).click();
    await expect.poll(() => header().looks.scrolled.tint, SLOW).toBeUndefined();
    expect(header().looks.scrolled).toMatchObject({ gradient: { on: true }, blur: { radius: 12 } });
  });

  test('a number out of range says what to give, and changes nothing', async () => {
    const { tab } = owner;
    await row(/^Blur/).click();
    await tab.getByLabel('Blur radius').fill('10000');
    await tab.getByText('Give whole px from 0 to 60.').waitFor(SLOW);
    expect(header().looks.scrolled.blur).toEqual({ radius: 12 });
    await tab.getByLabel('Blur radius').fill('9');
    await expect.poll(() => header().looks.scrolled.blur, SLOW).toEqual({ radius: 9 });
  });

  test('with a fill on each rail; all that covers the page is cleared in one step, and comes back with one', async () => {
    const { tab } = owner;
    for (const rail of ['Rail 1', 'Rail 2']) {
      await lookOf(rail);
      await row(/^Fill/).click();
      await tab.getByRole('textbox', { name: 'Fill opacity, percent' }).fill('60');
    }
    await expect
      .poll(() => header().rails.map(({ looks }) => looks?.scrolled?.fill?.opacity), SLOW)
      .toEqual([0.6, 0.6]);
    await lookOf('The header');
    await row(/^What still covers/).click();
    const list = tab.locator('.covers li');
    const before = await list.allTextContents();
    expect(before.join(' ')).toMatch(/Fill, 60 %, of rail 1.*Fill, 60 %, of rail 2/);
    await tab.getByRole('button', { name: `Clear all ${before.length}` }).click();
    await tab.getByText('Nothing: the page shows through as it is.').waitFor(SLOW);
    await tab.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => list.allTextContents(), SLOW).toEqual(before);
    await tab.getByRole('button', { name: 'Redo' }).click();
  });

  test('links with nothing behind them on a header in the flow are found, and it is laid over the page', async () => {
    const { tab } = owner;
    await row(/^Manner/).click();
    await tab.getByLabel('Lies').selectOption('above');
    await expect.poll(() => header().manner.lies, SLOW).toBe('above');
    await row(/^What still covers/).click();
    await tab.getByText(/still stands in the flow/).waitFor(SLOW);
    await tab.getByRole('button', { name: 'Lay it over the page' }).click();
    await expect.poll(() => header().manner.lies, SLOW).toBe('over');
  });

  test('an item wears an ink of its own at a moment, and a look is copied', async () => {
    const { tab } = owner;
    const item = header()
      .rails.flatMap(({ start, middle, end }) => [...start, ...middle, ...end])
      .find(({ kind }) => kind === 'text')!;
    await tab.getByLabel('Look of').selectOption(`item ${item.id}`);
    await row(/^Ink/).click();
    await tab.getByRole('button', { name: /^Links:/ }).click();
    await tab.getByRole('textbox', { name: 'Any CSS colour' }).fill('#aa1122');
    await tab.keyboard.press('Escape');
    await expect.poll(() => inFrame(`.hr-item-${item.id}`, '--hr-link'), SLOW).toBe('rgb(170 17 34)');
    await lookOf('The header');
    await tab.getByLabel('Copy a look to here').selectOption({ index: 1 });
    await expect.poll(() => header().looks.scrolled, SLOW).toEqual(header().looks.top);
  });

  test('over a borrowed ground that never ships; and axe-core finds nothing', async () => {
    const { tab } = owner;
    await tab.getByLabel('Ground to look at').selectOption('dark');
    await tab.getByText(/^Borrowed ground, dark/).waitFor(SLOW);
    expect(await inFrame('main', 'visibility')).toBe('hidden');
    expect(JSON.stringify(owner.kept(owner.siteId))).not.toContain('borrowed');
    await tab.getByRole('button', { name: 'Back to the page' }).click();
    await expect.poll(() => inFrame('main', 'visibility'), SLOW).toBe('visible');
    await add('Gradient');
    expect(await findings(tab, ['iframe'])).toEqual([]);
    expect(owner.errors).toEqual([]);
  });
});
