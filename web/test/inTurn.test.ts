import { expect, test } from 'vitest';
import { inTurn } from '../src/engine/inTurn.ts';

test('many are worked on a few at a time, in their order; what came of each keeps it', async () => {
  let [now, most] = [0, 0];
  const begun: number[] = [];
  const results = await inTurn([5, 1, 4, 2, 3], 2, async (n) => {
    begun.push(n);
    most = Math.max(most, ++now);
    await new Promise((done) => setTimeout(done, n));
    now--;
    return n * 10;
  });
  expect(results).toEqual([50, 10, 40, 20, 30]);
  expect([begun, most]).toEqual([[5, 1, 4, 2, 3], 2]);
});

test('one that fails ends it: what waits is not begun', async () => {
  const begun: number[] = [];
  const work = inTurn([1, 2, 3, 4], 1, async (n) => {
    begun.push(n);
    if (n === 2) throw new Error('two');
    return n;
  });
  await expect(work).rejects.toThrow('two');
  expect(begun).toEqual([1, 2]);
  expect(await inTurn([], 3, async () => 1)).toEqual([]);
});
