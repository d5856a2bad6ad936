// How often the diagnosis names what is wrong: faults planted by chance in rigs by chance, and the place of the right cause in the answer.
import { chance } from '@/core/base';
import {
  type Ask,
  asksOf,
  type CauseId,
  causes,
  diagnose,
  evidence,
  namedCauses,
  plantFault,
  predictedBy,
  verdictOf,
} from '@/core/proof';
import { indexRig, type RigIndex } from '@/core/rig';
import { randomRig } from './random-rig';

export interface Trial {
  readonly seed: number;
  readonly ask: Ask;
  readonly index: RigIndex;
  readonly planted: readonly CauseId[];
  /** Place of each planted cause in the answer, from 1; 0 where it is not named. */
  readonly places: readonly number[];
  readonly named: readonly (readonly CauseId[])[];
  /** What arrived looks as planned, or as planned but too seldom: there is no fault to be seen. */
  readonly unseen: boolean;
}

/** A cause by the published mix: as often as its weight says. */
function drawn(next: () => number): CauseId {
  let left = next() * causes.reduce((sum, c) => sum + c.weight, 0);
  for (const c of causes) {
    left -= c.weight;
    if (left < 0) return c.id;
  }
  return 'nothing';
}

/** One fault, or two, in a rig made from a seed; null where this rig has no place for what was drawn. */
export function diagnosingTrial(seed: number, faults: 1 | 2): Trial | null {
  const next = chance(seed ^ 0x5bd1e995);
  const index = indexRig(randomRig(Math.floor(seed / 4)));
  const asks = asksOf(index);
  for (let tries = 0; tries < 40; tries++) {
    const ask = asks[Math.floor(next() * asks.length)];
    if (!ask) return null;
    const first = plantFault(index, ask, drawn(next), next);
    if (!first) continue;
    const alone = (cause: CauseId): boolean => cause === 'nothing' || cause === 'touch';
    const planted = [first];
    if (faults === 2) {
      const second = plantFault(index, ask, drawn(next), next);
      if (!second || alone(first.cause) || alone(second.cause) || second.cause === first.cause) continue;
      if (first.dimension === second.dimension && first.dimension !== 'stream') continue;
      if (
        (first.dimension === 'who' || second.dimension === 'who') &&
        first.dimension !== 'stream' &&
        second.dimension !== 'stream'
      )
        continue;
      const both = predictedBy(ask, [first, second]);
      if (both === predictedBy(ask, [first]) || both === predictedBy(ask, [second])) continue;
      planted.push(second);
    }
    const heard = evidence(ask, planted, next);
    const diagnosis = diagnose(index, ask, heard);
    const named = namedCauses(diagnosis);
    return {
      seed,
      ask,
      index,
      planted: planted.map((p) => p.cause),
      places: planted.map((p) => named.findIndex((place) => place.includes(p.cause)) + 1),
      named,
      unseen: diagnosis.explanations.length === 0,
    };
  }
  return null;
}

/** A function without a fault, played by an uneven hand: whether it was proved on the way, and whether anything was held to be wrong. */
export function faultlessTrial(seed: number): { readonly proved: boolean; readonly alarm: boolean } | null {
  const next = chance(seed ^ 0x2545f491);
  const index = indexRig(randomRig(Math.floor(seed / 4)));
  const asks = asksOf(index);
  const ask = asks[Math.floor(next() * asks.length)];
  if (!ask) return null;
  const heard = evidence(ask, [], next);
  const proved = heard.some((_, i) => verdictOf(ask, heard.slice(0, i + 1)).type === 'proved');
  // What is proved is over: only what is not would be asked about.
  return { proved, alarm: !proved && diagnose(index, ask, heard).explanations.length > 0 };
}
