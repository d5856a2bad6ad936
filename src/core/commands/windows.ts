// Which numbers a target takes, as lines of text: `cc 20-31`, `note 36-51 on 10`, `program 0-127 on 1, 2`.

import { err, ok, type Result } from '../base';
import { channelSchema, kindOf, messageTypeSchema } from '../midi';
import type { Reception } from '../rig';

type Windows = Reception['windows'];

const line = /^([a-z0-9-]+)\s+(\d{1,5})(?:\s*(?:-|–|to|\.\.)\s*(\d{1,5}))?(?:\s+on\s+([\d\s,]+))?$/i;

/**
 * Windows as text, one a line; no line where everything is taken.
 * @example writeWindows([{ type: 'cc', channels: null, from: 20, to: 31 }]) // => 'cc 20-31'
 */
export const writeWindows = (windows: Windows): string =>
  windows
    .map(
      (w) =>
        `${w.type} ${w.from}${w.to === w.from ? '' : `-${w.to}`}${w.channels === null ? '' : ` on ${w.channels.join(', ')}`}`,
    )
    .join('\n');

/** The inverse of `writeWindows`; says which line is not understood. */
export function parseWindows(text: string): Result<Windows, string> {
  const windows: Windows = [];
  for (const [i, raw] of text.split(/\n|;/).entries()) {
    const plain = raw.trim();
    if (plain === '') continue;
    const match = line.exec(plain);
    const type = messageTypeSchema.safeParse(match?.[1]?.toLowerCase());
    const from = Number(match?.[2]);
    const to = match?.[3] === undefined ? from : Number(match[3]);
    if (!match || !type.success) return err(`Line ${i + 1}: write it as “cc 20-31” or “note 36-51 on 10”.`);
    if (from > to || to > (kindOf(type.data).number?.most ?? 127))
      return err(`Line ${i + 1}: ${from} to ${to} is no run of numbers.`);
    const channels: number[] = (match[4] ?? '').split(/[\s,]+/).flatMap((c) => (c === '' ? [] : [Number(c)]));
    const parsed = channels.map((c) => channelSchema.safeParse(c));
    const good = parsed.flatMap((p) => (p.success ? [p.data] : []));
    if (good.length < parsed.length) return err(`Line ${i + 1}: channels are 1 to 16.`);
    windows.push({ type: type.data, channels: good.length === 0 ? null : good, from, to });
  }
  return windows.length > 200 ? err('At most 200 lines.') : ok(windows);
}
