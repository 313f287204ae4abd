import { cssColour } from '../../colour/rgb.ts';
import { coveredBy, layoutAt, solvedFold } from '../../header/layout.ts';
import type { Measure } from '../../measure/measure.ts';
import type { Header } from '../../model/header.ts';
import { backdropAt, backdropPictures, backdropShowing } from '../../model/layer.ts';
import { resolveColour } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { headingInk, headingShadow, headingStyle } from '../../model/type.ts';
import { cutPoints, type CutEdge } from '../../geometry/cut.ts';
import type { Band, Page } from '../../model/page.ts';
import { edgeColour, edgeHeight } from '../../page/edge.ts';
import { bandColours } from '../../page/contents.ts';
import {
  BLOCK_GAP,
  CARD_GAP,
  CARD_PADDING,
  CARD_RADIUS,
  COLUMN_GAP,
  CONTENT_MAX,
  PAGE_STEPS,
  cardTitleSize,
  headingSize,
} from '../../page/metrics.ts';
import { cssImage, type Addresses } from '../addresses.ts';
import { cssBackground, cssBlending } from '../backdrop.ts';
import { byWidth, type Rules } from '../geometryCss.ts';
import { snapshotCss } from '../snapshots.ts';
import { px, rule, within } from '../../css/text.ts';
import { preloadCss, showing, takeTurnsCss } from '../takeTurns.ts';
import { turningCss } from '../turning.ts';
import { typeCss } from '../typeCss.ts';
import { WORDS_OFFSET, WORDS_WIDTH, buttonsCss, placeCss, colourClasses, pictureCounts } from './contents.ts';

/**
 * The style sheet of a site's pages. It carries out what `layoutPage` lays out: the same measures, rules by width
 * asked of `main` itself.
 * @param header the one that lies over the first band, whose contents clear it; where it is not the same on all pages, what
 * each takes is in a style sheet of its own: see {@link coveredCss}
 */
export function siteCss(
  site: Site,
  header: Header | undefined,
  measure: Measure,
  to: Pick<Addresses, 'picture' | 'sizes'>,
): string {
  const { palette } = site;
  const bands = site.pages.flatMap((page) =>
    page.bands.map((band) => {
      const { unit, value } = band.height;
      const { words = {} } = band;
      const backgroundAt = (width: number, shows: number) => {
        const seen = backdropShowing(backdropAt(band.backdrop, width), shows);
        const backdrop = { ...seen, colour: bandColours(site, band).ground };
        return cssBackground(backdrop, palette, (id) => cssImage(to, id));
      };
      const steps = [...(band.backdrop.picture?.steps ?? [])].sort((a, b) => b.below - a.below);
      const self = `.page-${page.id} > #${band.id}`;
      const narrower = (shows: number) =>
        steps.map(({ below }) =>
          within(
            `@container page (width < ${px(below)})`,
            rule(showing(self, shows), `background: ${backgroundAt(below - 1, shows)}`),
          ),
        );
      const others = backdropPictures(band.backdrop).flatMap((_, shows) =>
        shows === 0
          ? []
          : [rule(showing(self, shows), `background: ${backgroundAt(Infinity, shows)}`), ...narrower(shows)],
      );
      const whole = rule(
        self,
        `color: ${cssColour(resolveColour(palette, bandColours(site, band).ink))}`,
        `background: ${backgroundAt(Infinity, 0)}`,
        cssBlending(band.backdrop) !== undefined && `background-blend-mode: ${cssBlending(band.backdrop)}`,
        words.width !== undefined && `--words: ${px(words.width)}`,
        words.offset !== undefined && words.place !== 'middle' && `--words-x: ${px(words.offset)}`,
        ...placeCss(words.place),
        edgeHeight(band) > 0 && `--edge: ${px(edgeHeight(band))}`,
        unit === 'px' ? `min-height: ${px(Math.round(value))}` : `min-height: round(${value}vh, 1px)`,
      );
      return [
        whole,
        ...narrower(0),
        ...others,
        preloadCss(site, band, self, to),
        edgeCss(site, page, band),
      ].join('');
    }),
  );
  return [
    baseCss(site),
    header ? coveredCss(site, header, measure) : '',
    ...colourClasses(site),
    ...bands,
    turningCss(site, to),
    takeTurnsCss(site),
    snapshotCss(site),
  ].join('');
}

/** A band's lower edge: what comes after it, reaching up in a curve, over its ground and under its words. */
function edgeCss(site: Site, page: Page, band: Band): string {
  const { edge } = band;
  const reach = edgeHeight(band);
  if (!edge || reach === 0) return '';
  const self = `.page-${page.id} > #${band.id}`;
  const shape = (cut: CutEdge) => {
    const points = cutPoints(cut).map(
      (depth, i, all) =>
        `${Number(((100 * i) / (all.length - 1)).toFixed(3))}% calc(100% - ${px(Number(depth.toFixed(3)))})`,
    );
    return `clip-path: polygon(0 100%, ${points.join(', ')}, 100% 100%)`;
  };
  return (
    rule(self, 'position: relative', 'isolation: isolate') +
    rule(
      `${self}::after`,
      'content: ""',
      'position: absolute',
      'z-index: -1',
      'inset: auto 0 0',
      `height: ${px(reach)}`,
      `background: ${cssColour(edgeColour(site, page, band))}`,
      shape(edge),
    ) +
    (edge.hover ? rule(`${self}:is(:hover, [data-hr-hovered])::after`, shape(edge.hover)) : '')
  );
}

/** Room at the top of the first band for a header that lies over it, at every width. */
export function coveredCss(site: Site, header: Header, measure: Measure): string {
  const foldWidth = solvedFold(site, header, measure);
  return byWidth(header, foldWidth, 'page', (width): Rules => {
    const layout = layoutAt(site, header, width, measure, { folded: width < foldWidth });
    return new Map([['.band:first-child', [`--covered: ${px(coveredBy(header, layout))}`]]]);
  });
}

/** What every page has, and what of it is otherwise by width. */
function baseCss(site: Site): string {
  const levels = [1, 2] as const;
  const ofAll = levels.map((level) =>
    rule(`.page h${level}`, ...typeCss(headingStyle(site.type, level)), ...inkCss(site, level)),
  );
  return [
    rule('body', 'margin: 0'),
    rule('.page', 'container: page / inline-size', 'outline: 0'),
    rule(
      '.band',
      'box-sizing: border-box',
      'display: flex',
      'flex-direction: column',
      `gap: ${px(BLOCK_GAP)}`,
    ),
    rule('.band > *', 'flex: none'),
    linkedCss(site),
    rule(
      '.page :is(h1, h2, p)',
      `width: ${WORDS_WIDTH}`,
      `margin: 0 var(--words-after, auto) 0 var(--words-before, ${WORDS_OFFSET})`,
      'text-align: var(--words-place, start)',
      'overflow-wrap: break-word',
    ),
    ...ofAll,
    ...levels.map((level) => shadowCss(site, level)),
    rule('.page p', ...typeCss(site.type.text)),
    listCss(),
    buttonsCss(site),
    rule('.pictures img', 'display: block', 'width: 100%', 'object-fit: cover'),
    ...stepsCss(site),
    rule(
      '.page .card .card-title',
      ...typeCss(headingStyle(site.type, 3), cardTitleSize(site.type)),
      ...inkCss(site, 3),
      `margin: 0 0 ${px(CARD_GAP)}`,
    ),
    rule('.page .card > *', 'width: auto'),
  ].join('');
}

/** Rows of cards and of pictures. */
function listCss(): string {
  return (
    rule(
      '.page ul',
      'display: grid',
      `gap: ${px(COLUMN_GAP)}`,
      'margin: 0',
      'padding: 0',
      'list-style: none',
    ) +
    rule(
      '.card',
      `padding: ${px(CARD_PADDING)}`,
      `border-radius: ${px(CARD_RADIUS)}`,
      '--words-x: 0px',
      '--words-before: 0px',
      '--words-after: auto',
      '--words-place: start',
    )
  );
}

/** Sizes and columns, from each width on. */
function stepsCss(site: Site): string[] {
  const counts = [...new Set(site.pages.flatMap(({ bands }) => bands.flatMap(pictureCounts)))];
  const hasEdges = site.pages.some(({ bands }) => bands.some((band) => edgeHeight(band) > 0));
  return PAGE_STEPS.map((step) => {
    const padding = px(step.bandPadding);
    const columns = (count: number) => `grid-template-columns: repeat(${count}, minmax(0, 1fr))`;
    const headingCss = (level: 1 | 2) => {
      const size = headingSize(site.type, level, step);
      const { lineHeight } = headingStyle(site.type, level);
      return rule(
        `.page h${level}`,
        `font-size: ${px(size)}`,
        `line-height: ${px(Math.round(size * lineHeight))}`,
      );
    };
    const css = [
      rule('.band', `padding: ${padding} max(${px(step.gutter)}, calc((100% - ${px(CONTENT_MAX)}) / 2))`),
      hasEdges ? rule('.band', `padding-bottom: calc(${padding} + var(--edge, 0px))`) : '',
      rule('.band:first-child', `padding-top: calc(${padding} + var(--covered))`),
      headingCss(1),
      headingCss(2),
      rule('.cards', columns(step.cardColumns)),
      ...counts.map((count) =>
        rule(`.of-${count}`, columns(Math.max(1, Math.min(step.pictureColumns, count)))),
      ),
      rule('.pictures img', `height: ${px(step.pictureHeight)}`),
    ].join('');
    return step.from === 0 ? css : within(`@container page (width >= ${px(step.from)})`, css);
  });
}

/** Bands that lead somewhere as a whole: a link over all of them, with their buttons above it. */
function linkedCss({ pages }: Site): string {
  if (!pages.some(({ bands }) => bands.some(({ to }) => to))) return '';
  return [
    // Nothing of it comes before what lies over the page.
    rule('.band:has(> .band-link)', 'position: relative', 'isolation: isolate'),
    rule('.band-link', 'position: absolute', 'inset: 0'),
    rule('.band:has(> .band-link) > .buttons', 'position: relative', 'z-index: 1', 'pointer-events: none'),
    rule('.band:has(> .band-link) > .buttons > *', 'pointer-events: auto'),
    rule('.band-link:focus-visible', 'outline: 2px solid', 'outline-offset: -6px'),
  ].join('');
}

/** The shadow of a level's headings: under all letters of the band, and on none. */
function shadowCss({ type, palette }: Site, level: 1 | 2): string {
  const shadow = headingShadow(type, level);
  if (!shadow) return '';
  const { x, y, blur, colour, opacity } = shadow;
  const self = `.page .band > h${level}[data-hr-said]`;
  return [
    // Under the letters of all that stands in the band, not of the heading alone.
    rule(`.band:has(> h${level}[data-hr-said])`, 'position: relative', 'isolation: isolate'),
    rule(self, 'position: relative'),
    rule(
      `${self}::before`,
      'content: attr(data-hr-said) / ""',
      'position: absolute',
      'inset: 0',
      'z-index: -1',
      'color: transparent',
      `text-shadow: ${px(x)} ${px(y)} ${px(blur)} ${cssColour(resolveColour(palette, colour), opacity)}`,
      'pointer-events: none',
      'user-select: none',
    ),
  ].join('');
}

/** The ink of a level of heading that has one of its own. */
function inkCss({ type, palette }: Site, level: 1 | 2 | 3): string[] {
  const ink = headingInk(type, level);
  return ink ? [`color: ${cssColour(resolveColour(palette, ink))}`] : [];
}
