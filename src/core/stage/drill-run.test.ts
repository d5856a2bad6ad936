// A drill as it goes: made-up players with a pace of their own press what is asked for on a simulated controller, slip, rest and let go; what is heard of it gives
// their pace back.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tap } from '../../../tests/kit/hand';
import { assignment, cc, fixed, latching, momentary, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { chance } from '../base';
import { run, SENT, startChain, wholeChain } from '../bench';
import { type HeardMessage, messageStreamsIn } from '../midi';
import { type Controller, indexRig, type Rig, type RigIndex, type ScriptEvent } from '../rig';
import { DRILL_PRESSES, type DrillRun, drillHears, drillOn, paceFrom, pressesHeard, pressMs } from './index';

/** What a controller sends under a hand, by the moment. */
function heardOf(index: RigIndex, controller: Controller, events: readonly ScriptEvent[]): readonly HeardMessage[] {
  const chain = wholeChain(index, new Set());
  const own = chain.controllers.findIndex((c) => c.controllerId === controller.id);
  const { trace } = run(chain, startChain(chain, 'switched-on'), events, { timing: null, full: false, until: Number.MAX_VALUE });
  return trace.kind.flatMap((kind, i) =>
    kind === SENT && trace.c[i] === own ? [{ atMs: trace.t[i] ?? 0, word: trace.a[i] as HeardMessage['word'] }] : [],
  );
}

/** A drill that hears a stream, moment by moment. */
function heardBy(index: RigIndex, controller: Controller, begun: DrillRun, heard: readonly HeardMessage[]): DrillRun {
  let going = begun;
  for (const atMs of new Set(heard.map((h) => h.atMs)))
    going = drillHears(going, pressesHeard(index, controller.id, messageStreamsIn(heard.filter((h) => h.atMs === atMs))));
  return going;
}

function begin(rig: Rig, id: string): { readonly index: RigIndex; readonly controller: Controller; readonly begun: DrillRun } {
  const index = indexRig(rig);
  const controller = index.controllers.get(id);
  const drill = controller && drillOn(index, controller);
  if (!controller || drill?.type !== 'drill') throw new Error(`no drill: ${drill?.type}`);
  return { index, controller, begun: drill.run };
}

const demo = lanternHour();
const board = demo.controllers[0]?.id ?? '';

/** A player who presses what is asked for, each later than their pace says by up to `noise` ms; `slips` names aims before which another switch is pressed. */
function hands(begun: DrillRun, a: number, b: number, noise: number, seed: number, slips: ReadonlySet<number> = new Set()) {
  const next = chance(seed);
  let t = 1000;
  return begun.aims.flatMap((aim, i): readonly ScriptEvent[] => {
    const before = begun.aims[i - 1]?.controlId;
    const other = begun.aims.find((each) => each.controlId !== aim.controlId && each.controlId !== before);
    const slip = slips.has(i) && other ? tap(other.controlId, t + 120, 30) : [];
    t += pressMs({ a, b }, aim.mm, aim.width) + noise * next();
    return [...slip, ...tap(aim.controlId, t, 20 + 60 * next())];
  });
}

describe('a drill', () => {
  it('goes through as many presses as it asks for, with the same switch again among them, near ones and far ones', () => {
    const { begun } = begin(demo, board);
    expect(begun.aims).toHaveLength(DRILL_PRESSES);
    expect(begun.aims.filter((aim) => aim.mm === 0).length).toBeGreaterThanOrEqual(DRILL_PRESSES / 5);
    const far = Math.max(...begun.aims.map((aim) => aim.mm));
    expect(begun.aims.filter((aim) => aim.mm > far * 0.7).length).toBeGreaterThan(3);
  });

  it('finds the pace of whoever presses, by what the controller sends', () => {
    const { index, controller, begun } = begin(demo, board);
    fc.assert(
      fc.property(
        fc.integer({ min: 150, max: 500 }),
        fc.integer({ min: 60, max: 300 }),
        fc.integer({ min: 1, max: 9999 }),
        (a, b, seed) => {
          const done = heardBy(index, controller, begun, heardOf(index, controller, hands(begun, a, b, 0, seed)));
          expect(done.done).toBe(DRILL_PRESSES);
          const fit = paceFrom(done.presses);
          expect(fit.type).toBe('fits');
          if (fit.type !== 'fits') return;
          // Every interval is a + b bits exactly: what is lost is rounding.
          expect(fit.pace.a).toBeCloseTo(a, 3);
          expect(fit.pace.b).toBeCloseTo(b, 3);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('does not count what was pressed after a slip, or after a rest', () => {
    const { index, controller, begun } = begin(demo, board);
    const slips = new Set([5, 9, 20]);
    const done = heardBy(index, controller, begun, heardOf(index, controller, hands(begun, 260, 120, 0, 1, slips)));
    expect(done.done).toBe(DRILL_PRESSES);
    // The first press has none before it.
    expect(done.presses).toHaveLength(DRILL_PRESSES - 1 - slips.size);
    const aim = begun.aims[0];
    const next = begun.aims[1];
    if (!aim || !next) throw new Error('no aims');
    const first = drillHears(begun, [{ controlId: aim.controlId, atMs: 0 }]);
    expect(drillHears(first, [{ controlId: next.controlId, atMs: 3001 }])).toMatchObject({ done: 2, presses: [] });
    expect(drillHears(first, [{ controlId: next.controlId, atMs: 2999 }]).presses).toHaveLength(1);
  });

  it('hears a press, and not its end: latching, momentary, one value, note', () => {
    const rig = withFunctions(
      smallRig([]),
      [
        assignment({ id: 'a1', on: 'fs1', gesture: 'press', message: cc(20), behaviour: momentary(127, 0), meant: [] }),
        assignment({ id: 'a2', on: 'fs2', gesture: 'press', message: cc(21), behaviour: latching(127, 0), meant: [] }),
        assignment({ id: 'a3', on: 'mod', gesture: 'press', message: cc(22), behaviour: fixed(0), meant: [] }),
      ],
      [],
    );
    const index = indexRig(rig);
    const controller = index.controllers.get('board');
    if (!controller) throw new Error('no board');
    const events = ['fs1', 'fs1', 'fs2', 'fs2', 'mod'].flatMap((on, i) => tap(on, 1000 * i, 50));
    const heard = heardOf(index, controller, events);
    expect(pressesHeard(index, 'board', messageStreamsIn(heard))).toEqual([
      { controlId: 'fs1', atMs: 0 },
      { controlId: 'fs1', atMs: 1000 },
      { controlId: 'fs2', atMs: 2000 },
      { controlId: 'fs2', atMs: 3000 },
      { controlId: 'mod', atMs: 4000 },
    ]);
  });

  it('is refused where there is nothing to go between, or nothing farther than the rest', () => {
    const rig = withFunctions(
      smallRig([]),
      ['fs1', 'fs2'].map((on, i) =>
        assignment({ id: on, on, gesture: 'press', message: cc(20 + i), behaviour: fixed(127), meant: [] }),
      ),
      [],
    );
    const drillAt = (made: Rig) => {
      const index = indexRig(made);
      const controller = index.controllers.get('board');
      return controller && drillOn(index, controller).type;
    };
    expect(drillAt(smallRig([]))).toBe('too-few-switches');
    expect(drillAt(rig)).toBe('too-near');
    const apart = { ...rig, controls: rig.controls.map((c) => (c.id === 'fs2' ? { ...c, x: 500 } : c)) };
    expect(drillAt(apart)).toBe('drill');
  });
});
