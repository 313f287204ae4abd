import type { Header } from '../model/header.ts';
import { AUDIENCES } from '../model/placement.ts';
import { servedPath, standsForMany, type Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { answerFor, isSplit } from '../placed/answers.ts';
import { differs, ownOf } from '../placed/worn.ts';

/** Which header goes on which pages, and how pages for visitors who are signed in differ, in words for the site's owner. */
export function howToPlace(site: Site, sheets: ReadonlyMap<Header, { name: string }>): string {
  const lines = site.pages.flatMap((page) => {
    const [out, signedIn] = AUDIENCES.map((who) => answerFor(site, page, who));
    const words = (of: typeof out) =>
      of?.header && of.worn
        ? `${of.header.name} (assets/${sheets.get(of.worn)?.name ?? ''})${differs(ownOf(page, of.header.id)) ? ', with what differs on this page' : ''}`
        : 'no header';
    if (out?.worn === signedIn?.worn) return [`${addressOf(page)}: ${words(out)}`];
    return [
      `${addressOf(page)}: ${words(out)}`,
      `  for visitors who are signed in: ${words(signedIn)}; serve _signed-in${page.path === '/' ? '' : servedPath(page)}/index.html in its place`,
    ];
  });
  const split = isSplit(site)
    ? `
Pages in the folder _signed-in are for visitors who are signed in: your site serves each in the place of the page of the same
address, which it has to tell apart by itself. Nothing of theirs is in the pages for everybody else.
`
    : '';
  return `${site.name}: which header hangs on which page

${lines.join('\n')}
${split}
Each page names its own style sheet of the header in its head; assets/header.js, site.css and fonts.css are the same for all.
`;
}

const addressOf = (page: Page) =>
  standsForMany(page)
    ? `${page.path} (any page there, from ${servedPath(page).slice(1)}/index.html)`
    : page.path;
