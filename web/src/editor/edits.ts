import type { Header } from '@hatrail/core/model/header';
import type { Tint } from '@hatrail/core/model/layer';
import type { Needs } from '@hatrail/core/model/needs';
import { useEditor } from './store.ts';

/** Puts what was found in the place of what a header wears, as one undoable step. */
export function wearFound(headerId: string, label: string, found: Header): void {
  const { looks, manner, rails, panel } = structuredClone(found);
  changeHeader(headerId, label, (draft) => Object.assign(draft, { looks, manner, rails, panel }));
}

/** Takes a whole plan as one undoable step: what the header wears then, and tints of opening bands. */
export function wearPlan(
  headerId: string,
  found: Header,
  tints: readonly { page: { id: string }; tint: Tint }[],
): void {
  const { looks, manner, rails, panel } = structuredClone(found);
  useEditor.getState().edit('Clear all', (draft) => {
    const header = draft.headers.find(({ id }) => id === headerId);
    if (header) Object.assign(header, { looks, manner, rails, panel });
    for (const { page, tint } of tints) {
      const band = draft.pages.find(({ id }) => id === page.id)?.bands[0];
      if (band) band.backdrop.tint = structuredClone(tint);
    }
  });
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

/** Sets the contrast that is asked for on the site; figures that are typed one after the other are one step. */
export function setNeeds(needs: Needs): void {
  useEditor.getState().edit('Contrast needed', (draft) => void (draft.needs = { ...needs }), 'needs');
}
