import { changesByScroll, wayRound } from '../../header/manner.ts';
import { changesByTheirs, ownSwitch } from '../../header/ownLayout.ts';
import type { Header } from '../../model/header.ts';
import type { OwnHeader } from '../../model/own.ts';
import { looksOf } from '../../header/look.ts';
import type { Site } from '../../model/site.ts';
import { GONE_CLASS, SCROLLED_CLASS } from './ownCss.ts';

/** The few lines that tell a header it has been scrolled, where nothing of its own does. */

/** What is told, of whom, and from which scroll on. */
export interface Telling {
  on: 'header' | 'body' | 'html';
  name: string;
  from: number;
  /** Between which scrolls it goes from one look to the next, where it does so along with the scroll. */
  way?: { from: number; to: number };
}

/** How a header learns that the page is scrolled: by its own class, or by one of ours. */
export function tellingOf(own: OwnHeader, header: Header): Telling {
  const from = ownSwitch(own, header);
  const way = changesByScroll(header) && { way: wayRound(from, header.manner.stretch!) };
  if (own.stuck && changesByTheirs(own, header)) return { ...own.stuck, ...way };
  return { on: 'header', name: SCROLLED_CLASS, from, ...way };
}

/**
 * Whether lines of ours are needed: it goes and returns, or it looks different after scrolling, and nothing of its own says so,
 * or not how far it has come.
 */
export function needsLines(site: Site, own: OwnHeader, header: Header): boolean {
  if (goesAndReturns(header)) return true;
  const [top, later] = looksOf(site, { header });
  return (
    JSON.stringify(top) !== JSON.stringify(later) &&
    (changesByScroll(header) || !changesByTheirs(own, header))
  );
}

/** Whether it is gone while one scrolls down, and comes back. */
const goesAndReturns = ({ manner }: Pick<Header, 'manner'>) => manner.onScroll === 'returns';

/** Who has a class, as a script finds it. */
const FOUND: Record<Telling['on'], (selector: string) => string> = {
  header: (selector) => `document.querySelector(${JSON.stringify(selector)})`,
  body: () => 'document.body',
  html: () => 'document.documentElement',
};

/**
 * The lines, for the end of a page.
 * @param isAlone whether its own script is not there, so that these lines set its class, too
 */
export function ownJs(own: OwnHeader, header: Header, isAlone = !changesByTheirs(own, header)): string {
  const { on, name, from, way } = tellingOf(own, header);
  const returns = goesAndReturns(header);
  return [
    returns
      ? '// Takes the header away while the page is scrolled down, and brings it back.'
      : way
        ? '// Tells the header how far it has come from one look to the next.'
        : '// Tells the header that the page is no longer at its top.',
    '(() => {',
    ...(isAlone ? [`  const told = ${FOUND[on](own.selector)};`] : []),
    ...(way || returns ? [`  const header = ${FOUND.header(own.selector)};`] : []),
    ...(returns ? ['  let last = scrollY;'] : []),
    '  const look = () => {',
    ...(returns
      ? [
          `    if (scrollY < ${from} || scrollY < last) header?.classList.remove(${JSON.stringify(GONE_CLASS)});`,
          `    else if (scrollY > last) header?.classList.add(${JSON.stringify(GONE_CLASS)});`,
          '    last = scrollY;',
        ]
      : []),
    ...(isAlone ? [`    told?.classList.toggle(${JSON.stringify(name)}, scrollY >= ${from});`] : []),
    ...(way
      ? [
          `    header?.style.setProperty('--hr-way', Math.min(1, Math.max(0, (scrollY - ${way.from}) / ${way.to - way.from})));`,
        ]
      : []),
    '  };',
    "  addEventListener('scroll', look, { passive: true });",
    '  look();',
    '})();',
    '',
  ].join('\n');
}
