import { Button } from '@mui/material';
import { produce } from 'immer';
import { useMemo } from 'react';
import { aheadOf, carryToAll, cutLoose, putBack, usesOf, type Ahead } from '@hatrail/core/model/carry';
import type { Header } from '@hatrail/core/model/header';
import type { Site } from '@hatrail/core/model/site';
import { hangingsOf } from '@hatrail/core/placed/answers';
import { useEditor } from '../editor/store.ts';
import { hungHeaders, proveHeaders, type HeaderStanding } from '../editor/verdicts.ts';
import { useAnswer } from '../engine/answers.ts';
import { siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { nameOfUse } from './kinds.ts';

/** How long a changed use must have rested before it is swept what it would make of the others, ms. */
const REST = 600;

/** Kept parts that were changed in one place: what that would do to the others, before it is done. */
export function KeptAhead({ loaded }: { loaded: LoadedSite }) {
  const { site } = loaded;
  const all = useMemo(() => aheadOf(site), [site]);
  return all.map((ahead, i) => <OneAhead key={`${ahead.part.id} ${i}`} loaded={loaded} ahead={ahead} />);
}

/** The headers whose verdicts a change of a part may make others: those that use it, or hang over pages that do. */
function touched(site: Site, { part, use }: Ahead): Header[] {
  const places = usesOf(site, part).filter(({ value }) => value !== use.value);
  return hungHeaders(site).filter((header) =>
    places.some((each) =>
      each.page
        ? hangingsOf(site, header).some(({ page }) => page.id === each.page!.id)
        : each.header?.id === header.id,
    ),
  );
}

interface Becoming {
  before: HeaderStanding;
  after: HeaderStanding;
}

function OneAhead({ loaded, ahead }: { loaded: LoadedSite; ahead: Ahead }) {
  const { site } = loaded;
  const { part, use } = ahead;
  const { edit } = useEditor.getState();
  const { data, failure } = useAnswer(
    ['kept part', part.id, siteKey(loaded), use.header?.id, use.page?.id, use.value],
    async ({ signal }): Promise<Becoming[]> => {
      const carried = { ...loaded, site: produce(site, (draft) => carryToAll(draft as Site, ahead)) };
      const headers = touched(site, ahead);
      const before = await proveHeaders(loaded, headers, signal);
      const own = headers.map(({ id }) => carried.site.headers.find((each) => each.id === id)!);
      const after = await proveHeaders(carried, own, signal);
      return before.map((each, i) => ({ before: each, after: after[i]! }));
    },
    { rest: REST, kept: 60_000 },
  );
  const places = usesOf(site, part).filter(({ value }) => value !== use.value);
  const names = [...new Set(places.map(nameOfUse))];
  return (
    <section className="note-error note-kept" aria-label={`${part.name}, changed in one place`}>
      <span>
        <strong>{part.name}</strong> was changed in {nameOfUse(use)}, and is otherwise in {listed(names)}.{' '}
        <span role="status">
          {failure !== undefined
            ? `What it would do there could not be swept: ${failure}`
            : data
              ? becomingWords(data)
              : 'What it would do there is being swept.'}
        </span>
      </span>
      <Button
        size="small"
        variant="contained"
        onClick={() => edit(`${part.name}, changed everywhere`, (draft) => carryToAll(draft as Site, ahead))}
      >
        Change it there, too
      </Button>
      <Button
        size="small"
        variant="outlined"
        onClick={() => edit(`Cut ${part.name} loose`, (draft) => cutLoose(draft as Site, ahead))}
      >
        Only here
      </Button>
      <Button
        size="small"
        variant="outlined"
        onClick={() => edit(`Put ${part.name} back`, (draft) => putBack(draft as Site, ahead))}
      >
        Put it back
      </Button>
    </section>
  );
}

const listed = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

const standingWords = ({ count }: HeaderStanding) =>
  count === 0 ? 'all clear' : count === 1 ? '1 finding' : `${count} findings`;

/** What becomes of the headers that a change is carried to, in words. */
function becomingWords(all: readonly Becoming[]): string {
  if (all.length === 0) return 'It hangs on no page there, so that no verdict becomes another.';
  const others = all.filter(
    ({ before, after }) => before.count !== after.count || before.verdict !== after.verdict,
  );
  if (others.length === 0)
    return `Changed there, too, as many findings as now: ${all
      .map(({ before }) => `${before.header.name} ${standingWords(before)}`)
      .join(', ')}, at the standard widths.`;
  return `Changed there, too: ${others
    .map(({ before, after }) => `${before.header.name} from ${toldFrom(before, after)}`)
    .join('; ')}, at the standard widths${others.length < all.length ? '; the rest stays' : ''}.`;
}

function toldFrom(before: HeaderStanding, after: HeaderStanding): string {
  const [was, is] = [standingWords(before), standingWords(after)];
  return was === is ? `${was}, ${before.verdict}, to ${after.verdict}` : `${was} to ${is}`;
}
