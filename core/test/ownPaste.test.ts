import { describe, expect, test } from 'vitest';
import type { SeenOwn } from '../src/gather/captured.ts';
import { changesByTheirs } from '../src/header/ownLayout.ts';
import { checkSite } from '../src/model/check.ts';
import { isHarmless, isHarmlessCss } from '../src/model/harmless.ts';
import type { OwnRule, Weight } from '../src/model/own.ts';
import type { Site } from '../src/model/site.ts';
import { siteFiles } from '../src/output/files.ts';
import { currentMark, ownHtml } from '../src/output/own/ownHtml.ts';
import { ownPaste, laterSelector } from '../src/output/own/ownCss.ts';
import { inTheWay } from '../src/output/own/inTheWay.ts';
import { ownFiles } from '../src/output/own/ownFiles.ts';
import { needsLines, ownJs } from '../src/output/own/ownJs.ts';
import { isHeavier, mustBeImportant, raised, rivalsOf, sumOf } from '../src/output/own/weights.ts';
import { layoutScene } from '../src/sweep/scene.ts';
import { newSite } from '../src/start/newSite.ts';
import { withOwnRead } from '../src/start/ownHeader.ts';
import { random } from './made.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { never, group, rule, SEEN, made } from './ownMade.ts';

/** The paste for a header that a site has already: just heavy enough, and everything that is judged. */

describe('just heavy enough', () => {
  const anchors = { selector: '.top', anchorId: '#head', anchorClass: '.top' };
  const weigh = (selector: string): Weight => [
    selector.match(/#[\w-]+/g)?.length ?? 0,
    selector.match(/\.[\w-]+/g)?.length ?? 0,
    selector.match(/(^| )[a-z]+/g)?.length ?? 0,
  ];

  test.each<[Weight | undefined, string]>([
    [undefined, '.top'],
    [[0, 1, 1], '.top'],
    [[0, 1, 2], 'body .top'],
    [[0, 1, 3], 'html body .top'],
    [[0, 1, 4], '.top.top'],
    [[0, 2, 1], '.top.top'],
    [[1, 0, 0], '.top#head'],
    [[1, 1, 2], 'body .top#head'],
    [[2, 5, 9], '.top#head#head.top.top.top.top.top'],
  ])('over %j: %s', (over, selector) => {
    expect(raised(anchors, [0, 1, 2], over).selector).toBe(selector);
  });

  test('heavier than all, and nothing lighter would be', () => {
    const next = random(7);
    const number = (most: number) => Math.floor(next() * (most + 1));
    for (let i = 0; i < 300; i++) {
      const weight: Weight = [number(1), 1 + number(2), number(4)];
      const over: Weight = [number(2), number(5), number(6)];
      const { selector, by } = raised(anchors, weight, over);
      const sum = sumOf(weight, by);
      expect(isHeavier(sum, over)).toBe(true);
      expect(sumOf([0, -1, 0], weigh(selector))).toEqual(by);
      // One element or one class less does not do.
      if (by[2] > 0) expect(isHeavier(sumOf(sum, [0, 0, -1]), over)).toBe(false);
      else if (by[1] > 0) expect(isHeavier(sumOf(sum, [0, -1, 2]), over)).toBe(false);
    }
  });

  test('what begins with body gets no second one', () => {
    expect(raised({ selector: 'body > nav' }, [0, 0, 2], [0, 0, 2]).selector).toBe('html body > nav');
    expect(raised({ selector: 'body > nav' }, [0, 0, 2], [0, 0, 3]).selector).toBe('body > nav:not(._)');
  });

  test('a rule of theirs is beaten by the rule of ours that decides while it holds', () => {
    const rules = [
      rule({ weight: [0, 2, 0], states: ['hover'] }),
      rule({ weight: [1, 0, 0], states: ['hover'], important: true }),
      rule({ weight: [0, 1, 1] }),
      rule({ weight: [0, 9, 0], layer: 'base' }),
      rule({ property: 'opacity', weight: [3, 0, 0] }),
      rule({ group: 'current', weight: [0, 3, 0] }),
    ];
    const of = (
      state: 'rest' | 'hover',
      ours: ('rest' | 'hover')[],
      groups = [{ name: 'links' as const, number: 0 }],
    ) => rivalsOf({ rules }, groups, 'color', state, ours);
    expect(of('rest', ['rest', 'hover'])).toMatchObject({ plain: [0, 1, 1], important: undefined });
    expect(of('hover', ['rest', 'hover'])).toMatchObject({ plain: [0, 2, 0], important: [1, 0, 0] });
    // Where nothing of ours is set for the pointer, what is set at rest has to hold.
    expect(of('rest', ['rest'])).toMatchObject({ plain: [0, 2, 0], important: [1, 0, 0] });
    expect(mustBeImportant(of('rest', ['rest', 'hover']))).toBe(false);
    expect(mustBeImportant(of('hover', ['rest', 'hover']))).toBe(true);
  });

  test('what is important in a layer is beaten in that layer; in the element, or in one without a name, it is not', () => {
    const paste = (rules: OwnRule[]) => {
      const { site, header, own } = made((seen) => (seen.own.rules = rules));
      return ownPaste(site, header, own);
    };
    const layered = paste([rule({ important: true, layer: 'base.deep', weight: [0, 3, 0] })]);
    expect(layered.css).toMatch(/@layer base\.deep \{\n {2}[^{]*\{\n {4}color: var\(--hr-own\) !important;/);
    expect(layered.unbeaten).toEqual([]);
    const nameless = paste([rule({ important: true, layer: 'base.?' })]);
    expect(nameless.unbeaten).toHaveLength(1);
    const inline = paste([rule({ selector: 'style', weight: [0, 0, 0] })]);
    expect(inline.unbeaten).toEqual([]);
    expect(inline.css).toMatch(/color: var\(--hr-own\) !important/);
    // What had to be important at rest has to be under the pointer.
    expect(inline.css).toMatch(/:hover \{\n {2}[^}]*color: var\(--hr-hover\) !important/);
    expect(paste([rule({ selector: 'style', important: true })]).unbeaten).toHaveLength(1);
    expect(paste([]).css).not.toContain('!important');
  });

  test('a later rule is never lighter than what it goes before', () => {
    const { site, header, own } = made((seen) => (seen.own.rules = [rule({ weight: [1, 1, 1] })]));
    const { css } = ownPaste(site, header, own);
    const [rest, hover] = [
      /^(.*) \{\n {2}--hr-own: var\(--hr-link\)/m,
      /^(.*):hover \{\n {2}color: var\(--hr-hover\)/m,
    ].map((pattern) => pattern.exec(css)![1]!);
    expect(rest).toMatch(/#head/);
    expect(hover).toMatch(/#head/);
  });
});

describe('what is written', () => {
  test('values first; the state on scroll by their class while it changes where theirs does, else by ours', () => {
    const { site, header, own } = made();
    expect(laterSelector(own, header)).toBe('body.is\\:down .top');
    expect(needsLines(site, own, header)).toBe(false);
    expect(ownFiles(site, header, own, rootAddresses(site)).map(({ path }) => path)).toEqual([
      'header.css',
      'one-paste.html',
      'how-to.txt',
    ]);
    const later = {
      ...header,
      manner: { ...header.manner, switch: { at: 'distance' as const, distance: 80 } },
    };
    // Where theirs moves something, that is where it changes.
    expect(changesByTheirs(own, later)).toBe(true);
    const still = { ...own, scrolled: [] };
    expect(changesByTheirs(still, later)).toBe(false);
    expect(laterSelector(still, later)).toBe('.top.hr-scrolled');
    expect(ownFiles(site, later, still, rootAddresses(site)).map(({ path }) => path)).toContain('header.js');
    expect(ownJs(still, later)).toMatch(/querySelector\("\.top"\)[^]*"hr-scrolled", scrollY >= 80/);
    const { css } = ownPaste(site, header, own);
    expect(css.indexOf('--hr-fill: rgb(255 255 255)')).toBeLessThan(
      css.indexOf('background-color: var(--hr-fill)'),
    );
    expect(css).toMatch(/inset: 0px 0px -2px 0px/);
    expect(css).toMatch(/@media \(max-width: 700\.98px\)/);
    expect(css.match(/[{}]/g)!.filter((brace) => brace === '{').length * 2).toBe(css.match(/[{}]/g)!.length);
    for (const comment of css.split('*/').slice(2, -1)) expect(comment).toContain('{');
  });

  test('what changes letters is taken off where it is set, and what is handed down wherever that was', () => {
    const rule = (property: string, more: Partial<OwnRule> = {}): OwnRule => ({
      group: 'links',
      number: 0,
      property,
      value: 'x',
      selector: '.top a',
      weight: [0, 1, 1],
      important: false,
      states: [],
      ...more,
    });
    const linksOf = (change: (seen: SeenOwn) => void) => {
      const { site, header, own } = made(change);
      return /\/\* Links\. \*\/\n([^}]*)/.exec(ownPaste(site, header, own).css)![1]!;
    };
    expect(linksOf(() => undefined)).not.toMatch(/filter|text-shadow|stroke|blend/);
    const own = linksOf(({ own: { rules } }) =>
      rules.push(rule('filter', { states: ['hover'] }), rule('mix-blend-mode'), rule('mask-image')),
    );
    expect(own).toMatch(/filter: none;\n {2}mix-blend-mode: normal;\n {2}mask-image: none;/);
    expect(linksOf(({ own: { css } }) => css.push('body { text-shadow: 0 0 3px red }'))).toContain(
      'text-shadow: none',
    );
    const inline = linksOf(({ own: { around } }) =>
      around.push({ tag: 'div', attributes: [{ name: 'style', value: '-webkit-text-stroke: 1px red' }] }),
    );
    expect(inline).toContain('-webkit-text-stroke-width: 0px');
    expect(inline).not.toContain('text-shadow');
  });

  test('along with the scroll it is told how far it has come, and nothing takes a time of its own', () => {
    const { site, header, own } = made();
    const along = { ...header, manner: { ...header.manner, stretch: 60 } };
    expect(checkSite({ ...site, headers: [along] })).toEqual([]);
    const { css } = ownPaste(site, along, own);
    expect(css).toContain('.top {\n  --hr-way: 0;');
    expect(css).toMatch(/--hr-fill: color-mix\(in srgb, [^;]* var\(--hr-share\)\)/);
    expect(css).not.toContain('--hr-time: ');
    // Their class is set by their script; ours tells the way alone.
    expect(needsLines(site, own, along)).toBe(true);
    expect(ownJs(own, along)).toContain(
      "setProperty('--hr-way', Math.min(1, Math.max(0, (scrollY - 11) / 60)))",
    );
    expect(ownJs(own, along)).not.toContain('classList');
    expect(layoutScene(site, along, site.pages[0]!, { width: 1001 }, never).transition).toEqual({
      from: 11,
      to: 71,
    });
    const ours = { ...own, stuck: undefined, scrolled: [] } as typeof own;
    expect(ownJs(ours, along)).toMatch(/toggle\("hr-scrolled", scrollY >= 41\)[^]*--hr-way/);
  });

  test('where it stands is written only where that changed', () => {
    const { site, header, own } = made();
    const position = (manner: Partial<typeof header.manner>) =>
      /\n {2}position: (\w+);/.exec(
        ownPaste(site, { ...header, manner: { ...header.manner, ...manner } }, own).css.split(
          '/* The ground. */',
        )[0]!,
      )?.[1];
    expect(position({})).toBeUndefined();
    expect(position({ lies: 'over' })).toBe('fixed');
    expect(position({ onScroll: 'leaves' })).toBe('relative');
    expect(position({ lies: 'over', onScroll: 'leaves' })).toBe('absolute');
  });

  test('a whole site has it on its pages: its own style, ours over it, and the lines that tell it of the scroll', () => {
    const { site } = made();
    const files = new Map(
      siteFiles(site, never).map((file) => [file.path, file.kind === 'text' ? file.text : '']),
    );
    const html = files.get('index.html')!;
    expect(html).toMatch(/<body class="page"><div id="wrap">/);
    expect(html).toMatch(/<header class="top" data-hr-own="">[^]*<main/);
    expect(html).toContain('assets/header.js');
    expect(files.get('assets/header.css')).toMatch(/\.top a \{ color: red \}[^]*--hr-fill/);
    expect(files.get('assets/header.js')).toMatch(/document\.body;[^]*"is:down", scrollY >= 41/);
  });

  test('its markup anew: escaped, its mark on the page that is shown, nothing that does anything', () => {
    const { site, header, own } = made((seen) => {
      seen.own.node.attributes!.push({ name: 'data-x', value: '"><script>' });
    });
    expect(currentMark(own)).toEqual({ on: 'item', name: 'here' });
    const on = (page: string) => ownHtml(site, header, own, { picture: () => '' }, page);
    const home = site.pages[0]!.id;
    expect(on(home)).toContain('<li class="here one">');
    expect(on('elsewhere')).toContain('<li class="one">');
    expect(on(home)).toContain('A &amp; B');
    expect(on(home)).toContain('data-x="&quot;&gt;&lt;script&gt;"');
  });

  test('attributes and style that do something are known', () => {
    for (const [name, value] of [
      ['onclick', 'x'],
      ['ONLOAD', 'x'],
      ['href', 'javascript:x'],
      ['href', ' java\tscript:x'],
      ['src', 'https://a.example/x.png'],
      ['srcset', 'x'],
      ['srcdoc', 'x'],
      ['style', 'background: url(https://a.example)'],
      ['xlink:href', 'data:text/html,x'],
      ['formaction', 'vbscript:x'],
    ] as const)
      expect(isHarmless(name, value), `${name} ${value}`).toBe(false);
    for (const [name, value] of [
      ['href', '/a'],
      ['href', '#a'],
      ['href', 'mailto:a@a.example'],
      ['class', 'a b'],
      ['src', 'data:image/png;base64,AA=='],
      ['aria-label', 'x'],
      ['style', 'color: red'],
    ] as const)
      expect(isHarmless(name, value), `${name} ${value}`).toBe(true);
    for (const css of [
      'a { background: url(x.png) }',
      '@import "x";',
      'a{}</style>',
      'a { background: u\\72l(x) }',
      'a { background: \\75rl(x) }',
      'a { width: expression(x) }',
      'a { background: image-set("x.png" 1x) }',
    ])
      expect(isHarmlessCss(css), css).toBe(false);
    for (const css of [
      'a { color: red }',
      'a { background: url("data:image/png;base64,AA==") }',
      'svg { fill: url(#a) }',
      '.md\\:flex { display: flex }',
    ])
      expect(isHarmlessCss(css), css).toBe(true);
  });

  test('what stands in the way: once, the heaviest first, by whom it is in the way', () => {
    const said = inTheWay({
      groups: [group('menu', ['.nav'], [0, 1, 0]), group('ground', ['.nav ul'], [0, 1, 1])],
      rules: [
        rule({
          group: 'ground',
          property: 'background-color',
          value: 'red',
          selector: '.nav ul',
          weight: [0, 1, 1],
        }),
        rule({ important: true, selector: '#a a', weight: [1, 0, 1] }),
        rule({ group: 'current', important: true, selector: '#a a', weight: [1, 0, 1] }),
        rule({ group: 'logo', selector: '#a b', weight: [1, 0, 1] }),
        rule({ selector: 'a', weight: [0, 0, 1] }),
      ],
    });
    expect(said.map(({ what, weight }) => [what, weight])).toEqual([
      ['Links, the current page: the colour is set with !important', '1-0-1'],
      ['The logo: the colour is set by an id', '1-0-1'],
      ['The menu has a fill of its own', '0-1-1'],
    ]);
  });
});

test('read again, it goes on wearing what it wears; what is gone is gone, what is new comes with its own colours', () => {
  const { site, header } = made((seen) => {
    seen.buttons = [
      {
        id: 'button-1',
        label: 'Ask',
        ink: { hex: '#ffffff', opacity: 1 },
        hoverInk: { hex: '#ffffff', opacity: 1 },
        fill: { hex: '#222222', opacity: 1 },
        hoverFill: { hex: '#000000', opacity: 1 },
        radius: 4,
      },
    ];
  });
  const dressed: Site = {
    ...site,
    headers: [
      {
        ...header,
        name: 'Mine',
        looks: { ...header.looks, top: { fill: { opacity: 0.2 } } },
        rails: header.rails.map((rail) => ({
          ...rail,
          end: rail.end.map((item) =>
            item.kind === 'button' ? { ...item, fill: { colour: 'navy' } } : item,
          ),
        })),
      },
    ],
  };
  const seen = structuredClone(SEEN);
  seen.own.stuck!.from = 60;
  seen.entries.pop();
  const both = ['button-1', 'button-2'].map((id) => ({
    id,
    label: id,
    ink: { hex: '#ffffff', opacity: 1 },
    hoverInk: { hex: '#ffffff', opacity: 1 },
    fill: { hex: '#333333', opacity: 1 },
    hoverFill: { hex: '#000000', opacity: 1 },
    radius: 4,
  }));
  const { header: id, ...taken } = withOwnRead(dressed, { ...seen, buttons: both }, 'own');
  const again: Site = { ...dressed, ...taken };
  expect(checkSite(again)).toEqual([]);
  expect(id).toBe('own');
  expect(again.headers[0]).toMatchObject({
    name: 'Mine',
    looks: { top: { fill: { opacity: 0.2 } } },
    manner: { switch: { distance: 60 } },
  });
  expect(again.menus[0]!.entries.map(({ label }) => label)).toEqual(['One']);
  expect(
    again.headers[0]!.rails[0]!.end.flatMap((item) => (item.kind === 'button' ? [item.fill] : [])),
  ).toEqual([{ colour: 'navy' }, { colour: '#333333' }]);
  // Without one, it is a header more.
  const fresh = withOwnRead(newSite('Other', 'straight'), seen);
  expect(fresh.headers).toHaveLength(2);
  expect(fresh.headers[1]).toMatchObject({ own: fresh.ownHeaders![0]!.id });
});
