import { itemsOf, type Header, type Trial } from '../model/header.ts';
import type { PartLooks } from '../model/look.ts';

/** Looks that are set aside: all that a header wears and how it behaves, without what hangs on it. */

type Dressed = { looks?: PartLooks };

/** Rails and items of a header, by the names that a trial knows them by. */
function partsOf(header: Header): [of: string, part: Dressed][] {
  return header.rails.flatMap((rail, i): [string, Dressed][] => [
    [`rail-${i + 1}`, rail],
    ...itemsOf(rail)
      .filter(({ kind }) => kind !== 'button')
      .map((item): [string, Dressed] => [item.id, item as Dressed]),
  ]);
}

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** The look that a header now has, as a trial. */
export function trialOf(header: Header, id: string, name: string): Trial {
  const { looks, manner, panel } = header;
  const parts = partsOf(header).flatMap(([of, part]) => (part.looks ? [{ of, looks: part.looks }] : []));
  return copy({ id, name, looks, parts, manner, panel });
}

/** Puts a trial on a header. A part that has gone since is passed over; one that came since wears nothing of its own. */
export function wearTrial(header: Header, trial: Trial): void {
  const { looks, parts, manner, panel } = copy(trial);
  Object.assign(header, { looks, manner, panel });
  for (const [of, part] of partsOf(header)) {
    const worn = parts.find((each) => each.of === of);
    if (worn) part.looks = worn.looks;
    else delete part.looks;
  }
}

/** A header as it would be in a trial. */
export function headerInTrial(header: Header, trial: Trial): Header {
  const worn = copy(header);
  wearTrial(worn, trial);
  return worn;
}
