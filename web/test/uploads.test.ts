import { beforeEach, describe, expect, test, vi } from 'vitest';
import { site } from '../../core/test/made.ts';
import type { KeptSite, TakenFile } from '@hatrail/core/model/kept';
import { useEditor } from '../src/editor/store.ts';
import { nameOfFile } from '../src/gather/pictures/takeIn.ts';
import { bringInPictures, cancelUploads, useUploads, type Source } from '../src/gather/pictures/uploads.ts';
import { likelyWidth } from '../src/gather/pages/Snapshots.tsx';

/** Batches of pictures, against a server that is played by a function. */

const kept = (): KeptSite => ({
  id: 's1',
  slug: 'plain',
  changedAt: '2026-01-01T10:00:00Z',
  site: structuredClone(site),
  revisions: { site: 1, pages: { home: 1 }, headers: { plain: 1 }, order: { pages: 1, headers: 1 } },
  hashes: { logo: 'h0' },
});
const editor = () => useEditor.getState();
const names = () => editor().site!.pictures.map(({ name }) => name);
const taken = (id: string): TakenFile => ({
  id,
  file: `${id}.jpg`,
  hash: `hash-${id}`,
  width: 40,
  height: 30,
});
const source = (name: string, take: Source['take'] = async () => taken(name)): Source => ({
  name: `${name}.jpg`,
  size: 1000,
  take,
});
/** A source that answers when it is told to. */
function held(name: string): Source & { answer: () => void } {
  let answer: () => void = () => undefined;
  const wait = new Promise<TakenFile>((done) => (answer = () => done(taken(name))));
  return { ...source(name, () => wait), answer };
}
let dropped: string[] = [];

beforeEach(() => {
  editor().open(kept());
  useUploads.setState({ batch: undefined, failures: [], cleaned: [] });
  dropped = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    if (init.method === 'DELETE') dropped.push(path.split('/').at(-1)!);
    return new Response('{}', { status: 200 });
  });
});

describe('a batch of pictures', () => {
  test('becomes one step, in the order in which it was chosen, with its hashes known', async () => {
    const slow = held('one');
    const batch = bringInPictures('s1', [slow, source('two'), source('three')]);
    await vi.waitFor(() => expect(useUploads.getState().batch?.done).toBe(2));
    expect(useUploads.getState().batch).toMatchObject({ of: 3, bytes: 2000, ofBytes: 3000 });
    expect(names()).toEqual(['Logo']);
    slow.answer();
    await batch;
    expect(names()).toEqual(['Logo', 'one', 'two', 'three']);
    expect(editor().kept!.hashes).toMatchObject({ logo: 'h0', one: 'hash-one', three: 'hash-three' });
    expect(editor().past.map(({ label }) => label)).toEqual(['Bring in 3 pictures']);
    editor().undo();
    expect(names()).toEqual(['Logo']);
  });

  test('what fails is told by name, and the rest goes on', async () => {
    const bad = source('bad', async () => {
      throw new Error('bad.jpg is no picture that can be used.');
    });
    await bringInPictures('s1', [source('good'), bad]);
    expect(names()).toEqual(['Logo', 'good']);
    expect(useUploads.getState().failures).toEqual([
      { name: 'bad.jpg', message: 'bad.jpg is no picture that can be used.' },
    ]);
  });

  test('what was taken out of a drawing is told, and the rest of it comes in', async () => {
    const drawing = source('mark', async () => ({ ...taken('mark'), left: ['onclick', 'script'] }));
    await bringInPictures('s1', [drawing]);
    expect(names()).toEqual(['Logo', 'mark']);
    expect(useUploads.getState().cleaned).toEqual([
      { name: 'mark.jpg', message: expect.stringContaining('without onclick, script') },
    ]);
  });

  test('that is cancelled drops what it had taken, also what was on its way', async () => {
    const slow = held('two');
    const batch = bringInPictures('s1', [source('one'), slow, source('three'), source('four')]);
    await vi.waitFor(() => expect(useUploads.getState().batch!.done).toBeGreaterThan(0));
    cancelUploads();
    expect(useUploads.getState().batch?.isCancelling).toBe(true);
    slow.answer();
    await batch;
    expect(names()).toEqual(['Logo']);
    expect(dropped).toContain('one');
    expect(dropped).toContain('two');
    expect(editor().past).toEqual([]);
    expect(useUploads.getState().batch).toBeUndefined();
  });

  test('another does not begin while one is under way', async () => {
    const slow = held('one');
    const first = bringInPictures('s1', [slow]);
    await bringInPictures('s1', [source('two')]);
    slow.answer();
    await first;
    expect(names()).toEqual(['Logo', 'one']);
  });
});

test('a file’s name becomes words that the document takes', () => {
  expect(nameOfFile('IMG_2041-harbour.final.jpg')).toBe('IMG 2041 harbour.final');
  expect(nameOfFile('<b>.png')).toBe('b');
  expect(nameOfFile('.png')).toBe('Picture');
});

test('a snapshot is taken to be as wide as its pixels, or half of that from a sharp screen', () => {
  expect([390, 1280, 2560, 9000, 100].map(likelyWidth)).toEqual([390, 1280, 1280, 4000, 200]);
});
