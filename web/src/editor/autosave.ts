import { useEffect } from 'react';
import { changesOf, withTheirRevisions, withTheirs } from '@hatrail/core/model/changes';
import type { Conflict } from '@hatrail/core/model/kept';
import { ApiProblem, api } from '../api.ts';
import { useEditor } from './store.ts';

/** How long the document rests before it is saved, ms. */
const SAVE_DEBOUNCE = 500;
/** How long until a failed save is tried again, ms. */
const RETRY_DELAY = 4000;

let conflicts: Conflict[] = [];
let running = false;
let timer: ReturnType<typeof setTimeout> | undefined;

function plan(delay: number): void {
  clearTimeout(timer);
  timer = setTimeout(() => void saveNow(), delay);
}

/** What is not saved yet of the site that is open. */
function unsaved() {
  const { kept, site } = useEditor.getState();
  const changes = kept && site && changesOf(kept.site, site, kept.revisions);
  return changes && { kept, site, changes };
}

/** Saves what has changed, all together; resolves once it is saved or has failed. */
export async function saveNow(): Promise<void> {
  clearTimeout(timer);
  if (running || conflicts.length > 0) return;
  running = true;
  try {
    for (let work = unsaved(); work; work = unsaved()) {
      const { kept, site, changes } = work;
      useEditor.setState({ save: { kind: 'saving' } });
      const revisions = await api.save(kept.id, changes);
      useEditor.setState(({ kept: now }) =>
        now?.id === kept.id ? { kept: { ...now, site, revisions } } : {},
      );
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
  if (problem.status === 412 && problem.conflicts.length > 0) {
    ({ conflicts } = problem);
    const partName = conflicts.map(({ name }) => name).join(', ');
    useEditor.setState({ save: { kind: 'conflict', message: problem.message, partName } });
    return;
  }
  const [field] = problem.fields;
  const message = field ? `${problem.message} ${field.path}: ${field.message}` : problem.message;
  useEditor.setState({ save: { kind: 'failed', message } });
  if (problem.status === 0 || problem.status >= 500) plan(RETRY_DELAY);
}

/** Ends a conflict: saves this window's version over the other, or takes the other's. Either can be undone by hand. */
export function settleConflict(choice: 'mine' | 'theirs'): void {
  const { kept } = useEditor.getState();
  if (conflicts.length === 0 || !kept) return;
  const settled = conflicts;
  conflicts = [];
  useEditor.setState({
    kept: {
      ...kept,
      site: withTheirs(kept.site, settled),
      revisions: withTheirRevisions(kept.revisions, settled),
    },
  });
  if (choice === 'theirs') {
    useEditor.getState().edit('Take the other version', (draft) => {
      Object.assign(draft, withTheirs(useEditor.getState().site!, settled));
    });
  }
  void saveNow();
}

/** Saves the document whenever it has rested, and once more before the window goes. */
export function useAutosave(): void {
  const site = useEditor((state) => state.site);
  useEffect(() => {
    if (!unsaved()) return;
    useEditor.setState(({ save }) => (save.kind === 'conflict' ? {} : { save: { kind: 'waiting' } }));
    plan(SAVE_DEBOUNCE);
  }, [site]);
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      const { kind } = useEditor.getState().save;
      if (kind !== 'saved') event.preventDefault();
    };
    addEventListener('beforeunload', warn);
    return () => {
      removeEventListener('beforeunload', warn);
      // Leaving the site for another screen of the application loses nothing either.
      void saveNow();
    };
  }, []);
}
