/** A header that runs: its own data, its parts, and what is listened to until it has gone. */
export interface Running {
  header: HTMLElement;
  data: DOMStringMap;
  /** Its own box, which moves and is measured. */
  bar: HTMLElement;
  all(selector: string): HTMLElement[];
  on(target: EventTarget, name: string, does: (event: never) => void): void;
  /** Calls when an element's size changes. */
  sized(does: () => void, parts: Element[]): void;
}

export function runningHeader(header: HTMLElement, signal: AbortSignal): Running {
  const on: Running['on'] = (target, name, does) =>
    target.addEventListener(name, does as EventListener, {
      signal,
      passive: true,
      capture: name === 'scroll',
    });
  return {
    header,
    data: header.dataset,
    bar: header.querySelector<HTMLElement>('.hr-bar')!,
    all: (selector) => [...header.querySelectorAll<HTMLElement>(selector)],
    on,
    sized: (does, parts) => {
      const sizes = new ResizeObserver(does);
      parts.forEach((part) => sizes.observe(part));
      // Not by `on`: what listens until the signal is taken away before it hears of it.
      signal.addEventListener('abort', () => sizes.disconnect());
    },
  };
}

/** Two headers may have been given the same ids. */
export function apart({ all }: Running): void {
  all('[id]').forEach((part) => {
    const { id } = part;
    for (let n = 2; document.getElementById(part.id) !== part; n++) part.id = id + '-' + n;
    if (part.id !== id)
      all('[aria-controls="' + id + '"]').forEach((b) => b.setAttribute('aria-controls', part.id));
  });
}
