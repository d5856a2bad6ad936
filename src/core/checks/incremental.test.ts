// Judging carried through many edits against judging anew.
import * as fc from 'fast-check';
import { expect, it } from 'vitest';
import { cc } from '../../../tests/kit/small-rig';
import { arrivingRig, sendersRig, someSequences } from '../../../tests/kit/some-senders';
import { lanternHour } from '../../demo/lantern-hour';
import { channel, u14 } from '../midi';
import { apply, type Edit, invert, type Rig, remove, set } from '../rig';
import { accept, judge } from './index';

const at = '2026-03-01T12:00:00.000Z';
const pick = <T>(rows: readonly T[], n: number): T | undefined => rows[n % Math.max(1, rows.length)];

/** Edits of every table that a check reads, by number: the same number on the same rig is the same edit. */
const makers: readonly ((rig: Rig, n: number) => Edit | null)[] = [
  (rig, n) => on(pick(rig.parameters, n), (p) => set('parameters', p, 'tags', n % 2 ? ['panic'] : ['urgent', 'loudness'])),
  (rig, n) => on(pick(rig.parameters, n), (p) => set('parameters', p, 'name', n % 3 ? 'Twin' : `P ${n}`)),
  (rig, n) => on(pick(rig.parameters, n), (p) => set('parameters', p, 'start', n % 2 ? p.highest : p.lowest)),
  (rig, n) =>
    on(pick(rig.parameters, n), (p) => {
      const others = rig.parameters.filter((x) => x.targetId === p.targetId && x.id > p.id && x.kind !== 'trigger');
      const moved = others.slice(n % 3, (n % 3) + (n % 4));
      return set(
        'parameters',
        p,
        'drives',
        moved.map((x) => ({ parameterId: x.id, from: x.highest, to: x.lowest, curve: { type: 'linear' } })),
      );
    }),
  (rig, n) =>
    on(pick(rig.landings, n), (l) => {
      const of = pick(
        rig.parameters.filter((x) => x.targetId === l.targetId && x.kind === 'toggle' && x.id !== l.parameterId),
        n,
      );
      const when = of && n % 4 ? { parameterId: of.id, value: n % 2 } : null;
      return set('landings', l, 'conditions', n % 5 ? [{ words: 'it is so', when }] : []);
    }),
  (rig, n) => on(pick(rig.landings, n), (l) => set('landings', l, 'scope', n % 2 ? 'selected' : 'locked')),
  (rig, n) => on(pick(rig.parameters, n), (p) => set('parameters', p, 'launch', n % 2 ? 'bar' : 'none')),
  (rig, n) =>
    on(pick(rig.targets, n), (t) => {
      const all = rig.parameters.filter((p) => p.targetId === t.id);
      const moved = all.find((p) => p.kind === 'stepped');
      const lane = all.filter((p) => p.kind === 'continuous').map((p) => p.id);
      const bank = moved && lane.length > 1 ? [{ name: 'B', moved: moved.id, width: 1, stride: 1, lanes: [lane] }] : [];
      return set('targets', t, 'channelBanks', n % 3 ? bank : []);
    }),
  (rig, n) =>
    on(pick(rig.assignments, n), (a) => {
      const other = pick(rig.parameters, n * 7);
      return set(
        'assignments',
        a,
        'actions',
        a.actions.map((x) => (x.type === 'send' ? { ...x, meant: other && n % 2 ? [other.id] : [] } : x)),
      );
    }),
  (rig, n) => on(pick(rig.landings, n), (l) => set('landings', l, 'address', cc(100 + (n % 25), 5))),
  (rig, n) => on(pick(rig.landings, n), (l) => set('landings', l, 'mode', n % 2 ? 'toggle' : 'gate')),
  (rig, n) => on(pick(rig.assignments, n), (a) => set('assignments', a, 'bank', n % 4 === 0 ? null : (n % 4) + 1)),
  (rig, n) => on(pick(rig.assignments, n), (a) => set('assignments', a, 'gesture', { type: n % 2 ? 'press' : 'hold' })),
  (rig, n) =>
    on(pick(rig.assignments, n), (a) => set('assignments', a, 'textShort', 'A long text for a display'.slice(0, n % 20))),
  (rig, n) =>
    on(pick(rig.assignments, n), (a) =>
      set('assignments', a, 'actions', [
        ...a.actions,
        n % 2 ? { type: 'keystroke', keys: 'F1' } : { type: 'go', to: { type: 'bank', bank: 2 } },
      ]),
    ),
  (rig, n) => on(pick(rig.wires, n), (w) => set('wires', w, 'channels', n % 2 ? [channel(5)] : null)),
  (rig, n) => on(pick(rig.wires, n), (w) => set('wires', w, 'transport', n % 2 ? 'din' : 'bluetooth')),
  (rig, n) => on(pick(rig.wires, n), (w) => set('wires', w, 'from', { ...w.from, port: n % 2 ? 'A' : '' })),
  (rig, n) => on(pick(rig.controls, n), (c) => set('controls', c, 'port', n % 3 ? 'A' : '')),
  (rig, n) => on(pick(rig.controls, n), (c) => set('controls', c, 'polarity', n % 3 ? 'reversed' : 'usual')),
  (rig, n) => on(pick(rig.controls, n), (c) => set('controls', c, 'springsTo', n % 3 ? 0.5 : null)),
  (rig, n) => on(pick(rig.controls, n), (c) => set('controls', c, 'aftertouch', n % 3 ? 'after-strike' : 'moved')),
  (rig, n) => on(pick(rig.controls, n), (c) => set('controls', c, 'kind', n % 3 ? 'expression' : 'pad')),
  (rig, n) => on(pick(rig.controls, n), (c) => set('controls', c, 'subControls', n % 3 ? ['push'] : [])),
  (rig, n) =>
    on(pick(rig.assignments, n), (a) =>
      set(
        'assignments',
        a,
        'actions',
        a.actions.map((x) => (x.type === 'send' ? { ...x, port: n % 2 ? 'A' : '' } : x)),
      ),
    ),
  (rig, n) => on(pick(rig.layers, n), (l) => set('layers', l, 'mode', n % 2 ? 'toggled' : 'while-held')),
  (rig, n) =>
    on(pick(rig.controllers, n), (c) =>
      set('controllers', c, 'firmware', { ...c.firmware, bankButtons: n % 2 === 0, press: n % 3 ? 'waits' : 'always-fires' }),
    ),
  (rig, n) =>
    on(pick(rig.presets, n), (p) =>
      set(
        'presets',
        p,
        'values',
        rig.parameters
          .filter((x) => x.targetId === rig.parameters.find((c) => c.id === p.parameterId)?.targetId && x.id !== p.parameterId)
          .slice(n % 3, n % 7)
          .map((x) => ({ parameterId: x.id, value: n % 2 ? x.highest : x.lowest })),
      ),
    ),
  (rig, n) => on(pick(rig.presets, n), (p) => set('presets', p, 'rest', n % 3 ? 'unknown' : 'stays')),
  (rig, n) => on(pick(rig.presets, n), (p) => set('presets', p, 'stored', n % 3 !== 0)),
  (rig, n) => on(pick(rig.presets, n), (p) => ({ type: 'remove', table: 'presets', was: p })),
  (rig, n) =>
    on(pick(rig.groups, n), (g) => {
      const switches = rig.controls.filter((c) => c.controllerId === g.controllerId && c.kind === 'footswitch');
      return set(
        'groups',
        g,
        'controlIds',
        switches.slice(n % 4, (n % 4) + (n % 3) + 1).map((c) => c.id),
      );
    }),
  (rig, n) => on(pick(rig.groups, n), (g) => set('groups', g, 'bank', n % 3 === 0 ? null : (n % 4) + 1)),
  (rig, n) => on(pick(rig.groups, n), (g) => set('groups', g, 'pressedAgain', n % 2 ? 'stays-on' : 'turns-off')),
  (rig, n) => on(pick(rig.groups, n), (g) => ({ type: 'remove', table: 'groups', was: g })),
  (rig, n) => on(pick(rig.arrivals, n), (a) => set('arrivals', a, 'bank', n % 3 === 0 ? null : (n % 4) + 1)),
  (rig, n) =>
    on(pick(rig.arrivals, n), (a) => {
      const switches = rig.controls.filter((c) => c.controllerId === a.controllerId && c.kind === 'footswitch');
      return set(
        'arrivals',
        a,
        'latches',
        switches.slice(n % 5, (n % 5) + 3).map((c, i) => ({ controlId: c.id, on: (n + i) % 2 === 0 })),
      );
    }),
  (rig, n) =>
    on(pick(rig.arrivals, n), (a) =>
      set('arrivals', a, 'actions', [
        {
          type: 'send',
          message: cc(100 + (n % 25), 5),
          behaviour: { type: 'fixed', value: u14(n % 2 ? 127 : 0) },
          pinned: false,
          meant: n % 3 ? [pick(rig.parameters, n)?.id ?? ''] : [],
        },
      ]),
    ),
  (rig, n) => on(pick(rig.controls, n), (c) => set('controls', c, 'light', n % 2 ? 'on-off' : 'none')),
  (rig, n) =>
    on(pick(rig.targets, n), (t) =>
      set('targets', t, 'reception', {
        ...t.reception,
        keepsStandardMeanings: n % 2 === 0,
        livesIn: n % 3 ? 'host-wide' : 'project',
      }),
    ),
  (rig, n) => {
    const found = [...judge(rig).findings.values()].flat();
    const finding = pick(found, n);
    return finding && !rig.accepted.some((r) => r.id === `acc${n}`)
      ? accept(judge(rig).index, finding, 'fine', at, `acc${n}`)
      : null;
  },
];

const on = <T>(row: T | undefined, make: (row: T) => Edit): Edit | null => (row === undefined ? null : make(row));

/** The demo with a macro, a bank of channels and a condition in every target that can have them. */
function inside(rig: Rig): Rig {
  const of = (targetId: string) => rig.parameters.filter((p) => p.targetId === targetId);
  const swept = (targetId: string) => of(targetId).filter((p) => p.kind === 'continuous');
  return {
    ...rig,
    parameters: rig.parameters.map((p) => {
      const [macro, ...others] = swept(p.targetId);
      if (macro?.id !== p.id) return p;
      return {
        ...p,
        drives: others.slice(-2).map((x) => ({ parameterId: x.id, from: x.lowest, to: x.highest, curve: { type: 'linear' } })),
      };
    }),
    landings: rig.landings.map((l) => {
      const when = of(l.targetId).find((p) => p.kind === 'toggle' && p.id !== l.parameterId);
      return { ...l, conditions: [{ words: 'so', when: when ? { parameterId: when.id, value: 1 } : null }] };
    }),
    targets: rig.targets.map((t) => {
      const moved = of(t.id).find((p) => p.kind === 'stepped');
      const lane = swept(t.id).map((p) => p.id);
      return moved && lane.length > 1
        ? { ...t, channelBanks: [{ name: 'B', moved: moved.id, width: 1, stride: 1, lanes: [lane] }] }
        : t;
    }),
  };
}

const someSteps = fc.array(fc.tuple(fc.nat(makers.length - 1), fc.nat(200)), { minLength: 1, maxLength: 5 });

it('findings and outcomes carried through edits are those of the rig as it is', () => {
  fc.assert(
    fc.property(fc.boolean(), someSteps, (plain, steps) => {
      let rig = plain ? lanternHour() : inside(lanternHour());
      let judgement = judge(rig);
      for (const [which, n] of steps) {
        const edit = makers[which]?.(rig, n);
        const done = edit ? apply(rig, edit) : null;
        if (!done?.ok) continue;
        rig = done.value;
        judgement = judge(rig, judgement);
      }
      const anew = judge(rig);
      expect(new Map([...judgement.findings].sort())).toEqual(new Map([...anew.findings].sort()));
      expect(new Map([...judgement.outcomes].sort())).toEqual(new Map([...anew.outcomes].sort()));
    }),
    { numRuns: Number(process.env.KEEN_DIAL_RUNS ?? 40) },
  );
}, 240_000);

it('what is heard by a target of presets is played again with them, though it is there for nothing', () => {
  // Found by the law above: a counter that is meant for nothing any more, then another rest of a preset of the target that hears it.
  let rig = inside(lanternHour());
  let judgement = judge(rig);
  const [counts] = rig.assignments.filter((a) => a.actions.some((x) => x.type === 'send' && x.behaviour.type === 'stepping'));
  if (!counts) throw new Error('the demo counts');
  const idle = counts.actions.map((x) => (x.type === 'send' ? { ...x, meant: [] } : x));
  for (const edit of [
    set('assignments', counts, 'actions', idle),
    ...rig.presets.map((p) => set('presets', p, 'rest', 'unknown' as const)),
  ]) {
    const done = apply(rig, edit);
    if (!done.ok) throw new Error('it applies');
    rig = done.value;
    judgement = judge(rig, judgement);
    expect(new Map([...judgement.outcomes].sort())).toEqual(new Map([...judge(rig).outcomes].sort()));
  }
});

it('bytes of 14-bit controls: who can send the high byte counts for whoever sends the low one, also on arriving', () => {
  let differed = 0;
  fc.assert(
    fc.property(someSequences, fc.boolean(), fc.nat(20), (s, arriving, n) => {
      const rig = arriving ? arrivingRig(s) : sendersRig(s);
      const rows = [
        ...rig.assignments.map((row) => remove('assignments', row)),
        ...rig.landings.map((row) => remove('landings', row)),
        ...rig.arrivals.map((row) => remove('arrivals', row)),
      ];
      const edit = rows[n % rows.length];
      if (!edit) return;
      const done = apply(rig, edit);
      if (!done.ok) return;
      const before = judge(rig);
      const after = judge(done.value, before);
      const anew = judge(done.value);
      expect(new Map([...after.findings].sort())).toEqual(new Map([...anew.findings].sort()));
      const back = apply(done.value, invert(edit));
      if (!back.ok) throw new Error('it goes back');
      expect(new Map([...judge(back.value, after).findings].sort())).toEqual(new Map([...before.findings].sort()));
      differed += anew.findings.size === before.findings.size ? 0 : 1;
    }),
    { numRuns: 60, seed: 20261130 },
  );
  expect(differed).toBeGreaterThan(10);
});

it('what is accepted of any row is told as accepted, whatever table the row is in', () => {
  // A group left with one switch, then what was said of it accepted: found among 6,000 series of random edits.
  const [group] = lanternHour().groups;
  const alone = group && apply(lanternHour(), set('groups', group, 'controlIds', group.controlIds.slice(0, 1)));
  if (!alone?.ok) throw new Error('the demo has a group');
  let rig = alone.value;
  let judgement = judge(rig);
  const subjects = new Set<string>();
  let n = 0;
  for (const finding of [...judgement.findings.values()].flat()) {
    const done = apply(rig, accept(judgement.index, finding, 'fine', at, `acc${n++}`));
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    subjects.add(finding.about);
    judgement = judge(done.value, judgement);
    rig = done.value;
    const now = judgement.findings.get(finding.subjectId)?.find((f) => f.check === finding.check && f.title === finding.title);
    expect(now?.accepted, `${finding.about}: ${finding.title}`).not.toBeNull();
  }
  expect([...subjects]).toEqual(expect.arrayContaining(['assignments', 'controllers', 'groups']));
});
