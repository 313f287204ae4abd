import { useCallback, useMemo, useState } from 'react';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { Measure } from '@hatrail/core/measure/measure';
import { withHeader, wornAt } from '../engine/proof.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { usePreview, type Preview } from '../parts/preview.ts';

/** Another look to be held against the present one, or against what stands for it. */
export interface Compared {
  /** What it is called: a trial, or what a remedy does. */
  name: string;
  preview: Preview;
  /** What is shown in the place of the look now: an instant of its change. */
  now?: { name: string; preview: Preview };
}

/** Where two headers are held against each other, and what stands for the present one if it is not itself. */
interface Still {
  scroll: number;
  /** Where the page is another, too: the tint of a band. */
  page?: Page;
  now?: { name: string; header: Header };
}

/** Holds another header against the present one. */
export type Compare = (name: string, header: Header, still?: Still) => void;

interface Other {
  name: string;
  header: Header;
  page: Page | undefined;
  now: Still['now'];
}

/** What is held against a header on a page, if anything, and how to begin and end it. */
export function useCompare(
  loaded: LoadedSite,
  header: Header,
  page: Page,
  measure: Measure | undefined,
  goTo: (scroll: number) => void,
): { compared: Compared | undefined; compare: Compare; end: () => void } {
  const [other, setOther] = useState<Other>();
  const preview = useOther(loaded, header, other?.page ?? page, measure, other?.header);
  const now = useOther(loaded, header, page, measure, other?.now?.header);
  const isOfThis = other?.header.id === header.id && (other.page ?? page).id === page.id;
  const compare = useCallback<Compare>(
    (name, to, still) => {
      setOther({ name, header: to, page: still?.page, now: still?.now });
      if (still) goTo(still.scroll);
    },
    [goTo],
  );
  const isReady = isOfThis && preview && (!other.now || now);
  return {
    compared: isReady
      ? {
          name: other.name,
          preview,
          ...(other.now && now && { now: { name: other.now.name, preview: now } }),
        }
      : undefined,
    compare,
    end: () => setOther(undefined),
  };
}

function useOther(
  loaded: LoadedSite,
  header: Header,
  page: Page,
  measure: Measure | undefined,
  other: Header | undefined,
): Preview | undefined {
  // As it would be worn on this page.
  const worn = useMemo(
    () => other && wornAt(withPage(withHeader(loaded, other), page), other, { pageId: page.id }),
    [loaded, other, page],
  );
  return usePreview(worn?.at ?? loaded, worn?.header ?? header, page, worn && measure);
}

/** A site at hand with a page in the place of the one of the same id. */
function withPage(at: LoadedSite, page: Page): LoadedSite {
  const pages = at.site.pages.map((old) => (old.id === page.id ? page : old));
  return { ...at, site: { ...at.site, pages } };
}
