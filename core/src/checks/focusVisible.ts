import { contrastRatio } from '../colour/contrast.ts';
import { resolveWorn } from '../header/look.ts';
import { backingIn, inkIn } from '../header/states.ts';
import { at } from '../lists.ts';
import { headerItems, momentName, type Header } from '../model/header.ts';
import { resolveColour } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import type { Row } from '../sweep/row.ts';
import { viewportWords } from '../sweep/widths.ts';
import type { Checked, Shortcoming } from './kind.ts';

/**
 * WCAG 2.2, 2.4.7: what has the keyboard can be seen to have it. Every ring is swept for its contrast (1.4.11); one that is as
 * good as its ground is not there at all, unless the link wears another ink or backing while it has the keyboard.
 */

/** Contrast below which a ring is not told from what is behind it, whatever its size. */
const UNSEEN = 1.2;

/** Whether something else than the ring tells that an item has the keyboard. */
function isToldOtherwise(site: Site, header: Header, { itemId, moment }: Row): boolean {
  const item = headerItems(header).find(({ id }) => itemId === id || itemId.startsWith(`${id}-`));
  const rail = header.rails.find((each) =>
    [...each.start, ...each.middle, ...each.end].some((own) => own === item),
  );
  const look = resolveWorn(site, { header, rail, item }, moment);
  const ink = (state: 'rest' | 'focused') => resolveColour(site.palette, inkIn(look, state));
  const [rest, focused] = [backingIn(look, 'rest'), backingIn(look, 'focused')];
  return contrastRatio(ink('rest'), ink('focused')) >= UNSEEN || rest.opacity > 0 !== focused.opacity > 0;
}

export const focusVisible = ({
  site,
  header,
  rows = [],
}: Pick<Checked, 'site' | 'header' | 'rows'>): Shortcoming[] => {
  const unseen = rows.filter(
    (row) => row.part === 'ring' && row.worst < UNSEEN && !isToldOtherwise(site, header, row),
  );
  const byMoment = new Map<Row['moment'], Row[]>();
  for (const row of unseen) byMoment.set(row.moment, [...(byMoment.get(row.moment) ?? []), row]);
  return [...byMoment].map(([moment, own]): Shortcoming => {
    const worst = own.reduce((a, b) => (b.worst < a.worst ? b : a));
    const names = [...new Set(own.map(({ name }) => name))];
    const others = names.length > 3 ? ` and ${names.length - 3} others` : '';
    return {
      id: `2.4.7 / ${header.id} / ${moment}`,
      criterion: '2.4.7',
      title: `What has the keyboard cannot be seen, ${momentName(header, moment).toLowerCase()}`,
      told: `The ring round ${names.slice(0, 3).join(', ')}${others} is as its ground: ${(Math.floor(100 * worst.worst) / 100).toFixed(2)}, ${worst.scroll.toLocaleString('en')} px down ${worst.page} at ${viewportWords(worst)}.`,
      advice: 'give the ring another colour, or links with the keyboard a backing',
      width: at(own, 0).width,
    };
  });
};
