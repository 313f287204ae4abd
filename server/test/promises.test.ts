import { describe, expect, test } from 'vitest';
import { tryAccess } from '../../e2e/try/access.ts';
import { tryDisk } from '../../e2e/try/disk.ts';
import { tryKills } from '../../e2e/try/kill.ts';
import { tryMalformed } from '../../e2e/try/malformed.ts';
import type { Tally } from '../../e2e/try/trying.ts';
import { tryPasted } from '../../e2e/try/pasted.ts';

/** What docs/promises.md promises, in short; `npm run try:…` tries each as often as one likes. */

/** Other tests run beside these: what is looked at is that nothing takes minutes. */
const SLACK = 10;

describe('what is promised', () => {
  const share = process.env.LONG ? 1 : 1 / 16;
  const all: [string, (count: number, slack?: number) => Promise<Tally>, number][] = [
    ['no kill loses what was told as saved, or leaves anything half-done', tryKills, 1],
    [
      'whatever is asked is answered in words and at once, and others need not wait',
      tryMalformed,
      96 * share,
    ],
    ['whatever is pasted is read, or refused in words, at once', tryPasted, 40 * share],
    ['nothing is let in, and what is sent can do nothing', tryAccess, 4 * share],
  ];
  // That whatever is asked is answered is tried in short by the routes’ own tests, too.
  const daily = process.env.LONG ? all : all.filter(([, trial]) => trial !== tryMalformed);
  test.each(daily)('%s', async (_, trial, count) => {
    const { tried, problems } = await trial(count, SLACK);
    expect(problems).toEqual([]);
    expect(tried).toBeGreaterThanOrEqual(count);
  });

  test.runIf(process.env.LONG)(
    'a full disk is said as such, loses nothing, and room alone mends it',
    async ({ skip }) => {
      const tally = await tryDisk(1);
      if (!tally) return skip('A small disk cannot be mounted here.');
      expect(tally.problems).toEqual([]);
    },
  );
});
