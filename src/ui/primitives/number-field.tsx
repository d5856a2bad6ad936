import * as z from 'zod';
import { CommitInput, Field, NOT_TAKEN } from './field';
import { parseDecimal } from './numbers';

interface Props {
  readonly label: string;
  /** The fact of a unit that it states, by its name. */
  readonly fact?: string;
  readonly hint?: string;
  /** Null where several are shown and differ. */
  readonly value: number | null;
  /** What the rig takes: the limits that are told are the schema's own. */
  readonly schema: z.ZodType<number>;
  readonly unit?: string;
  /** What the number is multiplied by to be shown: 100 for a part that is shown in percent. */
  readonly shownTimes?: number;
  /** What else has to hold, beyond the schema: why it does not, or null. */
  readonly check?: (value: number) => string | null;
  readonly onValue: (value: number) => boolean;
}

/** A number under a label, with the limits that its schema has. */
export function NumberField({ label, fact, hint, value, schema, unit = '', shownTimes = 1, check, onValue }: Props) {
  const shown = value === null ? '' : String(Math.round(value * shownTimes * 1e4) / 1e4);
  return (
    <Field label={label} fact={fact} {...(hint === undefined ? {} : { hint })}>
      {(id) => (
        <CommitInput
          id={id}
          inputMode="decimal"
          className="w-full"
          {...(value === null ? { placeholder: 'various' } : {})}
          value={shown}
          commit={(text) => {
            const typed = parseDecimal(text);
            const parsed = schema.safeParse(typed === null ? null : typed / shownTimes);
            if (!parsed.success) return limitWords(schema, unit, shownTimes);
            return check?.(parsed.data) ?? (onValue(parsed.data) ? null : NOT_TAKEN);
          }}
        />
      )}
    </Field>
  );
}

/** What a number schema takes, in a sentence. */
export function limitWords(schema: z.ZodType<number>, unit = '', shownTimes = 1): string {
  const { minimum, maximum, type } = z.toJSONSchema(schema, { io: 'input' });
  const whole = type === 'integer' ? ' whole' : '';
  const of = unit === '' ? '' : ` ${unit}`;
  if (minimum === undefined || maximum === undefined) return `Enter a${whole} number.`;
  return `Enter a${whole} number from ${minimum * shownTimes} to ${maximum * shownTimes}${of}.`;
}
