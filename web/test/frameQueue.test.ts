import { beforeEach, expect, test, vi } from 'vitest';
import { dropFrame, queueFrame } from '../src/parts/frameQueue.ts';

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
  for (const frame of frames) queueFrame(frame, () => done.push(frame.name));
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
  queueFrame(a, () => done.push('a, old'));
  queueFrame(b, () => done.push('b'));
  queueFrame(a, () => done.push('a, new'));
  draw();
  draw();
  expect(done).toEqual(['a, new', 'b']);
  expect(pictures).toHaveLength(0);
});

test('work that asks for more work waits for another picture', () => {
  const done: string[] = [];
  const a = {};
  queueFrame(a, () => {
    done.push('first');
    queueFrame(a, () => done.push('second'));
  });
  draw();
  expect(done).toEqual(['first']);
  draw();
  expect(done).toEqual(['first', 'second']);
});

test('a frame that has gone is passed over, and the others still come', () => {
  const done: string[] = [];
  const [a, b] = [{}, {}];
  queueFrame(a, () => done.push('a'));
  queueFrame(b, () => done.push('b'));
  dropFrame(a);
  draw();
  expect(done).toEqual(['b']);
  dropFrame(b);
  queueFrame(b, () => done.push('b again'));
  dropFrame(b);
  draw();
  expect(done).toEqual(['b']);
  // Nothing waits any more: the next one begins anew.
  queueFrame(a, () => done.push('a again'));
  draw();
  expect(done).toEqual(['b', 'a again']);
});
