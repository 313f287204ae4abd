import { useDeferredValue, useMemo, useState } from 'react';
import { Popover } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link, useLocation } from 'react-router';
import { grouped } from '@hatrail/core/lists';
import type { Site } from '@hatrail/core/model/site';
import { unpublishedOf } from '@hatrail/core/placed/unpublished';
import { api } from '../api.ts';

/** How many changes are told in words; the others are counted. */
const MOST_TOLD = 40;

/** What is edited and not yet live, marked in the bar and told in words; nothing where nothing has been published. */
export function NotLive({ siteId, site }: { siteId: string; site: Site }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { search } = useLocation();
  const releases = useQuery({ queryKey: ['releases', siteId], queryFn: () => api.releases(siteId) });
  const number = releases.data?.find(({ live }) => live)?.number;
  const release = useQuery({
    queryKey: ['release', siteId, number],
    queryFn: () => api.release(siteId, number!),
    enabled: number !== undefined,
    staleTime: Infinity,
  });
  // The hand that drags comes first.
  const edited = useDeferredValue(site);
  const changes = useMemo(
    () => release.data && unpublishedOf(release.data.site, edited),
    [release.data, edited],
  );
  if (!changes || changes.length === 0) return null;
  const told = changes.slice(0, MOST_TOLD);
  return (
    <>
      <button
        type="button"
        className="bar-unlive"
        aria-haspopup="dialog"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {changes.length} not live
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
      >
        <section className="unlive" aria-label="Not live yet">
          <h2>Since release {number}, which is live</h2>
          {[...grouped(told, ({ of }) => of)].map(([of, all]) => (
            <div key={of}>
              <h3 dir="auto">{of}</h3>
              <ul>
                {all.map(({ text }, i) => (
                  <li key={i} dir="auto">
                    {text}
                  </li>
                ))}
              </ul>
            </div>
          ))}
          {changes.length > told.length && <p className="quiet">and {changes.length - told.length} more.</p>}
          <p>
            <Link to={{ pathname: `/sites/${siteId}/hand-over`, search }} onClick={() => setAnchor(null)}>
              Publish them under Hand over
            </Link>
          </p>
        </section>
      </Popover>
    </>
  );
}
