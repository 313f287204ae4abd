import { Button } from '@mui/material';
import { coversOf, standsBare } from '@hatrail/core/header/covers';
import { momentName, type Header, type Moment } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { changeHeader } from '../editor/edits.ts';
import { setManner } from './lookEdits.ts';

/** What still lies between the links and the page at a moment, each to be cleared alone or all in one step. */
export function Covers({ site, header, moment }: { site: Site; header: Header; moment: Moment }) {
  const covers = coversOf(site, header, moment);
  const clear = (label: string, list: typeof covers) =>
    changeHeader(header.id, `${label}, ${momentName(header, moment)}`, (draft) =>
      list.forEach((cover) => cover.clear(draft)),
    );
  return (
    <>
      {covers.length === 0 && <p className="origin">Nothing: the page shows through as it is.</p>}
      <ul className="covers">
        {covers.map((cover, i) => (
          <li key={i}>
            {cover.text}
            <button
              type="button"
              className="link"
              aria-label={`Clear ${cover.text}`}
              onClick={() => clear(`Clear ${cover.text}`, [cover])}
            >
              clear this
            </button>
          </li>
        ))}
      </ul>
      {covers.length > 1 && (
        <Button
          size="small"
          variant="outlined"
          onClick={() => clear('Clear all that covers the page', covers)}
        >
          Clear all {covers.length}
        </Button>
      )}
      {standsBare(site, header, moment) && (
        <p className="note-warn" role="status">
          Nothing is behind the links, but the header still stands in the flow: they are read against the
          page’s own colour, not against what comes below.{' '}
          <button
            type="button"
            className="link"
            onClick={() => setManner(header, { lies: 'over' }, 'Over the page')}
          >
            Lay it over the page
          </button>
        </p>
      )}
    </>
  );
}
