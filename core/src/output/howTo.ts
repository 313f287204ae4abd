import type { Header } from '../model/header.ts';
import type { Site } from '../model/site.ts';

/** How to put the header into a site, for its owner. */
export function howTo(site: Site, header: Header): string {
  const lies =
    header.manner.lies === 'over'
      ? 'The header lies over the page. Give the first part of each page room for it at the top.'
      : 'The header stands above the page and needs no room made for it.';
  return `${header.name}, for ${site.name}

1. Copy header.css, header.js, fonts.css and the folders fonts and pictures to your site, all in one place.
2. In the head of every page:
     <link rel="stylesheet" href="/fonts.css">
     <link rel="stylesheet" href="/header.css">
     <script src="/header.js" defer></script>
3. Paste header.html right after <body>. Its picture addresses are relative to the page: put a / before them if the
   pictures lie at the root of your site.
4. Give the main part of each page the id "main", so that "Skip to content" finds it:
     <main id="main">

${lies}
The children of <main> are taken as the bands of the page: the header changes at the end of the first, or of the one you
chose. A header that follows the ground asks each child for data-hr-ground="dark" or "light".
Every rule in header.css uses a single class; a rule of your own placed after it wins.
`;
}
