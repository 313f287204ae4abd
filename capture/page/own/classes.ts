import type { OwnReader } from '../../src/ownRead.ts';
import { classesOf, header } from './state.ts';

/** Classes that come with the scroll. */

export let before: Map<Element, Set<string>>;
export const watched = () => ({ header, body: document.body, html: document.documentElement });
export const noteClasses = () => {
  before = new Map(Object.values(watched()).map((each) => [each, new Set(classesOf(each))]));
};
export const newClass: OwnReader['newClass'] = () => {
  for (const [on, element] of Object.entries(watched())) {
    const name = classesOf(element).find((each) => !before.get(element)?.has(each));
    if (name) return { on: on as 'header', name };
  }
  return undefined;
};
