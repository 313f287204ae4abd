import type { Running } from './parts.ts';

const partOf = (button: Element) => button.nextElementSibling as HTMLElement;
const isOpen = (button: Element) => button.getAttribute('aria-expanded') === 'true';

/** Opens and closes drop-downs: one at a time, kept inside the window. */
export function runDropDowns({ data, all, on }: Running): void {
  const buttons = all('[aria-expanded]');
  const set = (button: Element, open: boolean) => {
    button.setAttribute('aria-expanded', '' + open);
    const part = partOf(button);
    part.style.translate = '';
    if (!open) return;
    const { left, right, top, bottom } = part.getBoundingClientRect();
    const aside = Math.max(-left, Math.min(0, document.documentElement.clientWidth - right));
    if (aside) part.style.translate = aside + 'px';
    part.style.maxHeight = ('bottom' in data ? bottom : innerHeight - top) + 'px';
    part.querySelector('input')?.focus();
  };
  const closeBut = (kept?: Element) =>
    buttons.forEach((button) => button !== kept && isOpen(button) && set(button, false));
  const owner = (node: Node) =>
    buttons.find((button) => button.contains(node) || partOf(button).contains(node));
  on(document, 'click', ({ target }: { target: Element }) => {
    const button = target.closest?.('[aria-expanded]');
    if (button && (buttons as Element[]).includes(button)) set(button, !isOpen(button));
    closeBut(owner(target));
  });
  on(document, 'focusin', ({ target }: { target: Element }) => closeBut(owner(target)));
  on(document, 'keydown', ({ key }: KeyboardEvent) => {
    const button = key === 'Escape' && buttons.find(isOpen);
    if (!button) return;
    set(button, false);
    button.focus();
  });
  all('[data-hover] .hr-menu > li').forEach((entry) => {
    const button = entry.querySelector('[aria-expanded]');
    if (!button) return;
    const onHover =
      (open: boolean) =>
      ({ pointerType }: PointerEvent) =>
        pointerType === 'mouse' && set(button, open);
    on(entry, 'pointerenter', onHover(true));
    on(entry, 'pointerleave', onHover(false));
  });
}
