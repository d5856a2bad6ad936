import type { ComponentProps } from 'react';
import type * as z from 'zod';
import { CommitInput, Field, NOT_TAKEN } from './field';

interface TextProps extends Omit<ComponentProps<typeof CommitInput>, 'value' | 'commit'> {
  /** Null where several are shown and differ. */
  readonly value: string | null;
  /** What the rig takes: the limits that are told are the schema's own. */
  readonly schema: z.ZodType<string>;
  readonly onValue: (text: string) => boolean;
}

/** A text that is trimmed and taken when it is left, within the limits of its schema. */
export function SchemaText({ value, schema, onValue, className = 'w-full', ...rest }: TextProps) {
  return (
    <CommitInput
      {...(value === null ? { placeholder: 'various' } : {})}
      {...rest}
      className={className}
      value={value ?? ''}
      commit={(text) => {
        const parsed = schema.safeParse(text.trim());
        if (!parsed.success) return textProblem(parsed.error.issues[0]?.message);
        return onValue(parsed.data) ? null : NOT_TAKEN;
      }}
    />
  );
}

interface FieldProps extends Omit<TextProps, 'className' | 'id'> {
  readonly label: string;
  readonly hint?: string;
  /** Of the label and field together. */
  readonly className?: string;
}

/** The same under a label. */
export function TextField({ label, hint, className, ...text }: FieldProps) {
  return (
    <Field label={label} className={className} {...(hint === undefined ? {} : { hint })}>
      {(id) => <SchemaText id={id} {...text} />}
    </Field>
  );
}

/** What a schema says of a text, as a sentence. */
export const textProblem = (message = 'that does not fit'): string =>
  `${message.charAt(0).toUpperCase()}${message.slice(1)}${message.endsWith('.') ? '' : '.'}`;
