'use client';
// One function on trial: what to do with the hands, what is planned beside what arrives, and what is wrong.
import { type ReactNode, useMemo } from 'react';
import { type Ask, equivalences, knownTo, type ProofRecord, proofStreams, type Standing } from '@/core/proof';
import type { Edit, RigIndex } from '@/core/rig';
import type { ToldDiagnosis } from '@/workers/proof.worker';
import { cx } from '../primitives/cx';
import { PanelPosition } from '../sheet/panel-position';
import { Explanations } from './explanations';
import { StateMark, stateWords } from './state-mark';
import { StreamRows, streamRows } from './stream-rows';
import { TrialList } from './trial-list';
import type { Trial } from './use-trial';

interface Props {
  readonly index: RigIndex;
  readonly ask: Ask;
  readonly trial: Trial;
  readonly standing: Standing;
  readonly simulated: boolean;
  readonly trials: readonly ProofRecord[];
  readonly onEdit: (edit: Edit, words: string) => void;
  readonly calibrateHref: string;
}

export function AskPanel({ index, ask, trial, standing, simulated, trials, onEdit, calibrateHref }: Props) {
  const rows = useMemo(
    () =>
      streamRows(ask.expected, proofStreams(trial.heard, knownTo(ask), ask.counted), new Set([...ask.besideKeys, ...ask.aside])),
    [ask, trial.heard],
  );
  return (
    <div className="flex gap-8 max-[720px]:flex-col">
      <div className="flex min-w-0 flex-1 flex-col gap-4">
        <header>
          <p className="flex flex-wrap items-center gap-x-2 text-ink-2">
            <span>
              {ask.unit}
              {ask.place !== '' && ` · ${ask.place}`}
            </span>
            <span className="flex items-center gap-1.5">
              <StateMark state={standing.state} />
              {standingWords(standing)}
            </span>
          </p>
          <h2 className="mt-1 text-2xl leading-tight font-semibold text-balance">{sentence(ask)}</h2>
          {ask.cautions.map((c) => (
            <p key={c} className="mt-1.5 flex items-start gap-2 text-caution">
              <StateMark state="stale" /> {c}
            </p>
          ))}
          {ask.needs.length > 0 && <p className="mt-1.5 text-ink-2">To see it there too: {ask.needs.join(' ')}</p>}
        </header>
        <Said trial={trial} ask={ask} simulated={simulated && !trial.typed} />
        <StreamRows rows={rows} />
        {trial.diagnosis && trial.verdict.type !== 'proved' && (
          <Explanations
            diagnosis={trial.diagnosis}
            home={`/rigs/${index.rig.id}`}
            onEdit={onEdit}
            calibrateHref={calibrateHref}
            controllerId={ask.control.controllerId}
            controlId={ask.control.id}
            targetId={targetOf(index, ask)}
          />
        )}
        <TrialList trials={trials} />
        <details className="text-xs text-ink-2">
          <summary className="cursor-pointer">What counts as the same</summary>
          <ul className="mt-1 list-disc pl-5">
            {equivalences.map(({ id, words, source }) => (
              <li key={id}>
                {words} <span className="text-ink-3">{source}.</span>
              </li>
            ))}
          </ul>
        </details>
      </div>
      <PanelPosition index={index} control={ask.control} />
    </div>
  );
}

/** The target of the first parameter that a function is there for. */
function targetOf(index: RigIndex, ask: Ask): string | null {
  const ids = ask.assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : []));
  return index.parameters.get(ids[0] ?? '')?.targetId ?? null;
}

/** The line that says how it goes; read out as it changes. */
function Said({ trial, ask, simulated }: { readonly trial: Trial; readonly ask: Ask; readonly simulated: boolean }) {
  const { verdict, diagnosis } = trial;
  const short = diagnosis?.short ?? null;
  const said = ((): { readonly tone: 'quiet' | 'good' | 'bad' | 'wait'; readonly words: ReactNode } => {
    if (verdict.type === 'proved')
      return {
        tone: 'good',
        words: simulated
          ? 'All as planned. The plan is rehearsed; the hardware is proved with its own port.'
          : 'Proved: all came as planned.',
      };
    if (short === 'one-way') return { tone: 'wait', words: 'It went one way only. Move it there and back once more.' };
    if (short !== null)
      return {
        tone: 'wait',
        words: `${short === 1 ? 'One gesture' : `${short} gestures`} of three came, as planned so far. Make it three times, without a long pause.`,
      };
    if (diagnosis?.apart) return { tone: 'bad', words: apartWords[diagnosis.apart] };
    if (diagnosis && diagnosis.explanations.length > 0) return { tone: 'bad', words: 'It is not as planned.' };
    if (verdict.type === 'so-far')
      return {
        tone: 'wait',
        words: ask.how === 'taps' ? 'As planned so far. Go on.' : 'It arrives. Go on to its end, and back.',
      };
    if (verdict.type === 'differs')
      return { tone: 'wait', words: 'Something else arrives. Finish the gesture; then it says what is wrong.' };
    return { tone: 'quiet', words: 'Waiting for a message.' };
  })();
  return (
    <p
      role="status"
      className={cx(
        'flex min-h-11 items-center gap-2 rounded-md border px-4 py-2 text-base',
        said.tone === 'good' && 'border-verdigris bg-verdigris-wash font-semibold text-verdigris',
        said.tone === 'bad' && 'border-stop font-semibold text-stop',
        said.tone === 'wait' && 'border-control-edge bg-sheet',
        said.tone === 'quiet' && 'border-dashed border-control-edge text-ink-2',
      )}
    >
      {said.tone === 'good' && <StateMark state={simulated ? 'rehearsed' : 'proved'} size={18} />}
      {said.tone === 'bad' && <StateMark state="failed" size={18} />}
      {said.words}
      {verdict.type === 'proved' && verdict.also.length > 0 && (
        <span className="text-sm font-normal text-ink">Something else came as well; see the last rows.</span>
      )}
    </p>
  );
}

const apartWords: Readonly<Record<NonNullable<ToldDiagnosis['apart']>, string>> = {
  bank: 'The programs come as planned, but not from the planned bank: look at what is sent on CC 0 and 32 before them.',
  order: 'All messages come as planned, but in another order: enter them in the order of the sheet.',
};

/** What is asked for, with its layer: `Hold FS 4 and press FS 1 three times`. */
export function sentence(ask: Ask): string {
  const whole = ask.opens ? `${ask.opens} ${ask.words}` : ask.words;
  return whole.charAt(0).toUpperCase() + whole.slice(1);
}

export function standingWords({ state, since, at, record }: Standing): string {
  const day = at === null ? '' : at.slice(0, 10);
  switch (state) {
    case 'stale':
      return since === 'software' ? `proved ${day} with other software versions` : `proved ${day}, changed since`;
    case 'proved':
      return `proved ${day}${record && record.who !== '' ? ` by ${record.who}` : ''}${record && record.port !== '' ? ` on ${record.port}` : ''}`;
    case 'untried':
      return 'not tried yet';
    default:
      return `${stateWords[state]} ${day}`;
  }
}
