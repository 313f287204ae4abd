import { memo, type ReactNode } from 'react';
import { allMoments, momentName, momentsOf, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { hasDropDowns, judgePanel } from '@hatrail/core/sweep/panel';
import { stateWords } from '@hatrail/core/header/stateNames';
import { isPassing, type Row } from '@hatrail/core/sweep/row';
import type { SweptScene } from '../engine/types.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import type { PinnedState, Preview } from '../parts/preview.ts';
import { VerdictText } from '../parts/Verdict.tsx';
import { firstScroll, worstRow } from './view.ts';

interface MomentsProps {
  preview: Preview | undefined;
  site: Site;
  header: Header;
  scene: SweptScene | undefined;
  /** Path of the page on screen. */
  page: string;
  pageTitle: string;
  width: number;
  foldWidth: number;
  moment: Moment;
  isMenuOpen: boolean;
  /** The verdicts over all pages and widths, once they are there. */
  rows: readonly Row[] | undefined;
  onChoose: (moment: Moment, width?: number) => void;
  /** Opens the menu, at a width. */
  onMenu: (width: number) => void;
}

/** Width of a card where five stand side by side. */
const CARD = 133;
const HEIGHT = 74;
const SMALL = 390;

/** The moments in which a visitor meets the header, hung on a thin rod: each as it ships, at its worst place. */
export const Moments = memo(function Moments(props: MomentsProps) {
  const { preview, site, header, scene, page, pageTitle, width, foldWidth, moment, isMenuOpen, rows } = props;
  const { onChoose, onMenu } = props;
  const isSmall = width <= SMALL;
  const isFolded = width < foldWidth;
  const folds = foldWidth > SMALL;
  const [, later] = momentsOf(header) as [Moment, Moment];
  const panel = judgePanel(site, header);
  const worstOf = (where: 'drop-downs' | 'folded menu') =>
    panel
      .filter((verdict) => verdict.where === where)
      .reduce((worst, one) => (one.contrast / one.needed < worst.contrast / worst.needed ? one : worst));
  const small = worstRow(
    (rows ?? []).filter((row) => row.page === page && row.width === SMALL && row.moment === later),
  );
  // Rows that are still of another manner say nothing of its moments.
  const isSwept = rows?.every((row) => allMoments(header).includes(row.moment)) ?? false;
  return (
    <section className="moments" aria-label={`Moments on ${pageTitle} at ${width} px`}>
      {allMoments(header).map((each) => {
        const worst = worstRow(scene?.rows.filter((row) => row.moment === each) ?? []);
        return (
          <Card
            key={each}
            title={momentName(header, each)}
            isChosen={each === moment && !isMenuOpen}
            onChoose={() => onChoose(each)}
            preview={scene && preview}
            width={width}
            scroll={worst?.scroll ?? (scene && firstScroll(scene.facts, each)) ?? 0}
            {...(each === 'pointed' && { held: 'pointed' })}
          >
            {worst ? (
              <>
                <VerdictText verdict={worst.verdict} contrast={worst.worst} />
                {isPassing(worst) && worst.verdict !== 'clear' && (
                  <span className="quiet moment-what" title={worst.item}>
                    {worst.item}
                    {stateWords(worst)}
                  </span>
                )}
              </>
            ) : (
              <span className="quiet">{scene ? 'never met on this page' : 'being swept'}</span>
            )}
          </Card>
        );
      })}
      {!isFolded && hasDropDowns(site, header) && (
        <Card
          title="Menu open"
          isChosen={isMenuOpen}
          onChoose={() => onMenu(width)}
          preview={scene && preview}
          width={width}
          scroll={0}
          held="drop-downs"
        >
          <VerdictText {...worstOf('drop-downs')} />
        </Card>
      )}
      {folds && !isSmall && (
        <Card
          title="Small, closed"
          isChosen={false}
          onChoose={() => onChoose(later, SMALL)}
          preview={scene && preview}
          width={SMALL}
          scroll={small?.scroll ?? 0}
        >
          {small ? (
            <VerdictText verdict={small.verdict} contrast={small.worst} />
          ) : (
            <span className="quiet">{isSwept ? 'never met on this page' : 'being swept'}</span>
          )}
        </Card>
      )}
      {folds && (
        <Card
          title="Small, open"
          isChosen={isMenuOpen && isFolded}
          onChoose={() => onMenu(isFolded ? width : SMALL)}
          preview={scene && preview}
          width={SMALL}
          scroll={0}
          held="menu"
        >
          <VerdictText {...worstOf('folded menu')} />
        </Card>
      )}
    </section>
  );
});

function Card({
  title,
  isChosen,
  onChoose,
  preview,
  width,
  scroll,
  held,
  children,
}: {
  title: string;
  isChosen: boolean;
  onChoose: () => void;
  preview: Preview | undefined;
  width: number;
  scroll: number;
  held?: PinnedState;
  children: ReactNode;
}) {
  const scale = width <= SMALL ? 0.134 : CARD / width;
  return (
    <div className="moment" data-chosen={isChosen || undefined}>
      <span className="moment-picture" style={{ height: HEIGHT }}>
        {preview && (
          <LiveFrame
            preview={preview}
            title={`${title}, small`}
            width={width}
            height={HEIGHT / scale}
            scale={scale}
            scroll={scroll}
            held={held}
          />
        )}
      </span>
      {/* The whole card is its target, but no frame lies within it. */}
      <button type="button" className="moment-choose" aria-pressed={isChosen} onClick={onChoose}>
        <strong>{title}</strong>
        {children}
      </button>
    </div>
  );
}
