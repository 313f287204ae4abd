import type { Header } from '../../model/header.ts';
import type { Site } from '../../model/site.ts';
import { isInFlow } from '../geometryCss.ts';
import { px, rule } from '../text.ts';
import { layerNeeds } from './layers.ts';
import { hasShadow, hasSides } from './looks.ts';

/** Where the header stands, its bar with what is round it, and its rails. */
export function frameCss(site: Site, header: Header, leaving: number): string {
  const { lies, onScroll, duration } = header.manner;
  const position = {
    over: { leaves: 'absolute', stays: 'fixed' },
    above: { leaves: 'relative', stays: 'sticky' },
  };
  const isPlain = !layerNeeds(site, { header }).back;
  const shadow = hasShadow(site, header);
  const changing = [...(isPlain ? ['background-color'] : []), ...(shadow ? ['box-shadow'] : [])];
  return [
    rule(
      '.hr',
      leaving > 0 && `--hr-leave: ${px(leaving)}`,
      `position: ${position[isInFlow(header) ? 'above' : lies][onScroll]}`,
      'z-index: 100',
      leaving > 0 ? 'inset: calc(-1 * var(--hr-leave)) 0 auto' : 'inset: 0 0 auto',
      'display: flow-root',
      'margin: 0',
      'container: hr / inline-size',
      'pointer-events: none',
    ),
    rule('.hr[data-ready]', `--hr-time: ${duration}ms`),
    rule(
      '.hr-bar',
      'position: relative',
      isPlain && 'background: var(--hr-fill)',
      shadow && 'box-shadow: var(--hr-shadow)',
      'pointer-events: auto',
      changing.length > 0 && `transition: ${changing.map((name) => `${name} var(--hr-time, 0s)`).join(', ')}`,
    ),
    hasSides(site, header) ? linesCss(header.extent?.radius ?? 0) : lineCss(),
    rule('.hr-rail', 'position: relative', 'box-sizing: border-box', 'align-items: stretch'),
    rule('.hr-place', 'display: flex', 'flex: 1 1 0', 'align-items: center'),
    rule('.hr-middle', 'flex: none'),
    rule('.hr-end', 'justify-content: flex-end'),
    rule('.hr-item', 'position: relative', 'flex: none', 'box-sizing: border-box'),
    rule(
      '.hr-skip',
      'position: fixed',
      'z-index: 101',
      'top: -100px',
      'left: 8px',
      'padding: 12px 16px',
      'background: #fff',
      'color: #000',
    ),
    rule('.hr-skip:focus', 'top: 8px'),
    rule(
      '.hr-said',
      'position: absolute',
      'width: 1px',
      'height: 1px',
      'overflow: hidden',
      'clip-path: inset(50%)',
      'white-space: nowrap',
    ),
  ].join('');
}

/** The line below a header that touches the window's edges. */
function lineCss(): string {
  return rule(
    '.hr-bar::after',
    'content: ""',
    'position: absolute',
    'inset: 100% 0 auto',
    'height: var(--hr-edge-size)',
    'background: var(--hr-edge)',
    'pointer-events: none',
    'transition: background-color var(--hr-time, 0s)',
  );
}

/** Lines at any side, round the header's corners; outside its box, so that nothing moves by them. */
function linesCss(radius: number): string {
  const size = (side: string) => `calc(-1 * var(--hr-${side}-size))`;
  return rule(
    '.hr-bar::after',
    'content: ""',
    'position: absolute',
    `inset: ${size('above')} ${size('end')} ${size('edge')} ${size('start')}`,
    'border-style: solid',
    'border-width: var(--hr-above-size) var(--hr-end-size) var(--hr-edge-size) var(--hr-start-size)',
    'border-color: var(--hr-above) var(--hr-end) var(--hr-edge) var(--hr-start)',
    radius > 0 && `border-radius: calc(${px(radius)} + var(--hr-edge-size))`,
    'pointer-events: none',
    'transition: border-color var(--hr-time, 0s)',
  );
}
