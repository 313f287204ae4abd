import type { SceneFacts } from '../engine/types.ts';
import { resolveWorn } from '@hatrail/core/header/look';
import { LAYERS, LAYER_NAMES, layerOf, showsLayer, type LayerName } from '@hatrail/core/layers/index';
import { coversOf } from '@hatrail/core/header/covers';
import { momentName, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import type { Cut } from '@hatrail/core/sweep/cut';
import type { Row } from '@hatrail/core/sweep/prove';
import { useLeast, type FillAnswer } from '../editor/verdicts.ts';
import type { Solved } from '../engine/dependsOn.ts';
import type { Held } from '../parts/preview.ts';
import { VerdictText } from '../parts/Verdict.tsx';
import type { Page } from '@hatrail/core/model/page';
import type { SiteAtHand } from '../engine/siteAtHand.ts';
import { ChangeWatch } from './ChangeWatch.tsx';
import type { Compare } from './compare.ts';
import { CopyFrom, wearersOf } from './CopyFrom.tsx';
import { Covers } from './Covers.tsx';
import { HoldChoice } from './HoldChoice.tsx';
import { isHeld } from './layers/HoldField.tsx';
import { LAYER_VIEWS } from './layers/index.ts';
import { DressingProvider } from './layers/Value.tsx';
import { stateWords } from '@hatrail/core/header/stateNames';
import { addLayer, ownLook, putBack, putBackMoment, setsLayer, wearerName } from './lookEdits.ts';
import { OpeningBand, useOpeningBand, worstWord } from './OpeningBand.tsx';
import { Figure, LayerRow } from './LayerRow.tsx';
import { ExtentFields, extentText } from '../hang/ExtentFields.tsx';
import { NearCall } from './NearCall.tsx';
import { MannerPanel, mannerText } from './MannerPanel.tsx';

/** A part of the cut that can be open: one at a time. */
export type OpenPart = LayerName | 'manner' | 'covers' | 'opening' | 'extent';

interface CutPanelProps {
  site: Site;
  header: Header;
  moment: Moment;
  hand: SiteAtHand;
  page: Page;
  width: number;
  rows: readonly Row[];
  worst: Row | undefined;
  cut: Cut | undefined;
  answer: FillAnswer;
  facts: SceneFacts | undefined;
  /** The part that is open, and whose look it is. */
  open: OpenPart;
  onOpen: (part: OpenPart) => void;
  whose: string;
  onWhose: (whose: string) => void;
  /** The state that the links on the stage are held in. */
  held: Held | undefined;
  onHold: (held: Held | undefined) => void;
  onCompare: Compare;
}

/** The cut of a moment: its layers from the ink down to the page, the worst letter over each, and the contrast so far. */
export function CutPanel(props: CutPanelProps) {
  const {
    site,
    header,
    moment,
    hand,
    page,
    width,
    rows,
    worst,
    cut,
    answer,
    facts,
    held,
    onHold,
    open,
    onOpen: setOpen,
    whose,
    onWhose: setWhose,
    onCompare,
  } = props;
  const pageTitle = page.title;
  const wearers = wearersOf(header);
  const wearer = wearers.find(({ key }) => key === whose)?.wearer ?? { header };
  const look = resolveWorn(site, wearer, moment);
  const isPart = wearer.rail !== undefined;
  const owner = wearer.item ? 'item' : wearer.rail ? 'rail' : 'header';
  const isShown = (layer: Solved) => !isPart && (open === layer || isHeld(header, moment, layer));
  const answers = {
    fill: answer,
    tint: useLeast(hand, header, moment, width, 'tint', isShown('tint') && showsLayer(look, 'tint')),
    gradient: useLeast(
      hand,
      header,
      moment,
      width,
      'gradient',
      isShown('gradient') && showsLayer(look, 'gradient'),
    ),
  };
  const stepOf = (name: LayerName) =>
    name === 'ink'
      ? cut?.steps.at(-1)
      : name === 'textShadow'
        ? cut?.steps.findLast(({ layer }) => layer === 'textShadow')
        : cut?.steps.findLast(({ layer, owner: its }) => layer === name && its === owner);
  const layers = LAYER_NAMES.filter((name) => layerOf(name).wearers.includes(owner));
  const listed = layers.filter(
    (name) =>
      layerOf(name).isListed === 'always' ||
      (showsLayer(look, name) && layerOf(name).isListed === undefined) ||
      setsLayer(wearer, moment, name) ||
      open === name,
  );
  const missing = layers.filter((name) => !listed.includes(name));
  const step = (name: string) => cut?.steps.findLast(({ layer }) => layer === name);
  const covers = coversOf(site, header, moment);
  const readings = useOpeningBand({ hand, header, page, width });
  const word = readings && worstWord(readings);
  return (
    <section className="cut" aria-label={`The cut, ${momentName(header, moment)}`}>
      <h2>{momentName(header, moment)}</h2>
      <p className="cut-lead">
        {worst && cut ? (
          <>
            {worst.verdict === 'clear' ? 'Nearest to its limit: ' : 'The cut at its worst letter: '}
            {cut.letters && `“${cut.letters}” of `}
            {worst.item}
            {stateWords(worst)}, {worst.scroll} px down {pageTitle}. Each row adds a layer; the figure is the
            contrast so far, {worst.needed} is needed.
          </>
        ) : !facts ? (
          `${pageTitle} is being swept.`
        ) : (
          'This moment is never met on this page at this width: the page ends before it begins.'
        )}
      </p>
      {cut && <NearCall cut={cut} />}
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
      <HoldChoice held={held} onHold={onHold} />
      <DressingProvider value={{ hand, width, site, wearer, moment, look }}>
        {listed.map((name) => {
          const { Body, Summary } = LAYER_VIEWS[name];
          return (
            <LayerRow
              key={name}
              title={LAYERS[name].title}
              summary={<Summary site={site} look={look} />}
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
              <Body rows={rows} answers={isPart ? undefined : answers} />
            </LayerRow>
          );
        })}
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
              {LAYERS[name].title}
            </button>
          ))}
        </div>
      )}
      {cut && step('backing') && !listed.includes('backing') && (
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
        title="Opening band"
        summary={
          word ? (
            <>
              its words: <VerdictText verdict={word.verdict} contrast={word.contrast} />
            </>
          ) : (
            'the first band of the page'
          )
        }
        cut={undefined}
        step={undefined}
        isOpen={open === 'opening'}
        onOpen={() => setOpen('opening')}
        onPutBack={undefined}
      >
        <OpeningBand
          hand={hand}
          header={header}
          page={page}
          width={width}
          readings={readings}
          onCompare={onCompare}
        />
      </LayerRow>
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
        title="Extent"
        summary={extentText(header)}
        cut={undefined}
        step={undefined}
        isOpen={open === 'extent'}
        onOpen={() => setOpen('extent')}
        onPutBack={undefined}
      >
        <ExtentFields header={header} />
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
        <MannerPanel hand={hand} width={width} header={header} facts={facts} />
        <ChangeWatch
          hand={hand}
          header={header}
          moment={moment}
          pageId={page.id}
          pageTitle={page.title}
          width={width}
          onCompare={onCompare}
        />
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
