/**
 * The header's script, the same for every header: its moment, its drop-downs (WAI-ARIA Authoring Practices, disclosure
 * navigation) and its folded menu, a modal dialog. It reads what it needs from the header's own attributes.
 */
export const HEADER_JS = `(() => {
  const header = document.querySelector('.hr');
  if (!header) return;
  const data = header.dataset;
  const all = (selector) => [...header.querySelectorAll(selector)];
  const root = document.documentElement;

  // The moment: another from a distance on, from where the header meets the end of a band, or over the other ground.
  let begins = 1;
  let bands = [];
  let last = scrollY;
  let way;
  const [over, unknown] = (data.ground || '').split(' ');
  const update = () => {
    const y = scrollY;
    if (over) {
      const { ground } = bands.findLast(({ from }) => from <= y) || bands[0] || {};
      data.moment = ground ? (ground === over ? 'top' : 'scrolled') : unknown;
    } else if ('returns' in data) {
      // It goes while the page is scrolled down, and is there again when it is scrolled up.
      if (y < begins || y < last) delete data.gone;
      else if (y > last) data.gone = '';
      data.moment = y < begins ? 'top' : 'back';
    } else data.moment = y < begins ? 'top' : 'scrolled';
    // How far one look has become the next, where that goes along with the scroll.
    const reach = Math.min((data.stretch || 0) >> 1, begins);
    const come = reach && Math.min(1, Math.max(0, (y - begins + reach) / (2 * reach)));
    if (reach && come !== way) header.style.setProperty('--hr-way', (way = come));
    last = y;
  };
  const measure = () => {
    const bar = header.querySelector('.hr-bar');
    const top = bar.offsetTop;
    // Rails that scroll away take the room above them along.
    const leaving = all('.hr-rail[data-leaves]').reduce((sum, rail) => sum + rail.offsetHeight, 0);
    const leave = leaving && top + leaving;
    header.style.setProperty('--hr-leave', leave + 'px');
    const height = bar.offsetHeight;
    const at = (row) => Math.round('bottom' in data ? innerHeight - header.offsetHeight + row : row - leave);
    const parts = [...document.querySelectorAll('main > :not(.shot)')];
    const edge = (part, side) => Math.round(part.getBoundingClientRect()[side] + scrollY);
    const middle = at(top + height / 2);
    if (over) bands = parts.map((part) => ({ from: edge(part, 'top') - middle, ground: part.dataset.hrGround }));
    const band = data.band && parts[data.band - 1];
    begins = Math.max(1, band ? edge(band, 'bottom') - at(top + height) : parseFloat(data.switch));
    update();
  };
  addEventListener('scroll', update, { passive: true });
  const watch = new ResizeObserver(measure);
  watch.observe(document.body);
  watch.observe(header.querySelector('.hr-bar'));
  measure();
  requestAnimationFrame(() => requestAnimationFrame(() => (data.ready = '')));

  // The current page, where the markup does not say.
  if (!header.querySelector('[aria-current]')) {
    const here = (path) => path.replace(/index\\.html$|\\/$/g, '');
    all('a:not(.hr-logo, .hr-name)[href]').forEach((link) => {
      const same = link.origin === location.origin && here(link.pathname) === here(location.pathname);
      if (same && !link.hash) link.setAttribute('aria-current', 'page');
    });
  }

  // Drop-downs: one open at a time, kept inside the window.
  const buttons = all('[aria-expanded]');
  const partOf = (button) => document.getElementById(button.getAttribute('aria-controls'));
  const isOpen = (button) => button.getAttribute('aria-expanded') === 'true';
  const set = (button, open) => {
    button.setAttribute('aria-expanded', open);
    const part = partOf(button);
    part.style.translate = '';
    if (!open) return;
    const { left, right, top, bottom } = part.getBoundingClientRect();
    const aside = Math.max(-left, Math.min(0, root.clientWidth - right));
    if (aside) part.style.translate = aside + 'px';
    part.style.maxHeight = ('bottom' in data ? bottom : innerHeight - top) + 'px';
    part.querySelector('input')?.focus();
  };
  const closeBut = (kept) => buttons.forEach((button) => button !== kept && isOpen(button) && set(button, false));
  const owner = (node) => buttons.find((button) => button.contains(node) || partOf(button).contains(node));
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
  all('[data-hover] .hr-menu > li').forEach((entry) => {
    const button = entry.querySelector('[aria-expanded]');
    if (!button) return;
    const onHover = (open) => ({ pointerType }) => pointerType === 'mouse' && set(button, open);
    entry.addEventListener('pointerenter', onHover(true));
    entry.addEventListener('pointerleave', onHover(false));
  });

  // The folded menu: Escape and the focus are the dialog's own.
  const panel = header.querySelector('.hr-panel');
  if (!panel) return;
  all('.hr-toggle').forEach((toggle) => toggle.addEventListener('click', () => panel.showModal()));
  panel.addEventListener('click', ({ target, clientX, clientY }) => {
    const { left, right, top, bottom } = panel.getBoundingClientRect();
    const isOutside = clientX < left || clientX > right || clientY < top || clientY > bottom;
    if (target.closest('.hr-close') || (target === panel && isOutside) || target.closest('a[href*="#"]')) panel.close();
  });
  // It goes when the window grows past the fold.
  new ResizeObserver(() => panel.open && !header.querySelector('.hr-toggle').offsetParent && panel.close()).observe(header);
})();
`;
