import type { Page as Tab } from 'playwright-core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { headerItems } from '@hatrail/core/model/header';
import type { Running } from '@hatrail/server/start';
import { findings } from './axe.ts';
import { keepBands, openOwner, type Owner } from './owner.ts';

/** An owner starts a site from nothing, gathers, hangs a header of two rails, and publishes. Each step goes on from the one before. */

const SLOW = { timeout: 120_000 };
let owner: Owner;
let running: Running;
let tab: Tab;
let siteId = '';

beforeAll(async () => {
  owner = await openOwner({ sites: keepBands(1) });
  ({ running, tab } = owner);
  await tab.goto(running.url);
});
afterAll(() => owner.close());

const kept = () => owner.kept(siteId);
const saved = () => tab.locator('.bar-saved[data-save=saved]').waitFor(SLOW);
const button = (name: string | RegExp) => owner.button(name);
const part = (name: string) => owner.part(name);
const peg = (name: string) => owner.peg(name);

/** A logo in its own pale box, as scanners and letterheads leave them. */
const boxedLogo = () =>
  sharp(
    Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="360" height="120"><rect width="360" height="120" fill="#f4f1e6"/><rect x="120" y="36" width="204" height="48" fill="#1d4d3f"/></svg>',
    ),
  )
    .png()
    .toBuffer();
const photo = (width: number, height: number, colour: string) =>
  sharp({ create: { width, height, channels: 3, background: colour } })
    .jpeg()
    .toBuffer();

describe('an owner with nothing yet', () => {
  test('starts a site by name, with an empty rod', SLOW, async () => {
    await button('Start a site').click();
    await tab.getByRole('textbox', { name: 'Name of the site' }).waitFor();
    await button('Start').last().click();
    await tab.getByText('Give the site a name.').waitFor();
    await tab.getByRole('textbox', { name: 'Name of the site' }).fill('Corner Bakery');
    await tab.getByRole('radio', { name: 'An empty rod' }).check();
    expect(await findings(tab, ['iframe'])).toEqual([]);
    await button('Start').last().click();
    await tab.waitForURL(/gather\/palette/);
    siteId = /sites\/([^/]+)/.exec(tab.url())![1]!;
    await tab.getByRole('heading', { name: 'Palette' }).waitFor();
    expect(kept()).toMatchObject({ name: 'Corner Bakery', pages: [{ path: '/' }] });
    expect(headerItems(kept().headers[0]!)).toEqual([]);
  });

  test('takes a palette, and sees what a change of a swatch changes before keeping it', SLOW, async () => {
    await button('Bring in or take out').click();
    await tab.getByRole('menuitem', { name: /Six palettes/ }).click();
    await button('Take it: Orchard').click();
    await expect.poll(() => kept().palette.find(({ id }) => id === 'accent')?.colour, SLOW).toBe('#b3392f');
    const deep = tab.getByRole('button', { name: /^Deep / });
    await deep.click();
    const before = kept().palette.find(({ id }) => id === 'deep')!.colour;
    await deep.press('ArrowRight');
    await deep.press('Shift+ArrowRight');
    await tab.getByRole('heading', { name: /^If Deep becomes #/ }).waitFor();
    expect(kept().palette.find(({ id }) => id === 'deep')!.colour).toBe(before);
    await tab.getByText('No verdict of the header changes on any page.').waitFor();
    await button('Put back').click();
    await deep.press('ArrowLeft');
    await button('Keep').click();
    await expect.poll(() => kept().palette.find(({ id }) => id === 'deep')!.colour, SLOW).not.toBe(before);
  });

  test('names a new swatch, and gives up one that is used only for another', SLOW, async () => {
    await tab.getByRole('button', { name: 'Add', exact: true }).click();
    await tab.getByRole('textbox', { name: 'Name of the swatch' }).fill('Crust');
    const colour = tab.getByRole('textbox', { name: 'Any CSS colour' });
    await colour.fill('not a colour');
    await tab.getByText(/is no colour/).waitFor();
    await colour.fill('rgb(176 112 48)');
    await expect
      .poll(() => kept().palette.at(-1), SLOW)
      .toMatchObject({ name: 'Crust', colour: 'rgb(176 112 48)' });
    await tab.getByRole('button', { name: /^Pale / }).click();
    await tab.getByRole('region', { name: 'Swatch Pale' }).getByRole('button', { name: 'Remove' }).click();
    await tab.getByRole('combobox', { name: 'What takes its place' }).selectOption('white');
    await button('Remove it').click();
    await expect.poll(() => kept().palette.some(({ id }) => id === 'pale'), SLOW).toBe(false);
    expect(JSON.stringify(kept().pages)).not.toContain('"pale"');
    await button('Undo').click();
    await expect.poll(() => JSON.stringify(kept().pages).includes('"pale"'), SLOW).toBe(true);
  });

  test('brings in design tokens, and is told of a circle of aliases', SLOW, async () => {
    await button('Bring in or take out').click();
    await tab.getByRole('menuitem', { name: /Bring in design tokens/ }).click();
    const field = tab.getByRole('textbox', { name: 'Design tokens or CSS' });
    await field.fill('{"a":{"$type":"color","$value":"{b}"},"b":{"$type":"color","$value":"{a}"}}');
    await tab.getByText(/lead round in a circle/).waitFor();
    await field.fill(':root { --flour: #faf4e8; --oven: var(--flour) }');
    await tab.getByText('2 understood').waitFor();
    expect(await findings(tab)).toEqual([]);
    await button('Put into the palette').click();
    await expect.poll(() => kept().palette.map(({ id }) => id), SLOW).toContain('oven');
    expect(await findings(tab, ['iframe'])).toEqual([]);
  });

  test('sets the menu in another family', SLOW, async () => {
    await part('Type');
    await tab.getByRole('combobox', { name: 'Family of Menu' }).selectOption('zilla-slab');
    await tab.getByRole('textbox', { name: 'Size of Menu' }).fill('17');
    await expect.poll(() => kept().type.menu, SLOW).toMatchObject({ family: 'zilla-slab', size: 17 });
    await tab.getByLabel('Bring in a font').setInputFiles({
      name: 'broken.woff2',
      mimeType: 'font/woff2',
      buffer: Buffer.from('no font at all'),
    });
    await tab.getByRole('alert').getByText(/font/i).waitFor();
    expect(kept().fonts).toBeUndefined();
    expect(await findings(tab)).toEqual([]);
  });

  test('brings in a logo that carries its own box, and cuts the box out', SLOW, async () => {
    await part('Logo');
    await tab.getByLabel('Bring in the dark logo').setInputFiles({
      name: 'bakery.png',
      mimeType: 'image/png',
      buffer: await boxedLogo(),
    });
    await tab.getByText(/It carries its own box/).waitFor();
    await button('Cut the box out').click();
    await tab.getByText(/becomes transparent: \d+ % of/).waitFor();
    await button('Keep it without the box').click();
    await tab.getByText(/It carries its own box/).waitFor({ state: 'detached' });
    const dark = tab.getByRole('region', { name: 'Dark, for light grounds' });
    await dark.getByText('Clear').first().waitFor();
    await dark.getByText(/is empty margin/).waitFor();
    await dark.getByRole('button', { name: 'Trim it' }).click();
    await dark.getByText(/is empty margin/).waitFor({ state: 'detached' });
    await dark.getByRole('button', { name: 'Make it' }).click();
    await expect.poll(() => Object.keys(kept().logo.variants).sort(), SLOW).toEqual(['dark', 'light']);
    // Only what is used is left of all that was tried.
    expect(kept().pictures).toHaveLength(2);
    expect(await findings(tab)).toEqual([]);
  });

  test('brings in pictures, of which one is none; sets a focus; says what is missing', SLOW, async () => {
    await part('Pictures');
    await tab.getByLabel('Choose files').setInputFiles([
      { name: 'loaves.jpg', mimeType: 'image/jpeg', buffer: await photo(2400, 1500, '#c9a36a') },
      { name: 'words.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') },
      {
        name: 'evil.svg',
        mimeType: 'image/svg+xml',
        buffer: Buffer.from(
          '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script></svg>',
        ),
      },
    ]);
    await tab.getByText(/words\.jpg.*no picture that can be used/).waitFor();
    await tab.getByText(/evil\.svg came in without script/).waitFor();
    await button('Seen').click();
    await expect.poll(() => kept().pictures.map(({ name }) => name), SLOW).toContain('loaves');
    expect(kept().pictures).toHaveLength(4);
    await tab.getByRole('button', { name: /^loaves/ }).click();
    await tab.getByRole('slider', { name: 'Focus of the picture' }).press('Shift+ArrowLeft');
    await expect
      .poll(() => kept().pictures.find(({ name }) => name === 'loaves')?.focus, SLOW)
      .toEqual({ x: 40, y: 50 });
    await button('From the gallery').click();
    await tab.getByRole('button', { name: 'A bay at dusk' }).click();
    await button('Bring in 1').click();
    await expect.poll(() => kept().pictures.map(({ name }) => name), SLOW).toContain('A bay at dusk');
    await button('From an address').click();
    await tab.getByRole('textbox', { name: 'Address of the picture' }).fill(`${running.url}/api/sites`);
    await button('Fetch it').click();
    await tab
      .getByText(/this machine or network/)
      .first()
      .waitFor();
    await button('Close').click();
    expect(await findings(tab)).toEqual([]);
  });

  test(
    'reads a menu from pasted markup, sees what was understood, and orders it by keyboard',
    SLOW,
    async () => {
      await part('Menus');
      await button('Bring in a menu').click();
      const field = tab.getByRole('textbox', { name: 'Navigation, sitemap or lines' });
      await field.fill(
        '<?xml version="1.0"?><!DOCTYPE lol [<!ENTITY a "b">]><urlset><url><loc>&a;</loc></url></urlset>',
      );
      await tab.getByText(/defines entities/).waitFor();
      await field.fill(
        '<nav><ul><li><a href="/">Home</a></li><li><a href="/bread">Bread</a><ul><li><a href="/bread/rye">Rye</a></li></ul></li><li><a href="https://shop.example/">Shop</a></li></ul><script>alert(1)</script></nav>',
      );
      await tab.getByText('Read as markup of a navigation: 4 entries').waitFor();
      await button('In the place of Main menu').click();
      await expect.poll(() => kept().menus[0]!.entries.length, SLOW).toBe(3);
      const shop = tab.getByRole('button', { name: /^Shop/ });
      await shop.press('Alt+ArrowUp');
      await expect
        .poll(() => kept().menus[0]!.entries.map(({ label }) => label), SLOW)
        .toEqual([undefined, 'Shop', 'Bread']);
      await tab.getByText('Bread: there is no page /bread in this site.').click();
      await tab.getByRole('textbox', { name: 'Label of the entry' }).fill('Our bread');
      expect(await findings(tab)).toEqual([]);
    },
  );

  test('adds a page with a picture behind its opening band; the menu’s address finds it', SLOW, async () => {
    await part('Pages');
    await button('Add a page').click();
    await tab.getByRole('menuitem', { name: /Tall opening/ }).click();
    const address = tab.getByRole('textbox', { name: 'Address of the page' });
    // The new page's own, and not that of the one before it.
    await expect.poll(() => address.inputValue(), SLOW).not.toBe('/');
    await tab.getByRole('textbox', { name: 'Title of the page' }).fill('Our bread');
    await address.fill('/');
    await tab.getByText('Another page has this address').waitFor();
    await address.fill('/bread');
    await tab.getByRole('button', { name: /^Opening/ }).click();
    await tab.getByRole('combobox', { name: 'Picture behind the band' }).selectOption({ label: 'loaves' });
    await tab.getByRole('switch', { name: 'Tint' }).check();
    await expect
      .poll(() => kept().pages[1], SLOW)
      .toMatchObject({
        title: 'Our bread',
        path: '/bread',
        bands: [{ backdrop: { picture: { x: 40 }, tint: { opacity: 0.3 } } }, {}, {}],
      });
    expect(await findings(tab, ['iframe'])).toEqual([]);
  });

  test('hangs a header of two rails by keyboard and tags', SLOW, async () => {
    await peg('Hang');
    for (const kind of ['Logo', 'Menu', 'Button']) {
      await button('Hang an item').click();
      await tab.getByRole('menuitem', { name: kind, exact: true }).click();
    }
    await tab.getByRole('textbox', { name: 'Label of the button' }).fill('Order');
    const logo = tab.locator('.item-tag', { hasText: 'Logo' });
    for (let i = 0; i < 2; i++) await logo.press('Alt+ArrowLeft');
    await expect
      .poll(() => kept().headers[0]!.rails[0]!.start.map(({ kind }) => kind), SLOW)
      .toEqual(['logo']);
    await button('Another rail').click();
    await button('Hang an item').click();
    await tab.getByRole('menuitem', { name: 'Line of text' }).click();
    await tab.getByRole('textbox', { name: 'Line of text' }).fill('Fresh at seven');
    await tab.locator('.item-tag', { hasText: 'Fresh at seven' }).press('Alt+ArrowLeft');
    await tab.getByRole('combobox', { name: 'What it leads to' }).selectOption('tel');
    await tab.getByRole('textbox', { name: 'Phone number' }).fill('+44 1234 5678');
    await expect
      .poll(() => kept().headers[0]!.rails[1]!.middle, SLOW)
      .toMatchObject([{ kind: 'text', text: 'Fresh at seven', to: { address: 'tel:+4412345678' } }]);
    // The live header shows it in the middle.
    const live = tab.frameLocator('.live-header iframe');
    const box = (await live.getByText('Fresh at seven').first().boundingBox())!;
    const bar = (await live.locator('.hr-bar').boundingBox())!;
    expect(Math.abs(box.x + box.width / 2 - (bar.x + bar.width / 2))).toBeLessThan(1.5);
    expect(await findings(tab, ['iframe'])).toEqual([]);
  });

  test('chooses in the live header, drags an item to the spare rod and undoes it', SLOW, async () => {
    await tab.frameLocator('.live-header iframe').getByText('Order').first().click();
    await tab.getByRole('textbox', { name: 'Label of the button' }).waitFor();
    const tag = (await tab.locator('.item-tag', { hasText: 'Order' }).boundingBox())!;
    const spare = (await tab.locator('[data-rod=spare]').boundingBox())!;
    await tab.mouse.move(tag.x + tag.width / 2, tag.y + tag.height / 2);
    await tab.mouse.down();
    await tab.mouse.move(tag.x, tag.y + 40, { steps: 4 });
    await tab.mouse.move(200, spare.y + 20, { steps: 8 });
    await tab.locator('.rod-tick[data-target]').waitFor();
    await tab.mouse.up();
    await expect.poll(() => kept().headers[0]!.spare?.map(({ kind }) => kind), SLOW).toEqual(['button']);
    await button('Undo').click();
    await expect.poll(() => kept().headers[0]!.spare, SLOW).toBeUndefined();
  });

  test(
    'publishes it: two rails, the menu as brought in, the logo home, pictures in the sizes needed',
    SLOW,
    async () => {
      await saved();
      await peg('Hand over');
      await button('Publish').click();
      await tab.getByText('Release 1 is live.').waitFor();
      const address = (await tab.getByRole('link', { name: /^Visit / }).getAttribute('href'))!;
      const visitor = await owner.browser.newPage({ viewport: { width: 1280, height: 800 } });
      await visitor.goto(`${address}bread/`);
      expect(await visitor.locator('.hr-rail').count()).toBe(2);
      expect(await visitor.locator('.hr-menu > li > :is(a, span)').allTextContents()).toEqual([
        'Home',
        'Shop',
        'Our bread',
      ]);
      expect(await visitor.locator('.hr-logo').getAttribute('aria-label')).toBe('Corner Bakery, home');
      expect(await visitor.getByRole('link', { name: 'Fresh at seven' }).getAttribute('href')).toBe(
        'tel:+4412345678',
      );
      const backdrop = await visitor
        .locator('.band')
        .first()
        .evaluate((band) => getComputedStyle(band).backgroundImage);
      expect(backdrop).toMatch(/image-set\(.*loaves-1920\.jpg.*1dppx.*loaves\.jpg.*2dppx/);
      const logo = await visitor
        .locator('.hr-logo img')
        .first()
        .evaluate((image: HTMLImageElement) => image.naturalWidth);
      expect(logo).toBeGreaterThan(0);
      await visitor.close();
    },
  );

  test('meets the site again among the others: renamed, duplicated, deleted and had back', SLOW, async () => {
    await tab.goto(running.url);
    await button('More for Corner Bakery').click();
    await tab.getByRole('menuitem', { name: 'Duplicate' }).click();
    await tab.getByRole('link', { name: 'Open Corner Bakery, copy' }).waitFor();
    await button('More for Corner Bakery, copy').click();
    await tab.getByRole('menuitem', { name: 'Rename' }).click();
    await tab.getByRole('textbox', { name: 'Name of the site' }).fill('Mill Lane');
    await button('Rename').click();
    await tab.getByRole('link', { name: 'Open Mill Lane' }).waitFor();
    await button('More for Mill Lane').click();
    await tab.getByRole('menuitem', { name: 'Delete' }).click();
    await tab.getByText('Mill Lane is deleted.').waitFor();
    await expect.poll(() => tab.getByRole('link', { name: 'Open Mill Lane' }).count(), SLOW).toBe(0);
    await button('Undo').click();
    await tab.getByRole('link', { name: 'Open Mill Lane' }).waitFor();
    expect(await findings(tab, ['iframe'])).toEqual([]);
  });

  test('meets no error on the way', () => {
    expect(owner.errors.filter((error) => !/status of (4\d\d)/.test(error))).toEqual([]);
  });
});
