/**
 * The header's script, the same for every header: its moment, its drop-downs (WAI-ARIA Authoring Practices, disclosure
 * navigation) and its folded menu, a modal dialog. It reads what it needs from the header's own attributes. Each header of a
 * page is run once, however often the script is there, and so is one that comes later.
 */
(() => {
  const doc = document as Document & { hrRuns?: boolean };
  if (doc.hrRuns) return;
  doc.hrRuns = true;
  const root = doc.documentElement;
  const running = new Map<HTMLElement, { stop: AbortController; mark: () => void }>();

  // What scrolls: the page, or a part of it that fills most of the window.
  let box: Element | 0 | undefined;
  const fills = (part: Element) => part.clientHeight > innerHeight / 2 && part.clientWidth > innerWidth / 2;
  const scrolls = (part: Element) =>
    /auto|scroll/.test(getComputedStyle(part).overflowY) &&
    part.scrollHeight > part.clientHeight + 1 &&
    fills(part);
  const findBox = (header: HTMLElement) => {
    box = 0;
    if (root.scrollHeight > root.clientHeight + 1) return;
    for (
      let part: Element | null = doc.querySelector('main') || header;
      (part = part.parentElement) && part !== root;
    )
      if (scrolls(part)) return void (box = part);
  };
  const scrolled = () => (box ? box.scrollTop : scrollY);

  const run = (header: HTMLElement) => {
    const stop = new AbortController();
    const { signal } = stop;
    const data = header.dataset;
    const all = (selector: string) => [...header.querySelectorAll<HTMLElement>(selector)];
    const one = <E extends HTMLElement = HTMLElement>(selector: string) => header.querySelector<E>(selector);
    const on = (target: EventTarget, name: string, does: (event: never) => void) =>
      target.addEventListener(name, does as EventListener, {
        signal,
        passive: true,
        capture: name === 'scroll',
      });

    // Two headers may have been given the same ids.
    all('[id]').forEach((part) => {
      const { id } = part;
      for (let n = 2; doc.getElementById(part.id) !== part; n++) part.id = id + '-' + n;
      if (part.id !== id)
        all('[aria-controls="' + id + '"]').forEach((b) => b.setAttribute('aria-controls', part.id));
    });

    // The moment: another from a distance on, from where the header meets the end of a band, or over the other ground.
    let begins = 1;
    let bands: { from: number; ground: string | undefined }[] = [];
    let last = scrolled();
    let way: number | undefined;
    const [over, unknown] = (data.ground || '').split(' ');
    const update = () => {
      const y = scrolled();
      if (over) {
        const { ground } = bands.findLast(({ from }) => from <= y) || bands[0] || ({} as { ground?: string });
        data.moment = ground ? (ground === over ? 'top' : 'scrolled') : unknown;
      } else if ('returns' in data) {
        // It goes while the page is scrolled down, and is there again when it is scrolled up.
        if (y < begins || y < last) delete data.gone;
        else if (y > last) data.gone = '';
        data.moment = y < begins ? 'top' : 'back';
      } else data.moment = y < begins ? 'top' : 'scrolled';
      // How far one look has become the next, where that goes along with the scroll.
      const reach = Math.min(((data.stretch || 0) as number) >> 1, begins);
      const come = reach && Math.min(1, Math.max(0, (y - begins + reach) / (2 * reach)));
      if (reach && come !== way) header.style.setProperty('--hr-way', (way = come) as never);
      last = y;
    };
    const bar = one('.hr-bar')!;
    const right = (part: Element) => part.getBoundingClientRect().right;
    const measure = () => {
      findBox(header);
      // Letters may be spaced out further than there is room for where it is not folded.
      delete data.tight;
      const isSeen = (part: Element) => part.getClientRects().length > 0;
      const last = (rail: Element) =>
        [...rail.children].findLast((place) => [...place.children].some(isSeen)) || rail;
      const isOpen = one('.hr-toggle') && !all('.hr-toggle').some(isSeen);
      if (isOpen && all('.hr-rail').some((rail) => right(last(rail)) > right(rail) + 1)) data.tight = '';
      header.toggleAttribute('data-within', !!box);
      const top = bar.offsetTop;
      // Rails that scroll away take the room above them along.
      const leave = Math.max(
        0,
        ...all('.hr-rail[data-leaves]').map(
          (rail) => rail.offsetHeight && rail.offsetTop + rail.offsetHeight + (bar.contains(rail) ? top : 0),
        ),
      );
      header.style.setProperty('--hr-leave', leave + 'px');
      const height = bar.offsetHeight;
      header.style.setProperty('--hr-tall', header.offsetHeight + 'px');
      const at = (row: number) =>
        Math.round('bottom' in data ? innerHeight - header.offsetHeight + row : row - leave);
      const parts = [...doc.querySelectorAll<HTMLElement>('main > :not(.shot)')];
      const edge = (part: Element, side: 'top' | 'bottom') =>
        Math.round(part.getBoundingClientRect()[side] + scrolled());
      const middle = at(top + height / 2);
      if (over)
        bands = parts.map((part) => ({ from: edge(part, 'top') - middle, ground: part.dataset.hrGround }));
      const band = data.band && parts[(data.band as never) - 1];
      begins = Math.max(1, band ? edge(band, 'bottom') - at(top + height) : parseFloat(data.switch!));
      update();
    };
    on(doc, 'scroll', ({ target }: { target: Element & Document }) => {
      if (target !== doc && target !== box && !header.contains(target) && fills(target)) box = target;
      update();
    });
    const sizes = new ResizeObserver(measure);
    sizes.observe(doc.body);
    sizes.observe(bar);
    all('.hr-place').forEach((place) => sizes.observe(place));
    on(signal, 'abort', () => sizes.disconnect());
    measure();
    on(doc.fonts, 'loadingdone', measure);
    requestAnimationFrame(() => requestAnimationFrame(() => (data.ready = '')));

    // The current page, where the markup does not say.
    const isOwn = one('[aria-current]');
    const here = (path: string) => path.replace(/index\.html$|\/$/g, '');
    const mark = () =>
      isOwn ||
      (all('a:not(.hr-logo, .hr-name)[href]') as HTMLAnchorElement[]).forEach((link) => {
        const same =
          link.origin === location.origin && here(link.pathname) === here(location.pathname) && !link.hash;
        if (same) link.setAttribute('aria-current', 'page');
        else link.removeAttribute('aria-current');
      });
    mark();

    // Drop-downs: one open at a time, kept inside the window.
    const buttons = all('[aria-expanded]');
    const partOf = (button: HTMLElement) => button.nextElementSibling as HTMLElement;
    const isOpen = (button: HTMLElement) => button.getAttribute('aria-expanded') === 'true';
    const set = (button: HTMLElement, open: boolean) => {
      button.setAttribute('aria-expanded', open as never);
      const part = partOf(button);
      part.style.translate = '';
      if (!open) return;
      const { left, right, top, bottom } = part.getBoundingClientRect();
      const aside = Math.max(-left, Math.min(0, root.clientWidth - right));
      if (aside) part.style.translate = aside + 'px';
      part.style.maxHeight = ('bottom' in data ? bottom : innerHeight - top) + 'px';
      part.querySelector('input')?.focus();
    };
    const closeBut = (kept?: HTMLElement) =>
      buttons.forEach((button) => button !== kept && isOpen(button) && set(button, false));
    const owner = (node: Node) =>
      buttons.find((button) => button.contains(node) || partOf(button).contains(node));
    on(doc, 'click', ({ target }: { target: Element }) => {
      const button = target.closest?.<HTMLElement>('[aria-expanded]') as HTMLElement;
      if (buttons.includes(button)) set(button, !isOpen(button));
      closeBut(owner(target));
    });
    on(doc, 'focusin', ({ target }: { target: Element }) => closeBut(owner(target)));
    on(doc, 'keydown', ({ key }: KeyboardEvent) => {
      const button = key === 'Escape' && buttons.find(isOpen);
      if (!button) return;
      set(button, false);
      button.focus();
    });
    all('[data-hover] .hr-menu > li').forEach((entry) => {
      const button = entry.querySelector<HTMLElement>('[aria-expanded]');
      if (!button) return;
      const onHover =
        (open: boolean) =>
        ({ pointerType }: PointerEvent) =>
          pointerType === 'mouse' && set(button, open);
      on(entry, 'pointerenter', onHover(true));
      on(entry, 'pointerleave', onHover(false));
    });

    // The folded menu: Escape and the focus are the dialog's own. Without a script it is a popover.
    const panel = one<HTMLDialogElement>('.hr-panel');
    if (panel) {
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
      const grows = new ResizeObserver(
        () => panel.open && !all('.hr-toggle').some((toggle) => toggle.offsetParent) && panel.close(),
      );
      grows.observe(header);
      on(signal, 'abort', () => grows.disconnect());
    }
    running.set(header, { stop, mark });
  };

  // Headers come and go where pages change without being loaded.
  let address: string | undefined;
  const look = () => {
    running.forEach(({ stop }, header) => header.isConnected || (stop.abort(), running.delete(header)));
    doc.querySelectorAll<HTMLElement>('header.hr').forEach((header) => running.has(header) || run(header));
    if (address !== (address = location.href)) running.forEach(({ mark }) => mark());
  };
  const start = () => {
    look();
    new MutationObserver(look).observe(root, { childList: true, subtree: true });
    addEventListener('popstate', look);
  };
  if (doc.readyState === 'loading') doc.addEventListener('DOMContentLoaded', start);
  else start();
})();
