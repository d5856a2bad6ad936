/** The mark: a dial that points past one o'clock. */
export function Mark({ size = 24 }: { readonly size?: number }) {
  return (
    <svg viewBox="0 0 32 32" width={size} height={size} aria-hidden className="shrink-0">
      <circle cx="16" cy="16" r="13" fill="none" stroke="currentColor" strokeWidth="2.6" />
      <path d="M16 16L23 9" stroke="var(--verdigris)" strokeWidth="4" strokeLinecap="round" />
      <circle cx="16" cy="16" r="3" fill="currentColor" />
    </svg>
  );
}
