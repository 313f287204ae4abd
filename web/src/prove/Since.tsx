import { api } from '../api.ts';
import { useEditor } from '../editor/store.ts';
import { useAsked } from '../engine/answers.ts';
import { keyOf, siteKey } from '../engine/dependsOn.ts';
import type { LoadedSite } from '../engine/loadedSite.ts';
import { proveAll } from '../engine/proof.ts';
import type { Finding } from '@hatrail/core/finding/finding';
import type { Header } from '@hatrail/core/model/header';
import { applyEdit, type Edit } from '@hatrail/core/model/patch';
import type { Site } from '@hatrail/core/model/site';
import { placeKey } from '@hatrail/core/sweep/row';

interface SinceProps {
  siteId: string;
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
  /** Whether it is a release that did not have it yet, and not an edit. */
  isRelease?: boolean;
}

/** A time of today, or a day with its time. */
function timeOf(at: number): string {
  const time = new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  const day = new Date(at).toDateString();
  return day === new Date().toDateString()
    ? `today ${time}`
    : `${new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}, ${time}`;
}

/** Edits that are looked at, the last ones first. */
const MOST_EDITS = 40;

/** Since when a finding is there: looked for among the edits of this session, then the releases, each swept as it was then. */
export function Since({ siteId, loaded, header, finding }: SinceProps) {
  const past = useEditor((state) => state.past);
  const { isAsked, ask, stop, data, failure } = useAsked<Cause | null>(
    ['since', siteKey(loaded), keyOf([header]), finding.id],
    ({ signal }) => causeOf({ siteId, loaded, header, finding }, past.slice(-MOST_EDITS), signal),
  );
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
          `before ${past.length > MOST_EDITS ? `the last ${MOST_EDITS} edits` : past.length > 0 ? 'the first edit of this session' : 'this session'}; no release is without it`
        ) : (
          <>
            {data.label}, {timeOf(data.at)}{' '}
            {data.isRelease ? null : data.without ? (
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
  // Before this session: the last release that does not have it.
  for (const { number, madeAt } of await api.releases(asked.siteId)) {
    signal.throwIfAborted();
    const release = await api.release(asked.siteId, number);
    if (await isWithout(release.site, asked, signal))
      return {
        label: `After release ${number}`,
        at: Date.parse(madeAt),
        without: undefined,
        isRelease: true,
      };
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
