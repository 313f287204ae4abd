import { gzipSync } from 'node:zlib';
import { describe, expect, test } from 'vitest';
import { usesOfPart } from '../src/gather/uses.ts';
import { checkSite } from '../src/model/check.ts';
import type { Header, Look } from '../src/model/header.ts';
import type { Content } from '../src/model/page.ts';
import type { Site } from '../src/model/site.ts';
import { relativeAddresses, rootAddresses } from '../src/output/addresses.ts';
import { cssBackground } from '../src/output/backdrop.ts';
import { siteFiles } from '../src/output/files.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { headerHtml } from '../src/output/headerHtml.ts';
import { HEADER_JS } from '../src/output/headerJs.ts';
import { pageHtml } from '../src/output/page.ts';
import { header, measure, site } from './made.ts';

describe('the header’s HTML', () => {
  const odd = {
    ...site,
    menus: [
      { ...site.menus[0]!, entries: [{ id: 'x', label: "Fish & “chips” ' 5 < 6", address: '/a?b="c"' }] },
    ],
  };
  test('escapes what owners write', () => {
    const html = headerHtml(odd, header, rootAddresses(odd));
    expect(html).toContain('Fish &amp; “chips” &#39; 5 &lt; 6');
    expect(html).toContain('href="/a?b=&quot;c&quot;"');
  });
  test('escapes what owners write as the target of a search and as the name of a band', () => {
    const nasty = '/find?a="><script>alert(1)</script>';
    const search = {
      kind: 'search' as const,
      id: 'find',
      size: 20,
      label: 'Find "it" <b>',
      to: { address: nasty },
    };
    const [rail] = header.rails;
    const worn = { ...header, rails: [{ ...rail!, end: [search] }] };
    const html = headerHtml({ ...site, headers: [worn] }, worn, rootAddresses(site));
    expect(html).toContain('action="/find?a=&quot;&gt;&lt;script&gt;alert(1)&lt;/script&gt;"');
    expect(html).toContain('aria-label="Find &quot;it&quot; &lt;b&gt;"');
    expect(html).not.toContain('<script>');
    const [page] = site.pages;
    const bands = [{ ...page!.bands[0]!, name: '"><img src=x onerror=alert(1)>' }];
    const shown = pageHtml(site, { ...page!, bands }, header, relativeAddresses(site, '/'));
    expect(shown).toContain('aria-label="&quot;&gt;&lt;img src=x onerror=alert(1)&gt;"');
    expect(shown).not.toContain('<img src=x');
  });
  test('marks the current page, and only that', () => {
    const html = headerHtml(site, header, rootAddresses(site), 'home');
    expect(html.match(/aria-current="page"/g)).toHaveLength(2);
    expect(headerHtml(site, header, rootAddresses(site), 'log')).not.toContain('aria-current');
  });
  test('says where it changes', () => {
    expect(headerHtml(site, header, rootAddresses(site))).toContain('data-switch="100"');
    const band = {
      ...header,
      manner: { ...header.manner, switch: { at: 'first band' as const, distance: 5 } },
    };
    expect(headerHtml(site, band, rootAddresses(site))).toContain('data-switch="5" data-band="1">');
    const follows = {
      ...header,
      manner: { ...header.manner, switch: { at: 'ground' as const, distance: 5 } },
    };
    expect(headerHtml(site, follows, rootAddresses(site))).toContain('data-ground="dark top">');
    const returning = { ...follows, manner: { ...follows.manner, onScroll: 'returns' as const } };
    expect(headerHtml(site, returning, rootAddresses(site))).toContain('data-switch="5" data-returns>');
  });
});

const to = rootAddresses(site);
describe('the style sheet', () => {
  test('After scrolling sets only what differs', () => {
    const css = headerCss(site, header, measure, to);
    expect(css).toContain('--hr-fill: rgb(16 27 51 / 0)');
    const scrolled = /\[data-moment="scrolled"\] \{([^}]*)\}/.exec(css)![1]!;
    expect(scrolled.trim()).toBe('--hr-fill: rgb(16 27 51 / 0.42);');
    expect(css).toContain('@container hr (width < 292px)');
  });
  test.each([
    ['over', 'stays', 'fixed'],
    ['over', 'leaves', 'absolute'],
    ['above', 'stays', 'sticky'],
    ['above', 'leaves', 'relative'],
  ] as const)('%s the page, %s: position %s', (lies, onScroll, position) => {
    const css = headerCss(site, { ...header, manner: { ...header.manner, lies, onScroll } }, measure, to);
    expect(css).toContain(`.hr {`);
    expect(new RegExp(`\\.hr \\{[^}]*position: ${position};`).test(css)).toBe(true);
    expect(css.includes('scroll-padding-top: 60px')).toBe(onScroll === 'stays');
  });
  test('with every layer and state of three moments on header, rail and item, it travels with the script in less than 7 KB', () => {
    const colour = { swatch: 'night' };
    const stops = [0, 50, 100].map((at) => ({ at, colour, opacity: at / 100 }));
    const tint = { colour, opacity: 0.5 };
    const look = (n: number): Look => ({
      ink: {
        link: colour,
        hover: { colour: `#10101${n}` },
        current: colour,
        pressed: colour,
        focused: colour,
        ring: colour,
        logo: 'light',
      },
      cue: { hover: n, current: 2, offset: 4, share: 60 },
      backing: {
        rest: tint,
        hover: tint,
        pressed: tint,
        focused: tint,
        current: tint,
        reach: n,
        height: 30,
        radius: 4,
      },
      textShadow: { x: 1, y: n, blur: 3, colour, opacity: 0.4 },
      edge: {
        on: true,
        colour,
        thickness: 2,
        above: { width: n, colour },
        start: { width: 1, colour },
        end: { width: 1, colour },
      },
      shadow: { x: 0, y: n, blur: 12, spread: 1, colour, opacity: 0.3 },
      cut: { start: 4, middle: 10 * n, end: 8 },
      tint: { colour, opacity: n / 10 },
      picture: {
        on: true,
        picture: 'logo',
        x: n,
        y: 30,
        opacity: 0.6,
        blend: 'multiply',
        mask: {
          angle: 90,
          stops: [
            { at: 0, opacity: 1 },
            { at: 100, opacity: 0 },
          ],
        },
      },
      gradient: { on: true, angle: 30 * n, stops },
      fill: { colour, opacity: n / 9 },
      blur: { radius: 4 * n },
    });
    const [rail] = header.rails;
    const rich: Header = {
      ...header,
      extent: { top: 12, sides: 20, linked: false, radius: 14, steps: [{ below: 600, top: 0, sides: 0 }] },
      looks: { top: look(1), scrolled: look(2), back: look(3) },
      rails: [
        { ...rail!, looks: { top: look(2), scrolled: look(3) } },
        {
          ...rail!,
          start: [],
          end: [{ kind: 'text', id: 'line', text: 'Open tonight', size: 14, looks: { top: look(1) } }],
        },
      ],
      manner: {
        ...header.manner,
        smaller: 12,
        onScroll: 'stays',
        easing: 'ease-out',
        ink: { delay: 40, duration: 90 },
      },
    };
    const css = headerCss({ ...site, headers: [rich] }, rich, measure, to);
    expect(gzipSync(css).length + gzipSync(HEADER_JS).length).toBeLessThan(7168);
    // No value of a made-up look is lost on the way.
    for (const said of ['30px', 'multiply', 'ease-out', 'backdrop-filter', 'clip-path', 'mask-image'])
      expect(css).toContain(said);
  });
  test('a band leads somewhere as a whole, called by its heading; a link to a page that goes is told', () => {
    const led = structuredClone(site);
    const [page] = led.pages;
    const band = { ...page!.bands[0]!, to: { page: page!.id }, contents: [] as Content[] };
    page!.bands = [band, { ...band, id: 'other', contents: [{ kind: 'heading', level: 2, text: 'A & B' }] }];
    const html = pageHtml(led, page!, undefined, rootAddresses(led));
    expect(html).toContain(`<a class="band-link" href="/" aria-label="${band.name}"></a>`);
    expect(html).toContain('aria-label="A &amp; B"></a>');
    const css = (of: Site) =>
      siteFiles(of, measure)
        .flatMap((file) => (file.path.endsWith('site.css') && file.kind === 'text' ? [file.text] : []))
        .join('');
    expect([led, site].map((of) => css(of).includes('.band-link'))).toEqual([true, false]);
    expect(checkSite(led)).toEqual(checkSite(site));
    expect(usesOfPart(led, 'page', page!.id).length).toBe(usesOfPart(site, 'page', page!.id).length + 2);
  });
  test('with the script it travels in less than 5 KB', () => {
    expect(gzipSync(headerCss(site, header, measure, to)).length + gzipSync(HEADER_JS).length).toBeLessThan(
      5120,
    );
  });
});

describe('a backdrop', () => {
  test('lists its layers top first, the colour last', () => {
    const css = cssBackground(
      {
        colour: { swatch: 'snow' },
        gradient: {
          angle: 90,
          stops: [
            { colour: { swatch: 'night' }, opacity: 0.5, at: 0 },
            { colour: { swatch: 'snow' }, opacity: 1, at: 100 },
          ],
        },
        picture: { picture: 'logo', size: 'cover', x: 50, y: 20, repeat: 'no-repeat' },
        tint: { colour: { swatch: 'night' }, opacity: 0.2 },
      },
      site.palette,
      (id) => `url("${id}.svg")`,
    );
    expect(css).toBe(
      'linear-gradient(rgb(16 27 51 / 0.2), rgb(16 27 51 / 0.2)), url("logo.svg") 50% 20% / cover no-repeat, ' +
        'linear-gradient(90deg, rgb(16 27 51 / 0.5) 0%, rgb(238 242 246) 100%), rgb(238 242 246)',
    );
  });
});

describe('the site as files', () => {
  const deep = {
    ...site,
    pages: [...site.pages, { ...site.pages[0]!, id: 'deep', path: '/a/b', title: 'Deep' }],
  };
  test('has a page in each folder, with addresses relative to it', () => {
    const paths = siteFiles(deep, measure).map(({ path }) => path);
    expect(paths).toEqual(
      expect.arrayContaining([
        'index.html',
        'a/b/index.html',
        'assets/header.css',
        'assets/pictures/logo.svg',
      ]),
    );
    const to = relativeAddresses(deep, '/a/b');
    expect(to.link({ page: 'home' })).toBe('../../');
    expect(to.link({ address: '/a/b#top' })).toBe('../../a/b/#top');
    expect(to.link({ address: 'https://example.org/x' })).toBe('https://example.org/x');
    expect(to.asset('header.js')).toBe('../../assets/header.js');
    expect(pageHtml(deep, deep.pages[1]!, header, to)).toContain(
      '<link rel="stylesheet" href="../../assets/site.css">',
    );
  });
});

test('every rule has its weight, and no at-rule is taken for one', () => {
  const css = headerCss(site, header, measure, rootAddresses(site));
  expect(css).not.toMatch(/\)@|@\w+:not/);
  const lists = [...css.matchAll(/^ *([^@{}\n]+) \{$/gm)].map(([, list]) => list!);
  expect(lists.length).toBeGreaterThan(30);
  for (const list of lists) expect(list).toMatch(/^html|^:where\(header\)|^\.hr-(rail|item)-|:not\(#_#_\)/);
});
