'use client';
// Whatever is touched: what it is by the plan, and whether it came as planned.
import type { StandingState } from '@/core/proof';
import type { RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { sentence } from './ask-panel';
import { purposeOf } from './function-list';
import { StateMark } from './state-mark';
import { addressWords, channelWords, StreamRows } from './stream-rows';
import type { Touch, Touched } from './use-touch';

interface Props {
  readonly index: RigIndex;
  readonly touch: Touch;
  readonly simulated: boolean;
  readonly onOpen: (assignmentId: string) => void;
  /** Has the simulated unit touch something; null where the messages come from somewhere else. */
  readonly onPlay: (() => void) | null;
}

export function TouchPanel({ index, touch, simulated, onOpen, onPlay }: Props) {
  return (
    <div className="flex flex-col gap-5">
      <header>
        <h2 className="text-2xl font-semibold">Touch anything</h2>
        <p className="mt-1 max-w-[68ch] text-ink-2">
          Press each switch three times, move each pedal there and back, and pause for a second between two of them. What comes as
          planned is proved; what does not is named.
        </p>
        {onPlay && (
          <Button className="mt-3" onClick={onPlay}>
            Let the simulated unit touch something
          </Button>
        )}
      </header>
      <section aria-label="Arriving" aria-live="off">
        {touch.now.length > 0 ? (
          <StreamRows
            rows={touch.now
              .slice(0, 5)
              .map((s, i) => ({ key: i, message: s.message, planned: null, arrived: s.values, besides: null }))}
          />
        ) : (
          <p className="rounded-md border border-dashed border-control-edge px-4 py-3 text-ink-2">Waiting for a message.</p>
        )}
      </section>
      {touch.done.length > 0 && (
        <section aria-label="Touched so far">
          <h3 className="text-xs font-medium text-ink-2">Touched so far, the last one first</h3>
          <ul aria-live="polite">
            {touch.done.map((t) => (
              <li key={t.id} className="flex items-center gap-3 border-b py-2">
                <StateMark state={markOf(t, simulated)} />
                <span className="min-w-0 flex-1">{wordsOf(index, t)}</span>
                {(!t.right || t.asks.length > 1) &&
                  t.asks.slice(0, 3).map((ask) => (
                    <Button key={ask.assignment.id} size="small" onClick={() => onOpen(ask.assignment.id)}>
                      Try {t.asks.length > 1 ? `${ask.control.name}, ${ask.place}` : 'it'} by itself
                    </Button>
                  ))}
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

const markOf = ({ right, asks }: Touched, simulated: boolean): StandingState =>
  !right ? 'failed' : asks.length > 1 ? 'untried' : simulated ? 'rehearsed' : 'proved';

function wordsOf(index: RigIndex, { asks, right, messages }: Touched): string {
  const [first] = [...messages].sort((a, b) => b.count - a.count);
  const heard = first ? `${addressWords(first.message)} ${channelWords(first.message)}`.trim() : 'a message';
  const [ask] = asks;
  if (!ask) return `${heard} is not planned anywhere on this rig.`;
  if (right && asks.length > 1)
    return `${heard} came as planned for ${asks.map((a) => `${a.control.name} (${a.place})`).join(', ')}: which one it was cannot be told.`;
  const name = `${ask.control.name} · ${purposeOf(index, { assignment: ask.assignment, control: ask.control, controller: ask.testSetup.controller })}`;
  return right ? `${name}: as planned` : `${name}: ${heard} is its message, but not as planned. Asked for is: ${sentence(ask)}.`;
}
