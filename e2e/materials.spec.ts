import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page as Tab } from 'playwright-core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { headerItems } from '@hatrail/core/model/header';
import type { Running } from '@hatrail/server/start';
import { findings } from './axe.ts';
import { openOwner, type Owner } from './owner.ts';

/** The ferry's owner reworks materials and header: what is changed is used at once by the preview, the sweep and the export. */

const SLOW = { timeout: 90_000 };
let owner: Owner;
let running: Running;
let tab: Tab;
let siteId = '';

beforeAll(async () => {
  owner = await openOwner();
  ({ running, tab } = owner);
  siteId = running.context.sites.ids()[1]!;
  await tab.goto(`${running.url}/sites/${siteId}/gather/palette`);
  await tab.locator('button.bar-verdict').waitFor(SLOW);
});
afterAll(() => owner.close());

const kept = () => owner.kept(siteId);
const button = (name: string | RegExp) => owner.button(name);
const part = (name: string) => owner.part(name);
const peg = (name: string) => owner.peg(name);
const header = () => kept().headers[0]!;
const item = (id: string) => headerItems(header()).find((candidate) => candidate.id === id);
const live = () => tab.frameLocator('.live-header iframe');

describe('palette', () => {
  test(
    'a change that would lose links is told with its place, and can be kept to this header',
    SLOW,
    async () => {
      const deep = tab.getByRole('button', { name: /^Deep water/ });
      await deep.click();
      await tab.getByRole('textbox', { name: 'Any CSS colour' }).fill('#9fb6bd');
      await tab
        .getByText(/becomes/)
        .first()
        .waitFor();
      const lost = tab.locator('.changes li', { hasText: /lost.*px down/ }).first();
      // What stands on even grounds is told at once, what lies over pages once it is swept.
      await tab.getByText('Pairing By day: 11.7 becomes 2.1').waitFor();
      await lost.waitFor(SLOW);
      expect(await lost.textContent()).toMatch(/\d+\.\d becomes [12]\.\d, \d+ px down/);
      await button('Only in this header').click();
      await expect.poll(() => JSON.stringify(header()).includes('"#9fb6bd"'), SLOW).toBe(true);
      expect(kept().palette[0]!.colour).toBe('#123c4e');
      expect(JSON.stringify(kept().pages)).not.toContain('#9fb6bd');
      await button('Undo').click();
      await expect.poll(() => JSON.stringify(header()).includes('"#9fb6bd"'), SLOW).toBe(false);
    },
  );

  test('one place is cut loose, and tied again', SLOW, async () => {
    await tab.getByRole('button', { name: /^Buoy/ }).click();
    await button(/^Cut loose: Fill, hovered, Book a crossing/).click();
    await expect.poll(() => item('book'), SLOW).toMatchObject({ hoverFill: { colour: '#a63d1c' } });
    await button(/^Tie to Buoy: Fill, hovered, Book a crossing/).click();
    await expect.poll(() => item('book'), SLOW).toMatchObject({ hoverFill: { swatch: 'buoy' } });
  });

  test('a colour is taken from a pixel of a page', SLOW, async () => {
    await tab.getByRole('button', { name: 'Add', exact: true }).click();
    await button('From a pixel').click();
    await tab.getByRole('combobox', { name: 'Where from' }).selectOption({ label: 'Page Fares' });
    const area = tab.locator('.pixel-area');
    await area.waitFor();
    await area.press('ArrowRight');
    expect(await tab.getByText(/^at \d+, \d+\./).count()).toBe(1);
    expect(await findings(tab)).toEqual([]);
    await area.press('Enter');
    // The page's first band is foam.
    await expect.poll(() => kept().palette.at(-1)?.colour, SLOW).toBe('#e4eff0');
  });

  test('a palette is drawn from a picture, and only what is ticked is added', SLOW, async () => {
    const before = kept().palette.length;
    await button('Bring in or take out').click();
    await tab.getByRole('menuitem', { name: /Draw one from a picture/ }).click();
    await tab.getByRole('radio', { name: 'The island at noon' }).click();
    await expect.poll(() => tab.locator('.drawn li').count()).toBe(6);
    await tab.locator('.drawn input').first().uncheck();
    expect(await findings(tab)).toEqual([]);
    await button('Add 5').click();
    await expect.poll(() => kept().palette.length, SLOW).toBe(before + 5);
    await button('Undo').click();
    await expect.poll(() => kept().palette.length, SLOW).toBe(before);
  });

  test('the palette leaves as tokens and comes back the same', SLOW, async () => {
    await button('Bring in or take out').click();
    const [download] = await Promise.all([
      tab.waitForEvent('download'),
      tab.getByRole('menuitem', { name: 'Take out as design tokens' }).click(),
    ]);
    const tokens = JSON.parse(readFileSync((await download.path())!, 'utf8')) as {
      palette: Record<string, { $value: { hex: string } }>;
    };
    expect(tokens.palette.deep!.$value.hex).toBe('#123c4e');
  });

  test('a pairing is worn by the header, and gives its colours back when it goes', SLOW, async () => {
    const night = tab.getByRole('article', { name: 'Pairing By night' });
    await night.getByRole('button', { name: 'Wear it after scrolling' }).click();
    await expect.poll(() => header().looks.scrolled.pairing, SLOW).toBe('night');
    await night.getByRole('button', { name: 'Remove' }).click();
    await expect
      .poll(() => header().looks.scrolled.ink, SLOW)
      .toMatchObject({ link: { swatch: 'sail' }, hover: { swatch: 'brassy' } });
    expect(header().looks.scrolled.pairing).toBeUndefined();
    await tab.keyboard.press('Control+z');
    await tab.keyboard.press('Control+z');
    await expect.poll(() => header().looks.scrolled.ink, SLOW).toBeUndefined();
    expect(await findings(tab, ['iframe'])).toEqual([]);
  });
});

describe('type', () => {
  test(
    'a font of the owner’s own sets the menu, in the live header and in the files handed over',
    SLOW,
    async () => {
      await part('Type');
      const font = createRequire(import.meta.url).resolve(
        '@fontsource/zilla-slab/files/zilla-slab-latin-700-normal.woff2',
      );
      await tab.getByLabel('Bring in a font').setInputFiles(font);
      await expect.poll(() => kept().fonts?.length, SLOW).toBe(1);
      const { id, name, file } = kept().fonts![0]!;
      await tab
        .getByRole('combobox', { name: 'Family of Menu' })
        .selectOption({ label: `${name}, your own` });
      await expect.poll(() => kept().type.menu.family, SLOW).toBe(id);
      await peg('Hang');
      const link = live().locator('.hr-link').first();
      await expect.poll(() => link.evaluate((a) => getComputedStyle(a).fontFamily), SLOW).toContain(id);
      const files = await (await fetch(`${running.url}/api/sites/${siteId}/headers/ferry/files`)).json();
      expect((files as { path: string }[]).map(({ path }) => path)).toContain(`fonts/${file}`);
      await peg('Gather');
      await part('Type');
      await button('Set one heading level apart').waitFor({ state: 'detached' });
      await tab.getByRole('combobox', { name: 'Level that is set apart' }).selectOption('1');
      await expect.poll(() => kept().type.level?.level, SLOW).toBe(1);
      expect(await findings(tab)).toEqual([]);
    },
  );
});

describe('pictures', () => {
  test('one is cropped, its uses follow; it is replaced, and its uses stay', SLOW, async () => {
    await part('Pictures');
    await tab.getByRole('button', { name: /^The island at noon/ }).click();
    await tab
      .getByRole('region', { name: 'The island at noon' })
      .getByText('focus in view')
      .first()
      .waitFor();
    await tab.getByRole('button', { name: 'Crop', exact: true }).click();
    await button(/^Crop to Opening, The island at/).click();
    await expect.poll(() => kept().pages[2]!.bands[0]!.backdrop.picture?.picture, SLOW).toBe('island-crop');
    expect(kept().pictures.some(({ id }) => id === 'island')).toBe(false);
    const bytes = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#336688' } })
      .png()
      .toBuffer();
    await tab
      .getByLabel('Replace, keep its uses')
      .setInputFiles({ name: 'other.png', mimeType: 'image/png', buffer: bytes });
    await expect.poll(() => kept().pages[2]!.bands[0]!.backdrop.picture?.picture, SLOW).toBe('other');
    const replaced = kept().pictures.find(({ id }) => id === 'other');
    expect(replaced).toMatchObject({
      name: 'The island at noon',
      alt: 'A green island across a pale sea',
      width: 900,
    });
    // 900 px are too few for a band of 1280.
    await tab.getByText('too few pixels').first().waitFor();
    await tab.getByRole('button', { name: 'Subject', exact: true }).click();
    expect(await findings(tab)).toEqual([]);
  });

  test('it is removed everywhere, and had back with one step', SLOW, async () => {
    await button('Remove everywhere').click();
    await expect.poll(() => kept().pages[2]!.bands[0]!.backdrop.picture, SLOW).toBeUndefined();
    await button('Undo').click();
    await expect.poll(() => kept().pages[2]!.bands[0]!.backdrop.picture?.picture, SLOW).toBe('other');
  });
});

describe('pages', () => {
  test('a snapshot of the real page stands in for its bands, and is judged', SLOW, async () => {
    await part('Pages');
    await tab.getByRole('button', { name: /^Fares/ }).click();
    const shot = await sharp({ create: { width: 1280, height: 2400, channels: 3, background: '#1a1a1a' } })
      .png()
      .toBuffer();
    await tab
      .getByLabel('Choose pictures')
      .setInputFiles({ name: 'fares.png', mimeType: 'image/png', buffer: shot });
    await expect.poll(() => kept().pages[3]!.snapshots, SLOW).toEqual([{ width: 1280, picture: 'fares' }]);
    const image = tab.frameLocator('.page-live iframe').locator('.shot');
    await expect.poll(() => image.evaluate((img: HTMLImageElement) => img.naturalWidth), SLOW).toBe(1280);
    await tab.locator('.snapshots').getByRole('button', { name: 'remove' }).click();
    await expect.poll(() => kept().pages[3]!.snapshots, SLOW).toBeUndefined();
    expect(kept().pictures.some(({ id }) => id === 'fares')).toBe(false);
  });

  test('bands are put in order, dressed and filled', SLOW, async () => {
    await button('Add a band').click();
    await tab.getByRole('textbox', { name: 'Name of the band' }).fill('Season tickets');
    await tab.getByRole('combobox', { name: 'What the band wears' }).selectOption({ label: 'By night' });
    await tab.getByRole('switch', { name: 'Gradient' }).check();
    await button('Add cards').click();
    await tab.getByRole('textbox', { name: 'Title of card 1' }).fill('A year');
    await tab.getByRole('button', { name: /^Season tickets/ }).press('Alt+ArrowUp');
    await expect
      .poll(() => kept().pages[3]!.bands.map(({ name }) => name), SLOW)
      .toEqual(['Fares', 'Season tickets', 'Foot']);
    expect(kept().pages[3]!.bands[1]).toMatchObject({
      pairing: 'night',
      backdrop: { gradient: { angle: 180 } },
      contents: [{ kind: 'heading' }, { kind: 'cards', cards: [{ title: 'A year' }, {}, {}] }],
    });
    expect(await findings(tab, ['iframe'])).toEqual([]);
  });

  test('a page that links lead to goes only once they lead elsewhere', SLOW, async () => {
    await tab.getByRole('button', { name: /^Timetable/ }).click();
    await button('Remove the page').click();
    await tab.getByText(/links lead here/).waitFor();
    await tab.getByRole('combobox', { name: 'Where its links go' }).selectOption({ label: 'to Home' });
    await button('Remove it').click();
    await expect.poll(() => kept().pages.map(({ id }) => id), SLOW).not.toContain('timetable');
    expect(item('next')).toMatchObject({ to: { page: 'home' } });
    await button('Undo').click();
    await expect.poll(() => kept().pages.map(({ id }) => id), SLOW).toContain('timetable');
  });
});

describe('hang', () => {
  const box = async (selector: string) => (await live().locator(selector).first().boundingBox())!;

  test('an item is levelled with the logo, and the live header shows it level', SLOW, async () => {
    await peg('Hang');
    await tab.locator('.item-tag', { hasText: 'Book a crossing' }).click();
    await tab.getByRole('textbox', { name: 'Moved down' }).fill('7');
    await tab.getByText(/px below the logo’s/).waitFor();
    await button('level it').click();
    await tab.getByText(/px below the logo’s/).waitFor({ state: 'detached' });
    const middle = ({ y, height }: { y: number; height: number }) => y + height / 2;
    await expect
      .poll(async () => Math.abs(middle(await box('.hr-item-book')) - middle(await box('.hr-logo'))), SLOW)
      .toBeLessThan(2);
  });

  test('the padding that gives a wanted height gives it, in Chromium', SLOW, async () => {
    await tab.getByRole('button', { name: 'First rail' }).click();
    await tab.getByRole('textbox', { name: 'Wanted height' }).fill('90');
    await button(/^padding of 23 px/).click();
    await expect.poll(() => header().rails[0]!.padding, SLOW).toBe(23);
    const scale = 1;
    await expect.poll(async () => Math.round((await box('.hr-rail-1')).height / scale), SLOW).toBe(90);
  });

  test('linked insets change together, and below a width of their own', SLOW, async () => {
    await button('Whole header').click();
    await tab.getByRole('textbox', { name: 'Inset from the top' }).fill('24');
    await expect.poll(() => header().extent, SLOW).toMatchObject({ top: 24, sides: 24 });
    await tab.getByRole('textbox', { name: 'Sides of the inset below 760 px' }).fill('6');
    await expect.poll(() => header().extent?.steps, SLOW).toEqual([{ below: 760, top: 6, sides: 6 }]);
    await button('390 px wide').click();
    await expect.poll(async () => Math.round((await box('.hr-bar')).x), SLOW).toBe(6);
    await button('1280 px wide').click();
    await expect.poll(async () => Math.round((await box('.hr-bar')).x), SLOW).toBe(24);
  });

  test('what stays when it folds is the owner’s, and the folded header shows it', SLOW, async () => {
    await button('How it folds').first().click();
    await tab
      .getByRole('combobox', { name: /^Where Next sailing .* goes when folded/ })
      .selectOption('panel');
    await tab.getByRole('combobox', { name: 'Edge that it opens from' }).selectOption('bottom');
    await expect
      .poll(() => header().fold, SLOW)
      .toMatchObject({ bar: ['logo'], panel: ['menu', 'book', 'next'], edge: 'bottom' });
    await button('Next sailing 10.30 from the mainland, up in the folded menu').click();
    await expect.poll(() => header().fold?.panel, SLOW).toEqual(['menu', 'next', 'book']);
    await button('390 px wide').click();
    await expect.poll(() => live().locator('.hr-item-next').isVisible(), SLOW).toBe(false);
    await button('1280 px wide').click();
    await expect.poll(() => live().locator('.hr-item-next').isVisible(), SLOW).toBe(true);
  });

  test('an item is copied with its look, and a second header is made of the first', SLOW, async () => {
    await tab.locator('.item-tag', { hasText: 'Next sailing' }).click();
    await button('Copy with its look').click();
    await expect
      .poll(() => item('next-2'), SLOW)
      .toMatchObject({ backing: { colour: { swatch: 'brassy' }, radius: 8 } });
    await button('Header: Ferry header').click();
    await tab.getByRole('menuitem', { name: 'Duplicate Ferry header' }).click();
    await expect
      .poll(() => kept().headers.map(({ name }) => name), SLOW)
      .toEqual(['Ferry header', 'Ferry header, copy']);
    expect(await findings(tab, ['iframe'])).toEqual([]);
    await button('Header: Ferry header, copy').click();
    // It lies over the page: where it is clear is told on Place.
    await tab.getByRole('menuitem', { name: 'Hang Ferry header, copy where it is clear' }).click();
    const [, copy] = kept().headers;
    await expect.poll(() => kept().placements?.[0]?.header, SLOW).toBe(copy!.id);
  });

  test('meets no error on the way', () => expect(owner.errors).toEqual([]));
});
