import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useDeferredValue, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { AUDIENCES, type Audience } from '@hatrail/core/model/placement';
import type { Page } from '@hatrail/core/model/page';
import { answerFor, audiencesOf, type Hanging } from '@hatrail/core/placed/answers';
import { useMeasure } from '../dress/view.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { wornAt } from '../engine/proof.ts';
import { dropFrame, queueFrame } from '../parts/frameQueue.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import { usePreview } from '../parts/preview.ts';
import { VerdictMark, VERDICT_COLOURS, figure } from '../parts/Verdict.tsx';
import { useAskedLast } from '../parts/useAskedLast.ts';
import { useWidth } from '../parts/useWidth.ts';
import { useCellProof } from './proof.ts';

/** Height of a row, and of the picture in it, CSS pixels. */
const ROW = 84;
const PICTURE = 48;

/** What is chosen: a page, and who visits it. */
export interface PlaceChosen {
  page: Page;
  who: Audience;
}

interface GridProps {
  loaded: LoadedSite;
  width: number;
  chosen: PlaceChosen;
  onChoose: (chosen: PlaceChosen) => void;
}

export const AUDIENCE_NAMES: Record<Audience, string> = {
  'signed out': 'Signed out',
  'signed in': 'Signed in',
};

/** Pages down, visitors across: what hangs there and how it stands; walked by the arrow keys. */
export function PlaceGrid({ loaded, width, chosen, onChoose }: GridProps) {
  const { site } = loaded;
  const audiences = useMemo(() => audiencesOf(site), [site]);
  const room = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: site.pages.length,
    getScrollElement: () => room.current,
    estimateSize: () => ROW,
    overscan: 3,
  });
  const asked = useAskedLast(chosen, cellId);
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
    const ends = { Home: -site.pages.length, End: site.pages.length }[event.key];
    if (!by && ends === undefined) return;
    event.preventDefault();
    const [down, across] = by ?? [ends!, 0];
    const now = asked.now();
    const at = site.pages.findIndex(({ id }) => id === now.page.id);
    const row = Math.max(0, Math.min(site.pages.length - 1, at + down!));
    const column = Math.max(0, Math.min(audiences.length - 1, audiences.indexOf(now.who) + across!));
    const next = { page: site.pages[row]!, who: audiences[column]! };
    asked.ask(next);
    onChoose(next);
    virtual.scrollToIndex(row);
  };
  const grid = { gridTemplateColumns: `96px repeat(${audiences.length}, minmax(0, 1fr))` };
  return (
    <div
      ref={room}
      className="place-grid"
      role="grid"
      aria-label="What hangs on each page, and for whom"
      aria-rowcount={site.pages.length + 1}
      tabIndex={0}
      aria-activedescendant={cellId(chosen)}
      onKeyDown={onKeyDown}
    >
      <div className="place-head" role="row" style={grid}>
        <span role="columnheader">Page</span>
        {audiences.map((who) => (
          <span key={who} role="columnheader">
            {audiences.length === 1 ? 'Everyone' : AUDIENCE_NAMES[who]}
          </span>
        ))}
      </div>
      <div role="rowgroup" style={{ position: 'relative', height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const page = site.pages[index]!;
          return (
            <div
              key={page.id}
              role="row"
              aria-rowindex={index + 2}
              className="place-row"
              style={{ ...grid, height: ROW, transform: `translateY(${start}px)` }}
            >
              <span role="rowheader" className="place-page">
                <strong title={page.title}>{page.title}</strong>
                <span className="quiet">{page.path}</span>
              </span>
              {audiences.map((who) => (
                <span
                  key={who}
                  id={cellId({ page, who })}
                  role="gridcell"
                  className="place-cell"
                  aria-selected={chosen.page.id === page.id && chosen.who === who}
                  onClick={() => {
                    asked.ask({ page, who });
                    onChoose({ page, who });
                  }}
                >
                  <PlaceCell
                    loaded={loaded}
                    page={page}
                    who={who}
                    width={width}
                    isSplit={audiences.length > 1}
                    isMoving={virtual.isScrolling}
                  />
                </span>
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}

const cellId = ({ page, who }: PlaceChosen) => `place-${page.id}-${who.replace(' ', '-')}`;

interface CellProps {
  loaded: LoadedSite;
  page: Page;
  who: Audience;
  width: number;
  isSplit: boolean;
  /** Whether the matrix is being scrolled: what comes into sight is drawn once it rests. */
  isMoving: boolean;
}

/** What hangs on a page for some visitors, as far as it is some header. */
export function hangingAt(
  { site }: LoadedSite,
  page: Page,
  who: Audience,
  isSplit: boolean,
): Hanging | undefined {
  const { header, worn } = answerFor(site, page, who);
  if (!header || !worn) return undefined;
  const isForAll = AUDIENCES.every((each) => answerFor(site, page, each).worn === worn);
  return { page, header, worn, ...(isSplit && !isForAll && { who }) };
}

const PlaceCell = memo(function PlaceCell({ loaded, page, who, width, isSplit, isMoving }: CellProps) {
  const hanging = useMemo(() => hangingAt(loaded, page, who, isSplit), [loaded, page, who, isSplit]);
  const proof = useCellProof(loaded, hanging);
  if (!hanging)
    return (
      <>
        <span className="place-none">no header{isSplit && ` for visitors ${who}`}</span>
        <span className="place-told">None</span>
      </>
    );
  return (
    <>
      <PagePicture loaded={loaded} hanging={hanging} width={width} height={PICTURE} isWanted={!isMoving} />
      <span className="place-told">
        <span title={hanging.header.name}>{hanging.header.name}</span>
        {proof?.worst ? (
          <b style={{ color: VERDICT_COLOURS[proof.verdict] }}>
            <VerdictMark verdict={proof.verdict} /> {figure(proof.worst.worst)}
            <span className="sr-only">{proof.verdict}</span>
          </b>
        ) : (
          <span className="quiet">{proof ? 'nothing hangs in it' : 'sweeping'}</span>
        )}
      </span>
    </>
  );
});

interface PictureProps {
  loaded: LoadedSite;
  hanging: Hanging;
  width: number;
  height: number;
}

/** The top of a page as its visitors see it, small; drawn when it is its turn, so that many at once keep nobody waiting. */
export function PagePicture({ isWanted = true, ...picture }: PictureProps & { isWanted?: boolean }) {
  const room = useRef<HTMLSpanElement>(null);
  const scale = useWidth(room, 250) / picture.width;
  const isDrawn = useTurn(isWanted);
  const { loaded, hanging } = picture;
  // After an edit the pictures follow, one by one, and what was clicked is answered first.
  const shown = useDeferredValue(useMemo(() => ({ loaded, hanging }), [loaded, hanging]));
  return (
    <span ref={room} className="place-picture" style={{ height: picture.height }}>
      {isDrawn && <DrawnPicture {...picture} {...shown} scale={scale} />}
    </span>
  );
}

/** Whether one has had one's turn, among all that wait for theirs; never lost again. */
function useTurn(isWanted: boolean): boolean {
  const [isDrawn, setDrawn] = useState(false);
  useEffect(() => {
    if (isDrawn || !isWanted) return;
    const turn = {};
    queueFrame(turn, () => setDrawn(true));
    return () => dropFrame(turn);
  }, [isDrawn, isWanted]);
  return isDrawn;
}

/** How many bands of a page are drawn: more are not in sight there. */
const BANDS = 3;

const DrawnPicture = memo(function DrawnPicture({
  loaded,
  hanging,
  width,
  height,
  scale,
}: PictureProps & { scale: number }) {
  const { page, header, who } = hanging;
  const worn = useMemo(
    () => wornAt(loaded, header, { pageId: page.id, who }),
    [loaded, header, page.id, who],
  );
  const top = useMemo(() => ({ ...page, bands: page.bands.slice(0, BANDS) }), [page]);
  const preview = usePreview(worn.at, worn.header, top, useMeasure(loaded));
  if (!preview) return null;
  return (
    <LiveFrame
      preview={preview}
      title={`${page.title}, ${header.name}`}
      width={width}
      height={Math.round(height / scale)}
      scale={scale}
      scroll={0}
    />
  );
});
