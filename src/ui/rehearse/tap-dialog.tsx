'use client';
// Sixteen taps to the click: how late this player's hands and this device are together.
import { useEffect, useRef, useState } from 'react';
import { type Delay, delayFrom, TAPS } from '@/core/rehearsal';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { type Sounding, sound } from './clicks';

/** A hundred beats a minute. */
const EVERY_MS = 600;
const READY_MS = 600;

const everyBeat = (from: number, to: number) => {
  const clicks = [];
  for (let n = Math.max(0, Math.ceil(from / EVERY_MS - 1e-9)); n * EVERY_MS < to; n++)
    clicks.push({ atMs: n * EVERY_MS, one: n % 4 === 0 });
  return clicks;
};

export function TapDialog({ onMeasured, onClose }: { readonly onMeasured: (ms: number) => void; readonly onClose: () => void }) {
  const [taps, setTaps] = useState<readonly number[]>([]);
  const [zero, setZero] = useState<number | null>(null);
  const [silent, setSilent] = useState(false);
  const sounding = useRef<Sounding | null>(null);
  useEffect(() => () => sounding.current?.stop(), []);
  const begin = (): void => {
    sounding.current?.stop();
    setTaps([]);
    setSilent(false);
    sounding.current = sound(everyBeat, READY_MS, () => setSilent(true));
    setZero(performance.now() + READY_MS);
  };
  const done = taps.length >= TAPS;
  const found: Delay | null = done ? delayFrom(taps, EVERY_MS) : null;
  const tap = (stamp: number): void => {
    if (zero === null || done) return;
    const next = [...taps, stamp - zero];
    setTaps(next);
    if (next.length >= TAPS) sounding.current?.stop();
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="How late you and this device are"
      description="Tap along with sixteen clicks, as you would play. Headphones by radio come late; what is measured is taken off every time."
    >
      <div className="space-y-3">
        {zero === null || done ? (
          <Button tone={done ? 'plain' : 'primary'} onClick={begin}>
            {done ? 'Tap again' : 'Start the clicks'}
          </Button>
        ) : (
          <Button
            tone="primary"
            autoFocus
            className="h-24 w-full text-base"
            onPointerDown={(event) => tap(event.timeStamp)}
            onKeyDown={(event) => {
              if (event.repeat || (event.key !== ' ' && event.key !== 'Enter')) return;
              event.preventDefault();
              tap(event.timeStamp);
            }}
          >
            Tap here, or with the space bar: {taps.length} of {TAPS}
          </Button>
        )}
        {silent && <p className="text-sm text-caution">This device does not sound, so there is nothing to tap to.</p>}
        <div role="status" className="text-sm">
          {found && <Found found={found} />}
        </div>
        {found?.type === 'measured' && (
          <Button
            tone="primary"
            onClick={() => {
              onMeasured(Math.round(found.offsetMs));
              onClose();
            }}
          >
            Take it off from now on
          </Button>
        )}
      </div>
    </Dialog>
  );
}

function Found({ found }: { readonly found: Delay }) {
  switch (found.type) {
    case 'measured':
      return (
        <>
          <p>
            Your taps come {Math.abs(Math.round(found.offsetMs))} ms {found.offsetMs < 0 ? 'before' : 'after'} the click.
          </p>
          {found.byRadio && (
            <p className="text-caution">
              That is late for a hand: headphones by radio, most of the time. With a cable you hear the click when it is.
            </p>
          )}
        </>
      );
    case 'unsteady':
      return <p className="text-caution">The taps are too far apart from each other to be a measure. Tap again.</p>;
    case 'too-few':
      return <p>Not enough taps yet.</p>;
    default:
      return found satisfies never;
  }
}
