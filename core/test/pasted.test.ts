import { describe, expect, test } from 'vitest';
import { readMenu } from '../src/gather/readMenu.ts';
import { BadInput } from '../src/model/badInput.ts';
import { readProperties } from '../src/tokens/customProperties.ts';
import { readTokens } from '../src/tokens/designTokens.ts';
import { site } from './made.ts';

/** Text that is pasted: whatever it is, it is read in time that its length accounts for, or refused with what to do. */

const SIZE = 150_000;
/** Text of about so many characters. */
const many = (part: string, size = SIZE) => part.repeat(Math.ceil(size / part.length));
const readers = {
  menu: (text: string) => readMenu(site, text),
  tokens: readTokens,
  properties: readProperties,
};

const hostile: Record<keyof typeof readers, [string, string][]> = {
  menu: [
    ['spaces in a sitemap', `<urlset><loc>${many(' ')}`],
    ['addresses that never end', `<urlset>${many('<loc>')}`],
    ['spaces between an address and its end', `<urlset><loc>https://a.example/${many(' ')}x</loc></urlset>`],
    ['strokes', `<urlset><loc>https://a.example${many('/')}x</loc></urlset>`],
    ['a line of spaces', `a${many(' ')}b`],
    ['a line of colons', `a${many(': ')}b`],
    ['a line of strokes', `a ${many('/')}b`],
    ['deep boxes', many('<div>')],
    ['boxes that are closed by another name', `<div>${many('<i>')}${many('</u>')}`],
    ['paragraphs in boxes', `${many('<div>', 2400)}${many('<p>')}`],
    ['links in links', many('<a href=x>')],
    ['letters in bold, each otherwise', Array.from({ length: 9000 }, (_, i) => `<b id=${i}>`).join('')],
    ['lists in lists', many('<ul><li>')],
    ['lines that go in and in', Array.from({ length: 540 }, (_, i) => `${' '.repeat(i)}x`).join('\n')],
    ['brackets', many('<')],
  ],
  tokens: [
    ['levels', `{"a":${many('{"a":', 60_000)}1${many('}', 12_000)}`],
    ['brackets that are never closed', many('[')],
    [
      'a chain of aliases',
      JSON.stringify({
        $type: 'color',
        ...Object.fromEntries(Array.from({ length: 4000 }, (_, i) => [`c${i}`, { $value: `{c${i + 1}}` }])),
        c4000: { $value: '#123456' },
      }),
    ],
    [
      'a name without end above many tokens',
      JSON.stringify({
        ['n'.repeat(SIZE)]: Object.fromEntries(
          Array.from({ length: 5000 }, (_, i) => [`c${i}`, { $value: '#12' }]),
        ),
      }),
    ],
  ],
  properties: [
    [
      'a chain of var()',
      `:root{${Array.from({ length: 4000 }, (_, i) => `--c${i}:var(--c${i + 1})`).join(';')};--c4000:#123456}`,
    ],
    ['braces', many('a{')],
    ['brackets', `a{--x:${many('(')}`],
    ['spaces', `a{--x:var(${many(' ')}y`],
    ['comments that never end', many('/*')],
    ['a text that never ends', `a{--x:"${many('x')}`],
    ['semicolons', `a{${many(';')}`],
  ],
};

describe.each(Object.keys(readers) as (keyof typeof readers)[])('pasted as %s', (reader) => {
  test.each(hostile[reader])('%s: read or refused at once', (_, text) => {
    const begun = performance.now();
    let said: unknown;
    try {
      said = readers[reader](text);
    } catch (error) {
      expect(error).toBeInstanceOf(BadInput);
      said = (error as BadInput).message;
      expect((said as string).length).toBeLessThan(400);
    }
    expect(said).toBeDefined();
    // What grows faster than its text would take minutes.
    expect(performance.now() - begun).toBeLessThan(4000);
  });
});

describe('what is pasted in earnest', () => {
  test('a chain of aliases, of tokens and of properties, comes to its colour', () => {
    const tokens = readTokens(hostile.tokens.find(([name]) => name === 'a chain of aliases')![1]);
    expect(tokens.swatches[0]).toMatchObject({ name: 'c0', colour: '#123456' });
    const properties = readProperties(hostile.properties.find(([name]) => name === 'a chain of var()')![1]);
    expect(properties.swatches[0]).toMatchObject({ name: 'C0', colour: '#123456' });
  });
  test('an alias has the type that is stated where it leads', () => {
    const { swatches } = readTokens(
      '{"a":{"$value":"{b}"},"b":{"$value":"{c}"},"c":{"$type":"color","$value":"#fff"},"d":{"$type":"dimension","$value":"#fff"},"e":{"$value":"{d}"}}',
    );
    expect(swatches.map(({ name }) => name)).toEqual(['a', 'b', 'c']);
  });
  test('a fallback counts where a property is missing, however far along', () => {
    const { swatches } = readProperties(':root{--a:var(--b);--b:var(--none, #010203)}');
    expect(swatches.map(({ colour }) => colour)).toEqual(['#010203', '#010203']);
  });
  test('an address whose percent signs mean nothing is called as it stands', () => {
    const { entries } = readMenu(site, '<urlset><loc>https://a.example/caf%E9</loc></urlset>');
    expect(entries).toMatchObject([{ label: 'Caf%E9', address: '/caf%E9' }]);
  });
  test('a line’s address is told from its label by the last space', () => {
    const { entries } = readMenu(site, 'Visit us:  /visit\nCall | tel:+441\nJust words /');
    expect(entries).toMatchObject([
      { label: 'Visit us', address: '/visit' },
      { label: 'Call', address: 'tel:+441' },
      { label: 'Just words' },
    ]);
  });
  test('lists within 64 levels keep their links; what lies deeper is left', () => {
    const inside = (levels: number) =>
      `${'<div>'.repeat(levels)}<a href="/x">X</a>${'</div>'.repeat(levels)}`;
    expect(readMenu(site, inside(60)).entries).toHaveLength(1);
    expect(() => readMenu(site, inside(100))).toThrow(/no link in this markup/);
  });
});
