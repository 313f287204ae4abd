import type { Running } from './parts.ts';
import { findBox, noteScrolled, scrolled } from './scrolls.ts';

/** Where a header's moments begin, in CSS pixels of scroll. */
interface Marks {
  begins: number;
  /** Grounds of the bands that go by below it, each with where its own begins. */
  bands: { from: number; ground: string | undefined }[];
}

/** Says which moment it is: another from a distance on, from where the header meets the end of a band, or over the other ground. */
export function watchMoment(running: Running): void {
  const { header, data, bar, all, on, sized } = running;
  let marks: Marks = { begins: 1, bands: [] };
  let last = scrolled();
  let way: number | undefined;
  const [over, unknown] = (data.ground || '').split(' ');
  const update = () => {
    const { begins, bands } = marks;
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
    const reach = Math.min(Number(data.stretch || 0) >> 1, begins);
    const come = reach && Math.min(1, Math.max(0, (y - begins + reach) / (2 * reach)));
    if (reach && come !== way) header.style.setProperty('--hr-way', '' + (way = come));
    last = y;
  };
  const measure = () => {
    const isWithin = findBox(header);
    letWrap(running);
    header.toggleAttribute('data-within', isWithin);
    marks = marksOf(running, over);
    update();
  };
  on(document, 'scroll', ({ target }: { target: Element & Document }) => {
    noteScrolled(target, header);
    update();
  });
  sized(measure, [document.body, bar, ...all('.hr-place')]);
  measure();
  on(document.fonts, 'loadingdone', measure);
  requestAnimationFrame(() => requestAnimationFrame(() => (data.ready = '')));
}

/** Letters may be spaced out further than there is room for where it is not folded: what does not fit stands below, then. */
function letWrap({ data, all }: Running): void {
  delete data.tight;
  const right = (part: Element) => part.getBoundingClientRect().right;
  const isSeen = (part: Element) => part.getClientRects().length > 0;
  const last = (rail: Element) =>
    [...rail.children].findLast((place) => [...place.children].some(isSeen)) || rail;
  const toggles = all('.hr-toggle');
  const isOpen = toggles.length > 0 && !toggles.some(isSeen);
  if (isOpen && all('.hr-rail').some((rail) => right(last(rail)) > right(rail) + 1)) data.tight = '';
}

/** Measures where its moments begin; tells style how much of it leaves, and how high it is. */
function marksOf({ header, data, bar, all }: Running, over: string | undefined): Marks {
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
  const parts = [...document.querySelectorAll<HTMLElement>('main > :not(.shot)')];
  const edge = (part: Element, side: 'top' | 'bottom') =>
    Math.round(part.getBoundingClientRect()[side] + scrolled());
  const middle = at(top + height / 2);
  const band = data.band && parts[Number(data.band) - 1];
  return {
    begins: Math.max(1, band ? edge(band, 'bottom') - at(top + height) : parseFloat(data.switch!)),
    bands: over
      ? parts.map((part) => ({ from: edge(part, 'top') - middle, ground: part.dataset.hrGround }))
      : [],
  };
}
