import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { NameItem } from '@hatrail/core/model/item';
import { findings as axeFindings } from './axe.ts';
import { keepPages, openDressing, type Dressing } from './dressing.ts';
import { keepBands } from './owner.ts';

/** What an owner looks for while hanging and gathering: where it folds, the name and its tagline, a copy, a class, and what is not live yet. */

const SLOW = { timeout: 60_000 };
const STORY = { timeout: 180_000 };
let owner: Dressing;
beforeAll(async () => {
  owner = await openDressing('Larkfell', (site) => {
    keepBands(2)(site);
    keepPages(site, ['home', 'visit', 'shows']);
    site.tagline = 'Dark skies, open doors';
    site.headers[0]!.rails[0]!.start[0] = { kind: 'name', id: 'name', size: 20, tagline: true };
    site.headers[0]!.fold = { bar: ['name'], panel: ['menu', 'book'], edge: 'top' };
  });
  await publish();
  await owner.go('hang');
});
afterAll(() => owner.close());

const header = () => owner.kept(owner.siteId).headers[0]!;
const stage = () => owner.tab.frameLocator('.live-header iframe, iframe').first();
const undo = () => owner.tab.keyboard.press('Control+z');
const notLive = () => owner.tab.locator('.bar-unlive');
async function publish(): Promise<void> {
  const { context } = owner.running;
  const { site, hashes } = context.sites.read(owner.siteId)!;
  context.releases.make(owner.siteId, site, hashes, '');
}

describe('an owner', () => {
  test.runIf(process.env.LONG)(
    'lets it fold sooner by a typed width, and at every width; the menu button hangs where it is wanted',
    STORY,
    async () => {
      const { tab } = owner;
      await tab.getByRole('button', { name: 'How it folds' }).last().click();
      await tab.getByLabel('Where it folds', { exact: true }).selectOption('below');
      await tab.getByLabel('Folds below').fill('1400');
      await tab.keyboard.press('Enter');
      await expect.poll(() => header().fold?.sooner, SLOW).toBe(1400);
      await tab.locator('.room-fold', { hasText: 'folds below 1400' }).waitFor(SLOW);
      await tab.getByLabel('Where it folds', { exact: true }).selectOption('always');
      await tab.locator('.room-fold', { hasText: 'folds at every width' }).waitFor(SLOW);
      await tab.getByLabel('Where the menu button hangs', { exact: true }).selectOption('start');
      const edges = async () => {
        const [toggle, name] = await Promise.all(
          ['.hr-toggle', '.hr-name'].map((of) => stage().locator(of).first().boundingBox()),
        );
        return toggle && name && toggle.x < name.x;
      };
      await expect.poll(edges, SLOW).toBe(true);
      await tab.getByLabel('Where its entries stand', { exact: true }).selectOption('middle');
      await expect
        .poll(() => header().fold, SLOW)
        .toMatchObject({ always: true, button: { place: 'start' }, entries: 'middle' });
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      // Steps that follow each other fast are one: how many there are depends on how fast this goes.
      const before = { bar: ['name'], panel: ['menu', 'book'], edge: 'top' };
      for (let i = 0; i < 5 && JSON.stringify(header().fold) !== JSON.stringify(before); i++) {
        await undo();
        await tab.locator('.bar-saved[data-save="saved"]').waitFor(SLOW);
      }
      await expect.poll(() => header().fold, SLOW).toEqual(before);
    },
  );

  test(
    'sets the tagline beside the name, in an ink of its own, and lets it go where it is narrow',
    STORY,
    async () => {
      const { tab } = owner;
      await tab
        .getByRole('button', { name: /Site name and tagline/ })
        .first()
        .click();
      await tab.getByLabel('Where the tagline stands', { exact: true }).selectOption('beside');
      await tab.getByLabel('Ink of the tagline: its own').check();
      await tab.getByRole('button', { name: 'Change it below a width' }).click();
      await tab.getByLabel(/Reads of it below/).selectOption('name');
      const name = () => header().rails[0]!.start[0] as NameItem;
      await expect
        .poll(name, SLOW)
        .toMatchObject({ beside: true, taglineInk: { swatch: 'midnight' }, steps: [{ reads: 'name' }] });
      const onOneLine = async () => {
        const [one, other] = await Promise.all(
          ['.hr-site', '.hr-tagline'].map((of) => stage().locator(of).first().boundingBox()),
        );
        return one && other && other.x > one.x + one.width;
      };
      await expect.poll(onOneLine, SLOW).toBe(true);
    },
  );

  test('is told what is not live, in words; taken back, there is nothing', STORY, async () => {
    const { tab } = owner;
    await notLive().click();
    const told = tab.getByRole('region', { name: 'Not live yet' });
    await told.getByText('beside: yes').waitFor(SLOW);
    expect(await axeFindings(tab, ['iframe'])).toEqual([]);
    await tab.keyboard.press('Escape');
    await told.waitFor({ state: 'detached' });
    for (let i = 0; i < 4; i++) await undo();
    await notLive().waitFor({ state: 'detached', ...SLOW });
  });

  test(
    'sets the menu of the header apart from the site’s type, and lets it be as the site’s again',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('gather/type');
      const called = owner.kept(owner.siteId).headers[0]!.name;
      await tab.getByRole('button', { name: `Set apart Menu of ${called}` }).click();
      await tab.getByRole('combobox', { name: `Family of Menu of ${called}` }).selectOption('zilla-slab');
      await tab.getByRole('combobox', { name: `Letter-case of Menu of ${called}` }).selectOption('capitals');
      const own = () => owner.kept(owner.siteId).headers[0]!.type;
      await expect
        .poll(() => own()?.menu, SLOW)
        .toMatchObject({ family: 'zilla-slab', letterCase: 'capitals' });
      expect(owner.kept(owner.siteId).type.menu.family).not.toBe('zilla-slab');
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      // It is worn at once, and told where links are dressed.
      await owner.go('dress');
      const link = tab.frameLocator('.stage iframe').first().locator('.hr-link').first();
      await expect
        .poll(() => link.evaluate((element) => getComputedStyle(element).fontFamily), SLOW)
        .toContain('Zilla Slab');
      await owner.go('gather/type');
      await tab.getByRole('button', { name: 'Set it like the rest of the site' }).click();
      await expect.poll(own, SLOW).toBeUndefined();
      await tab.getByRole('button', { name: `Set apart Menu of ${called}` }).waitFor(SLOW);
    },
  );

  test('copies a page; gives an entry a class, and is told which cannot be', STORY, async () => {
    const { tab } = owner;
    await owner.go('gather/pages');
    await tab.getByRole('button', { name: 'Copy the page' }).click();
    await expect
      .poll(() => owner.kept(owner.siteId).pages.map(({ path }) => path), SLOW)
      .toContain('/home-2');
    await expect.poll(() => tab.getByLabel('Title of the page').inputValue(), SLOW).toBe('Home, copy');
    await undo();
    await owner.go('gather/menus');
    await tab.getByRole('button', { name: /Shows/ }).first().click();
    const field = tab.getByLabel('Class of its own');
    await field.fill('hr-mine');
    await tab.getByText(/none that is hr/).waitFor(SLOW);
    await field.fill('mine');
    await tab.keyboard.press('Enter');
    await expect
      .poll(
        () => owner.kept(owner.siteId).menus[0]!.entries.find(({ page }) => page === 'shows')?.className,
        SLOW,
      )
      .toBe('mine');
  });

  test.runIf(process.env.LONG)(
    'sees ready-hung headers side by side in the site’s own colours, each with its verdict, and takes one',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('hang');
      await tab.getByRole('button', { name: 'Header: Night header' }).click();
      await tab.getByRole('menuitem', { name: 'New, ready hung…' }).click();
      const dialog = tab.getByRole('dialog', { name: /Ready-hung headers/ });
      const card = (name: string) => dialog.locator('li', { hasText: name });
      await card('Straight').getByText('nothing lost anywhere').waitFor({ timeout: 120_000 });
      await card('Over a picture')
        .getByText(/lost in all/)
        .waitFor({ timeout: 120_000 });
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      await dialog.getByRole('button', { name: 'Take it: Straight' }).click();
      const taken = () => owner.kept(owner.siteId).headers.find(({ name }) => name === 'Straight header');
      await expect.poll(() => taken()?.looks.top.fill?.colour, SLOW).toEqual({ swatch: 'white' });
      expect(taken()?.looks.top.ink?.link).toEqual({ swatch: 'midnight' });
      await undo();
      await expect.poll(taken, SLOW).toBeUndefined();
    },
  );

  test(
    'gives all buttons one style: outlined at the top, one cut loose, and told what it does',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('dress?moment=top');
      // From the button itself to its style.
      await owner.stage().locator('.hr-rail .hr-button').click();
      const opacity = tab.getByRole('textbox', { name: 'Opacity of the fill of buttons, at rest, percent' });
      await opacity.fill('0');
      await opacity.press('Enter');
      const worn = () => header().looks.top.buttons;
      await expect.poll(() => worn()?.fill?.opacity, SLOW).toBe(0);
      const paint = () => owner.inFrame('.hr-rail .hr-button', 'background-color', '::before');
      await expect.poll(paint, SLOW).toMatch(/, 0\)$|\/ 0\)$/);
      // Dark letters on a clear button over the night sky: the layer's own sample says so.
      const rest = tab.getByRole('group', { name: 'State of buttons' }).getByRole('button').first();
      await rest.getByText(/Lost/).waitFor(SLOW);
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      await tab.getByRole('checkbox', { name: /^Book a night/ }).uncheck();
      await tab.getByText('Nobody wears it').waitFor(SLOW);
      await expect.poll(paint, SLOW).not.toMatch(/, 0\)$|\/ 0\)$/);
      await undo();
      await rest.getByText(/Lost/).waitFor(SLOW);
      await undo();
      await expect.poll(worn, SLOW).toBeUndefined();
    },
  );

  test.runIf(process.env.LONG)(
    'finds a picture by word and by the ground it gives; it is turned, and its places with it',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('gather/pictures');
      await tab.getByRole('button', { name: 'From the gallery' }).click();
      const dialog = tab.getByRole('dialog', { name: 'Gallery' });
      await dialog.getByText('12 of 12').waitFor(SLOW);
      await dialog
        .getByRole('combobox', { name: 'The ground that it gives to a header' })
        .selectOption('dark at the top');
      await dialog.getByRole('button', { name: /^Dark slate/ }).waitFor(SLOW);
      expect(await dialog.getByRole('button', { name: /^Summer cloud/ }).count()).toBe(0);
      await dialog.getByRole('textbox', { name: 'A word of its name' }).fill('slate');
      await dialog.getByText('1 of 12').waitFor(SLOW);
      expect(await axeFindings(tab)).toEqual([]);
      await dialog.getByRole('button', { name: 'Not now' }).click();
      const placed = () => owner.kept(owner.siteId).pages[0]!.bands[0]!.backdrop.picture!;
      const { picture, x, y } = placed();
      await tab.goto(`${tab.url()}?picture=${picture}`);
      await tab.getByRole('combobox', { name: 'Turn the picture' }).selectOption('sideways');
      await expect.poll(() => placed().picture, SLOW).toBe(`${picture}-turned`);
      expect(placed()).toMatchObject({ x: 100 - x, y });
      await undo();
      await expect.poll(() => placed().picture, SLOW).toBe(picture);
    },
  );

  test(
    'starts over a picture: asked for at once, and the header is seen on it with its verdict',
    STORY,
    async () => {
      const { tab } = owner;
      await tab.goto(owner.running.url);
      await tab.getByRole('button', { name: 'Start a site' }).click();
      await tab.getByRole('textbox', { name: 'Name of the site' }).fill('Salt Pans');
      await tab.getByRole('radio', { name: 'Over a picture' }).check();
      await tab.getByRole('button', { name: 'A bay at dusk' }).click();
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      await tab.getByRole('button', { name: 'Start', exact: true }).click();
      await tab.waitForURL(/\/dress/);
      const id = /sites\/([^/]+)/.exec(tab.url())![1]!;
      expect(owner.kept(id).pages[0]!.bands[0]!.backdrop.picture?.picture).toBe('dusk');
      await tab
        .getByRole('button', { name: /^At the top/ })
        .getByText(/Clear|Strained|Lost/)
        .waitFor(SLOW);
      // A picture that cannot be had leaves no site behind.
      const count = () => owner.running.context.sites.ids().length;
      const before = count();
      await tab.goto(owner.running.url);
      await tab.getByRole('button', { name: 'Start a site' }).click();
      await tab.getByRole('textbox', { name: 'Name of the site' }).fill('Nowhere');
      await tab.getByRole('radio', { name: 'Over a picture' }).check();
      await tab.getByRole('textbox', { name: 'Address of a picture' }).fill('http://127.0.0.1:9/none.png');
      await tab.getByRole('button', { name: 'Start', exact: true }).click();
      await tab.locator('.start-site .Mui-error').first().waitFor(SLOW);
      await expect.poll(count, SLOW).toBe(before);
      owner.errors.splice(0);
    },
  );

  test.runIf(process.env.LONG)(
    'asks where the words of the opening band read best, and puts them there',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('dress?moment=top&page=home');
      await owner.row(/^Opening band/).click(SLOW);
      await tab.getByRole('button', { name: 'Where do they read best?' }).click();
      const rows = tab.locator('.words-places li');
      await rows.nth(2).waitFor(SLOW);
      expect(await rows.first().textContent()).toMatch(/at the start.*(Clear|Strained|Lost) \d+\.\d.*now/);
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      await tab.getByRole('button', { name: 'Put them there: in the middle' }).click();
      const place = () => owner.kept(owner.siteId).pages[0]!.bands[0]!.words?.place;
      await expect.poll(place, SLOW).toBe('middle');
      await expect.poll(() => owner.inFrame('.page h1', 'text-align'), SLOW).toBe('center');
      await owner.undo();
      await expect.poll(place, SLOW).toBeUndefined();
    },
  );

  test.runIf(process.env.LONG)(
    'tries looks that are ready on its own header, each with its verdict, and wears one',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('dress?moment=top');
      await tab.getByRole('button', { name: 'Looks to start from' }).click();
      const offers = tab.locator('.ready-headers > li');
      await offers
        .filter({ hasText: 'Dark and solid' })
        .getByText(/Clear|Strained|Lost/)
        .waitFor(SLOW);
      expect(await offers.count()).toBe(7);
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      const before = header().looks;
      await offers.filter({ hasText: 'Dark and solid' }).getByRole('button').click();
      await expect
        .poll(() => header().looks.top, SLOW)
        .toMatchObject({ fill: { colour: { swatch: 'midnight' }, opacity: 1 } });
      await owner.undo();
      await expect.poll(() => header().looks, SLOW).toEqual(before);
    },
  );

  test.runIf(process.env.LONG)('gives all buttons a shadow, and cuts it at the rail', STORY, async () => {
    const { tab } = owner;
    await owner.go('dress?moment=top');
    await owner.add('Buttons');
    await tab.getByRole('slider', { name: 'Opacity of the shadow of buttons' }).press('End');
    const blur = tab.getByRole('textbox', { name: 'Softness, shadow of buttons' });
    await blur.fill('18');
    await blur.press('Enter');
    await expect
      .poll(() => header().looks.top.buttons, SLOW)
      .toMatchObject({ shadowOpacity: 1, shadowBlur: 18 });
    await expect
      .poll(() => owner.inFrame('.hr-button', 'box-shadow', '::before'), SLOW)
      .toMatch(/0px 2px 18px 0px/);
    expect(await owner.inFrame('.hr-button', 'clip-path', '::before')).toMatch(/^inset\(/);
    expect(await axeFindings(tab, ['iframe'])).toEqual([]);
    const undone = async () => {
      if (header().looks.top.buttons !== undefined) await owner.undo();
      return header().looks.top.buttons;
    };
    await expect.poll(undone, { ...SLOW, interval: 500 }).toBeUndefined();
  });

  test.runIf(process.env.LONG)('runs a strip the full width above an inset box', STORY, async () => {
    const { tab } = owner;
    await owner.keep(owner.siteId, ({ headers }) => {
      headers[0]!.extent = { top: 14, sides: 40, linked: false, radius: 12 };
    });
    await owner.go('hang');
    await tab.getByRole('button', { name: 'Another rail' }).click();
    await tab.getByRole('menuitem', { name: 'A strip above the box, full width' }).click();
    await expect.poll(() => header().rails.map(({ full }) => full === true), SLOW).toEqual([true, false]);
    await tab.getByRole('button', { name: 'First rail' }).first().click();
    expect(await tab.getByRole('switch', { name: 'It runs the full width, above the box' }).isChecked()).toBe(
      true,
    );
    await tab.getByRole('button', { name: 'Hang an item' }).click();
    await tab.getByRole('menuitem', { name: 'Line of text' }).click();
    const boxes = async () => {
      const [strip, bar] = await Promise.all(
        ['.hr-rail-1', '.hr-bar'].map((of) => stage().locator(of).first().boundingBox()),
      );
      return strip && bar && [strip.width > bar.width + 60, Math.round(bar.y - strip.y - strip.height) > 5];
    };
    await expect.poll(boxes, SLOW).toEqual([true, true]);
    expect(await axeFindings(tab, ['iframe'])).toEqual([]);
    const undone = async () => {
      if (header().rails.length > 1) await undo();
      return header().rails.length;
    };
    await expect.poll(undone, { ...SLOW, interval: 500 }).toBe(1);
    await owner.keep(owner.siteId, ({ headers }) => void delete headers[0]!.extent);
  });

  test.runIf(process.env.LONG)(
    'lets the words of a band turn with it, and copies the turn to another band',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('gather/pages');
      const bands = () => owner.kept(owner.siteId).pages[0]!.bands;
      await tab.getByRole('button', { name: /^Opening/ }).click();
      await tab.getByRole('switch', { name: 'Turns on scroll' }).click();
      await tab.getByRole('switch', { name: 'Its words turn into another ink' }).click();
      await expect.poll(() => bands()[0]!.turns?.ink, SLOW).toEqual(bands()[0]!.ink);
      await tab.getByRole('button', { name: /^Tonight/ }).click();
      await tab.getByLabel('Turns as another band does', { exact: true }).selectOption({ index: 1 });
      await expect.poll(() => bands()[1]!.turns, SLOW).toEqual(bands()[0]!.turns);
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      for (let i = 0; i < 3; i++) await undo();
      await expect.poll(() => bands().map(({ turns }) => turns), SLOW).toEqual([undefined, undefined]);
    },
  );

  test.runIf(process.env.LONG)(
    'shapes the lower edge of a band, and moves its picture where it is narrow',
    STORY,
    async () => {
      const { tab } = owner;
      await owner.go('gather/pages');
      const band = () => owner.kept(owner.siteId).pages[0]!.bands[0]!;
      const before = band();
      await tab.getByRole('button', { name: /^Opening/ }).click();
      await tab.getByRole('switch', { name: 'Shaped lower edge' }).click();
      const middle = tab.getByRole('textbox', { name: 'What comes after reaches up in the middle' });
      await middle.fill('24');
      await middle.press('Enter');
      await expect.poll(() => band().edge, SLOW).toEqual({ start: 40, middle: 24, end: 40 });
      await tab.getByRole('button', { name: 'Change the picture’s place below a width' }).click();
      const across = tab.getByRole('textbox', { name: 'Across of the picture’s place below 760 px' });
      await across.fill('80');
      await across.press('Enter');
      await expect.poll(() => band().backdrop.picture?.steps, SLOW).toEqual([{ below: 760, x: 80 }]);
      expect(await axeFindings(tab, ['iframe'])).toEqual([]);
      await owner.go('dress?moment=top');
      await expect.poll(() => owner.inFrame('.band', 'clip-path', '::after'), SLOW).toMatch(/^polygon/);
      expect(await owner.inFrame('.band', 'height', '::after')).toBe('40px');
      await owner.keep(owner.siteId, ({ pages }) => void (pages[0]!.bands[0] = before));
    },
  );

  test('puts a value of the first moment back', STORY, async () => {
    const { tab } = owner;
    const top = () => header().looks.top.fill?.opacity;
    await owner.keep(
      owner.siteId,
      ({ headers }) => void (headers[0]!.looks.top.fill = { colour: { swatch: 'midnight' }, opacity: 0.4 }),
    );
    await owner.go('dress?moment=top');
    await tab.getByRole('button', { name: /^Fill/ }).first().click();
    await tab.getByRole('button', { name: 'Put back opacity' }).click();
    await expect.poll(top, SLOW).toBeUndefined();
    await undo();
    await expect.poll(top, SLOW).toBe(0.4);
    expect(owner.errors).toEqual([]);
  });
});
