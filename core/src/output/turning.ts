import { cssColour } from '../colour/rgb.ts';
import { resolveColour } from '../model/palette.ts';
import type { Band } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { rule } from '../css/text.ts';

/** Bands whose backdrop turns along with the scroll: a tint of their own, and a script that says how much of it there is. */

/** Whether any band of a site turns. */
export function hasTurning({ pages }: Pick<Site, 'pages'>): boolean {
  return pages.some(({ bands }) => bands.some(({ turns }) => turns));
}

/** Tells the script of a band that turns. */
export function turnsAttribute({ turns }: Band): string {
  return turns ? ' data-hr-turns' : '';
}

/** The tints, each over its band's backdrop and under its words. */
export function turningCss(site: Site): string {
  if (!hasTurning(site)) return '';
  const tints = site.pages.flatMap((page) =>
    page.bands.map(({ id, turns }) => {
      if (!turns) return '';
      const colour = cssColour(resolveColour(site.palette, turns.tint.colour), turns.tint.opacity);
      return rule(
        `.page-${page.id} > #${id}::before`,
        `background: ${colour}`,
        `opacity: clamp(0, (var(--hr-above, -9999) - ${turns.from}) / ${turns.over}, 1)`,
      );
    }),
  );
  return [
    rule('.band[data-hr-turns]', 'position: relative', 'isolation: isolate'),
    rule('.band[data-hr-turns]::before', 'content: ""', 'position: absolute', 'inset: 0', 'z-index: -1'),
    ...tints,
  ].join('');
}
