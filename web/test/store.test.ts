import { beforeEach, describe, expect, test, vi } from 'vitest';
import { site } from '../../core/test/made.ts';
import type { KeptSite } from '@hatrail/core/model/kept';
import { saveNow, settleConflict } from '../src/editor/autosave.ts';
import { useEditor } from '../src/editor/store.ts';

/** The edited document, undo and autosave, against a server that is played by a function. */

const kept = (): KeptSite => ({
  id: 's1',
  slug: 'plain',
  changedAt: '2026-01-01T10:00:00Z',
  site: structuredClone(site),
  revisions: { site: 1, pages: { home: 1 }, headers: { plain: 1 } },
  hashes: {},
});
const editor = () => useEditor.getState();
const opacity = () => editor().site!.headers[0]!.looks.scrolled.fill?.opacity;
const setOpacity = (value: number, group?: string) =>
  editor().edit('Fill', (draft) => void (draft.headers[0]!.looks.scrolled.fill!.opacity = value), group);

/** Answers to the next requests, and what was asked. */
function play(...answers: { status: number; body: object }[]) {
  const asked: { path: string; revision: string; body: unknown }[] = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const headers = init.headers as Record<string, string>;
    asked.push({ path, revision: headers['if-match']!, body: JSON.parse(String(init.body)) });
    const answer = answers.shift() ?? { status: 200, body: { revision: asked.length + 1 } };
    return new Response(JSON.stringify(answer.body), { status: answer.status });
  });
  return asked;
}

beforeEach(() => editor().open(kept()));

describe('undo', () => {
  test('takes back one step after another, and redo does them again', () => {
    setOpacity(0.5);
    setOpacity(0.6);
    editor().undo();
    expect(opacity()).toBe(0.5);
    editor().undo();
    expect(opacity()).toBe(0.42);
    editor().redo();
    editor().redo();
    expect(opacity()).toBe(0.6);
  });

  test('a drag is one step, two drags are two', () => {
    vi.useFakeTimers();
    for (const value of [0.43, 0.44, 0.45]) setOpacity(value, 'opacity');
    vi.advanceTimersByTime(5000);
    for (const value of [0.5, 0.55]) setOpacity(value, 'opacity');
    vi.useRealTimers();
    expect(editor().past).toHaveLength(2);
    editor().undo();
    expect(opacity()).toBe(0.45);
    editor().undo();
    expect(opacity()).toBe(0.42);
  });

  test('a step that was taken back does not join the next drag', () => {
    setOpacity(0.5, 'opacity');
    editor().undo();
    editor().redo();
    setOpacity(0.6, 'opacity');
    editor().undo();
    expect(opacity()).toBe(0.5);
  });

  test('an edit that changes nothing is no step, and a new edit ends what could be redone', () => {
    setOpacity(0.42);
    expect(editor().past).toHaveLength(0);
    setOpacity(0.5);
    editor().undo();
    setOpacity(0.7);
    expect(editor().future).toHaveLength(0);
  });
});

describe('autosave', () => {
  test('saves the part that changed, over the revision it was read at, and no other', async () => {
    const asked = play();
    setOpacity(0.5);
    await saveNow();
    expect(asked).toHaveLength(1);
    expect(asked[0]).toMatchObject({ path: '/api/sites/s1/headers/plain', revision: '"1"' });
    expect(asked[0]!.body).toMatchObject({ looks: { scrolled: { fill: { opacity: 0.5 } } } });
    expect(editor().save.kind).toBe('saved');
    setOpacity(0.6);
    await saveNow();
    expect(asked[1]!.revision).toBe('"2"');
  });

  test('saves what was changed while a save was under way', async () => {
    const asked = play();
    setOpacity(0.5);
    const saving = saveNow();
    setOpacity(0.9);
    await saving;
    expect(asked.map(({ body }) => (body as (typeof site.headers)[0])!.looks.scrolled.fill!.opacity)).toEqual(
      [0.5, 0.9],
    );
  });

  test('saves pages and the site’s own values each on their own', async () => {
    const asked = play();
    editor().edit('Title', (draft) => void (draft.pages[0]!.title = 'Start'));
    editor().edit('Swatch', (draft) => void (draft.palette[0]!.name = 'Chalk'));
    await saveNow();
    expect(asked.map(({ path }) => path).sort()).toEqual(['/api/sites/s1', '/api/sites/s1/pages/home']);
  });

  test('says at which field it was refused, and keeps the work', async () => {
    play({
      status: 422,
      body: {
        title: 'The header cannot be saved like this.',
        fields: [{ path: 'looks', message: 'Too thin.' }],
      },
    });
    setOpacity(0.5);
    await saveNow();
    expect(editor().save).toEqual({
      kind: 'failed',
      message: 'The header cannot be saved like this. looks: Too thin.',
    });
    expect(opacity()).toBe(0.5);
  });

  test('tells that the server does not answer, and tries again', async () => {
    vi.useFakeTimers();
    vi.stubGlobal('fetch', async () => {
      throw new TypeError('refused');
    });
    setOpacity(0.5);
    await saveNow();
    expect(editor().save).toMatchObject({
      kind: 'failed',
      message: expect.stringContaining('does not answer'),
    });
    const asked = play();
    await vi.advanceTimersByTimeAsync(5000);
    vi.useRealTimers();
    expect(asked).toHaveLength(1);
    expect(editor().save.kind).toBe('saved');
  });

  describe('where someone else saved first', () => {
    const theirs = () => {
      const header = structuredClone(site.headers[0]!);
      header.looks.scrolled.fill!.opacity = 0.77;
      return { status: 412, body: { title: 'Someone else saved this first.', revision: 7, theirs: header } };
    };
    const meet = async () => {
      const asked = play(theirs());
      setOpacity(0.5);
      await saveNow();
      expect(editor().save).toMatchObject({ kind: 'conflict', partName: 'Plain header' });
      return asked;
    };

    test('nothing is saved until one version is chosen; mine goes over theirs', async () => {
      const asked = await meet();
      await saveNow();
      expect(asked).toHaveLength(1);
      settleConflict('mine');
      await vi.waitFor(() => expect(editor().save.kind).toBe('saved'));
      expect(asked[1]).toMatchObject({
        revision: '"7"',
        body: { looks: { scrolled: { fill: { opacity: 0.5 } } } },
      });
    });

    test('theirs can be taken, and mine had back with undo', async () => {
      const asked = await meet();
      settleConflict('theirs');
      expect(opacity()).toBe(0.77);
      await vi.waitFor(() => expect(editor().save.kind).toBe('saved'));
      editor().undo();
      expect(opacity()).toBe(0.5);
      await saveNow();
      expect(asked.at(-1)!.body).toMatchObject({ looks: { scrolled: { fill: { opacity: 0.5 } } } });
    });
  });
});
