import type { Running } from './parts.ts';

/** Opens and closes the folded menu: Escape and the focus are the dialog's own. Without a script it is a popover. */
export function runFoldedMenu({ header, all, on, sized }: Running): void {
  const panel = header.querySelector<HTMLDialogElement>('.hr-panel');
  if (!panel) return;
  panel.removeAttribute('popover');
  all('[popovertarget]').forEach((button) => button.removeAttribute('popovertarget'));
  all('.hr-toggle').forEach((toggle) => on(toggle, 'click', () => panel.showModal()));
  on(panel, 'click', ({ target, clientX, clientY }: MouseEvent & { target: Element }) => {
    const { left, right, top, bottom } = panel.getBoundingClientRect();
    const isOutside = clientX < left || clientX > right || clientY < top || clientY > bottom;
    if (target.closest('.hr-close') || (target === panel && isOutside) || target.closest('a[href*="#"]'))
      panel.close();
  });
  // It goes when the window grows past the fold.
  sized(
    () => panel.open && !all('.hr-toggle').some((toggle) => toggle.offsetParent) && panel.close(),
    [header],
  );
}
