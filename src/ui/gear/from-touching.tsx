'use client';
// A controller by touching it: what was found so far, what cannot be told is asked, and all of it can be changed before it is kept.
import { X } from 'lucide-react';
import { type ChangeEvent, useRef, useState } from 'react';
import { fileProblemWords, readSmf, SMF_LIMIT } from '@/core/formats';
import { codingWords, noSysex, shortName } from '@/core/midi';
import { type CountedPart, panelFromCounts } from '@/core/rig';
import type { Reading } from '@/core/touching';
import { madeUpTouches, UNIT } from '@/ports';
import { MiniPanel } from '../faceplate/mini-panel';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { usePort } from '../ports/use-port';
import { Button } from '../primitives/button';
import { Select } from '../primitives/field';
import type { TouchedRow, Touching } from './use-touching';

const partWords: Readonly<Record<CountedPart, string>> = {
  wheels: 'jog wheel',
  encoders: 'encoder',
  knobs: 'knob',
  faders: 'fader',
  ribbons: 'ribbon',
  pads: 'pad',
  buttons: 'button',
  footswitches: 'footswitch',
  keys: 'keyboard',
  pedals: 'pedal',
};

const readingWords = ({ kind, coding }: Reading): string => {
  switch (kind) {
    case 'momentary':
      return 'on while it is held';
    case 'latching':
      return 'on and off in turn';
    case 'fixed':
      return 'the same at each press';
    case 'struck':
      return 'struck, soft to hard';
    case 'moved':
      return 'moved through its travel';
    case 'springs':
      return 'springs back';
    case 'each-way':
      return 'turned in clicks, a message for each way';
    case 'two-fixed':
      return 'two switches, each the same at each press';
    case 'clicks':
      return `turned in clicks${coding === null ? '' : `, ${codingWords[coding]}`}`;
  }
};

export function FromTouching({ touching }: { readonly touching: Touching }) {
  const port = usePort(touching.take, UNIT);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const open = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    if (file.size > SMF_LIMIT) return setProblem(fileProblemWords({ code: 'too-large', bytes: SMF_LIMIT }));
    const read = readSmf(new Uint8Array(await file.arrayBuffer()), noSysex);
    if (!read.ok) return setProblem(fileProblemWords(read.error));
    setProblem(null);
    touching.takeAll(read.value.messages);
  };
  const counts: Partial<Record<CountedPart, number>> = {};
  for (const { part } of touching.rows) counts[part] = (counts[part] ?? 0) + 1;
  return (
    <div className="flex flex-col gap-3">
      <p className="text-ink-2">
        Press each switch three times, move each knob and fader there and back, turn each encoder a few clicks both ways. Rest a
        second between two of them, and go row by row.
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <span className="text-xs text-ink-2">from</span>
        <PortSelect port={port} className="w-52" />
        {port.chosen === UNIT && (
          <Button size="small" onClick={() => port.play(madeUpTouches(7))}>
            Let a made-up controller be touched
          </Button>
        )}
        <Button size="small" onClick={() => input.current?.click()}>
          Read a MIDI file
        </Button>
        <input
          ref={input}
          type="file"
          accept=".mid,.midi,audio/midi"
          aria-label="Recording of the touching"
          tabIndex={-1}
          className="sr-only"
          onChange={(e) => void open(e)}
        />
        {touching.rows.length > 0 && (
          <Button size="small" tone="quiet" onClick={touching.again}>
            Begin again
          </Button>
        )}
      </div>
      <PortTrouble port={port} />
      {problem !== null && (
        <p role="alert" className="text-xs text-stop">
          {problem}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_280px] gap-5 max-[860px]:grid-cols-1">
        <Found touching={touching} />
        <div className="flex min-h-40 items-center justify-center rounded-md bg-film p-4">
          {touching.rows.length > 0 ? (
            <MiniPanel panel={panelFromCounts({ counts })} large />
          ) : (
            <p className="text-ink-2">The panel is drawn here.</p>
          )}
        </div>
      </div>
    </div>
  );
}

function Found({ touching }: { readonly touching: Touching }) {
  if (touching.rows.length === 0) return <p className="text-ink-2">Nothing was touched yet.</p>;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is walked by keyboard too
    <section aria-label="Touched so far" tabIndex={0} className="max-h-[46vh] overflow-y-auto">
      <table className="w-full text-[13.5px]">
        <thead>
          <tr className="text-left text-xs text-ink-2">
            <th className="py-1 font-medium">Sends</th>
            <th className="font-medium">It is</th>
            <th className="font-medium">It works</th>
            <th>
              <span className="sr-only">Leave out</span>
            </th>
          </tr>
        </thead>
        <tbody aria-live="polite">
          {touching.rows.map((row) => (
            <Row key={row.key} row={row} touching={touching} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Row({
  row: { key, touched, reading, parts, part },
  touching,
}: {
  readonly row: TouchedRow;
  readonly touching: Touching;
}) {
  const { message, readings, touch, pressure, back } = touched;
  const both = back === null ? shortName(message) : `${shortName(message)}, ${shortName(back)}`;
  const name = `${both}${'channel' in message ? ` ch ${message.channel}` : ''}`;
  return (
    <tr className="border-b last:border-b-0">
      <td className="py-1 pr-2 font-mono text-xs whitespace-nowrap">{name}</td>
      <td className="py-0.5 pr-2">
        <Select
          aria-label={`What ${name} is`}
          className="h-7 text-xs"
          value={part}
          onChange={(e) => {
            const chosen = parts.find((p) => p === e.target.value);
            if (chosen) touching.say(key, { part: chosen });
          }}
        >
          {parts.map((p) => (
            <option key={p} value={p}>
              {partWords[p]}
            </option>
          ))}
        </Select>
      </td>
      <td>
        {readings.length === 1 ? (
          <span className="text-ink-2">
            {readingWords(readings[0])}
            {touch && `, its cap sends ${shortName(touch)}`}
            {pressure && ', feels pressure'}
          </span>
        ) : (
          <Select
            aria-label={`How ${name} works`}
            className="h-7 border-caution text-xs"
            value={reading ? readings.indexOf(reading) : ''}
            onChange={(e) => {
              const chosen = readings[Number(e.target.value)];
              if (chosen) touching.say(key, { reading: chosen });
            }}
          >
            {!reading && <option value="">cannot be told: which?</option>}
            {readings.map((r, i) => (
              <option key={`${r.kind} ${r.coding}`} value={i}>
                {readingWords(r)}
              </option>
            ))}
          </Select>
        )}
      </td>
      <td className="text-right">
        <Button
          size="icon"
          tone="quiet"
          className="h-7 w-7"
          aria-label={`Leave ${name} out`}
          onClick={() => touching.say(key, { gone: true })}
        >
          <X size={14} aria-hidden />
        </Button>
      </td>
    </tr>
  );
}
