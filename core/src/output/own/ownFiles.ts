import type { Header } from '../../model/header.ts';
import type { OwnHeader } from '../../model/own.ts';
import type { Site } from '../../model/site.ts';
import { layerPictures } from '../../header/look.ts';
import type { Addresses } from '../addresses.ts';
import { ownPaste } from './ownCss.ts';
import { needsLines, ownJs } from './ownJs.ts';

/** What is handed over for a header that a site has already: style that goes over theirs, and how to put it there. */

interface TextFile {
  path: string;
  kind: 'text';
  text: string;
}

/** The style alone, the lines that tell it of the scroll where it needs them, and both as one block; its pictures are files beside them. */
export function ownFiles(
  site: Site,
  header: Header,
  own: OwnHeader,
  to: Pick<Addresses, 'picture' | 'sizes'>,
): TextFile[] {
  const { css, unbeaten } = ownPaste(site, header, own, to);
  const lines = needsLines(site, own, header) ? ownJs(own, header) : undefined;
  const text = (path: string, text: string): TextFile => ({ path, kind: 'text', text });
  return [
    text('header.css', css),
    ...(lines === undefined ? [] : [text('header.js', lines)]),
    text('one-paste.html', onePaste(css, lines)),
    text(
      'how-to.txt',
      ownHowTo(header, own, {
        hasLines: lines !== undefined,
        hasPictures: layerPictures(site, header).length > 0,
        unbeaten: unbeaten.length,
      }),
    ),
  ];
}

/** Everything in one block, for places that take a single one. */
export function onePaste(css: string, lines: string | undefined): string {
  const script = lines === undefined ? '' : `<script>\n${lines}</script>\n`;
  return `<!-- Header, dressed with Hat Rail: this block takes the place of an earlier one. -->\n<style>\n${css}</style>\n${script}`;
}

function ownHowTo(
  header: Header,
  own: OwnHeader,
  { hasLines, hasPictures, unbeaten }: { hasLines: boolean; hasPictures: boolean; unbeaten: number },
): string {
  const steps = [
    ...(hasPictures
      ? [
          'Upload what is in the folder pictures to your site, and put the address that your site gives it in the place of each pictures/… at the top of header.css (and of one-paste.html, where you paste that).',
        ]
      : []),
    'Paste header.css where your site takes CSS of your own, on every page. It wins there whether it comes before or after the style of the site.',
    ...(hasLines
      ? [
          'Paste header.js where your site takes code for the end of the page, in <script> and </script>. It tells the header how the page is scrolled.',
        ]
      : []),
    `Where your site takes one block only, paste one-paste.html in the place of ${hasLines ? 'both' : 'that'}.`,
    'To take it out, take the paste out: nothing else of your site is changed.',
  ];
  return [
    `${header.name}`,
    '',
    ...steps.map((step, i) => `${i + 1}  ${step}`),
    '',
    ...(unbeaten > 0
      ? [
          'Some of it is set in a way that no style sheet wins over; Hat Rail says where, under Gather, Own header.',
          '',
        ]
      : []),
    ...own.notes.flatMap(({ what, lines }) => [what, '', ...(lines === undefined ? [] : [lines, ''])]),
  ].join('\n');
}
