/** Lets pictures take turns in a band, each for so many seconds, until they are paused; not where less motion is asked for. */

const less = matchMedia('(prefers-reduced-motion: reduce)');
const show = (band: HTMLElement, shows: number) => band.setAttribute('data-hr-shows', String(shows));
for (const band of document.querySelectorAll<HTMLElement>('[data-hr-of]')) {
  const button = band.querySelector<HTMLButtonElement>('.band-pause');
  const [of, every] = [Number(band.dataset.hrOf), Number(band.dataset.hrEvery)];
  let timer = 0;
  const stop = () => clearInterval(timer);
  const go = () => {
    stop();
    timer = window.setInterval(() => show(band, (Number(band.dataset.hrShows) + 1) % of), 1000 * every);
  };
  const meet = () => {
    stop();
    if (less.matches) return band.removeAttribute('data-hr-shows');
    show(band, 0);
    button?.setAttribute('aria-pressed', 'false');
    go();
  };
  button?.addEventListener('click', () => {
    const isPaused = button.getAttribute('aria-pressed') === 'true';
    button.setAttribute('aria-pressed', String(!isPaused));
    if (isPaused) go();
    else stop();
  });
  less.addEventListener('change', meet);
  meet();
}

export {};
