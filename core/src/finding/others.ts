import { STATE_NAMES } from '../header/stateNames.ts';
import type { Header } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import { judgePanel, type PanelVerdict } from '../sweep/panel.ts';
import type { BandReading } from '../sweep/words.ts';
import { worstVerdict, type Verdict } from '../sweep/verdict.ts';

/** Findings that do not depend on what a header lies over: entries of its menus on their solid ground, and words of banners. */

export interface OtherFinding {
  id: string;
  title: string;
  items: string;
  set: string;
  verdict: Verdict;
  contrast: number;
  needed: number;
  /** Where it is put right: the menu's look, or the opening bands of pages, the worst first. */
  at: { menu: PanelVerdict['where'] } | { pageIds: string[] };
}

/** The worst word of a page's opening band. */
export interface BandWord {
  pageId: string;
  text: string;
  contrast: number;
  needed: number;
  verdict: Verdict;
}

/** The worst of a page's opening band over what was read of it. */
export function worstWord(pageId: string, readings: readonly BandReading[]): BandWord[] {
  const [worst] = readings
    .flatMap(({ words }) => words)
    .sort((a, b) => a.contrast / a.needed - b.contrast / b.needed);
  return worst ? [{ ...worst, pageId }] : [];
}

/** The worst of some words of each page. */
export function worstOfEach(words: readonly BandWord[]): BandWord[] {
  const worst = new Map<string, BandWord>();
  for (const word of words) {
    const known = worst.get(word.pageId);
    if (!known || word.contrast / word.needed < known.contrast / known.needed) worst.set(word.pageId, word);
  }
  return [...worst.values()];
}

const MENUS = { 'drop-downs': 'the drop-downs', 'folded menu': 'the folded menu' };

/**
 * What is not clear in a header's drop-downs and folded menu, one finding for each.
 * @param panels what was judged of them; at every width where nothing else is said
 */
export function menuFindings(
  site: Site,
  header: Header,
  panels: readonly PanelVerdict[] = judgePanel(site, header),
): OtherFinding[] {
  const bad = panels.filter(({ verdict }) => verdict !== 'clear');
  return (['drop-downs', 'folded menu'] as const).flatMap((where) => {
    const own = bad.filter((each) => each.where === where);
    const [worst] = [...own].sort((a, b) => a.contrast / a.needed - b.contrast / b.needed);
    if (!worst) return [];
    const said = (each: PanelVerdict) =>
      each.what === 'focus ring' ? 'focus ring' : `${each.name ?? each.what} ${STATE_NAMES[each.state]}`;
    return [
      {
        id: `${header.id} / ${where}`,
        title: `Entries of ${MENUS[where]}`,
        items: [...new Set(own.map(said))].join(', '),
        set: 'the menu’s own fill and ink',
        verdict: worstVerdict(own.map(({ verdict }) => verdict)),
        contrast: worst.contrast,
        needed: worst.needed,
        at: { menu: where },
      },
    ];
  });
}

/** Banners whose words are not clear, all pages' in one. */
export function wordFindings(site: Site, words: readonly BandWord[]): OtherFinding[] {
  const bad = words
    .filter(({ verdict }) => verdict !== 'clear')
    .sort((a, b) => a.contrast / a.needed - b.contrast / b.needed || (a.pageId < b.pageId ? -1 : 1));
  const [worst] = bad;
  if (!worst) return [];
  const titles = site.pages.filter(({ id }) => bad.some(({ pageId }) => pageId === id));
  return [
    {
      id: 'words',
      title: `Words of the opening band: ${titles.map(({ title }) => title).join(', ')}`,
      items: `“${worst.text}” is worst`,
      set: 'the band’s own ink, picture and tint',
      verdict: worstVerdict(bad.map(({ verdict }) => verdict)),
      contrast: worst.contrast,
      needed: worst.needed,
      at: { pageIds: bad.map(({ pageId }) => pageId) },
    },
  ];
}
