import { contrastRatio } from '../colour/contrast.ts';
import type { Rgb } from '../colour/rgb.ts';
import { UNSEEN, seenWithout } from '../colour/sight.ts';
import { resolveWorn } from '../header/look.ts';
import { backingIn, cueIn, inkIn } from '../header/states.ts';
import { typedFor } from '../header/typed.ts';
import type { ResolvedLook } from '../layers/index.ts';
import { at } from '../lists.ts';
import { headerItems, momentName, momentsOf, type Header, type Moment } from '../model/header.ts';
import { colourName, resolveColour } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { currentStyle } from '../model/type.ts';
import type { Check, Shortcoming } from './kind.ts';

/**
 * WCAG 2.2, 1.4.1: the current page and hovered links are told by more than colour. A line, a backing that comes, or another
 * weight is more than colour; so is a difference in lightness of 3 (technique G183), for every kind of sight.
 */

/** Difference in lightness by which two colours are told apart without their hue. */
const TOLD_APART = 3;

const STATES = {
  current: 'The current page',
  hover: 'A hovered link',
} as const;

/** Whether a state shows something that is there at rest only in part, or not at all. */
function isShaped(site: Site, look: ResolvedLook, state: keyof typeof STATES): boolean {
  // A line that is there, and is not where and as long as it is at rest: one that is only paler there is told by its colour.
  const shapeOf = (line: ReturnType<typeof cueIn>) => line && JSON.stringify({ ...line, opacity: 1 });
  const line = shapeOf(cueIn(look, state));
  if (line !== undefined && line !== shapeOf(cueIn(look, 'rest'))) return true;
  if (state === 'current' && currentStyle(site.type).weight !== site.type.menu.weight) return true;
  const [rest, then] = [backingIn(look, 'rest'), backingIn(look, state)];
  return rest.opacity > 0 !== then.opacity > 0;
}

export const useOfColour: Check = ({ site: of, header }) => {
  const site = typedFor(of, header);
  return headerItems(header)
    .filter(({ kind }) => kind === 'menu')
    .flatMap((item) =>
      (Object.keys(STATES) as (keyof typeof STATES)[]).flatMap((state) => {
        const moments = momentsOf(header).filter((moment) =>
          isColourAlone(site, header, item.id, moment, state),
        );
        return moments.length === 0 ? [] : [toldOf(site, header, item.id, moments, state)];
      }),
    );
};

function lookAt(site: Site, header: Header, itemId: string, moment: Moment): ResolvedLook {
  const rail = header.rails.find((each) =>
    [...each.start, ...each.middle, ...each.end].some(({ id }) => id === itemId),
  );
  const item = headerItems(header).find(({ id }) => id === itemId);
  return resolveWorn(site, { header, rail, item }, moment);
}

/** The inks at rest and in a state, as everybody sees them: the first with full sight. */
function inksSeen(site: Site, look: ResolvedLook, state: keyof typeof STATES): [string, Rgb, Rgb][] {
  const rest = resolveColour(site.palette, inkIn(look, 'rest'));
  const then = resolveColour(site.palette, inkIn(look, state));
  return [
    ['sees all colours', rest, then],
    ...UNSEEN.map((unseen): [string, Rgb, Rgb] => [
      `sees no ${unseen}`,
      seenWithout(unseen, rest),
      seenWithout(unseen, then),
    ]),
  ];
}

function isColourAlone(
  site: Site,
  header: Header,
  itemId: string,
  moment: Moment,
  state: keyof typeof STATES,
): boolean {
  const look = lookAt(site, header, itemId, moment);
  if (isShaped(site, look, state)) return false;
  return inksSeen(site, look, state).some(([, rest, then]) => contrastRatio(rest, then) < TOLD_APART);
}

function toldOf(
  site: Site,
  header: Header,
  itemId: string,
  moments: readonly Moment[],
  state: keyof typeof STATES,
): Shortcoming {
  const moment = at(moments, 0);
  const look = lookAt(site, header, itemId, moment);
  const seen = inksSeen(site, look, state).map(
    ([who, rest, then]) => [who, contrastRatio(rest, then)] as const,
  );
  const [who, least] = seen.reduce((a, b) => (b[1] < a[1] ? b : a));
  const [rest, then] = [inkIn(look, 'rest'), inkIn(look, state)].map((use) => colourName(site.palette, use));
  const when = moments.map((each) => momentName(header, each).toLowerCase()).join(' and ');
  const isAlike = at(seen, 0)[1] === 1;
  const way = withLine(header, moments, state);
  return {
    id: `1.4.1 / ${header.id} / ${itemId} / ${state}`,
    criterion: '1.4.1',
    title: isAlike
      ? `${STATES[state]} looks like all others, ${when}`
      : `${STATES[state]} is told by colour alone, ${when}`,
    told: isAlike
      ? `Its ink is ${rest}, as at rest, without a line or a backing.`
      : `${rest} and ${then} differ in lightness by ${(Math.floor(10 * least) / 10).toFixed(1)} for one who ${who}, where ${TOLD_APART} is enough.`,
    advice: 'give it a line below, or a backing',
    ...(moments.every((each) => isShaped(site, lookAt(site, way, itemId, each), state)) && {
      way: {
        text: `A line of ${LINE} px below ${state === 'current' ? 'the current link' : 'hovered links'}.`,
        header: way,
      },
    }),
  };
}

const LINE = 2;

function withLine(header: Header, moments: readonly Moment[], state: keyof typeof STATES): Header {
  const looks = { ...header.looks };
  for (const moment of moments)
    looks[moment] = { ...looks[moment], cue: { ...looks[moment]?.cue, [state]: LINE } };
  return { ...header, looks };
}
