import type { Page as Tab } from 'playwright-core';
import type { OwnNote } from '@hatrail/core/model/own';
import type { Ask } from './ownAsk.ts';
import { plain } from './ownKept.ts';
import type { RawGroup, RawMark } from './ownRead.ts';

/** What an owner is told of a header that was read: what style cannot mend, and what is not judged. */

/** What style alone cannot mend. */
export async function notesOf(
  tab: Tab,
  ask: Ask,
  marks: readonly RawMark[],
  selector: string,
  groups: readonly RawGroup[],
): Promise<OwnNote[]> {
  const notes: OwnNote[] = [];
  const byKey = await ask('opensByKey');
  if (byKey === false) {
    const parent = marks.find(
      ({ role, ink }) =>
        (role === 'link' || role === 'current') &&
        marks.some((other) => other.role === 'child' && other.ink?.startsWith(`${ink}-`)),
    );
    const spot = parent && (await ask('spot', parent.ink!));
    if (spot) await tab.mouse.move(spot.x, spot.y);
    await tab.waitForTimeout(80);
    const opened = await ask('opensByPointer');
    await tab.mouse.move(3, 690);
    const drop = groups.find(({ name }) => name === 'drop-down')?.inner[0] ?? 'li > ul';
    notes.push({
      what: opened
        ? 'Its drop-downs open under the pointer only: no key reaches what is in them, and style cannot change that. These lines do.'
        : 'Nothing that the keyboard does opens its drop-downs, and style cannot change that. These lines do.',
      lines: [
        `for (const drop of document.querySelectorAll('${`${selector} ${drop}`.replaceAll("'", '"')}')) {`,
        '  const item = drop.parentElement;',
        '  const show = (on) => drop.style.cssText = on ? "display: flex; visibility: visible; opacity: 1" : "";',
        '  item.addEventListener("focusin", () => show(true));',
        '  item.addEventListener("focusout", (event) => item.contains(event.relatedTarget) || show(false));',
        '  item.addEventListener("keydown", (event) => event.key === "Escape" && show(false));',
        '}',
      ].join('\n'),
    });
  }
  return notes;
}

/** What is said of widths at which it does not show, of pictures, and of a link that is another on its own page. */
export function notesOnParts(
  marks: readonly RawMark[],
  missing: readonly number[],
  here: readonly number[] | undefined,
): OwnNote[] {
  const pictures = marks.filter(
    ({ role, kind, ink }) =>
      ink !== undefined && kind === undefined && (role === 'icon' || role === 'menu button'),
  );
  const wider = here?.[2] ?? 0;
  const said = [
    missing.length > 0 &&
      `At ${missing.join(', ')} px it does not show: another header stands there, or none. Nothing is judged at those widths.`,
    pictures.length > 0 &&
      `${pictures.map(({ name, role }) => plain(name, 40) || role).join(', ')}: a picture, whose colour no style changes. It is not judged.`,
    Math.abs(wider) > 1 &&
      `The link of the page one is on is ${Math.abs(wider).toFixed(1)} px ${wider > 0 ? 'wider' : 'narrower'} there than on other pages, and those beside it move: everything is judged as it stands on other pages.`,
  ];
  return said.flatMap((what) => (what === false ? [] : [{ what }]));
}
