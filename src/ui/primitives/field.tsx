'use client';
import { type ComponentProps, type ReactNode, useEffect, useId, useState } from 'react';
import { AssumedMark } from './assumed';
import { cx } from './cx';

const box = 'h-8 rounded-sm border border-control-edge bg-sheet px-2 text-sm text-ink disabled:opacity-50';

export function TextInput({ className, ...rest }: ComponentProps<'input'>) {
  return <input className={cx(box, 'w-full', className)} {...rest} />;
}

export function Select({ className, children, ...rest }: ComponentProps<'select'>) {
  return (
    <select className={cx(box, 'w-full pr-1', className)} {...rest}>
      {children}
    </select>
  );
}

interface FieldProps {
  readonly label: string;
  /** The fact of a unit that it states, by its name. */
  readonly fact?: string | undefined;
  readonly hint?: string;
  readonly error?: string | undefined;
  readonly className?: string;
  readonly children: (id: string) => ReactNode;
}

/** A label above its field; the error, if any, is tied to it. */
export function Field({ label, fact, hint, error, className, children }: FieldProps) {
  const id = useId();
  return (
    <div className={cx('flex flex-col gap-1', className)}>
      <span className="flex items-baseline gap-1.5">
        <label htmlFor={id} className="text-xs font-medium text-ink-2">
          {label}
        </label>
        <AssumedMark fact={fact} />
      </span>
      {children(id)}
      {hint !== undefined && error === undefined && <p className="text-xs text-ink-3">{hint}</p>}
      {error !== undefined && (
        <p role="alert" className="text-xs text-stop">
          {error}
        </p>
      )}
    </div>
  );
}

/** What a field says when the rig did not take its value: the store has said why in a notice. */
export const NOT_TAKEN = 'Not changed: the notice says why. Escape brings the old value back.';

interface CommitProps extends Omit<ComponentProps<'input'>, 'value' | 'onChange' | 'onBlur' | 'onKeyDown'> {
  readonly value: string;
  /** Takes the text on Enter or when the field is left; gives back why it is refused, or null. */
  readonly commit: (text: string) => string | null;
}

/** A field that changes the rig when it is left or Enter is pressed; Escape puts the old text back. */
export function CommitInput({ value, commit, className, ...rest }: CommitProps) {
  const [text, setText] = useState(value);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    setText(value);
    setProblem(null);
  }, [value]);
  const take = (): void => {
    if (text === value) {
      setProblem(null);
      return;
    }
    setProblem(commit(text));
  };
  return (
    <span className="relative inline-flex min-w-0 max-w-full">
      <input
        {...rest}
        value={text}
        title={problem ?? rest.title}
        aria-invalid={problem !== null}
        className={cx(box, className, problem !== null && 'border-stop outline-stop')}
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key === 'Enter') {
            e.preventDefault();
            take();
          }
          if (e.key === 'Escape' && text !== value) {
            e.stopPropagation();
            setText(value);
            setProblem(null);
          }
        }}
      />
      {problem !== null && (
        <span
          role="alert"
          className="absolute top-full left-0 z-20 mt-1 w-max max-w-56 rounded-sm border border-stop bg-sheet px-2 py-1 text-xs text-stop shadow"
        >
          {problem}
        </span>
      )}
    </span>
  );
}
