import { applyPatches, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer';
import { followLone } from './carry.ts';
import type { Site } from './site.ts';

enablePatches();

/** A change to the site document, and the change that takes it back. */
export interface Edit {
  /** What it does, as the undo button says it. */
  label: string;
  patches: Patch[];
  inverse: Patch[];
}

/** Makes an edit by changing a draft of the site; what is kept and used once is as that use is. The site itself stays as it was. */
export function makeEdit(site: Site, label: string, change: (draft: Draft<Site>) => void): [Site, Edit] {
  const [next, patches, inverse] = produceWithPatches(site, (draft) => {
    change(draft);
    followLone(draft as Site);
  });
  return [next, { label, patches, inverse }];
}

/** Applies an edit to a site, or takes it back. */
export function applyEdit(site: Site, edit: Edit, direction: 'forward' | 'back'): Site {
  return applyPatches(site, direction === 'forward' ? edit.patches : edit.inverse);
}

/** Two edits as one step: `later` was made on what `earlier` left. */
export function joinEdits(earlier: Edit, later: Edit): Edit {
  return {
    label: later.label,
    patches: [...earlier.patches, ...later.patches],
    inverse: [...later.inverse, ...earlier.inverse],
  };
}
