import { cutDepth } from '../geometry/cut.ts';
import {
  MOMENT_NAMES,
  MOMENTS,
  momentsOf,
  type Header,
  type Look,
  type Moment,
  type Rail,
} from '../model/header.ts';
import { LAYERS, LAYER_NAMES, PLAIN, type LayerName, type ResolvedLook } from '../layers/index.ts';
import { ownGround, wornOnOwn } from './ownGround.ts';
import { allPointed } from './pointed.ts';
import type { Item } from '../model/item.ts';
import { logoPicture, type LogoVariant } from '../model/picture.ts';
import type { Site } from '../model/site.ts';

/** Where a value comes from: set by the moment itself, by an earlier one, by what is around, or by nobody. */
export type Origin = 'own' | 'pairing' | 'At the top' | 'After scrolling' | 'rail' | 'header' | 'default';

/** Who wears a look: the header, one of its rails, or an item on it. */
export interface Wearer {
  header: Header;
  rail?: Rail | undefined;
  item?: Item | undefined;
}

/** What of a site decides what is worn. */
export type WornFrom = Pick<Site, 'pairings' | 'ownHeaders'>;

/** What a pairing sets of a look: its ground as the fill's colour, its inks as the links'. */
export function pairedLook({ pairings = [] }: Pick<Site, 'pairings'>, { pairing: id }: Look): Look {
  const pairing = pairings.find((candidate) => candidate.id === id);
  if (!pairing) return {};
  const { ground, ink, hover = ink, current = ink } = pairing;
  return { ink: { link: ink, hover, current }, fill: { colour: ground } };
}

/** A look that a moment is made of. */
interface Forebear {
  look: Look;
  origin: Origin;
  /** Whether it is the wearer's own, and not of a part that it lies in. */
  isNear: boolean;
}

/** Whether a layer takes anything from a forebear. */
const reaches = (layer: LayerName, { isNear }: Forebear) => isNear || LAYERS[layer].passesDown;

/** The looks that a moment is made of, nearest first, each with where it comes from. */
function lineage(site: WornFrom, { header, rail, item }: Wearer, moment: Moment): Forebear[] {
  const own = item && 'looks' in item ? (item.looks ?? {}) : {};
  const base: Look =
    item && 'ink' in item && item.kind !== 'button' && item.ink ? { ink: { link: item.ink } } : {};
  const parts: { looks: Partial<Record<Moment, Look>>; name: Origin; base?: Look }[] = [
    ...(item ? [{ looks: own, name: 'own' as const, base }] : []),
    // In markup that is not of ours no rail has an element of its own.
    ...(rail ? [{ looks: header.own === undefined ? (rail.looks ?? {}) : {}, name: 'rail' as const }] : []),
    { looks: header.looks, name: 'header' },
  ];
  const moments = MOMENTS.slice(0, MOMENTS.indexOf(moment) + 1).reverse();
  return parts.flatMap(({ looks, name, base: always }, depth) => {
    const isNear = depth === 0;
    return [
      ...moments.flatMap((each): Forebear[] => {
        const look = looks[each];
        if (!look) return [];
        const earlier = MOMENT_NAMES[each] as Origin;
        const origin: Origin = !isNear ? name : each === moment ? 'own' : earlier;
        const paired: Origin = !isNear ? name : each === moment ? 'pairing' : earlier;
        return [
          { look, origin, isNear },
          { look: pairedLook(site, look), origin: paired, isNear },
        ];
      }),
      ...(always ? [{ look: always, origin: 'own' as const, isNear }] : []),
    ];
  });
}

/**
 * The look of a wearer at a moment with all that it inherits: from the moments before it, then, for ink and text shadow, from
 * what is around it, then from the plain header. Within a moment, what it sets goes before the pairing that it wears.
 */
export function resolveWorn(site: WornFrom, wearer: Wearer, moment: Moment): ResolvedLook {
  const forebears = lineage(site, wearer, moment).reverse();
  const ground = ownGround(site, wearer.header);
  const layer = <N extends LayerName>(name: N): ResolvedLook[N] => {
    const known: Partial<ResolvedLook[N]> = {};
    for (const each of forebears) if (reaches(name, each)) Object.assign(known, each.look[name]);
    const ink = known as Partial<ResolvedLook['ink']>;
    const pressed = name === 'ink' && ink.hover !== undefined && { pressed: ink.hover };
    const worn = { ...PLAIN[name], ...pressed, ...known };
    return ground ? (wornOnOwn(name, worn, ground) as ResolvedLook[N]) : worn;
  };
  const look = Object.fromEntries(LAYER_NAMES.map((name) => [name, layer(name)]));
  const resolved = look as unknown as ResolvedLook;
  const { fallback } = resolved.picture;
  // What hangs below a header of the site's own lies over a line there: style has one element for both.
  const isHung = ground !== undefined && cutDepth(resolved) > 0;
  return {
    ...resolved,
    ...(isHung && { edge: { ...resolved.edge, on: false } }),
    picture: { ...resolved.picture, fallback: { ...PLAIN.picture.fallback, ...fallback } },
  };
}

/** The header's own look at a moment. */
export function resolveLook(site: WornFrom, header: Header, moment: Moment): ResolvedLook {
  return resolveWorn(site, { header }, moment);
}

/** Where one value of a wearer's look at a moment comes from. */
export function originOf<N extends LayerName>(
  site: WornFrom,
  wearer: Wearer,
  moment: Moment,
  name: N,
  key: keyof ResolvedLook[N],
): Origin {
  const sets = (look: Look) => (look[name] as Partial<ResolvedLook[N]> | undefined)?.[key] !== undefined;
  const found = lineage(site, wearer, moment).find((each) => reaches(name, each) && sets(each.look));
  return found?.origin ?? 'default';
}

/** Every look that a wearer has: at each moment, and with the pointer over the header at each. */
export function looksOf(site: WornFrom, wearer: Wearer): ResolvedLook[] {
  const { header, rail, item } = wearer;
  const at = rail ? header.rails.indexOf(rail) : -1;
  const pointed = allPointed(header).map(({ base, header: worn }) => {
    const own = worn.rails[at];
    const part = item && own && [own.start, own.middle, own.end].flat().find(({ id }) => id === item.id);
    return resolveWorn(site, { header: worn, rail: own, item: part }, base);
  });
  return [...momentsOf(header).map((moment) => resolveWorn(site, wearer, moment)), ...pointed];
}

/** The logo variants that the header's moments show, each with its picture; none twice, none where there is no logo. */
export function logoVariantsOf(site: Site, header: Header): { variant: LogoVariant; picture: string }[] {
  const shown = header.rails.flatMap((rail) =>
    [rail.start, rail.middle, rail.end]
      .flat()
      .filter(({ kind }) => kind === 'logo')
      .flatMap((item) => looksOf(site, { header, rail, item }).map(({ ink }) => ink.logo)),
  );
  const own = looksOf(site, { header }).map(({ ink }) => ink.logo);
  return [...new Set([...own, ...shown])].flatMap((variant) => {
    const picture = logoPicture(site.logo, variant);
    return picture === undefined ? [] : [{ variant, picture }];
  });
}

/** A picture layer that a header or one of its rails wears at some moment. */
export interface WornPicture {
  rail: Rail | undefined;
  picture: ResolvedLook['picture'];
}

/** Every picture layer of a header, look by look: its own, then its rails'. */
export function wornPictures(site: Site, header: Header): WornPicture[] {
  return [undefined, ...header.rails].flatMap((rail) =>
    looksOf(site, { header, rail }).flatMap(({ picture }) => {
      const isThere = picture.on && site.pictures.some(({ id }) => id === picture.picture);
      return isThere ? [{ rail, picture }] : [];
    }),
  );
}

/** The pictures that lie behind a header's items, each once. */
export function layerPictures(site: Site, header: Header): string[] {
  return [...new Set(wornPictures(site, header).map(({ picture }) => picture.picture))];
}
