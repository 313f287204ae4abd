import { headerItems, type Header } from '../../model/header.ts';
import type { Site } from '../../model/site.ts';
import { BESIDE, changesByScroll, hasStrips, keepsToBottom, standsInFlow } from '../../header/manner.ts';
import { px, rule } from '../../css/text.ts';
import { backClass, hasBack, hasRailBacks } from './layers.ts';
import { MOVE_TIME, TIME } from '../../css/times.ts';
import { hasLines, hasShadow } from './looks.ts';

/** What only holds others, so that the pointer passes through it. */
const HOLLOW =
  '.hr-rail, .hr-place, .hr-nav, .hr-menu, .hr-menu > li, .hr-iconset, .hr-icons, .hr-icons > li, .hr-find';
/** What the pointer meets. */
const MET = 'a, button, .hr-label, .hr-picture, .hr-under, .hr-drop';

/** Where the header stands, its bar with what is round it, and its rails. */
export function frameCss(site: Site, header: Header, leaving: number): string {
  const { onScroll, smaller = 0 } = header.manner;
  const isSplit = hasStrips(header);
  const isPlain = !hasBack(site, { header });
  const shadow = hasShadow(site, header);
  return [
    standingCss(header, leaving),
    timesCss(header),
    barCss(header, { isPlain, isSplit, shadowed: shadow && smaller === 0 && !isSplit }),
    hasRailBacks(site, header) ? rowsCss(site, header) : '',
    isSplit ? stripsCss(shadow, smaller > 0) : '',
    hasLines(site, header)
      ? linesCss(header.extent?.radius ?? 0, smaller > 0, isSplit)
      : lineCss(smaller > 0),
    onScroll === 'returns' ? goneCss(header, isSplit) : '',
    smaller > 0 ? smallerCss(shadow && !isSplit) : '',
    railsCss(header),
    SKIP,
    SAID,
  ].join('');
}

/** What the header is to the page: in it or over it, at its top or its bottom, as wide as its window. */
function standingCss(header: Header, leaving: number): string {
  const leaves = header.manner.onScroll === 'leaves';
  const position = standsInFlow(header) ? (leaves ? 'relative' : 'sticky') : leaves ? 'absolute' : 'fixed';
  const atTop = leaving > 0 ? 'inset: calc(-1 * var(--hr-leave)) 0 auto' : 'inset: 0 0 auto';
  return [
    rule(
      '.hr',
      leaving > 0 && `--hr-leave: ${px(leaving)}`,
      `position: ${position}`,
      // High above whatever a page puts at its top; an owner may say otherwise.
      'z-index: var(--hr-z, 99999)',
      keepsToBottom(header) ? 'inset: auto 0 0' : atTop,
      'display: flow-root',
      // In a page that is a grid or a row of boxes itself.
      'flex: none',
      'grid-column: 1 / -1',
      'place-self: stretch',
      // Shadows and backings end at the window's edges, and never make the page wider.
      'overflow-x: clip',
      'container: hr / inline-size',
      'pointer-events: none',
    ),
    // Where not the page but a part of it scrolls, what lies at the top of the window has to go with that.
    position === 'absolute'
      ? rule('.hr[data-within]', 'position: relative', 'margin-bottom: calc(-1 * var(--hr-tall))')
      : '',
  ].join('');
}

/** The box that the rails stand in, and its ground and shadow where no layers carry them. */
function barCss(
  { manner }: Header,
  { isPlain, isSplit, shadowed }: { isPlain: boolean; isSplit: boolean; shadowed: boolean },
): string {
  const transitions = [
    ...(isPlain ? [`background-color ${TIME}`] : []),
    ...(shadowed ? [`box-shadow ${TIME}`] : []),
    ...(manner.onScroll === 'returns' ? [`translate ${MOVE_TIME}`] : []),
  ];
  return rule(
    '.hr-bar',
    'position: relative',
    // Where all that hangs in it folds away the box is empty: the room above and below it stays two, and does not become one.
    isSplit && 'display: flow-root',
    isPlain && 'background: var(--hr-fill)',
    shadowed && 'box-shadow: var(--hr-shadow)',
    (manner.smaller ?? 0) === 0 && 'pointer-events: auto',
    transitions.length > 0 && `transition: ${transitions.join(', ')}`,
  );
}

/** Gone, with its shadow and lines, until the page is scrolled up or the keyboard comes to it. */
function goneCss({ extent }: Header, isSplit: boolean): string {
  const strips = isSplit ? 'var(--hr-above-box) - ' : '';
  return rule(
    '.hr[data-gone]:not(:focus-within) .hr-bar',
    `translate: 0 calc(-100% - ${strips}${px((extent?.top ?? 0) + BESIDE)})`,
  );
}

/** Rails, the places in them, and what hangs there. */
function railsCss(header: Header): string {
  const hasUnder = headerItems(header).some((item) => item.kind !== 'button' && item.backing);
  return [
    rule(
      '.hr-rail',
      'position: relative',
      // Over the grounds of all rails, and the lines round the box.
      'z-index: 1',
      'isolation: isolate',
      'box-sizing: border-box',
      'align-items: stretch',
    ),
    // What is open, and the ring round what has the keyboard, lie over the other rails.
    rule('.hr-rail:is(:focus-within, :has([aria-expanded="true"]))', 'z-index: 2'),
    // Between links and items the pointer meets the grounds that lie under all of a rail's letters, and the bar itself.
    rule(`:is(${HOLLOW})`, 'pointer-events: none'),
    rule(`.hr-rail :is(${MET})`, 'pointer-events: auto'),
    rule('.hr-place', 'display: flex', 'flex: 1 1 0', 'align-items: center'),
    // Where a visitor spaces letters and words out, what no longer fits stands below: see the script.
    rule('.hr[data-tight] .hr-rail', 'flex-wrap: wrap'),
    rule('.hr-middle', 'flex: none'),
    rule('.hr-end', 'justify-content: flex-end'),
    rule('.hr-item', 'position: relative', 'flex: none', 'box-sizing: border-box'),
    hasUnder
      ? rule('.hr-under', 'position: absolute', 'z-index: -2', 'inset: 0', 'border-radius: inherit')
      : '',
  ].join('');
}

/** The way past the header for the keyboard, seen once that is on it. */
const SKIP = [
  rule(
    '.hr-skip',
    'position: fixed',
    'z-index: var(--hr-z, 99999)',
    'top: -100px',
    'inset-inline-start: 8px',
    'padding: 12px 16px',
    'background: #fff',
    'color: #000',
    'font: 16px/1.5 sans-serif',
    'cursor: pointer',
  ),
  rule('.hr-skip:focus', 'top: 8px', 'outline: 2px solid #000', 'outline-offset: -6px'),
].join('');

/** What is said, and not shown. */
const SAID = rule(
  '.hr-said',
  'position: absolute',
  'width: 1px',
  'height: 1px',
  'overflow: hidden',
  'clip-path: inset(50%)',
  'white-space: nowrap',
);

/**
 * The layers of rails lie under the letters of all of them: before the rails, each in the row of a grid that its rail
 * stands in.
 */
function rowsCss(site: Site, header: Header): string {
  return [
    rule(
      ':is(.hr-bar, .hr-strips)',
      'display: grid',
      `grid-template: repeat(${header.rails.length}, auto) / minmax(0, 1fr)`,
      'gap: 0',
      'place-content: normal',
      'place-items: stretch',
    ),
    ...header.rails.map((rail, i) => {
      const back = backClass(site, { header, rail });
      const both = back === undefined ? `.hr-rail-${i + 1}` : `:is(.hr-rail-${i + 1}, .${back})`;
      return rule(both, `grid-area: ${i + 1} / 1 / ${i + 2} / 2`);
    }),
  ].join('');
}

/**
 * A rail that runs the full width stands above the box: what the box throws round itself ends where that begins, and both
 * go together.
 */
function stripsCss(shadowed: boolean, smaller: boolean): string {
  const beside = px(-4 * BESIDE);
  const clip = `clip-path: inset(calc(-1 * var(--hr-gap)) ${beside} ${beside})`;
  return [
    rule('.hr-strips', 'position: relative', 'pointer-events: auto', `transition: translate ${MOVE_TIME}`),
    rule(
      '.hr[data-gone]:not(:focus-within) > .hr-strips',
      `translate: 0 calc(-1 * var(--hr-above-box) - ${px(BESIDE)})`,
    ),
    shadowed ? thrownCss(smaller, clip) : '',
  ].join('');
}

/**
 * The shadow of the box on an element of its own: one that may be cut, or, in a header that gets smaller, lies behind layers that
 * reach further down than the box, as far as their cut edge.
 */
function thrownCss(smaller: boolean, ...others: string[]): string {
  return rule(
    smaller ? '.hr-bar > .hr-back:first-child::before' : '.hr-bar::before',
    'content: ""',
    'position: absolute',
    smaller ? 'inset: 0 0 var(--hr-depth, 0px)' : 'inset: 0',
    'border-radius: inherit',
    'box-shadow: var(--hr-shadow)',
    'pointer-events: none',
    ...others,
    `transition: box-shadow ${TIME}`,
  );
}

/** How long each change takes: none before the page is ready. */
function timesCss({ manner }: Header): string {
  const { duration, easing = 'ease', ink } = manner;
  const time = (ms: number, delay = 0) => `${ms}ms ${easing}${delay > 0 ? ` ${delay}ms` : ''}`;
  // Looks that go along with the scroll are where it is; what moves still takes its time.
  if (changesByScroll({ manner })) return rule('.hr[data-ready]', `--hr-move-time: ${time(duration)}`);
  return rule(
    '.hr[data-ready]',
    `--hr-time: ${time(duration)}`,
    ink !== undefined && `--hr-ink-time: ${time(ink.duration, ink.delay)}`,
  );
}

/** Rails that get lower: see `geometryCss`. */
function smallerCss(shadow: boolean): string {
  return [
    rule(
      '.hr-bar > .hr-back:first-child',
      'bottom: var(--hr-less, 0px)',
      'pointer-events: auto',
      `transition: bottom ${MOVE_TIME}`,
    ),
    shadow ? thrownCss(true) : '',
    rule('.hr-rail, .hr-back, .hr-place > *', `transition: translate ${MOVE_TIME}, bottom ${MOVE_TIME}`),
  ].join('');
}

/** The line below a header that touches the window's edges. */
function lineCss(smaller: boolean): string {
  return rule(
    '.hr-bar::after',
    'content: ""',
    'position: absolute',
    'inset: 100% 0 auto',
    'height: var(--hr-edge-size)',
    'background: var(--hr-edge)',
    'pointer-events: none',
    smaller && 'translate: 0 calc(-1 * var(--hr-less, 0px))',
    `transition: background-color ${TIME}${smaller ? `, translate ${MOVE_TIME}` : ''}`,
  );
}

/** Lines at any side, round the header's corners; outside its box, so that nothing moves by them. */
function linesCss(radius: number, smaller: boolean, isSplit: boolean): string {
  const size = (side: string) => `calc(-1 * var(--hr-${side}-size))`;
  const below = smaller ? 'calc(var(--hr-less, 0px) - var(--hr-edge-size))' : size('edge');
  return rule(
    '.hr-bar::after',
    'content: ""',
    'position: absolute',
    `inset: ${size('above')} ${size('end')} ${below} ${size('start')}`,
    'border-style: solid',
    'border-width: var(--hr-above-size) var(--hr-end-size) var(--hr-edge-size) var(--hr-start-size)',
    'border-color: var(--hr-above) var(--hr-end) var(--hr-edge) var(--hr-start)',
    radius > 0 && `border-radius: calc(${px(radius)} + var(--hr-edge-size))`,
    isSplit && 'clip-path: inset(max(0px, var(--hr-above-size) - var(--hr-gap)) 0 0)',
    'pointer-events: none',
    `transition: border-color ${TIME}${smaller ? `, bottom ${MOVE_TIME}` : ''}`,
  );
}
