import { afterAll, beforeAll, expect, test } from 'vitest';
import type { Browser, BrowserContext, Page as Tab } from 'playwright-core';
import { installReader } from '@hatrail/capture/session';
import { tryOwn, type Tried } from '@hatrail/capture/ownTrial';
import { openChromium } from './chromium.ts';
import { some } from '../core/test/some.ts';
import type { Manner } from '@hatrail/core/model/header';
import { MARKUPS } from './own/markups.ts';
import { ADDRESS, openMarkup, pageOfMarkup, readMarkup, redressed } from './own/reading.ts';

/**
 * Headers that sites have already, in other clothes: what is promised of them is what the browser paints with the paste, at four
 * widths (one of them each day), at the top, once scrolled and further down, in every state. Other kinds of markup in the longer run.
 */

const DAILY = ['letters changed'];
const CHOSEN = MARKUPS.filter(({ name }) => process.env.LONG || DAILY.some((each) => name.startsWith(each)));

let browser: Browser;
let context: BrowserContext;
let largest = 0;
let compared = 0;
beforeAll(async () => {
  browser = await openChromium('software');
  context = await browser.newContext({ reducedMotion: 'reduce' });
});
afterAll(async () => {
  console.log(
    `own headers: ${compared} compared, largest difference ${Math.round(100 * largest)} % of what is allowed`,
  );
  await browser.close();
});

async function tried(html: string, manner: Partial<Manner> = {}): Promise<{ tab: Tab; what: Tried }> {
  const tab = await openMarkup(context, html);
  const seen = (await readMarkup(tab))!;
  const { site, header, pictures } = await pageOfMarkup(context, html, seen);
  const dressed = redressed(header);
  const worn = { ...dressed, manner: { ...dressed.manner, ...manner } };
  return { tab, what: { site: { ...site, headers: [worn] }, header: worn, page: site.pages[0]!, pictures } };
}

const trial = (tab: Tab, what: Tried, spoil = '', widths?: number[]) =>
  tryOwn(
    tab,
    async (width) => {
      await tab.setViewportSize({ width, height: 800 });
      await tab.goto(ADDRESS);
      await installReader(tab);
      if (spoil) await tab.addStyleTag({ content: spoil });
    },
    what,
    () => undefined,
    widths,
  );

test.each(CHOSEN.map(({ name, html }) => [name, html] as const))('%s', async (_, html) => {
  const { tab, what } = await tried(html);
  const result = await trial(tab, what, '', process.env.LONG ? undefined : [1280]);
  expect(result.off).toEqual([]);
  expect(result.compared).toBeGreaterThan(15);
  compared += result.compared;
  largest = Math.max(largest, result.largest);
  await tab.close();
});

/** Changes other than those that it has by itself. */
const CHANGES: [string, string, Partial<Manner>][] = [
  [
    'along with the scroll',
    'an element of its own',
    { stretch: 160, switch: { at: 'distance', distance: 140 } },
  ],
  [
    'where its own script makes it smaller, whatever is said',
    'a bar that',
    { switch: { at: 'distance', distance: 400 } },
  ],
  ['along with the scroll, made smaller on the way', 'a bar that', { stretch: 40 }],
  ['at another distance than its own class', 'a script menu', { switch: { at: 'distance', distance: 200 } }],
  ['along with the scroll, its own class too', 'a script menu', { stretch: 50 }],
  ['on coming back', 'a script menu', { onScroll: 'returns' }],
  ['on coming back, though its own script makes it smaller', 'a bar that', { onScroll: 'returns' }],
  [
    'on coming back, along with the scroll',
    'an element of its own',
    { onScroll: 'returns', stretch: 160, switch: { at: 'distance', distance: 140 } },
  ],
  ['while it leaves, made smaller by its own script', 'a bar that', { onScroll: 'leaves' }],
];

test.each(process.env.LONG ? CHANGES : [])('changes %s', async (_, markup, manner) => {
  const { html } = MARKUPS.find(({ name }) => name.startsWith(markup))!;
  // One that leaves is gone soon: its script has to be quick.
  const soon = manner.onScroll === 'leaves' ? html.replace('scrollY > 30', 'scrollY > 5') : html;
  const { tab, what } = await tried(soon, manner);
  const result = await trial(tab, what, '', [1280]);
  expect(result.off).toEqual([]);
  expect(result.moments).toBe(2);
  compared += result.compared;
  largest = Math.max(largest, result.largest);
  await tab.close();
});

test('what another rule spoils is told with that rule, and what lies behind that was not there', async () => {
  const { html } = MARKUPS.find(({ name }) => name === 'a table')!;
  const { tab, what } = await tried(html);
  const colours = await trial(
    tab,
    what,
    `#header td.navi a { color: #ff0000 !important }
    #header td.navi a:hover { text-decoration-line: none !important }
    #header td.navi a:focus-visible { outline-color: #f00 !important }`,
    [1280],
  );
  // It leaves with the page: only the top is met, and no more is said.
  expect(colours.moments).toBe(1);
  expect(colours.off[0]).toMatchObject({
    item: 'Flour',
    what: 'ink',
    rule: {
      selector: '#header td.navi a',
      sets: expect.stringMatching(/^color: (#ff0000|red|rgb\(255, 0, 0\)) !important$/) as string,
    },
  });
  const told = new Set(colours.off.map(({ what: kind, state, says }) => `${kind} ${state}: ${says}`));
  expect([...told]).toEqual(
    expect.arrayContaining([
      expect.stringMatching(/^line hover: Its line is not there/),
      expect.stringMatching(/^ring focused: Its focus ring is rgb\(255, 0, 0\), where/),
    ]),
  );
  const ground = await trial(tab, what, '#header td.navi { background: #101010 !important }', [1280]);
  expect(
    ground.off.some(({ what: kind, says }) => kind === 'ground' && says.includes('<td class="navi">')),
  ).toBe(true);
  for (const [rule, said] of some(
    [
      ['#header td.navi a { filter: invert(1) !important }', 'filter: invert(1)'],
      [
        '#header { -webkit-text-stroke: 2px #f00 } #header td.navi a { -webkit-text-stroke: inherit !important }',
        '-webkit-text-stroke-width: 2px',
      ],
      ['#header { mix-blend-mode: difference !important }', 'mix-blend-mode: difference'],
      [
        '#header td.navi::first-letter { color: #f00 !important }',
        'color: rgb(255, 0, 0) on <td class="navi">::first-letter',
      ],
    ] as const,
    4,
  )) {
    const { off } = await trial(tab, what, rule, [1280]);
    expect(off.map(({ says }) => says).join(' ')).toContain(`otherwise than in their ink: ${said}`);
  }
  const moved = await trial(tab, what, 'table.top td { padding: 16px 20px !important }', [1280]);
  expect(moved.off[0]).toMatchObject({ what: 'box' });
  await tab.close();
});

test.runIf(process.env.LONG)(
  'a logo that is a picture is missed where it is gone, and where it has moved',
  async () => {
    const { html } = MARKUPS.find(({ name }) => name.startsWith('a logo picture'))!;
    const { tab, what } = await tried(html);
    const offOf = async (style: string) =>
      (await trial(tab, what, `img.img-fluid { ${style} }`, [1280])).off
        .filter(({ item }) => item === 'Logo')
        .map((off) => off.what);
    expect(await offOf('translate: 0 3px !important')).toEqual(['box']);
    expect(await offOf('visibility: hidden !important')).toEqual(['missing']);
    expect(await offOf('')).toEqual([]);
    await tab.close();
  },
);
