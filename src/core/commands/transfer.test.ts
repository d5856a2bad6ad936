// Dead hardware: what moves plays as before, what cannot is named and stays, and nothing is lost on the way.
import { describe, expect, it } from 'vitest';
import { goTo, played, tap } from '../../../tests/kit/hand';
import { assignment, cc, continuous, landing, range, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { outcome } from '../bench';
import { controllerTemplates } from '../library';
import { type Arrival, apply, firstBroken, indexRig, type Rig, type SwitchGroup, stands } from '../rig';
import { addController } from './gear';
import { planTransfer, transferEdit } from './transfer';

let count = 0;
const newId = (): string => `n${++count}`;
const demo = lanternHour();

function withSpare(templateId: string): { readonly rig: Rig; readonly spare: string } {
  const template = controllerTemplates.find((t) => t.id === templateId);
  if (!template) throw new Error('the template is gone');
  const { edit, id } = addController(demo, template, 'Spare', newId);
  const done = apply(demo, edit);
  if (!done.ok) throw new Error('not added');
  return { rig: done.value, spare: id };
}
const board = demo.controllers.find((c) => c.name === 'Floorboard 8+2');
if (!board) throw new Error('demo changed');
const moved = (rig: Rig, spare: string): Rig => {
  const index = indexRig(rig);
  const plan = planTransfer(index, board.id, spare);
  if (!plan) throw new Error('no plan');
  const done = apply(rig, transferEdit(index, plan, newId));
  if (!done.ok) throw new Error(JSON.stringify(done.error));
  expect(firstBroken(done.value)).toBeNull();
  return done.value;
};

describe('moving everything to the same kind of unit', () => {
  const { rig, spare } = withSpare('floorboard-8-2');
  it('puts each function where it stood, loses nothing, and leaves the old unit bare', () => {
    const index = indexRig(rig);
    const plan = planTransfer(index, board.id, spare);
    expect(plan?.stays).toBe(0);
    for (const c of plan?.controls ?? []) expect(c.to?.name).toBe(c.from.name);
    const after = moved(rig, spare);
    const old = new Set(after.controls.filter((c) => c.controllerId === board.id).map((c) => c.id));
    expect(after.assignments.filter((a) => old.has(a.controlId))).toEqual([]);
    expect(after.assignments).toHaveLength(rig.assignments.length);
    expect(after.layers.every((l) => l.modifierControlId === null || !old.has(l.modifierControlId))).toBe(true);
  });
  it('plays as before, by the simulation, and has to be entered anew', () => {
    const before = indexRig(rig);
    const after = indexRig(moved(rig, spare));
    const mine = rig.assignments.filter((a) => before.controls.get(a.controlId)?.controllerId === board.id);
    expect(mine.length).toBeGreaterThan(5);
    for (const a of mine) {
      const now = after.assignments.get(a.id);
      if (!now) throw new Error('lost');
      expect(stands(after, now)).toBe(false);
      const [was, is] = [outcome(before, a), outcome(after, now)];
      expect(is.type).toBe(was.type);
      if (was.type === 'played' && is.type === 'played')
        expect(is.effects.map((e) => [e.parameterId, e.did])).toEqual(was.effects.map((e) => [e.parameterId, e.did]));
    }
  });
});

describe('moving to a smaller or other unit', () => {
  it('a board with four switches that only send programs takes nothing else, and says why', () => {
    const { rig, spare } = withSpare('stepper-4');
    const plan = planTransfer(indexRig(rig), board.id, spare);
    const movers = new Set(
      plan?.controls.flatMap((c) => c.functions.flatMap((f) => (f.losses.length === 0 ? [f.assignment] : []))),
    );
    expect(plan?.moves).toBe(movers.size);
    for (const { actions } of movers) expect(actions.every((a) => a.type === 'send' && a.message.type === 'program')).toBe(true);
    const losses = new Set(plan?.controls.flatMap((c) => c.functions.flatMap((f) => f.losses.map((l) => l.type))));
    expect(losses.has('message')).toBe(true);
    expect(losses.has('no-control')).toBe(true);
    const stay = rig.assignments.filter((a) => ![...movers].some((m) => m.id === a.id));
    const after = new Map(moved(rig, spare).assignments.map((a) => [a.id, a.controlId]));
    for (const a of stay) expect(after.get(a.id)).toBe(a.controlId);
  });
  it('six switches and a pedal take what they can; no two functions meet on one place, and the rest stays where it was', () => {
    const { rig, spare } = withSpare('waiting-floor-6');
    const index = indexRig(rig);
    const plan = planTransfer(index, board.id, spare);
    if (!plan) throw new Error('no plan');
    expect(plan.moves).toBeGreaterThan(0);
    expect(plan.stays).toBeGreaterThan(0);
    const targets = plan.controls.flatMap((c) => c.to?.id ?? []);
    expect(new Set(targets).size).toBe(targets.length);
    for (const c of plan.controls) if (c.to && c.from.kind === 'expression') expect(c.to.kind).toBe('expression');
    const after = moved(rig, spare);
    const places = after.assignments.map((a) => `${a.controlId} ${a.gesture.type} ${a.bank} ${a.page} ${a.layerId}`);
    expect(new Set(places).size).toBe(places.length);
    const stayed = plan.controls.flatMap((c) => c.functions.filter((f) => !f.moves).map((f) => f.assignment.id));
    for (const id of stayed) expect(after.assignments.find((a) => a.id === id)).toEqual(rig.assignments.find((a) => a.id === id));
  });
  it('brings the wires that the new unit lacks, and none where it has them', () => {
    const { rig, spare } = withSpare('floorboard-8-2');
    const bare: Rig = { ...rig, wires: rig.wires.filter((w) => w.from.unitId !== spare) };
    const plan = planTransfer(indexRig(bare), board.id, spare);
    expect(plan?.wires.length).toBe(rig.wires.filter((w) => w.from.unitId === board.id).length);
    expect(planTransfer(indexRig(rig), board.id, spare)?.wires).toEqual([]);
    expect(moved(bare, spare).wires.filter((w) => w.from.unitId === spare)).toHaveLength(plan?.wires.length ?? -1);
  });
  it('never onto itself', () => {
    expect(planTransfer(indexRig(demo), board.id, board.id)).toBeNull();
    expect(planTransfer(indexRig(demo), board.id, 'gone')).toBeNull();
  });
});

describe('which control goes where', () => {
  const { rig, spare } = withSpare('floorboard-8-2');
  const index = indexRig(rig);
  const on = (unit: string, name: string): string => {
    const found = rig.controls.find((c) => c.controllerId === unit && c.name === name);
    if (!found) throw new Error(`no ${name}`);
    return found.id;
  };
  it('goes by the printed name first, wherever that stands, and says where it is another', () => {
    // On the spare the names run the other way round.
    const mirrored: Rig = {
      ...rig,
      controls: rig.controls.map((c) => {
        const n = c.controllerId === spare ? /^FS (\d)$/.exec(c.name)?.[1] : undefined;
        return n === undefined ? c : { ...c, name: `fs${9 - Number(n)}` };
      }),
    };
    const plan = planTransfer(indexRig(mirrored), board.id, spare);
    for (const c of plan?.controls ?? []) {
      const named = c.to?.name.toLowerCase().replace(/\s/g, '');
      expect([named, c.renamed]).toEqual([c.from.name.toLowerCase().replace(/\s/g, ''), false]);
    }
    const others: Rig = {
      ...rig,
      controls: rig.controls.map((c) => (c.controllerId === spare ? { ...c, name: `Other ${c.name}` } : c)),
    };
    const renamed = planTransfer(indexRig(others), board.id, spare);
    expect(renamed?.controls.every((c) => c.renamed && c.to?.name === `Other ${c.from.name}`)).toBe(true);
  });
  it('goes where a player says, stays where it is to, and nothing else is put there', () => {
    const choices = new Map([
      [on(board.id, 'FS 1'), on(spare, 'FS 2')],
      [on(board.id, 'FS 3'), null],
    ]);
    const plan = planTransfer(index, board.id, spare, choices);
    const to = (name: string) => plan?.controls.find((c) => c.from.name === name)?.to?.name ?? null;
    expect([to('FS 1'), to('FS 3')]).toEqual(['FS 2', null]);
    expect(plan?.controls.filter((c) => c.to?.name === 'FS 2')).toHaveLength(1);
    expect(plan?.controls.every((c) => c.to === null || c.could.includes(c.to))).toBe(true);
    if (!plan) throw new Error('no plan');
    const done = apply(rig, transferEdit(index, plan, newId));
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    const stood = rig.assignments.filter((a) => a.controlId === on(board.id, 'FS 3'));
    for (const a of stood) expect(done.value.assignments.find((x) => x.id === a.id)?.controlId).toBe(a.controlId);
  });
});

describe('what holds at places', () => {
  const { rig: plain, spare } = withSpare('floorboard-8-2');
  const on = (unit: string, name: string): string =>
    plain.controls.find((c) => c.controllerId === unit && c.name === name)?.id ?? '';
  const group: SwitchGroup = {
    id: 'g',
    order: 1,
    controllerId: board.id,
    name: 'Looms',
    bank: null,
    page: null,
    controlIds: [on(board.id, 'FS 1'), on(board.id, 'FS 2')],
    pressedAgain: 'stays-on',
    sendsOff: true,
    entered: null,
    note: '',
  };
  const arrival: Arrival = {
    id: 'a',
    order: 1,
    controllerId: board.id,
    bank: 2,
    page: null,
    actions: [{ type: 'wait', ms: 5 }],
    latches: [{ controlId: on(board.id, 'FS 1'), on: true }],
    atStart: false,
    entered: null,
    note: '',
  };
  const rig: Rig = { ...plain, groups: [group], arrivals: [arrival] };
  it('comes along with its switches, and plays as before', () => {
    const after = moved(rig, spare);
    expect(after.groups).toEqual([{ ...group, controllerId: spare, controlIds: [on(spare, 'FS 1'), on(spare, 'FS 2')] }]);
    expect(after.arrivals).toEqual([{ ...arrival, controllerId: spare, latches: [{ controlId: on(spare, 'FS 1'), on: true }] }]);
    const play = (r: Rig, unit: string) =>
      played(r, [
        ...tap(on(unit, 'FS 1'), 0),
        ...tap(on(unit, 'FS 2'), 1000),
        goTo(2000, 2, unit),
        ...tap(on(unit, 'FS 1'), 3000),
      ]);
    expect(play(after, spare).values).toEqual(play(rig, board.id).values);
  });
  it('stands on no line of the new unit as entered', () => {
    const tick = { at: '2031-03-04T05:06:07.000Z' };
    const after = moved(
      { ...rig, groups: [{ ...group, entered: tick }], arrivals: [{ ...arrival, entered: tick, latches: [] }] },
      spare,
    );
    expect([...after.groups, ...after.arrivals].map((row) => row.entered)).toEqual([null, null]);
  });
  it('takes the clock along that its functions set, and none where the new unit has one', () => {
    const [own] = plain.assignments.filter((a) => a.controlId === on(board.id, 'FS 1') && a.gesture.type === 'press');
    const clocks = (to: { bpm: number } | null): Rig => ({
      ...plain,
      controllers: plain.controllers.map((c) => ({ ...c, clock: c.id === board.id ? { bpm: 96 } : c.id === spare ? to : null })),
      assignments: plain.assignments.map((a) => (a === own ? { ...a, actions: [{ type: 'tempo', bpm: null }] } : a)),
    });
    const clockOf = (r: Rig) => r.controllers.find((c) => c.id === spare)?.clock;
    expect(clockOf(moved(clocks(null), spare))).toEqual({ bpm: 96 });
    expect(clockOf(moved(clocks({ bpm: 140 }), spare))).toEqual({ bpm: 140 });
    expect(clockOf(moved(plain, spare))).toBeNull();
    // What is done on arriving sets it too.
    const arriving: Rig = {
      ...clocks(null),
      assignments: plain.assignments,
      arrivals: [{ ...arrival, actions: [{ type: 'tempo', bpm: 80 }] }],
    };
    expect(clockOf(moved(arriving, spare))).toEqual({ bpm: 96 });
  });
  it('a group stays where one of its switches goes without its functions', () => {
    const one = plain.controllers.find((c) => c.id === spare);
    if (!one) throw new Error('no spare');
    const small = { ...one, firmware: { ...one.firmware, messages: ['program' as const] } };
    const poor: Rig = { ...rig, controllers: plain.controllers.map((c) => (c.id === spare ? small : c)) };
    const plan = planTransfer(indexRig(poor), board.id, spare);
    expect(plan?.controls.find((c) => c.from.name === 'FS 1')?.functions.some((f) => !f.moves)).toBe(true);
    expect(plan?.places[0]?.stays).toBe('not all of its switches come along');
  });
  it('stays, and says why, where not all of it can go', () => {
    const plan = planTransfer(indexRig(rig), board.id, spare, new Map([[on(board.id, 'FS 2'), null]]));
    expect(plan?.places.map((p) => p.stays)).toEqual(['not all of its switches come along', 'not everything comes along']);
    if (!plan) throw new Error('no plan');
    const done = apply(rig, transferEdit(indexRig(rig), plan, newId));
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    expect([done.value.groups, done.value.arrivals]).toEqual([[group], [arrival]]);
  });
});

it('says of an encoder that sends clicks alone that it cannot say where it stands', () => {
  const base = withFunctions(
    smallRig([continuous('mix', 0, 100)]),
    [assignment({ id: 'a', on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['mix'] })],
    [landing('mix', { address: cc(20) })],
  );
  const [own] = base.controllers;
  const knob = base.controls.find((c) => c.id === 'k1');
  if (!own || !knob) throw new Error('small rig changed');
  const losses = (encoderModes: typeof own.firmware.encoderModes): readonly string[] => {
    const other = { ...own, id: 'other', order: 2, firmware: { ...own.firmware, encoderModes } };
    const encoder = { ...knob, id: 'e1', controllerId: 'other', kind: 'encoder' as const };
    const rig = { ...base, controllers: [own, other], controls: [...base.controls, encoder] };
    const plan = planTransfer(indexRig(rig), own.id, 'other');
    return (plan?.controls ?? []).flatMap((c) => c.functions.flatMap((f) => f.losses.map((l) => l.type)));
  };
  expect(losses(['twos-complement'])).toContain('positions');
  expect(losses(['absolute', 'twos-complement'])).not.toContain('positions');
});
