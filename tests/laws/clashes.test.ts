// Law 2: an assignment clashes exactly if what it sends can move something that it is not meant for. The check is fast and reads addresses; here
// everything is played, on random rigs with two controllers, banks of programs, filters, ports, hubs and wires for notes only.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judge } from '@/core/checks';
import { arrivingRig, moving, movingOnArrival, sendersRig, someSenders } from '../kit/some-senders';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const settings = { numRuns: RUNS, ...(process.env.KEEN_DIAL_SEED ? { seed: Number(process.env.KEEN_DIAL_SEED) } : {}) };

describe('arriving', () => {
  it('is told exactly where the play moves what it is not there for', () => {
    fc.assert(
      fc.property(someSenders, (s) => {
        const rig = arrivingRig(s);
        const told = [...judge(rig).findings.values()].flat().filter((f) => f.check === 'arrival-moves');
        expect([...new Set(told.map((f) => `${f.subjectId} ${f.parameterId}`))].sort()).toEqual(movingOnArrival(rig));
      }),
      settings,
    );
  });
});

describe('a clash', () => {
  it('is told exactly where the play moves what nobody meant', () => {
    fc.assert(
      fc.property(someSenders, (s) => {
        const rig = sendersRig(s);
        const told = [...judge(rig).findings.values()].flat().filter((f) => f.check === 'address-clash');
        expect(told.map((f) => f.subjectId).sort()).toEqual([...moving(rig)].sort());
      }),
      settings,
    );
  });
});
