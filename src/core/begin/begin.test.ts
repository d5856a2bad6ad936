// From an empty rig to a first function: what is there at each step, and what never counts as a proof.
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { outcome } from '../bench';
import { assign, assignRaw } from '../commands';
import { u14 } from '../midi';
import { askFor, evidence, type ProofRecord, planFacts, planKey, verdictOf, versionsFor } from '../proof';
import { type Assignment, emptyRig, indexRig, type Rig, set } from '../rig';
import { beginningOf, putFirstParameter, putSmallBoard, putSmallChoir } from './index';

let count = 0;
const newId = (): string => `n${++count}`;

const stateOf = (rig: Rig, records: readonly ProofRecord[] = []) => {
  const index = indexRig(rig);
  return beginningOf(index, records, (id) => {
    const row = index.assignments.get(id);
    return row && outcome(index, row);
  });
};

const parts = (rig: Rig, records: readonly ProofRecord[] = []): string => [...stateOf(rig, records).there].join(' ');

/** A trial of a function, in which exactly what was planned arrived. */
function trialOf(rig: Rig, row: Assignment, by: ProofRecord['by'] = 'simulated'): ProofRecord {
  const index = indexRig(rig);
  const ask = askFor(index, row);
  if (!ask) throw new Error('it can be asked for');
  const heard = evidence(ask, [], () => 0.5);
  expect(verdictOf(ask, heard).type).toBe('proved');
  return {
    id: newId(),
    assignmentId: row.id,
    at: '2026-11-29T10:00:00.000Z',
    outcome: 'proved',
    by,
    who: '',
    port: 'Simulated unit',
    versions: versionsFor(index, row),
    plan: planKey(index, row),
    facts: planFacts(index, row),
    asked: ask.words,
    heard: [...heard],
    causes: [],
  };
}

const controlId = (rig: Rig, name: string): string => rig.controls.find((c) => c.name === name)?.id ?? '';
const parameterId = (rig: Rig, name: string): string => rig.parameters.find((p) => p.name === name)?.id ?? '';
const here = { bank: 1, page: null, layerId: null };

const given = (rig: Rig, control: string, parameter: string): Rig =>
  done(
    rig,
    must(
      assign(
        indexRig(rig),
        { parameterId: parameterId(rig, parameter), controlId: controlId(rig, control), place: here, onTaken: 'join' },
        newId,
      ),
    ).edit,
  );

const lastOf = (rig: Rig): Assignment => {
  const last = rig.assignments.at(-1);
  if (!last) throw new Error('a function is there');
  return last;
};

describe('the small job, step by step', () => {
  for (const [control, parameter] of [
    ['FS 1', 'Drone'],
    ['FS 4', 'Drone'],
    ['Ex 1', 'Swell'],
  ] as const)
    it(`ends proved with ${parameter} on ${control}`, () => {
      const empty = emptyRig('r', 'Mine');
      expect(parts(empty)).toBe('');
      const board = done(empty, putSmallBoard(empty, newId));
      expect(parts(board)).toBe('controller');
      const choir = done(board, putSmallChoir(board, newId));
      expect(parts(choir)).toBe('controller parameter');
      const rig = given(choir, control, parameter);
      expect(parts(rig)).toBe('controller parameter function');
      const state = stateOf(rig, [trialOf(rig, lastOf(rig))]);
      expect([...state.there].join(' ')).toBe('controller parameter function proof');
      expect(state.done).toMatchObject([{ parameter: { name: parameter }, asWanted: true }]);
      expect(state.standing?.state).toBe('rehearsed');
    });
  it('goes in either order, and the board that comes second reaches the software', () => {
    const empty = emptyRig('r', 'Mine');
    const choir = done(empty, putFirstParameter(empty, { software: 'Amp', parameter: 'Boost', kind: 'toggle' }, newId));
    expect(parts(choir)).toBe('parameter');
    const rig = given(done(choir, putSmallBoard(choir, newId)), 'FS 1', 'Boost');
    expect(parts(rig, [trialOf(rig, lastOf(rig))])).toBe('controller parameter function proof');
  });
  it.each([
    ['toggle', 'FS 2'],
    ['trigger', 'FS 2'],
    ['continuous', 'Ex 1'],
  ] as const)('a first parameter that is a %s does as wanted on %s', (kind, control) => {
    const empty = emptyRig('r', 'Mine');
    const board = done(empty, putSmallBoard(empty, newId));
    const rig = given(done(board, putFirstParameter(board, { software: 'Amp', parameter: 'P', kind }, newId)), control, 'P');
    expect(stateOf(rig).done).toMatchObject([{ asWanted: true }]);
  });
});

describe('what is no proof', () => {
  const whole = (): Rig => {
    const empty = emptyRig('r', 'Mine');
    const board = done(empty, putSmallBoard(empty, newId));
    return given(done(board, putSmallChoir(board, newId)), 'FS 1', 'Drone');
  };
  it('a trial of another plan', () => {
    const rig = whole();
    const trial = trialOf(rig, lastOf(rig));
    const row = lastOf(rig);
    const [send] = row.actions;
    if (send?.type !== 'send') throw new Error('it sends');
    const other = done(rig, set('assignments', row, 'actions', [{ ...send, behaviour: { type: 'fixed', value: u14(127) } }]));
    expect(stateOf(other, [trial]).there.has('proof')).toBe(false);
  });
  it('a message that arrives while the parameter does not do what is wanted', () => {
    const rig = whole();
    const deaf = { ...rig, wires: [] };
    const state = stateOf(deaf, [trialOf(deaf, lastOf(deaf))]);
    expect(state.there.has('proof')).toBe(false);
    expect(state.done).toMatchObject([{ asWanted: false }]);
  });
  it('a message that nothing is to move by', () => {
    const empty = emptyRig('r', 'Mine');
    const board = done(empty, putSmallBoard(empty, newId));
    const wish = { controlId: controlId(board, 'FS 1'), place: here, gesture: { type: 'press' } } as const;
    const rig = done(board, must(assignRaw(indexRig(board), wish, newId)).edit);
    expect(parts(rig, [trialOf(rig, lastOf(rig))])).toBe('controller function');
  });
  it('a trial that failed or was skipped', () => {
    const rig = whole();
    const trial = trialOf(rig, lastOf(rig), 'device');
    for (const outcome of ['failed', 'skipped'] as const)
      expect(stateOf(rig, [{ ...trial, outcome }]).there.has('proof')).toBe(false);
  });
});

it('shows what is proved rather than what was made last', () => {
  const empty = emptyRig('r', 'Mine');
  const board = done(empty, putSmallBoard(empty, newId));
  const one = given(done(board, putSmallChoir(board, newId)), 'FS 1', 'Drone');
  const first = lastOf(one);
  const two = given(one, 'Ex 1', 'Swell');
  expect(stateOf(two).first?.assignment.id).toBe(lastOf(two).id);
  expect(stateOf(two, [trialOf(two, first)]).first?.assignment.id).toBe(first.id);
});
