import { beforeEach, expect, test, vi } from 'vitest';
import { never, soon } from '../src/parts/calm.ts';

/** Frames that are only looked at are dressed one at a time, a picture of the browser's each. */

const pictures: (() => void)[] = [];
/** The browser draws a picture: what asked to be told of it is told. */
function draw(): void {
  for (const told of pictures.splice(0)) told();
}

beforeEach(() => {
  vi.stubGlobal('requestAnimationFrame', (told: () => void) => pictures.push(told));
  while (pictures.length > 0) draw();
});

test('one in each picture, in the order in which they came', () => {
  const done: string[] = [];
  const frames = ['a', 'b', 'c'].map((name) => ({ name }));
  for (const frame of frames) soon(frame, () => done.push(frame.name));
  expect(done).toEqual([]);
  for (const count of [1, 2, 3]) {
    draw();
    expect(done).toHaveLength(count);
  }
  expect(done).toEqual(['a', 'b', 'c']);
  expect(pictures).toHaveLength(0);
});

test('what comes while a frame waits takes the place of what was to be done, not another turn', () => {
  const done: string[] = [];
  const [a, b] = [{}, {}];
  soon(a, () => done.push('a, old'));
  soon(b, () => done.push('b'));
  soon(a, () => done.push('a, new'));
  draw();
  draw();
  expect(done).toEqual(['a, new', 'b']);
  expect(pictures).toHaveLength(0);
});

test('work that asks for more work waits for another picture', () => {
  const done: string[] = [];
  const a = {};
  soon(a, () => {
    done.push('first');
    soon(a, () => done.push('second'));
  });
  draw();
  expect(done).toEqual(['first']);
  draw();
  expect(done).toEqual(['first', 'second']);
});

test('a frame that has gone is passed over, and the others still come', () => {
  const done: string[] = [];
  const [a, b] = [{}, {}];
  soon(a, () => done.push('a'));
  soon(b, () => done.push('b'));
  never(a);
  draw();
  expect(done).toEqual(['b']);
  never(b);
  soon(b, () => done.push('b again'));
  never(b);
  draw();
  expect(done).toEqual(['b']);
  // Nothing waits any more: the next one begins anew.
  soon(a, () => done.push('a again'));
  draw();
  expect(done).toEqual(['b', 'a again']);
});
