// The quick sweep against the run, over chains that are plain and chains that are not.
import * as fc from 'fast-check';
import { expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  landing,
  layer,
  noteOn,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { channel, type Message, u7 } from '../midi';
import { indexRig, type Rig } from '../rig';
import { startChain } from './chain';
import { setUp, surroundingsOf } from './outcome';
import { plainSweep } from './plain-sweep';
import { run } from './run';

const bend: Message = { type: 'pitch-bend', channel: channel(5) };
const cc14: Message = { type: 'cc14', channel: channel(5), number: u7(20) };

const rigs: fc.Arbitrary<Rig> = fc
  .record({
    from: fc.integer({ min: 0, max: 127 }),
    to: fc.integer({ min: 0, max: 127 }),
    mode: fc.constantFrom('absolute' as const, 'toggle' as const, 'gate' as const, 'set' as const, 'increment' as const),
    takeover: fc.constantFrom('jump' as const, 'jump' as const, 'pickup' as const),
    feedback: fc.constantFrom('none' as const, 'none' as const, 'same-address' as const),
    kind: fc.constantFrom('continuous' as const, 'toggle' as const, 'trigger' as const),
    second: fc.boolean(),
    message: fc.constantFrom(cc(104), cc(104), noteOn(60), bend, cc14),
    twice: fc.boolean(),
    signal: fc.boolean(),
    hostLayer: fc.boolean(),
    start: fc.constantFrom(0, 0.4, 1),
    low: fc.constantFrom(0, 0.1),
    dead: fc.constantFrom(0, 0.15),
    curve: fc.constantFrom({ type: 'linear' as const }, { type: 'exponential' as const, amount: 3 }),
  })
  .map((w) => {
    const p =
      w.kind === 'continuous'
        ? continuous('p', 0, 1, { start: w.start })
        : parameter('p', { kind: w.kind, highest: w.kind === 'trigger' ? 9999 : 1 });
    const layers = w.signal || w.hostLayer ? [layer({ madeIn: 'host', signal: cc(w.signal ? 104 : 119) })] : [];
    const rig = smallRig([p, continuous('q', 0, 10)], { layers, reception: { feedback: w.feedback } });
    const one = assignment({ on: 'k1', gesture: 'move', behaviour: range(w.from, w.to), meant: ['p'], message: w.message });
    const more = assignment({
      id: 'a2',
      on: 'k1',
      gesture: 'move',
      bank: 1,
      message: cc(105),
      behaviour: range(0, 127),
      meant: ['q'],
    });
    return withFunctions(
      {
        ...rig,
        controls: rig.controls.map((c) =>
          c.id === 'k1'
            ? { ...c, calibration: { low: w.low, high: 1, deadLow: w.dead, deadHigh: 0, curve: { type: 'linear' as const } } }
            : c,
        ),
        wires: w.twice ? [...rig.wires, ...rig.wires.map((x) => ({ ...x, id: 'again' }))] : rig.wires,
      },
      w.second ? [{ ...one, actions: [...one.actions, ...more.actions] }] : [one],
      [
        landing('p', {
          address: w.message,
          mode: w.mode,
          takeover: w.takeover,
          curve: w.curve,
          hostLayerId: w.hostLayer ? 'heel' : null,
        }),
        landing('q', { address: w.second ? cc(105) : w.message, to: 10 }),
      ],
    );
  });

it('writes the trace that the run writes', () => {
  let quick = 0;
  fc.assert(
    fc.property(rigs, (rig) => {
      const index = indexRig(rig);
      const [first] = rig.assignments;
      if (!first) throw new Error('no assignment');
      const stage = setUp(index, first, surroundingsOf(index));
      if (stage.type !== 'ready') throw new Error(stage.type);
      const { chain, slot, script, bank, page } = stage;
      const values = chain.targets.start;
      const trace = plainSweep(chain, slot, script, values);
      if (!trace) return;
      quick++;
      const slow = run(chain, startChain(chain, { bank, page }, values), script, {
        timing: null,
        full: false,
        until: Number.MAX_VALUE,
      });
      expect(trace).toEqual(slow.trace);
    }),
    { numRuns: 400 },
  );
  // A law about nothing would hold too.
  expect(quick).toBeGreaterThan(100);
});
