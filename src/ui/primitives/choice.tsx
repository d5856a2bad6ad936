import { Field, Select } from './field';

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: ReadonlyArray<readonly [T, string]>;
  readonly onChange: (value: T) => void;
}

/** One of a few under a label; gives back the option itself, never what a page may have put in its place. */
export function Choice<T extends string>({ label, value, options, onChange }: Props<T>) {
  return (
    <Field label={label}>
      {(id) => (
        <Select
          id={id}
          value={value}
          onChange={(e) => {
            const option = options.find(([v]) => v === e.target.value);
            if (option) onChange(option[0]);
          }}
        >
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
