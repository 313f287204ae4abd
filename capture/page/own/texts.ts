import { roles, shows, words } from './state.ts';

/** Words of an element, where they stand. */

export const textRects = (
  element: Element,
): { left: number; right: number; top: number; text: string; node: Text }[] => {
  const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT);
  const rects: { left: number; right: number; top: number; text: string; node: Text }[] = [];
  for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
    if (words(node.data) === '' || !node.parentElement) continue;
    // What is below an entry is not the entry's own text.
    const owner = node.parentElement.closest('a, button, summary, label, li');
    if (
      owner &&
      owner !== element &&
      roles.get(owner) !== undefined &&
      roles.get(owner) !== roles.get(element)
    )
      continue;
    if (node.parentElement.closest('svg, title, style')) continue;
    if (!shows(node.parentElement)) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    for (const rect of range.getClientRects()) {
      if (rect.width < 2 || rect.height < 4) continue;
      // Kept from sight, for those who listen.
      const style = getComputedStyle(node.parentElement);
      if (
        style.clipPath.startsWith('inset(50%') ||
        style.clip === 'rect(0px, 0px, 0px, 0px)' ||
        style.clip === 'rect(1px, 1px, 1px, 1px)'
      )
        continue;
      if (rect.right < 0 || rect.left > innerWidth || rect.bottom < -200) continue;
      rects.push({ left: rect.left, right: rect.right, top: rect.top, text: node.data, node });
    }
  }
  return rects;
};
/** The elements within an element that its letters stand in, from the outermost inwards: each may have an ink of its own. */
export const lettersIn = (element: Element): Element[] => {
  const found = new Set<Element>();
  for (const { node } of textRects(element)) {
    const chain: Element[] = [];
    for (let at = node.parentElement; at && at !== element; at = at.parentElement) chain.unshift(at);
    for (const each of chain) found.add(each);
  }
  return [...found];
};
/** The elements within one that does not show yet that hold words. */
export const wordsIn = (element: Element): Element[] =>
  [...element.querySelectorAll('*')].filter(
    (each) =>
      !each.closest('svg') &&
      [...each.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && words(node.textContent) !== ''),
  );
