import { describe, expect, test } from 'vitest';
import type { Header, Manner } from '../src/model/header.ts';
import { rootAddresses } from '../src/output/addresses.ts';
import { headerCss } from '../src/output/headerCss.ts';
import { headerHtml } from '../src/output/headerHtml.ts';
import { header, measure, site, light } from './made.ts';

/** What the style sheet says for those who come without the script, without motion, in forced colours, or on paper. */

const dressed = (manner: Partial<Manner> = {}, change: Partial<Header> = {}): Header => ({
  ...header,
  ...change,
  manner: { ...header.manner, ...manner },
});
const cssOf = (of: Header, whole = site) =>
  light(headerCss({ ...whole, headers: [of] }, of, measure, rootAddresses({ ...whole, headers: [of] })));

/** The rules within an at-rule, as far as its own closing brace. */
function within(css: string, opening: string): string {
  const from = css.indexOf(opening);
  expect(from, opening).toBeGreaterThanOrEqual(0);
  let depth = 0;
  for (let i = css.indexOf('{', from); i < css.length; i++) {
    if (css[i] === '{') depth++;
    if (css[i] === '}' && --depth === 0) return css.slice(from, i + 1);
  }
  throw new Error('It is not closed.');
}
/** The declarations of a selector within some rules. */
const rulesOf = (css: string, selector: string) =>
  new RegExp(`(?:^|[}{]|\\n)\\s*${selector.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')} \\{([^}]*)\\}`)
    .exec(css)?.[1]
    ?.trim()
    .replace(/\s+/g, ' ');

describe('without the script', () => {
  const noScript = (of: Header) => within(cssOf(of), '@media (scripting: none)');
  test('a header over the page lies at its top and goes with it; one above it stands in the flow', () => {
    expect(rulesOf(noScript(dressed({ lies: 'over' })), '.hr')).toContain('position: absolute');
    expect(rulesOf(noScript(dressed({ lies: 'above' })), '.hr')).toContain('position: relative');
    const [rail] = header.rails;
    const strip = { ...rail!, start: [], end: [], leaves: true, inFlow: true };
    expect(rulesOf(noScript(dressed({}, { rails: [strip, rail!] })), '.hr')).toContain('position: relative');
  });
  test('one at the bottom edge stays there', () => {
    expect(rulesOf(noScript(dressed({ onScroll: 'bottom' })), '.hr')).toBeUndefined();
  });
  test('what only the script can open is not there, and menus open under the pointer and the keyboard', () => {
    const css = noScript(header);
    expect(rulesOf(css, '.hr .hr-opener')).toBe('display: none;');
    expect(rulesOf(css, ':is(.hr-menu li, .hr-find):is(:hover, :focus-within) .hr-drop')).toBe(
      'display: block;',
    );
  });
  test('where the header folds, its menu button opens and closes the menu by itself', () => {
    const html = headerHtml(site, header, rootAddresses(site));
    const id = /<dialog class="hr-panel" id="([^"]+)" popover/.exec(html)![1];
    expect(html).toMatch(new RegExp(`hr-toggle"[^>]* popovertarget="${id}"`));
    expect(html).toMatch(new RegExp(`hr-close"[^>]* popovertarget="${id}" popovertargetaction="hide"`));
    expect(rulesOf(noScript(header), '.hr .hr-toggle')).toBeUndefined();
  });
});

describe('with less motion', () => {
  const still = (of: Header) => within(cssOf(of), '@media (prefers-reduced-motion: reduce)');
  test('looks change at once', () => {
    expect(still(header)).toContain('--hr-time: 0s');
    expect(still(header)).not.toContain('--hr-ink-time');
    expect(still(dressed({ ink: { delay: 50, duration: 100 } }))).toContain('--hr-ink-time: 0s');
  });
  test('along with the scroll they still do: that is the visitor’s own motion', () => {
    const css = still(dressed({ stretch: 80 }));
    expect(css).toContain('--hr-move-time: 0s');
    expect(css).not.toContain('--hr-time');
  });
});

test('in forced colours the header has the system’s ground, and lines and icons its inks', () => {
  const css = within(cssOf(header), '@media (forced-colors: active)');
  expect(rulesOf(css, '.hr-bar')).toBe('background: Canvas;');
  expect(rulesOf(css, '.hr-back')).toBe('display: none;');
  for (const [selector, ink] of [
    ['.hr-bar::after', 'background: CanvasText'],
    ['.hr-button', 'border: 1px solid LinkText'],
    ['.hr-link::after', 'background: LinkText'],
    ['.hr-icon', 'fill: LinkText'],
  ] as const) {
    expect(rulesOf(css, selector), selector).toContain(ink);
  }
  // A logo is not recoloured: behind it is what its variant is for.
  expect(rulesOf(css, '.hr-logo')).toContain('background: #000; forced-color-adjust: none');
});

describe('on paper', () => {
  const paper = (of: Header, whole = site) => within(cssOf(of, whole), '@media print');
  test('the header stands once, in black, without what is behind it', () => {
    for (const manner of [{}, { onScroll: 'bottom' }, { onScroll: 'returns' }] as Partial<Manner>[]) {
      const css = paper(dressed(manner));
      expect(rulesOf(css, '.hr')).toBe('position: relative; inset: auto;');
      expect(rulesOf(css, '.hr .hr-rail :is(a, span)')).toContain('color: #000');
      expect(rulesOf(css, '.hr-bar')).toContain('background: none');
    }
  });
  test('of several logos the one for light grounds shows', () => {
    const both = dressed(
      {},
      {
        looks: {
          ...header.looks,
          scrolled: { ...header.looks.scrolled, ink: { logo: 'dark' } },
        },
      },
    );
    const whole = {
      ...site,
      pictures: [...site.pictures, { ...site.pictures[0]!, id: 'night-logo', file: 'night.svg' }],
      logo: { ...site.logo, variants: { light: 'logo', dark: 'night-logo' } },
    };
    const css = paper(both, whole);
    expect(rulesOf(css, '.hr-logo img')).toBe('opacity: 0;');
    expect(rulesOf(css, '.hr .hr-dark')).toBe('opacity: 1;');
    expect(paper(header)).not.toContain('.hr-logo img');
  });
});
