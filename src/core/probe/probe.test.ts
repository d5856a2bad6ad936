// Probing every way of listening that is known, answered by the target's simulator as it runs everywhere else.
import { describe, expect, it } from 'vitest';
import { assignment, cc, continuous, landing, latching, parameter, smallRig } from '../../../tests/kit/small-rig';
import { noSysex, packedCc, u7 } from '../midi';
import { compileTargets, setByMouse, startTargets, stepTargets, usualTempo } from '../receiver';
import { apply, indexRig, type Landing, type Reception, type RigIndex } from '../rig';
import {
  answerProbe,
  beginProbe,
  factsFound,
  MOST_PROBES,
  nextValue,
  type Probe,
  type ProbeKind,
  seenOf,
  type Ways,
  writeFound,
} from './probe';

const rigFor = (kind: ProbeKind, reception: Partial<Reception>, change: Partial<Landing>): RigIndex => {
  const p = kind === 'switch' ? parameter('Freeze') : continuous('Freeze', 0, 1);
  const row = landing('Freeze', { address: cc(104), from: 0, to: 1, ...change });
  return indexRig({
    ...smallRig([p], { reception }),
    landings: [row],
    assignments: [assignment({ behaviour: latching(127, 0), meant: ['Freeze'] })],
  });
};

/** The parameter of a simulated target: takes a value, tells its place. */
function simulated(index: RigIndex, kind: ProbeKind) {
  const program = compileTargets(index, {
    keys: null,
    reaches: () => true,
    parameterIds: null,
    sysex: noSysex,
    tempo: usualTempo,
  });
  let state = setByMouse(program, startTargets(program), 0, kind === 'switch' ? 0 : 0.5).state;
  const [unit] = program.receivers;
  return (value: number): { readonly before: number; readonly after: number } => {
    const before = state.values[0] ?? 0;
    if (unit) state = stepTargets(program, state, { unit, word: packedCc(5, 104, value), t: 0, port: '', remote: true }).state;
    return { before, after: state.values[0] ?? 0 };
  };
}

function probed(kind: ProbeKind, index: RigIndex): { readonly probe: Probe; readonly ways: Ways | null } {
  const tell = simulated(index, kind);
  let probe = beginProbe(kind);
  for (let value = nextValue(probe); value !== null && probe.log.length < MOST_PROBES; value = nextValue(probe)) {
    const { before, after } = tell(value);
    probe = answerProbe(probe, value, seenOf(kind, before, after));
  }
  return { probe, ways: factsFound(probe) };
}

describe('a probe finds out', () => {
  it('every threshold of an absolute switch, in at most ten values', () => {
    for (let threshold = 1; threshold <= 127; threshold++) {
      const { probe, ways } = probed('switch', rigFor('switch', { threshold: u7(threshold) }, { mode: 'absolute' }));
      expect(ways).toEqual({ type: 'absolute-switch', threshold });
      expect(probe.log.length).toBeLessThanOrEqual(10);
    }
  });
  it('what flips a toggle, and its threshold', () => {
    for (const threshold of [1, 2, 37, 63, 64, 65, 100, 127])
      expect(
        probed('switch', rigFor('switch', { threshold: u7(threshold), actsOn: 'at-or-above-threshold' }, { mode: 'toggle' }))
          .ways,
      ).toEqual({ type: 'toggle', threshold, actsOn: 'at-or-above-threshold' });
    for (const threshold of [1, 2, 63, 64, 100, 127]) {
      const reception = { threshold: u7(threshold), actsOn: 'rising-edge' as const };
      const { probe, ways } = probed('switch', rigFor('switch', reception, { mode: 'toggle' }));
      expect(ways).toEqual({ type: 'toggle', ...reception });
      expect(probe.log.length).toBeLessThanOrEqual(14);
    }
    expect(probed('switch', rigFor('switch', { actsOn: 'any-message' }, { mode: 'toggle' })).ways).toMatchObject({
      type: 'toggle',
      actsOn: 'any-message',
    });
  });
  it('how it takes over a knob', () => {
    for (const takeover of ['jump', 'pickup', 'scale'] as const)
      expect(
        probed('knob', rigFor('knob', { takeover: ['jump', 'pickup', 'scale'] }, { mode: 'absolute', takeover })).ways,
      ).toEqual({
        type: 'absolute-knob',
        takeover,
      });
  });
  it('how it reads clicks, whatever a click moves', () => {
    for (const coding of ['twos-complement', 'binary-offset', 'sign-magnitude'] as const)
      for (const relativeStep of [1 / 127, 1 / 50, 1 / 24])
        expect(
          probed(
            'knob',
            rigFor('knob', { relativeStep, modes: ['relative'], relativeEncodings: [coding] }, { mode: 'relative', coding }),
          ).ways,
        ).toMatchObject({ type: 'relative', coding });
  });
  it('nothing from answers that rule each other out, and goes on after an unclear one', () => {
    const contradiction = answerProbe(answerProbe(beginProbe('switch'), 127, 'off'), 127, 'on');
    expect([contradiction.guesses.length, factsFound(contradiction), nextValue(contradiction)]).toEqual([0, null, null]);
    const unclear = answerProbe(beginProbe('switch'), 127, 'unclear');
    expect(unclear.guesses.length).toBe(beginProbe('switch').guesses.length);
  });
});

it('that acts on rising edges is found out, whatever was sent before', () => {
  const reception = { threshold: u7(64), actsOn: 'rising-edge' as const };
  const index = rigFor('switch', reception, { mode: 'toggle' });
  const tell = simulated(index, 'switch');
  // Flipped twice: off again, and the value before counted as on.
  for (const value of [127, 0, 127]) tell(value);
  let probe = beginProbe('switch');
  for (let value = nextValue(probe); value !== null && probe.log.length < MOST_PROBES; value = nextValue(probe)) {
    const { before, after } = tell(value);
    probe = answerProbe(probe, value, seenOf('switch', before, after));
  }
  expect(factsFound(probe)).toEqual({ type: 'toggle', ...reception });
});

describe('writing it down', () => {
  it('puts the facts into the profile as tested, with the version, and the landing listens so', () => {
    const index = rigFor('switch', {}, { mode: 'absolute' });
    const row = index.rig.landings[0];
    const edit = row && writeFound(index, row, { type: 'toggle', threshold: 100, actsOn: 'at-or-above-threshold' }, '2026-05-02');
    const done = edit && apply(index.rig, edit);
    expect(done?.ok && [done.value.targets[0]?.reception.threshold, done.value.landings[0]?.mode]).toEqual([100, 'toggle']);
    expect(done?.ok && done.value.targets[0]?.evidence).toEqual([
      { fact: 'actsOn', grade: 'tested', at: '2026-05-02', version: '', limit: '' },
      { fact: 'threshold', grade: 'tested', at: '2026-05-02', version: '', limit: '' },
    ]);
  });
  it('a coding goes to the landing with its mode, in an order that the rig allows at each step', () => {
    const index = rigFor('knob', {}, { mode: 'absolute' });
    const row = index.rig.landings[0];
    const edit = row && writeFound(index, row, { type: 'relative', coding: 'binary-offset', step: 1 / 64 }, '2026-05-02');
    const done = edit && apply(index.rig, edit);
    expect(done?.ok && done.value.landings[0]).toMatchObject({ mode: 'relative', coding: 'binary-offset' });
  });
});
