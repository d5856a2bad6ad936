// Which numbers a target takes, as lines of text: `cc 20-31`, `note 36-51 on 10`, `program 0-127 on 1, 2`.

import { err, exhaustive, ok, type Result } from '../base';
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

/** Why lines of windows cannot be taken; `line` counts from 1. */
export type WindowProblem =
  | { readonly code: 'not-understood'; readonly line: number }
  | { readonly code: 'no-run'; readonly line: number; readonly from: number; readonly to: number }
  | { readonly code: 'no-channel'; readonly line: number }
  | { readonly code: 'too-many'; readonly most: number };

/** What is wrong with a line of windows, in a sentence. */
export function windowProblemWords(problem: WindowProblem): string {
  switch (problem.code) {
    case 'not-understood':
      return `Line ${problem.line}: write it as “cc 20-31” or “note 36-51 on 10”.`;
    case 'no-run':
      return `Line ${problem.line}: ${problem.from} to ${problem.to} is no run of numbers.`;
    case 'no-channel':
      return `Line ${problem.line}: channels are 1 to 16.`;
    case 'too-many':
      return `At most ${problem.most} lines.`;
    default:
      return exhaustive(problem);
  }
}

/** Most lines. */
const MOST = 200;

/** The inverse of `writeWindows`; says which line is not understood. */
export function parseWindows(text: string): Result<Windows, WindowProblem> {
  const windows: Windows = [];
  for (const [i, raw] of text.split(/\n|;/).entries()) {
    const plain = raw.trim();
    if (plain === '') continue;
    const match = line.exec(plain);
    const type = messageTypeSchema.safeParse(match?.[1]?.toLowerCase());
    const from = Number(match?.[2]);
    const to = match?.[3] === undefined ? from : Number(match[3]);
    if (!match || !type.success) return err({ code: 'not-understood', line: i + 1 });
    if (from > to || to > (kindOf(type.data).number?.most ?? 127)) return err({ code: 'no-run', line: i + 1, from, to });
    const channels: number[] = (match[4] ?? '').split(/[\s,]+/).flatMap((c) => (c === '' ? [] : [Number(c)]));
    const parsed = channels.map((c) => channelSchema.safeParse(c));
    const good = parsed.flatMap((p) => (p.success ? [p.data] : []));
    if (good.length < parsed.length) return err({ code: 'no-channel', line: i + 1 });
    windows.push({ type: type.data, channels: good.length === 0 ? null : good, from, to });
  }
  return windows.length > MOST ? err({ code: 'too-many', most: MOST }) : ok(windows);
}
