import { backdropPictures } from '../model/layer.ts';
import type { Band } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { px, rule } from '../css/text.ts';
import { PAUSE } from '../page/pause.ts';
import { cssImage, type Addresses } from './addresses.ts';

/**
 * Pictures that take turns in a band: one after the other, at once, since halfway from one to the next there would be grounds
 * that nobody has judged. A script says which is seen; without it, and with reduced motion, the first stays.
 */

/** Whether pictures take turns in a band. */
export function takesTurns({ backdrop }: Pick<Band, 'backdrop'>): boolean {
  return backdropPictures(backdrop).length > 1;
}

/** Whether they do in any band of a site. */
export function hasTakingTurns({ pages }: Pick<Site, 'pages'>): boolean {
  return pages.some(({ bands }) => bands.some(takesTurns));
}

/** What a band says to the script: how many pictures there are, and how long each is seen, seconds. */
export function takeTurnsAttributes(band: Band): string {
  if (!takesTurns(band)) return '';
  const { every } = band.backdrop.picture!.takeTurns!;
  return ` data-hr-of="${backdropPictures(band.backdrop).length}" data-hr-every="${every}"`;
}

/** The button that lets them stay, as 2.2.2 of WCAG 2.2 asks; it is there once the script lets them take turns. */
export function pauseHtml(band: Band): string[] {
  return takesTurns(band)
    ? [
        '<button type="button" class="band-pause" aria-pressed="false" aria-label="Pause the pictures" title="Pause the pictures"></button>',
      ]
    : [];
}

/** A band's selector while one of its pictures is seen, counted from 0. */
export function showing(self: string, shows: number): string {
  return shows === 0 ? self : `${self}[data-hr-shows="${shows}"]`;
}

/** The other pictures are fetched once they take turns, so that none of them comes late. */
export function preloadCss(
  { pictures }: Site,
  band: Band,
  self: string,
  to: Pick<Addresses, 'picture' | 'sizes'>,
): string {
  if (!takesTurns(band)) return '';
  const known = backdropPictures(band.backdrop)
    .slice(1)
    .filter((id) => pictures.some((picture) => picture.id === id));
  if (known.length === 0) return '';
  return rule(
    `${self}[data-hr-shows] > .band-pause::after`,
    `content: ${known.map((id) => cssImage(to, id)).join(' ')} / ""`,
    'position: absolute',
    'width: 0',
    'height: 0',
    'overflow: hidden',
    'visibility: hidden',
  );
}

/** The pause button, as `layoutPage` has it. */
export function takeTurnsCss(site: Site): string {
  if (!hasTakingTurns(site)) return '';
  const { size, inset, radius, bar, barHeight, gap } = PAUSE;
  const left = (size - 2 * bar - gap) / 2;
  const top = (size - barHeight) / 2;
  const bars = `linear-gradient(#fff, #fff) ${px(left)} ${px(top)} / ${px(bar)} ${px(barHeight)} no-repeat`;
  const other = bars.replace(px(left), px(left + bar + gap));
  return [
    rule('.band[data-hr-of]', 'position: relative', 'isolation: isolate'),
    rule(
      '.band > .band-pause',
      'position: absolute',
      'z-index: 2',
      `right: ${px(inset)}`,
      `bottom: calc(var(--edge, 0px) + ${px(inset)})`,
      `width: ${px(size)}`,
      `height: ${px(size)}`,
      'margin: 0',
      'padding: 0',
      'border: 0',
      `border-radius: ${px(radius)}`,
      `background: ${bars}, ${other}, #000`,
      'cursor: pointer',
    ),
    rule('.band-pause:focus-visible', 'outline: 2px solid #fff', 'outline-offset: -4px'),
    rule('.band[data-hr-of]:not([data-hr-shows]) > .band-pause', 'display: none'),
  ].join('');
}
