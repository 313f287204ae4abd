import { create } from 'zustand';
import type { Draft } from 'immer';
import { followHeaders } from '@hatrail/core/placed/follows';
import { applyEdit, joinEdits, makeEdit, type Edit } from '@hatrail/core/model/patch';
import type { Site } from '@hatrail/core/model/site';
import type { KeptSite, TakenFile } from '@hatrail/core/model/kept';

/** How the document stands against what the server keeps. */
export type SaveState =
  | { kind: 'saved'; at: Date }
  | { kind: 'saving' }
  | { kind: 'waiting' }
  | { kind: 'failed'; message: string }
  | { kind: 'conflict'; message: string; partName: string };

/** An edit in the undo list, with the group that further edits of one drag join. */
interface Step extends Edit {
  group: string | undefined;
  at: number;
}

/** Edits of one group no further apart than this are one step, ms. */
const ONE_DRAG = 1200;

export interface EditorState {
  kept: KeptSite | undefined;
  /** The document as edited. */
  site: Site | undefined;
  /** The page, by its id, for which alone a header is changed; `undefined` where it is changed everywhere. */
  ownPage: string | undefined;
  past: Step[];
  future: Step[];
  save: SaveState;
  open(kept: KeptSite): void;
  /** Tells that a file has been taken in, so that the document can use it. */
  took(file: TakenFile): void;
  /** Changes the document as one undoable step; edits of one `group` in one go are one step. */
  edit(label: string, change: (draft: Draft<Site>) => void, group?: string): void;
  /** Changes the document along with the step before, so that both are undone together. */
  amend(label: string, change: (draft: Draft<Site>) => void): void;
  undo(): void;
  redo(): void;
}

/** A change, after which bands that wear a header's ground are as that is. */
const withFollowers = (change: (draft: Draft<Site>) => void) => (draft: Draft<Site>) => {
  change(draft);
  followHeaders(draft as Site);
};

/** The document being edited. */
export const useEditor = create<EditorState>()((set, get) => ({
  kept: undefined,
  site: undefined,
  ownPage: undefined,
  past: [],
  future: [],
  save: { kind: 'saved', at: new Date() },

  open(kept) {
    set({
      kept,
      site: kept.site,
      past: [],
      future: [],
      save: { kind: 'saved', at: new Date(kept.changedAt) },
    });
  },

  took({ id, hash }) {
    set(({ kept }) => (kept ? { kept: { ...kept, hashes: { ...kept.hashes, [id]: hash } } } : {}));
  },

  edit(label, change, group) {
    const { site, past } = get();
    if (!site) return;
    const [next, edit] = makeEdit(site, label, withFollowers(change));
    if (edit.patches.length === 0) return;
    const last = past.at(-1);
    const now = Date.now();
    const joins = group !== undefined && last?.group === group && now - last.at < ONE_DRAG;
    const step: Step = { ...(joins ? joinEdits(last, edit) : edit), group, at: now };
    set({ site: next, past: [...(joins ? past.slice(0, -1) : past), step].slice(-200), future: [] });
  },

  amend(label, change) {
    const { site, past } = get();
    if (!site) return;
    const [next, edit] = makeEdit(site, label, withFollowers(change));
    if (edit.patches.length === 0) return;
    const last = past.at(-1);
    const step: Step = last
      ? { ...joinEdits(last, edit), label: last.label, group: last.group, at: last.at }
      : { ...edit, group: undefined, at: Date.now() };
    set({ site: next, past: [...past.slice(0, -1), step] });
  },

  undo() {
    const { site, past, future } = get();
    const step = past.at(-1);
    if (!site || !step) return;
    const closed = { ...step, group: undefined };
    set({ site: applyEdit(site, step, 'back'), past: past.slice(0, -1), future: [closed, ...future] });
  },

  redo() {
    const { site, past, future } = get();
    const [step, ...rest] = future;
    if (!site || !step) return;
    set({ site: applyEdit(site, step, 'forward'), past: [...past, step], future: rest });
  },
}));
