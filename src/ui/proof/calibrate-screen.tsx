'use client';
// Calibrating a pedal or fader: two slow sweeps are recorded, and what they show is kept with the controller.
import dynamic from 'next/dynamic';
import { parseAsString, useQueryState } from 'nuqs';
import { useCallback, useMemo, useRef, useState } from 'react';
import { measurePedal, type PedalMeasure, type PedalProblem, wornSweeps } from '@/core/calibration';
import { calibrate } from '@/core/commands';
import { type HeardMessage, type Message, messageSchema, messageStreamsIn, type PackedMessage, valueMax } from '@/core/midi';
import type { Control, Rig, RigIndex } from '@/core/rig';
import { type Calibration, makeCalibration } from '@/core/values';
import { UNIT } from '@/ports';
import { useCommand } from '../commands/use-command';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { type PortChoice, usePort } from '../ports/use-port';
import { Button } from '../primitives/button';
import { Select } from '../primitives/field';
import { Link } from '../primitives/link';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { MeasureTable, proposalWords } from './measure-table';
import { addressWords, channelWords } from './stream-rows';

const PedalCurve = dynamic(() => import('../charts/pedal-chart').then((m) => m.PedalCurve), { ssr: false });
const PedalHistogram = dynamic(() => import('../charts/pedal-chart').then((m) => m.PedalHistogram), { ssr: false });

const moving = new Set<Control['kind']>(['knob', 'fader', 'expression', 'ribbon']);
/** What was heard, and what it says of the pedal. */
interface Found {
  readonly message: Message;
  readonly measure: PedalMeasure | PedalProblem;
}

const problemWords: Readonly<Record<PedalProblem, string>> = {
  'too-few': 'Too little came to measure anything. Move it from one end to the other and back, twice.',
  'one-way': 'It was moved one way only. Move it there and back, twice.',
  'too-narrow':
    'It moved over less than a tenth of its range. Move it from one end to the other; if you did, its cable or polarity is wrong.',
};

export function CalibrateScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const { rig } = index;
  const [id, setId] = useQueryState('control', parseAsString);
  const controls = useMemo(() => rig.controls.filter((c) => moving.has(c.kind)), [rig.controls]);
  const control = controls.find((c) => c.id === id) ?? controls.find((c) => c.kind === 'expression') ?? controls[0];
  const { recording, last, found, port, begin, end, forget } = useSweeps(index, control);
  const measure = typeof found?.measure === 'object' ? found.measure : null;
  const mended = useMemo(() => (measure ? mendedCurve(measure) : []), [measure]);
  const keep = (calibration: Calibration | null): void => {
    if (!control) return;
    if (edit(calibrate(index, control, calibration)))
      toast(
        calibration
          ? `${control.name} is calibrated. Enter it in the unit, and prove it again.`
          : `${control.name} is not calibrated any more.`,
      );
  };
  if (!control) return <NothingToCalibrate rig={rig} />;
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
      <CalibrateHead
        index={index}
        rig={rig}
        setId={setId}
        controls={controls}
        control={control}
        recording={recording}
        forget={forget}
        port={port}
      />
      <div className="mx-auto flex w-full max-w-[1080px] flex-col gap-5 px-6 py-6">
        <PortTrouble port={port} />
        <SweepSection control={control} recording={recording} found={found} begin={begin} end={end} />
        <p role="status" className="min-h-6 font-mono text-sm">
          {recording ? (last ? `${last.words}: ${last.value}, ${last.count} values` : 'Waiting for the first value.') : ''}
        </p>
        {typeof found?.measure === 'string' && (
          <p role="alert" className="rounded-md border border-stop px-4 py-3 text-stop">
            {problemWords[found.measure]}
          </p>
        )}
        {measure && <Measured index={index} control={control} found={found} measure={measure} mended={mended} keep={keep} />}
        {control.calibration && (
          <p className="flex flex-wrap items-center gap-3 border-t pt-4 text-ink-2">
            <span className="min-w-0 flex-1">Kept now: {proposalWords(control.calibration)}</span>
            <Button size="small" onClick={() => keep(null)}>
              Take it off
            </Button>
          </p>
        )}
      </div>
    </main>
  );
}

/** Two sweeps as they are recorded, and what they say of the pedal. */
function useSweeps(index: RigIndex, control: Control | undefined) {
  const [recording, setRecording] = useState(false);
  const [last, setLast] = useState<{ readonly words: string; readonly value: number; readonly count: number } | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const buffer = useRef<HeardMessage[]>([]);
  const drawing = useRef(0);
  const seed = useRef(1);

  const take = useCallback(
    (words: readonly PackedMessage[], atMs: number): void => {
      if (!recording) return;
      for (const word of words) buffer.current.push({ atMs, word });
      if (drawing.current !== 0) return;
      drawing.current = requestAnimationFrame(() => {
        drawing.current = 0;
        const messageStream = busiest(buffer.current);
        if (messageStream)
          setLast({
            words: `${addressWords(messageStream.message)} ${channelWords(messageStream.message)}`.trim(),
            value: messageStream.values.at(-1) ?? 0,
            count: messageStream.values.length,
          });
      });
    },
    [recording],
  );
  const port = usePort(take, UNIT);
  const begin = (): void => {
    buffer.current = [];
    setFound(null);
    setLast(null);
    setRecording(true);
    if (port.chosen === UNIT && control) port.play(wornSweeps(messageOf(index, control), seed.current++));
  };
  const end = (): void => {
    setRecording(false);
    const messageStream = busiest(buffer.current);
    if (!messageStream || !control) {
      setFound({ message: messageSchema.parse({ type: 'stop' }), measure: 'too-few' });
      return;
    }
    const max = valueMax(messageStream.message.type);
    const { from, to } = plannedRange(index, control, messageStream.message) ?? { from: 0, to: max };
    // What is sent covers the planned part: back to what the pedal itself reads.
    const readings = messageStream.values.map((v, i) => ({
      atMs: messageStream.times[i] ?? 0,
      value: Math.round(((v - from) * max) / (to - from)),
    }));
    setFound({ message: messageStream.message, measure: measurePedal(readings, max) });
  };
  useCommand('calibrate-record', () => (recording ? end() : begin()), { enabled: control !== undefined });
  return { recording, last, found, port, begin, end, forget: () => setFound(null) };
}

function SweepSection({
  control,
  recording,
  found,
  begin,
  end,
}: {
  readonly control: Control;
  readonly recording: boolean;
  readonly found: Found | null;
  readonly begin: () => void;
  readonly end: () => void;
}) {
  return (
    <section className="flex flex-wrap items-center gap-4">
      <div className="min-w-0 flex-1">
        <h2 className="text-2xl font-semibold">
          {recording ? `Move ${control.name} from end to end and back, twice` : `Two slow sweeps of ${control.name}`}
        </h2>
        <p className="text-ink-2">
          About three seconds each way, as evenly as you can, resting a moment at each end. Let it send its whole range meanwhile.
        </p>
      </div>
      <Button tone="primary" className="h-11 px-5 text-base" onClick={recording ? end : begin}>
        {recording ? 'That was it' : found ? 'Record again' : 'Record'} <kbd className="font-mono text-xs">Space</kbd>
      </Button>
    </section>
  );
}

function NothingToCalibrate({ rig }: { readonly rig: Rig }) {
  return (
    <main className="flex-1 px-6 py-10">
      <h1 className="text-xl font-semibold">Calibrate</h1>
      <p className="mt-2 text-ink-2">
        This rig has no pedal, fader or knob.{' '}
        <Link href={`/rigs/${rig.id}/gear`} className="text-verdigris underline">
          Add a controller
        </Link>
      </p>
    </main>
  );
}

function CalibrateHead({
  index,
  rig,
  setId,
  controls,
  control,
  recording,
  forget,
  port,
}: {
  readonly index: RigIndex;
  readonly rig: Rig;
  readonly setId: (to: string) => unknown;
  readonly controls: readonly Control[];
  readonly control: Control;
  readonly recording: boolean;
  readonly forget: () => void;
  readonly port: PortChoice;
}) {
  return (
    <div className="flex flex-wrap items-center gap-3 border-b bg-sheet px-6 py-2.5">
      <h1 className="text-lg font-semibold">Calibrate</h1>
      <Select
        aria-label="What to calibrate"
        className="h-7 w-64 text-xs"
        value={control.id}
        disabled={recording}
        onChange={(e) => {
          forget();
          void setId(e.target.value);
        }}
      >
        {controls.map((c) => (
          <option key={c.id} value={c.id}>
            {index.controllers.get(c.controllerId)?.name} · {c.name}
          </option>
        ))}
      </Select>
      <span className="ml-auto flex items-center gap-2">
        <span className="text-xs text-ink-2">from</span>
        <PortSelect port={port} className="w-48" />
      </span>
      <Link href={`/rigs/${rig.id}/proof`} className="text-verdigris underline">
        Back to Proof
      </Link>
    </div>
  );
}

/** What two sweeps showed, and the calibration that would mend it. */
function Measured({
  index,
  control,
  found,
  measure,
  mended,
  keep,
}: {
  readonly index: RigIndex;
  readonly control: Control;
  readonly found: Found | null;
  readonly measure: PedalMeasure;
  readonly mended: readonly number[];
  readonly keep: (calibration: Calibration | null) => void;
}) {
  return (
    <>
      <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-8 max-[900px]:grid-cols-1">
        <section aria-label="The way" className="flex flex-col gap-1">
          <h3 className="font-semibold">What it reads on its way</h3>
          <p className="text-xs text-ink-2">
            <span className="text-spark">▬ reads</span> between its ends, <span className="text-verdigris">╍ calibrated</span>.
            The hand is taken to move evenly; the {measure.legs} ways are averaged.
          </p>
          <PedalCurve measure={measure} mended={mended} />
          <h3 className="mt-3 font-semibold">How often each value came</h3>
          <PedalHistogram measure={measure} />
        </section>
        <MeasureTable measure={measure} max={valueMax(found?.message.type ?? 'cc')} />
      </div>
      <section className="flex flex-wrap items-center gap-3 border-t pt-4">
        <p className="min-w-0 flex-1">
          To keep with {index.controllers.get(control.controllerId)?.name}: {proposalWords(measure.proposal)}
        </p>
        <Button tone="primary" onClick={() => keep(measure.proposal)}>
          Keep this calibration
        </Button>
      </section>
    </>
  );
}

/** The message stream with the most values: what was moved. */
function busiest(heard: readonly HeardMessage[]) {
  return [...messageStreamsIn(heard)].sort((a, b) => b.values.length - a.values.length)[0] ?? null;
}

/** What a control sends when it is moved; a plain control change where nothing is planned. */
function messageOf(index: RigIndex, control: Control): Message {
  const sends = (index.assignmentsOf.get(control.id) ?? []).flatMap((a) => (a.gesture.type === 'move' ? a.actions : []));
  const send = sends.find((a) => a.type === 'send');
  return send?.type === 'send' ? send.message : messageSchema.parse({ type: 'cc', channel: 1, number: 11 });
}

/** The planned range of a message on a control; null where it is not planned, or covers too little to be read back. */
function plannedRange(
  index: RigIndex,
  control: Control,
  message: Message,
): { readonly from: number; readonly to: number } | null {
  for (const a of index.assignmentsOf.get(control.id) ?? [])
    for (const action of a.actions)
      if (
        action.type === 'send' &&
        action.behaviour.type === 'range' &&
        JSON.stringify(action.message) === JSON.stringify(message)
      ) {
        const { from, to } = action.behaviour;
        return Math.abs(to - from) >= valueMax(message.type) / 4 ? { from, to } : null;
      }
  return null;
}

/** The place that counts, once calibrated, at even parts of the way. */
function mendedCurve({ curve, proposal }: PedalMeasure): readonly number[] {
  const calibrated = makeCalibration(proposal);
  return curve.map((part) => calibrated(proposal.low + (proposal.high - proposal.low) * part));
}
