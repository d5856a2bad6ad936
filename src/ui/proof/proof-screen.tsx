'use client';
import Link from 'next/link';
// Proving the rig: one gesture after another, or whatever is touched, held against the plan; every trial is kept.
import { parseAsString, parseAsStringLiteral, useQueryState } from 'nuqs';
import { useCallback, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { counted, plural } from '@/core/base';
import { type Ask, askFor, byFunction, notHeard, planKey, type Standing, standingOf, type ToProve, toProve } from '@/core/proof';
import type { Edit, RigIndex } from '@/core/rig';
import { UNIT } from '@/ports';
import { useCommand } from '../commands/use-command';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { usePort } from '../ports/use-port';
import { Select } from '../primitives/field';
import { useRig } from '../store/provider';
import { AskPanel, sentence } from './ask-panel';
import { FunctionList } from './function-list';
import { modes, ProofHead } from './proof-head';
import { recordOf, tickProved, untickProved } from './record';
import { TouchPanel } from './touch-panel';
import { TrialBar } from './trial-bar';
import { TypedDialog } from './typed-dialog';
import { useDoctor } from './use-doctor';
import { useProofs } from './use-proofs';
import { playAnything, useSimulatedUnit } from './use-simulated-unit';
import { useTouch } from './use-touch';
import { useTrial } from './use-trial';
import { useWho } from './use-who';

const filters = ['all', 'open', 'failed', 'stale'] as const;
const filterWords = { all: 'all functions', open: 'not proved', failed: 'failed', stale: 'stale' } as const;
/** How long a proved function stands before the next one is asked for, in milliseconds. */
const STANDS_MS = 900;

export function ProofScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const { rig } = index;
  const { records, failed, keep } = useProofs(rig.id);
  const doctor = useDoctor(rig);
  const [key, setKey] = useQueryState('function', parseAsString);
  const [mode, setMode] = useQueryState('mode', parseAsStringLiteral(modes).withDefault('asked'));
  const [filter, setFilter] = useQueryState('show', parseAsStringLiteral(filters).withDefault('all'));
  const [typing, setTyping] = useState(false);
  const [who, setWho] = useWho();
  const touches = useRef(1);

  const all = useMemo(() => toProve(index), [index]);
  const trials = useMemo(() => byFunction(records ?? []), [records]);
  const standings = useMemo(() => {
    return new Map<string, Standing>(
      all.map((f) => [f.assignment.id, standingOf(index, f.assignment, trials.get(f.assignment.id) ?? [])]),
    );
  }, [index, all, trials]);
  const shown = useMemo(
    () =>
      all.filter(({ assignment }) => {
        const state = standings.get(assignment.id)?.state ?? 'untried';
        return filter === 'all' || (filter === 'open' ? state !== 'proved' : state === filter);
      }),
    [all, standings, filter],
  );
  const firstOpen = all.find((f) => standings.get(f.assignment.id)?.state !== 'proved') ?? all[0];
  const chosen = all.find((f) => f.assignment.id === key) ?? (records === null ? undefined : firstOpen);
  // A tick changes nothing of what is asked: the trial goes on over it.
  const asked = chosen ? signatureOf(index, chosen) : '';
  // biome-ignore lint/correctness/useExhaustiveDependencies: the signature stands for all that the question rests on
  const ask = useMemo(() => (chosen ? askFor(index, chosen.assignment) : null), [asked]);
  const go = useCallback(
    (by: number): void => {
      const at = shown.findIndex((f) => f.assignment.id === chosen?.assignment.id);
      const next = shown[Math.max(0, Math.min(shown.length - 1, at + by))];
      if (next) void setKey(next.assignment.id);
    },
    [shown, chosen, setKey],
  );

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
      if (!end.typed)
        setTimeout(() => setKey((now) => (now === null || now === tried.assignment.id ? nextOf(shown, tried) : now)), STANDS_MS);
    },
    [index, keep, edit, setKey, shown, who],
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
        <aside aria-label="Functions" className="flex w-[340px] shrink-0 flex-col border-r max-[1100px]:w-[280px]">
          <div className="flex items-center gap-2 border-b px-4 py-2">
            <Select
              aria-label="Which functions to show"
              className="h-7 text-xs"
              value={filter}
              onChange={(e) => void setFilter(filters.find((f) => f === e.target.value) ?? 'all')}
            >
              {filters.map((f) => (
                <option key={f} value={f}>
                  {filterWords[f]}
                </option>
              ))}
            </Select>
          </div>
          {shown.length === 0 ? (
            <p className="px-4 py-3 text-ink-2">None is {filterWords[filter]}.</p>
          ) : (
            <FunctionList
              index={index}
              rows={shown}
              standings={standings}
              chosen={mode === 'asked' ? (chosen?.assignment.id ?? null) : null}
              onChoose={(id) => {
                void setMode('asked');
                void setKey(id);
              }}
            />
          )}
          <NotHeard count={notHeard(index).length} />
        </aside>
        <div className="flex min-w-0 flex-1 flex-col">
          <section aria-label="The trial" className="min-h-0 flex-1 overflow-y-auto px-8 py-6">
            {mode === 'touch' ? (
              <TouchPanel
                index={index}
                touch={touch}
                simulated={simulated}
                onOpen={(id) => void setMode('asked').then(() => setKey(id))}
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

/** Changes exactly when the question for a function may: its own plan, that of the other functions of its controls, and its unit. */
function signatureOf(index: RigIndex, { assignment, control, controller }: ToProve): string {
  const around = (index.assignmentsOf.get(control.id) ?? []).map((a) => planKey(index, a));
  const layer = index.layers.get(assignment.layerId ?? '');
  return JSON.stringify([assignment.id, around, controller.firmware, control, layer, index.rig.parameters.length]);
}

/** The function that is asked for after one that is proved: the next in the list; the same at its end. */
function nextOf(shown: ReturnType<typeof toProve>, tried: Ask): string {
  const at = shown.findIndex((f) => f.assignment.id === tried.assignment.id);
  return shown[at + 1]?.assignment.id ?? tried.assignment.id;
}

function NotHeard({ count }: { readonly count: number }) {
  if (count === 0) return null;
  return (
    <p className="border-t px-4 py-2 text-xs text-ink-2">
      {counted(count, 'function sends', 'functions send')} nothing that can be heard here:{' '}
      {plural(count, 'it changes', 'they change')} banks or send SysEx.
    </p>
  );
}
