import type { Header } from '@hatrail/core/model/header';
import { useEditor } from './store.ts';

/** Puts what was found in the place of what a header wears, as one undoable step. */
export function wearFound(headerId: string, label: string, found: Header): void {
  const { looks, manner, rails, panel } = structuredClone(found);
  changeHeader(headerId, label, (draft) => Object.assign(draft, { looks, manner, rails, panel }));
}

/** Changes a header as one undoable step; edits of one `group` in one go are one step. */
export function changeHeader(
  headerId: string,
  label: string,
  change: (header: Header) => void,
  group?: string,
): void {
  useEditor.getState().edit(
    label,
    (draft) => {
      const header = draft.headers.find(({ id }) => id === headerId);
      if (header) change(header as Header);
    },
    group,
  );
}
