import { useMemo } from 'react';
import { useOutletContext, useSearchParams } from 'react-router';
import { AUDIENCES } from '@hatrail/core/model/placement';
import { answerFor, audiencesOf, hangingsOf } from '@hatrail/core/placed/answers';
import type { EditorContext } from '../editor/Editor.tsx';
import { PlaceGrid, type PlaceChosen } from './PlaceGrid.tsx';
import { Placements } from './Placements.tsx';
import { PlaceSide } from './PlaceSide.tsx';
import { ClearSite } from './ClearSite.tsx';
import './place.css';

/** Place: which header hangs on which pages, for whom, and what is different on one page alone. */
export function Place() {
  const { siteId, loaded, place, go } = useOutletContext<EditorContext>();
  const { site } = loaded;
  const [params, setParams] = useSearchParams();
  const audiences = useMemo(() => audiencesOf(site), [site]);
  const isSplit = audiences.length > 1;
  const who = audiences.find((each) => each === params.get('who')) ?? AUDIENCES[0];
  const chosen: PlaceChosen = { page: place.page, who };
  const choose = ({ page, who: next }: PlaceChosen) =>
    setParams(
      (now) => {
        const changed = new URLSearchParams(now);
        changed.set('page', page.id);
        changed.delete('only');
        changed.delete('scroll');
        if (next === AUDIENCES[0]) changed.delete('who');
        else changed.set('who', next);
        return changed;
      },
      { replace: true, flushSync: true },
    );
  const decided = useMemo(() => answerFor(site, place.page, who).placement?.id, [site, place.page, who]);
  const hung = useMemo(() => new Set(hangingsOf(site).map(({ header }) => header.id)), [site]);
  return (
    <main className="place">
      <Placements loaded={loaded} decided={decided} />
      <section className="place-middle" aria-label="Pages">
        <div className="place-top">
          <h1>
            {site.pages.length} {site.pages.length === 1 ? 'page' : 'pages'}, {hung.size}{' '}
            {hung.size === 1 ? 'header' : 'headers'}
          </h1>
          <label className="place-width">
            Width
            <select
              className="choice-select"
              value={place.width}
              aria-label="Width of the pictures"
              onChange={({ target }) => go({ width: Number(target.value) })}
            >
              {[...new Set([390, 768, 1280, 1920, place.width])]
                .sort((a, b) => a - b)
                .map((each) => (
                  <option key={each} value={each}>
                    {each} px
                  </option>
                ))}
            </select>
          </label>
          <ClearSite loaded={loaded} />
        </div>
        <PlaceGrid loaded={loaded} width={place.width} chosen={chosen} onChoose={choose} />
      </section>
      <PlaceSide siteId={siteId} loaded={loaded} chosen={chosen} isSplit={isSplit} />
    </main>
  );
}
