import type { OwnGroupName, OwnState } from '@hatrail/core/model/own';
import type { OwnReader, RawRule } from '../../src/ownRead.ts';
import { made } from './groups.ts';
import { roles } from './state.ts';

/** Rules that reach the header. */

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
    'opacity',
    'overflow-x',
    'overflow-y',
  ],
  ground: ['background-color', 'background-image', 'backdrop-filter', 'opacity', 'filter', 'mix-blend-mode'],
  logo: [
    'background-color',
    'background-image',
    '-webkit-text-fill-color',
    'opacity',
    'color',
    'transition-property',
    'transition-duration',
    'text-shadow',
    'outline-color',
  ],
  menu: [],
  text: [
    'color',
    'background-color',
    'background-image',
    'text-shadow',
    'opacity',
    'animation-name',
    '-webkit-text-fill-color',
    'transition-property',
    'transition-duration',
  ],
  letters: ['animation-name', 'color', '-webkit-text-fill-color', 'text-shadow', 'opacity'],
  focus: [
    'background-color',
    'background-image',
    'outline-color',
    'outline-style',
    'outline-width',
    'outline-offset',
  ],
  links: [
    'animation-name',
    'border-top-left-radius',
    'border-top-right-radius',
    'border-bottom-left-radius',
    'border-bottom-right-radius',
    'color',
    'background-color',
    'background-image',
    'text-decoration-line',
    'text-decoration-color',
    'text-decoration-thickness',
    'text-underline-offset',
    'border-bottom-color',
    'transition-property',
    'transition-duration',
    'text-shadow',
    'opacity',
    'outline-color',
    'outline-style',
    'outline-width',
    'outline-offset',
    '-webkit-text-fill-color',
  ],
  current: [
    'color',
    'text-decoration-line',
    'text-decoration-thickness',
    'border-bottom-color',
    'background-color',
  ],
  children: ['color', 'background-color', 'background-image', 'outline-color', 'opacity'],
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
    'text-shadow',
    'outline-color',
    'outline-style',
    'outline-width',
    'outline-offset',
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
const STRIP =
  /:(hover|focus|focus-visible|focus-within|active|visited|link|any-link|target|checked)(?![\w-])/g;
const partsOf = (list: string): string[] => {
  const parts: string[] = [];
  let [depth, from] = [0, 0];
  for (let i = 0; i < list.length; i++) {
    if (list[i] === '(' || list[i] === '[') depth++;
    else if (list[i] === ')' || list[i] === ']') depth--;
    else if (list[i] === ',' && depth === 0) {
      parts.push(list.slice(from, i).trim());
      from = i + 1;
    }
  }
  return [...parts, list.slice(from).trim()].filter(Boolean);
};
interface Seen {
  rule: CSSStyleRule;
  selectors: string[];
  layer: string | undefined;
  media: string | undefined;
}
export const sheetsOf = (texts: Record<string, string>): CSSStyleSheet[] =>
  [...document.styleSheets, ...document.adoptedStyleSheets].flatMap((sheet) => {
    if ((sheet.ownerNode as Element | null)?.id === 'hatrail-still') return [];
    try {
      void sheet.cssRules;
      return [sheet];
    } catch {
      const text = sheet.href ? texts[sheet.href] : undefined;
      if (text === undefined) return [];
      const copy = new CSSStyleSheet({ media: sheet.media.mediaText });
      copy.replaceSync(text);
      return [copy];
    }
  });
/** A rule's selectors, within those of the rule that it is nested in. */
export const selectorsIn = (rule: CSSStyleRule, above: readonly string[] | undefined): string[] => {
  const own = partsOf(rule.selectorText);
  if (!above) return own;
  return own.flatMap((each) =>
    above.map((up) => (each.includes('&') ? each.replaceAll('&', `:is(${up})`) : `${up} ${each}`)),
  );
};
const eachRule = (sheets: readonly CSSStyleSheet[], visit: (seen: Seen) => void) => {
  const walk = (
    rules: CSSRuleList,
    layer: string | undefined,
    media: string | undefined,
    above: string[] | undefined,
  ) => {
    for (const rule of rules) {
      const joined = (own: string) => (media && own ? `${media} and ${own}` : media || own || undefined);
      if (rule instanceof CSSStyleRule) {
        const selectors = selectorsIn(rule, above);
        visit({ rule, selectors, layer, media });
        if (rule.cssRules.length > 0) walk(rule.cssRules, layer, media, selectors);
      } else if (rule instanceof CSSMediaRule)
        walk(rule.cssRules, layer, joined(rule.media.mediaText), above);
      else if (rule instanceof CSSLayerBlockRule)
        walk(rule.cssRules, [layer, rule.name || '?'].filter(Boolean).join('.'), media, above);
      else if (rule instanceof CSSImportRule && rule.styleSheet) {
        const name = rule.layerName;
        try {
          walk(
            rule.styleSheet.cssRules,
            name === null ? layer : [layer, name || '?'].filter(Boolean).join('.'),
            joined(rule.media.mediaText),
            above,
          );
        } catch {
          // A sheet of another host.
        }
      } else if ('cssRules' in rule) walk((rule as CSSGroupingRule).cssRules, layer, media, above);
    }
  };
  for (const sheet of sheets) {
    const media =
      sheet.media.mediaText && sheet.media.mediaText !== 'all' ? sheet.media.mediaText : undefined;
    walk(sheet.cssRules, undefined, media, undefined);
  }
};
/** The part of a selector that is of the element itself. */
const lastOf = (selector: string) =>
  /(?:\([^()]*(?:\([^()]*\)[^()]*)*\)|\[[^\]]*\]|[^\s>+~(\[])+$/.exec(selector)?.[0] ?? selector;
export const bareOf = (selector: string) =>
  selector
    .replace(
      /::(before|after|marker|placeholder|selection|first-line|first-letter|backdrop|[-\w]+)(\([^)]*\))?/g,
      '',
    )
    .replace(STRIP, '')
    .replace(/:(not|is|where)\(\s*\)/g, '') || '*';
const pseudoOf = (selector: string) => /::?(before|after)(?![\w-])/.exec(selector)?.[1];
export const matches = (element: Element, selector: string): boolean => {
  try {
    return element.matches(selector);
  } catch {
    return false;
  }
};
export const rules: OwnReader['rules'] = (texts) => {
  const found: RawRule[] = [];
  eachRule(sheetsOf(texts), ({ rule, selectors, layer, media }) => {
    const properties = [...rule.style];
    if (properties.length === 0) return;
    for (const selector of selectors) {
      // A step that ends in a combinator once its states are gone stands for anything.
      const bare = bareOf(selector)
        .replace(/([>+~ ])\s*$/, '$1 *')
        .replace(/^\s*([>+~])/, '* $1')
        .replace(/([>+~])\s*(?=[>+~])/g, '$1 * ');
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
