import { OVER_ALL, OVER_LETTERS } from '@hatrail/core/output/own/letters';
import type { OwnGroupName, OwnState } from '@hatrail/core/model/own';
import type { OwnReader, RawRule } from '../../src/ownRead.ts';
import { made } from './groups.ts';
import { eachRule, lastOf, matches, pseudoOf, reachedBy, sheetsOf } from './sheets.ts';
import { roles } from './state.ts';

/** Rules that reach the header. */

/** What makes the ring round what has the keyboard. */
const RING = ['outline-color', 'outline-style', 'outline-width', 'outline-offset'];

const LETTERS = Object.keys(OVER_LETTERS);
const SETS: Record<OwnGroupName, string[]> = {
  header: [
    'background-color',
    'background-image',
    'box-shadow',
    'border-top-color',
    'border-right-color',
    'border-bottom-color',
    'border-left-color',
    'position',
    'top',
    'right',
    'left',
    'width',
    'margin-bottom',
    'isolation',
    'backdrop-filter',
    ...OVER_ALL,
    'overflow-x',
    'overflow-y',
  ],
  ground: ['background-color', 'background-image', 'backdrop-filter', ...OVER_ALL],
  logo: [
    'background-color',
    'background-image',
    'color',
    'transition-property',
    'transition-duration',
    ...RING,
    ...LETTERS,
  ],
  menu: [],
  text: [
    'color',
    'background-color',
    'background-image',
    'transition-property',
    'transition-duration',
    ...LETTERS,
  ],
  letters: ['color', ...LETTERS],
  focus: ['background-color', 'background-image', ...RING],
  links: [
    'border-top-left-radius',
    'border-top-right-radius',
    'border-bottom-left-radius',
    'border-bottom-right-radius',
    'color',
    'background-color',
    'background-image',
    'text-decoration-line',
    'text-decoration-color',
    'text-decoration-style',
    'text-decoration-thickness',
    'text-underline-offset',
    'border-bottom-color',
    'transition-property',
    'transition-duration',
    ...RING,
    ...LETTERS,
  ],
  openers: ['color', 'background-color'],
  current: [
    'color',
    'text-decoration-line',
    'text-decoration-color',
    'text-decoration-style',
    'text-decoration-thickness',
    'border-bottom-color',
    'background-color',
  ],
  children: ['color', 'background-color', 'background-image', ...RING, ...LETTERS],
  'drop-down': ['background-color', 'background-image'],
  button: [
    'border-top-left-radius',
    'border-top-right-radius',
    'border-bottom-left-radius',
    'border-bottom-right-radius',
    'color',
    'background-color',
    'background-image',
    'transition-property',
    'transition-duration',
    ...RING,
    ...LETTERS,
  ],
  icons: [],
  mark: [],
  lines: ['background-color', 'background-image', 'border-bottom-color', 'border-top-color'],
  panel: ['background-color', 'background-image'],
};
const STATES: [RegExp, OwnState][] = [
  [/:hover(?![\w-])/, 'hover'],
  // One that has the focus by a click is met at rest, too.
  [/:focus-visible(?![\w-])/, 'focus'],
  [/:active(?![\w-])/, 'active'],
];
export const rules: OwnReader['rules'] = (texts) => {
  const found: RawRule[] = [];
  eachRule(sheetsOf(texts), ({ rule, selectors, layer, media }) => {
    const properties = [...rule.style];
    if (properties.length === 0) return;
    for (const selector of selectors) {
      const bare = reachedBy(selector);
      const pseudo = pseudoOf(selector);
      for (const group of made) {
        const own = group.pseudo?.map((each) => each.slice(2));
        if (pseudo !== undefined && !own?.includes(pseudo)) continue;
        if (pseudo === undefined && own) continue;
        const plain = group.elements.filter(
          (each) => group.name !== 'links' || roles.get(each) !== 'current',
        );
        const judged = plain.length > 0 ? plain : group.elements;
        if (!judged.some((each) => matches(each, bare))) continue;
        const wanted = [...SETS[group.name], ...(group.paints ?? [])];
        for (const property of properties) {
          if (!wanted.includes(property)) continue;
          found.push({
            group: group.name,
            number: group.number,
            property,
            value: rule.style.getPropertyValue(property).slice(0, 300),
            selector: selector.slice(0, 1000),
            important: rule.style.getPropertyPriority(property) === 'important',
            ...(layer !== undefined && { layer }),
            ...(media !== undefined && { media: media.slice(0, 300) }),
            states: STATES.filter(([pattern]) =>
              pattern.test(lastOf(selector).replace(/:not\([^)]*\)/g, '')),
            ).map(([, state]) => state),
          });
        }
      }
    }
  });
  for (const group of made) {
    if (group.pseudo) continue;
    const wanted = [...SETS[group.name], ...(group.paints ?? [])];
    for (const element of group.elements) {
      const { style } = element as HTMLElement;
      for (const property of [...(style ?? [])]) {
        if (!wanted.includes(property)) continue;
        found.push({
          group: group.name,
          number: group.number,
          property,
          value: style.getPropertyValue(property).slice(0, 300),
          selector: 'style',
          important: style.getPropertyPriority(property) === 'important',
          states: [],
        });
      }
    }
  }
  return found.slice(0, 1900);
};
