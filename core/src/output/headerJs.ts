/**
 * The header's script, the same for every header: its moment, its drop-downs and its folded menu (WAI-ARIA Authoring
 * Practices, disclosure navigation). It reads what it needs from the header's own attributes.
 */
export const HEADER_JS = `(() => {
  const header = document.querySelector('.hr');
  if (!header) return;
  const data = header.dataset;

  // The moment: 'scrolled' from a distance on, or from where the header meets the end of the first band.
  let begins = 1;
  const update = () => {
    data.moment = scrollY < begins ? 'top' : 'scrolled';
  };
  const measure = () => {
    const band = data.switch === 'band' && document.querySelector('main > :first-child');
    begins = band
      ? Math.max(1, Math.round(band.getBoundingClientRect().bottom + scrollY - header.offsetHeight))
      : parseFloat(data.switch) || 1;
    update();
  };
  addEventListener('scroll', update, { passive: true });
  new ResizeObserver(measure).observe(document.body);
  measure();
  requestAnimationFrame(() => requestAnimationFrame(() => (data.ready = '')));

  // The current page, where the markup does not say.
  if (!header.querySelector('[aria-current]')) {
    const here = (path) => path.replace(/index\\.html$|\\/$/g, '');
    header.querySelectorAll('a:not(.hr-logo)[href]').forEach((link) => {
      const same = link.origin === location.origin && here(link.pathname) === here(location.pathname);
      if (same && !link.hash) link.setAttribute('aria-current', 'page');
    });
  }

  // Drop-downs and the folded menu: one open at a time.
  const buttons = [...header.querySelectorAll('[aria-expanded]')];
  const isOpen = (button) => button.getAttribute('aria-expanded') === 'true';
  const set = (button, open) => {
    button.setAttribute('aria-expanded', open);
    if (button.matches('.hr-toggle')) header.toggleAttribute('data-open', open);
    const part = open && document.getElementById(button.getAttribute('aria-controls'));
    if (part && part.matches('.hr-drop') && part.getBoundingClientRect().right > document.documentElement.clientWidth) {
      part.dataset.end = '';
    }
  };
  const closeBut = (kept) => buttons.forEach((button) => button !== kept && isOpen(button) && set(button, false));
  const owner = (node) =>
    buttons.find(
      (button) =>
        button.contains(node) || document.getElementById(button.getAttribute('aria-controls'))?.contains(node),
    );
  document.addEventListener('click', ({ target }) => {
    const button = target.closest?.('[aria-expanded]');
    if (buttons.includes(button)) set(button, !isOpen(button));
    closeBut(owner(target));
  });
  document.addEventListener('focusin', ({ target }) => closeBut(owner(target)));
  document.addEventListener('keydown', ({ key }) => {
    const button = key === 'Escape' && buttons.find(isOpen);
    if (!button) return;
    set(button, false);
    button.focus();
  });
})();
`;
