import { coveredBy, layoutHeader, solvedFold } from '../header/layout.ts';
import { standsInFlow } from '../header/manner.ts';
import { stepWidths } from '../header/steps.ts';
import type { Measure } from '../measure/measure.ts';
import type { Header } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import { wordsOf } from '../model/words.ts';
import { folds } from '../header/fold.ts';
import type { Page } from '../model/page.ts';
import { hangingsOf } from '../placed/answers.ts';
import { differs, differsByAudience, ownOf } from '../placed/worn.ts';

const differsOn = (page: Page, header: Header) => differs(ownOf(page, header.id));

/** The room that a header lying over the page takes of it, from the widest window down. */
export interface Covered {
  /** Below this width of the window, CSS pixels; none for the widest. */
  below: number | undefined;
  /** CSS pixels. */
  height: number;
}

/** How much of the first part of a page a header lies over, at each width of the window. */
export function coveredAt(site: Site, header: Header, measure: Measure): Covered[] {
  const fold = solvedFold(site, header, measure);
  const widths = [...new Set([...stepWidths(header), ...(fold > 0 ? [fold] : [])])].sort((a, b) => b - a);
  const heightAt = (width: number) => coveredBy(header, layoutHeader(site, header, width, measure));
  const all: Covered[] = [
    { below: undefined, height: heightAt(100_000) },
    ...widths.map((width) => ({ below: width, height: heightAt(width - 1) })),
  ];
  return all.filter(({ height }, i) => height !== all[i - 1]?.height);
}

/** On which pages a header hangs, where it is not all of them for everyone; and where something of it differs. */
function hangsOn(site: Site, header: Header): string {
  if (!site.placements) return '';
  const hangings = hangingsOf(site).filter((each) => each.header.id === header.id);
  const lines = hangings.map(({ page, who }) => {
    const differs = differsOn(page, header);
    return `     ${page.path}${who ? `, for visitors ${who}` : ''}${differs ? ', with what differs there: take that page from the export of the site' : ''}`;
  });
  return lines.length === 0
    ? 'This header hangs on no page yet.\n\n'
    : `This header goes on these pages:\n${lines.join('\n')}\n\n`;
}

/** That visitors who are signed in meet something else, where they do. */
function forSome(site: Site, { id }: Header): string {
  const whole = site.headers.find((header) => header.id === id);
  return whole && differsByAudience(whole)
    ? `Visitors who are signed in meet header-signed-in.html with header-signed-in.css in the place of header.html and header.css: your
site has to tell them apart by itself.

`
    : '';
}

/** How to put the header into a site, for its owner, who may never have opened a page's head. */
export function howTo(site: Site, header: Header, measure: Measure): string {
  const covered = coveredAt(site, header, measure);
  const most = Math.max(...covered.map(({ height }) => height));
  const said = covered.map(({ below, height }, i) => {
    const above = covered[i + 1]?.below;
    const where =
      below === undefined
        ? above === undefined
          ? 'at every width'
          : `in windows of ${above} px and wider`
        : `in windows narrower than ${below} px`;
    return `     ${height} px ${where}`;
  });
  const room =
    most > 0
      ? `5. The header lies over the top of your page. Leave the first part of each page free there:
${said.join('\n')}
   header.css says it, too: put this into your own style sheet, with the first part of your page in the place of main:
     main { padding-top: var(--hr-height) }
`
      : `5. The header stands above the page: it needs no room made for it.${
          standsInFlow(header) ? ' Your page must begin at the very edge: body { margin: 0 }' : ''
        }
`;
  const script = folds(header)
    ? 'Without it the header stands at the top in its first look, and its menu still opens.'
    : 'Without it the header stands at the top in its first look.';
  return `${header.name}, for ${site.name}

${hangsOn(site, header)}${forSome(site, header)}What is here: header.html, header.css, header.js, fonts.css, and the folders fonts (with the fonts' licences) and pictures.

1. Copy header.css, header.js, fonts.css and the folders fonts and pictures to the folder of your home page, all together.

2. The head of a page is the part between <head> and </head> at its beginning. Put these three lines into the head of
   every page, after your own style sheets if you like: their order makes no difference.
     <link rel="stylesheet" href="fonts.css">
     <link rel="stylesheet" href="header.css">
     <script src="header.js" defer></script>
   header.js changes the header's look while the page scrolls and opens its menus. ${script}

3. Take your old header out of the page; or, where it cannot be taken out, hide it in your own style sheet, with its class
   in the place of old-header:
     .old-header { display: none }
   Then paste what is in header.html right after <body>, before everything else. If your page scrolls inside a box of its own,
   paste it at the beginning of that box.

4. Its first link, "${wordsOf(site).skip}", leads to the part of the page with the id "main". Give it to the main part:
     <main id="main">
   Where there is no <main>, give the id to whatever comes after the header:
     <div id="main" tabindex="-1">

${room}
6. A page in a folder, such as /visit/hours.html, finds the files one folder up: write ../ before fonts.css, header.css and
   header.js in its head, and before pictures/ in its header. Two folders down it is ../../ .

7. If the header changes at the end of a part of the page, it counts the parts directly inside <main>. If it follows the ground,
   say of each of them what it is: <section data-hr-ground="dark"> or "light".

To change how it looks, change it in Hat Rail and copy header.css, header.js and header.html again: nothing in them is yours to
keep. What you may set in your own style sheet, after header.css, are its properties, for instance
     .hr { --hr-link: #ffffff; --hr-fill: rgb(16 27 51 / 0.8); --hr-z: 50 }
--hr-z is its place above other things that stay in the window: 99999 where nothing is said.

To take it out: remove the three lines from the head, and in the body everything from <a class="hr-skip" to </header>.
`;
}
