// The bench from frame to frame: cables, set-ups, edits and restarts in between.
import { describe, expect, it } from 'vitest';
import { down, goTo, mouse, tap, up } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  landing,
  latching,
  layer,
  parameter,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { indexRig, type Rig } from '../rig';
import { isQuiet, openSession, playSession, restarted, type Session, standingNow, usualSetup, withRig, withSetup } from './index';

const rig: Rig = withFunctions(
  smallRig([parameter('freeze'), continuous('level', 0, 100, { start: 80 })], {
    layers: [layer({ madeIn: 'host', signal: cc(119) })],
  }),
  [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
  [landing('freeze')],
);

const value = (s: Session, id: string) => s.state.targets.values[s.chain.targets.slots.get(id) ?? -1];
const onward = (s: Session, events: Parameters<typeof playSession>[1], until = 100_000) => playSession(s, events, until).session;
const plug = (atMs: number, connected: boolean) => ({ do: 'plug' as const, on: 'wire', atMs, connected });

describe('a session', () => {
  it('plays in frames what it would play at once', () => {
    const events = [...tap('fs1', 10), ...tap('fs1', 1000), ...tap('fs1', 2000)];
    const whole = onward(openSession(indexRig(rig)), events);
    let framed = openSession(indexRig(rig));
    for (let t = 0; t <= 100_000; t += 16)
      framed = onward(
        framed,
        events.filter((e) => e.atMs > t - 16 && e.atMs <= t),
        t,
      );
    expect(framed.state).toEqual(whole.state);
    expect(isQuiet(whole)).toBe(true);
  });
  it('a pulled cable carries nothing, and what was on it is lost', () => {
    const usb = openSession(indexRig(rig), { ...usualSetup, transport: 'bluetooth' });
    expect(value(onward(usb, [plug(0, false), down('fs1', 10)]), 'freeze')).toBe(0);
    expect(value(onward(usb, [down('fs1', 1), plug(5, false)]), 'freeze')).toBe(0);
    expect(value(onward(usb, [down('fs1', 1), plug(50, false)]), 'freeze')).toBe(1);
    expect(value(onward(usb, [plug(0, false), plug(5, true), down('fs1', 10)]), 'freeze')).toBe(1);
  });
  it('a cable pulled while a modifier is down leaves the layer of the host open', () => {
    const s = onward(openSession(indexRig(rig)), [down('mod', 0), plug(100, false), up('mod', 200), plug(300, true)]);
    expect(s.state.targets.units[0]?.open).toEqual(['heel']);
  });
  it('tells how fast the clock goes that a controller sends, before and after it is set; of one that sends none, nothing', () => {
    const set = { ...rig, assignments: rig.assignments.map((a) => ({ ...a, actions: [{ type: 'tempo' as const, bpm: 150 }] })) };
    const clockAfter = (bpm: number | null) => {
      const clocked = { ...set, controllers: set.controllers.map((c) => ({ ...c, clock: bpm === null ? null : { bpm } })) };
      const begun = openSession(indexRig(clocked));
      return [begun, onward(begun, tap('fs1', 10))].map((s) => standingNow(s).controllers[0]?.clock);
    };
    expect([clockAfter(80), clockAfter(null)]).toEqual([
      [80, 150],
      [null, null],
    ]);
  });
  it('goes on through an edit of the rig: values, banks and latches stay', () => {
    const before = onward(openSession(indexRig(rig)), [...tap('fs1', 0), mouse('level', 10, 33), goTo(20, 2)], 100);
    const named: Rig = { ...rig, name: 'Renamed', landings: [landing('freeze', { note: 'changed' })] };
    const edited = withRig(before, indexRig(named));
    expect([value(edited, 'freeze'), value(edited, 'level'), edited.state.controllers[0]?.bank]).toEqual([1, 33, 2]);
    expect(value(onward(edited, tap('fs1', 200)), 'freeze')).toBe(0);
    expect(withRig(edited, edited.index)).toBe(edited);
  });
  it('a parameter whose range shrank is brought inside', () => {
    const before = onward(openSession(indexRig(rig)), [mouse('level', 0, 90)], 10);
    const narrower: Rig = { ...rig, parameters: [parameter('freeze'), continuous('level', 0, 50)] };
    expect(value(withRig(before, indexRig(narrower)), 'level')).toBe(50);
  });
  it('starts over from the start of the show, or with everything somewhere else', () => {
    const played = onward(openSession(indexRig(rig)), [...tap('fs1', 0), mouse('level', 10, 33)]);
    expect(['freeze', 'level'].map((id) => value(restarted(played, 'start'), id))).toEqual([0, 80]);
    const elsewhere = restarted(played, 'elsewhere');
    expect(['freeze', 'level'].map((id) => value(elsewhere, id))).toEqual([1, 0]);
    // A player whose effect was left on: the first press sends what it has already.
    expect(value(onward(elsewhere, tap('fs1', 200_000), 300_000), 'freeze')).toBe(1);
  });
  it('takes another transport without losing anything', () => {
    const slow = withSetup(onward(openSession(indexRig(rig)), tap('fs1', 0), 100), { ...usualSetup, transport: 'din' });
    expect(value(slow, 'freeze')).toBe(1);
    const done = playSession(slow, [down('fs1', 200)], 200.9);
    expect(value(done.session, 'freeze')).toBe(1);
    expect(isQuiet(done.session)).toBe(false);
    expect(value(onward(done.session, [], 201), 'freeze')).toBe(0);
  });
});
