import type { Verdict } from '@hatrail/core/sweep/verdict';

const COLOURS: Record<Verdict, string> = {
  clear: 'var(--clear)',
  strained: 'var(--strained)',
  lost: 'var(--lost)',
};
const WORDS: Record<Verdict, string> = { clear: 'Clear', strained: 'Strained', lost: 'Lost' };

/** A verdict's mark: filled disc, half disc, barred ring. */
export function VerdictMark({ verdict, size = 12 }: { verdict: Verdict; size?: number }) {
  const colour = COLOURS[verdict];
  return (
    <svg width={size} height={size} viewBox="0 0 12 12" aria-hidden="true" style={{ flex: 'none' }}>
      {verdict === 'clear' && <circle cx="6" cy="6" r="5.5" fill={colour} />}
      {verdict === 'strained' && (
        <>
          <circle cx="6" cy="6" r="4.8" fill="none" stroke={colour} strokeWidth="1.4" />
          <path d="M6 1.2a4.8 4.8 0 0 0 0 9.6z" fill={colour} />
        </>
      )}
      {verdict === 'lost' && (
        <>
          <circle cx="6" cy="6" r="4.8" fill="none" stroke={colour} strokeWidth="1.7" />
          <path d="M2.7 2.7l6.6 6.6" stroke={colour} strokeWidth="1.7" />
        </>
      )}
    </svg>
  );
}

/** A contrast to one decimal, cut and not rounded up, so that 4.46 never reads as reaching 4.5. */
export function figure(contrast: number): string {
  return (Math.floor(contrast * 10) / 10).toFixed(1);
}

/** A verdict as mark, word and number. */
export function VerdictText({ verdict, contrast }: { verdict: Verdict; contrast?: number }) {
  return (
    <span
      style={{
        display: 'inline-flex',
        alignItems: 'center',
        gap: 6,
        color: COLOURS[verdict],
        fontWeight: 650,
      }}
    >
      <VerdictMark verdict={verdict} />
      <span>
        {WORDS[verdict]}
        {contrast !== undefined && ` ${figure(contrast)}`}
      </span>
    </span>
  );
}

export { COLOURS as VERDICT_COLOURS };
