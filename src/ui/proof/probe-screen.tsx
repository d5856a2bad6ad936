'use client';
import { parseAsString, useQueryState } from 'nuqs';
import { useMemo, useRef, useState } from 'react';
import { packedCc } from '@/core/midi';
import {
  answerProbe,
  beginProbe,
  factsFound,
  MOST_PROBES,
  nextValue,
  type Probe,
  type ProbeKind,
  probeKindOf,
  writeFound,
} from '@/core/probe';
import type { Landing, Parameter, Rig, RigIndex } from '@/core/rig';
import { useCommand } from '../commands/use-command';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { type OutputChoice, useOutput } from '../ports/use-output';
import { Button } from '../primitives/button';
import { Select } from '../primitives/field';
// Probing a target: one value after another is sent, somebody says what the parameter did, and how it listens is written down as tested.
import { Link } from '../primitives/link';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { Log, type ProbeAnswer, Result } from './probe-result';
import { SoftwarePanel, useSimulatedSoftware } from './simulated-software';

interface Choice {
  readonly landing: Landing;
  readonly parameter: Parameter;
  readonly kind: ProbeKind;
}

const answers: Readonly<Record<ProbeKind, ReadonlyArray<readonly [ProbeAnswer, string]>>> = {
  switch: [
    ['on', 'It is on now'],
    ['off', 'It is off now'],
    ['unclear', 'I cannot tell'],
  ],
  knob: [
    ['still', 'It did not move'],
    ['little-up', 'A little up'],
    ['little-down', 'A little down'],
    ['far-up', 'Far up'],
    ['far-down', 'Far down'],
    ['unclear', 'I cannot tell'],
  ],
};
export function ProbeScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const { rig } = index;
  const [id, setId] = useQueryState('landing', parseAsString);
  const choices = useMemo(() => choicesOf(index), [index]);
  const choice = choices.find((c) => c.landing.id === id) ?? choices[0];
  const { probe, sent, found, out, software, begin, answer, again, forget } = useProbing(choice);
  if (!choice) return <NothingToProbe rig={rig} />;
  const { landing, parameter, kind } = choice;
  const target = index.targets.get(landing.targetId);
  const write = (): void => {
    const change = found && writeFound(index, landing, found, new Date().toISOString().slice(0, 10));
    if (change && edit(change)) toast(`Written to ${target?.name ?? 'the target'} as tested.`);
  };
  return (
    <main className="flex min-h-0 flex-1 flex-col overflow-y-auto">
      <ProbeHead index={index} rig={rig} setId={setId} choices={choices} forget={forget} out={out} landing={landing} />
      <div className="mx-auto grid w-full max-w-[1080px] grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-8 px-6 py-6 max-[900px]:grid-cols-1">
        <section aria-label="The probe" className="flex flex-col gap-4">
          <PortTrouble port={out} />
          {!probe ? (
            <Invitation begin={begin} parameter={parameter} kind={kind} />
          ) : sent !== null ? (
            <Question sent={sent} answer={answer} again={again} parameter={parameter} kind={kind} />
          ) : (
            <Result
              found={found ?? null}
              contradicted={probe.guesses.length === 0}
              ways={probe.guesses.length}
              onWrite={write}
              onAgain={begin}
            />
          )}
          {probe && sent !== null && (
            <p className="text-ink-2">
              {probe.guesses.length} of {beginProbe(kind).guesses.length} ways of listening are still possible. The value sent
              narrows them down best.
            </p>
          )}
          {probe && probe.log.length > 0 && <Log log={probe.log} />}
        </section>
        {out.simulated && <SoftwarePanel software={software} parameter={parameter} kind={kind} />}
      </div>
    </main>
  );
}

/** A probe as it goes: what is sent next, what was seen, and what is known by now. */
function useProbing(choice: Choice | undefined) {
  const [probe, setProbe] = useState<Probe | null>(null);
  const [sent, setSent] = useState<number | null>(null);
  const words = useRef<((value: number) => void) | null>(null);
  const out = useOutput((taken) => {
    for (const word of taken) words.current?.(word & 0x7f);
  });
  const software = useSimulatedSoftware(choice?.kind ?? 'switch');
  words.current = out.simulated ? software.hear : null;

  const found = probe && factsFound(probe);
  const asked = probe && sent !== null;
  const transmit = (value: number): void => {
    if (choice?.landing.address.type !== 'cc') return;
    if (out.send([packedCc(choice.landing.address.channel, choice.landing.address.number, value)])) setSent(value);
  };
  const begin = (): void => {
    if (!choice) return;
    const fresh = beginProbe(choice.kind);
    software.reset();
    setProbe(fresh);
    const value = nextValue(fresh);
    if (value !== null) transmit(value);
  };
  const answer = (seen: ProbeAnswer): void => {
    if (!probe || sent === null) return;
    const next = answerProbe(probe, sent, seen);
    setProbe(next);
    setSent(null);
    const value = next.log.length < MOST_PROBES ? nextValue(next) : null;
    if (value !== null) transmit(value);
  };
  // What is sent again acts again: the first time counts as not seen.
  const again = (): void => {
    if (!probe || sent === null) return;
    setProbe(answerProbe(probe, sent, 'unclear'));
    transmit(sent);
  };
  const pick = (n: number): void => {
    const [seen] = (choice && answers[choice.kind][n]) ?? [];
    if (seen && asked) answer(seen);
  };
  useCommand('probe-answer', (key) => pick(Number(key) - 1), { enabled: Boolean(asked) });
  const forget = (): void => {
    setProbe(null);
    setSent(null);
  };
  return { probe, sent, found, out, software, begin, answer, again, forget };
}

function NothingToProbe({ rig }: { readonly rig: Rig }) {
  return (
    <main className="flex-1 px-6 py-10">
      <h1 className="text-xl font-semibold">Probe</h1>
      <p className="mt-2 text-ink-2">
        No switch or knob of the software listens to a control change yet.{' '}
        <Link href={`/rigs/${rig.id}/map`} className="text-verdigris underline">
          Map one
        </Link>
      </p>
    </main>
  );
}

function ProbeHead({
  index,
  rig,
  setId,
  choices,
  forget,
  out,
  landing,
}: {
  readonly index: RigIndex;
  readonly rig: Rig;
  readonly setId: (to: string) => unknown;
  readonly choices: readonly Choice[];
  readonly forget: () => void;
  readonly out: OutputChoice;
  readonly landing: Landing;
}) {
  return (
    <div className="flex flex-wrap items-center gap-3 border-b bg-sheet px-6 py-2.5">
      <h1 className="text-lg font-semibold">Probe</h1>
      <Select
        aria-label="What to probe"
        className="h-7 w-72 text-xs"
        value={landing.id}
        onChange={(e) => {
          forget();
          void setId(e.target.value);
        }}
      >
        {choices.map((c) => (
          <option key={c.landing.id} value={c.landing.id}>
            {index.targets.get(c.landing.targetId)?.name} · {c.parameter.name}
          </option>
        ))}
      </Select>
      <span className="ml-auto flex items-center gap-2">
        <span className="text-xs text-ink-2">to</span>
        <PortSelect port={out} className="w-48" label="Port to send to" />
      </span>
      <Link href={`/rigs/${rig.id}/proof`} className="text-verdigris underline">
        Back to Proof
      </Link>
    </div>
  );
}

/** What is about to happen, before the first value is sent. */
function Invitation({
  begin,
  parameter,
  kind,
}: {
  readonly begin: () => void;
  readonly parameter: Parameter;
  readonly kind: ProbeKind;
}) {
  return (
    <>
      <h2 className="text-2xl font-semibold">How does {parameter.name} listen?</h2>
      <p className="max-w-[62ch] text-ink-2">
        {kind === 'switch'
          ? 'Map it to the message on the sheet, then switch it off by hand. Values are then sent one by one, and you say whether it is on or off.'
          : 'Map it to the message on the sheet, then set it to the middle by hand. Values are then sent one by one, and you say how it moved.'}{' '}
        Ten values tell enough as a rule.
      </p>
      {(parameter.tags.includes('loudness') || parameter.tags.includes('feedback')) && (
        <p className="text-caution">It moves loudness: turn the monitors down.</p>
      )}
      <Button tone="primary" className="h-11 w-fit px-5 text-base" onClick={begin}>
        {kind === 'switch' ? 'It is off. Send the first value' : 'It is in the middle. Send the first value'}
      </Button>
    </>
  );
}

/** What was sent, and what may have been seen. */
function Question({
  sent,
  answer,
  again,
  parameter,
  kind,
}: {
  readonly sent: number;
  readonly answer: (seen: ProbeAnswer) => void;
  readonly again: () => void;
  readonly parameter: Parameter;
  readonly kind: ProbeKind;
}) {
  return (
    <>
      <p role="status" className="text-2xl font-semibold">
        Sent {sent}. What did {parameter.name} do?
      </p>
      <div className="flex flex-wrap gap-2">
        {answers[kind].map(([seen, text], i) => (
          <Button
            key={seen}
            tone={seen === 'unclear' ? 'quiet' : 'plain'}
            className="h-11 px-4 text-base"
            onClick={() => answer(seen)}
          >
            {text} <kbd className="font-mono text-xs">{i + 1}</kbd>
          </Button>
        ))}
        <Button tone="quiet" className="h-11" onClick={again}>
          Send it again
        </Button>
      </div>
    </>
  );
}

function choicesOf(index: RigIndex): readonly Choice[] {
  return index.rig.landings.flatMap((landing): Choice[] => {
    const parameter = index.parameters.get(landing.parameterId);
    const kind = parameter && probeKindOf(parameter, landing);
    return parameter && kind ? [{ landing, parameter, kind }] : [];
  });
}
