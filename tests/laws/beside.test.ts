// Two rigs side by side, each with its own gear and wires, are what each is alone: outcomes, findings, sheets, plans of numbers and ways to a scene, however alike their
// channels and numbers. From laws 2, 3, 5 and 7: what does not lead to each other has nothing to do with each other.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outcome, startChain, wholeChain } from '@/core/bench';
import { judge } from '@/core/checks';
import { channel } from '@/core/midi';
import { planNumbers } from '@/core/numbers';
import { type Action, indexRig, type Rig, rowsOf, type Translator, tableNames } from '@/core/rig';
import { makeSheet } from '@/core/sheets';
import { groundOf, usualWayOptions, wayTo } from '@/core/stage';
import { sentOn } from '@/core/wires';
import { apartFrom, beside } from '../kit/beside';
import { richRig, someRichRig } from '../kit/rich-rig';
import { assignment, cc, fixed, landing, layer, parameter, smallRig, withFunctions } from '../kit/small-rig';
import { rigWith, someFunction } from '../kit/some-function';
import { kindsRig, someKinds } from '../kit/some-kinds';
import { sendersRig, someSequences } from '../kit/some-senders';
import { type SomeWayRig, someWayRig, wayRig, wishOf } from '../kit/way-rig';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const wish = { school: 'undefined-first', channels: 'own', notes: false } as const;

const outOfAll = (action: Action): Action => (action.type === 'send' ? { ...action, port: '' } : action);
/** A layer of a whole rig would reach what stands beside it, and one that is called Base be taken for its Base; a cable still to be plugged into a port might lead there. */
const kept = (rig: Rig): Rig => ({
  ...rig,
  layers: rig.layers.map((l) => ({
    ...l,
    tap: l.tap.map(outOfAll),
    name: l.name === 'Base' ? 'Lower' : l.name,
    scope: l.scope.type === 'all' ? { type: 'controller', controllerId: 'board' } : l.scope,
  })),
  wires: rig.wires.map((w) => ({ ...w, from: { ...w.from, port: '' } })),
  controls: rig.controls.map((c) => ({ ...c, port: '' })),
  assignments: rig.assignments.map((a) => ({ ...a, actions: a.actions.map(outOfAll) })),
  arrivals: rig.arrivals.map((a) => ({ ...a, actions: a.actions.map(outOfAll) })),
});
const whole = someRichRig.map((given) => kept(richRig(given)));
const any = fc.oneof(
  { weight: 2, arbitrary: whole },
  { weight: 2, arbitrary: someFunction.map((given) => kept(rigWith(given) ?? smallRig([]))) },
  { weight: 2, arbitrary: someSequences.map((given) => kept(sendersRig(given))) },
  { weight: 1, arbitrary: someKinds.map((given) => kept(kindsRig(given))) },
);

function toldOf(rig: Rig, rows: Rig): readonly string[] {
  const ids = new Set(tableNames.flatMap((table) => rowsOf(rows, table).map((row) => row.id)));
  return [...judge(rig).findings.values()]
    .flat()
    .filter((f) => ids.has(f.subjectId))
    .map((f) => `${f.severity} ${f.check} ${f.subjectId} ${f.parameterId ?? ''}: ${f.title} ${f.reason}`)
    .sort();
}

/** What each function of some rows does. */
function played(rig: Rig, { assignments }: Rig): readonly string[] {
  const index = indexRig(rig);
  return assignments.map((a) => {
    const made = outcome(index, a);
    return `${a.id} ${JSON.stringify(made.type === 'played' ? made.effects.map((e) => [e.parameterId, e.did]) : made.type)}`;
  });
}

/** What is written down for the units of some rows. */
function linesFor(rig: Rig, rows: Rig): unknown {
  const sheet = makeSheet(indexRig(rig));
  const units = new Set([...rows.controllers, ...rows.targets].map((unit) => unit.id));
  return {
    controllers: sheet.controllers.filter((c) => units.has(c.controller.id)).map((c) => c.lines),
    targets: sheet.targets.filter((t) => units.has(t.target.id)).map(({ lines, clear }) => ({ lines, clear })),
  };
}

/** What a plan moves where; null where there is none. */
function planOf(rig: Rig): readonly string[] | null {
  const plan = planNumbers(indexRig(rig), wish);
  return plan.type === 'plan' ? plan.moves.map((m) => `${m.demand.id} ${JSON.stringify(m.to)}`).sort() : null;
}

const movedIn = (rig: Rig): readonly string[] | null => planOf(rig)?.map((move) => move.split(' ')[0] ?? '') ?? null;

/** What the way to a scene of the small rig costs, from where everything stands when it is switched on; null where nobody knows whether there is a better one. */
function wayIn(rig: Rig, given: SomeWayRig): string | null {
  const index = indexRig(rig);
  const chain = wholeChain(index, new Set());
  const begin = { state: startChain(chain, 'switched-on'), foot: null, t: 0 };
  const way = wayTo(groundOf(index, chain), begin, wishOf(given), { ...usualWayOptions, plays: 30_000 });
  if (way.type === 'not-found' || (way.type === 'way' && !way.proved)) return null;
  return JSON.stringify([way.type, way.type === 'way' ? way.cost : null]);
}

const open = { channels: null, types: null, translator: null };
const nothing: Translator = { name: 'Box', lines: [], rest: 'passes' };

describe('two rigs side by side', () => {
  it('are told the same of', () => {
    fc.assert(
      fc.property(any, any, (one, given) => {
        const other = apartFrom(given);
        const both = beside(one, other);
        for (const rig of [one, other]) {
          expect(toldOf(both, rig)).toEqual(toldOf(rig, rig));
          expect(played(both, rig)).toEqual(played(rig, rig));
        }
      }),
      { numRuns: Math.ceil(RUNS / 6) },
    );
  });
  it('have the same sheets', () => {
    fc.assert(
      fc.property(whole, whole, (one, given) => {
        const other = apartFrom(given);
        const both = beside(one, other);
        for (const rig of [one, other]) expect(linesFor(both, rig)).toEqual(linesFor(rig, rig));
      }),
      { numRuns: RUNS },
    );
  });
  it('have the same functions moved by a plan as each alone', () => {
    fc.assert(
      fc.property(any, any, (one, given) => {
        const other = apartFrom(given);
        // Which of the free numbers each of them gets may differ where several plans are as good.
        const [mine, its] = [movedIn(one), movedIn(other)];
        expect(movedIn(beside(one, other))).toEqual(mine && its ? [...mine, ...its].sort() : null);
      }),
      { numRuns: RUNS },
    );
  });
  it('are led through at the same cost', () => {
    fc.assert(
      fc.property(someWayRig, someWayRig, (here, there) => {
        const one = kept(wayRig(here));
        const alone = wayIn(one, here);
        const both = wayIn(beside(one, apartFrom(kept(wayRig(there)))), here);
        // Beside another one it may take longer than it is looked for.
        if (alone !== null && both !== null) expect(both).toBe(alone);
      }),
      { numRuns: Math.ceil(RUNS / 10) },
    );
  });
});

describe('what the law found', () => {
  const one = smallRig([parameter('freeze')]);
  const press = assignment({ message: cc(41), behaviour: fixed(127), meant: ['freeze'] });
  const own = withFunctions(one, [press], []);
  it('a translator on a wire elsewhere makes no plan impossible', () => {
    const kept = { ...own, wires: own.wires.map((w) => ({ ...w, ...open, channels: [channel(6)], types: ['note' as const] })) };
    const other = apartFrom({ ...own, wires: own.wires.map((w) => ({ ...w, ...open, translator: nothing })) });
    expect([planOf(kept), planOf(beside(kept, other))]).toEqual([
      ['a1 {"type":"cc","channel":5,"number":102}'],
      ['a1 {"type":"cc","channel":5,"number":102}', 'z-a1 {"type":"cc","channel":5,"number":102}'],
    ]);
  });
  it('the sheet names nobody whose cable leads elsewhere, and of two the one that gets through', () => {
    const heard = landing('freeze', { address: cc(41), targetId: 'hall' });
    const fromIn = (rig: Rig) => makeSheet(indexRig(rig)).targets[0]?.lines[0]?.facts.find((f) => f.name === 'from')?.text;
    const unwired = { ...withFunctions(one, [press], [heard]), wires: [] };
    expect(fromIn(beside(unwired, apartFrom(own)))).toBe('Board FS1 press');
    const [wire] = own.wires;
    const [board] = own.controllers;
    if (!wire || !board) throw new Error('small rig changed');
    const both: Rig = {
      ...withFunctions(
        one,
        [
          { ...press, id: 'kept back' },
          { ...press, id: 'through', controlId: 'theirs', order: 1 },
        ],
        [heard],
      ),
      controllers: [board, { ...board, id: 'other', name: 'Other', port: 'port 9', order: 9 }],
      controls: [...own.controls, ...own.controls.slice(0, 1).map((c) => ({ ...c, id: 'theirs', controllerId: 'other' }))],
      wires: [
        { ...wire, types: ['note'] },
        { ...wire, id: 'w2', from: { unitId: 'other', port: '' } },
      ],
    };
    expect(fromIn(both)).toBe('Other FS1 press');
  });
  it('what a filter keeps back, or is there for another target, does not send what is left over here', () => {
    const left = landing('freeze', { address: cc(20) });
    const here = withFunctions(one, [press], [left]);
    const send = assignment({ message: cc(20), behaviour: fixed(127), meant: ['freeze'] });
    const there = apartFrom(withFunctions(one, [send], []));
    const kept = { ...there, wires: there.wires.map((w) => ({ ...w, types: ['note' as const] })) };
    for (const other of [there, kept, { ...there, wires: [] }])
      expect(sentOn(indexRig(beside(here, other))).isLeftOver(left)).toBe(true);
    const forNothing = {
      ...there,
      wires: [],
      assignments: there.assignments.map((a) => ({
        ...a,
        actions: a.actions.map((x) => (x.type === 'send' ? { ...x, meant: [] } : x)),
      })),
    };
    expect(sentOn(indexRig(beside(here, forNothing))).isLeftOver(left)).toBe(false);
    // A tap goes out of the port of its modifier.
    const out = (port: string): Rig => ({
      ...here,
      controls: here.controls.map((c) => (c.id === 'mod' ? { ...c, port } : c)),
      wires: here.wires.flatMap((w) => [
        { ...w, from: { ...w.from, port: 'A' } },
        { ...w, id: 'b', from: { ...w.from, port: 'B' }, to: { unitId: 'elsewhere', port: '' } },
      ]),
      targets: [...here.targets, ...here.targets.map((t) => ({ ...t, id: 'elsewhere', name: 'Elsewhere', port: 'port 9' }))],
      layers: [layer({ modifierControlId: 'mod', tap: send.actions.map((x) => ({ ...x, meant: [] })) })],
    });
    expect(['A', 'B'].map((port) => sentOn(indexRig(out(port))).isLeftOver(left))).toEqual([false, true]);
  });
});
