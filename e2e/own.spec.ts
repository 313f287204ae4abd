import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Browser, BrowserContext } from 'playwright-core';
import { checkSite } from '@hatrail/core/model/check';
import type { OwnHeader } from '@hatrail/core/model/own';
import { ownHtml } from '@hatrail/core/output/own/ownHtml';
import { ownPaste } from '@hatrail/core/output/own/ownCss';
import { inTheWay } from '@hatrail/core/output/own/inTheWay';
import type { SeenOwn } from '@hatrail/core/gather/captured';
import { readOwn } from '@hatrail/capture/own';
import { openChromium } from './chromium.ts';
import { MARKUPS } from './own/markups.ts';
import { openMarkup, readMarkup, redressed, siteOfOwn } from './own/reading.ts';
import { lostNow, outside, paste } from './own/wins.ts';

/** Headers as sites have them: their parts are found, and what is written for them wins over their own style. */

let browser: Browser;
let context: BrowserContext;
beforeAll(async () => {
  browser = await openChromium('software');
  context = await browser.newContext({ reducedMotion: 'reduce' });
});
afterAll(() => browser.close());

/** What each part is, as it is told. */
function partsOf({ own, entries, logoText, buttons }: SeenOwn) {
  const name = (role: string) =>
    own.marks
      .filter((mark) => mark.role === role)
      .map(({ ink }) => own.inks.find(({ id }) => id === ink)?.name);
  return {
    logo: logoText,
    links: entries.map(({ label }) => label),
    below: entries.flatMap((entry) => entry.entries.map(({ label }) => label)),
    current: name('current')[0],
    buttons: buttons.map(({ label }) => label),
    icons: name('icon').length,
    text: name('text'),
    hasToggle: own.marks.some(({ role }) => role === 'menu button'),
  };
}

async function read(html: string, corrections?: Parameters<typeof readOwn>[3]) {
  const tab = await openMarkup(context, html);
  try {
    return await readMarkup(tab, undefined, corrections);
  } finally {
    await tab.close();
  }
}

/** Everything that is lost of a paste, at two widths, at rest and under the pointer. */
async function lostOf(html: string, own: OwnHeader, css: string) {
  const tab = await openMarkup(context, html);
  const before = await outside(tab, own.selector);
  const lost: unknown[] = [];
  for (const where of ['last', 'first'] as const) {
    await paste(tab, css, where);
    for (const width of [1280, 390]) {
      await tab.setViewportSize({ width, height: 800 });
      await tab.mouse.move(640, 700);
      lost.push(...(await lostNow(tab)).map((each) => ({ where, width, ...each })));
    }
    await tab.setViewportSize({ width: 1280, height: 800 });
    for (const { path, role } of own.marks.filter(({ ink }) => ink !== undefined)) {
      if (!['link', 'current', 'button', 'logo'].includes(role)) continue;
      const at = await tab.evaluate(
        ([selector, steps]) => {
          let node: Node = document.querySelector(selector!)!;
          for (const step of steps === '' ? [] : steps!.split('/'))
            node = [...node.childNodes].filter((each) =>
              each.nodeType === 3
                ? each.textContent !== ''
                : each.nodeType === 1 && !/^(SCRIPT|STYLE)$/.test((each as Element).tagName),
            )[Number(step)]!;
          const { left, top, width, height } = (node as Element).getBoundingClientRect();
          return { x: left + Math.min(8, width / 2), y: top + height / 2 };
        },
        [own.selector, path] as const,
      );
      await tab.mouse.move(at.x, at.y);
      lost.push(...(await lostNow(tab)).map((each) => ({ where, under: path, ...each })));
    }
    await tab.mouse.move(640, 700);
  }
  const after = await outside(tab, own.selector);
  await tab.close();
  return { lost, isSame: before === after };
}

/** The kinds that differ most; the others in the longer run. */
const DAILY = ['letters changed'];
const CHOSEN = MARKUPS.filter(({ name }) => process.env.LONG || DAILY.some((each) => name.startsWith(each)));

describe.each(CHOSEN.map((markup) => [markup.name, markup] as const))('%s', (_, { html, is }) => {
  test('its parts are found; what is written wins wherever it is pasted, and changes nothing else', async () => {
    const seen = (await read(html))!;
    expect(partsOf(seen)).toEqual({ below: [], current: undefined, buttons: [], icons: 0, text: [], ...is });
    const { site, header } = siteOfOwn(seen);
    expect(checkSite(site)).toEqual([]);
    const own = site.ownHeaders![0]!;
    const worn = redressed(header);
    const { css, unbeaten } = ownPaste(site, worn, own);
    expect(unbeaten).toEqual([]);
    // No more weight than theirs force.
    const forced = own.rules.some(({ important, selector }) => important || selector === 'style');
    expect(css.includes('!important')).toBe(forced);
    expect(await lostOf(html, own, css)).toEqual({ lost: [], isSame: true });
    expect(ownPaste(site, worn, own).css).toBe(css);
  });
});

describe('what an owner says goes before what is found', () => {
  const { html } = MARKUPS.find(({ name }) => name === 'two navs')!;

  test.runIf(process.env.LONG)(
    'a link that is none, another logo, a button that looks like a link',
    async () => {
      const seen = (await read(html))!;
      const pathOf = (ink: string) => seen.own.marks.find((mark) => mark.ink === ink)!.path;
      const again = (await read(html, [
        { path: pathOf('link-1'), role: 'none' },
        { path: pathOf('link-2'), role: 'button' },
        { path: pathOf('link-3'), role: 'logo' },
      ]))!;
      expect(partsOf(again)).toMatchObject({
        logo: 'Concerts',
        links: ['Lilac Hall', 'School', 'Tickets'],
        buttons: ['Deutsch'],
      });
      expect(again.own.said).toHaveLength(3);
    },
  );

  test.runIf(process.env.LONG)('the header is what is round it, or something within', async () => {
    const nested = MARKUPS.find(({ name }) => name === 'nested at six levels')!;
    const seen = (await read(nested.html))!;
    expect(seen.own.selector).toBe('header');
    const inner = (await read(nested.html, [{ path: '0/0/0', role: 'header' }]))!;
    expect(inner.own.selector).toBe('div.l4');
    expect(partsOf(inner)).toMatchObject({ logo: 'Deep Well', links: ['Water', 'Stone', 'Rope'] });
  });
});

describe('markup and style that are not as they should be', () => {
  const wrap = (header: string, css = '', more = '') =>
    `<!doctype html><title>x</title><style>body{margin:0} header{background:#eee;padding:20px;display:flex;gap:20px} ${css}</style>${header}<main style="height:2000px"></main>${more}`;

  test('a link that says that it is not of the page one is on is not taken for that', async () => {
    const links = (said: string) =>
      wrap(`<header><nav><a href="/a" aria-current="${said}">A</a> <a href="/b">B</a></nav></header>`);
    const current = async (said: string) => partsOf((await read(links(said)))!).current;
    expect([await current('false'), await current('page')]).toEqual([undefined, 'A']);
  });

  test('nothing of it runs when it is shown again', async () => {
    const seen = (await read(
      wrap(
        `<header onclick="window.hit=1"><a class="logo" href="javascript:window.hit=2">Name</a><nav><a href="/a" onmouseover="window.hit=3" style="background:url(http://else.invalid/x.png)">A</a><a href="/b"><img src="http://else.invalid/y.png" onerror="window.hit=4" alt="">B</a></nav><script>window.seen=1</script><iframe srcdoc="<script>parent.hit=5</script>"></iframe><svg><animate onbegin="window.hit=6"/><a xlink:href="javascript:hit=7"><text>t</text></a></svg></header>`,
        'header a { background-image: url(http://else.invalid/z.png) } @import "http://else.invalid/i.css";',
      ),
    ))!;
    const { site, header } = siteOfOwn(seen);
    expect(checkSite(site)).toEqual([]);
    const html = ownHtml(site, header, site.ownHeaders![0]!, { picture: () => '' });
    expect(html).toMatch(/>A</);
    expect(html).not.toMatch(/\son\w+=|javascript:|<script|<iframe|<animate|else\.invalid/i);
    expect(site.ownHeaders![0]!.css.join('')).not.toMatch(/else\.invalid|@import/);
  });

  test('a document that says otherwise is not taken', async () => {
    const { site } = siteOfOwn(
      (await read(
        wrap('<header><a href="/">N</a><nav><a href="/a">A</a><a href="/b">B</a></nav></header>'),
      ))!,
    );
    const wrong = (change: (own: OwnHeader) => void) => {
      const copy = structuredClone(site);
      change(copy.ownHeaders![0]!);
      return checkSite(copy).map(({ path }) => path)[0];
    };
    expect(wrong((own) => (own.node.attributes = [{ name: 'onclick', value: 'x()' }]))).toMatch(
      /attributes\[0\]/,
    );
    expect(wrong((own) => (own.node.attributes = [{ name: 'href', value: ' java\nscript:x()' }]))).toMatch(
      /attributes\[0\]/,
    );
    expect(wrong((own) => (own.node.nodes = [{ tag: 'script', nodes: [] }]))).toMatch(/nodes\[0\]\.tag/);
    expect(wrong((own) => (own.css = ['a { background: url(//else.invalid/x) }']))).toMatch(/css/);
    expect(wrong((own) => (own.css = ['</style><script>']))).toMatch(/css/);
    expect(wrong((own) => (own.css = ['@import "x.css";']))).toMatch(/css/);
    expect(wrong((own) => (own.selector = 'a { } b'))).toMatch(/selector/);
    expect(wrong((own) => (own.groups[0]!.inner = ['x { color: red }']))).toMatch(/inner/);
    expect(wrong((own) => (own.top[0]!.places[0]![1] = Infinity))).toMatch(/places/);
    const copy = structuredClone(site);
    copy.headers[0]!.own = 'nobody';
    expect(checkSite(copy)[0]?.path).toBe('headers[0].own');
    copy.headers[0] = { ...site.headers[0]!, manner: { ...site.headers[0]!.manner, onScroll: 'bottom' } };
    expect(checkSite(copy)[0]?.path).toBe('headers[0].manner.onScroll');
  });

  test.runIf(process.env.LONG)('CSS with errors, 2 MB of it, HTML that is cut short', async () => {
    const much = Array.from(
      { length: 30_000 },
      (_, i) => `.nobody-${i} > a:hover { color: #123456; margin: 0 1px 2px }`,
    ).join('\n');
    const css = `a { color: ; } } .x { @@@ } header a { color: #003; text-decoration: none } ${much} header a:hover { color: #c00`;
    const seen = (await read(
      wrap(
        '<header><a class="logo" href="/">Cut</a><ul><li><a href="/a">A</a><li><a href="/b">B</header>',
        css,
      ),
    ))!;
    expect(partsOf(seen)).toMatchObject({ logo: 'Cut', links: ['A', 'B'] });
    expect(seen.own.css.join('').length).toBeLessThan(20_000);
    const { site, header } = siteOfOwn(seen);
    expect(checkSite(site)).toEqual([]);
    expect(ownPaste(site, header, site.ownHeaders![0]!).unbeaten).toEqual([]);
  });

  test('what no style sheet wins over is said', async () => {
    const seen = (await read(
      wrap(
        '<header><a class="logo" href="/" style="color: red !important">Name</a><nav><a href="/a">A</a><a href="/b">B</a></nav></header>',
        '@layer { header nav a { color: green !important } }',
      ),
    ))!;
    const { site, header } = siteOfOwn(seen);
    const own = site.ownHeaders![0]!;
    const { unbeaten } = ownPaste(site, header, own);
    expect([...new Set(unbeaten.map(({ group, property }) => `${group} ${property}`))].sort()).toEqual([
      'links color',
      'logo color',
    ]);
    expect(inTheWay(own).map(({ so }) => so)).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/has to go from the markup/),
        expect.stringMatching(/give the layer a name/),
      ]),
    );
  });

  test('a header in a shadow root is not taken apart', async () => {
    const seen = await read(
      `<!doctype html><title>x</title><x-top></x-top><main style="height:2000px"></main><script>customElements.define('x-top', class extends HTMLElement { connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = '<header style="display:block;height:60px;background:#123"><a href="/a">A</a><a href="/b">B</a></header>'; } })</script>`,
    );
    expect(seen).toBeUndefined();
  });
});
