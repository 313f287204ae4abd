import { needsOf } from '@hatrail/core/model/needs';
import { verdictOf } from '@hatrail/core/sweep/verdict';
import { useMemo, useState } from 'react';
import { contrastRatio } from '@hatrail/core/colour/contrast';
import { hexColour } from '@hatrail/core/colour/rgb';
import { coloursInUse, setUses, usesOf, type PlaceOfUse } from '@hatrail/core/gather/swatches';
import { resolveColour, type Swatch } from '@hatrail/core/model/palette';
import type { Header } from '@hatrail/core/model/header';
import { useEditor } from '../../editor/store.ts';
import { useVerdicts } from '../../editor/verdicts.ts';
import type { LoadedSite } from '../../engine/loadedSite.ts';
import { VerdictText } from '../../parts/Verdict.tsx';
import { worstRow } from '../../dress/view.ts';

const FIRST = 8;

/** Where a swatch is used, with the verdict there; and the loose colours that could be tied to it. */
export function Uses({ loaded, header, swatch }: { loaded: LoadedSite; header: Header; swatch: Swatch }) {
  const { site } = loaded;
  const edit = useEditor((state) => state.edit);
  const uses = useMemo(() => usesOf(site, swatch.id), [site, swatch.id]);
  const loose = useMemo(() => coloursInUse(site).filter(({ use }) => use.swatch === undefined), [site]);
  const [isAll, setAll] = useState(false);
  const shown = isAll ? uses : uses.slice(0, FIRST);
  const cut = (place: PlaceOfUse) =>
    edit(`Cut loose: ${place.name}`, (draft) => setUses(draft, [place], { colour: swatch.colour }));
  const tie = (place: PlaceOfUse) =>
    edit(`Tie to ${swatch.name}: ${place.name}`, (draft) => setUses(draft, [place], { swatch: swatch.id }));
  return (
    <section className="uses" aria-labelledby="uses-title">
      <h2 id="uses-title">
        {swatch.name} is used in {uses.length === 0 ? 'no place yet' : ''}
      </h2>
      <ul>
        {shown.map((place) => (
          <li key={place.path.join(' ')}>
            <span
              className="swatch"
              style={{ background: hexColour(resolveColour(site.palette, place.use)) }}
            />
            <span className="uses-name">{place.name}</span>
            <UseVerdict loaded={loaded} header={header} place={place} />
            <button
              type="button"
              className="link"
              title="This place keeps the colour, and no longer follows the swatch"
              aria-label={`Cut loose: ${place.name}`}
              onClick={() => cut(place)}
            >
              cut loose
            </button>
          </li>
        ))}
      </ul>
      {uses.length > FIRST && (
        <button type="button" className="link" onClick={() => setAll(!isAll)}>
          {isAll ? 'fewer' : `all ${uses.length} places`}
        </button>
      )}
      {loose.length > 0 && (
        <>
          <h3>Colours of no swatch</h3>
          <ul>
            {loose.slice(0, FIRST).map((place) => (
              <li key={place.path.join(' ')}>
                <span className="swatch" style={{ background: place.use.colour }} />
                <span className="uses-name">
                  {place.use.colour}, {place.name}
                </span>
                <button
                  type="button"
                  className="link"
                  aria-label={`Tie to ${swatch.name}: ${place.name}`}
                  onClick={() => tie(place)}
                >
                  tie to {swatch.name}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

const STATES: Record<string, string> = { link: 'rest', hover: 'hover', current: 'current' };

/** What the sweep says of a header's ink there; nothing for a ground, which is judged by what lies on it. */
function UseVerdict({ loaded, header, place }: { loaded: LoadedSite; header: Header; place: PlaceOfUse }) {
  const { rows } = useVerdicts();
  const { path, owner, use } = place;
  const key = String(path.at(-1));
  if (owner.kind === 'header' && path[2] === 'looks' && path[4] === 'ink') {
    const moment = path[3];
    const own = rows?.filter(
      (row) => row.header === header.id && row.moment === moment && row.state === STATES[key],
    );
    const worst = owner.id === header.id && own ? worstRow(own) : undefined;
    return worst ? <VerdictText verdict={worst.verdict} contrast={worst.worst} /> : null;
  }
  if (key === 'ink' && owner.kind === 'pairing') {
    const pairing = loaded.site.pairings?.find(({ id }) => id === owner.id);
    if (!pairing) return null;
    const colour = (of: typeof use) => resolveColour(loaded.site.palette, of);
    const contrast = contrastRatio(colour(use), colour(pairing.ground));
    return <VerdictText verdict={verdictOf(contrast, needsOf(loaded.site).text)} contrast={contrast} />;
  }
  return ['colour', 'fill', 'ground', 'hoverFill', 'pressedFill'].includes(key) ? (
    <span className="quiet">ground</span>
  ) : null;
}
