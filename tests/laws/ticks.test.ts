// Law 8: a tick stands exactly as long as nothing has to be entered again. Random rigs are ticked whole and then edited by chance; the oracle compares what
// was ticked with what is planned now, field by field, and knows nothing of the sheet. What has changed says the same lines, and taken back all of them stand.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beginEntered, enteredRig } from '@/core/commands';
import { u14 } from '@/core/midi';
import { type Assignment, apply, batch, type Edit, indexRig, invert, type Rig, set, standInOf, type Tickable } from '@/core/rig';
import { differenceOf, makeSheet, standsNow as stands, textOf, tickFor } from '@/core/sheets';
import { richRig, someMessage, someRichRig } from '../kit/rich-rig';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const settings = { numRuns: RUNS };
const AT = '2031-03-04T05:06:07.000Z';

function ticked(rig: Rig): Rig {
  const index = indexRig(rig);
  const tick = <T extends Tickable>(row: T): T => ({ ...row, entered: tickFor(index, row, AT) });
  return {
    ...rig,
    parameters: rig.parameters.map((p) => (p.drives.length > 0 ? tick(p) : p)),
    presets: rig.presets.map(tick),
    groups: rig.groups.map(tick),
    arrivals: rig.arrivals.map(tick),
    layers: rig.layers.map(tick),
    assignments: rig.assignments.map(tick),
    landings: rig.landings.map(tick),
    wires: rig.wires.map((w) => (w.translator ? tick(w) : w)),
  };
}

/** Changes of one field, on a row by chance; some change nothing that is entered, some change it and back. */
const someChange = fc.oneof(
  fc.record({
    on: fc.constant('assignments' as const),
    at: fc.nat(20),
    field: fc.constantFrom(
      'bank',
      'page',
      'textShort',
      'textLong',
      'colour',
      'colourOff',
      'lightBy',
      'note',
      'why',
      'meant',
      'pinned',
      'message',
      'value',
    ),
    to: fc.nat(3),
    message: someMessage,
  }),
  fc.record({
    on: fc.constant('landings' as const),
    at: fc.nat(20),
    field: fc.constantFrom(
      'port',
      'from',
      'takeover',
      'setValue',
      'chosenBy',
      'note',
      'address',
      'mode',
      'by',
      'scope',
      'channels',
    ),
    to: fc.nat(3),
    message: someMessage,
  }),
  fc.record({
    on: fc.constant('layers' as const),
    at: fc.nat(3),
    field: fc.constantFrom(
      'mode',
      'fallsThrough',
      'blinks',
      'alsoOpenedBy',
      'together',
      'signalBy',
      'alsoSignals',
      'name',
      'letter',
      'scope',
    ),
    to: fc.nat(2),
    message: someMessage,
  }),
  fc.record({
    on: fc.constant('counters' as const),
    at: fc.nat(3),
    field: fc.constantFrom('to', 'name', 'atEnd', 'step', 'firstPress'),
    to: fc.nat(2),
    message: someMessage,
  }),
  fc.record({
    on: fc.constant('presets' as const),
    at: fc.nat(3),
    field: fc.constantFrom('step', 'stored', 'rest', 'values', 'note'),
    to: fc.nat(2),
    message: someMessage,
  }),
  fc.record({
    on: fc.constant('parameters' as const),
    at: fc.constant(0),
    field: fc.constantFrom('drives', 'launch', 'note'),
    to: fc.nat(2),
    message: someMessage,
  }),
  fc.record({
    on: fc.constant('groups' as const),
    at: fc.nat(3),
    field: fc.constantFrom('bank', 'page', 'name', 'controlIds', 'pressedAgain', 'sendsOff', 'note'),
    to: fc.nat(2),
    message: someMessage,
  }),
  fc.record({
    on: fc.constant('arrivals' as const),
    at: fc.nat(3),
    field: fc.constantFrom('bank', 'page', 'actions', 'latches', 'atStart', 'note'),
    to: fc.nat(2),
    message: someMessage,
  }),
  fc.record({
    on: fc.constant('wires' as const),
    at: fc.nat(3),
    field: fc.constantFrom('rest', 'lines', 'off', 'name', 'note', 'channels'),
    to: fc.nat(2),
    message: someMessage,
  }),
  fc.record({
    on: fc.constant('controls' as const),
    at: fc.nat(13),
    field: fc.constantFrom('name'),
    to: fc.nat(2),
    message: someMessage,
  }),
);
type SomeChange = typeof someChange extends fc.Arbitrary<infer T> ? T : never;

function editOf(rig: Rig, { on, at, field, to, message }: SomeChange): Edit | null {
  const words = ['', 'LOOM', 'x', 'y'][to] ?? '';
  if (on === 'assignments') {
    const row = rig.assignments[at % Math.max(1, rig.assignments.length)];
    if (!row) return null;
    if (field === 'bank') return set('assignments', row, 'bank', to === 0 ? null : to);
    if (field === 'page') return set('assignments', row, 'page', to === 0 ? null : Math.min(2, to));
    if (field === 'lightBy')
      return set('assignments', row, field, (['controller', 'own-state', 'feedback', 'host'] as const)[to] ?? 'host');
    if (
      field === 'colourOff' ||
      field === 'textShort' ||
      field === 'textLong' ||
      field === 'colour' ||
      field === 'note' ||
      field === 'why'
    )
      return set('assignments', row, field, words);
    const actions = row.actions.map((a, i): Assignment['actions'][number] => {
      if (a.type !== 'send' || i !== 0) return a;
      if (field === 'meant') return { ...a, meant: [...a.meant, 'p1'] };
      if (field === 'pinned') return { ...a, pinned: !a.pinned };
      if (field === 'message') return message.type === a.message.type ? { ...a, message } : a;
      return a.behaviour.type === 'fixed' && a.message.type === 'cc'
        ? { ...a, behaviour: { type: 'fixed', value: to as never } }
        : a;
    });
    return set('assignments', row, 'actions', actions);
  }
  if (on === 'parameters') {
    const row = rig.parameters.find((p) => p.id === 'p0');
    if (!row) return null;
    if (field === 'note') return set('parameters', row, 'note', words);
    if (field === 'launch') return set('parameters', row, 'launch', to === 0 ? 'target' : 'bar');
    const drives = [
      { parameterId: 'p1', from: to, to: 7, curve: { type: 'linear' as const } },
      ...row.drives.filter((d) => d.parameterId !== 'p1'),
    ];
    return set('parameters', row, 'drives', drives);
  }
  if (on === 'landings') {
    const row = rig.landings[at % Math.max(1, rig.landings.length)];
    if (!row) return null;
    if (field === 'port' || field === 'note') return set('landings', row, field, words);
    if (field === 'from' || field === 'setValue') return set('landings', row, field, to / 3);
    if (field === 'chosenBy') return set('landings', row, field, to === 0 ? null : { from: u14(to), to: u14(9) });
    if (field === 'takeover')
      return set('landings', row, 'takeover', (['jump', 'pickup', 'scale', 'jump'] as const)[to] ?? 'jump');
    if (field === 'channels') return set('landings', row, 'channels', to === 0 ? 'all' : 'one');
    if (field === 'by') return set('landings', row, 'by', to + 1);
    if (field === 'scope')
      return set('landings', row, 'scope', (['target', 'selected', 'locked', 'target'] as const)[to] ?? 'target');
    if (field === 'mode') return set('landings', row, 'mode', (['absolute', 'toggle', 'set', 'gate'] as const)[to] ?? 'gate');
    return set('landings', row, 'address', message);
  }
  if (on === 'layers') {
    const row = rig.layers[at % Math.max(1, rig.layers.length)];
    if (!row) return null;
    if (field === 'mode') return set('layers', row, 'mode', (['while-held', 'toggled', 'next-press'] as const)[to] ?? 'toggled');
    if (field === 'alsoOpenedBy') return set('layers', row, field, ['board-fs1', 'board-fs2'].slice(0, to % 3));
    if (field === 'alsoSignals')
      return set('layers', row, field, to === 0 ? [] : [{ controlId: row.alsoOpenedBy[0] ?? 'board-fs2', message }]);
    if (field === 'together') return set('layers', row, field, to === 0);
    if (field === 'signalBy') return set('layers', row, field, to === 0 ? 'own' : 'added');
    if (field === 'blinks') return set('layers', row, 'blinks', to);
    if (field === 'fallsThrough') return set('layers', row, 'fallsThrough', to === 0);
    if (field === 'scope')
      return set('layers', row, 'scope', to === 0 ? { type: 'all' } : { type: 'controller', controllerId: 'board' });
    return set('layers', row, field === 'name' ? 'name' : 'letter', ['A', 'B', 'C'][to] ?? 'A');
  }
  if (on === 'presets') {
    const row = rig.presets[at % Math.max(1, rig.presets.length)];
    if (!row) return null;
    if (field === 'step') return set('presets', row, 'step', to);
    if (field === 'stored') return set('presets', row, 'stored', to > 0);
    if (field === 'rest') return set('presets', row, 'rest', to === 0 ? 'unknown' : 'stays');
    if (field === 'values') return set('presets', row, 'values', to === 0 ? [] : [{ parameterId: 'p3', value: to - 1 }]);
    return set('presets', row, 'note', words);
  }
  if (on === 'groups') {
    const row = rig.groups[at % Math.max(1, rig.groups.length)];
    if (!row) return null;
    if (field === 'bank' || field === 'page') return set('groups', row, field, to === 0 ? null : to);
    if (field === 'controlIds') return set('groups', row, field, ['board-fs1', 'board-fs2'].slice(0, to));
    if (field === 'pressedAgain') return set('groups', row, field, to === 0 ? 'turns-off' : 'stays-on');
    if (field === 'sendsOff') return set('groups', row, field, to === 0);
    return set('groups', row, field === 'name' ? 'name' : 'note', ['A', 'B', 'C'][to] ?? 'A');
  }
  if (on === 'arrivals') {
    const row = rig.arrivals[at % Math.max(1, rig.arrivals.length)];
    if (!row) return null;
    if (field === 'bank' || field === 'page') return set('arrivals', row, field, to === 0 ? null : to);
    if (field === 'actions') return set('arrivals', row, field, row.actions.slice(to));
    if (field === 'latches') return set('arrivals', row, field, to === 0 ? [] : [{ controlId: 'board-fs1', on: to === 1 }]);
    if (field === 'atStart') return set('arrivals', row, field, to === 0);
    return set('arrivals', row, 'note', words);
  }
  if (on === 'wires') {
    const boxes = rig.wires.filter((w) => w.translator !== null);
    const row = boxes[at % Math.max(1, boxes.length)];
    if (!row?.translator) return null;
    if (field === 'note') return set('wires', row, 'note', words);
    if (field === 'channels') return set('wires', row, 'channels', to === 0 ? null : [5 as never]);
    const { translator } = row;
    if (field === 'off') return set('wires', row, 'translator', null);
    if (field === 'name') return set('wires', row, 'translator', { ...translator, name: ['A', 'B', 'C'][to] ?? 'A' });
    if (field === 'rest') return set('wires', row, 'translator', { ...translator, rest: to === 0 ? 'stops' : 'passes' });
    return set('wires', row, 'translator', { ...translator, lines: translator.lines.slice(to) });
  }
  if (on === 'controls') {
    const row = rig.controls[at % rig.controls.length];
    return row ? set('controls', row, 'name', ['A', 'B', 'C'][to] ?? 'A') : null;
  }
  const row = rig.counters[at % rig.counters.length];
  if (!row) return null;
  if (field === 'to') return set('counters', row, 'to', row.to + to);
  if (field === 'step') return set('counters', row, 'step', to + 1);
  if (field === 'firstPress') return set('counters', row, 'firstPress', to === 0 ? 'moves-on' : 'sends-start');
  return field === 'name'
    ? set('counters', row, 'name', ['A', 'B', 'C'][to] ?? 'A')
    : set('counters', row, 'atEnd', to === 0 ? 'wrap' : 'stop');
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What has to be entered for a row, written out by hand: one field after another. */
function told(rig: Rig, row: Tickable): readonly unknown[] {
  if ('translator' in row) return row.translator ? [row.translator.lines, row.translator.rest] : [];
  if ('step' in row) return [row.parameterId, row.step, row.stored, ...(row.stored ? [row.rest, row.values] : [])];
  const actions = (all: Assignment['actions']): unknown =>
    all.map((a) => {
      if (a.type !== 'send') return [a];
      const id = a.behaviour.type === 'stepping' ? a.behaviour.counterId : null;
      const counter = rig.counters.find((c) => c.id === id);
      if (a.behaviour.type !== 'stepping' || !counter) return [a.message, a.behaviour, a.turn];
      const by = a.behaviour.step ?? counter.step;
      return [a.message, a.turn, id, counter.from, counter.to, by, counter.atEnd, counter.start, counter.firstPress];
    });
  if ('controlId' in row)
    return [
      row.controlId,
      row.bank,
      row.page,
      row.layerId,
      row.gesture,
      actions(row.actions),
      row.textShort,
      row.textLong,
      row.colour,
      row.colourOff,
      row.lightBy,
    ];
  if ('controlIds' in row) return [row.bank, row.page, row.name, row.controlIds, row.pressedAgain, row.sendsOff];
  if ('latches' in row) return [row.bank, row.page, actions(row.actions), row.latches, row.atStart];
  if ('drives' in row)
    return row.drives.map((d) =>
      row.unit === 'BPM' && d.beats !== undefined ? { parameterId: d.parameterId, beats: d.beats } : d,
    );
  if ('parameterId' in row)
    return [
      row.parameterId,
      row.port,
      row.address,
      row.hostLayerId,
      row.mode,
      row.coding,
      row.from,
      row.to,
      row.curve,
      row.takeover,
      ['set', 'preset'].includes(row.mode) ? row.setValue : null,
      ['set', 'preset'].includes(row.mode) ? row.chosenBy : null,
      row.mode === 'choose' ? (row.chosenBy?.from ?? 0) : null,
      ['increment', 'decrement'].includes(row.mode) ? row.by : 1,
      'channel' in row.address ? row.channels : null,
      row.scope,
    ];
  return [
    row.modifierControlId,
    row.alsoOpenedBy,
    row.together,
    row.madeIn === 'host' && row.signal !== null ? row.signalBy : null,
    row.mode,
    actions(row.tap),
    row.scope,
    row.madeIn,
    row.madeIn === 'host' ? row.signal : null,
    row.madeIn === 'host' && row.signal !== null ? row.alsoSignals.filter((s) => row.alsoOpenedBy.includes(s.controlId)) : [],
    row.fallsThrough,
    row.blinks,
  ];
}

/** By landing: which kinds of control the sheet names; what a target came with has a line only while something sends to it. */
const kindsIn = (rig: Rig): ReadonlyMap<string, string> =>
  new Map(
    makeSheet(indexRig(rig)).targets.flatMap((t) =>
      [...t.lines, ...t.clear].flatMap((l) => (l.of.type === 'landing' ? [[l.of.landing.id, textOf(l, 'kind')] as const] : [])),
    ),
  );

describe('a tick', () => {
  it('stands exactly as long as nothing of its line has to be entered again, and comes back with what was', () => {
    let fell = 0;
    fc.assert(
      fc.property(someRichRig, fc.array(someChange, { minLength: 3, maxLength: 8 }), (given, changes) => {
        const rig = ticked(richRig(given));
        let now = rig;
        const done: Edit[] = [];
        for (const change of changes) {
          const edit = editOf(now, change);
          const next = edit && apply(now, edit);
          if (!edit || !next?.ok) continue;
          done.push(edit);
          now = next.value;
        }
        const index = indexRig(now);
        const kinds = [rig, now].map((r) => kindsIn(r));
        for (const table of [
          'assignments',
          'landings',
          'layers',
          'parameters',
          'presets',
          'groups',
          'arrivals',
          'wires',
        ] as const)
          for (const row of now[table]) {
            // A macro is there to be entered; what is none has nothing to tick.
            if ('drives' in row && row.drives.length === 0) continue;
            if ('translator' in row && row.translator === null) continue;
            const was = rig[table].find((r) => r.id === row.id);
            // What kind a control is hangs on what sends; it is read from the sheet of then and of now.
            const stood =
              was?.entered != null &&
              same(told(rig, was), told(now, row)) &&
              (kinds[0]?.get(row.id) ?? '') === (kinds[1]?.get(row.id) ?? '');
            if (!stood) fell++;
            expect([table, row.id, stands(index, row)]).toEqual([table, row.id, stood]);
          }
        // What has changed names the same functions and landings, where the hardware holds them at all.
        const held = enteredRig(beginEntered(now));
        const lines = new Set(differenceOf(indexRig(held), index, true).map((c) => c.spot));
        for (const a of now.assignments) {
          if (standInOf(index, a) !== null) continue;
          const spot = JSON.stringify([a.controlId, a.gesture, a.bank, a.page, a.layerId]);
          if (!stands(index, a)) expect(lines).toContain(spot);
        }
        const kept = new Set(
          makeSheet(index)
            .targets.flatMap((t) => t.lines)
            .map((l) => l.key),
        );
        for (const l of now.landings)
          if (l.given === null && !stands(index, l) && kept.has(l.id))
            expect(lines).toContain(JSON.stringify([l.targetId, l.parameterId, l.hostLayerId]));
        for (const l of now.layers)
          if (!stands(index, l)) expect([...lines].some((s) => s.startsWith(JSON.stringify([l.id]).slice(0, -1)))).toBe(true);
        if (
          now.assignments.every((a) => stands(index, a)) &&
          now.landings.every((l) => stands(index, l)) &&
          now.layers.every((l) => stands(index, l)) &&
          [
            ...now.parameters.filter((p) => p.drives.length > 0),
            ...now.presets,
            ...now.groups,
            ...now.arrivals,
            ...now.wires.filter((w) => w.translator !== null),
          ].every((p) => stands(index, p)) &&
          // A translator that is taken off is still there, to be cleared.
          now.wires.every((w) => w.translator !== null || w.entered === null)
        )
          expect([...lines].filter((spot) => !now.landings.some((l) => spot.includes(l.parameterId)))).toEqual([]);
        for (const g of [...now.groups, ...now.arrivals])
          if (!stands(index, g))
            expect([...lines].some((s) => s.startsWith(JSON.stringify([g.controllerId, g.bank, g.page]).slice(0, -1)))).toBe(
              true,
            );
        for (const p of now.parameters)
          if (p.drives.length > 0 && !stands(index, p))
            expect([...lines].some((s) => s.startsWith(JSON.stringify(['macro', p.id]).slice(0, -2)))).toBe(true);
        for (const w of now.wires)
          if (w.translator !== null && !stands(index, w))
            expect([...lines].some((s) => s.startsWith(JSON.stringify([w.id]).slice(0, -1)))).toBe(true);
        for (const p of now.presets)
          if (!stands(index, p))
            expect([...lines].some((s) => s.startsWith(JSON.stringify([p.parameterId, p.step]).slice(0, -1)))).toBe(true);
        // Taken back, whatever the way, all of it stands.
        const back = apply(
          now,
          batch(
            'back',
            [...done].reverse().map((e) => invert(e) as never),
          ),
        );
        if (!back.ok) throw new Error(JSON.stringify(back.error));
        const home = indexRig(back.value);
        for (const row of [
          ...back.value.assignments,
          ...back.value.landings,
          ...back.value.layers,
          ...back.value.presets,
          ...back.value.groups,
          ...back.value.arrivals,
          ...back.value.wires.filter((w) => w.translator !== null),
        ])
          expect(stands(home, row)).toBe(true);
      }),
      settings,
    );
    expect(fell).toBeGreaterThan(RUNS / 4);
  });
});
