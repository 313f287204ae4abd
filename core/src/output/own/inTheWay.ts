import type { OwnGroupName, OwnHeader, OwnRule } from '../../model/own.ts';

/** The rules of theirs that a change has to beat, in words. */

/** One of them: what it does, where it stands and what it weighs, and what follows from it. */
export interface InTheWay {
  what: string;
  selector: string;
  /** Ids, classes and elements, as 1-1-1. */
  weight: string;
  sets: string;
  so: string;
}

const THINGS: Record<OwnGroupName, string> = {
  header: 'The header',
  ground: 'Something between the links and the page',
  logo: 'The logo',
  menu: 'The menu',
  links: 'Links',
  letters: 'Letters',
  current: 'The current page',
  children: 'Links below',
  'drop-down': 'The drop-down',
  button: 'The button',
  icons: 'Icons',
  mark: 'The menu button',
  lines: 'A line below links',
  focus: 'Icons',
  panel: 'The folded menu',
};

const isGround = ({ property, value }: OwnRule) =>
  (property === 'background-color' &&
    !/^(transparent|rgba\(0, 0, 0, 0\)|initial|inherit|unset)$/.test(value)) ||
  (property === 'background-image' && !/^(none|initial|inherit|unset)$/.test(value));

const isInk = ({ property }: OwnRule) => property === 'color' || property === 'fill' || property === 'stroke';

function sayOf(rule: OwnRule): Pick<InTheWay, 'what' | 'so'> | undefined {
  const thing = THINGS[rule.group];
  const state = rule.states.includes('hover')
    ? ' under the pointer'
    : rule.states.includes('focus')
      ? ' with the keyboard on it'
      : '';
  if (rule.important && rule.selector === 'style')
    return {
      what: `${thing}: ${rule.property} is set with !important in the markup`,
      so: 'No style sheet wins over that: it has to go from the markup.',
    };
  if (rule.important && rule.layer !== undefined && /(^|\.)\?/.test(rule.layer))
    return {
      what: `${thing}: ${rule.property} is set with !important in a layer without a name`,
      so: 'No style sheet wins over that: give the layer a name, or take the word out.',
    };
  if (rule.important && rule.layer !== undefined)
    return {
      what: `${thing}${state}: ${rule.property} is set with !important in the layer ${rule.layer}`,
      so: 'Ours stands in that layer, too, and says so.',
    };
  if (rule.important)
    return {
      what: `${thing}${state}: ${rule.property} is set with !important`,
      so: 'Ours has to say so too, there alone.',
    };
  if (rule.selector === 'style')
    return {
      what: `${thing}: ${rule.property} is set in the markup itself`,
      so: 'Ours has to be important there.',
    };
  if ((rule.group === 'ground' || rule.group === 'panel') && isGround(rule))
    return rule.group === 'ground'
      ? {
          what: `${thing} has a fill of its own`,
          so: 'It has to go where the header’s own ground is to be seen.',
        }
      : undefined;
  if (rule.weight[0] > 0 && (isInk(rule) || isGround(rule)))
    return {
      what: `${thing}${state}: ${isInk(rule) ? 'the colour' : 'the fill'} is set by an id`,
      so: 'Ours names that id, too.',
    };
  if (rule.media !== undefined && (isInk(rule) || isGround(rule)))
    return {
      what: `${thing}${state}: ${isInk(rule) ? 'the colour' : 'the fill'} is another where ${rule.media}`,
      so: 'Ours holds at every width.',
    };
  return undefined;
}

/** What stands in the way, the heaviest first, each once. */
export function inTheWay(own: Pick<OwnHeader, 'rules'>): InTheWay[] {
  const found = new Map<string, InTheWay & { rank: number }>();
  for (const rule of own.rules) {
    const said = sayOf(rule);
    if (!said) continue;
    const key = `${said.what} ${rule.selector}`;
    if (found.has(key)) continue;
    const [ids, classes, elements] = rule.weight;
    found.set(key, {
      ...said,
      selector: rule.selector === 'style' ? 'style="…"' : rule.selector,
      weight: rule.selector === 'style' ? 'in the element' : rule.weight.join('-'),
      sets: `${rule.property}: ${rule.value}${rule.important ? ' !important' : ''}`,
      rank: (rule.important ? 1e6 : 0) + ids * 1e4 + classes * 100 + elements,
    });
  }
  return [...found.values()].sort((a, b) => b.rank - a.rank).map(({ rank: _, ...rest }) => rest);
}
