import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openDressing, type Dressing } from './dressing.ts';

/** What changes along with the scroll, and under the pointer: set on the film and in the panels, seen on the stage. */

const SLOW = { timeout: 45_000 };
let owner: Dressing;

beforeAll(async () => {
  owner = await openDressing('Larkfell', 2);
});
afterAll(() => owner.close());

const header = () => owner.header();
const opening = () => owner.kept(owner.siteId).pages[0]!.bands[0]!;
const row = (name: RegExp) => owner.row(name);
const inFrame: Dressing['inFrame'] = (...of) => owner.inFrame(...of);
/** Scrolls the page on the stage by the film's keys, from the top on. */
const scrollTo = async (scroll: number) => {
  const film = owner.tab.getByRole('slider', { name: 'Scroll of the page' });
  await film.press('Home');
  for (let tens = Math.floor(scroll / 10); tens > 0; tens--) await film.press('Shift+ArrowDown');
  for (let ones = scroll % 10; ones > 0; ones--) await film.press('ArrowDown');
  await expect.poll(() => film.getAttribute('aria-valuenow'), SLOW).toBe(String(scroll));
};

describe('the owner lets things change along with the scroll', { timeout: 90_000 }, () => {
  test('the header over a stretch that is dragged on the film, seen half way, judged all the way', async () => {
    const { tab } = owner;
    await row(/^Manner/).click();
    await tab.getByRole('combobox', { name: 'What the change goes by' }).selectOption('scroll');
    await expect.poll(() => header().manner.stretch, SLOW).toBe(120);
    const end = tab.getByRole('slider', { name: 'Where the header’s change ends' });
    await end.press('Shift+ArrowUp');
    await expect.poll(() => header().manner.stretch, SLOW).toBe(100);
    const box = (await end.boundingBox())!;
    await tab.mouse.move(box.x + 12, box.y + 6);
    await tab.mouse.down();
    await tab.mouse.move(box.x + 12, box.y + 2, { steps: 2 });
    await tab.mouse.up();
    await expect.poll(() => header().manner.stretch, SLOW).toBeLessThan(100);
    const watch = tab.getByRole('region', { name: 'While it changes' });
    const chart = watch.getByRole('slider');
    await expect.poll(() => chart.getAttribute('aria-label'), SLOW).toMatch(/over \d+ px$/);
    // Its points are read by the keyboard, in words.
    await chart.press('End');
    expect(await chart.getAttribute('aria-valuetext')).toMatch(
      /^\d+ px in: .+, [\d.]+ where [\d.]+ is needed$/,
    );
    // At the switch, 60 px down, the fill has come half way.
    await scrollTo(60);
    await expect.poll(() => inFrame('.hr', '--hr-way'), SLOW).toBe('0.5');
    const half = await inFrame('.hr-bar', 'background-color');
    expect(Number(/([\d.]+)\)$/.exec(half)![1])).toBeCloseTo(header().looks.scrolled.fill!.opacity! / 2, 2);
    await tab.getByRole('combobox', { name: 'What the change goes by' }).selectOption('time');
    await expect.poll(() => header().manner.stretch, SLOW).toBeUndefined();
  });

  test('a moment for the pointer over the header: dressed, shown, judged and taken away again', async () => {
    const { tab } = owner;
    await tab.getByLabel('With the pointer over it').selectOption('own');
    await tab.getByRole('button', { name: /^Pointer over it/ }).click();
    await row(/^Fill/).click();
    await tab.getByRole('textbox', { name: 'Fill opacity, percent' }).fill('90');
    await expect.poll(() => header().looks.pointed?.fill?.opacity, SLOW).toBe(0.9);
    await tab
      .getByRole('button', { name: /^Pointer over it/ })
      .getByText(/Clear|Strained|Lost/)
      .waitFor(SLOW);
    // The stage is held as if the pointer were there.
    await expect.poll(() => inFrame('.hr-bar', 'background-color'), SLOW).toMatch(/0\.9\)$/);
    await row(/^Manner/).click();
    await tab.getByLabel('With the pointer over it').selectOption('same');
    await expect.poll(() => header().looks.pointed, SLOW).toBeUndefined();
  });

  test('a band’s backdrop: turned in Gather, its ends moved on the film, seen on the stage', async () => {
    const { tab } = owner;
    await owner.peg('Gather');
    await owner.part('Pages');
    await tab.getByRole('button', { name: /^Opening/ }).click();
    await tab.getByRole('switch', { name: 'Turns on scroll' }).click();
    await expect.poll(() => opening().turns, SLOW).toMatchObject({ from: 0, over: 300 });
    await owner.peg('Dress');
    const ends = tab.getByRole('slider', { name: 'Where the turning of band 1 ends' });
    await ends.press('Shift+ArrowDown');
    await expect.poll(() => opening().turns?.over, SLOW).toBe(310);
    await tab.getByRole('slider', { name: 'Where the turning of band 1 begins' }).press('Shift+ArrowDown');
    await expect.poll(() => opening().turns, SLOW).toMatchObject({ from: 10, over: 300 });
    await scrollTo(160);
    await expect.poll(() => inFrame('.band', 'opacity', '::before'), SLOW).toBe('0.5');
    await tab.getByRole('button', { name: 'Undo' }).click();
    expect(owner.errors).toEqual([]);
  });
});
