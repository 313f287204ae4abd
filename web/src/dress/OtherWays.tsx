import { Button } from '@mui/material';
import type { Header, Moment } from '@hatrail/core/model/header';
import type { Row } from '@hatrail/core/sweep/row';
import { wearFound } from '../editor/edits.ts';
import { WAYS, otherWays, type Way } from '@hatrail/core/remedy/index';
import { useVerdicts } from '../editor/verdicts.ts';
import { askedOf } from '../editor/remedyWork.ts';
import { useAsked, useSoFar } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { Cost } from './Cost.tsx';

interface OtherWaysProps {
  loaded: LoadedSite;
  header: Header;
  moment: Moment;
  rows: readonly Row[];
  /** The change that is offered already. */
  told?: Pick<Way, 'rows' | 'cost' | 'isEven'>;
  onCompare: (name: string, header: Header) => void;
}

interface Search {
  ways: Way[];
  tried: number;
}

/** Other changes that clear a moment, looked for when they are asked for; each is swept before it is listed. */
export function OtherWays({ loaded, header, moment, rows, told, onCompare }: OtherWaysProps) {
  const { beside } = useVerdicts();
  // What was found holds for the header as it was.
  const question = ['ways', siteKey(loaded), keyOf([header, moment])];
  const { isAsked, ask, stop, data, failure, ...working } = useAsked<Search, Search>(
    question,
    async ({ signal, tell }) => {
      let search: Search = { ways: [], tried: 0 };
      await otherWays(
        askedOf(loaded, header, moment, rows, { beside, signal }),
        told ? [told] : [],
        (ways, tried) => tell((search = { ways, tried })),
      );
      return search;
    },
  );
  const found = useSoFar<Search>(working);
  if (!isAsked) {
    return (
      <Button size="small" variant="outlined" onClick={ask}>
        Other ways
      </Button>
    );
  }
  const { ways, tried } = data ?? found ?? { ways: [], tried: 0 };
  const isDone = tried === WAYS;
  return (
    <div className="other-ways">
      <h4>Other ways, the least change first</h4>
      <ul>
        {ways.map((way) => (
          <li key={way.text}>
            <WayOffered loaded={loaded} header={header} way={way} onCompare={onCompare} />
          </li>
        ))}
      </ul>
      {failure ? (
        <p role="alert">The search stopped: {failure} Change something, or try again.</p>
      ) : isDone ? (
        ways.length === 0 && <p>No other single change clears it everywhere.</p>
      ) : (
        <p className="quiet">
          {tried} of {WAYS} tried, each over all pages.{' '}
          <button type="button" className="link" onClick={stop}>
            Stop
          </button>
        </p>
      )}
    </div>
  );
}

/** One way: what it changes and costs, tried with one click or held against the present look. */
export function WayOffered({
  loaded,
  header,
  way,
  onCompare,
}: Pick<OtherWaysProps, 'loaded' | 'header' | 'onCompare'> & { way: Way }) {
  return (
    <>
      <p>
        <strong>{way.text}</strong> <Cost site={loaded.site} fill={way} cost={way.cost} />
      </p>
      <Button
        size="small"
        variant="outlined"
        aria-label={`Try it: ${way.text}`}
        onClick={() => wearFound(header.id, way.text, way.header)}
      >
        Try it
      </Button>{' '}
      <Button
        size="small"
        aria-label={`Compare: ${way.text}`}
        onClick={() => onCompare(way.text, way.header)}
      >
        Compare
      </Button>
    </>
  );
}
