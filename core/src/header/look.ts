import { MOMENTS, type Header, type Look, type Moment } from '../model/header.ts';
import type { ColourUse } from '../model/palette.ts';
import { logoPicture, type LogoVariant } from '../model/picture.ts';
import type { Site } from '../model/site.ts';

/** Every value that a look can set, all set. */
export interface ResolvedLook {
  ink: { link: ColourUse; hover: ColourUse; current: ColourUse; logo: LogoVariant };
  edge: { on: boolean; colour: ColourUse; thickness: number };
  fill: { colour: ColourUse; opacity: number };
}

export type LayerName = keyof ResolvedLook;

/** Where a value comes from: set by the moment itself, by an earlier one, or by nobody. */
export type Origin = 'own' | 'pairing' | 'At the top' | 'default';

/** What a header wears where no moment says otherwise. */
const PLAIN: ResolvedLook = {
  ink: {
    link: { colour: '#000000' },
    hover: { colour: '#000000' },
    current: { colour: '#000000' },
    logo: 'dark',
  },
  edge: { on: false, colour: { colour: '#000000' }, thickness: 1 },
  fill: { colour: { colour: '#ffffff' }, opacity: 0 },
};

/** The looks that a moment is made of, nearest first. */
function lineage(header: Header, moment: Moment): Look[] {
  return moment === 'top' ? [header.looks.top] : [header.looks.scrolled, header.looks.top];
}

/** What a pairing sets of a look: its ground as the fill's colour, its inks as the links'. */
function pairedLook({ pairings = [] }: Pick<Site, 'pairings'>, { pairing: id }: Look): Look {
  const pairing = pairings.find((candidate) => candidate.id === id);
  if (!pairing) return {};
  const { ground, ink, hover = ink, current = ink } = pairing;
  return { ink: { link: ink, hover, current }, fill: { colour: ground } };
}

/**
 * The look of a moment with all that it inherits: from *At the top*, then from the plain header. Within a moment, what
 * it sets goes before the pairing that it wears.
 */
export function resolveLook(site: Pick<Site, 'pairings'>, header: Header, moment: Moment): ResolvedLook {
  const looks = lineage(header, moment).flatMap((look) => [look, pairedLook(site, look)]);
  const layer = <N extends LayerName>(name: N): ResolvedLook[N] => {
    const set = looks.map((look) => look[name] ?? {}).reverse();
    return Object.assign({}, PLAIN[name], ...set) as ResolvedLook[N];
  };
  return { ink: layer('ink'), edge: layer('edge'), fill: layer('fill') };
}

/** Where one value of a moment's look comes from. */
export function originOf<N extends LayerName>(
  site: Pick<Site, 'pairings'>,
  header: Header,
  moment: Moment,
  name: N,
  key: keyof ResolvedLook[N],
): Origin {
  const has = (look: Look) => (look[name] as Partial<ResolvedLook[N]> | undefined)?.[key] !== undefined;
  const paired = (look: Look) => has(pairedLook(site, look));
  if (has(header.looks[moment])) return 'own';
  if (paired(header.looks[moment])) return 'pairing';
  const { top } = header.looks;
  return moment !== 'top' && (has(top) || paired(top)) ? 'At the top' : 'default';
}

/** The logo variants that the header's moments show, each with its picture; none twice, none where there is no logo. */
export function logoVariantsOf(site: Site, header: Header): { variant: LogoVariant; picture: string }[] {
  const variants = [...new Set(MOMENTS.map((moment) => resolveLook(site, header, moment).ink.logo))];
  return variants.flatMap((variant) => {
    const picture = logoPicture(site.logo, variant);
    return picture === undefined ? [] : [{ variant, picture }];
  });
}
