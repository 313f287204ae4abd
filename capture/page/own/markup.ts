import type { OwnReader, RawNode } from '../../src/ownRead.ts';
import { bareOf, matches, selectorsIn, sheetsOf } from './sheets.ts';
import { header, nodesOf, tagOf } from './state.ts';
import { rootParts } from './selectors.ts';

/** The header’s markup and style, to be shown again. */

export const picture = async (address: string): Promise<string | undefined> => {
  if (address.startsWith('data:image/')) return address.length < 50_000 ? address : undefined;
  try {
    const answer = await fetch(address);
    const blob = await answer.blob();
    if (!answer.ok || blob.size > 36_000 || !blob.type.startsWith('image/')) return undefined;
    return await new Promise((done) => {
      const reader = new FileReader();
      reader.onload = () => done(String(reader.result));
      reader.onerror = () => done(undefined);
      reader.readAsDataURL(blob);
    });
  } catch {
    return undefined;
  }
};
const attributesOf = async (element: Element, isAround: boolean): Promise<[string, string][]> => {
  const kept: [string, string][] = [];
  for (const { name, value } of element.attributes) {
    if (
      /^on|^(srcset|srcdoc|ping|nonce|integrity|crossorigin|sizes|loading|background|autofocus)$/i.test(name)
    )
      continue;
    if (name === 'src' && element instanceof HTMLImageElement) {
      const data = await picture(element.currentSrc || element.src);
      if (data) kept.push(['src', data]);
      kept.push(['width', String(Math.round(element.getBoundingClientRect().width) || element.width)]);
      continue;
    }
    if (/^(href|src|action|formaction|poster|data|xlink:href)$/i.test(name) && !value.startsWith('#')) {
      if (/^(href|action)$/.test(name) && !isAround) {
        try {
          kept.push([name, new URL(value, location.href).href]);
        } catch {
          kept.push([name, '#']);
        }
      }
      continue;
    }
    if (name === 'style' && /url\(|expression|@import/i.test(value)) continue;
    kept.push([name, value.slice(0, 20_000)]);
  }
  return kept.slice(0, 50);
};
const tree = async (element: Element, depth: number): Promise<RawNode> => {
  const nodes: RawNode[] = [];
  if (depth < 24) {
    for (const node of nodesOf(element).slice(0, 400)) {
      if (node.nodeType === Node.TEXT_NODE) nodes.push({ text: (node.textContent ?? '').slice(0, 2000) });
      else nodes.push(await tree(node as Element, depth + 1));
    }
    // A drawing that is kept elsewhere in the page is brought along.
    if (element.matches('svg use') && element.getAttribute('href')?.startsWith('#')) void 0;
  }
  const root = element.shadowRoot ? [] : nodes;
  return { tag: tagOf(element), attributes: await attributesOf(element, false), nodes: root };
};
const reaches = (selectors: readonly string[]) => {
  const all = [...header.querySelectorAll('*'), header];
  for (let at: Element | null = header.parentElement; at; at = at.parentElement) all.push(at);
  return selectors.some((selector) => {
    const bare = bareOf(selector);
    // Of classes and states that may come later only what names an element that is there is kept.
    return (
      all.some((each) => matches(each, bare)) ||
      (/[.[]/.test(bare) &&
        all.some((each) =>
          matches(
            each,
            bare
              .replace(/\.[\w-]*(stuck|scroll|sticky|fixed|shrink|open|active|show|visible|is-)[\w-]*/gi, '')
              .replace(/([>+~ ])\s*$/, '$1 *')
              .replace(/^\s*$/, 'never'),
          ),
        ))
    );
  });
};
const styleText = async (sheets: readonly CSSStyleSheet[]): Promise<string[]> => {
  const out: string[] = [];
  const print = (list: CSSRuleList, above: string[] | undefined): string => {
    let text = '';
    for (const rule of list) {
      if (rule instanceof CSSStyleRule) {
        const selectors = selectorsIn(rule, above);
        const nested = rule.cssRules.length > 0 ? print(rule.cssRules, selectors) : '';
        if (reaches(selectors)) text += `${selectors.join(', ')} { ${rule.style.cssText} }\n`;
        text += nested;
      } else if (rule instanceof CSSImportRule) {
        try {
          const inside = rule.styleSheet ? print(rule.styleSheet.cssRules, above) : '';
          const layered = rule.layerName === null ? inside : `@layer ${rule.layerName} {\n${inside}}\n`;
          text += rule.media.mediaText ? `@media ${rule.media.mediaText} {\n${layered}}\n` : layered;
        } catch {
          // A sheet of another host.
        }
      } else if (
        rule instanceof CSSFontFaceRule ||
        rule instanceof CSSKeyframesRule ||
        rule instanceof CSSPageRule
      )
        continue;
      else if (rule instanceof CSSLayerStatementRule || rule instanceof CSSPropertyRule)
        text += `${rule.cssText}\n`;
      else if ('cssRules' in rule) {
        const inside = print((rule as CSSGroupingRule).cssRules, above);
        const head = rule.cssText.slice(0, rule.cssText.indexOf('{')).trim();
        if (inside) text += `${head} {\n${inside}}\n`;
      }
    }
    return text;
  };
  for (const sheet of sheets) {
    let text = print(sheet.cssRules, undefined);
    const found = [...new Set([...text.matchAll(/url\("([^"]+)"\)/g)].map(([, at]) => at!))].slice(0, 20);
    for (const at of found) {
      if (at.startsWith('#')) continue;
      const data = await picture(new URL(at, sheet.href ?? location.href).href);
      text = text.replaceAll(`url("${at}")`, data ? `url("${data}")` : 'none');
    }
    if (sheet.media.mediaText && sheet.media.mediaText !== 'all')
      text = `@media ${sheet.media.mediaText} {\n${text}}\n`;
    if (text) out.push(text);
  }
  return out;
};
export const markup: OwnReader['markup'] = async (texts) => {
  const around: RawNode[] = [];
  for (let at = header.parentElement; at; at = at.parentElement)
    around.unshift({ tag: tagOf(at), attributes: await attributesOf(at, true) });
  const content = (pseudo: string) => getComputedStyle(header, pseudo).content;
  const free = ['before', 'after'].find((side) => ['none', 'normal'].includes(content(`::${side}`))) as
    'before' | undefined;
  return {
    around: around.slice(0, 20),
    node: await tree(header, 0),
    css: (await styleText(sheetsOf(texts))).slice(0, 40),
    ...rootParts(),
    ...(free && { free }),
  };
};
