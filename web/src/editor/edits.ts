import type { Header } from '@hatrail/core/model/header';
import { original, produce } from 'immer';
import type { Tint } from '@hatrail/core/model/layer';
import type { Page, PageOwn } from '@hatrail/core/model/page';
import type { Placement } from '@hatrail/core/model/placement';
import { partedOwn, withOwn } from '@hatrail/core/placed/own';
import { ownOf, withOwnValues } from '@hatrail/core/placed/worn';
import type { Needs } from '@hatrail/core/model/needs';
import type { Site } from '@hatrail/core/model/site';
import type { HeaderType } from '@hatrail/core/model/type';
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
  const { edit, ownPage } = useEditor.getState();
  if (ownPage !== undefined) return changeOwn({ headerId, pageId: ownPage }, label, change, group);
  edit(
    label,
    (draft) => {
      const header = draft.headers.find(({ id }) => id === headerId);
      if (header) change(header as Header);
    },
    group,
  );
}

/** What the links of a header are set in: its own type where it has one, else that of all menus of the site. */
export function changeLinkType(headerId: string, label: string, change: (type: HeaderType) => void): void {
  useEditor.getState().edit(label, (draft) => {
    const own = draft.headers.find(({ id }) => id === headerId)?.type;
    change(own?.menu ? own : draft.type);
  });
}

/** Changes a header for one page alone; what cannot differ there is changed everywhere. */
function changeOwn(
  { headerId, pageId }: { headerId: string; pageId: string },
  label: string,
  change: (header: Header) => void,
  group?: string,
): void {
  const { site, edit } = useEditor.getState();
  const base = site?.headers.find(({ id }) => id === headerId);
  const page = site?.pages.find(({ id }) => id === pageId);
  if (!base || !page) return;
  const own = ownOf(page, headerId);
  const before = withOwnValues(base, own);
  const after = produce(before, (draft) => change(draft as Header));
  const parted = partedOwn(base, own ?? {}, before, after);
  edit(
    `${label}, on ${page.title} alone`,
    (draft) => {
      const header = draft.headers.find(({ id }) => id === headerId);
      for (const key of Object.keys(parted.header) as (keyof Header)[])
        if (header && JSON.stringify(parted.header[key]) !== JSON.stringify(base[key]))
          Object.assign(header, { [key]: parted.header[key] });
      putOwn(draft.pages, pageId, headerId, parted.own);
    },
    group && `${group} on ${pageId}`,
  );
}

/** Puts what differs of a header on a page in its place, or takes it away. */
function putOwn(
  pages: Page[],
  pageId: string,
  headerId: string,
  own: Omit<PageOwn, 'header'> | undefined,
): void {
  const at = pages.findIndex(({ id }) => id === pageId);
  const page = pages[at];
  if (page) pages[at] = withOwn(original(page) ?? page, headerId, own && structuredClone(own));
}

/** Sets what differs of a header on a page; `undefined` puts everything back. */
export function setOwn(
  { pageId, headerId }: { pageId: string; headerId: string },
  label: string,
  own: Omit<PageOwn, 'header'> | undefined,
): void {
  useEditor.getState().edit(label, ({ pages }) => putOwn(pages as Page[], pageId, headerId, own));
}

/** Puts other placements in the place of the site's; none leaves its first header everywhere. */
export function setPlacements(label: string, placements: readonly Placement[], group?: string): void {
  useEditor.getState().edit(
    label,
    (draft) => {
      if (placements.length === 0) delete draft.placements;
      else draft.placements = structuredClone(placements) as Placement[];
    },
    group,
  );
}

/** Sets the contrast that is asked for on the site; figures that are typed one after the other are one step. */
export function setNeeds(needs: Needs): void {
  useEditor.getState().edit('Contrast needed', (draft) => void (draft.needs = { ...needs }), 'needs');
}

/** Takes a change of pages and placements as one undoable step. */
export function takeSite(label: string, change: (site: Site) => Site): void {
  const { site, edit } = useEditor.getState();
  if (!site) return;
  const next = change(site);
  edit(label, (draft) => {
    next.pages.forEach((page, i) => {
      if (page !== site.pages[i]) draft.pages[i] = structuredClone(page);
    });
    if (next.placements !== site.placements && next.placements)
      draft.placements = structuredClone(next.placements);
  });
}
