import { markCurrent } from './header/current.ts';
import { runDropDowns } from './header/dropDowns.ts';
import { runFoldedMenu } from './header/foldedMenu.ts';
import { watchMoment } from './header/moment.ts';
import { apart, runningHeader } from './header/parts.ts';

/**
 * The header's script, the same for every header: its moment, its drop-downs (WAI-ARIA Authoring Practices, disclosure
 * navigation) and its folded menu, a modal dialog. It reads what it needs from the header's own attributes. Each header of a
 * page is run once, however often the script is there, and so is one that comes later.
 */

const doc = document as Document & { hrRuns?: boolean };
const headers = new Map<HTMLElement, { stop: AbortController; mark: () => void }>();

function run(header: HTMLElement): void {
  const stop = new AbortController();
  const running = runningHeader(header, stop.signal);
  apart(running);
  watchMoment(running);
  const mark = markCurrent(running);
  runDropDowns(running);
  runFoldedMenu(running);
  headers.set(header, { stop, mark });
}

let address: string | undefined;
/** Headers come and go where pages change without being loaded. */
function look(): void {
  headers.forEach(({ stop }, header) => header.isConnected || (stop.abort(), headers.delete(header)));
  doc.querySelectorAll<HTMLElement>('header.hr').forEach((header) => headers.has(header) || run(header));
  if (address !== (address = location.href)) headers.forEach(({ mark }) => mark());
}

function start(): void {
  look();
  new MutationObserver(look).observe(doc.documentElement, { childList: true, subtree: true });
  addEventListener('popstate', look);
}

if (!doc.hrRuns) {
  doc.hrRuns = true;
  if (doc.readyState === 'loading') doc.addEventListener('DOMContentLoaded', start);
  else start();
}
