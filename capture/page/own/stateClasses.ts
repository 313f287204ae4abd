import { classesOf, header } from './state.ts';

/** Classes that tell a state. */

/** A class that an element or its list item has, and most of the others have not. */
export const stateClass = (
  element: HTMLElement,
  among: readonly HTMLElement[],
): { on: Element; name: string } | undefined => {
  const item = element.closest('li');
  for (const on of [element, ...(item && header.contains(item) ? [item] : [])]) {
    const others = among
      .filter((each) => each !== element)
      .map((each) => (on === element ? each : each.closest('li')));
    const own = classesOf(on).find(
      (name) =>
        others.length > 0 &&
        others.every((each) => !each?.classList.contains(name)) &&
        !/has|children|parent|\d/i.test(name),
    );
    if (own) return { on, name: own };
  }
  return undefined;
};

export const currentClass = (element: HTMLElement): { on: Element; name: string } | undefined => {
  const item = element.closest('li');
  for (const on of [element, ...(item && header.contains(item) ? [item] : [])]) {
    const name = classesOf(on).find((each) =>
      /(^|[-_])(current|active|is-here|selected|here)([-_]|$)/i.test(each),
    );
    if (name) return { on, name };
  }
  return undefined;
};
