import { cx } from './cx';

/** One of a few, side by side. */
export function Segments<T extends string>({
  label,
  options,
  chosen,
  onChoose,
}: {
  readonly label: string;
  readonly options: ReadonlyArray<readonly [T, string]>;
  readonly chosen: T;
  readonly onChoose: (option: T) => void;
}) {
  return (
    <fieldset className="no-print flex overflow-hidden rounded-sm border border-control-edge">
      <legend className="sr-only">{label}</legend>
      {options.map(([option, words]) => (
        <button
          key={option}
          type="button"
          aria-pressed={chosen === option}
          onClick={() => onChoose(option)}
          className={cx('h-7 px-3 text-xs', chosen === option ? 'bg-verdigris text-on-verdigris' : 'text-ink-2 hover:text-ink')}
        >
          {words}
        </button>
      ))}
    </fieldset>
  );
}
