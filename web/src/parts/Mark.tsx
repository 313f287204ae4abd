/** Hat Rail's mark: two hooks on a brass rod. */
export function Mark() {
  return (
    <svg width="26" height="20" viewBox="0 0 26 20" aria-hidden="true">
      <rect y="2" width="26" height="3" rx="1.5" fill="var(--brass-line)" />
      <path
        d="M6 5v7a4 4 0 0 0 8 0M20 5v5a3 3 0 0 1-3 3"
        fill="none"
        stroke="var(--pine)"
        strokeWidth="3"
        strokeLinecap="round"
      />
    </svg>
  );
}
