/**
 * The weight of the header's rules on a page that has rules of its own. Every selector is given that of two ids, by a
 * negation that is always true (Selectors 4, section 17), so that no ordinary rule of a page reaches into the header,
 * whether it comes before or after. What header, rails and items wear, as custom properties, keeps a class's weight: that is
 * the way in.
 */
export const WEIGHT = ':not(#_#_)';

/** Parts of a selector list, at its own commas. */
function partsOf(list: string): string[] {
  const parts: string[] = [];
  let [depth, from] = [0, 0];
  for (let i = 0; i < list.length; i++) {
    if (list[i] === '(') depth++;
    else if (list[i] === ')') depth--;
    else if (list[i] === ',' && depth === 0) {
      parts.push(list.slice(from, i).trim());
      from = i + 1;
    }
  }
  return [...parts, list.slice(from).trim()];
}

/** The header itself. A class alone could be anybody's: only a `header` is meant. */
const ROOT = /\.hr(?![\w-])/g;

/** Header, rail or item, whatever the moment. */
const WEARER = /(^|\s)\.hr(-rail-\d+|-item-[\w-]+)?(\[[^\]]*\]|:is\(\))*$/;

/** Whether a rule says what something wears, and nothing else. */
function isOpen(list: string, body: string): boolean {
  const bare = list.replace(/\((?:[^()]|\([^()]*\))*\)/g, '()');
  return WEARER.test(bare) && body.split('\n').every((line) => /^\s*(--|$)/.test(line));
}

function weighted(selector: string): string {
  const [tag = ''] = /^[a-z]*/.exec(selector)!;
  return tag + WEIGHT + selector.slice(tag.length);
}

/** A style sheet of this folder with its weight; rules for `html` stay as light as they are. */
export function weighed(css: string): string {
  return css.replace(
    /^( *)([^@ }\n][^{}\n]*) \{\n((?: .*\n)*?)\1\}$/gm,
    (_, indent: string, list: string, body: string) => {
      const isLight = /^html\b/.test(list) || isOpen(list, body);
      const whole = isLight
        ? list.replace(ROOT, ':where(header).hr')
        : partsOf(list.replace(ROOT, 'header.hr')).map(weighted).join(', ');
      return `${indent}${whole} {\n${body}${indent}}`;
    },
  );
}
