import type { Running } from './parts.ts';

/** Marks the link of the current page, where the markup does not say. @returns does so again, on another page */
export function markCurrent({ all }: Running): () => void {
  const isOwn = all('[aria-current]').length > 0;
  const here = (path: string) => path.replace(/index\.html$|\/$/g, '');
  const mark = () => {
    if (isOwn) return;
    for (const link of all('a:not(.hr-logo, .hr-name)[href]') as HTMLAnchorElement[]) {
      const same =
        link.origin === location.origin && here(link.pathname) === here(location.pathname) && !link.hash;
      if (same) link.setAttribute('aria-current', 'page');
      else link.removeAttribute('aria-current');
    }
  };
  mark();
  return mark;
}
