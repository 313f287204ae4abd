import { Switch, momentName, momentsOf, type Header } from '@hatrail/core/model/header';
import { isSwitchTheirs, ownHeaderOf, ownSwitch } from '@hatrail/core/header/ownLayout';
import type { LoadedSite } from '../engine/loadedSite.ts';
import type { SceneFacts } from '../engine/types.ts';
import { RuleNumber } from '../parts/RuleNumber.tsx';
import { BandGrounds } from './BandGrounds.tsx';
import { BoundField } from './BoundField.tsx';
import { ChoiceRow, Select } from './Choice.tsx';
import { setManner } from './lookEdits.ts';

/** Every distance that a switch may be at. */
const DISTANCES = Array.from({ length: 5000 }, (_, i) => i + 1);

/** Where the moment changes: at a distance, at the end of a band, or with the ground beneath. */
export function SwitchFields({
  loaded,
  header,
  facts,
}: {
  loaded: LoadedSite;
  width: number;
  header: Header;
  facts: SceneFacts | undefined;
}) {
  const { manner } = header;
  const begins = manner.switch;
  const own = ownHeaderOf(loaded.site, header);
  const at = own ? 'distance' : switchKind(header);
  const isTheirs = own !== undefined && isSwitchTheirs(own);
  const setSwitch = (change: Partial<Header['manner']['switch']>, label: string) =>
    setManner(header, { switch: { ...begins, ...change } }, label);
  const [, later] = momentsOf(header);
  const from = facts?.stretches.find(({ moment }) => moment === later)?.from;
  return (
    <>
      <ChoiceRow label="It changes">
        <Select
          label="Where it changes"
          value={at}
          options={{
            distance: 'At a distance',
            ...(header.own === undefined && {
              band: 'At the end of a band',
              ...(manner.onScroll !== 'returns' && { ground: 'With the ground beneath' }),
            }),
          }}
          onChange={(next) =>
            setSwitch({ at: next, ...(next === 'band' && { band: begins.band ?? 1 }) }, 'Where it changes')
          }
        />
        {at === 'band' && (
          <RuleNumber
            of={[Switch, 'band']}
            label="Number of the band"
            unit=""
            value={begins.band ?? 1}
            onChange={(band) =>
              setSwitch({ at: 'band', band: Math.round(band) }, 'Band at whose end it changes')
            }
          />
        )}
        {isTheirs && <span className="quiet">{ownSwitch(own, header)} px</span>}
        {at === 'distance' && !isTheirs && (
          <RuleNumber
            of={[Switch, 'distance']}
            label="Distance"
            unit="px"
            value={begins.distance}
            onChange={(distance) => setSwitch({ distance }, 'Distance')}
          />
        )}
      </ChoiceRow>
      {isTheirs && (
        <p className="origin">
          Its own script changes sizes or the logo there: looks change along with that, and nowhere else.
        </p>
      )}
      {at === 'distance' && !isTheirs && (
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
              loaded={loaded}
              header={header}
              moments={[moment]}
              values={DISTANCES}
              holds={moment === 'top' ? 'below' : 'above'}
              make={(distance) => ({
                loaded,
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
          <RuleNumber
            of={[Switch, 'distance']}
            label="Distance on pages without such a band"
            unit="px"
            value={begins.distance}
            onChange={(distance) => setSwitch({ distance }, 'Distance without such a band')}
          />
        </p>
      )}
      {at === 'ground' && <BandGrounds site={loaded.site} header={header} />}
    </>
  );
}

/** What a switch is at, as it is chosen: the first band is a band by its number. */
export function switchKind({ manner }: Header): 'distance' | 'band' | 'ground' {
  return manner.switch.at === 'first band' ? 'band' : manner.switch.at;
}
