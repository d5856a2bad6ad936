'use client';
// What counts the bars, and the pedal that goes on to the next section.
import { useEffect, useRef, useState } from 'react';
import { messageStreamsIn, type PackedMessage, sayPacked, shortName } from '@/core/midi';
import { pedalOf } from '@/core/stage';
import { type PortInfo, problemWords } from '@/ports';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import type { StageSettings } from './stage-settings';
import type { Devices } from './use-listening';

interface Props {
  readonly settings: StageSettings;
  readonly change: (to: Partial<StageSettings>) => void;
  readonly ins: readonly PortInfo[];
}

/** By what bars are counted. */
export function Clock({ settings: { clock }, change, ins }: Props) {
  const chosen = typeof clock === 'string' ? null : clock;
  const known = chosen && !ins.some((p) => p.id === chosen.id) ? [chosen] : [];
  const choose = (to: string): void => {
    const port = [...ins, ...known].find((p) => p.id === to);
    if (to === 'none' || to === 'song') change({ clock: to });
    else if (port) change({ clock: { id: port.id, name: port.name } });
  };
  return (
    <section className="space-y-2">
      <h3 className="text-sm font-semibold">Bars and the time left</h3>
      <Choice
        label="Bars are counted by"
        value={chosen?.id ?? String(clock)}
        options={[
          ['none', 'nothing: how many bars there are'],
          ['song', 'the tempo of the song, from where I go on'],
          ...[...known, ...ins].map((p) => [p.id, `the MIDI clock on ${p.name}`] as const),
        ]}
        onChange={choose}
      />
      <p className="text-xs text-ink-2">
        Who goes on in the last bar of a section, or up to half a bar late, means its end. Of a clock 24 are a quarter; whether
        the song counts quarters, eighths or halves is told by its tempo.
      </p>
    </section>
  );
}

/** A pedal that is heard on any port, and goes on. */
export function Pedal({
  settings: { pedal },
  change,
  devices,
  onChoosing,
}: Omit<Props, 'ins'> & { readonly devices: Devices; readonly onChoosing: (choosing: boolean) => void }) {
  const [said, say] = useState<string | null>(null);
  const { listening, listen, stop } = usePedalOnce(devices, onChoosing, say, (port, word) => change({ pedal: { port, word } }));
  return (
    <section className="space-y-2">
      <h3 className="text-sm font-semibold">A pedal to go on</h3>
      <p className="text-sm">
        {listening
          ? 'Press the pedal now.'
          : pedal
            ? `${pedalWords(pedal.word)} on ${pedal.port.name}`
            : 'None: Space and the keys of page turners go on.'}
      </p>
      <div className="flex gap-2">
        <Button onClick={listening ? stop : () => void listen()}>{listening ? 'Stop listening' : 'Choose by pressing it'}</Button>
        {pedal && !listening && (
          <Button tone="quiet" onClick={() => change({ pedal: null })}>
            No pedal
          </Button>
        )}
      </div>
      {said !== null && (
        <p role="status" className="text-sm text-ink-2">
          {said}
        </p>
      )}
    </section>
  );
}

/** `CC 64, channel 3`. */
function pedalWords(word: PackedMessage): string {
  const [stream] = messageStreamsIn([{ atMs: 0, word: word | 127 }]);
  if (!stream) return sayPacked(word);
  return 'channel' in stream.message
    ? `${shortName(stream.message)}, channel ${stream.message.channel}`
    : shortName(stream.message);
}

/** Listens on every port until something is pressed. */
function usePedalOnce(
  devices: Devices,
  choosing: (now: boolean) => void,
  say: (words: string | null) => void,
  found: (port: { readonly id: string; readonly name: string }, word: number) => void,
): { readonly listening: boolean; readonly listen: () => Promise<void>; readonly stop: () => void } {
  const [listening, setListening] = useState(false);
  const closing = useRef<readonly (() => void)[]>([]);
  const run = useRef(0);
  const stop = (): void => {
    run.current++;
    for (const close of closing.current) close();
    closing.current = [];
    setListening(false);
    choosing(false);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the window is closed
  useEffect(() => stop, []);
  const listen = async (): Promise<void> => {
    stop();
    const mine = run.current;
    setListening(true);
    choosing(true);
    say(null);
    const listed = await devices.list();
    if (mine !== run.current) return;
    if (!listed.ok || listed.ports.length === 0) {
      stop();
      say(listed.ok ? 'No MIDI device is there. Plug one in, then choose it.' : problemWords[listed.problem]);
      return;
    }
    for (const { id, name } of listed.ports) {
      const opened = await devices.open(id, {
        words: (words) => {
          const pedal = words.map(pedalOf).find((p) => p !== null);
          if (pedal === undefined || pedal === null || mine !== run.current) return;
          stop();
          found({ id, name }, pedal);
        },
        gone: () => undefined,
      });
      if (!opened.ok) continue;
      if (mine !== run.current) opened.close();
      else closing.current = [...closing.current, opened.close];
    }
  };
  return { listening, listen, stop };
}
