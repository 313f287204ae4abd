import { STATE_CLASS, classesOf, header, tagOf } from './state.ts';
import { before } from './classes.ts';

/** Selectors that are of some elements alone. */

export const escape = (name: string) => CSS.escape(name);
const stable = (element: Element) =>
  classesOf(element).filter((name) => !STATE_CLASS.test(name) && name.length < 60);
/** Whether a class says what something is, and not how it is set. */
const isTelling = (name: string) =>
  /^[a-z][\w-]{2,}$/i.test(name) &&
  !/^((d|p|m|px|py|pt|pb|mx|my|mt|mb|ml|mr|w|h|z|text|font|bg|border|gap|items|justify)-|(flex|grid|block|inline|hidden|sticky|fixed|relative|absolute|container|row|col|wrap|rounded|shadow)$|(flex|grid|col|row)-\d)/.test(
    name,
  );
/** The ways in which an element can be named by itself, the plainest first. */
const compounds = (element: Element, among: readonly Element[] = [element]): string[] => {
  const shared = stable(element).filter((name) => among.every((each) => each.classList.contains(name)));
  const tag = among.every((each) => tagOf(each) === tagOf(element)) ? tagOf(element) : '';
  const plain = shared.filter(isTelling);
  return [
    ...plain.slice(0, 4).map((name) => `.${escape(name)}`),
    ...(tag ? [tag] : []),
    ...(tag ? shared.slice(0, 4).map((name) => `${tag}.${escape(name)}`) : []),
    ...(among.length === 1 && element.id ? [`#${escape(element.id)}`] : []),
  ];
};
const isSame = (selector: string, wanted: ReadonlySet<Element>) => {
  try {
    const found = header.querySelectorAll(selector);
    return found.length === wanted.size && [...found].every((each) => wanted.has(each));
  } catch {
    return false;
  }
};
/** A selector below the header for some elements, and no others; several where one cannot be found. */
export const selectorsFor = (elements: readonly Element[]): string[] => {
  const [first] = elements;
  if (!first) return [];
  const wanted = new Set(elements);
  const own = compounds(first, elements);
  for (const each of own)
    if ((each.includes('.') || each === 'nav') && isSame(`:scope ${each}`, wanted)) return [each];
  // Below something that is round all of them, directly or not; then step by step.
  const ancestors: Element[] = [];
  for (let at = first.parentElement; at && at !== header; at = at.parentElement) ancestors.push(at);
  const shared = ancestors.filter((at) => elements.every((each) => at.contains(each)));
  const chain = (from: Element | undefined, last: string): string | undefined => {
    const steps: string[] = [];
    for (let at = first.parentElement; at && at !== (from ?? header); at = at.parentElement)
      steps.unshift(tagOf(at));
    return [...steps, last].join(' > ');
  };
  for (const last of own) {
    for (const at of shared) {
      for (const name of compounds(at)) {
        if (isSame(`:scope ${name} ${last}`, wanted)) return [`${name} ${last}`];
        if (first.parentElement === at && isSame(`:scope ${name} > ${last}`, wanted))
          return [`${name} > ${last}`];
      }
    }
    for (const at of shared) {
      for (const name of compounds(at)) {
        const stepped = `${name} > ${chain(at, last)}`;
        if (isSame(`:scope ${stepped}`, wanted)) return [stepped];
      }
    }
    const whole = `> ${chain(undefined, last)}`;
    if (isSame(`:scope ${whole}`, wanted)) return [whole];
    // Of the parent of each, by what those share.
    const parents = elements.map((each) => each.parentElement!);
    for (const name of parents.every((each) => each !== header) ? compounds(parents[0]!, parents) : [])
      if (isSame(`:scope ${name} > ${last}`, wanted)) return [`${name} > ${last}`];
  }
  for (const each of own) if (isSame(`:scope ${each}`, wanted)) return [each];
  const exact = (element: Element) => {
    const steps: string[] = [];
    for (let at = element; at !== header; at = at.parentElement!) {
      const alike = [...at.parentElement!.children].filter((each) => each.tagName === at.tagName);
      steps.unshift(alike.length > 1 ? `${tagOf(at)}:nth-of-type(${alike.indexOf(at) + 1})` : tagOf(at));
    }
    return `> ${steps.join(' > ')}`;
  };
  return elements.slice(0, 60).map(exact);
};
export let rootSelector = '';
export const rootParts = () => {
  const isOnly = (selector: string) => {
    try {
      const found = document.querySelectorAll(selector);
      return found.length === 1 && found[0] === header;
    } catch {
      return false;
    }
  };
  const classes = stable(header).filter((name) => !before?.size || before.get(header)?.has(name) !== false);
  const candidates = [
    ...classes.filter(isTelling).map((name) => `.${escape(name)}`),
    ...classes.filter(isTelling).map((name) => `${tagOf(header)}.${escape(name)}`),
    ...(header.id ? [`#${escape(header.id)}`] : []),
    ...(/^(header|nav)$/.test(tagOf(header)) ? [tagOf(header)] : []),
    `body > ${tagOf(header)}`,
    ...classes.map((name) => `${tagOf(header)}.${escape(name)}`),
    ...(header.getAttribute('role') ? [`[role="${header.getAttribute('role')}"]`] : []),
  ];
  const steps: string[] = [];
  for (let at: Element = header; at !== document.body && at.parentElement; at = at.parentElement) {
    const alike = [...at.parentElement.children].filter((each) => each.tagName === at.tagName);
    steps.unshift(alike.length > 1 ? `${tagOf(at)}:nth-of-type(${alike.indexOf(at) + 1})` : tagOf(at));
  }
  rootSelector = candidates.find(isOnly) ?? `body > ${steps.join(' > ')}`;
  return {
    selector: rootSelector,
    ...(header.id && { anchorId: `#${escape(header.id)}` }),
    ...(classes[0] && { anchorClass: `.${escape(classes[0])}` }),
  };
};
