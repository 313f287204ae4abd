import { readFile } from 'node:fs/promises';
import type { Page as Tab } from 'playwright-core';
import type {
  FoundPage,
  FoundSite,
  SeenHeader,
  SeenLogo,
  SeenOwn,
  SeenSite,
  TrialResult,
} from '@hatrail/core/gather/captured';
import { BadInput } from '@hatrail/core/model/badInput';
import { MOST_CAPTURED } from '@hatrail/core/model/seen';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import { STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { readAddress } from '@hatrail/node/guardedAddress';
import { keptLogo, watchFonts, watchSheets, type DraftPath } from './files.ts';
import { readOwn, type Correction, type Standing } from './own.ts';
import { MOST_HEIGHT, counted, takePages, type PageWork } from './takePages.ts';
import { asking, settled } from './ownAsk.ts';
import { tryOwn, type Tried } from './ownTrial.ts';
import type { HeaderRead } from './pageRead.ts';
import {
  READ_AT,
  SAVED,
  ask,
  go,
  inBrowser,
  openTab,
  type Session,
  type Source,
  type Work,
} from './session.ts';

/** Opens a site that was made elsewhere in a browser of its own, finds its pages, and takes pictures of them. */

/** How far it is scrolled to see what its header becomes, CSS pixels. */
const SCROLLED = 600;

/** Reads a site and takes the pictures of its pages. */
export async function takeSite(
  source: Source,
  found: Pick<FoundSite, 'address' | 'name'>,
  chosen: readonly FoundPage[],
  draft: DraftPath,
  { signal, tell, without }: Work & { without?: ReadonlyMap<string, readonly string[]> },
): Promise<SeenSite> {
  return inBrowser(source, signal, async (session) => {
    const { proxy } = session;
    const tab = await openTab(session);
    const fonts = watchFonts(tab, draft);
    const sheets = watchSheets(tab);
    const progress = counted(tell, chosen.length * STANDARD_WIDTHS.length + 2);
    const notes: string[] = [];
    progress.begins('Reading the header');
    await go(tab, proxy, found.address);
    const read = await readFirst(tab, draft);
    const logo = await keptLogo(tab, read.header?.logo, draft);
    progress.ended();
    progress.begins('Measuring the header, width by width');
    const taken =
      read.header &&
      (await takeOwn(session, tab, { found, chosen, sheets, header: read.header, notes, draft }));
    if (signal.aborted) throw new BadInput('This was stopped.');
    await tab.setViewportSize({ width: READ_AT, height: usualWindowHeight(READ_AT) });
    progress.ended();
    const of: PageWork = { tab, proxy, signal, draft, progress, without, colour: read.page };
    const { pages, leftOut } = await takePages(of, chosen.slice(0, MOST_CAPTURED), notes);
    return {
      address: found.address,
      name: found.name,
      pages,
      header: read.header && headerWith(read.header, taken?.drawn ?? logo, taken?.drawnLater),
      ...(taken?.own && { own: taken.own }),
      colours: read.colours,
      type: read.type,
      fonts: await fonts(),
      leftOut,
      views: read.views,
      notes,
    };
  });
}

const headerWith = (header: SeenHeader, logo: SeenLogo | undefined, logoLater: SeenLogo | undefined) => ({
  ...header,
  logo,
  ...(logoLater && { logoLater }),
});

/** Their own header, taken apart on a page that its menu leads to, so that the mark of the page one is on is met. */
async function takeOwn(
  { proxy }: Session,
  tab: Tab,
  {
    found,
    chosen,
    sheets,
    header,
    notes,
    draft,
  }: {
    found: Pick<FoundSite, 'address'>;
    chosen: readonly FoundPage[];
    sheets: Record<string, string>;
    header: Standing & Pick<SeenHeader, 'logo'>;
    notes: string[];
    draft: DraftPath;
  },
): Promise<{ own?: SeenOwn; drawn?: SeenLogo; drawnLater?: SeenLogo } | undefined> {
  const other = chosen.find(({ address, isInHeader }) => isInHeader && address !== found.address);
  try {
    await go(tab, proxy, (other ?? found).address);
    const own = await readOwn(tab, sheets, header);
    if (!own)
      notes.push(
        'Its header stands where style from outside does not reach it: the one that hangs there is one of ours that wears the same.',
      );
    if (!own) return {};
    return { own, ...(own.logo === 'logo' && (await logoShots(tab, own, header.logo, draft))) };
  } catch (error) {
    if (tab.isClosed()) throw error;
    notes.push(
      'Its header could not be taken apart: the one that hangs there is one of ours that wears the same.',
    );
    return undefined;
  }
}

/**
 * The logo as it is seen, where that is not its picture as it comes: where it is none, where style makes it look otherwise, and
 * where it is another once its script has set its class; then both.
 */
async function logoShots(
  tab: Tab,
  own: SeenOwn,
  logo: SeenLogo | undefined,
  draft: DraftPath,
): Promise<{ drawn?: SeenLogo; drawnLater?: SeenLogo }> {
  const inPage = asking(tab);
  const { stuck } = own.own;
  const later = stuck && stuck.from + 60;
  const lookAt = async (scroll: number) => {
    await inPage('measure', scroll);
    await settled(tab);
    return inPage('logoLook');
  };
  const top = await lookAt(0);
  const mayDiffer = later !== undefined && (await lookAt(later)).says !== top.says;
  const isDrawn =
    (logo?.kind === 'picture' || (logo?.kind === 'svg' && !/<use/.test(logo.markup))) && top.isPlain;
  if (isDrawn && !mayDiffer) return {};
  await lookAt(0);
  const first = await logoShot(tab, own, draft);
  const drawn = first && !isDrawn ? { drawn: first } : {};
  if (!first || !mayDiffer) return drawn;
  await lookAt(later);
  const second = await logoShot(tab, own, draft);
  // Style may change without anything of it being seen.
  if (!second || (await isSameFile(first, second))) return drawn;
  return { drawn: first, drawnLater: second };
}

async function isSameFile(one: ShotLogo, other: ShotLogo): Promise<boolean> {
  const [a, b] = await Promise.all([one, other].map(({ address }) => readFile(address)));
  return a!.equals(b!);
}

type ShotLogo = Extract<SeenLogo, { kind: 'picture' }>;

/** The logo as it is seen, on nothing. */
async function logoShot(tab: Tab, own: SeenOwn, draft: DraftPath): Promise<ShotLogo | undefined> {
  const clip = await asking(tab)('isolateLogo');
  if (!clip || clip.width < 4 || clip.height < 4) return undefined;
  const file = draft();
  await tab.screenshot({ path: file, type: 'png', omitBackground: true, clip });
  return { kind: 'picture', address: file, alt: own.logoText, height: clip.height };
}

/**
 * Reads the header of one page by itself.
 * @param corrections what an owner has said of its parts
 * @throws {BadInput} where it has none that style reaches
 */
export async function readHeaderOf(
  source: Source,
  corrections: readonly Correction[],
  { signal, tell }: Work,
): Promise<SeenOwn> {
  const start = source.html === undefined ? readAddress(source.address).href : SAVED;
  return inBrowser(source, signal, async (session) => {
    tell({ what: 'Opening the page', done: 0, of: 2 });
    const tab = await openTab(session);
    const sheets = watchSheets(tab);
    await go(tab, session.proxy, start);
    const first = await ask(tab, 'header');
    if (!first)
      throw new BadInput(
        (await ask(tab, 'headerNote')) ??
          'No header was found on it: paste the header alone, with the style that it has.',
      );
    await tab.evaluate((y) => scrollTo({ top: y, behavior: 'instant' }), SCROLLED);
    await tab.waitForTimeout(400);
    const later = await ask(tab, 'header');
    const stays = later !== undefined && later.isFixed && later.top > -4 && later.top < 60;
    tell({ what: 'Measuring the header, width by width', done: 1, of: 2 });
    const own = await readOwn(
      tab,
      sheets,
      { lies: first.isOver ? 'over' : 'above', onScroll: stays ? 'stays' : 'leaves' },
      corrections,
    );
    if (!own)
      throw new BadInput('Its header stands where style from outside does not reach it: a shadow root.');
    return own;
  });
}

/** Tries a paste on the page that it is for, as that stands now. */
export async function tryHeaderOn(
  source: Source,
  tried: Tried,
  { signal, tell }: Work,
): Promise<TrialResult> {
  const address = readAddress(source.address).href;
  return inBrowser(source, signal, async (session) => {
    const tab = await openTab(session);
    const open = async (width: number) => {
      await tab.setViewportSize({ width, height: usualWindowHeight(width) });
      await go(tab, session.proxy, address);
      await ask(tab, 'scrollThrough', MOST_HEIGHT);
      await ask(tab, 'clear', []);
      await ask(tab, 'showHeader');
    };
    return tryOwn(tab, open, tried, (what, done, of) => tell({ what, done, of }));
  });
}

/** What the first page says of the whole: its header at the top, after scrolling and hovered, colours and type. */
async function readFirst(tab: Tab, draft: DraftPath) {
  const first = await ask(tab, 'header');
  const { uses, page } = await ask(tab, 'colours');
  const type = await ask(tab, 'styles');
  const at = await ask(tab, 'firstLink');
  const views: SeenSite['views'] = [];
  const look = async (what: string, below = 24) => {
    const header = await ask(tab, 'header');
    if (!header || header.top + header.height <= 0) return;
    const file = draft();
    const height = Math.min(usualWindowHeight(READ_AT), Math.ceil(header.top + header.height) + below);
    await tab.screenshot({ path: file, type: 'png', clip: { x: 0, y: 0, width: READ_AT, height } });
    views.push({ what, file });
  };
  await look('at the top');
  const parent = await ask(tab, 'firstParent');
  if (parent) {
    await tab.mouse.move(parent.x, parent.y);
    await tab.waitForTimeout(350);
    await look('with its menu open', 220);
  }
  let hover: SeenSite['colours'][number] | HeaderRead['link'] | undefined;
  if (at) {
    await tab.mouse.move(at.x, at.y);
    await tab.waitForTimeout(350);
    hover = await ask(tab, 'linkColour');
    await tab.mouse.move(0, 600);
  }
  await tab.evaluate((y) => scrollTo({ top: y, behavior: 'instant' }), SCROLLED);
  await tab.waitForTimeout(500);
  await look('after scrolling');
  const later = await ask(tab, 'header');
  const stays = later !== undefined && later.isFixed && later.top > -4 && later.top < 60;
  await tab.evaluate(() => scrollTo({ top: 0, behavior: 'instant' }));
  const worn = ({ fill, link, current }: HeaderRead) => ({ fill, link, current });
  return {
    page,
    views,
    colours: uses,
    type,
    header: first && {
      height: first.height,
      inset: first.inset,
      gap: first.gap,
      lies: first.isOver ? ('over' as const) : ('above' as const),
      onScroll: stays ? ('stays' as const) : ('leaves' as const),
      top: worn(first),
      ...(stays && { scrolled: worn(later) }),
      ...(hover && { hover }),
      logo: first.logo,
      entries: first.entries,
      button: first.button,
    },
  };
}
