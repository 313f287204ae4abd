import { readMenu } from '@hatrail/core/gather/readMenu';
import { BadInput } from '@hatrail/core/model/badInput';
import { readProperties } from '@hatrail/core/tokens/customProperties';
import { readTokens } from '@hatrail/core/tokens/designTokens';
import { random, site } from '../../core/test/made.ts';
import { Tally } from './trying.ts';

/** Longest that any text may take, ms. */
const MOST = 2000;

const PIECES = [
  '<nav>',
  '</nav>',
  '<ul>',
  '<li>',
  '</li>',
  '<a href="/x">',
  '</a>',
  '<div>',
  '</div>',
  '<p>',
  '<b id=1>',
  '<svg>',
  '<template>',
  '<!--',
  '-->',
  '<urlset>',
  '<loc>',
  'https://a.example/b/c',
  '</loc>',
  '&amp;',
  '%E9',
  '%',
  '/',
  '//',
  '\\',
  '\0',
  '\t',
  '\n',
  ' ',
  '  ',
  'Visit',
  'é',
  '漢字',
  '\u202e',
  '🎩',
  '{',
  '}',
  '"a":',
  '"$value":',
  '"{a.b}"',
  '"#123"',
  '"$type":"color"',
  ',',
  '[',
  ']',
  ':root{',
  '--a:',
  'var(--a)',
  'var(--b,',
  '#fff',
  'rgb(1 2 3)',
  'oklch(50% 1e999 30)',
  ';',
  '(',
  ')',
  '/*',
  '*/',
  '"',
  "'",
  '@import',
  ':',
  '|',
];

/**
 * Pastes texts made of pieces of all that can be pasted, each into all readers: read, or refused in words, and at once.
 * @param slack by how much longer all may take, on a machine that has other things to do
 */
export async function tryPasted(count: number, slack = 1): Promise<Tally> {
  const tally = new Tally();
  const by = random(count + 3);
  const pick = <T>(list: readonly T[]) => list[Math.floor(by() * list.length)]!;
  let longest = 0;
  for (; tally.tried < count; tally.tried++) {
    const size = 10 ** (1 + by() * 4.7);
    let text = '';
    // Some of one or two pieces over and over, some of many.
    const few = Array.from({ length: 1 + Math.floor(by() * (by() < 0.6 ? 3 : 30)) }, () => pick(PIECES));
    while (text.length < size) text += by() < 0.02 ? pick(PIECES) : pick(few).repeat(by() < 0.1 ? 50 : 1);
    for (const read of [(t: string) => readMenu(site, t), readTokens, readProperties]) {
      const begun = performance.now();
      try {
        read(text);
      } catch (error) {
        if (!(error instanceof BadInput))
          tally.problems.push(`${String(error)}: ${JSON.stringify(text.slice(0, 60))}`);
      }
      const took = performance.now() - begun;
      longest = Math.max(longest, took);
      tally.must(
        took < MOST * slack,
        `${took.toFixed(0)} ms for ${text.length} characters: ${JSON.stringify(text.slice(0, 60))}`,
      );
    }
  }
  tally.figures['longest, ms'] = longest.toFixed(0);
  return tally;
}
