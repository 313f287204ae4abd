import { headerBecoming } from '@hatrail/core/change/between';
import { stateTime } from '@hatrail/core/header/becoming';
import { resolveLook } from '@hatrail/core/header/look';
import type { Header } from '@hatrail/core/model/header';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import type { Row } from '@hatrail/core/sweep/row';
import { memo, useDeferredValue, useMemo } from 'react';
import { wornAt } from '../engine/proof.ts';
import { useMeasure } from '../dress/view.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import { usePreview, type PinnedState } from '../parts/preview.ts';

interface WorstPlaceProps {
  loaded: LoadedSite;
  header: Header;
  row: Row;
  /** Size of the picture, and how large a pixel of the page is in it. */
  width: number;
  height: number;
  scale: number;
}

const STATES: Partial<Record<Row['state'], PinnedState>> = {
  hover: 'hover',
  pressed: 'active',
  focused: 'focus-visible',
  open: 'drop-downs',
};

function heldIn({ part, moment, state }: Row): PinnedState | undefined {
  if (part === 'ring') return 'focus-visible';
  return moment === 'pointed' ? 'pointed' : STATES[state];
}

/** Where a row is worst, as a visitor sees it: the page as it ships, with a bracket round the letter. */
export function WorstPlace({ loaded, header, row, ...size }: WorstPlaceProps) {
  // After an edit the pictures follow, and what was clicked is answered first.
  const shown = useDeferredValue(useMemo(() => ({ loaded, header, row }), [loaded, header, row]));
  return <DrawnPlace {...shown} {...size} />;
}

const DrawnPlace = memo(function DrawnPlace({ loaded, header, row, width, height, scale }: WorstPlaceProps) {
  const page = loaded.site.pages.find(({ path }) => path === row.page) ?? loaded.site.pages[0]!;
  const worn = useMemo(
    () => wornAt(loaded, header, { pageId: page.id, who: row.who }),
    [loaded, header, page.id, row.who],
  );
  // With a change that makes it at once there is nothing between: the state itself is shown.
  const between = useMemo(() => {
    const { becoming, moment, state } = row;
    const look = resolveLook(worn.at.site, worn.header, moment);
    if (!becoming || stateTime(worn.header, look, state).duration === 0) return undefined;
    return headerBecoming(worn.at.site, worn.header, moment, { state, ...becoming });
  }, [worn, row]);
  const preview = usePreview(worn.at, between ?? worn.header, page, useMeasure(loaded), row.shows);
  const windowHeight = row.height ?? usualWindowHeight(row.width);
  const { cell } = row;
  const y = cell.y - row.scroll;
  const within = (at: number, most: number) => Math.max(0, Math.min(at, Math.max(0, most)));
  const left = within(cell.x + cell.width / 2 - width / scale / 2, row.width - width / scale);
  const top = within(y + cell.height / 2 - height / scale / 2, windowHeight - height / scale);
  const held = between ? undefined : heldIn(row);
  return (
    <div className="worst-place" style={{ width, height }}>
      <div style={{ position: 'absolute', left: -left * scale, top: -top * scale }}>
        {preview && (
          <LiveFrame
            preview={preview}
            title={`${page.title}, ${row.scroll} px down`}
            width={row.width}
            height={windowHeight}
            scale={scale}
            scroll={row.scroll}
            held={held}
          />
        )}
        <span
          className="worst-bracket"
          aria-hidden="true"
          style={{
            left: cell.x * scale - 3,
            top: y * scale - 3,
            width: cell.width * scale + 6,
            height: cell.height * scale + 6,
          }}
        />
      </div>
    </div>
  );
});
