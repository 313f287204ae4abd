import { useEffect } from 'react';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import type { KeptSite, Revisions } from '@hatrail/core/model/kept';
import { ApiProblem, api } from '../api.ts';
import { useEditor } from './store.ts';

/** How long the document rests before it is saved, ms. */
const REST = 500;
/** How long until a failed save is tried again, ms. */
const AGAIN = 4000;

/** One part of the site that is saved on its own. */
interface Part {
  name: string;
  revision: number;
  save(revision: number): Promise<{ revision: number }>;
  /** The kept site once this part is saved, or once the server's version was taken. */
  kept(kept: KeptSite, revision: number): KeptSite;
  /** The edited site with the server's version of the part. */
  theirs(site: Site, theirs: unknown): Site;
}

const VALUES = ['name', 'tagline', 'palette', 'type', 'logo'] as const;

/** Parts of the edited site that differ from what the server keeps. */
function changedParts(kept: KeptSite, site: Site): Part[] {
  const parts: Part[] = [];
  const { revisions } = kept;
  for (const header of site.headers) {
    if (kept.site.headers.includes(header)) continue;
    parts.push(listPart(kept.id, 'headers', header, revisions.headers[header.id] ?? 0));
  }
  for (const page of site.pages) {
    if (kept.site.pages.includes(page)) continue;
    parts.push(listPart(kept.id, 'pages', page, revisions.pages[page.id] ?? 0));
  }
  if (VALUES.some((key) => kept.site[key] !== site[key])) {
    const take = (from: object, into: Site): Site =>
      VALUES.reduce((whole, key) => ({ ...whole, [key]: (from as Site)[key] }), into);
    parts.push({
      name: 'The site',
      revision: revisions.site,
      save: (revision) => api.saveValues(kept.id, site, revision),
      kept: (old, revision) => ({
        ...old,
        site: take(site, old.site),
        revisions: { ...old.revisions, site: revision },
      }),
      theirs: (edited, theirs) => take(theirs as object, edited),
    });
  }
  return parts;
}

function listPart(siteId: string, list: 'headers' | 'pages', part: Header | Page, revision: number): Part {
  const put = (site: Site, replacement: unknown): Site => ({
    ...site,
    [list]: site[list].map((old) => (old.id === part.id ? replacement : old)),
  });
  return {
    name: 'name' in part ? part.name : part.title,
    revision,
    save: (base) =>
      list === 'headers'
        ? api.saveHeader(siteId, part as Header, base)
        : api.savePage(siteId, part as Page, base),
    kept: (old, saved) => ({
      ...old,
      site: put(old.site, part),
      revisions: { ...old.revisions, [list]: { ...old.revisions[list], [part.id]: saved } } as Revisions,
    }),
    theirs: (edited, theirs) => put(edited, theirs),
  };
}

/** A save that someone else's came before: what can be done about it. */
interface Conflict {
  part: Part;
  problem: ApiProblem;
}

let conflict: Conflict | undefined;
let running = false;
let timer: ReturnType<typeof setTimeout> | undefined;

function plan(delay: number): void {
  clearTimeout(timer);
  timer = setTimeout(() => void saveNow(), delay);
}

/** Saves what has changed, part by part; resolves once it is saved or has failed. */
export async function saveNow(): Promise<void> {
  clearTimeout(timer);
  if (running || conflict) return;
  running = true;
  try {
    for (;;) {
      const { kept, site } = useEditor.getState();
      const [part] = kept && site ? changedParts(kept, site) : [];
      if (!part) break;
      useEditor.setState({ save: { kind: 'saving' } });
      const { revision } = await part.save(part.revision);
      useEditor.setState(({ kept: now }) => (now?.id === kept!.id ? { kept: part.kept(now, revision) } : {}));
    }
    useEditor.setState(({ save }) =>
      save.kind === 'saved' ? {} : { save: { kind: 'saved', at: new Date() } },
    );
  } catch (error) {
    failed(error as ApiProblem);
  } finally {
    running = false;
  }
}

function failed(problem: ApiProblem): void {
  const { kept, site } = useEditor.getState();
  const [part] = kept && site ? changedParts(kept, site) : [];
  if (problem.status === 412 && part) {
    conflict = { part, problem };
    useEditor.setState({ save: { kind: 'conflict', message: problem.message, partName: part.name } });
    return;
  }
  const [field] = problem.fields;
  const message = field ? `${problem.message} ${field.path}: ${field.message}` : problem.message;
  useEditor.setState({ save: { kind: 'failed', message } });
  if (problem.status === 0 || problem.status >= 500) plan(AGAIN);
}

/** Ends a conflict: saves this window's version over the other, or takes the other's. Either can be undone by hand. */
export function settleConflict(choice: 'mine' | 'theirs'): void {
  const { kept } = useEditor.getState();
  if (!conflict || !kept) return;
  const { part, problem } = conflict;
  const revision = problem.revision!;
  conflict = undefined;
  const base = { ...part.kept(kept, revision), site: part.theirs(kept.site, problem.theirs) };
  useEditor.setState({ kept: base });
  if (choice === 'theirs') {
    useEditor.getState().edit('Take the other version', (draft) => {
      Object.assign(draft, part.theirs(useEditor.getState().site!, problem.theirs));
    });
  }
  void saveNow();
}

/** Saves the document whenever it has rested, and once more before the window goes. */
export function useAutosave(): void {
  const site = useEditor((state) => state.site);
  useEffect(() => {
    const { kept } = useEditor.getState();
    if (!kept || !site) return;
    const dirty = changedParts(kept, site).length > 0;
    if (!dirty) return;
    useEditor.setState(({ save }) => (save.kind === 'conflict' ? {} : { save: { kind: 'waiting' } }));
    plan(REST);
  }, [site]);
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      const { kind } = useEditor.getState().save;
      if (kind !== 'saved') event.preventDefault();
    };
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, []);
}
