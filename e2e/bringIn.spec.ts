import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { checkSite } from '@hatrail/core/model/check';
import { findings as axeFindings } from './axe.ts';
import { openElsewhere, type Elsewhere } from './elsewhere.ts';
import { keepBands, openOwner, type Owner } from './owner.ts';

/** An owner brings in a site that was made elsewhere, clears the header that it has, and hands it back as style. */

const SLOW = { timeout: 90_000 };
const SLOW_STORY = { timeout: 180_000 };
let owner: Owner;
let elsewhere: Elsewhere;
beforeAll(async () => {
  owner = await openOwner({ sites: keepBands(1) });
  elsewhere = await openElsewhere(owner.running, owner.dataFolder);
}, 120_000);
afterAll(async () => {
  elsewhere.close();
  await owner.close();
});

/** Pages that its owner leaves out, but for the longer runs. */
const LEFT_OUT = process.env.LONG ? [] : ['/bindings', '/courses', '/papers', '/find'];

/** Wether Lane, once it is brought in. */
let bindery: string;

test(
  'an owner brings in Wether Lane by its address, sees all of it, leaves one part out, and has its first findings',
  { timeout: 240_000 },
  async () => {
    const { tab, running } = owner;
    await tab.goto(running.url);
    await tab.getByRole('link', { name: 'Bring in my site' }).click(SLOW);
    expect(await axeFindings(tab)).toEqual([]);
    await tab.getByRole('button', { name: 'Look for its pages' }).click();
    await tab.getByText(/This is no address|Give the address/).waitFor(SLOW);
    await tab.getByRole('button', { name: 'Wether Lane Bindery' }).click();
    const start = Date.now();
    await tab.getByRole('button', { name: 'Look for its pages' }).click();
    const boxes = tab.getByRole('checkbox');
    await tab.getByRole('button', { name: 'Take pictures of 5 pages' }).waitFor(SLOW);
    expect(await axeFindings(tab)).toEqual([]);
    expect(await boxes.count()).toBe(5);
    for (const path of LEFT_OUT)
      await tab.getByRole('checkbox', { name: new RegExp(`${path}(.html)?$`) }).uncheck();
    await tab.getByRole('button', { name: /^Take pictures of \d pages?$/ }).click();
    await tab.getByRole('button', { name: 'Stop' }).waitFor(SLOW);
    await tab.getByRole('button', { name: 'Keep it, and prove it' }).waitFor(SLOW);
    await tab.getByText('“Notice”').waitFor();
    for (const what of ['at the top', 'with its menu open', 'after scrolling'])
      await tab.getByRole('img', { name: `Their header ${what}` }).waitFor();
    await tab.getByText(/after scrolling has a fill of 50/).waitFor();
    await tab.getByText(/Georgia 18 px, for which Source Serif 4 stands in/).waitFor();
    expect(await axeFindings(tab)).toEqual([]);
    // What the owner does not want in the pictures is clicked away, and they are taken again.
    const height = () =>
      tab
        .getByRole('img', { name: /^Books made by hand.* at 1280 px$/ })
        .evaluate((img) => (img as HTMLImageElement).naturalHeight);
    await tab.getByRole('img', { name: /^Books made by hand.* at 1280 px$/ }).waitFor();
    await expect.poll(height, SLOW).toBeGreaterThan(0);
    const before = await height();
    await tab.getByRole('button', { name: /^take something out of Books made by hand/ }).click();
    await tab
      .getByRole('checkbox', { name: /^Wether Lane Bindery, the old wash house/ })
      .first()
      .check();
    expect(await axeFindings(tab)).toEqual([]);
    await tab.getByRole('button', { name: 'Take its pictures again without it' }).click();
    await tab.getByRole('button', { name: 'Keep it, and prove it' }).waitFor(SLOW);
    await expect.poll(height, SLOW).toBeLessThan(before);
    await tab.getByRole('switch', { name: 'Bring in: Type' }).uncheck();
    await tab.getByRole('button', { name: 'Keep it, and prove it' }).click();
    await tab.locator('.finding').first().waitFor(SLOW);
    // Of use where nothing else runs.
    console.log(`from the address to first findings: ${((Date.now() - start) / 1000).toFixed(1)} s`);
    const titles = async () => (await tab.locator('.finding strong').allTextContents()).join('; ');
    await expect.poll(titles, SLOW).toMatch(/Dark red links over (dark|light) pages, after scrolling/);
    const id = /sites\/([^/]+)/.exec(tab.url())![1]!;
    bindery = id;
    const site = owner.kept(id);
    expect(checkSite(site)).toEqual([]);
    expect(site.pages.map(({ path }) => path)).toEqual(
      ['/', '/bindings', '/courses', '/papers', '/find'].filter((path) => !LEFT_OUT.includes(path)),
    );
    expect(site.menus[0]!.entries.map(({ label, children }) => [label, children?.length ?? 0])).toEqual([
      ['Bindings', 0],
      ['Courses', 3],
      ['Papers', 0],
      ['Find us', 0],
    ]);
    expect(site.pages.every(({ snapshots }) => snapshots?.length === 4)).toBe(true);
    // Theirs is a serif, for which ours would stand in.
    expect(site.type.text.family).toBe('source-sans-3');
    expect(owner.errors.filter((message) => !/status of (422|404)/.test(message))).toEqual([]);
  },
);

describe('the header that Wether Lane has', () => {
  const site = () => owner.kept(bindery);
  const own = () => site().ownHeaders![0]!;

  test(
    'is cleared and tried on the page itself in a few clicks: what is seen is what was promised',
    { timeout: 240_000 },
    async () => {
      const { tab } = owner;
      await owner.button('Clear all').click(SLOW);
      await owner.button(/^Take/).click(SLOW);
      await expect
        .poll(() => tab.getByRole('heading', { level: 1 }).textContent(), SLOW)
        .toMatch(/^(No|0) finding/);
      await owner.peg('Hand over');
      await tab.getByRole('button', { name: /^header\.css/ }).waitFor(SLOW);
      const css = (await tab.getByLabel('header.css', { exact: true }).textContent())!;
      expect(css).toContain('.site-top.is-stuck');
      await owner.button('Try it').click();
      await tab.getByRole('button', { name: 'Stop' }).waitFor(SLOW);
      await tab.getByText('What is seen is what was promised.').waitFor(SLOW);
      expect(await tab.getByText(/compared, at 390, 768, 1280, 1920 px, in 2 moments/).textContent()).toMatch(
        /^\D*\d{3} compared/,
      );
      expect(await axeFindings(tab)).toEqual([]);
    },
  );

  test.runIf(process.env.LONG)(
    'shows what each part is; what an owner says of one goes, and is taken back',
    SLOW_STORY,
    async () => {
      const { tab } = owner;
      await owner.peg('Gather');
      await owner.part('Own header');
      const frame = tab.getByTitle('The header it has');
      await frame.waitFor(SLOW);
      expect(await frame.getAttribute('sandbox')).toBe('allow-same-origin');
      expect(await axeFindings(tab)).toEqual([]);
      await tab.getByText('The menu has a fill of its own').waitFor();
      await tab.getByText(/no key reaches what is in them/).waitFor();
      expect(own().stuck).toEqual({ on: 'header', name: 'is-stuck', from: 41 });
      const looks = JSON.stringify(site().headers[0]!.looks);
      // In the picture, by keyboard; and in the markup.
      await tab.getByRole('button', { name: 'Ask: Button' }).press('Enter');
      await tab.locator('#own-role').selectOption('link');
      await expect.poll(() => own().marks.filter(({ role }) => role === 'button').length, SLOW).toBe(0);
      expect(own().said).toEqual([{ path: '1/8', role: 'link' }]);
      expect(JSON.stringify(site().headers[0]!.looks)).toBe(looks);
      await owner.button('Undo').click();
      await expect.poll(() => own().marks.filter(({ role }) => role === 'button').length, SLOW).toBe(1);
    },
  );

  test.runIf(process.env.LONG)(
    'is dressed like any other, but for what style cannot do; its page runs nothing',
    SLOW_STORY,
    async () => {
      const { tab } = owner;
      await owner.peg('Hang');
      await tab.getByText('What hangs here is your site’s own').waitFor(SLOW);
      expect(await axeFindings(tab)).toEqual([]);
      await owner.peg('Dress');
      const layers = tab.getByRole('group', { name: 'Add a layer' });
      await layers.waitFor(SLOW);
      expect((await layers.getByRole('button').allTextContents()).sort()).toEqual([
        'Backing of links',
        'Blur',
        'Cut edge',
        'Gradient',
        'Line below links',
        'Picture',
        'Shadow',
        'Tint',
      ]);
      await layers.getByRole('button', { name: 'Blur' }).click();
      const inside = tab.frameLocator('iframe[title]').first();
      await expect
        .poll(
          () =>
            inside.locator('.site-top').evaluate((bar) => getComputedStyle(bar, '::before').backdropFilter),
          SLOW,
        )
        .toMatch(/blur/);
      expect(await inside.locator('script').count()).toBe(0);
      await owner.button('Undo').click();
      await layers.getByRole('button', { name: 'Cut edge' }).click();
      const shape = () =>
        inside.locator('.site-top').evaluate((bar) => getComputedStyle(bar, '::before').clipPath);
      await expect.poll(shape, SLOW).toMatch(/^polygon/);
      await owner.button('Undo').click();
      await expect.poll(shape, SLOW).toBe('none');
      // Its pages came in as pictures, and none of them lies behind a header.
      await layers.getByRole('button', { name: 'Picture' }).click();
      await tab.getByText('There is no picture yet: bring one in under').waitFor();
      // Along with the scroll, it is told how far it has come.
      await tab.getByRole('button', { name: /^Manner/ }).click();
      await tab.getByRole('combobox', { name: 'What the change goes by' }).selectOption('scroll');
      await expect.poll(() => site().headers[0]!.manner.stretch, SLOW).toBe(120);
      const way = () =>
        inside.locator('.site-top').evaluate((bar) => getComputedStyle(bar).getPropertyValue('--hr-way'));
      await expect.poll(way, SLOW).not.toBe('');
      await owner.button('Undo').click();
      await expect.poll(() => site().headers[0]!.manner.stretch, SLOW).toBeUndefined();
      const onScroll = tab.getByRole('combobox', { name: 'On scroll' });
      expect(await onScroll.locator('option').allTextContents()).toEqual([
        'Stays at the top',
        'Leaves with the page',
        'Goes, and returns on scrolling up',
      ]);
      await onScroll.selectOption('returns');
      await expect.poll(() => site().headers[0]!.manner.onScroll, SLOW).toBe('returns');
      await owner.button('Undo').click();
      await expect.poll(() => site().headers[0]!.manner.onScroll, SLOW).toBe('stays');
    },
  );

  test('is handed over as style alone; a site without one takes it in as a paste', SLOW_STORY, async () => {
    const { tab, running } = owner;
    const files = (await (
      await fetch(`${running.url}/api/sites/${bindery}/headers/${site().headers[0]!.id}/files`)
    ).json()) as { path: string; text: string }[];
    expect(files.map(({ path }) => path)).toEqual(['header.css', 'one-paste.html', 'how-to.txt']);
    expect(files[1]!.text).toMatch(/^<!-- .*-->\n<style>\n[^<]*<\/style>\n$/s);
    await tab.goto(`${running.url}/sites/${bindery}/gather/own-header`);
    await owner.button('From elsewhere').click(SLOW);
    await tab.getByLabel('HTML of the header').fill('<p>No header</p>');
    await owner.button('Read what is pasted').click();
    await tab.getByText(/No header was found on it/).waitFor(SLOW);
    await tab
      .getByLabel('HTML of the header')
      .fill(
        '<header class="top"><a class="logo" href="/">Pasted</a><nav><a href="/a">One</a> <a href="/b">Two</a></nav></header>',
      );
    await tab
      .getByLabel('CSS that it has')
      .fill('.top { background: #fff; padding: 20px } .top nav a { color: #777 }');
    await owner.button('Read what is pasted').click();
    await expect.poll(() => own().selector, SLOW).toBe('.top');
    expect(checkSite(site())).toEqual([]);
    await owner.button('Undo').click();
    await expect.poll(() => own().selector, SLOW).toBe('.site-top');
    expect(owner.errors.filter((message) => !/status of (422|404)/.test(message))).toEqual([]);
  });
});

test.runIf(process.env.LONG)(
  'a site that was brought in is looked at again: its pages are renewed, and it is told what became of its verdicts',
  { timeout: 240_000 },
  async () => {
    const { tab, running } = owner;
    const { id: capture, found } = await elsewhere.lookedAt({ address: `${elsewhere.base}/shop` });
    await elsewhere.api(`/${capture}/pages`, { pages: [found!.address] });
    await elsewhere.settled(capture);
    const answer = await elsewhere.api(`/${capture}/keep`, {});
    const { id } = answer.state;
    expect(owner.kept(id).headers[0]!.manner.lies).toBe('over');
    elsewhere.darken();
    await tab.goto(`${running.url}/sites/${id}/gather/pages`);
    await tab.getByRole('link', { name: 'Look again at my site' }).click(SLOW);
    await tab.getByRole('checkbox', { name: 'Allow this machine and network' }).check(SLOW);
    await tab.getByRole('button', { name: 'Look for its pages' }).click();
    await tab.getByRole('button', { name: 'Take pictures of 1 page' }).click(SLOW);
    await tab.getByRole('button', { name: 'Renew 1 page' }).click(SLOW);
    await tab.getByText(/1 page was renewed/).waitFor(SLOW);
    await tab.getByText(/The header it has: \d+ findings? before, \d+ now/).waitFor(SLOW);
    expect(await axeFindings(tab)).toEqual([]);
    const pictures = () => owner.kept(id).pages[0]!.snapshots!.map(({ picture }) => picture);
    await expect.poll(() => pictures().length, SLOW).toBe(4);
    const renewed = pictures();
    await tab.keyboard.press('Control+z');
    await expect.poll(pictures, SLOW).not.toEqual(renewed);
    expect(checkSite(owner.kept(id))).toEqual([]);
    // Another page of the same site is a new one.
    await tab.getByRole('button', { name: 'Bring in more' }).click();
    await tab.getByRole('button', { name: 'Look for its pages' }).click(SLOW);
  },
);
