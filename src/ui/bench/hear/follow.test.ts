// The voices are told what the bench plays: each step, in order, as long ago as it was; a strike for each trigger; and how things stand after a new start.
import { describe, expect, it } from 'vitest';
import { createStore } from 'zustand';
import { emptyTrace, note, type Trace, VALUE } from '@/core/bench';
import { indexRig } from '@/core/rig';
import type { BenchNames } from '@/workers/playing';
import { continuous, parameter, smallRig } from '../../../../tests/kit/small-rig';
import { type Followed, followBench } from './follow';

const parameters = [
  continuous('level', -60, 0, { unit: 'dB', start: -60, default: -60 }),
  parameter('loom', { kind: 'toggle', name: 'Loom' }),
  parameter('thunder', { kind: 'trigger', name: 'Thunder' }),
];
const index = indexRig(smallRig(parameters));
const names: BenchNames = {
  ...{ controllerIds: [], controlIds: [], targetIds: [], assignmentIds: [], sysex: [] },
  parameterIds: parameters.map((p) => p.id),
};

/** A bench with what was told to voices. */
function followed(values: readonly number[]) {
  const store = createStore<ReturnType<Followed['store']['getState']>>(() => ({ names, values }));
  let hear: (trace: Trace, until: number) => void = () => undefined;
  const told: string[] = [];
  const bench: Followed = {
    store,
    follow: (next) => {
      hear = next;
      return () => {
        hear = () => undefined;
      };
    },
  };
  const end = followBench(bench, index, () => 'drone', {
    give: (id, place, kind, setting) => void told.push(`${id} ${place} ${kind} ${setting.level} ${setting.tones}`),
    stand: (id, setting, ago) => void told.push(`${id} ${setting.level} ${setting.tones}, ${ago} ms ago`),
    strike: (id, tone, ago) => void told.push(`${id} strikes ${tone}, ${ago} ms ago`),
  });
  const plays = (until: number, ...moves: readonly (readonly [t: number, slot: number, value: number])[]): void => {
    const trace = emptyTrace();
    for (const [t, slot, value] of moves) note(trace, t, VALUE, slot, value);
    hear(trace, until);
  };
  return { store, told, plays, end };
}

describe('what the bench plays', () => {
  it('is told to the voice of its target, step by step', () => {
    const { told, plays } = followed([-60, 0, 0]);
    expect(told.splice(0)).toEqual(['hall 0 drone 0 false']);
    plays(100, [80, 0, -20], [90, 0, 0], [100, 1, 1]);
    expect(told).toEqual(['hall 0.1 false, 20 ms ago', 'hall 1 false, 10 ms ago', 'hall 1 true, 0 ms ago']);
  });
  it('strikes for each trigger that fires, and not as it is set back', () => {
    const { told, plays } = followed([0, 0, 0]);
    told.splice(0);
    plays(10, [5, 2, 1], [6, 2, 2], [7, 2, 0]);
    expect(told).toEqual(['hall strikes 1, 5 ms ago', 'hall strikes 1, 4 ms ago']);
  });
  it('is told nothing where nothing moved: a first press that does nothing is silent', () => {
    const { told, plays } = followed([0, 0, 0]);
    told.splice(0);
    plays(10, [5, 1, 0]);
    expect(told).toEqual([]);
  });
  it('that is set anew stands as it is, and strikes nothing; once it is left nothing more is told', () => {
    const { told, store, plays, end } = followed([0, 1, 5]);
    told.splice(0);
    store.setState({ values: [-60, 0, 0] });
    expect(told.splice(0)).toEqual(['hall 0 false, 0 ms ago']);
    plays(10, [5, 2, 1]);
    store.setState({ values: [-60, 0, 1] });
    expect(told.splice(0)).toEqual(['hall strikes 1, 5 ms ago']);
    end();
    plays(20, [15, 2, 2]);
    expect(told).toEqual([]);
  });
});
