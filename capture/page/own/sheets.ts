import { OVER_ALL } from '@hatrail/core/output/own/letters';
import { header } from './state.ts';

/** The page's style sheets: their rules one by one, and whom a selector is of, whatever state it asks for. */

/** States, which a selector is looked at without. */
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
export interface Seen {
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
export const eachRule = (sheets: readonly CSSStyleSheet[], visit: (seen: Seen) => void) => {
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
export const lastOf = (selector: string) =>
  /(?:\([^()]*(?:\([^()]*\)[^()]*)*\)|\[[^\]]*\]|[^\s>+~(\[])+$/.exec(selector)?.[0] ?? selector;
export const bareOf = (selector: string) =>
  selector
    .replace(
      /::(before|after|marker|placeholder|selection|first-line|first-letter|backdrop|[-\w]+)(\([^)]*\))?/g,
      '',
    )
    .replace(STRIP, '')
    .replace(/:(not|is|where)\(\s*\)/g, '') || '*';
export const pseudoOf = (selector: string) => /::?(before|after)(?![\w-])/.exec(selector)?.[1];
export const matches = (element: Element, selector: string): boolean => {
  try {
    return element.matches(selector);
  } catch {
    return false;
  }
};

/** What a selector is of once it asks for no state: a step that ends in a combinator then stands for anything. */
export const reachedBy = (selector: string): string =>
  bareOf(selector)
    .replace(/([>+~ ])\s*$/, '$1 *')
    .replace(/^\s*([>+~])/, '* $1')
    .replace(/([>+~])\s*(?=[>+~])/g, '$1 * ');

/** A state that is asked for, of the element itself or of what is round it; not one that is asked not to be. */
const ASKS = /:(hover|focus|focus-visible|focus-within|active)(?![\w-])/;
/** Whatever makes an element, or all that is in it, look otherwise than at rest. */
const CHANGES = ['background-color', 'background-image', 'backdrop-filter', ...OVER_ALL];
const INERT = /^(transparent|none|initial|inherit|unset|normal|1|rgba\(0, 0, 0, 0\))$/;

/** An element, or what stands before or after its contents, which may be there in that state only. */
export interface Changed {
  element: Element;
  pseudo?: string;
  isMade: boolean;
}

/** What within the header changes its ground under the pointer, with the keyboard, or while it is pressed. */
export const changedInStates = (texts: Record<string, string>): Changed[] => {
  const found: Changed[] = [];
  const all = [...header.querySelectorAll('*')];
  eachRule(sheetsOf(texts), ({ rule, selectors }) => {
    const changes = CHANGES.some((property) => {
      const value = rule.style.getPropertyValue(property);
      return value !== '' && !INERT.test(value);
    });
    if (!changes) return;
    const isMade = !/^(none|normal)?$/.test(rule.style.getPropertyValue('content'));
    for (const selector of selectors) {
      if (!ASKS.test(selector.replace(/:not\([^)]*\)/g, ''))) continue;
      const [bare, pseudo] = [reachedBy(selector), pseudoOf(selector)];
      for (const element of all)
        if (matches(element, bare))
          found.push({ element, isMade, ...(pseudo !== undefined && { pseudo: `::${pseudo}` }) });
    }
  });
  return found;
};
