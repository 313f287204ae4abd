import { contrastRatio } from '../../colour/contrast.ts';
import { logoVariantsOf, resolveLook } from '../../header/look.ts';
import { resolveColour } from '../../model/palette.ts';
import type { Header } from '../../model/header.ts';
import type { Site } from '../../model/site.ts';
import { changesByScroll, hasStrips, keepsToBottom, standsInFlow } from '../../header/manner.ts';
import { rule, within } from '../../css/text.ts';

/** Without the script, without motion, in forced colours and in print. */
export function exceptionsCss(site: Site, header: Header): string {
  // One that keeps to the bottom stands there without a script, too.
  const leaves = header.manner.lies === 'over' && !standsInFlow(header) ? 'absolute' : 'relative';
  return [
    within(
      '@media (scripting: none)',
      [
        keepsToBottom(header) ? '' : rule('.hr', `position: ${leaves}`, 'inset: 0 0 auto'),
        // The folded menu is a popover then, which its button opens by itself.
        rule('.hr .hr-opener', 'display: none'),
        rule(':is(.hr-menu li, .hr-find):is(:hover, :focus-within) .hr-drop', 'display: block'),
        rule('.hr-rail:hover', 'z-index: 2'),
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
        hasStrips(header) ? rule('.hr-strips', 'background: Canvas') : '',
        rule('.hr-back', 'display: none'),
        plainLogoCss(site, header),
        rule('.hr-bar::after', 'background: CanvasText', 'forced-color-adjust: none'),
        rule('.hr-button', 'border: 1px solid LinkText'),
        rule('.hr-link::after', 'background: LinkText', 'forced-color-adjust: none'),
        rule('.hr-icon', 'fill: LinkText'),
        rule('.hr-own', 'background: LinkText', 'forced-color-adjust: none'),
      ].join(''),
    ),
    printCss(site, header),
  ].join('');
}

/**
 * The logo where the header's own grounds are not there, on paper and in forced colours: the variant for light grounds on
 * white, or where there is none the one for dark grounds on black; one of which neither is known, on the ground against which
 * the links are read.
 */
function plainLogoCss(site: Site, header: Header): string {
  const shown = logoVariantsOf(site, header);
  const { light, dark } = site.logo.variants;
  const isDark = ({ picture }: { picture: string }) => picture === dark && picture !== light;
  const best = shown.find(isDark) ?? shown[0];
  if (!best) return '';
  const isLight = best.picture === light && light !== dark;
  const { link } = resolveLook(site, header, 'top').ink;
  const black = contrastRatio(resolveColour(site.palette, link), { r: 0, g: 0, b: 0 });
  const white = contrastRatio(resolveColour(site.palette, link), { r: 255, g: 255, b: 255 });
  const onWhite = isDark(best) || (!isLight && white > black);
  return [
    rule(
      '.hr-logo',
      `background: ${onWhite ? '#fff' : '#000'}`,
      'forced-color-adjust: none',
      'print-color-adjust: exact',
    ),
    ...(shown.length > 1
      ? [rule('.hr-logo img', 'opacity: 0'), rule(`.hr .hr-${best.variant}`, 'opacity: 1')]
      : []),
  ].join('');
}

/** On paper there are no backgrounds: the header stands once, at the top, in black, with the logo that is for light grounds. */
function printCss(site: Site, header: Header): string {
  return within(
    '@media print',
    [
      rule('.hr', 'position: relative', 'inset: auto'),
      rule('.hr-back, .hr-under, .hr .hr-opener, .hr .hr-toggle, .hr .hr-find', 'display: none'),
      rule(':where(.hr, .hr *)::before', 'display: none'),
      rule('.hr-bar', 'background: none', 'box-shadow: none', 'translate: none'),
      hasStrips(header)
        ? rule('.hr-strips', 'translate: none') + rule('.hr-bar::before', 'display: none')
        : '',
      rule('.hr .hr-rail :is(a, span)', 'color: #000', 'text-shadow: none'),
      plainLogoCss(site, header),
    ].join(''),
  );
}
