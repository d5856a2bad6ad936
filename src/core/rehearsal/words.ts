// What a player reads of a take: how each way went, and at the end what holds, what does not, and what to do about it.
import { counted } from '../base';
import { showValue } from '../bench';
import type { RigIndex } from '../rig';
import { secondsOf } from '../stage';
import { boxOf } from './boxes';
import type { AttemptRecord } from './record';

const seconds = (ms: number): string => secondsOf(Math.abs(ms), 0)[0];

/** One attempt in sentences, the most important one first. */
export function attemptWords(index: RigIndex, attempt: AttemptRecord): readonly string[] {
  const telling = attempt.extra.filter((e) => e.moved.length > 0 || attempt.reached === 'not');
  return [
    headOf(attempt),
    ...attempt.missing.map(
      ({ parameterId, value }) =>
        `${named(index, parameterId)} ${value === null ? 'is not known' : `stood at ${shown(index, parameterId, value)}`}.`,
    ),
    ...attempt.elsewhere.map((id) => `${index.controllers.get(id)?.name ?? 'A controller'} stood elsewhere.`),
    ...(attempt.reached === 'not' && attempt.leftOut.length > 0 ? [`Left out: ${attempt.leftOut.join(', ')}.`] : []),
    ...telling.map((extra) => extraWords(index, extra)),
  ];
}

function headOf({ reached, ms }: AttemptRecord): string {
  switch (reached) {
    case 'in-time':
      return ms === null
        ? 'There all along.'
        : Math.abs(ms) < 50
          ? 'On the one.'
          : ms < 0
            ? `There ${seconds(ms)} before the one.`
            : 'Just on the one.';
    case 'early':
      return `Too early: it began to sound ${seconds(ms ?? 0)} before the one, and only the last bar before it is there for that.`;
    case 'late':
      return `${seconds(ms ?? 0)} late.`;
    case 'not':
      return 'Not there.';
    default:
      return reached satisfies never;
  }
}

const touchWords = { press: 'pressed', hold: 'held', move: 'moved', button: 'pressed', heard: 'played' } as const;

function extraWords(index: RigIndex, { does, controllerId, controlId, moved }: AttemptRecord['extra'][number]): string {
  const what =
    controlId === null
      ? does === 'button'
        ? `a button of ${index.controllers.get(controllerId)?.name ?? 'a controller'}`
        : (index.controllers.get(controllerId)?.name ?? 'a controller')
      : (index.controls.get(controlId)?.name ?? 'a control');
  const did = moved.map(({ parameterId, value }) =>
    value === null
      ? `${named(index, parameterId)} is not known after it`
      : `${named(index, parameterId)} went to ${shown(index, parameterId, value)}`,
  );
  return `Also ${touchWords[does]}: ${what}${did.length > 0 ? `; ${did.join(', ')}` : ', which did nothing'}.`;
}

const named = (index: RigIndex, parameterId: string): string => index.parameters.get(parameterId)?.name ?? 'a parameter';

function shown(index: RigIndex, parameterId: string, value: number): string {
  const parameter = index.parameters.get(parameterId);
  return parameter ? showValue(parameter, value) : String(value);
}

/** A way and all attempts at it, the oldest first. */
export interface Told {
  readonly song: string;
  readonly section: string;
  readonly attempts: readonly AttemptRecord[];
}

/** A box from which on a way holds: right three times since it went wrong last. */
const HOLDS = 4;
/** So often in a row late with nothing wrong pressed: it is not the foot, it is the plan. Common practice, no source. */
const LATE_IN_A_ROW = 3;

/**
 * Three sentences at the end: what holds, what does not, and what to practise or to plan anew. Nothing where nothing was played.
 */
export function closingWords(told: readonly Told[]): readonly string[] {
  const played = told.filter((t) => t.attempts.length > 0);
  if (played.length === 0) return [];
  const holding = played.filter((t) => boxOf(t.attempts) >= HOLDS);
  const failing = played.filter((t) => t.attempts.at(-1)?.right !== true);
  const anew = failing.filter((t) => {
    const last = t.attempts.slice(-LATE_IN_A_ROW);
    return (
      last.length === LATE_IN_A_ROW && last.every((a) => a.reached === 'late' && a.leftOut.length === 0 && a.extra.length === 0)
    );
  });
  const practise = played
    .filter((t) => !holding.includes(t) && !anew.includes(t))
    .sort((a, b) => boxOf(a.attempts) - boxOf(b.attempts));
  return [
    holding.length === 0
      ? 'Nothing holds yet: a way holds once it was right three times in a row.'
      : `It holds: ${listed(holding)}.`,
    failing.length === 0 ? 'Nothing went wrong the last time.' : `It does not yet: ${listed(failing)}.`,
    anew.length > 0
      ? `Begin earlier, or plan anew: ${listed(anew)}; the right things were done, and late, ${counted(LATE_IN_A_ROW, 'time')} in a row.`
      : practise.length > 0
        ? `Practise the way ${listed(practise.slice(0, 3))}.`
        : 'Nothing needs practice.',
  ];
}

const listed = (told: readonly Told[]): string => told.map((t) => `into ${t.section} of ${t.song}`).join(', ');
