import type { Header } from '@hatrail/core/model/header';
import { useEditor } from './store.ts';

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
