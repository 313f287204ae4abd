import { useMemo } from 'react';
import { NavLink, Outlet, useLocation, useOutletContext } from 'react-router';
import { menuRemarks } from '@hatrail/core/gather/menuTree';
import { pairsInUse, swatchPairs } from '@hatrail/core/gather/pairs';
import { stylesIn } from '@hatrail/core/model/references';
import type { Site } from '@hatrail/core/model/site';
import { WORD_KEYS } from '@hatrail/core/model/words';
import type { EditorContext } from '../editor/Editor.tsx';
import { useVerdicts } from '../editor/verdicts.ts';

const PARTS = [
  ['palette', 'Palette'],
  ['type', 'Type'],
  ['logo', 'Logo'],
  ['pictures', 'Pictures'],
  ['menus', 'Menus'],
  ['words', 'Words'],
  ['pages', 'Pages'],
  ['own-header', 'Own header'],
] as const;
type Part = (typeof PARTS)[number][0];

/** The site's own materials: its parts down the side, each with how many there are and how many need a look. */
export function Gather() {
  const context = useOutletContext<EditorContext>();
  const { search } = useLocation();
  const { site } = context.loaded;
  const counts = useMemo(() => countsOf(site), [site]);
  const { rows } = useVerdicts();
  const logo = rows?.some(({ item, verdict }) => item === 'Logo' && verdict !== 'clear') ? 1 : 0;
  const wanting: Record<Part, number> = { ...wantingOf(site), logo };
  return (
    <div className="gather">
      <nav className="gather-parts" aria-label="Materials">
        {PARTS.map(([path, name]) => (
          <NavLink key={path} to={{ pathname: path, search }}>
            {name}
            <span className="gather-count">{counts[path]}</span>
            {wanting[path] > 0 && (
              <b title={`${wanting[path]} not clear`}>
                {wanting[path]}
                <span className="sr-only"> not clear</span>
              </b>
            )}
          </NavLink>
        ))}
      </nav>
      <main className="gather-part">
        <Outlet context={context} />
      </main>
    </div>
  );
}

function countsOf(site: Site): Record<Part, number> {
  return {
    palette: site.palette.length,
    type: new Set(stylesIn(site).map(({ style }) => style.family)).size,
    logo: Object.values(site.logo.variants).filter((id) => id !== undefined).length,
    pictures: site.pictures.length,
    menus: site.menus.length,
    words: WORD_KEYS.length,
    pages: site.pages.length,
    'own-header': site.ownHeaders?.length ?? 0,
  };
}

/** How much of each part needs a look. */
function wantingOf(site: Site): Record<Part, number> {
  const hasLogo = Object.keys(site.logo.variants).length > 0;
  return {
    palette: swatchPairs(pairsInUse(site)).filter(({ verdict }) => verdict !== 'clear').length,
    type: 0,
    logo: 0,
    pictures: 0,
    words: 0,
    menus: site.menus.reduce((sum, menu) => sum + menuRemarks(site, menu, hasLogo).length, 0),
    pages: 0,
    'own-header': 0,
  };
}
