import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { cleanSvg } from '../src/svg.ts';

/** What is left of a drawing once it is cleaned, and what is said of the rest. */

const HEAD =
  'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="10" height="10" viewBox="0 0 10 10"';
const clean = (inside: string) => cleanSvg(Buffer.from(`<svg ${HEAD}>${inside}</svg>`), 'x.svg');

describe('a drawing', () => {
  test.each<[string, string, string[]]>([
    ['a script', '<script>steal()</script><rect width="5"/>', ['script']],
    ['a handler', '<rect width="5" onclick="steal()"/>', ['onclick']],
    [
      'foreign markup',
      '<foreignObject><b xmlns="http://www.w3.org/1999/xhtml">steal()</b></foreignObject>',
      ['b', 'foreignObject'],
    ],
    ['a frame', '<h:iframe xmlns:h="http://www.w3.org/1999/xhtml" srcdoc="steal()"/>', ['iframe']],
    [
      'a script under a prefix',
      '<s:script xmlns:s="http://www.w3.org/2000/svg">steal()</s:script>',
      ['script'],
    ],
    [
      'a script of another language',
      '<h:script xmlns:h="http://www.w3.org/1999/xhtml">steal()</h:script>',
      ['script'],
    ],
    ['a link that runs, written in entities', '<a href="java&#x73;cript:steal()"><rect/></a>', ['a']],
    ['a link that runs, by a prefix', '<use xlink:href="javascript:steal()"/>', ['xlink:href']],
    ['an animation of a link', '<animate attributeName="href" values="javascript:steal()"/>', ['animate']],
    ['a picture from elsewhere', '<image href="https://steal/x.png"/>', ['href']],
    ['a drawing in a drawing', '<image href="data:image/svg+xml,steal"/>', ['href']],
    ['paint from elsewhere', '<rect fill="url(https://steal/#a)"/>', ['fill']],
    ['a style sheet from elsewhere', '<style>@import "//steal/a.css"; .a{fill:red}</style>', ['@import']],
    ['an address in a style', '<rect style="fill:red;mask:url(//steal/#a)"/>', ['an address in its style']],
    ['an address in escapes', '<style>.a{background:u\\72l(//steal)}</style>', ['an address in its style']],
    [
      'a font from elsewhere',
      '<style>@font-face{font-family:a;src:url(//steal)}</style>',
      ['@font-face', 'an address in its style'],
    ],
  ])('loses %s, and says so', (_, inside, left) => {
    const found = clean(`${inside}<circle r="3"/>`);
    expect(found.left).toEqual(left);
    expect(found.svg).not.toMatch(/steal/);
    expect(found.svg).toContain('<circle r="3"');
    expect(cleanSvg(Buffer.from(found.svg), 'x.svg')).toEqual({ svg: found.svg, left: [] });
  });

  test.each([
    ['words that look like a handler', '<text>online = good, on click = better</text>'],
    [
      'gradients, masks, clips, filters and symbols',
      '<linearGradient id="g" gradientUnits="userSpaceOnUse"><stop stop-color="red"/></linearGradient><clipPath id="c"><rect/></clipPath><mask id="m"/><filter id="f"><feGaussianBlur stdDeviation="2"/></filter><symbol id="s" viewBox="0 0 1 1"><path d="M0 0"/></symbol><use href="#s"/>',
    ],
    ['paint of its own', '<rect style="fill:url(#g)" mask="url(#m)"/>'],
    ['a raster picture written out', '<image href="data:image/png;base64,AAAA" width="1" height="1"/>'],
    ['a style sheet of its own', '<style>.a{fill:url(#g)}</style>'],
  ])('keeps %s', (_, inside) => {
    const { svg, left } = clean(inside);
    expect(left).toEqual([]);
    expect(svg).toContain(inside);
  });

  test('keeps what the demo’s logos draw', () => {
    for (const file of ['demo/larkfell-light.svg', 'demo/pellow-dark.svg']) {
      const bytes = readFileSync(file);
      const { svg, left } = cleanSvg(bytes, file);
      expect(left).toEqual([]);
      const paths = (text: string) => [...text.matchAll(/ d="([^"]+)"/g)].map(([, d]) => d);
      expect(paths(svg)).toEqual(paths(bytes.toString()));
    }
  });

  test('may bring entities of the program that drew it, and notes of its own', () => {
    const text =
      '<?xml version="1.0" encoding="UTF-16"?><!DOCTYPE svg [<!ENTITY ns "http://www.w3.org/2000/svg"> <!ENTITY red "#f00">]>' +
      '<svg xmlns="&ns;" xmlns:ed="http://editor.example/ns" ed:version="3"><ed:guides><ed:guide/></ed:guides><rect fill="&red;"/></svg>';
    const utf16 = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')]);
    const { svg, left } = cleanSvg(utf16, 'x.svg');
    expect(svg).toBe('<svg xmlns="http://www.w3.org/2000/svg"><rect fill="#f00"/></svg>');
    expect(left).toEqual([]);
  });

  const nested = (levels: number, uses: number) =>
    Array.from({ length: levels }, (_, i) =>
      i === 0 ? '<g id="a0"><rect/></g>' : `<g id="a${i}">${`<use href="#a${i - 1}"/>`.repeat(uses)}</g>`,
    ).join('');
  test.each<[string, string, RegExp]>([
    ['breaks off', '<svg xmlns="http://www.w3.org/2000/svg"><rect', /breaks off or is damaged/],
    ['is a page', '<html><body/></html>', /is no whole SVG/],
    ['has a million shapes', `<svg ${HEAD}>${'<rect/>'.repeat(1e5)}</svg>`, /more than 6000 shapes/],
    [
      'is 5,000 levels deep',
      `<svg ${HEAD}>${'<g>'.repeat(5000)}${'</g>'.repeat(5000)}</svg>`,
      /more than 200 levels/,
    ],
    ['draws one part a hundred million times', `<svg ${HEAD}>${nested(9, 10)}</svg>`, /again and again/],
    [
      'unfolds to gigabytes',
      `<!DOCTYPE svg [<!ENTITY a "${'x'.repeat(1999)}">]><svg ${HEAD}><text>${'&a;'.repeat(9000)}</text></svg>`,
      /unfolds to more than can be read/,
    ],
  ])('that %s is refused, and says why', (_, text, message) => {
    expect(() => cleanSvg(Buffer.from(text), 'x.svg')).toThrow(message);
  });
  test('whose parts lead round to themselves is taken, as nothing is drawn of that', () => {
    expect(clean('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>').left).toEqual([]);
  });
});
