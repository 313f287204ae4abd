import { useEditor } from '../editor/store.ts';
import { useAsked } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { proveAll } from '../engine/proof.ts';
import type { Finding } from '@hatrail/core/finding/finding';
import type { Header } from '@hatrail/core/model/header';
import { applyEdit, type Edit } from '@hatrail/core/model/patch';
import type { Site } from '@hatrail/core/model/site';
import { spotKey, type Row } from '@hatrail/core/sweep/prove';

interface SinceProps {
  loaded: LoadedSite;
  header: Header;
  finding: Finding;
}

/** The edit that first brought a finding about. */
interface Cause {
  label: string;
  at: number;
  /** The document with that edit alone taken back, where the finding is gone then. */
  without: Site | undefined;
}

/** Edits that are looked at, the last ones first. */
const MOST_EDITS = 40;

const placeKey = (row: Row) => [row.page, row.width, row.moment, spotKey(row)].join(' ');

/** Since when a finding is there: looked for among the edits of this session, each swept as it was then. */
export function Since({ loaded, header, finding }: SinceProps) {
  const past = useEditor((state) => state.past);
  const { isAsked, ask, stop, data, failure } = useAsked<Cause | null>(
    ['since', siteKey(loaded), keyOf([header]), finding.id],
    ({ signal }) => causeOf({ loaded, header, finding }, past.slice(-MOST_EDITS), signal),
  );
  if (past.length === 0) return null;
  return (
    <div>
      <dt>Since</dt>
      <dd>
        {!isAsked ? (
          <button type="button" className="link" onClick={ask}>
            find the edit that brought it
          </button>
        ) : failure !== undefined ? (
          `The search stopped: ${failure} Change something to try again.`
        ) : data === undefined ? (
          <>
            each edit is being swept as it was.{' '}
            <button type="button" className="link" onClick={stop}>
              Stop
            </button>
          </>
        ) : data === null ? (
          `before the ${past.length > MOST_EDITS ? `last ${MOST_EDITS} edits` : 'first edit of this session'}`
        ) : (
          <>
            {data.label}, today{' '}
            {new Date(data.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}{' '}
            {data.without ? (
              <button type="button" className="link" onClick={() => takeBack(data.label, data.without!)}>
                take that back
              </button>
            ) : (
              <span className="quiet">Taken back alone it would not clear this.</span>
            )}
          </>
        )}
      </dd>
    </div>
  );
}

/** Whether a document has none of a finding's places below its need. */
async function isWithout(
  site: Site,
  { loaded, header, finding }: SinceProps,
  signal: AbortSignal,
): Promise<boolean> {
  const old = site.headers.find(({ id }) => id === header.id);
  if (!old) return false;
  const own = new Set(finding.rows.map(placeKey));
  const rows = await proveAll({ site, hashes: loaded.hashes }, old, { signal });
  return !rows.some((row) => row.verdict !== 'clear' && own.has(placeKey(row)));
}

async function causeOf(
  asked: SinceProps,
  past: readonly (Edit & { at: number })[],
  signal: AbortSignal,
): Promise<Cause | null> {
  const { site: now } = asked.loaded;
  let site = now;
  for (const edit of [...past].reverse()) {
    signal.throwIfAborted();
    site = applyEdit(site, edit, 'back');
    if (!(await isWithout(site, asked, signal))) continue;
    const without = alone(now, edit);
    const clears = without !== undefined && (await isWithout(without, asked, signal));
    return { label: edit.label, at: edit.at, without: clears ? without : undefined };
  }
  return null;
}

/** The document with one edit taken back, whatever came after it; none where that cannot be. */
function alone(now: Site, edit: Edit): Site | undefined {
  try {
    return applyEdit(now, edit, 'back');
  } catch {
    return undefined;
  }
}

function takeBack(label: string, without: Site): void {
  useEditor.getState().edit(`Take back: ${label}`, (draft) => {
    const now = useEditor.getState().site;
    for (const [key, value] of Object.entries(without))
      if (value !== now?.[key as keyof Site]) Object.assign(draft, { [key]: structuredClone(value) });
  });
}
