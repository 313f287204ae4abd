import { Choice } from '../parts/fields.tsx';

/** Grounds that can be put under the header for looking only; they never ship and change no verdict. */
export const GROUNDS = {
  page: { name: 'the page', background: undefined },
  light: { name: 'light', background: '#f4f4f2' },
  middle: { name: 'middle grey', background: '#777' },
  dark: { name: 'dark', background: '#16181c' },
  checks: { name: 'checks', background: 'repeating-conic-gradient(#111 0 25%, #fff 0 50%) 0 0 / 24px 24px' },
} as const;
export type GroundName = keyof typeof GROUNDS;

/** The CSS that puts a ground in the place of the page; the page keeps its height. */
export function groundCss(name: GroundName): string | undefined {
  const { background } = GROUNDS[name];
  return background && `main { visibility: hidden } html body { background: ${background} }`;
}

/** Chooses a borrowed ground. While one is borrowed, the screen says so. */
export function BorrowedGround({
  value,
  onChange,
}: {
  value: GroundName;
  onChange: (name: GroundName) => void;
}) {
  return (
    <span className="page-choice">
      Over{' '}
      <Choice
        label="Ground to look at"
        value={value}
        options={Object.entries(GROUNDS).map(([id, { name }]) => [id as GroundName, name] as const)}
        onChange={onChange}
      />
    </span>
  );
}
