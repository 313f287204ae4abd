import type { Page as Tab } from 'playwright-core';
import type { FoundPage, SeenBlock, SeenPage, SeenSite } from '@hatrail/core/gather/captured';
import { BadInput } from '@hatrail/core/model/badInput';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import type { DraftPath } from './files.ts';
import { READ_AT, ask, go, installReader, type Session, type Work } from './session.ts';

/** Pictures of a site's pages. */

/** How much of a page is taken, CSS pixels of its height. */
export const MOST_HEIGHT = 12_000;

/** Tells what is being done, and how much of all has been. */
export interface Progress {
  begins(what: string): void;
  /** What was begun last is done, or so many steps are left out. */
  ended(steps?: number): void;
}

/** Counts steps that are done, of so many. */
export function counted(tell: Work['tell'], of: number): Progress {
  let what = '';
  let done = 0;
  return {
    begins: (next) => tell({ what: (what = next), done, of }),
    ended: (steps = 1) => tell({ what, done: (done += steps), of }),
  };
}

/** With what pages are taken. */
export interface PageWork extends Pick<Work, 'signal'> {
  tab: Tab;
  proxy: Session['proxy'];
  draft: DraftPath;
  progress: Progress;
  /** What an owner wants left out of pages, by their addresses. */
  without: ReadonlyMap<string, readonly string[]> | undefined;
  /** The colour behind a page of which it cannot be read. */
  colour: SeenPage['colour'];
}

/**
 * Pictures of pages, one after the other, at every usual width.
 * @param notes what an owner should know is put here
 * @throws {BadInput} where not one can be taken, or all is stopped
 */
export async function takePages(
  work: PageWork,
  chosen: readonly FoundPage[],
  notes: string[],
): Promise<Pick<SeenSite, 'pages' | 'leftOut'>> {
  const pages: SeenPage[] = [];
  const leftOut: SeenSite['leftOut'] = [];
  for (const found of chosen) {
    const page: SeenPage = {
      address: found.address,
      title: found.label,
      colour: work.colour,
      pictures: [],
      blocks: [],
    };
    for (const width of STANDARD_WIDTHS) {
      work.progress.begins(`${found.label || found.address}, ${width} px wide`);
      try {
        const { hidden, note } = await takePage(work, page, width);
        for (const what of hidden)
          if (!leftOut.some((each) => each.what === what)) leftOut.push({ what, page: page.address });
        if (note !== undefined) notes.push(note);
      } catch (error) {
        if (work.signal.aborted || !(error instanceof BadInput)) throw error;
        notes.push(`${found.label || found.address}: ${error.message}`);
        work.progress.ended(STANDARD_WIDTHS.length - STANDARD_WIDTHS.indexOf(width));
        break;
      }
      work.progress.ended();
    }
    if (page.pictures.length > 0) pages.push(page);
  }
  if (pages.length === 0) throw new BadInput(notes[0] ?? 'No page could be taken: try again.');
  return { pages, leftOut };
}

/**
 * The picture of a page at one width; at the width at which pages are read also its title, colour and blocks.
 * @returns what was hidden on it, and what an owner should know
 */
async function takePage(
  { tab, proxy, draft, without }: PageWork,
  page: SeenPage,
  width: number,
): Promise<{ hidden: readonly string[]; note?: string }> {
  await tab.setViewportSize({ width, height: usualWindowHeight(width) });
  // Opened once; at other widths it is as in a window that is made wider, looked at anew.
  if (width === STANDARD_WIDTHS[0]) await go(tab, proxy, page.address);
  else {
    await ask(tab, 'showHeader');
    await installReader(tab);
  }
  await ask(tab, 'scrollThrough', MOST_HEIGHT);
  const own = await ask(tab, 'header');
  if (width === READ_AT) {
    page.title = (await ask(tab, 'title')).title || page.title;
    page.colour = (await ask(tab, 'colours')).page;
  }
  const hidden = await ask(tab, 'clear', [...(without?.get(page.address) ?? [])]);
  const height = await ask(tab, 'height');
  // Room that a header takes in the flow is given back by the one that hangs there.
  const from = own && !own.isOver ? Math.min(Math.round(own.top + own.height), height - 1) : 0;
  if (width === READ_AT) page.blocks = blocksWithin(await ask(tab, 'blocks'), from);
  const file = draft();
  await tab.screenshot({
    path: file,
    type: 'png',
    fullPage: true,
    animations: 'disabled',
    clip: { x: 0, y: from, width, height: Math.max(1, Math.min(height - from, MOST_HEIGHT)) },
  });
  page.pictures.push({ width, file });
  return {
    hidden,
    ...(height > MOST_HEIGHT &&
      width === READ_AT && {
        note: `${page.title} is ${height.toLocaleString('en')} px long: its first ${MOST_HEIGHT.toLocaleString('en')} px were taken.`,
      }),
  };
}

/** Blocks in the pixels of a picture that begins further down. */
function blocksWithin(blocks: readonly SeenBlock[], from: number): SeenBlock[] {
  return blocks
    .map((block) => ({ ...block, y: block.y - from }))
    .filter(({ y, height }) => y + height > 0 && y < MOST_HEIGHT);
}
