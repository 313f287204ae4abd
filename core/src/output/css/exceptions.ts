import { ALWAYS } from '../../header/fold.ts';
import { logoVariantsOf } from '../../header/look.ts';
import type { Header } from '../../model/header.ts';
import type { Site } from '../../model/site.ts';
import { changesByScroll, keepsToBottom, standsInFlow } from '../../header/manner.ts';
import { px, rule, within } from '../text.ts';

/** Without the script, without motion, in forced colours and in print. */
export function exceptionsCss(site: Site, header: Header, foldWidth: number): string {
  // One that keeps to the bottom stands there without a script, too.
  const leaves = header.manner.lies === 'over' && !standsInFlow(header) ? 'absolute' : 'relative';
  const opened = rule(
    '.hr .hr-panel',
    'display: block',
    'position: static',
    'height: auto',
    'max-height: none',
  );
  const always = foldWidth >= ALWAYS;
  return [
    within(
      '@media (scripting: none)',
      [
        keepsToBottom(header) ? '' : rule('.hr', `position: ${leaves}`, 'inset: 0 0 auto'),
        rule('.hr-opener, .hr .hr-toggle, .hr-close', 'display: none'),
        rule('.hr-menu li:hover .hr-drop, .hr-menu li:focus-within .hr-drop', 'display: block'),
        rule('.hr-find:hover .hr-drop, .hr-find:focus-within .hr-drop', 'display: block'),
        foldWidth === 0 ? '' : always ? opened : within(`@container hr (width < ${px(foldWidth)})`, opened),
      ].join(''),
    ),
    within(
      '@media (prefers-reduced-motion: reduce)',
      rule(
        '.hr[data-ready]',
        changesByScroll(header) ? '--hr-move-time: 0s' : '--hr-time: 0s',
        header.manner.ink !== undefined && '--hr-ink-time: 0s',
      ),
    ),
    within(
      '@media (forced-colors: active)',
      [
        rule('.hr-bar', 'background: Canvas'),
        rule('.hr-back', 'display: none'),
        rule('.hr-bar::after', 'background: CanvasText', 'forced-color-adjust: none'),
        rule('.hr-button', 'border: 1px solid LinkText'),
        rule('.hr-link::after', 'background: LinkText', 'forced-color-adjust: none'),
        rule('.hr-icon', 'fill: LinkText'),
        rule('.hr-own', 'background: LinkText', 'forced-color-adjust: none'),
        rule('.hr-logo', 'background: var(--hr-fill)', 'forced-color-adjust: none'),
      ].join(''),
    ),
    printCss(site, header),
  ].join('');
}

/** On paper there are no backgrounds: the header stands once, at the top, in black, with the logo that is for light grounds. */
function printCss(site: Site, header: Header): string {
  const variants = logoVariantsOf(site, header);
  const shown = variants.find(({ variant }) => variant === 'dark') ?? variants[0];
  return within(
    '@media print',
    [
      rule('.hr', 'position: relative', 'inset: auto'),
      rule('.hr-back, .hr-opener, .hr-toggle, .hr-find', 'display: none'),
      rule('.hr-bar', 'background: none', 'box-shadow: none', 'translate: none'),
      rule('.hr :is(a, span)', 'color: #000', 'text-shadow: none'),
      variants.length > 1
        ? rule('.hr-logo img', 'opacity: 0') + rule(`.hr .hr-${shown!.variant}`, 'opacity: 1')
        : '',
    ].join(''),
  );
}
