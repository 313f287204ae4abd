import { useState, type ReactNode } from 'react';
import { resolveWorn, type LayerName, type ResolvedLook, type Wearer } from '@hatrail/core/header/look';
import { coversOf } from '@hatrail/core/header/covers';
import { MOMENTS, MOMENT_NAMES, itemsOf, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { startGradients } from '@hatrail/core/start/gradients';
import type { Cut } from '@hatrail/core/stack/cut';
import { cutDepth, showsGradient } from '@hatrail/core/stack/worn';
import type { Row } from '@hatrail/core/sweep/prove';
import { verdictOf } from '@hatrail/core/sweep/verdict';
import type { FillAnswer } from '../editor/verdicts.ts';
import { colourName } from '../parts/ColourField.tsx';
import { figure, VERDICT_COLOURS } from '../parts/Verdict.tsx';
import { Covers } from './Covers.tsx';
import { EvenLayer } from './layers/EvenLayer.tsx';
import { GradientLayer } from './layers/GradientLayer.tsx';
import { InkLayer } from './layers/InkLayer.tsx';
import { BlurLayer, CutLayer, EdgeLayer, ShadowLayer, TextShadowLayer } from './layers/OuterLayers.tsx';
import { PictureLayer } from './layers/PictureLayer.tsx';
import { DressingProvider } from './layers/Value.tsx';
import { LetterPatch } from './LetterPatch.tsx';
import {
  LAYER_NAMES,
  copyLook,
  ownLook,
  putBack,
  putBackMoment,
  setLayer,
  setsLayer,
  wearerName,
} from './lookEdits.ts';
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

/** Layers from the ink down, as they lie. */
const ORDER: readonly LayerName[] = [
  'ink',
  'textShadow',
  'edge',
  'shadow',
  'cut',
  'tint',
  'picture',
  'gradient',
  'fill',
  'blur',
];
/** What is said of a header even where it is not there; the rest is added when it is wanted. */
const ALWAYS_LISTED: readonly LayerName[] = ['ink', 'fill'];

/** The layers that each kind of wearer has. */
function layersOf({ rail, item }: Wearer): readonly LayerName[] {
  if (item) return ['ink', 'textShadow'];
  if (rail) return ['ink', 'textShadow', 'tint', 'picture', 'gradient', 'fill', 'blur'];
  return ORDER;
}

/** Whether a layer of a look is there to be seen. */
function isThere(look: ResolvedLook, layer: LayerName): boolean {
  switch (layer) {
    case 'textShadow':
    case 'shadow':
    case 'tint':
    case 'fill':
      return look[layer].opacity > 0;
    case 'edge':
      return look.edge.on || look.edge.above.width + look.edge.start.width + look.edge.end.width > 0;
    case 'cut':
      return cutDepth(look) > 0;
    case 'picture':
      return look.picture.on;
    case 'gradient':
      return showsGradient(look.gradient);
    case 'blur':
      return look.blur.radius > 0;
    case 'ink':
      return true;
  }
}

/** The cut of a moment: its layers from the ink down to the page, the worst letter over each, and the contrast so far. */
export function CutPanel(props: CutPanelProps) {
  const { site, header, moment, pageTitle, rows, worst, cut, answer, switchAt } = props;
  const [open, setOpen] = useState<LayerName | 'manner' | 'covers'>('fill');
  const [whose, setWhose] = useState('header');
  const wearers = wearersOf(header);
  const wearer = wearers.find(({ key }) => key === whose)?.wearer ?? { header };
  const look = resolveWorn(site, wearer, moment);
  const owner = wearer.item ? 'item' : wearer.rail ? 'rail' : 'header';
  const stepOf = (name: LayerName) =>
    name === 'ink'
      ? cut?.steps.at(-1)
      : name === 'textShadow'
        ? cut?.steps.findLast(({ layer }) => layer === 'textShadow')
        : cut?.steps.findLast(({ layer, owner: its }) => layer === name && its === owner);
  const layers = layersOf(wearer);
  const listed = layers.filter(
    (name) =>
      ALWAYS_LISTED.includes(name) || isThere(look, name) || setsLayer(wearer, moment, name) || open === name,
  );
  const missing = layers.filter((name) => !listed.includes(name));
  const isPart = wearer.rail !== undefined;
  const step = (name: string) => cut?.steps.findLast(({ layer }) => layer === name);
  const covers = coversOf(site, header, moment);
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
      <p className="wearer-choice">
        <label htmlFor="wearer">Look of</label>
        <select
          id="wearer"
          className="choice-select"
          value={whose}
          onChange={(event) => setWhose(event.target.value)}
        >
          {wearers.map(({ key, wearer: each }) => (
            <option key={key} value={key}>
              {wearerName(site, each)}
            </option>
          ))}
        </select>
        <CopyFrom site={site} wearers={wearers} wearer={wearer} moment={moment} />
      </p>
      <DressingProvider value={{ site, wearer, moment, look }}>
        {listed.map((name) => (
          <LayerRow
            key={name}
            title={LAYER_NAMES[name]}
            summary={<Summary site={site} look={look} layer={name} />}
            cut={cut}
            step={stepOf(name)}
            isOpen={open === name}
            onOpen={() => setOpen(name)}
            onPutBack={
              (moment !== 'top' || isPart) && setsLayer(wearer, moment, name)
                ? () => putBack(wearer, moment, name)
                : undefined
            }
          >
            <LayerBody layer={name} rows={rows} answer={answer} isPart={isPart} />
          </LayerRow>
        ))}
      </DressingProvider>
      {missing.length > 0 && (
        <div className="add-layers" role="group" aria-label="Add a layer">
          <strong>Add a layer</strong>
          {missing.map((name) => (
            <button
              key={name}
              type="button"
              className="link"
              onClick={() => {
                addLayer(site, wearer, moment, name);
                setOpen(name);
              }}
            >
              {LAYER_NAMES[name]}
            </button>
          ))}
        </div>
      )}
      {cut && step('backing') && (
        <div className="layer layer-plain">
          <div className="layer-head">
            <span className="layer-name">
              <strong>Backing</strong>
              <small>the item’s own</small>
            </span>
            <Figure cut={cut} step={step('backing')} />
          </div>
        </div>
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
        title="What still covers the page"
        summary={covers.length === 0 ? 'nothing' : `${covers.length} of header, rails and items`}
        cut={undefined}
        step={undefined}
        isOpen={open === 'covers'}
        onOpen={() => setOpen('covers')}
        onPutBack={undefined}
      >
        <Covers site={site} header={header} moment={moment} />
      </LayerRow>
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
      {Object.keys(ownLook(wearer, moment)).length > 0 && (moment !== 'top' || isPart) && (
        <p className="origin put-back-all">
          <button type="button" className="link" onClick={() => putBackMoment(wearer, moment)}>
            Put the whole moment back
          </button>
        </p>
      )}
    </section>
  );
}

/** Everyone in a header who can wear a look, with the key it is chosen by. Buttons wear what they are given on Hang. */
function wearersOf(header: Header): { key: string; wearer: Wearer }[] {
  return [
    { key: 'header', wearer: { header } },
    ...header.rails.map((rail, i) => ({ key: `rail-${i}`, wearer: { header, rail } })),
    ...header.rails.flatMap((rail) =>
      itemsOf(rail)
        .filter(({ kind }) => kind !== 'button' && kind !== 'gap' && kind !== 'picture')
        .map((item) => ({ key: `item ${item.id}`, wearer: { header, rail, item } })),
    ),
  ];
}

/** Takes another's look: of the same wearer at another moment, or of its like at this one. */
function CopyFrom({
  site,
  wearers,
  wearer,
  moment,
}: {
  site: Site;
  wearers: ReturnType<typeof wearersOf>;
  wearer: Wearer;
  moment: Moment;
}) {
  const likes = (each: Wearer) =>
    Boolean(each.item) === Boolean(wearer.item) && Boolean(each.rail) === Boolean(wearer.rail);
  const others = site.headers
    .filter(({ id }) => id !== wearer.header.id && !wearer.rail)
    .map((header) => ({ wearer: { header }, name: header.name }));
  const sources = [
    ...wearers
      .filter(({ wearer: each }) => likes(each))
      .map(({ wearer: each }) => ({ wearer: each, name: wearerName(site, each) })),
    ...others,
  ].flatMap(({ wearer: each, name }) =>
    MOMENTS.filter(
      (at) =>
        Object.keys(ownLook(each, at)).length > 0 &&
        !(
          at === moment &&
          wearerName(site, each) === wearerName(site, wearer) &&
          each.header.id === wearer.header.id
        ),
    ).map((at) => ({
      look: ownLook(each, at),
      name: `${name}, ${MOMENT_NAMES[at].toLowerCase()}`,
    })),
  );
  if (sources.length === 0) return null;
  return (
    <select
      className="choice-select"
      aria-label="Copy a look to here"
      value=""
      onChange={(event) => {
        const source = sources[Number(event.target.value)];
        if (source) copyLook(source.look, wearer, moment);
      }}
    >
      <option value="">Copy from…</option>
      {sources.map(({ name }, i) => (
        <option key={name} value={i}>
          {name}
        </option>
      ))}
    </select>
  );
}

/** Adds a layer with values to begin with: nothing hidden, nothing that loses a letter by itself. */
function addLayer(site: Site, wearer: Wearer, moment: Moment, layer: LayerName): void {
  switch (layer) {
    case 'gradient': {
      const { angle, stops } = startGradients(site.palette)[0]!;
      return setLayer(wearer, moment, 'gradient', { on: true, angle, stops });
    }
    case 'picture': {
      const first = site.pictures.find(
        ({ id }) => !(Object.values(site.logo.variants) as string[]).includes(id),
      );
      if (!first) return;
      return setLayer(wearer, moment, 'picture', { on: true, picture: first.id, ...(first.focus ?? {}) });
    }
    case 'tint':
      return setLayer(wearer, moment, 'tint', { colour: { swatch: site.palette[0]!.id }, opacity: 0.3 });
    case 'textShadow':
      return setLayer(wearer, moment, 'textShadow', { opacity: 0.6 });
    case 'shadow':
      return setLayer(wearer, moment, 'shadow', { opacity: 0.25 });
    case 'edge':
      return setLayer(wearer, moment, 'edge', { on: true });
    case 'cut':
      return setLayer(wearer, moment, 'cut', { start: 0, middle: 24, end: 0 });
    case 'blur':
      return setLayer(wearer, moment, 'blur', { radius: 12 });
    default:
      return setLayer(wearer, moment, 'fill', { opacity: 0.5 });
  }
}

function LayerBody({
  layer,
  rows,
  answer,
  isPart,
}: {
  layer: LayerName;
  rows: readonly Row[];
  answer: FillAnswer;
  isPart: boolean;
}) {
  switch (layer) {
    case 'ink':
      return <InkLayer rows={rows} />;
    case 'textShadow':
      return <TextShadowLayer />;
    case 'edge':
      return <EdgeLayer />;
    case 'shadow':
      return <ShadowLayer />;
    case 'cut':
      return <CutLayer />;
    case 'tint':
      return <EvenLayer layer="tint" />;
    case 'picture':
      return <PictureLayer />;
    case 'gradient':
      return <GradientLayer />;
    case 'blur':
      return <BlurLayer />;
    case 'fill':
      return (
        <EvenLayer
          layer="fill"
          clearFrom={!isPart && answer.kind === 'own' ? answer.fill.percent : undefined}
          neverClears={!isPart && (answer.kind === 'other' || answer.kind === 'none')}
        />
      );
  }
}

/** A layer in a few words. */
function Summary({ site, look, layer }: { site: Site; look: ResolvedLook; layer: LayerName }) {
  const { palette } = site;
  const percent = (opacity: number) => `${Math.round(opacity * 100)} %`;
  switch (layer) {
    case 'ink':
      return (
        <>
          <Dot site={site} use={look.ink.link} /> links <Dot site={site} use={look.ink.hover} /> hovered
        </>
      );
    case 'edge':
      return look.edge.on
        ? `a line below, ${look.edge.thickness} px, ${colourName(palette, look.edge.colour)}`
        : isThere(look, 'edge')
          ? 'lines at its sides'
          : 'none';
    case 'cut':
      return isThere(look, 'cut')
        ? `${look.cut.start}, ${look.cut.middle} and ${look.cut.end} px deep`
        : 'none';
    case 'picture':
      return look.picture.on
        ? (site.pictures.find(({ id }) => id === look.picture.picture)?.name ?? 'missing')
        : 'none';
    case 'gradient':
      return showsGradient(look.gradient)
        ? `${look.gradient.stops.length} stops at ${look.gradient.angle}°`
        : 'none';
    case 'blur':
      return look.blur.radius > 0 ? `${look.blur.radius} px` : 'none';
    default: {
      const { colour, opacity } = look[layer];
      return (
        <>
          <Dot site={site} use={colour} /> {colourName(palette, colour)}, {percent(opacity)}
        </>
      );
    }
  }
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
