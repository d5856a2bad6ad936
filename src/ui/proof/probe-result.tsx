// What a probe has found out, and the values that it was found with.
import { exhaustive } from '@/core/base';
import type { Probe, Seen, Ways } from '@/core/probe';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';

export type ProbeAnswer = Seen | 'unclear';
const answerWords: Readonly<Record<ProbeAnswer, string>> = {
  on: 'on',
  off: 'off',
  still: 'did not move',
  'little-up': 'a little up',
  'little-down': 'a little down',
  'far-up': 'far up',
  'far-down': 'far down',
  unclear: 'unclear',
};

export function Result({
  found,
  contradicted,
  ways,
  onWrite,
  onAgain,
}: {
  readonly found: Ways | null;
  readonly contradicted: boolean;
  readonly ways: number;
  readonly onWrite: () => void;
  readonly onAgain: () => void;
}) {
  return (
    <>
      <p role="status" className={cx('text-2xl font-semibold', !found && 'text-caution')}>
        {found
          ? waysWords(found)
          : contradicted
            ? 'The answers contradict each other.'
            : `${ways} ways of listening are still possible.`}
      </p>
      {!found && (
        <p className="text-ink-2">
          {contradicted
            ? 'It listens in a way that is not known here, something else moved it, or one answer was a slip. Start over, and leave it alone meanwhile.'
            : 'From where it stands no value tells them apart. Start over with it in the middle of its range.'}
        </p>
      )}
      <div className="flex gap-2">
        {found && (
          <Button tone="primary" onClick={onWrite}>
            Write it to the profile as tested
          </Button>
        )}
        <Button onClick={onAgain}>Start over</Button>
      </div>
    </>
  );
}

export function Log({ log }: { readonly log: Probe['log'] }) {
  return (
    <table className="w-fit border-collapse text-sm">
      <caption className="pb-1 text-left text-xs whitespace-nowrap text-ink-2">Sent and seen</caption>
      <tbody>
        {log.map((l, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place in the log
          <tr key={i} className="border-b">
            <td className="min-w-24 py-1 pr-6 font-mono">{l.value}</td>
            <td className="py-1">{answerWords[l.seen]}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function waysWords(ways: Ways): string {
  switch (ways.type) {
    case 'absolute-switch':
      return `On from ${ways.threshold}, off below.`;
    case 'toggle':
      return ways.actsOn === 'any-message'
        ? 'Every message flips it, whatever its value.'
        : ways.actsOn === 'rising-edge'
          ? `A value from ${ways.threshold} on flips it, if the one before was lower.`
          : `Values from ${ways.threshold} on flip it; lower ones do nothing.`;
    case 'absolute-knob':
      return {
        jump: 'It jumps to each value.',
        pickup: 'It waits until the knob passes where it stands.',
        scale: 'It moves in proportion to what is left.',
      }[ways.takeover];
    case 'relative':
      return `It reads clicks: ${ways.coding.replace('-', ' ').replace('twos', 'two’s')}.`;
    default:
      return exhaustive(ways);
  }
}
