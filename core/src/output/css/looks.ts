import { cssColour } from '../../colour/rgb.ts';
import {
  looksOf,
  originOf,
  resolveWorn,
  type Origin,
  type ResolvedLook,
  type Wearer,
} from '../../header/look.ts';
import { allPointed } from '../../header/pointed.ts';
import { formsOf, itemsOf, momentsOf, type Header, type Look, type Moment } from '../../model/header.ts';
import { LOGO_VARIANTS } from '../../model/picture.ts';
import { resolveColour, type ColourUse } from '../../model/palette.ts';
import type { Site } from '../../model/site.ts';
import { px, rule } from '../text.ts';
import { changesByScroll } from '../../header/manner.ts';
import { layerNeeds, layerProperties, stopTransitions } from './layers.ts';
import { WAY_CSS, mixed, type Property } from './mixed.ts';

/** Looks as custom properties: on the header, and on rails and items for what they set themselves. */

type Properties = Property[];

/** A text shadow as CSS writes it. */
function letterShadow(site: Site, { x, y, blur, colour, opacity }: ResolvedLook['textShadow']): string {
  return opacity === 0
    ? 'none'
    : `${px(x)} ${px(y)} ${px(blur)} ${cssColour(resolveColour(site.palette, colour), opacity)}`;
}

/** Whether any header, rail or item wears a text shadow at any moment. */
export function hasTextShadow(site: Site, header: Header): boolean {
  return wearersOf(header).some((wearer) =>
    looksOf(site, wearer).some(({ textShadow }) => textShadow.opacity > 0),
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

/** A custom property of what passes down from header to rail to item, with the value of the look that it is made from. */
interface Inherited {
  name: string;
  layer: 'ink' | 'cue' | 'backing' | 'textShadow';
  keys: readonly string[];
  /** None where nobody sets it and the rules that read it say what holds then. */
  value: string | undefined;
  /** Left out where nobody sets it: the rules that read it say what holds then. */
  isOptional?: boolean;
}

/** States that a link's backing can be set for. */
export const BACKING_STATES = ['rest', 'hover', 'pressed', 'focused', 'current', 'open'] as const;
const INKS = ['link', 'hover', 'current', 'pressed', 'focused', 'open', 'ring'] as const;
/** Inks that follow others where nobody sets them. */
const OPTIONAL_INKS: readonly string[] = ['pressed', 'focused', 'open', 'ring'];

/** All that passes down, at a moment. */
function inheritedOf(site: Site, look: ResolvedLook, shadows: boolean): Inherited[] {
  const colour = (use: ColourUse, opacity = 1) => cssColour(resolveColour(site.palette, use), opacity);
  const { ink, cue, backing, textShadow } = look;
  const inks = INKS.map((key): Inherited => {
    const isOptional = OPTIONAL_INKS.includes(key);
    const use = ink[key];
    const value = use && colour(use);
    return { name: `--hr-${key}`, layer: 'ink', keys: [key], value, isOptional };
  });
  const variants = LOGO_VARIANTS.map((variant): Inherited => ({
    name: `--hr-${variant}`,
    layer: 'ink',
    keys: ['logo'],
    value: ink.logo === variant ? '1' : '0',
  }));
  const optional = (
    layer: 'cue' | 'backing',
    key: string,
    name: string,
    value: string | undefined,
  ): Inherited => ({
    name,
    layer,
    keys: [key],
    value,
    isOptional: true,
  });
  return [
    ...inks,
    ...variants,
    optional('cue', 'hover', '--hr-line-hover', px(cue.hover)),
    optional('cue', 'current', '--hr-line-current', px(cue.current)),
    optional('cue', 'offset', '--hr-line-at', px(cue.offset)),
    optional('cue', 'share', '--hr-line-share', `${cue.share}%`),
    ...BACKING_STATES.map((key) =>
      optional(
        'backing',
        key,
        `--hr-plate-${key}`,
        backing[key] && colour(backing[key].colour, backing[key].opacity),
      ),
    ),
    optional('backing', 'reach', '--hr-plate-reach', px(backing.reach)),
    optional('backing', 'height', '--hr-plate-height', px(backing.height)),
    optional('backing', 'radius', '--hr-plate-radius', px(backing.radius)),
    ...(shadows
      ? [
          {
            name: '--hr-letters',
            layer: 'textShadow' as const,
            keys: ['x', 'y', 'blur', 'colour', 'opacity'],
            value: letterShadow(site, textShadow),
          },
        ]
      : []),
  ];
}

/** Where a value comes from that a part does not set itself, at this moment or one before. */
const AROUND: readonly Origin[] = ['rail', 'header', 'default'];

/** What passes down from a wearer at a moment: of a part, what it sets itself; of the header, all but what nobody sets. */
function inheritedProperties(
  site: Site,
  wearer: Wearer,
  moment: Moment,
  shadows: boolean,
  all?: ReadonlySet<string>,
): Properties {
  const isPart = wearer.rail !== undefined;
  return inheritedOf(site, resolveWorn(site, wearer, moment), shadows).flatMap(
    ({ name, layer, keys, value, isOptional }): Properties => {
      if (value === undefined) return [];
      const origins = keys.map((key) => originOf(site, wearer, moment, layer, key as never));
      const isTold = isPart
        ? origins.some((origin) => !AROUND.includes(origin))
        : !isOptional || origins.some((origin) => origin !== 'default');
      return isTold || all?.has(name) ? [[name, value]] : [];
    },
  );
}

/** States that links are dressed for beyond rest, hover and current page, anywhere in a header. */
export function dressedStates(header: Header): {
  pressed: boolean;
  focused: boolean;
  open: boolean;
  backing: boolean;
} {
  const sets = (test: (look: Look) => boolean) =>
    wearersOf(header).some((wearer) =>
      formsOf(header).some((moment) => {
        const part = wearer.item ?? wearer.rail ?? header;
        return 'looks' in part && test(part.looks?.[moment] ?? {});
      }),
    );
  return {
    pressed: sets(({ ink }) => ink?.pressed !== undefined),
    focused: sets(({ ink }) => ink?.focused !== undefined),
    open: sets(({ ink, backing }) => (ink?.open ?? backing?.open) !== undefined),
    backing: sets(({ backing }) => BACKING_STATES.some((state) => backing?.[state] !== undefined)),
  };
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
    looksOf(site, { header }).some(
      ({ edge: { above, start, end } }) => above.width + start.width + end.width > 0,
    )
  );
}

/** Whether the header throws a shadow at any moment. */
export function hasShadow(site: Site, header: Header): boolean {
  return looksOf(site, { header }).some(({ shadow }) => shadow.opacity > 0);
}

/**
 * All values of a wearer that hold at a moment.
 * @param as who it is in the header as it is dressed; layers go by that
 * @param all names of values that are told though it does not set them itself
 */
function propertiesOf(
  site: Site,
  wearer: Wearer,
  moment: Moment,
  shadows: boolean,
  as = wearer,
  all?: ReadonlySet<string>,
): Properties {
  const { rail, item } = wearer;
  const inherited = inheritedProperties(site, wearer, moment, shadows, all);
  if (item) return inherited;
  const look = resolveWorn(site, wearer, moment);
  if (rail) return layerNeeds(site, as).back ? [...inherited, ...layerProperties(site, as, look)] : inherited;
  return [
    ...inherited,
    ...outerProperties(site, look, hasSides(site, as.header), hasShadow(site, as.header)),
    ...layerProperties(site, as, look),
  ];
}

/** With the pointer over the header, or the keyboard in it. */
const POINTED = ':is(:hover, :has(:focus-visible))';

/** A wearer's values at a moment; with names, those of that name are told though it does not set them itself. */
type ValuesAt = (moment: Moment, all?: ReadonlySet<string>) => Properties;

/** What holds at first, and what is set at once when the next moment begins. */
interface Values {
  base: Properties;
  later: Properties;
}

/** Values that stay until the next moment begins. */
function stepped(at: ValuesAt, [first, next]: readonly Moment[]): Values {
  return { base: at(first!), later: at(next!) };
}

/** Values that go along with the scroll, as far as there is anything between them. */
function scrolled(at: ValuesAt, [first, next]: readonly Moment[]): Values {
  const names = new Set([...at(first!), ...at(next!)].map(([name]) => name));
  const [from, to] = [at(first!, names), at(next!, names)];
  const between = new Map(mixed(from, new Map(to)));
  return {
    base: from.map(([name, value]) => [name, between.get(name) ?? value]),
    later: to.filter(([name]) => !between.has(name)),
  };
}

/** The looks of a header and its parts: what holds at the top, what a later moment changes, and what the pointer does. */
export function looksCss(site: Site, header: Header): string {
  const shadows = hasTextShadow(site, header);
  const moments = momentsOf(header);
  const byScroll = changesByScroll(header);
  const values = byScroll ? scrolled : stepped;
  const pointed = new Map(allPointed(header).map(({ base, header: worn }) => [base, wearersOf(worn)]));
  const later = `.hr[data-moment="${moments[1]}"]`;
  const rules = wearersOf(header).map((wearer, i) => {
    const { self } = wearer;
    /** What differs from values that hold already, the later of which go before the earlier. */
    const differing = (properties: Properties, ...from: Properties[]) => {
      const known = new Map(from.flat());
      return properties.filter(([key, value]) => known.get(key) !== value);
    };
    const when = (at: string, changed: Properties) =>
      changed.length > 0 ? rule(self === '.hr' ? at : `${at} ${self}`, ...declare(changed)) : '';
    const own = values((moment, all) => propertiesOf(site, wearer, moment, shadows, wearer, all), moments);
    const stops = wearer.item ? [] : stopTransitions(site, wearer);
    const rules = [
      own.base.length > 0 ? rule(self, ...declare(own.base)) : '',
      stops.length > 0 ? rule(self, `transition: ${stops.join(', ')}`) : '',
      when(later, differing(own.later, own.base)),
    ];
    if (pointed.size > 0) {
      const over = values(
        (moment, all) => propertiesOf(site, pointed.get(moment)![i]!, moment, shadows, wearer, all),
        moments,
      );
      const changed = differing(over.base, own.base);
      rules.push(
        when(`.hr${POINTED}`, changed),
        // What the pointer changes at the top goes before what the later moment sets.
        when(`${later}${POINTED}`, differing(over.later, own.base, own.later, changed)),
      );
    }
    return rules.join('');
  });
  return (byScroll ? WAY_CSS : '') + rules.join('');
}

function declare(properties: Properties): string[] {
  return properties.map(([key, value]) => `${key}: ${value}`);
}
