import { beforeEach, describe, expect, test, vi } from 'vitest';
import { site } from '../../core/test/made.ts';
import type { KeptSite, SiteChanges } from '@hatrail/core/model/kept';
import { saveNow, settleConflict } from '../src/editor/autosave.ts';
import { useEditor } from '../src/editor/store.ts';

/** The edited document, undo and autosave, against a server that is played by a function. */

const kept = (): KeptSite => ({
  id: 's1',
  slug: 'plain',
  changedAt: '2026-01-01T10:00:00Z',
  site: structuredClone(site),
  revisions: { site: 1, pages: { home: 1 }, headers: { plain: 1 }, order: { pages: 1, headers: 1 } },
  hashes: {},
});
const editor = () => useEditor.getState();
const opacity = () => editor().site!.headers[0]!.looks.scrolled.fill?.opacity;
const setOpacity = (value: number, group?: string) =>
  editor().edit('Fill', (draft) => void (draft.headers[0]!.looks.scrolled.fill!.opacity = value), group);

/** Answers to the next requests, and what was asked. */
function play(...answers: { status: number; body: object }[]) {
  const asked: { path: string; body: SiteChanges }[] = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const body = JSON.parse(String(init.body)) as SiteChanges;
    asked.push({ path, body });
    const revision = asked.length + 1;
    const revisions = {
      site: revision,
      pages: { home: revision },
      headers: { plain: revision },
      order: { pages: 1, headers: 1 },
    };
    const answer = answers.shift() ?? { status: 200, body: revisions };
    return new Response(JSON.stringify(answer.body), { status: answer.status });
  });
  return asked;
}
const sentOpacity = ({ body }: { body: SiteChanges }) =>
  body.headers?.[0]?.value?.looks.scrolled.fill?.opacity;

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
    expect(asked[0]!.path).toBe('/api/sites/s1');
    expect(Object.keys(asked[0]!.body)).toEqual(['headers']);
    expect(asked[0]!.body.headers).toMatchObject([{ id: 'plain', revision: 1 }]);
    expect(sentOpacity(asked[0]!)).toBe(0.5);
    expect(editor().save.kind).toBe('saved');
    setOpacity(0.6);
    await saveNow();
    expect(asked[1]!.body.headers![0]!.revision).toBe(2);
  });

  test('saves what was changed while a save was under way', async () => {
    const asked = play();
    setOpacity(0.5);
    const saving = saveNow();
    setOpacity(0.9);
    await saving;
    expect(asked.map(sentOpacity)).toEqual([0.5, 0.9]);
  });

  test('saves pages and the site’s own values together', async () => {
    const asked = play();
    editor().edit('Title', (draft) => void (draft.pages[0]!.title = 'Start'));
    editor().edit('Swatch', (draft) => void (draft.palette[0]!.name = 'Chalk'));
    await saveNow();
    expect(asked.map(({ body }) => Object.keys(body))).toEqual([['values', 'pages']]);
    expect(asked[0]!.body.values!.value.palette[0]!.name).toBe('Chalk');
  });

  test('tells a new page, one that is gone, and their order', async () => {
    const asked = play();
    editor().edit('Pages', (draft) => {
      draft.pages.unshift({ ...draft.pages[0]!, id: 'first', path: '/first' });
      draft.pages.unshift({ ...draft.pages[0]!, id: 'other', path: '/other' });
      draft.pages.splice(2, 1);
    });
    await saveNow();
    // New ones come in this order by themselves: nothing is said of it.
    expect(asked[0]!.body).toMatchObject({
      pages: [
        { id: 'other', revision: 0 },
        { id: 'first', revision: 0 },
        { id: 'home', revision: 1, value: null },
      ],
    });
    expect(asked[0]!.body).not.toHaveProperty('order');
    editor().edit('Turn', (draft) => void draft.pages.reverse());
    await saveNow();
    expect(asked[1]!.body).toMatchObject({ order: { pages: { ids: ['first', 'other'] } } });
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
      const conflict = { kind: 'header', id: 'plain', name: 'Plain header', revision: 7, theirs: header };
      return { status: 412, body: { title: 'Someone else saved this first.', conflicts: [conflict] } };
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
      expect(asked[1]!.body.headers![0]!.revision).toBe(7);
      expect(sentOpacity(asked[1]!)).toBe(0.5);
    });

    test('theirs can be taken, and mine had back with undo', async () => {
      const asked = await meet();
      settleConflict('theirs');
      expect(opacity()).toBe(0.77);
      await vi.waitFor(() => expect(editor().save.kind).toBe('saved'));
      editor().undo();
      expect(opacity()).toBe(0.5);
      await saveNow();
      expect(sentOpacity(asked.at(-1)!)).toBe(0.5);
    });
  });
});

describe('a step that is amended', () => {
  test('is undone together with what it was added to', () => {
    const { open, edit } = useEditor.getState();
    open(kept());
    edit('Name', (draft) => void (draft.name = 'Other'));
    useEditor.getState().amend('Held fill', (draft) => void (draft.tagline = 'Held'));
    expect(useEditor.getState().past.map(({ label }) => label)).toEqual(['Name']);
    const before = useEditor.getState().site!;
    expect([before.name, before.tagline]).toEqual(['Other', 'Held']);
    useEditor.getState().undo();
    const after = useEditor.getState().site!;
    expect([after.name, after.tagline]).toEqual([site.name, site.tagline]);
  });
});
