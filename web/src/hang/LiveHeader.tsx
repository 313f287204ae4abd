import { at } from '@hatrail/core/lists';
import { useRef } from 'react';
import { itemOfInk } from '@hatrail/core/header/layout';
import type { HeaderLayout } from '@hatrail/core/header/laid';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import { usePreview } from '../parts/preview.ts';
import { useMeasure } from '../dress/view.ts';
import { useWidth } from '../parts/useWidth.ts';
import { allItems } from './edits.ts';
import type { Chosen } from './chosen.ts';

interface LiveHeaderProps {
  loaded: LoadedSite;
  header: Header;
  page: Page;
  layout: HeaderLayout;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
}

/** Room shown below the header, so that it is seen where it ends. Page pixels. */
const BELOW = 28;

/** The header at true size as it will ship, dimensioned like a cutting plan. A click chooses an item. */
export function LiveHeader({ loaded, header, page, layout, chosen, onChoose }: LiveHeaderProps) {
  const area = useRef<HTMLDivElement>(null);
  const room = useWidth(area, 1240);
  const preview = usePreview(loaded, header, page, useMeasure(loaded));
  const { width } = layout;
  const scale = Math.min(1, room / width);
  const height = Math.max(60, layout.height + BELOW);
  const pick = (element: Element) => {
    if (element.closest('.hr-toggle, .hr-panel')) return onChoose({ kind: 'fold' });
    const named = element.closest('.hr-item');
    const id = [...(named?.classList ?? [])].find((name) => name.startsWith('hr-item-'))?.slice(8);
    if (id !== undefined && allItems(header).some((item) => item.id === id))
      return onChoose({ kind: 'item', id });
    const rail = element.closest('.hr-rail');
    const index = rail ? [...rail.closest('.hr')!.querySelectorAll('.hr-rail')].indexOf(rail) : -1;
    if (index >= 0) onChoose({ kind: 'rail', index });
  };
  const box =
    chosen.kind === 'item'
      ? layout.items.find(({ id }) => id === chosen.id)?.box
      : chosen.kind === 'rail'
        ? railBox(layout, chosen.index)
        : undefined;
  return (
    <div className="live-header" ref={area}>
      {preview && (
        <LiveFrame
          preview={preview}
          title={`${header.name} at ${width} px`}
          width={width}
          height={height}
          scale={scale}
          scroll={0}
          isLive
          onPick={pick}
        >
          {box && (
            <span
              className="live-chosen"
              aria-hidden="true"
              style={{
                left: box.x * scale - 3,
                top: box.y * scale - 3,
                width: box.width * scale + 6,
                height: box.height * scale + 6,
              }}
            />
          )}
        </LiveFrame>
      )}
      {layout.rails.map(({ index }) => (
        <Dimensions
          key={index}
          site={loaded.site}
          header={header}
          layout={layout}
          rail={index}
          scale={scale}
        />
      ))}
      {scale < 1 && (
        <p className="quiet">
          Shown at {Math.round(100 * scale)} %: the window is narrower than {width} px.
        </p>
      )}
    </div>
  );
}

function railBox(layout: HeaderLayout, index: number) {
  const rail = layout.rails.find((laid) => laid.index === index);
  return rail && { x: rail.x, y: rail.top, width: rail.width, height: rail.height };
}

interface DimensionsProps {
  site: LoadedSite['site'];
  header: Header;
  layout: HeaderLayout;
  rail: number;
  scale: number;
}

/** Widths of a rail's items, and the room that is left between them. */
function Dimensions({ site, header, layout, rail, scale }: DimensionsProps) {
  const items = layout.items.filter((item) => item.rail === rail).sort((a, b) => a.box.x - b.box.x);
  const { spare, x, width } = layout.rails.find(({ index }) => index === rail)!;
  if (items.length === 0) return null;
  const gaps = items.slice(1).map((item, i) => {
    const before = at(items, i).box;
    return { from: before.x + before.width, to: item.box.x };
  });
  const last = items.at(-1)!.box;
  const ends = [...gaps, { from: last.x + last.width, to: x + width }];
  const widest = ends.reduce((best, gap) => (gap.to - gap.from > best.to - best.from ? gap : best));
  const isTight = (width: number) => width * scale < 30;
  return (
    <div className="dimensions" aria-hidden="true">
      {items.map(({ id, box }) => (
        <span
          key={id}
          className="dimension"
          title={`${itemOfInk(site, header, id)?.kind ?? 'menu button'}: ${box.width.toFixed(1)} px`}
          style={{ left: box.x * scale, width: box.width * scale }}
        >
          {!isTight(box.width) && <b>{Math.round(box.width)}</b>}
        </span>
      ))}
      {(widest.to - widest.from) * scale > 130 && (
        <span
          className="dimension-spare"
          data-short={spare < 0 || undefined}
          style={{ left: ((widest.from + widest.to) / 2) * scale }}
        >
          {spare >= 0
            ? `${Math.floor(spare)} px to spare at ${layout.width}`
            : `${Math.ceil(-spare)} px too narrow at ${layout.width}`}
        </span>
      )}
    </div>
  );
}
