import { Button } from '@mui/material';
import { useRef, type ReactNode } from 'react';
import type { Header } from '@hatrail/core/model/header';
import type { Page } from '@hatrail/core/model/page';
import { worstRow, useMeasure } from '../dress/view.ts';
import { countItems, useProofOfAll } from '../editor/verdicts.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { LiveFrame } from './LiveFrame.tsx';
import { useWidth } from './useWidth.ts';
import { usePreview } from './preview.ts';
import { VerdictText } from './Verdict.tsx';

const WIDTH = 1280;
const CARD = 320;

interface TrialCardProps {
  name: string;
  says: string;
  /** The site as it would be. */
  tried: LoadedSite;
  header: Header;
  page: Page;
  /** Of the picture, CSS pixels. */
  height: number;
  onTake: () => void;
  /** What else is shown of it. */
  children?: ReactNode;
}

/** A trial among others: its picture over a page of the site, its verdict over all of them, and the button that takes it. */
export function TrialCard({ name, says, tried, header, page, height, onTake, children }: TrialCardProps) {
  const preview = usePreview(tried, header, page, useMeasure(tried));
  const { rows, isWorking } = useProofOfAll(tried, header, { rest: 0 });
  const worst = worstRow(rows ?? []);
  const lost = countItems(rows ?? [], 'lost');
  const picture = useRef<HTMLDivElement>(null);
  const scale = Math.min(CARD, useWidth(picture, CARD)) / WIDTH;
  return (
    <li>
      <div className="moment-picture" style={{ height }} ref={picture}>
        {preview && (
          <LiveFrame
            preview={preview}
            title={`${name}, small`}
            width={WIDTH}
            height={height / scale}
            scale={scale}
            scroll={0}
          />
        )}
      </div>
      <strong>{name}</strong>
      {children}
      <span className="quiet">{says}.</span>
      <span className="row" aria-live="polite">
        {worst && !isWorking ? (
          <>
            <VerdictText verdict={worst.verdict} contrast={worst.worst} />
            <span className="quiet">{lost === 0 ? 'nothing lost anywhere' : `${lost} lost in all`}</span>
          </>
        ) : (
          <span className="quiet">being swept over every page</span>
        )}
      </span>
      <Button size="small" variant="outlined" aria-label={`Take it: ${name}`} onClick={onTake}>
        Take it
      </Button>
    </li>
  );
}
