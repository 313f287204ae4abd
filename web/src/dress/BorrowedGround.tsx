import type { Page } from '@hatrail/core/model/page';
import { ChoiceField } from '../parts/fields.tsx';

/** Grounds that can be put under the header for looking only; they never ship and change no verdict. */
const EVEN = {
  light: { name: 'light', background: '#f4f4f2' },
  middle: { name: 'middle grey', background: '#777' },
  dark: { name: 'dark', background: '#16181c' },
  checks: { name: 'checks', background: 'repeating-conic-gradient(#111 0 25%, #fff 0 50%) 0 0 / 24px 24px' },
} as const;

/** The page itself, an even ground, or another of the site's pages. */
export type Ground = 'page' | keyof typeof EVEN | `page ${string}`;

/** The CSS that puts an even ground in the place of the page; the page keeps its height. */
export function groundCss(ground: Ground): string | undefined {
  const even = ground in EVEN ? EVEN[ground as keyof typeof EVEN] : undefined;
  return even && `main { visibility: hidden } html body { background: ${even.background} }`;
}

/** The page that is borrowed, where one is. */
export function borrowedPage(ground: Ground, pages: readonly Page[]): Page | undefined {
  return pages.find(({ id }) => ground === `page ${id}`);
}

/** What a ground is called. */
export function groundName(ground: Ground, pages: readonly Page[]): string {
  return ground in EVEN
    ? EVEN[ground as keyof typeof EVEN].name
    : (borrowedPage(ground, pages)?.title ?? 'the page');
}

/** Chooses a borrowed ground. While one is borrowed, the screen says so. */
export function BorrowedGround({
  value,
  page,
  pages,
  onChange,
}: {
  value: Ground;
  page: Page;
  pages: readonly Page[];
  onChange: (ground: Ground) => void;
}) {
  const others = pages.filter(({ id }) => id !== page.id);
  const grounds: Ground[] = [
    'page',
    ...(Object.keys(EVEN) as (keyof typeof EVEN)[]),
    ...others.map(({ id }): Ground => `page ${id}`),
  ];
  return (
    <span className="page-choice">
      Over{' '}
      <ChoiceField
        label="Ground to look at"
        value={grounds.includes(value) ? value : 'page'}
        options={grounds.map((ground) => [ground, groundName(ground, pages)] as const)}
        onChange={onChange}
      />
    </span>
  );
}
