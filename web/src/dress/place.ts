import { at } from '@hatrail/core/lists';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { useSearchParams } from 'react-router';
import { allMoments, type Header, type Moment } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import { isLeaving } from '../leaving.ts';
import { GREATEST_WIDTH, LEAST_WIDTH } from '@hatrail/core/sweep/widths';

/** What is being looked at; it stands in the address, so that a link reopens exactly what was seen. */
export interface EditorPlace {
  header: Header;
  page: Page;
  width: number;
  /** Of the window, where it is not the usual one of that width; CSS pixels. */
  height: number | undefined;
  /** Whether what is changed is for this page alone. */
  isOwn: boolean;
  moment: Moment;
  /** CSS pixels; `undefined` until the worst place is known. */
  scroll: number | undefined;
}

export interface PlaceChange {
  header?: string;
  page?: string;
  width?: number;
  height?: number | undefined;
  only?: 1 | undefined;
  moment?: Moment;
  /** `undefined` goes to the worst place. */
  scroll?: number | undefined;
}

/** The place in the address, and how to go to another. */
export function usePlace(site: Site): [EditorPlace, (change: PlaceChange) => void] {
  const [params, setParams] = useSearchParams();
  const place = useMemo((): EditorPlace => {
    const width = Number(params.get('width') ?? 1280);
    const height = Number(params.get('height') ?? NaN);
    const scroll = params.get('scroll');
    const header = site.headers.find(({ id }) => id === params.get('header')) ?? at(site.headers, 0);
    const moments = allMoments(header);
    return {
      header,
      page: site.pages.find(({ id }) => id === params.get('page')) ?? at(site.pages, 0),
      width: clampWidth(Number.isFinite(width) ? width : 1280),
      height:
        Number.isInteger(height) && height >= LEAST_HEIGHT && height <= GREATEST_HEIGHT ? height : undefined,
      isOwn: params.has('only'),
      moment: moments.find((moment) => moment === params.get('moment')) ?? at(moments, 1),
      scroll: scroll === null || !/^\d+$/.test(scroll) ? undefined : Number(scroll),
    };
  }, [params, site]);
  // What was asked for last: a change that comes before the address has followed the one before it builds on that one.
  const asked = useRef(params);
  useEffect(() => {
    asked.current = params;
  }, [params]);
  const go = useCallback(
    (change: PlaceChange) => {
      const next = new URLSearchParams(asked.current);
      // A height is of a width, and what is for one page alone is of that page.
      if (change.page !== undefined || change.header !== undefined) next.delete('only');
      if (change.width !== undefined) next.delete('height');
      for (const [key, value] of Object.entries(change)) {
        if (value === undefined) next.delete(key);
        else next.set(key, String(value));
      }
      asked.current = next;
      // An answer that comes late must not keep anybody here who has asked for another screen.
      if (isLeaving()) return;
      setParams(next, { replace: true });
    },
    [setParams],
  );
  return [place, go];
}

/** Heights of a window that can be asked for. */
const LEAST_HEIGHT = 200;
const GREATEST_HEIGHT = 3000;

export function clampWidth(width: number): number {
  return Math.min(GREATEST_WIDTH, Math.max(LEAST_WIDTH, Math.round(width)));
}
