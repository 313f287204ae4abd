import type { Band, Page } from '@hatrail/core/model/page';
import type { Site } from '@hatrail/core/model/site';
import type { HeadingLevel } from '@hatrail/core/model/type';
import { bandByChance, chances, type Chances } from '../dressed.ts';

/** The pages under headers by chance: bands of all kinds, some of which turn, take turns, or are a picture as a whole. */

/** A lower edge of a band. */
const edgeByChance = ({ between }: Chances) => ({
  start: between(0, 60),
  middle: between(0, 60),
  end: between(0, 60),
});

/** Pictures that may take the place of another wherever that lies: none of them is a pattern of a pixel or two. */
const SMOOTH = ['aurora', 'dome', 'planet', 'limb', 'overlay'] as const;

/** A band whose picture stands elsewhere where it is narrower. */
function placed(band: Band, inks: Chances): Band {
  if (band.backdrop.picture && inks.chance(0.5))
    band.backdrop.picture.steps = [
      { below: 1250, x: inks.between(0, 100), y: inks.between(0, 100) },
      { below: 1100, x: 0 },
    ];
  return band;
}

/** Eight bands. @param turning each turns into another along with the scroll */
export function bandsByChance(
  { by, inks, taking }: { by: Chances; inks: Chances; taking: Chances },
  turning: boolean,
): Band[] {
  const { colour, between } = by;
  const bands = Array.from({ length: 8 }, (_, i): Band => ({
    ...placed(bandByChance(by, `band-${i}`, false), inks),
    ...(inks.chance(0.3) && {
      edge: { ...edgeByChance(inks), ...(inks.chance(0.2) && { hover: edgeByChance(inks) }) },
    }),
    ...(turning && {
      contents: [{ kind: 'paragraph' as const, text: 'Words that go along' }],
      turns: {
        tint: { colour: colour(), opacity: between(3, 9) / 10 },
        from: between(-150, 50),
        over: between(60, 300),
        ...(inks.chance(0.6) && { ink: inks.colour() }),
        ...(inks.chance(0.5) && { picture: inks.pick(SMOOTH) }),
      },
    }),
  }));
  // In one band pictures take turns.
  const turned = bands.find(({ backdrop }) => backdrop.picture);
  if (turned && taking.chance(0.5))
    turned.backdrop.picture!.takeTurns = {
      pictures: Array.from({ length: taking.between(1, 2) }, () => taking.pick(SMOOTH)),
      every: 6,
    };
  return bands;
}

/** Titles on a shadow of their own, on one line or several; none where bands turn. */
export function shadeTitles(
  base: Site,
  bands: Band[],
  seed: number,
  turning: boolean,
): HeadingLevel | undefined {
  const shading = chances(seed + 210_000);
  if (turning || !shading.chance(0.3)) return undefined;
  for (const band of bands.slice(0, 3))
    band.contents = [
      { kind: 'heading', level: 1, text: 'Dark skies over a quiet valley, and its doors open' },
      { kind: 'paragraph', text: 'Words that stand beside its shadow' },
    ];
  return {
    level: 1,
    style: {
      ...base.type.heading,
      size: shading.between(20, 60),
      lineHeight: shading.between(9, 14) / 10,
    },
    shadow: {
      colour: shading.colour(),
      opacity: shading.between(3, 10) / 10,
      blur: shading.pick([0, 2, 6, 12, 24]),
      x: shading.between(-6, 6),
      y: shading.between(-6, 6),
    },
  };
}

/** The site's pages, with these bands on the first, or a picture of it in their place. */
export function pagesWith(base: Site, bands: Band[], isSnapshot: boolean): Page[] {
  return base.pages.map((page, i) => {
    if (i > 0) return { ...page, bands: [] };
    return isSnapshot
      ? { ...page, bands: [], snapshots: [{ width: 1280, picture: 'dome' }] }
      : { ...page, bands };
  });
}
