'use client';

// Proving the rig: one gesture after another, or whatever is touched, held against the plan; every trial is kept.

import Link from 'next/link';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { useCallback, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Ask } from '@/core/proof';
import type { Edit } from '@/core/rig';
import { UNIT } from '@/ports';
import { useCommand } from '../commands/use-command';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { usePort } from '../ports/use-port';
import { useRig } from '../store/provider';
import { AskPanel, sentence } from './ask-panel';
import { FunctionAside } from './function-aside';
import { modes, ProofHead } from './proof-head';
import { recordOf, tickProved, untickProved } from './record';
import { TouchPanel } from './touch-panel';
import { TrialBar } from './trial-bar';
import { TypedDialog } from './typed-dialog';
import { useDoctor } from './use-doctor';
import { useFunctions } from './use-functions';
import { useProofs } from './use-proofs';
import { playAnything, useSimulatedUnit } from './use-simulated-unit';
import { useTouch } from './use-touch';
import { useTrial } from './use-trial';
import { useWho } from './use-who';

/** How long a proved function stands before the next one is asked for, in milliseconds. */
const STANDS_MS = 900;

export function ProofScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const { rig } = index;
  const { records, failed, keep } = useProofs(rig.id);
  const doctor = useDoctor(rig);
  const [mode, setMode] = useQueryState('mode', parseAsStringLiteral(modes).withDefault('asked'));
  const [typing, setTyping] = useState(false);
  const [who, setWho] = useWho();
  const touches = useRef(1);

  const functions = useFunctions(index, records);
  const { all, trials, standings, chosen, ask, choose, go, goOnFrom } = functions;

  const portName = useRef<{ name: string; simulated: boolean }>({ name: '', simulated: true });
  const onEnd = useCallback(
    (tried: Ask, end: Parameters<Parameters<typeof useTrial>[2]>[1]): void => {
      const { name, simulated } = portName.current;
      const by = end.typed ? 'typed' : simulated ? 'simulated' : 'device';
      const record = recordOf(index, tried, { ...end, by, who, port: end.typed ? '' : name, asked: sentence(tried) });
      keep(record);
      const row = index.assignments.get(tried.assignment.id);
      if (by !== 'simulated' && row) {
        if (end.outcome === 'proved') edit(tickProved(index, row, record));
        else if (row.proved !== null) edit(untickProved(index, row));
      }
      if (end.outcome !== 'proved') return;
      // Typed in, the next one waits until it is asked for.
      if (!end.typed) setTimeout(() => goOnFrom(tried), STANDS_MS);
    },
    [index, keep, edit, goOnFrom, who],
  );
  const trial = useTrial(mode === 'asked' ? ask : null, doctor, onEnd);
  const touch = useTouch(index, mode === 'touch', (tried, heard) =>
    onEnd(tried, { outcome: 'proved', heard, diagnosis: null, typed: false }),
  );
  const port = usePort((words, atMs) => (mode === 'asked' ? trial.take(words, atMs) : touch.take(words, atMs)), UNIT);
  const simulated = port.info?.made !== 'device';
  portName.current = { name: port.info?.name ?? '', simulated };

  const unit = useSimulatedUnit(index, port.chosen === UNIT ? ask : null, trial, port.play);
  const skip = (): void => {
    if (!ask) return;
    keep(
      recordOf(index, ask, {
        outcome: 'skipped',
        heard: [],
        diagnosis: null,
        by: simulated ? 'simulated' : 'device',
        who,
        port: port.info?.name ?? '',
        asked: sentence(ask),
      }),
    );
    go(1);
  };
  const mend = (change: Edit, words: string): void => {
    if (edit(change)) toast(words);
  };

  const given = { enabled: mode === 'asked' && ask !== null };
  useCommand('proof-on', () => go(1), given);
  useCommand('proof-back', () => go(-1), given);
  useCommand('proof-again', trial.again, given);
  useCommand('proof-skip', skip, given);
  useCommand('proof-settle', trial.settle, given);
  useCommand('proof-play', unit.play, given);

  if (all.length === 0)
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
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      <ProofHead index={index} standings={standings} mode={mode} onMode={(m) => void setMode(m)} who={who} onWho={setWho}>
        <PortSelect port={port} className="w-44" />
      </ProofHead>
      {(port.problem !== null || port.asking || failed) && (
        <div className="border-b px-6 py-1.5">
          <PortTrouble port={port} />
          {failed && (
            <p role="alert" className="text-xs text-stop">
              Earlier trials could not be read. New ones are kept all the same; load the page again to see both.
            </p>
          )}
        </div>
      )}
      <div className="flex min-h-0 flex-1">
        <FunctionAside
          index={index}
          functions={functions}
          chosen={mode === 'asked' ? (chosen?.assignment.id ?? null) : null}
          onChoose={(id) => {
            void setMode('asked');
            choose(id);
          }}
        />
        <div className="flex min-w-0 flex-1 flex-col">
          <section aria-label="The trial" className="min-h-0 flex-1 overflow-y-auto px-8 py-6">
            {mode === 'touch' ? (
              <TouchPanel
                index={index}
                touch={touch}
                simulated={simulated}
                onOpen={(id) => void setMode('asked').then(() => choose(id))}
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
      {typing && ask && (
        <TypedDialog
          asked={sentence(ask)}
          onClose={() => setTyping(false)}
          onTake={(heard) => {
            setTyping(false);
            trial.takeAll(heard);
          }}
        />
      )}
    </main>
  );
}
