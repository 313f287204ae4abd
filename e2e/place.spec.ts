import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { headerItems } from '@hatrail/core/model/header';
import { findings as axeFindings } from './axe.ts';
import { openDressing, type Dressing } from './dressing.ts';

/** An owner in Place: another header on one page, none on another, members, one page that differs, and the whole site cleared. */

const SLOW = { timeout: 60_000 };
/** A story may wait for several such things. */
const LONG = { timeout: 240_000 };
let owner: Dressing;
beforeAll(async () => {
  // A look that is clear but for the pages that cannot bear it, so that each has its own way.
  owner = await openDressing('Larkfell', ({ headers }) => {
    const night = headers[0]!;
    night.looks.scrolled = { fill: { colour: { swatch: 'midnight' }, opacity: 1 } };
    night.looks.top.cue = { hover: 2, current: 2 };
  });
  await owner.go('place');
});
afterAll(() => owner.close());

const grid = () => owner.tab.getByRole('grid', { name: 'What hangs on each page, and for whom' });
const cell = (page: string, who: 'signed-out' | 'signed-in' = 'signed-out') =>
  owner.tab.locator(`#place-${page}-${who}`);
const side = () => owner.tab.locator('.place-side');
const undo = () => owner.tab.keyboard.press('Control+z');
const site = () => owner.kept(owner.siteId);
const saved = () => owner.tab.locator('.bar-saved[data-save="saved"]').waitFor(SLOW);
async function publish(): Promise<void> {
  await saved();
  const { context } = owner.running;
  const { site: now, hashes } = context.sites.read(owner.siteId)!;
  context.releases.make(owner.siteId, now, hashes, '');
}
const live = async (path: string, cookie?: string) => {
  const answer = await fetch(`${owner.running.liveUrl}/larkfell/${path}`, {
    redirect: 'manual',
    ...(cookie && { headers: { cookie } }),
  });
  return { status: answer.status, text: await answer.text(), cookie: answer.headers.get('set-cookie') };
};

describe('an owner in Place', () => {
  test(
    'sees what hangs on each page, for whom, how it stands, and which placement decided',
    LONG,
    async () => {
      await cell('log').getByText('lost').waitFor(SLOW);
      await cell('book').getByText('clear').waitFor(SLOW);
      expect(await cell('members', 'signed-in').textContent()).toContain('Members’ header');
      expect(await cell('members').textContent()).toContain('Night header');
      await cell('members', 'signed-in').click();
      await side().getByText('by the first placement').waitFor(SLOW);
      expect(await axeFindings(owner.tab)).toEqual([]);
    },
  );

  test('walks the matrix by the arrow keys; the address holds what is chosen', LONG, async () => {
    await cell('home').click();
    await grid().focus();
    for (const key of ['ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowRight'])
      await owner.tab.keyboard.press(key);
    await expect.poll(() => side().locator('h2').first().textContent(), SLOW).toBe('Night log, signed in');
    const { searchParams } = new URL(owner.tab.url());
    expect([searchParams.get('page'), searchParams.get('who')]).toEqual(['log', 'signed in']);
    await owner.tab.keyboard.press('ArrowLeft');
    await side().getByText('Why not the 2 before it').click();
    expect(await side().textContent()).toContain('it is not for this page');
  });

  test(
    'clears a page by another header there, with one click; published, that page alone wears it',
    LONG,
    async () => {
      await side().getByRole('button', { name: 'Try it: Hang Quiet header here' }).click(SLOW);
      await expect.poll(() => cell('log').textContent(), SLOW).toMatch(/Quiet header.*clear/);
      await publish();
      expect(site().placements![0]).toMatchObject({ header: 'quiet', pages: ['log'] });
      expect((await live('log/')).text).toContain('assets/header-quiet.css');
      expect((await live('visit/')).text).toContain('assets/header-night.css');
      await undo();
      await expect.poll(() => cell('log').textContent(), SLOW).toMatch(/Night header.*lost/);
    },
  );

  test.runIf(process.env.LONG)(
    'hangs none on a page: a placement made, filled in and put in order by keys',
    LONG,
    async () => {
      await owner.tab.getByRole('button', { name: 'Place a header' }).click();
      const card = owner.tab.locator('.placement').first();
      await card.getByRole('combobox', { name: 'Header' }).selectOption({ label: 'No header' });
      await card.getByText('It names no page.').waitFor(SLOW);
      await card.getByRole('checkbox', { name: 'Visit' }).check();
      await expect.poll(() => cell('visit').textContent(), SLOW).toMatch(/no header/);
      await publish();
      const { text } = await live('visit/');
      expect(text).not.toContain('class="hr');
      expect(text).toContain('<main id="main"');
      // After the one for all pages it decides nothing, and says what would mend that.
      const name = card.getByRole('button', { name: 'No header' });
      await name.focus();
      for (let i = 0; i < 3; i++) {
        await owner.tab.locator('.placement').nth(i).getByRole('button', { name: 'No header' }).focus();
        await owner.tab.keyboard.press('Alt+ArrowDown');
      }
      await owner.tab.locator('.placement').last().getByText('The placement before it decides').waitFor(SLOW);
      await owner.tab.getByRole('button', { name: 'Put it before' }).click();
      await expect.poll(() => cell('visit').textContent(), SLOW).toMatch(/no header/);
      for (let i = 0; i < 8 && (site().placements?.length ?? 0) > 3; i++) {
        await undo();
        await owner.tab.waitForTimeout(100);
        await saved();
      }
      expect(site().placements!.map(({ id }) => id)).toEqual(['members', 'booking', 'everywhere']);
    },
  );

  test(
    'signed in, a visitor meets the members’ header; signed out, nothing of it is in the page',
    LONG,
    async () => {
      await publish();
      const out = await live('members/');
      expect(out.text).not.toContain('Your nights');
      expect(out.text).not.toContain('header-members');
      const { status, cookie } = await live('_sign-in?to=/members/');
      expect(status).toBe(303);
      const own = cookie!.split(';')[0]!;
      const signedIn = await live('members/', own);
      expect(signedIn.text).toContain('Your nights');
      expect(signedIn.text).toContain('assets/header-members.css');
      expect((await live('_signed-in/members/', own)).status).toBe(404);
      expect((await live('_signed-in/members/index.html')).status).toBe(404);
      const tab = await owner.browser.newPage();
      await tab.goto(`${owner.running.liveUrl}/larkfell/_sign-in?to=/members/`);
      await tab.getByRole('link', { name: 'Your nights' }).first().waitFor(SLOW);
      await tab.goto(`${owner.running.liveUrl}/larkfell/_sign-out?to=/members/`);
      expect(await tab.getByRole('link', { name: 'Your nights' }).count()).toBe(0);
      await tab.close();
    },
  );

  test(
    'changes one thing on one page in Dress, which says so; put back, the document is as it was',
    LONG,
    async () => {
      const before = JSON.stringify(site());
      await cell('log').click();
      await side().getByText('Change something here').click();
      await side().getByRole('link', { name: 'Its look, in Dress' }).click();
      await owner.tab.getByText('Only on Night log.').waitFor(SLOW);
      const address = new URL(owner.tab.url());
      address.searchParams.set('moment', 'top');
      await owner.tab.goto(String(address));
      await owner.tab.getByText('Only on Night log.').waitFor(SLOW);
      await owner.row(/^Fill/).click(SLOW);
      const opacity = owner.tab.getByRole('textbox', { name: /Fill/ }).first();
      await opacity.fill('85');
      await opacity.press('Enter');
      await expect
        .poll(() => JSON.stringify(site().pages.find(({ id }) => id === 'log')!.own), SLOW)
        .toContain('"opacity":0.85');
      expect(JSON.stringify(site().headers)).toBe(
        JSON.stringify((JSON.parse(before) as { headers: unknown }).headers),
      );
      await owner.peg('Place');
      await side().getByText('Fill, at the top').waitFor(SLOW);
      await publish();
      expect((await live('log/')).text).toContain('assets/header-night-2.css');
      await side().getByRole('button', { name: 'Put back' }).click();
      await side().getByText('Nothing differs from Night header elsewhere.').waitFor(SLOW);
      await saved();
      await expect.poll(() => JSON.stringify(site()), SLOW).toBe(before);
    },
  );

  test.runIf(process.env.LONG)('begins as after scrolling on one page, which clears it', LONG, async () => {
    await side().getByRole('button', { name: 'Try it: Begin as after scrolling' }).click(SLOW);
    await expect.poll(() => cell('log').textContent(), SLOW).toMatch(/Night header.*clear/);
    await side().getByText('Begins as after scrolling').first().waitFor(SLOW);
    await undo();
    await expect.poll(() => cell('log').textContent(), SLOW).toMatch(/lost/);
  });

  test.runIf(process.env.LONG)(
    'a button kept once and hung in three headers is changed in one, told what it does, changed in all, and undone as one',
    LONG,
    async () => {
      const hang = (header: string) => owner.go(`hang?header=${header}&hung=item-book`);
      const labels = () =>
        site()
          .headers.flatMap(headerItems)
          .flatMap((item) => (item.kind === 'button' && item.part !== undefined ? [item.label] : []));
      await hang('night');
      await owner.button('Keep it for reuse').click(SLOW);
      for (const header of ['quiet', 'members']) {
        await saved();
        await hang(header);
        await owner.button('Hang an item').click(SLOW);
        await owner.tab.getByRole('menuitem', { name: 'Book a night, as it is kept' }).click();
      }
      await owner.tab.getByText('Also in Night header, Quiet header').waitFor(SLOW);
      expect(await axeFindings(owner.tab)).toEqual([]);
      const label = owner.tab.getByRole('textbox', { name: 'Label' });
      await label.fill('Book tonight');
      await label.blur();
      const ahead = owner.tab.getByRole('region', { name: 'Book a night, changed in one place' });
      await ahead.getByText(/Changed there, too, as many findings as now: .*Quiet header/).waitFor(SLOW);
      expect(labels().filter((each) => each === 'Book tonight').length).toBeLessThan(2);
      expect(await axeFindings(owner.tab)).toEqual([]);
      await ahead.getByRole('button', { name: 'Change it there, too' }).click();
      await expect.poll(labels, SLOW).toEqual(['Book tonight', 'Book tonight', 'Book tonight']);
      await publish();
      for (const path of ['visit/', 'book/']) expect((await live(path)).text).toContain('Book tonight');
      expect((await live('members/', 'hatrail-visitor=in')).text).toContain('Book tonight');
      await undo();
      await expect.poll(labels, SLOW).toEqual(['Book a night', 'Book a night', 'Book tonight']);
      await undo();
      await expect.poll(labels, SLOW).toEqual(['Book a night', 'Book a night', 'Book a night']);
      await owner.button('Cut it loose').click();
      await expect.poll(() => labels().length, SLOW).toBe(2);
      await owner.peg('Place');
      await cell('log').click();
    },
  );

  test.runIf(process.env.LONG)(
    'looks, a rail and an opening band are kept, used elsewhere, changed in one place, carried and put back',
    LONG,
    async () => {
      const { tab, siteId } = owner;
      const start = site();
      const ahead = (name: string) => tab.getByRole('region', { name: `${name}, changed in one place` });
      const opening = (id: string) => site().pages.find((each) => each.id === id)!.bands[0]!;
      const looks = (id: string) => site().headers.find((each) => each.id === id)!.looks;
      await owner.go('hang?header=quiet&hung=header');
      await owner.button('Keep it for reuse').click(SLOW);
      await saved();
      await owner.go('hang?header=members&hung=header');
      await tab.getByRole('combobox', { name: 'Looks that it wears' }).selectOption({ index: 1 }, SLOW);
      await expect.poll(() => looks('members'), SLOW).toEqual(looks('quiet'));
      // Another value in one of them: told what it does to the other, then put back.
      await owner.go('dress?header=members&page=members');
      const copy = tab.getByLabel('Copy a look to here');
      const night = copy.locator('option', { hasText: 'Night header, after scrolling' });
      await copy.selectOption((await night.getAttribute('value', SLOW))!);
      const own = ahead('Looks of Quiet header');
      await own.getByText(/Changed there, too/).waitFor(SLOW);
      await own.getByRole('button', { name: 'Put it back' }).click();
      await expect.poll(() => looks('members'), SLOW).toEqual(looks('quiet'));
      // A rail.
      await owner.go('hang?header=quiet&hung=rail-1');
      await owner.button('Keep it for reuse').click(SLOW);
      await saved();
      await owner.go('hang?header=members');
      await owner.button('Another rail').click(SLOW);
      await tab.getByRole('menuitem', { name: 'First rail of Quiet header, as it is kept' }).click();
      await tab.getByText('Also in Quiet header').waitFor(SLOW);
      // The opening band of a page, on another.
      await owner.go('gather/pages?page=visit');
      await tab
        .getByRole('region', { name: /^Bands of/ })
        .getByRole('button')
        .nth(1)
        .click(SLOW);
      await owner.button('Keep it for reuse').click(SLOW);
      await saved();
      expect(site().parts).toHaveLength(3 + (start.parts?.length ?? 0));
      const heights = () => ['visit', 'book'].map((id) => opening(id).height.value);
      await owner.go('gather/pages?page=book');
      await owner.button('Add a band').click(SLOW);
      await tab.getByRole('menuitem', { name: /as it is kept, to open the page$/ }).click();
      const kept = opening('visit').name;
      await tab.getByRole('textbox', { name: 'Height of the band' }).fill('44');
      await tab.getByRole('textbox', { name: 'Height of the band' }).press('Enter');
      await ahead(kept)
        .getByText(/Changed there, too/)
        .waitFor(SLOW);
      await ahead(kept).getByRole('button', { name: 'Change it there, too' }).click();
      await expect.poll(heights, SLOW).toEqual([44, 44]);
      await saved();
      await owner.keep(siteId, (draft) => void Object.assign(draft, start, { parts: start.parts }));
      expect(owner.errors).toEqual([]);
    },
  );

  test(
    'a page that its header cannot be read on is told as soon as it is there, with the headers that are clear',
    LONG,
    async () => {
      const { tab } = owner;
      await owner.go('gather/pages');
      await owner.button('Add a page').click(SLOW);
      await tab.getByRole('menuitem', { name: /^Text/ }).click();
      const offers = tab.getByRole('group', { name: /^Clear on/ });
      await offers.getByRole('button', { name: 'Hang Quiet header here' }).click(SLOW);
      await tab.getByText(/under Quiet header/).waitFor(SLOW);
      await expect
        .poll(() => site().placements![0], SLOW)
        .toMatchObject({
          header: 'quiet',
          pages: [site().pages.at(-1)!.id],
        });
      // A header that lies over the page is proposed for those pages alone that can bear it.
      await owner.peg('Place');
      await tab.getByRole('button', { name: 'Place a header' }).click(SLOW);
      await tab.getByRole('combobox', { name: 'Header', exact: true }).first().selectOption('night');
      await tab.getByText(/^It would be clear on \d of 7 pages/).waitFor(SLOW);
      for (let step = 0; step < 4; step++) await undo();
      await expect.poll(() => site().pages.length, SLOW).toBe(6);
      await owner.go('place?page=log');
    },
  );

  test.runIf(process.env.LONG)(
    'clears the whole site by a plan, taken and undone as one step',
    LONG,
    async () => {
      await owner.tab.getByRole('button', { name: 'What would clear all' }).click();
      const plan = owner.tab.getByRole('region', { name: 'What would clear all' });
      await plan.getByRole('heading', { name: /steps? clears? every page/ }).waitFor(SLOW);
      expect(await axeFindings(owner.tab)).toEqual([]);
      await plan
        .getByRole('button', { name: /^Take (it|all \d+)$/ })
        .first()
        .click();
      for (const page of ['home', 'visit', 'shows', 'log', 'members', 'book'])
        await expect.poll(() => cell(page).textContent(), SLOW).toMatch(/clear$/);
      await undo();
      await expect.poll(() => cell('log').textContent(), SLOW).toMatch(/lost/);
      expect(owner.errors).toEqual([]);
    },
  );
});
