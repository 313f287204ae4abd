import { memo } from 'react';
import { momentName, momentsOf, type Header, type Moment } from '@hatrail/core/model/header';
import type { SweptScene } from '../engine/types.ts';
import { LiveFrame } from '../parts/LiveFrame.tsx';
import type { Preview } from '../parts/preview.ts';
import { VerdictText } from '../parts/Verdict.tsx';
import { firstScroll, worstRow } from './view.ts';

interface MomentsProps {
  preview: Preview | undefined;
  header: Header;
  scene: SweptScene | undefined;
  pageTitle: string;
  width: number;
  moment: Moment;
  onChoose: (moment: Moment) => void;
}

const CARD = 172;

/** The moments in which a visitor meets the header, hung on a thin rod: each as it ships, at its worst place. */
export const Moments = memo(function Moments({
  preview,
  header,
  scene,
  pageTitle,
  width,
  moment,
  onChoose,
}: MomentsProps) {
  return (
    <section className="moments" aria-label={`Moments on ${pageTitle} at ${width} px`}>
      {momentsOf(header).map((each) => {
        const rows = scene?.rows.filter((row) => row.moment === each) ?? [];
        const worst = worstRow(rows);
        const scale = Math.max(CARD / width, 0.134);
        const height = 74;
        return (
          <button
            key={each}
            type="button"
            className="moment"
            aria-pressed={each === moment}
            onClick={() => onChoose(each)}
          >
            <span className="moment-picture" style={{ height }}>
              {preview && scene && (
                <LiveFrame
                  preview={preview}
                  title={`${momentName(header, each)}, small`}
                  width={width}
                  height={height / scale}
                  scale={scale}
                  scroll={worst?.scroll ?? firstScroll(scene.facts, each) ?? 0}
                />
              )}
            </span>
            <strong>{momentName(header, each)}</strong>
            {worst ? (
              <VerdictText verdict={worst.verdict} contrast={worst.worst} />
            ) : (
              <span className="quiet">{scene ? 'never met on this page' : 'being swept'}</span>
            )}
          </button>
        );
      })}
    </section>
  );
});
