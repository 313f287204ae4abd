import { at as elementAt } from '../../lists.ts';
import { looksOf, originOf, resolveWorn, type Origin, type Wearer } from '../../header/look.ts';
import { allPointed } from '../../header/pointed.ts';
import { BACKING_STATES } from '../../layers/backing.ts';
import { movesCue } from '../../layers/cue.ts';
import { hasSides } from '../../layers/edge.ts';
import { LAYER_NAMES, layerOf, showsLayer, type LayerName, type ResolvedLook } from '../../layers/index.ts';
import { formsOf, itemsOf, momentsOf, type Header, type Look, type Moment } from '../../model/header.ts';
import type { Site } from '../../model/site.ts';
import { changesByScroll } from '../../header/manner.ts';
import { rule } from '../../css/text.ts';
import { backClass, hasBack, stopTransitions } from './layers.ts';
import { mixed, wayCss, type Property } from './mixed.ts';

/** Looks as custom properties: on the header, and on rails and items for what they set themselves. */

type Properties = Property[];

/** How the header and its parts are named in a style sheet: parts by what follows the header's own selector. */
export interface LookSelectors {
  root: string;
  /** The header once the next moment has begun. */
  later: string;
  /** None where a rail, or an item, wears nothing of its own. */
  rail(number: number): string | undefined;
  item(id: string): string | undefined;
  /** Values that nothing there reads. */
  without?: RegExp;
}

/** How they are named in markup of ours. */
function ourSelectors(site: Site, header: Header): LookSelectors {
  const railSelector = (number: number) => {
    const back = backClass(site, { header, rail: header.rails[number - 1] });
    return back === undefined ? `.hr-rail-${number}` : `:is(.hr-rail-${number}, .${back})`;
  };
  return {
    root: '.hr',
    later: `.hr[data-moment="${momentsOf(header)[1]}"]`,
    rail: railSelector,
    item: (id) => `.hr-item-${id}`,
  };
}

/** The header, its rails and its items. */
function wearersOf(header: Header): Wearer[] {
  return [
    { header },
    ...header.rails.map((rail) => ({ header, rail })),
    ...header.rails.flatMap((rail) => itemsOf(rail).map((item) => ({ header, rail, item }))),
  ];
}

/** How a wearer is named in a style sheet. */
function selectorOf({ header, rail, item }: Wearer, selectors: LookSelectors): string | undefined {
  if (item) return selectors.item(item.id);
  return rail ? selectors.rail(header.rails.indexOf(rail) + 1) : selectors.root;
}

/** Whether a layer shows at any moment on any of some wearers. */
function isWorn(site: Site, name: LayerName, wearers: readonly Wearer[]): boolean {
  return wearers.some((wearer) => looksOf(site, wearer).some((look) => showsLayer(look, name)));
}

/** Whether any header, rail or item wears a text shadow at any moment. */
export function hasTextShadow(site: Site, header: Header): boolean {
  return isWorn(site, 'textShadow', wearersOf(header));
}

/** Whether the header throws a shadow at any moment. */
export function hasShadow(site: Site, header: Header): boolean {
  return isWorn(site, 'shadow', [{ header }]);
}

/** Whether lines at other sides than below are drawn at any moment, or round corners. */
export function hasLines(site: Site, header: Header): boolean {
  const edges = looksOf(site, { header }).map(({ edge }) => edge);
  return hasSides(edges, header.extent?.radius ?? 0);
}

/** What all wearers of a header wear of each layer that passes down, at all their moments: read once for a style sheet. */
type Everywhere = ReadonlyMap<LayerName, readonly object[]>;

function wornEverywhere(site: Site, header: Header): Everywhere {
  const looks = wearersOf(header).flatMap((wearer) => looksOf(site, wearer));
  const down = LAYER_NAMES.filter((name) => layerOf(name).passesDown);
  return new Map(down.map((name) => [name, looks.map((look) => look[name])]));
}

/** Where a value comes from that a part does not set itself, at this moment or one before. */
const AROUND: readonly Origin[] = ['rail', 'header', 'default'];

/** What passes down from a wearer at a moment: of a part, what it sets itself; of the header, all but what nobody sets. */
function inheritedProperties(
  site: Site,
  wearer: Wearer,
  moment: Moment,
  everywhere: Everywhere,
  names?: ReadonlySet<string>,
): Properties {
  const isPart = wearer.rail !== undefined;
  const look = resolveWorn(site, wearer, moment);
  return [...everywhere].flatMap(([layer, all]) =>
    layerOf(layer)
      .tells(look[layer], all, site.palette, 0)
      .flatMap(({ name, keys = [], value, isOptional }): Properties => {
        if (value === undefined) return [];
        const origins = keys.map((key) => originOf(site, wearer, moment, layer, key as never));
        const isTold = isPart
          ? origins.some((origin) => !AROUND.includes(origin))
          : !isOptional || origins.some((origin) => origin !== 'default');
        return isTold || names?.has(name) ? [[name, value]] : [];
      }),
  );
}

/** What a wearer's own layers are in one of its looks; those that lie round the header are the header's alone. */
function ownProperties(site: Site, wearer: Wearer, look: ResolvedLook): Properties {
  const worn = wearer.rail ? 'rail' : 'header';
  const looks = looksOf(site, wearer);
  const radius = wearer.header.extent?.radius ?? 0;
  return LAYER_NAMES.flatMap((name) => {
    const { passesDown, wearers, back, tells, tellsOnOwn } = layerOf(name);
    if (passesDown || !(wearers.includes(worn) || back)) return [];
    const all = looks.map((each) => each[name]);
    const isOwn = wearer.header.own !== undefined;
    const told =
      isOwn && tellsOnOwn ? tellsOnOwn(look[name], all) : tells(look[name], all, site.palette, radius);
    return told.flatMap(({ name, value }): Properties => (value === undefined ? [] : [[name, value]]));
  });
}

/** States that links are dressed for beyond rest, hover and current page, anywhere in a header. */
export function dressedStates(header: Header): {
  pressed: boolean;
  focused: boolean;
  open: boolean;
  backing: boolean;
  buttons: boolean;
  buttonShadow: boolean;
  /** Lines that are there at rest, come from a side, or take a time of their own. */
  movingCue: boolean;
  /** Backings of another size under the pointer. */
  growingBacking: boolean;
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
    movingCue: sets(({ cue }) => cue !== undefined && movesCue(cue)),
    growingBacking: sets(({ backing }) => (backing?.hoverReach ?? backing?.hoverHeight) !== undefined),
    buttonShadow: sets(({ buttons }) => (buttons?.shadowOpacity ?? 0) > 0),
    buttons: sets(({ buttons }) => buttons !== undefined && Object.keys(buttons).length > 0),
  };
}

/**
 * All values of a wearer that hold at a moment.
 * @param as who it is in the header as it is dressed; layers go by that
 * @param all names of values that are told though it does not set them itself
 */
function propertiesOf(
  site: Site,
  wearer: Wearer,
  { moment, everywhere, all }: { moment: Moment; everywhere: Everywhere; all?: ReadonlySet<string> },
  as = wearer,
): Properties {
  const inherited = inheritedProperties(site, wearer, moment, everywhere, all);
  if (wearer.item || (wearer.rail && !hasBack(site, as))) return inherited;
  return [...inherited, ...ownProperties(site, as, resolveWorn(site, wearer, moment))];
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
export function looksCss(site: Site, header: Header, selectors = ourSelectors(site, header)): string {
  const everywhere = wornEverywhere(site, header);
  const moments = momentsOf(header);
  const byScroll = changesByScroll(header);
  const values = byScroll ? scrolled : stepped;
  const pointed = new Map(allPointed(header).map(({ base, header: worn }) => [base, wearersOf(worn)]));
  const { root, later } = selectors;
  const rules = wearersOf(header).map((wearer, i) => {
    const self = selectorOf(wearer, selectors);
    if (self === undefined) return '';
    /** A part below the header in one of its states; ours are named by themselves. */
    const below = (at: string) => (self === root ? at : `${at}${self.startsWith(' ') ? '' : ' '}${self}`);
    const plain = self.startsWith(' ') ? `${root}${self}` : self;
    /** What differs from values that hold already, the later of which go before the earlier. */
    const differing = (properties: Properties, ...from: Properties[]) => {
      const known = new Map(from.flat());
      return properties.filter(([key, value]) => known.get(key) !== value);
    };
    const when = (at: string, changed: Properties) => {
      const lines = declare(changed, selectors.without);
      return lines.length > 0 ? rule(below(at), ...lines) : '';
    };
    const own = values(
      (moment, all) => propertiesOf(site, wearer, { moment, everywhere, all }, wearer),
      moments,
    );
    const stops = wearer.item ? [] : stopTransitions(site, wearer);
    const rules = [
      own.base.length > 0 ? rule(plain, ...declare(own.base, selectors.without)) : '',
      // A header that is not of ours says itself what changes over time.
      stops.length > 0 && root === '.hr' ? rule(plain, `transition: ${stops.join(', ')}`) : '',
      when(later, differing(own.later, own.base)),
    ];
    if (pointed.size > 0) {
      const over = values(
        (moment, all) =>
          propertiesOf(site, elementAt(pointed.get(moment)!, i), { moment, everywhere, all }, wearer),
        moments,
      );
      const changed = differing(over.base, own.base);
      rules.push(
        when(`${root}${POINTED}`, changed),
        // What the pointer changes at the top goes before what the later moment sets.
        when(`${later}${POINTED}`, differing(over.later, own.base, own.later, changed)),
      );
    }
    return rules.join('');
  });
  return (byScroll ? wayCss(root) : '') + rules.join('');
}

function declare(properties: Properties, without?: RegExp): string[] {
  return properties.filter(([key]) => !without?.test(key)).map(([key, value]) => `${key}: ${value}`);
}
