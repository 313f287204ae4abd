import type { Page as Tab } from 'playwright-core';

/** Whether a paste wins on a page: read property by property in the browser. */

/** A declaration of the paste that something else goes before. */
export interface Lost {
  selector: string;
  property: string;
  wanted: string;
  seen: string;
}

const PASTE = 'the-paste';

/** Puts a paste into a page: after everything else in its head, or before. */
export async function paste(tab: Tab, css: string, where: 'last' | 'first' = 'last'): Promise<void> {
  await tab.evaluate(
    ({ css: text, id, isFirst }) => {
      document.getElementById(id)?.remove();
      const style = document.createElement('style');
      style.id = id;
      style.textContent = text;
      if (isFirst) document.head.prepend(style);
      else document.head.append(style);
    },
    { css, id: PASTE, isFirst: where === 'first' },
  );
}

/**
 * Every declaration of the paste that holds now and is not what the browser computes: each is set in the element itself, with all
 * the weight there is, and nothing may change by that.
 */
export function lostNow(tab: Tab): Promise<Lost[]> {
  return tab.evaluate((id) => {
    const sheet = (document.getElementById(id) as HTMLStyleElement).sheet!;
    const lost: Lost[] = [];
    interface Held {
      rule: CSSStyleRule;
      selector: string;
    }
    const rules: Held[] = [];
    const walk = (list: CSSRuleList) => {
      for (const rule of list) {
        if (rule instanceof CSSStyleRule) rules.push({ rule, selector: rule.selectorText });
        else if (rule instanceof CSSMediaRule) {
          if (matchMedia(rule.media.mediaText).matches) walk(rule.cssRules);
        } else if ('cssRules' in rule) walk((rule as CSSGroupingRule).cssRules);
      }
    };
    walk(sheet.cssRules);
    // Which of ours decides is the last of those that hold.
    const decided = new Map<Element, Map<string, Held & { value: string }>>();
    for (const held of rules) {
      // What is drawn beside an element is looked at by the pixels.
      if (/::/.test(held.selector)) continue;
      for (const element of document.querySelectorAll(held.selector)) {
        const known = decided.get(element) ?? new Map<string, Held & { value: string }>();
        decided.set(element, known);
        for (const property of held.rule.style)
          known.set(property, { ...held, value: held.rule.style.getPropertyValue(property) });
      }
    }
    const still = document.createElement('style');
    still.textContent = '* { transition-duration: 0s !important; transition-delay: 0s !important }';
    document.head.append(still);
    for (const [element, properties] of decided) {
      const { style } = element as HTMLElement;
      for (const [property, { selector, value }] of properties) {
        if (property.startsWith('transition') || property.startsWith('--hr-time')) continue;
        const before = getComputedStyle(element).getPropertyValue(property);
        const [own, priority] = [style.getPropertyValue(property), style.getPropertyPriority(property)];
        style.setProperty(property, value, 'important');
        const wanted = getComputedStyle(element).getPropertyValue(property);
        if (own) style.setProperty(property, own, priority);
        else style.removeProperty(property);
        if (wanted !== before) lost.push({ selector, property, wanted, seen: before });
      }
    }
    still.remove();
    return lost;
  }, PASTE);
}

/** What every element outside the header computes to, in one text. */
export function outside(tab: Tab, header: string): Promise<string> {
  return tab.evaluate((selector) => {
    const root = document.querySelector(selector)!;
    const told: string[] = [];
    for (const element of document.querySelectorAll('body *')) {
      if (root.contains(element) || element.contains(root) || element.matches('style, script')) continue;
      for (const pseudo of [undefined, '::before', '::after']) {
        const style = getComputedStyle(element, pseudo);
        told.push(
          [...style]
            .filter((name) => !name.startsWith('--'))
            .map((name) => style.getPropertyValue(name))
            .join('|'),
        );
      }
    }
    return told.join('\n');
  }, header);
}
