import { useState, type ReactNode } from 'react';
import { resolveLook, type LayerName } from '@hatrail/core/header/look';
import { MOMENT_NAMES, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { Cut } from '@hatrail/core/stack/cut';
import type { Row } from '@hatrail/core/sweep/prove';
import { verdictOf } from '@hatrail/core/sweep/verdict';
import type { FillAnswer } from '../editor/verdicts.ts';
import { colourName } from '../parts/ColourField.tsx';
import { figure, VERDICT_COLOURS } from '../parts/Verdict.tsx';
import { EdgeLayer, FillLayer, InkLayer } from './layers.tsx';
import { LetterPatch } from './LetterPatch.tsx';
import { putBack, setsLayer } from './lookEdits.ts';
import { MannerPanel, mannerText } from './MannerPanel.tsx';

interface CutPanelProps {
  site: Site;
  header: Header;
  moment: Moment;
  pageTitle: string;
  rows: readonly Row[];
  worst: Row | undefined;
  cut: Cut | undefined;
  answer: FillAnswer;
  switchAt: number | undefined;
}

const STATE_WORDS: Record<Row['state'], string> = {
  rest: '',
  hover: ' hovered',
  current: ' on its own page',
};

/** The cut of a moment: its layers from the ink down to the page, the worst letter over each, and the contrast so far. */
export function CutPanel({
  site,
  header,
  moment,
  pageTitle,
  rows,
  worst,
  cut,
  answer,
  switchAt,
}: CutPanelProps) {
  const [open, setOpen] = useState<LayerName | 'manner'>('fill');
  const look = resolveLook(site, header, moment);
  const { palette } = site;
  const step = (name: string) => cut?.steps.findLast(({ layer }) => layer === name);
  const top = cut?.steps.at(-1);
  const layer = (name: LayerName, title: string, summary: ReactNode, at: typeof top, children: ReactNode) => (
    <LayerRow
      key={name}
      title={title}
      summary={summary}
      cut={cut}
      step={at}
      isOpen={open === name}
      onOpen={() => setOpen(name)}
      onPutBack={
        moment !== 'top' && setsLayer(header, moment, name) ? () => putBack(header, moment, name) : undefined
      }
    >
      {children}
    </LayerRow>
  );
  return (
    <section className="cut" aria-label={`The cut, ${MOMENT_NAMES[moment]}`}>
      <h2>{MOMENT_NAMES[moment]}</h2>
      <p className="cut-lead">
        {worst && cut ? (
          <>
            {worst.verdict === 'clear' ? 'Nearest to its limit: ' : 'The cut at its worst letter: '}
            {cut.letters && `“${cut.letters}” of `}
            {worst.item}
            {STATE_WORDS[worst.state]}, {worst.scroll} px down {pageTitle}. Each row adds a layer; the figure
            is the contrast so far, {worst.needed} is needed.
          </>
        ) : (
          'This moment is never met on this page at this width: the page ends before it begins.'
        )}
      </p>
      {layer(
        'ink',
        'Ink',
        <>
          <Dot site={site} use={look.ink.link} /> links <Dot site={site} use={look.ink.hover} /> hovered
        </>,
        top,
        <InkLayer site={site} header={header} moment={moment} look={look} rows={rows} />,
      )}
      {cut && step('backing') && (
        <div className="layer layer-plain">
          <div className="layer-head">
            <span className="layer-name">
              <strong>Backing</strong>
              <small>the button’s own, solid</small>
            </span>
            <Figure cut={cut} step={step('backing')} />
          </div>
        </div>
      )}
      {layer(
        'edge',
        'Edge',
        look.edge.on
          ? `a line below, ${look.edge.thickness} px, ${colourName(palette, look.edge.colour)}`
          : 'none',
        undefined,
        <EdgeLayer site={site} header={header} moment={moment} look={look} />,
      )}
      {layer(
        'fill',
        'Fill',
        <>
          <Dot site={site} use={look.fill.colour} /> {colourName(palette, look.fill.colour)},{' '}
          {Math.round(look.fill.opacity * 100)} %
        </>,
        step('fill'),
        <FillLayer
          site={site}
          header={header}
          moment={moment}
          look={look}
          clearFrom={answer.kind === 'own' ? answer.fill.percent : undefined}
          neverClears={answer.kind === 'other' || answer.kind === 'none'}
        />,
      )}
      <div className="layer layer-plain">
        <div className="layer-head">
          <span className="layer-name">
            <strong>Page</strong>
            <small>
              {pageTitle}
              {worst && `, ${worst.scroll} px down`}
            </small>
          </span>
          <Figure cut={cut} step={step('page')} />
        </div>
      </div>
      <LayerRow
        title="Manner"
        summary={mannerText(header)}
        cut={undefined}
        step={undefined}
        isOpen={open === 'manner'}
        onOpen={() => setOpen('manner')}
        onPutBack={undefined}
      >
        <MannerPanel header={header} switchAt={switchAt} />
      </LayerRow>
    </section>
  );
}

function Dot({ site, use }: { site: Site; use: Parameters<typeof colourName>[1] }) {
  const colour = use.colour ?? site.palette.find(({ id }) => id === use.swatch)?.colour;
  return <span className="swatch swatch-small" style={{ background: colour }} aria-hidden="true" />;
}

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

function LayerRow({ title, summary, cut, step, isOpen, onOpen, onPutBack, children }: LayerRowProps) {
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

function Figure({ cut, step }: { cut: Cut | undefined; step: Cut['steps'][number] | undefined }) {
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
