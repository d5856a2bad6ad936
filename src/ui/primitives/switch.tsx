import { cx } from './cx';

interface Props {
  readonly label: string;
  /** Null where several are shown and differ. */
  readonly on: boolean | null;
  readonly onChange: (on: boolean) => unknown;
  readonly className?: string;
}

/** Something that is so or not, with its words beside it. */
export function Switch({ label, on, onChange, className }: Props) {
  return (
    <label className={cx('flex items-start gap-1.5', className)}>
      <input
        type="checkbox"
        className="mt-[0.2em] shrink-0 accent-verdigris"
        checked={on === true}
        ref={(box) => {
          if (box) box.indeterminate = on === null;
        }}
        onChange={(e) => onChange(e.target.checked)}
      />
      {label}
    </label>
  );
}
