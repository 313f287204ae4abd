import type { ReactNode } from 'react';
import type { Cut } from '@hatrail/core/sweep/cut';
import { verdictOf } from '@hatrail/core/sweep/verdict';
import { figure, VERDICT_COLOURS } from '../parts/Verdict.tsx';
import { LetterPatch } from './LetterPatch.tsx';

interface LayerRowProps {
  title: string;
  summary: ReactNode;
  cut: Cut | undefined;
  step: Cut['steps'][number] | undefined;
  isOpen: boolean;
  onOpen: () => void;
  onPutBack: (() => void) | undefined;
  children: ReactNode;
}

/** One row of the cut: a layer or another part of the header, with the worst letter over it; its controls while it is open. */
export function LayerRow({ title, summary, cut, step, isOpen, onOpen, onPutBack, children }: LayerRowProps) {
  return (
    <div className="layer" data-open={isOpen || undefined}>
      <button type="button" className="layer-head" aria-expanded={isOpen} onClick={onOpen}>
        <span className="layer-name">
          <strong>{title}</strong>
          <small>{summary}</small>
        </span>
        <Figure cut={cut} step={step} />
      </button>
      {isOpen && (
        <div className="layer-body">
          {children}
          {onPutBack && (
            <p className="origin">
              <button type="button" className="link" onClick={onPutBack}>
                Put the whole layer back
              </button>
            </p>
          )}
        </div>
      )}
    </div>
  );
}

/** The worst letter over a step of the cut, and its contrast there. */
export function Figure({ cut, step }: { cut: Cut | undefined; step: Cut['steps'][number] | undefined }) {
  if (!cut || !step) return null;
  const verdict = verdictOf(step.contrast, cut.needed);
  return (
    <>
      <LetterPatch cut={cut} ground={step.ground} />
      <span
        className="layer-figure"
        style={{ color: VERDICT_COLOURS[verdict] }}
        title={`${verdict}, ${cut.needed} is needed`}
      >
        {figure(step.contrast)}
      </span>
    </>
  );
}
