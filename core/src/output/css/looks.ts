import { cssColour } from '../../colour/rgb.ts';
import { originOf, resolveWorn, type ResolvedLook, type Wearer } from '../../header/look.ts';
import { itemsOf, momentsOf, type Header, type Moment } from '../../model/header.ts';
import { LOGO_VARIANTS } from '../../model/picture.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { px, rule } from '../text.ts';
import { layerNeeds, layerProperties, stopTransitions } from './layers.ts';

/** Looks as custom properties: on the header, and on rails and items for what they set themselves. */

type Properties = [name: string, value: string][];

/** A text shadow as CSS writes it. */
function letterShadow(site: Site, { x, y, blur, colour, opacity }: ResolvedLook['textShadow']): string {
  return opacity === 0
    ? 'none'
    : `${px(x)} ${px(y)} ${px(blur)} ${cssColour(resolveColour(site.palette, colour), opacity)}`;
}

/** Whether any header, rail or item wears a text shadow at any moment. */
export function hasTextShadow(site: Site, header: Header): boolean {
  return wearersOf(header).some((wearer) =>
    momentsOf(header).some((moment) => resolveWorn(site, wearer, moment).textShadow.opacity > 0),
  );
}

/** The header, its rails and its items, each with its selector. */
function wearersOf(header: Header): (Wearer & { self: string })[] {
  return [
    { header, self: '.hr' },
    ...header.rails.map((rail, i) => ({ header, rail, self: `.hr-rail-${i + 1}` })),
    ...header.rails.flatMap((rail) =>
      itemsOf(rail).map((item) => ({ header, rail, item, self: `.hr-item-${item.id}` })),
    ),
  ];
}

/** The inks of a look, all of them. */
function inkProperties(site: Site, look: ResolvedLook, shadows: boolean): Properties {
  const colour = (use: ColourUse) => cssColour(resolveColour(site.palette, use));
  const { ink, textShadow } = look;
  return [
    ['--hr-link', colour(ink.link)],
    ['--hr-hover', colour(ink.hover)],
    ['--hr-current', colour(ink.current)],
    ...LOGO_VARIANTS.map((variant): [string, string] => [
      `--hr-${variant}`,
      ink.logo === variant ? '1' : '0',
    ]),
    ...(shadows ? [['--hr-letters', letterShadow(site, textShadow)] as [string, string]] : []),
  ];
}

/** Of a part's inks at a moment, those that the part itself sets then; the others come from what is around. */
function ownInkProperties(site: Site, wearer: Wearer, moment: Moment, shadows: boolean): Properties {
  const isOwn = (origin: string) => origin === 'own' || origin === 'pairing';
  const own = (name: 'link' | 'hover' | 'current' | 'logo') =>
    isOwn(originOf(site, wearer, moment, 'ink', name));
  const shadowed = (['x', 'y', 'blur', 'colour', 'opacity'] as const).some((key) =>
    isOwn(originOf(site, wearer, moment, 'textShadow', key)),
  );
  const sets: Record<string, boolean> = {
    '--hr-link': own('link'),
    '--hr-hover': own('hover'),
    '--hr-current': own('current'),
    '--hr-letters': shadowed,
    ...Object.fromEntries(LOGO_VARIANTS.map((variant) => [`--hr-${variant}`, own('logo')])),
  };
  return inkProperties(site, resolveWorn(site, wearer, moment), shadows).filter(([name]) => sets[name]);
}

/** The lines and the shadow round the header. */
function outerProperties(site: Site, look: ResolvedLook, sides: boolean, shadow: boolean): Properties {
  const colour = (use: ColourUse, opacity = 1) => cssColour(resolveColour(site.palette, use), opacity);
  const { edge, shadow: cast } = look;
  const lines = (['above', 'start', 'end'] as const).flatMap((side): Properties => [
    [`--hr-${side}`, colour(edge[side].colour)],
    [`--hr-${side}-size`, px(edge[side].width)],
  ]);
  return [
    ['--hr-edge', colour(edge.colour, edge.on ? 1 : 0)],
    ['--hr-edge-size', px(edge.thickness)],
    ...(sides ? lines : []),
    ...(shadow
      ? ([
          [
            '--hr-shadow',
            `${px(cast.x)} ${px(cast.y)} ${px(cast.blur)} ${px(cast.spread)} ${colour(cast.colour, cast.opacity)}`,
          ],
        ] as Properties)
      : []),
  ];
}

/** Whether lines at other sides than below are drawn, or round corners. */
export function hasSides(site: Site, header: Header): boolean {
  return (
    (header.extent?.radius ?? 0) > 0 ||
    momentsOf(header).some((moment) => {
      const { above, start, end } = resolveWorn(site, { header }, moment).edge;
      return above.width + start.width + end.width > 0;
    })
  );
}

/** Whether the header throws a shadow at any moment. */
export function hasShadow(site: Site, header: Header): boolean {
  return momentsOf(header).some((moment) => resolveWorn(site, { header }, moment).shadow.opacity > 0);
}

/** All values of a wearer that hold at a moment. */
function propertiesOf(site: Site, wearer: Wearer, moment: Moment, shadows: boolean): Properties {
  const { header, rail, item } = wearer;
  if (item) return ownInkProperties(site, wearer, moment, shadows);
  if (rail) {
    const layers = layerNeeds(site, wearer).back ? layerProperties(site, wearer, moment) : [];
    return [...ownInkProperties(site, wearer, moment, shadows), ...layers];
  }
  const look = resolveWorn(site, wearer, moment);
  return [
    ...inkProperties(site, look, shadows),
    ...outerProperties(site, look, hasSides(site, header), hasShadow(site, header)),
    ...layerProperties(site, wearer, moment),
  ];
}

/** The looks of a header and its parts: what holds at the top, and what a later moment changes. */
export function looksCss(site: Site, header: Header): string {
  const shadows = hasTextShadow(site, header);
  return wearersOf(header)
    .map((wearer) => {
      const { self } = wearer;
      const top = propertiesOf(site, wearer, 'top', shadows);
      const first = new Map(top);
      const stops = wearer.item ? [] : stopTransitions(site, wearer);
      const later = momentsOf(header)
        .slice(1)
        .map((moment) => {
          const changed = propertiesOf(site, wearer, moment, shadows).filter(
            ([key, value]) => first.get(key) !== value,
          );
          const at = `.hr[data-moment="${moment}"]`;
          return changed.length > 0 ? rule(self === '.hr' ? at : `${at} ${self}`, ...declare(changed)) : '';
        });
      const base = [...declare(top), ...(stops.length > 0 ? [`transition: ${stops.join(', ')}`] : [])];
      return (base.length > 0 ? rule(self, ...base) : '') + later.join('');
    })
    .join('');
}

function declare(properties: Properties): string[] {
  return properties.map(([key, value]) => `${key}: ${value}`);
}
