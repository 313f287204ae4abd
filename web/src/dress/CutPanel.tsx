import type { ReactNode } from 'react';
import { resolveWorn, type Wearer } from '@hatrail/core/header/look';
import { ownGround, wearsOnOwn } from '@hatrail/core/header/ownGround';
import { LAYERS, LAYER_NAMES, layerOf, showsLayer, type LayerName } from '@hatrail/core/layers/index';
import { momentName } from '@hatrail/core/model/header';
import type { Cut } from '@hatrail/core/sweep/cut';
import { useLeast } from '../editor/verdicts.ts';
import type { Solved } from '../engine/dependsOn.ts';
import { CopyFrom, wearersOf } from './CopyFrom.tsx';
import { HoldChoice } from './HoldChoice.tsx';
import { isHeld } from './layers/HoldField.tsx';
import { LAYER_VIEWS } from './layers/index.ts';
import { DressingProvider } from './layers/Value.tsx';
import { stateWords } from '@hatrail/core/header/stateNames';
import { addLayer, ownLook, putBack, putBackMoment, setsLayer, wearerName } from './lookEdits.ts';
import { Figure, LayerRow } from './LayerRow.tsx';
import { NearCall } from './NearCall.tsx';
import type { CutPanelProps } from './cutProps.ts';
import { PartRows } from './PartRows.tsx';

/** The cut of a moment: its layers from the ink down to the page, the worst letter over each, and the contrast so far. */
export function CutPanel(props: CutPanelProps) {
  const { site, header, moment, loaded, width, cut, held, onHold, open, onOpen, whose, onWhose } = props;
  const wearers = wearersOf(header);
  const wearer = wearers.find(({ key }) => key === whose)?.wearer ?? { header };
  const look = resolveWorn(site, wearer, moment);
  const ground = ownGround(site, header);
  const canWear = (name: LayerName) => !ground || wearsOnOwn(name, ground);
  const layers = LAYER_NAMES.filter(
    (name) => layerOf(name).wearers.includes(ownerOf(wearer)) && canWear(name),
  );
  const isListed = (name: LayerName) => {
    const { isListed: how } = layerOf(name);
    const shows = showsLayer(look, name) && how === undefined;
    return how === 'always' || shows || setsLayer(wearer, moment, name) || open === name;
  };
  const listed = layers.filter(isListed);
  const missing = layers.filter((name) => !listed.includes(name));
  return (
    <section className="cut" aria-label={`The cut, ${momentName(header, moment)}`}>
      <h2>{momentName(header, moment)}</h2>
      <CutLead {...props} />
      {cut && <NearCall cut={cut} />}
      <p className="wearer-choice">
        <label htmlFor="wearer">Look of</label>
        <select
          id="wearer"
          className="choice-select"
          value={whose}
          onChange={(event) => onWhose(event.target.value)}
        >
          {wearers.map(({ key, wearer: each }) => (
            <option key={key} value={key}>
              {wearerName(site, each)}
            </option>
          ))}
        </select>
        <CopyFrom site={site} wearers={wearers} wearer={wearer} moment={moment} />
      </p>
      <HoldChoice held={held} onHold={onHold} />
      <PartRows {...props} isFirst />
      <DressingProvider value={{ loaded, width, site, wearer, moment, look }}>
        <LayerRows {...props} wearer={wearer} listed={listed} />
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
                onOpen(name);
              }}
            >
              {LAYERS[name].title}
            </button>
          ))}
        </div>
      )}
      <GroundRows {...props} listed={listed} />
      <PartRows {...props} isFirst={false} />
      {Object.keys(ownLook(wearer, moment)).length > 0 && (
        <p className="origin put-back-all">
          <button type="button" className="link" onClick={() => putBackMoment(wearer, moment)}>
            Put the whole moment back
          </button>
        </p>
      )}
    </section>
  );
}

const ownerOf = ({ rail, item }: Wearer) => (item ? 'item' : rail ? 'rail' : 'header');

/** Where the cut is, and why there. */
function CutLead({ worst, cut, facts, page: { title } }: CutPanelProps) {
  if (worst && cut) {
    return (
      <p className="cut-lead">
        {worst.verdict === 'clear' ? 'Nearest to its limit: ' : 'The cut at its worst letter: '}
        {cut.letters && `“${cut.letters}” of `}
        {worst.item}
        {stateWords(worst)}, {worst.scroll} px down {title}. Each row adds a layer; the figure is the contrast
        so far, {worst.needed} is needed.{hiddenBy(cut)}
      </p>
    );
  }
  return (
    <p className="cut-lead">
      {facts
        ? 'This moment is never met on this page at this width: the page ends before it begins.'
        : `${title} is being swept.`}
    </p>
  );
}

/** Why there is nothing to be seen of it there, where it is not for its ground. */
function hiddenBy({ steps }: Cut): string {
  const by = (name: Cut['steps'][number]['layer']) => steps.some(({ layer }) => layer === name);
  if (by('others')) return ' Another item lies over it there: hang one of them elsewhere.';
  return by('window') ? ' It hangs out of the window there: shift it less.' : '';
}

/** Layers that lie round the header's box or round letters: there is one of each. */
const ROUND: readonly LayerName[] = ['shadow', 'edge', 'buttons', 'textShadow'];

/** The step of the cut that a layer of a wearer adds. */
function stepOf(cut: Cut | undefined, name: LayerName, owner: string): Cut['steps'][number] | undefined {
  if (name === 'ink') return cut?.steps.at(-1);
  if (ROUND.includes(name)) return cut?.steps.findLast(({ layer }) => layer === name);
  return cut?.steps.findLast((step) => step.layer === name && step.owner === owner);
}

/** A wearer's layers, each with its controls while it is open. */
function LayerRows({
  site,
  header,
  moment,
  loaded,
  rows,
  cut,
  answer,
  open,
  onOpen,
  wearer,
  listed,
}: CutPanelProps & { wearer: Wearer; listed: readonly LayerName[] }) {
  const look = resolveWorn(site, wearer, moment);
  const isPart = wearer.rail !== undefined;
  const isAsked = (layer: Solved) =>
    !isPart && (open === layer || isHeld(header, moment, layer)) && showsLayer(look, layer);
  const answers = {
    fill: answer,
    tint: useLeast(loaded, header, { moment, layer: 'tint' }, isAsked('tint')),
    gradient: useLeast(loaded, header, { moment, layer: 'gradient' }, isAsked('gradient')),
  };
  return listed.map((name) => {
    const { Body, Summary } = LAYER_VIEWS[name];
    const isSet = setsLayer(wearer, moment, name);
    return (
      <LayerRow
        key={name}
        title={LAYERS[name].title}
        summary={<Summary site={site} look={look} />}
        cut={cut}
        step={stepOf(cut, name, ownerOf(wearer))}
        isOpen={open === name}
        onOpen={() => onOpen(name)}
        onPutBack={isSet ? () => putBack(wearer, moment, name) : undefined}
      >
        <Body rows={rows} answers={isPart ? undefined : answers} />
      </LayerRow>
    );
  });
}

/** What lies below the layers: an item's own backing, where no layer of that name is listed, and the page. */
function GroundRows({
  cut,
  worst,
  page: { title },
  listed,
}: CutPanelProps & { listed: readonly LayerName[] }) {
  const step = (name: string) => cut?.steps.findLast(({ layer }) => layer === name);
  return (
    <>
      {!listed.includes('backing') && step('backing') && (
        <PlainRow title="Backing" cut={cut} step={step('backing')}>
          the item’s own
        </PlainRow>
      )}
      {!listed.includes('buttons') && step('buttons') && (
        <PlainRow title="Button" cut={cut} step={step('buttons')}>
          in a style of its own
        </PlainRow>
      )}
      <PlainRow title="Page" cut={cut} step={step('page')}>
        {title}
        {worst && `, ${worst.scroll} px down`}
      </PlainRow>
    </>
  );
}

/** A row of the cut that has nothing to be set. */
function PlainRow({
  title,
  cut,
  step,
  children,
}: {
  title: string;
  cut: Cut | undefined;
  step: Cut['steps'][number] | undefined;
  children: ReactNode;
}) {
  return (
    <div className="layer layer-plain">
      <div className="layer-head">
        <span className="layer-name">
          <strong>{title}</strong>
          <small>{children}</small>
        </span>
        <Figure cut={cut} step={step} />
      </div>
    </div>
  );
}
