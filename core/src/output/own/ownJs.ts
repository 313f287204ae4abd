import { changesByTheirs } from '../../header/ownLayout.ts';
import type { Header } from '../../model/header.ts';
import type { OwnHeader } from '../../model/own.ts';
import { looksOf } from '../../header/look.ts';
import type { Site } from '../../model/site.ts';
import { SCROLLED_CLASS } from './ownCss.ts';

/** The few lines that tell a header it has been scrolled, where nothing of its own does. */

/** What is told, of whom, and from which scroll on. */
export interface Telling {
  on: 'header' | 'body' | 'html';
  name: string;
  from: number;
}

/** How a header learns that the page is scrolled: by its own class, or by one of ours. */
export function tellingOf(own: OwnHeader, header: Header): Telling {
  if (own.stuck && changesByTheirs(own, header)) return own.stuck;
  return { on: 'header', name: SCROLLED_CLASS, from: Math.max(1, Math.round(header.manner.switch.distance)) };
}

/** Whether lines of ours are needed: it looks different after scrolling, and nothing of its own says so. */
export function needsLines(site: Site, own: OwnHeader, header: Header): boolean {
  const [top, later] = looksOf(site, { header });
  return JSON.stringify(top) !== JSON.stringify(later) && !changesByTheirs(own, header);
}

/** The lines, for the end of a page. */
export function ownJs(own: OwnHeader, header: Header): string {
  const { on, name, from } = tellingOf(own, header);
  const what =
    on === 'header'
      ? `document.querySelector(${JSON.stringify(own.selector)})`
      : on === 'body'
        ? 'document.body'
        : 'document.documentElement';
  return [
    '// Tells the header that the page is no longer at its top.',
    '(() => {',
    `  const header = ${what};`,
    `  const look = () => header?.classList.toggle(${JSON.stringify(name)}, scrollY >= ${from});`,
    "  addEventListener('scroll', look, { passive: true });",
    '  look();',
    '})();',
    '',
  ].join('\n');
}
