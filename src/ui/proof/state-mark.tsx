// Where a function stands, as a shape and a word: never by colour alone.
import type { StandingState } from '@/core/proof';
import { cx } from '../primitives/cx';

const looks: Readonly<Record<StandingState, { readonly path: string; readonly filled: boolean; readonly tone: string }>> = {
  proved: { path: 'M2.5 8.5l3.8 4L13.5 4', filled: false, tone: 'text-verdigris' },
  rehearsed: { path: 'M8 2.5a5.5 5.5 0 1 0 0 11 5.5 5.5 0 0 0 0-11z', filled: false, tone: 'text-verdigris' },
  failed: { path: 'M5 1h6l4 4v6l-4 4H5l-4-4V5z', filled: true, tone: 'text-stop' },
  stale: { path: 'M8 1l7.2 13.5H.8z', filled: true, tone: 'text-caution' },
  skipped: { path: 'M3 8h10', filled: false, tone: 'text-ink-3' },
  untried: { path: 'M8 6.2a1.8 1.8 0 1 0 0 3.6 1.8 1.8 0 0 0 0-3.6z', filled: true, tone: 'text-ink-3' },
};

export const stateWords: Readonly<Record<StandingState, string>> = {
  proved: 'proved',
  rehearsed: 'rehearsed',
  failed: 'failed',
  stale: 'stale',
  skipped: 'skipped',
  untried: 'not tried',
};

export function StateMark({
  state,
  size = 14,
  said = false,
}: {
  readonly state: StandingState;
  readonly size?: number;
  /** Whether the words beside it say it already. */
  readonly said?: boolean;
}) {
  const look = looks[state];
  return (
    <svg
      viewBox="0 0 16 16"
      width={size}
      height={size}
      className={cx('shrink-0', look.tone)}
      role="img"
      aria-hidden={said}
      aria-label={stateWords[state]}
    >
      <path
        d={look.path}
        fill={look.filled ? 'currentColor' : 'none'}
        stroke={look.filled ? 'none' : 'currentColor'}
        strokeWidth={2}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  );
}
