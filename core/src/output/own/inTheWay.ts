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
  openers: 'Links with a drop-down',
  letters: 'Letters',
  text: 'Other text',
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

const CALLED: Record<string, string> = {
  color: 'the colour',
  'background-color': 'the fill',
  'background-image': 'the picture behind',
  'border-bottom-color': 'the line',
  'text-decoration-line': 'the underline',
  'text-decoration-color': 'the underline',
  'text-decoration-style': 'the underline',
  'text-decoration-thickness': 'the underline',
};

/** How a rule is in the way, without whom it is of: what is said of it, and what follows. */
function sayOf(rule: OwnRule): { how: string; so: string } | undefined {
  const { important, layer, selector, states, media, weight, group, property } = rule;
  const what = CALLED[property] ?? property;
  const state = states.includes('hover')
    ? ' under the pointer'
    : states.includes('focus')
      ? ' with the keyboard on it'
      : '';
  const isNameless = layer !== undefined && /(^|\.)\?/.test(layer);
  if (important && selector === 'style')
    return {
      how: `${what} is set with !important in the markup`,
      so: 'No style sheet wins over that: it has to go from the markup.',
    };
  if (important && isNameless)
    return {
      how: `${what} is set with !important in a layer without a name`,
      so: 'No style sheet wins over that: give the layer a name, or take the word out.',
    };
  if (important && layer !== undefined)
    return {
      how: `${what}${state} is set with !important in the layer ${layer}`,
      so: 'Ours stands in that layer, too, and says so.',
    };
  if (important)
    return { how: `${what}${state} is set with !important`, so: 'Ours has to say so too, there alone.' };
  if (selector === 'style')
    return { how: `${what} is set in the markup itself`, so: 'Ours has to be important there.' };
  if (group === 'ground' && isGround(rule))
    return {
      how: 'has a fill of its own',
      so: 'It has to go where the header’s own ground is to be seen.',
    };
  if (!isInk(rule) && !isGround(rule)) return undefined;
  if (weight[0] > 0) return { how: `${what}${state} is set by an id`, so: 'Ours names that id, too.' };
  if (media !== undefined)
    return { how: `${what}${state} is another where ${media}`, so: 'Ours holds at every width.' };
  return undefined;
}

/** What stands in the way, the heaviest first: of a rule that is in several's way, once. */
export function inTheWay(own: Pick<OwnHeader, 'rules' | 'groups'>): InTheWay[] {
  const menu = own.groups.find(({ name }) => name === 'menu')?.inner[0];
  /** Whom a rule is of: a ground that lies in the menu is the menu's. */
  const thingOf = ({ group, number }: OwnRule): string => {
    const inner = own.groups.find((each) => each.name === group && each.number === number)?.inner[0];
    const isMenu = group === 'ground' && menu !== undefined && inner?.startsWith(menu);
    return isMenu ? 'The menu' : THINGS[group];
  };
  const found = new Map<
    string,
    { things: Set<string>; way: Omit<InTheWay, 'what'>; how: string; rank: number }
  >();
  for (const rule of own.rules) {
    const said = sayOf(rule);
    if (!said) continue;
    const key = `${said.how} ${rule.selector}`;
    const known = found.get(key);
    known?.things.add(thingOf(rule));
    if (known) continue;
    const [ids, classes, elements] = rule.weight;
    found.set(key, {
      things: new Set([thingOf(rule)]),
      how: said.how,
      way: {
        selector: rule.selector === 'style' ? 'style="…"' : rule.selector,
        weight: rule.selector === 'style' ? 'in the element' : rule.weight.join('-'),
        sets: `${rule.property}: ${rule.value}${rule.important ? ' !important' : ''}`,
        so: said.so,
      },
      rank: (rule.important ? 1e6 : 0) + ids * 1e4 + classes * 100 + elements,
    });
  }
  return [...found.values()]
    .sort((a, b) => b.rank - a.rank)
    .map(({ things, how, way }) => {
      const [first = '', ...others] = [...things];
      const whom = [first, ...others.map((each) => each.toLowerCase())].join(', ');
      return { ...way, what: how.startsWith('has') ? `${whom} ${how}` : `${whom}: ${how}` };
    });
}
