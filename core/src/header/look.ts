import type { Header, Look, Moment } from '../model/header.ts';
import type { ColourUse } from '../model/palette.ts';
import type { LogoVariant } from '../model/picture.ts';

/** Every value that a look can set, all set. */
export interface ResolvedLook {
  ink: { link: ColourUse; hover: ColourUse; current: ColourUse; logo: LogoVariant };
  edge: { on: boolean; colour: ColourUse; thickness: number };
  fill: { colour: ColourUse; opacity: number };
}

export type LayerName = keyof ResolvedLook;

/** Where a value comes from: set by the moment itself, by an earlier one, or by nobody. */
export type Origin = 'own' | 'At the top' | 'default';

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

/** The look of a moment with all that it inherits: from *At the top*, then from the plain header. */
export function resolveLook(header: Header, moment: Moment): ResolvedLook {
  const looks = lineage(header, moment);
  const layer = <N extends LayerName>(name: N): ResolvedLook[N] => {
    const set = looks.map((look) => look[name] ?? {}).reverse();
    return Object.assign({}, PLAIN[name], ...set) as ResolvedLook[N];
  };
  return { ink: layer('ink'), edge: layer('edge'), fill: layer('fill') };
}

/** Where one value of a moment's look comes from. */
export function originOf<N extends LayerName>(
  header: Header,
  moment: Moment,
  name: N,
  key: keyof ResolvedLook[N],
): Origin {
  const has = (look: Look) => (look[name] as Partial<ResolvedLook[N]> | undefined)?.[key] !== undefined;
  if (has(header.looks[moment])) return 'own';
  return moment !== 'top' && has(header.looks.top) ? 'At the top' : 'default';
}
