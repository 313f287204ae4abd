/** Says of each band that turns how far its top edge is above the window's: as far as it has been scrolled past. */

const bands = [...document.querySelectorAll<HTMLElement>('[data-hr-turns]')];
const update = () => {
  for (const band of bands)
    band.style.setProperty('--hr-above', String(-Math.round(band.getBoundingClientRect().top)));
};
addEventListener('scroll', update, { passive: true });
new ResizeObserver(update).observe(document.body);

export {};
