import type { ReactNode } from 'react';
import {
  headerItems,
  momentName,
  momentsOf,
  EASINGS,
  type Easing,
  type Header,
  type OnScroll,
} from '@hatrail/core/model/header';
import { changesByScroll } from '@hatrail/core/header/manner';
import type { PartLooks } from '@hatrail/core/model/look';
import type { SiteAtHand } from '../engine/request.ts';
import type { SceneFacts } from '../engine/types.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { BoundField } from './BoundField.tsx';
import { BandGrounds } from './BandGrounds.tsx';
import { changeHeader } from '../editor/edits.ts';
import { setManner } from './lookEdits.ts';

type Manner = Header['manner'];
type Begins = Manner['switch']['at'];

const ON_SCROLL: Record<OnScroll, string> = {
  stays: 'Stays at the top',
  leaves: 'Leaves with the page',
  returns: 'Goes, and returns on scrolling up',
  bottom: 'Keeps to the bottom edge',
};

const ON_SCROLL_SHORT: Record<OnScroll, string> = {
  stays: 'stays',
  leaves: 'leaves',
  returns: 'returns on scrolling up',
  bottom: 'at the bottom edge',
};

/** Every distance that a switch may be at. */
const DISTANCES = Array.from({ length: 5000 }, (_, i) => i + 1);

/** CSS pixels that a change is spread over at first. */
const STRETCH = 120;
export const STRETCH_LABEL = 'Stretch of the change';

/** How the header behaves, in a few words. */
export function mannerText(header: Header): string {
  const { manner } = header;
  const { lies, onScroll, switch: begins, duration, smaller, stretch } = manner;
  const froms: Record<Begins, string> = {
    distance: `changes from ${begins.distance} px`,
    'first band': 'changes at the end of the first band',
    band: `changes at the end of band ${begins.band ?? 1}`,
    ground: 'follows the ground',
  };
  const where = onScroll === 'bottom' ? [] : [`${lies} the page`];
  const less = smaller ? [`${smaller} px smaller then`] : [];
  const over = changesByScroll(header) ? `over ${stretch} px of scroll` : `over ${duration} ms`;
  return [...where, ON_SCROLL_SHORT[onScroll], froms[begins.at], ...less, over].join(', ');
}

/** How the header behaves: over or above the page, on scroll, when the moment changes and how long that takes. */
export function MannerPanel({
  hand,
  width,
  header,
  facts,
}: {
  hand: SiteAtHand;
  width: number;
  header: Header;
  facts: SceneFacts | undefined;
}) {
  const { site } = hand;
  const { manner } = header;
  const begins = manner.switch;
  const at = begins.at === 'first band' ? 'band' : begins.at;
  const atBottom = manner.onScroll === 'bottom';
  const setSwitch = (change: Partial<Manner['switch']>, label: string) =>
    setManner(header, { switch: { ...begins, ...change } }, label);
  const [, later] = momentsOf(header);
  const byScroll = changesByScroll(header);
  const way = facts?.way;
  const from = facts?.stretches.find(({ moment }) => moment === later)?.from;
  return (
    <>
      {!atBottom && (
        <Choice label="Lies">
          <Select
            label="Lies"
            value={manner.lies}
            options={{ over: 'Over the page', above: 'Above the page' }}
            onChange={(lies) => setManner(header, { lies }, 'Over or above the page')}
          />
        </Choice>
      )}
      <Choice label="On scroll">
        <Select
          label="On scroll"
          value={manner.onScroll}
          options={ON_SCROLL}
          onChange={(onScroll) => setManner(header, { onScroll }, 'What it does on scroll')}
        />
      </Choice>
      <Choice label="It changes">
        <Select
          label="Where it changes"
          value={at}
          options={{
            distance: 'At a distance',
            band: 'At the end of a band',
            ...(manner.onScroll === 'returns' ? {} : { ground: 'With the ground beneath' }),
          }}
          onChange={(next) =>
            setSwitch({ at: next, ...(next === 'band' && { band: begins.band ?? 1 }) }, 'Where it changes')
          }
        />
        {at === 'band' && (
          <NumberField
            label="Number of the band"
            unit=""
            min={1}
            max={60}
            value={begins.band ?? 1}
            onChange={(band) =>
              setSwitch({ at: 'band', band: Math.round(band) }, 'Band at whose end it changes')
            }
          />
        )}
        {at === 'distance' && (
          <NumberField
            label="Distance"
            unit="px"
            min={1}
            max={5000}
            value={begins.distance}
            onChange={(distance) => setSwitch({ distance }, 'Distance')}
          />
        )}
      </Choice>
      {at === 'distance' && (
        <p className="bounds">
          {(['top', later!] as const).map((moment) => (
            <BoundField
              key={moment}
              question={
                moment === 'top'
                  ? `Up to where is ${momentName(header, moment)} clear?`
                  : `From where is ${momentName(header, moment)} clear?`
              }
              says={(px) => `${moment === 'top' ? 'Clear up to' : 'Clear from'} ${px} px.`}
              hand={hand}
              width={width}
              header={header}
              moments={[moment]}
              values={DISTANCES}
              holds={moment === 'top' ? 'below' : 'above'}
              make={(distance) => ({
                hand,
                header: { ...header, manner: { ...manner, switch: { ...begins, distance } } },
              })}
              onTake={(distance) => setSwitch({ distance }, 'Distance')}
            />
          ))}
        </p>
      )}
      {at === 'band' && (
        <p className="origin">
          {from === undefined ? 'Never met on this page.' : `${from} px down this page.`} On a page with fewer
          bands it changes at{' '}
          <NumberField
            label="Distance on pages without such a band"
            unit="px"
            min={1}
            max={5000}
            value={begins.distance}
            onChange={(distance) => setSwitch({ distance }, 'Distance without such a band')}
          />
        </p>
      )}
      {at === 'ground' && <BandGrounds site={site} header={header} />}
      {!atBottom && at !== 'ground' && (
        <Choice label="Smaller then, by">
          <NumberField
            label="Smaller by"
            unit="px"
            min={0}
            max={200}
            value={manner.smaller ?? 0}
            onChange={(smaller) => setManner(header, { smaller }, 'Smaller after scrolling')}
          />
          {(manner.smaller ?? 0) > 0 && (
            <span className="quiet">each rail, as far as its contents let it</span>
          )}
        </Choice>
      )}
      <Choice label="With the pointer over it">
        <Select
          label="With the pointer over it"
          value={header.looks.pointed ? 'own' : 'same'}
          options={{ same: 'As it is', own: 'A moment of its own' }}
          onChange={(how) =>
            changeHeader(header.id, 'A moment for the pointer', (draft) => {
              if (how === 'own') draft.looks.pointed ??= {};
              else
                for (const { looks } of [draft, ...draft.rails, ...headerItems(draft)] as {
                  looks?: PartLooks;
                }[])
                  delete looks?.pointed;
            })
          }
        />
      </Choice>
      {at !== 'ground' && (
        <Choice label="The change goes">
          <Select
            label="What the change goes by"
            value={byScroll ? 'scroll' : 'time'}
            options={{ time: 'Over time', scroll: 'Along with the scroll' }}
            onChange={(by) =>
              setManner(header, { stretch: by === 'scroll' ? STRETCH : undefined }, 'What the change goes by')
            }
          />
          {byScroll && (
            <NumberField
              label="Stretch of scroll"
              unit="px"
              min={2}
              max={2000}
              value={manner.stretch!}
              onChange={(stretch) => setManner(header, { stretch }, STRETCH_LABEL)}
            />
          )}
        </Choice>
      )}
      {byScroll && (
        <p className="origin">
          {way
            ? `From ${way.from} to ${way.to} px down this page, with the switch in its middle. Both ends can be dragged on the film.`
            : 'Being computed.'}
        </p>
      )}
      {(!byScroll || (manner.smaller ?? 0) > 0 || manner.onScroll === 'returns') && (
        <Choice label={byScroll ? 'What moves takes' : 'The change takes'}>
          <NumberField
            label="Duration"
            unit="ms"
            min={0}
            max={2000}
            value={manner.duration}
            onChange={(duration) => setManner(header, { duration }, 'Duration of the change')}
          />
          <Select<Easing>
            label="Easing"
            value={manner.easing ?? 'ease'}
            options={Object.fromEntries(EASINGS.map((name) => [name, name])) as Record<Easing, string>}
            onChange={(easing) => setManner(header, { easing }, 'Easing of the change')}
          />
        </Choice>
      )}
      {!byScroll && (
        <Choice label="The inks">
          <Select
            label="The inks change"
            value={manner.ink ? 'apart' : 'along'}
            options={{ along: 'Change with the rest', apart: 'Have their own time' }}
            onChange={(how) =>
              setManner(
                header,
                { ink: how === 'apart' ? { delay: 0, duration: manner.duration } : undefined },
                'When the inks change',
              )
            }
          />
          {manner.ink && (
            <>
              <NumberField
                label="After"
                unit="ms"
                min={0}
                max={2000}
                value={manner.ink.delay}
                onChange={(delay) =>
                  setManner(header, { ink: { ...manner.ink!, delay } }, 'Delay of the inks')
                }
              />
              <NumberField
                label="Over"
                unit="ms"
                min={0}
                max={2000}
                value={manner.ink.duration}
                onChange={(duration) =>
                  setManner(header, { ink: { ...manner.ink!, duration } }, 'Duration of the inks’ change')
                }
              />
            </>
          )}
        </Choice>
      )}
    </>
  );
}

function Select<V extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: V;
  options: Partial<Record<V, string>>;
  onChange: (value: V) => void;
}) {
  return (
    <select
      className="choice-select"
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as V)}
    >
      {(Object.entries(options) as [V, string][]).map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </select>
  );
}

function Choice({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="choice">
      <span className="value-label">{label}</span>
      <span className="choice-fields">{children}</span>
    </div>
  );
}
