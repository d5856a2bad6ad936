'use client';

// Proving the rig: one gesture after another, or whatever is touched, held against the plan; every trial is kept.

import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { type RefObject, useRef, useState } from 'react';
import type { Ask, ProofRecord, Standing, ToProve } from '@/core/proof';
import type { Edit, Rig, RigIndex } from '@/core/rig';
import { UNIT } from '@/ports';
import { useCommand } from '../commands/use-command';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { type PortChoice, usePort } from '../ports/use-port';
import { Link } from '../primitives/link';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { WaitingRecords } from '../store/waiting-records';
import { AskPanel, sentence } from './ask-panel';
import { FunctionAside } from './function-aside';
import { modes, ProofHead } from './proof-head';
import { TouchPanel } from './touch-panel';
import { TrialBar } from './trial-bar';
import { TypedDialog } from './typed-dialog';
import { useDoctor } from './use-doctor';
import { type Functions, useFunctions } from './use-functions';
import { useKeeping } from './use-keeping';
import { type Proofs, useProofs } from './use-proofs';
import { playAnything, type SimulatedUnit, useSimulatedUnit } from './use-simulated-unit';
import { type Touch, useTouch } from './use-touch';
import { type Trial, useTrial } from './use-trial';
import { useWho } from './use-who';

export function ProofScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const { rig } = index;
  const logbook = useProofs(rig.id);
  const { records, keep } = logbook;
  const [mode, setMode] = useQueryState('mode', parseAsStringLiteral(modes).withDefault('asked'));
  const [typing, setTyping] = useState(false);
  const [who, setWho] = useWho();
  const touches = useRef(1);

  const functions = useFunctions(index, records);
  const { all, trials, standings, chosen, ask, choose, go } = functions;

  const { keeping, trial, touch, port, simulated } = useListening({ index, mode, functions, keep, who });
  const unit = useSimulatedUnit(index, port.chosen === UNIT ? ask : null, trial, port.play);
  const skip = (): void => {
    if (!ask) return;
    keeping.skipped(ask);
    go(1);
  };
  // At once: what arrives next belongs to this function.
  const proveOne = (assignmentId: string): void => {
    void setMode('asked');
    choose(assignmentId);
  };
  const mend = (change: Edit, words: string): void => void (edit(change) && toast(words));
  useProofCommands(mode === 'asked' && ask !== null, { trial, unit, go, skip });

  if (all.length === 0) return <NothingToProve rig={rig} />;
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <ProofHead index={index} standings={standings} mode={mode} onMode={(m) => void setMode(m)} who={who} onWho={setWho}>
        <PortSelect port={port} className="w-44" />
      </ProofHead>
      <ProofTroubles logbook={logbook} port={port} />
      <div className="flex min-h-0 flex-1">
        <FunctionAside
          index={index}
          functions={functions}
          chosen={mode === 'asked' ? (chosen?.assignment.id ?? null) : null}
          onChoose={proveOne}
        />
        <div className="flex min-w-0 flex-1 flex-col">
          <TrialPane
            index={index}
            rig={rig}
            records={records}
            mode={mode}
            touches={touches}
            trials={trials}
            standings={standings}
            chosen={chosen}
            ask={ask}
            choose={proveOne}
            trial={trial}
            touch={touch}
            port={port}
            simulated={simulated}
            mend={mend}
          />
          {mode === 'asked' && ask && (
            <TrialBar
              trial={trial}
              unit={port.chosen === UNIT ? unit : null}
              onMove={go}
              onType={() => setTyping(true)}
              onSkip={skip}
            />
          )}
        </div>
      </div>
      {typing && ask && <TypedDialog asked={sentence(ask)} onClose={() => setTyping(false)} onTake={trial.takeAll} />}
    </main>
  );
}

/** Hears the port: as the trial of the function that is asked for, or as whatever is touched. */
function useListening({
  index,
  mode,
  functions: { ask, goOnFrom },
  keep,
  who,
}: {
  readonly index: RigIndex;
  readonly mode: (typeof modes)[number];
  readonly functions: Functions;
  readonly keep: (record: ProofRecord) => void;
  readonly who: string;
}) {
  const doctor = useDoctor(index.rig);
  const keeping = useKeeping({ index, keep, who });
  const trial = useTrial(mode === 'asked' ? ask : null, doctor, keeping.ended, goOnFrom);
  const touch = useTouch(index, mode === 'touch', (tried, heard) =>
    keeping.ended(tried, { outcome: 'proved', heard, diagnosis: null, typed: false }),
  );
  const port = usePort((words, atMs) => (mode === 'asked' ? trial.take(words, atMs) : touch.take(words, atMs)), UNIT);
  const simulated = port.info?.made !== 'device';
  keeping.through({ name: port.info?.name ?? '', simulated });
  return { keeping, trial, touch, port, simulated };
}

/** The keys of a trial, while a function is asked for. */
function useProofCommands(
  enabled: boolean,
  {
    trial,
    unit,
    go,
    skip,
  }: {
    readonly trial: Trial;
    readonly unit: SimulatedUnit;
    readonly go: (by: number) => void;
    readonly skip: () => void;
  },
): void {
  const given = { enabled };
  useCommand('proof-on', () => go(1), given);
  useCommand('proof-back', () => go(-1), given);
  useCommand('proof-again', trial.again, given);
  useCommand('proof-skip', skip, given);
  useCommand('proof-settle', trial.settle, given);
  useCommand('proof-play', unit.play, given);
}

function NothingToProve({ rig }: { readonly rig: Rig }) {
  return (
    <main className="flex-1 px-6 py-10">
      <h1 className="text-xl font-semibold">Proof</h1>
      <p className="mt-2 text-ink-2">
        Nothing on this rig sends a message yet, so there is nothing to prove.{' '}
        <Link href={`/rigs/${rig.id}/map`} className="text-verdigris underline">
          Map a control
        </Link>
      </p>
    </main>
  );
}

function ProofTroubles({ logbook, port }: { readonly logbook: Proofs; readonly port: PortChoice }) {
  const { failed, refused } = logbook;
  const waits = logbook.silent && logbook.waiting > 0;
  return (
    <>
      {(port.problem !== null || port.asking || failed || refused || waits) && (
        <div className="border-b px-6 py-1.5">
          <PortTrouble port={port} />
          {failed && (
            <p role="alert" className="text-xs text-stop">
              Earlier trials could not be read: no answer from Keen Dial. It is tried again; new ones are kept all the same.
            </p>
          )}
          <WaitingRecords one="trial" logbook={logbook} />
        </div>
      )}
    </>
  );
}

/** The trial of the chosen function, or of whatever is touched. */
function TrialPane({
  index,
  rig,
  records,
  mode,
  touches,
  trials,
  standings,
  chosen,
  ask,
  choose,
  trial,
  touch,
  port,
  simulated,
  mend,
}: {
  readonly index: RigIndex;
  readonly rig: Rig;
  readonly records: readonly ProofRecord[] | null;
  readonly mode: (typeof modes)[number];
  readonly touches: RefObject<number>;
  readonly trials: ReadonlyMap<string, readonly ProofRecord[]>;
  readonly standings: ReadonlyMap<string, Standing>;
  readonly chosen: ToProve | null;
  readonly ask: Ask | null;
  readonly choose: (assignmentId: string) => void;
  readonly trial: Trial;
  readonly touch: Touch;
  readonly port: PortChoice;
  readonly simulated: boolean;
  readonly mend: (change: Edit, words: string) => void;
}) {
  return (
    <section aria-label="The trial" className="min-h-0 flex-1 overflow-y-auto px-8 py-6">
      {mode === 'touch' ? (
        <TouchPanel
          index={index}
          touch={touch}
          simulated={simulated}
          onOpen={choose}
          onPlay={port.chosen === UNIT ? () => playAnything(index, touches.current++, port.play) : null}
        />
      ) : ask && chosen ? (
        <AskPanel
          index={index}
          ask={ask}
          trial={trial}
          standing={standings.get(chosen.assignment.id) ?? { state: 'untried', since: null, record: null, at: null }}
          simulated={simulated}
          trials={trials.get(chosen.assignment.id) ?? []}
          onEdit={mend}
          calibrateHref={`/rigs/${rig.id}/proof/calibrate?control=${chosen.control.id}`}
        />
      ) : (
        <p className="text-ink-2">{records === null ? 'Reading earlier trials.' : 'Choose a function on the left.'}</p>
      )}
    </section>
  );
}
