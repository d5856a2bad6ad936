import { Field, Select } from './field';

interface Props<T extends string> {
  readonly label: string;
  /** The fact of a unit that it states, by its name. */
  readonly fact?: string;
  /** Null where several are shown and differ. */
  readonly value: T | null;
  readonly options: ReadonlyArray<readonly [T, string]>;
  readonly onChange: (value: T) => void;
  readonly className?: string;
}

/** One of a few under a label; gives back the option itself, never what a page may have put in its place. */
export function Choice<T extends string>({ label, fact, value, options, onChange, className }: Props<T>) {
  return (
    <Field label={label} fact={fact} className={className}>
      {(id) => (
        <Select
          id={id}
          value={value ?? ''}
          onChange={(e) => {
            const option = options.find(([v]) => v === e.target.value);
            if (option) onChange(option[0]);
          }}
        >
          {value === null && <option value="">various</option>}
          {options.map(([v, words]) => (
            <option key={v} value={v}>
              {words}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}
