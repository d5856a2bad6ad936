'use client';
// What to press into the next section, and the ways on, back and out.
import type { ToldTransition } from '@/core/stage';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { timeOf } from '../set/time-of';
import type { Held } from './use-held';
import type { Spot } from './use-show';

export function Next({
  spot,
  way,
  looking,
  done,
  any,
  go,
  leave,
  silence,
}: {
  readonly spot: Spot | undefined;
  readonly way: ToldTransition | undefined;
  readonly looking: boolean;
  readonly done: number;
  readonly any: boolean;
  readonly go: (by: 1 | -1) => void;
  readonly leave: Held;
  readonly silence: Held | null;
}) {
  return (
    <footer className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t px-5 py-3">
      <div aria-live="polite" className="min-w-0 flex-1 basis-[420px] text-2xl max-[500px]:basis-full max-[500px]:text-xl">
        {spot ? (
          <>
            <span className="text-ink-2">Next </span>
            <strong>{spot.section.name}</strong>
            <span className="text-ink-2">: </span>
            <Way way={way} looking={looking} done={done} />
          </>
        ) : (
          <span className="text-ink-2">
            {any ? 'The last section of the set.' : 'A set has songs: Set is where they are made.'}
          </span>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Button onClick={() => go(-1)}>Back</Button>
        <Button tone="primary" disabled={!spot} onClick={() => go(1)}>
          On
        </Button>
        {silence && <HoldButton held={silence} name="Silence" hint="hold P" tone="stop" />}
        <HoldButton held={leave} name="Leave" hint="hold Esc" tone="plain" />
      </div>
    </footer>
  );
}

function Way({
  way,
  looking,
  done,
}: {
  readonly way: ToldTransition | undefined;
  readonly looking: boolean;
  readonly done: number;
}) {
  if (!way) return <span className="text-ink-2">{looking ? 'looking for the way…' : 'the way was not looked for'}</span>;
  if (way.gestures === null) return <span className="text-stop">{way.proved ? 'cannot be reached' : 'no way was found'}</span>;
  if (way.steps.length === 0) return <span>nothing to do</span>;
  const { ms, availableMs, inTime } = way;
  const time = ms === null || availableMs === null ? null : timeOf(ms, availableMs, inTime);
  return (
    <>
      {way.steps.map((step, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the steps of one way, in order
        <span key={i} className={cx(i < done && 'text-ink-3 line-through')}>
          {i > 0 && <span className="text-ink-2">, then </span>}
          {step.words}
        </span>
      ))}
      {time && <span className={inTime ? 'text-ink-2' : 'text-stop'}>{` · ${time}`}</span>}
    </>
  );
}

/** A button that has to be held for a second. */
function HoldButton({
  held,
  name,
  hint,
  tone,
}: {
  readonly held: Held;
  readonly name: string;
  readonly hint: string;
  readonly tone: 'plain' | 'stop';
}) {
  return (
    <button
      type="button"
      aria-label={`${name}: hold it for a second`}
      onPointerDown={held.begin}
      onPointerUp={held.end}
      onPointerLeave={held.end}
      onPointerCancel={held.end}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && held.begin()}
      onKeyUp={held.end}
      onBlur={held.end}
      className={cx(
        'relative h-8 overflow-hidden rounded-sm border px-3 text-sm font-medium select-none',
        tone === 'stop' ? 'border-stop text-stop' : 'border-control-edge',
      )}
    >
      <span
        aria-hidden
        className={cx(
          'absolute inset-y-0 left-0',
          tone === 'stop' ? 'bg-stop-wash' : 'bg-rule',
          held.holding ? 'w-full duration-1000' : 'w-0',
        )}
        style={{ transitionProperty: 'width', transitionTimingFunction: 'linear' }}
      />
      <span className="relative">
        {name} <span className="text-ink-2">{hint}</span>
      </span>
    </button>
  );
}
