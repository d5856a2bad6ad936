import { cx } from './cx';

/** How far something is, as a bar. */
export function Progress({
  label,
  value,
  max,
  className,
}: {
  readonly label: string;
  readonly value: number;
  readonly max: number;
  readonly className?: string;
}) {
  return (
    <progress
      aria-label={label}
      className={cx(
        'h-2 w-28 appearance-none [&::-moz-progress-bar]:bg-verdigris [&::-webkit-progress-bar]:rounded-full [&::-webkit-progress-bar]:bg-rule [&::-webkit-progress-value]:rounded-full [&::-webkit-progress-value]:bg-verdigris',
        className,
      )}
      value={value}
      max={Math.max(1, max)}
    />
  );
}
