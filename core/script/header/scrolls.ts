/** What scrolls: the page, or a part of it that fills most of the window. */

const root = document.documentElement;
let box: Element | 0 | undefined;

const fills = (part: Element) => part.clientHeight > innerHeight / 2 && part.clientWidth > innerWidth / 2;
const scrolls = (part: Element) =>
  /auto|scroll/.test(getComputedStyle(part).overflowY) &&
  part.scrollHeight > part.clientHeight + 1 &&
  fills(part);

/** Looks for the part of the page that scrolls, where the page itself does not. @returns whether there is one */
export function findBox(header: HTMLElement): boolean {
  box = 0;
  if (root.scrollHeight > root.clientHeight + 1) return false;
  for (
    let part: Element | null = document.querySelector('main') || header;
    (part = part.parentElement) && part !== root;
  )
    if (scrolls(part)) {
      box = part;
      return true;
    }
  return false;
}

/** Something else scrolls: it is what the header goes by from then on, where it fills most of the window. */
export function noteScrolled(target: Element & Document, header: HTMLElement): void {
  if (target !== document && target !== box && !header.contains(target) && fills(target)) box = target;
}

/** How far down it is, CSS pixels. */
export const scrolled = () => (box ? box.scrollTop : scrollY);
