import { cssColour } from '../colour/rgb.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import { headingInk } from '../model/type.ts';
import { bandColours } from '../page/contents.ts';
import { backdropAt } from '../model/layer.ts';
import { turnedBackdrop, type Band } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { px, rule, within } from '../css/text.ts';
import { cssImage, type Addresses } from './addresses.ts';
import { cssBackground, cssBlending } from './backdrop.ts';

/** Bands whose backdrop turns along with the scroll: a tint of their own, and a script that says how much of it there is. */

/** Whether any band of a site turns. */
export function hasTurning({ pages }: Pick<Site, 'pages'>): boolean {
  return pages.some(({ bands }) => bands.some(({ turns }) => turns));
}

/** Tells the script of a band that turns. */
export function turnsAttribute({ turns }: Band): string {
  return turns ? ' data-hr-turns' : '';
}

/** Headings and paragraphs of a band on their way to another ink. */
function wordsCss(
  site: Site,
  band: Band,
  ink: ColourUse,
  { self, share }: { self: string; share: string },
): string[] {
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const plain = bandColours(site, band).ink;
  const inks = { h1: headingInk(site.type, 1), h2: headingInk(site.type, 2), p: undefined };
  return Object.entries(inks).map(([name, own = plain]) =>
    rule(
      `.page${self} > ${name}`,
      `color: color-mix(in srgb, ${colour(own)}, ${colour(ink)} calc(100% * ${share}))`,
    ),
  );
}

/** What comes over a band's backdrop at a width: its tint, and all of the backdrop anew where its picture turns into another. */
function comingCss(site: Site, band: Band, width: number, to: Pick<Addresses, 'picture' | 'sizes'>): string {
  const { turns, backdrop } = band;
  const { tint } = turns!;
  const colour = cssColour(resolveColour(site.palette, tint.colour), tint.opacity);
  if (turnedBackdrop(band) === backdrop) return colour;
  const turned = turnedBackdrop({ ...band, backdrop: backdropAt(backdrop, width) });
  const whole = cssBackground({ ...turned, colour: bandColours(site, band).ground }, site.palette, (id) =>
    cssImage(to, id),
  );
  return `linear-gradient(${colour}, ${colour}), ${whole}`;
}

/** The tints, each over its band's backdrop and under its words. */
export function turningCss(site: Site, to: Pick<Addresses, 'picture' | 'sizes'>): string {
  if (!hasTurning(site)) return '';
  const tints = site.pages.flatMap((page) =>
    page.bands.map((band) => {
      const { turns } = band;
      if (!turns) return '';
      const share = `clamp(0, (var(--hr-above, -9999) - ${turns.from}) / ${turns.over}, 1)`;
      const self = `.page-${page.id} > #${band.id}`;
      const isOther = turnedBackdrop(band) !== band.backdrop;
      const blending = cssBlending(band.backdrop);
      const steps = [...(band.backdrop.picture?.steps ?? [])].sort((a, b) => b.below - a.below);
      return [
        rule(
          `${self}::before`,
          `background: ${comingCss(site, band, Infinity, to)}`,
          isOther && blending !== undefined && `background-blend-mode: normal, ${blending}`,
          `opacity: ${share}`,
        ),
        ...(isOther ? steps : []).map(({ below }) =>
          within(
            `@container page (width < ${px(below)})`,
            rule(`${self}::before`, `background: ${comingCss(site, band, below - 1, to)}`),
          ),
        ),
        ...(turns.ink ? wordsCss(site, band, turns.ink, { self, share }) : []),
      ].join('');
    }),
  );
  return [
    rule('.band[data-hr-turns]', 'position: relative', 'isolation: isolate'),
    rule('.band[data-hr-turns]::before', 'content: ""', 'position: absolute', 'inset: 0', 'z-index: -1'),
    ...tints,
  ].join('');
}
