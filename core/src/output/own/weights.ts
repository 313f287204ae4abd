import { at } from '../../lists.ts';
import type { OwnGroup, OwnHeader, OwnRule, OwnState, Weight } from '../../model/own.ts';

/**
 * How heavy a rule has to be to win over those of a page that set the same (CSS Cascade 5, section 6): heavier than each of
 * them, so that it wins whether it comes before or after, and no heavier than that takes; important only where one of them is;
 * in the layer of those that are important in one, since there the layers' order is turned round.
 */

/** Whether a selector weighs more than another; the first number that differs decides. */
export function isHeavier(a: Weight, b: Weight): boolean {
  const i = a.findIndex((value, k) => value !== b[k]);
  return i >= 0 && a[i]! > b[i]!;
}

/** The heavier of two. */
export const heavier = (a: Weight, b: Weight): Weight => (isHeavier(b, a) ? b : a);

export const sumOf = (a: Weight, b: Weight): Weight => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];

/** A header's own selector made as heavy as it must be, and by how much it is heavier. */
export interface Raised {
  selector: string;
  by: Weight;
}

/**
 * Makes a selector that begins with the header's own heavier, by what is there in the markup: elements round it, then its
 * class, then its id, each repeated.
 * @param weight of the whole selector as it is
 * @param over what it has to weigh more than
 * @param least what it has to weigh at least
 */
export function raised(
  { selector, anchorId, anchorClass }: Pick<OwnHeader, 'selector' | 'anchorId' | 'anchorClass'>,
  weight: Weight,
  over: Weight | undefined,
  least: Weight = [0, 0, 0],
): Raised {
  const isEnough = (by: Weight) => {
    const sum = sumOf(weight, by);
    return (!over || isHeavier(sum, over)) && !isHeavier(least, sum);
  };
  const wanted = over ? heavier(over, least) : least;
  // What begins with `body` already has only `html` round it.
  const round = selector.startsWith('body') ? ['', 'html '] : ['', 'body ', 'html body '];
  const most = [
    Math.max(0, wanted[0] - weight[0]) + 1,
    Math.max(0, wanted[1] - weight[1]) + 1,
    round.length - 1,
  ] as const;
  const options: Weight[] = [];
  for (let ids = 0; ids <= most[0]; ids++)
    for (let classes = 0; classes <= most[1] + 1; classes++)
      for (let elements = 0; elements <= most[2]; elements++) options.push([ids, classes, elements]);
  const by = options
    .filter(isEnough)
    .reduce<Weight | undefined>(
      (least, each) => (!least || isHeavier(least, each) ? each : least),
      undefined,
    )!;
  const [ids, classes, elements] = by;
  const around = at(round, elements);
  // Where an element has neither id nor class, a negation that always holds weighs as much.
  const ofId = anchorId ?? ':not(#_)';
  const ofClass = anchorClass ?? ':not(._)';
  return { selector: `${around}${selector}${ofId.repeat(ids)}${ofClass.repeat(classes)}`, by };
}

/** States in which a rule of ours holds, in the order in which they go before one another. */
export const OUR_STATES = ['rest', 'current', 'open', 'focus', 'hover', 'active'] as const;
export type OurState = (typeof OUR_STATES)[number];

/** The state of ours that decides while a rule of theirs holds. */
function decidedBy(states: readonly OwnState[], ours: readonly OurState[]): OurState {
  const held = OUR_STATES.filter((state) => state === 'rest' || states.includes(state as OwnState));
  return held.filter((state) => ours.includes(state)).at(-1) ?? at(ours, 0);
}

/** What a declaration of ours has to beat. */
export interface Rivals {
  /** The heaviest that is not important, outside layers. */
  plain: Weight | undefined;
  /** The heaviest that is important, outside layers. */
  important: Weight | undefined;
  /** The heaviest that is important in each layer. */
  layers: Map<string, Weight>;
  /** Set in the element itself. */
  inline: boolean;
  /** Important in the element itself, or in a layer without a name: no style sheet wins over that. */
  beyond: OwnRule | undefined;
}

/** Whether a declaration sets a property: itself, or as one of several. */
const isSetBy = (ours: string, theirs: string) =>
  ours === theirs ||
  (ours === 'transition' && theirs.startsWith('transition-')) ||
  (ours === 'border-radius' && theirs.endsWith('-radius'));

/**
 * The rules of theirs that a declaration of ours has to beat.
 * @param state in which ours holds
 * @param ours all states for which ours sets this property
 */
export function rivalsOf(
  own: Pick<OwnHeader, 'rules'>,
  groups: readonly Pick<OwnGroup, 'name' | 'number'>[],
  property: string,
  state: OurState,
  ours: readonly OurState[],
): Rivals {
  const rivals: Rivals = {
    plain: undefined,
    important: undefined,
    layers: new Map(),
    inline: false,
    beyond: undefined,
  };
  const most = (known: Weight | undefined, weight: Weight) => (known ? heavier(known, weight) : weight);
  for (const rule of own.rules) {
    if (!isSetBy(property, rule.property)) continue;
    if (!groups.some(({ name, number }) => rule.group === name && rule.number === number)) continue;
    if (decidedBy(rule.states, ours) !== state) continue;
    const isInline = rule.selector === 'style';
    const isNameless = rule.layer !== undefined && /(^|\.)\?/.test(rule.layer);
    if (isInline) rivals.inline = true;
    if (rule.important && (isInline || isNameless)) rivals.beyond = rule;
    else if (isInline) continue;
    else if (rule.layer !== undefined) {
      if (rule.important) rivals.layers.set(rule.layer, most(rivals.layers.get(rule.layer), rule.weight));
    } else if (rule.important) rivals.important = most(rivals.important, rule.weight);
    else rivals.plain = most(rivals.plain, rule.weight);
  }
  return rivals;
}

/** Whether a declaration has to be important to beat its rivals. */
export function mustBeImportant({ important, layers, inline }: Rivals): boolean {
  return important !== undefined || layers.size > 0 || inline;
}
