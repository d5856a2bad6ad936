// Some functions that send to one target by chance: two controllers of two switches each, banks of programs, filters, ports, hubs and wires for notes only;
// and the play that tells which of them move what nobody meant.
import fc from 'fast-check';
import type { ChainEvent } from '@/core/bench';
import { channel, type Message, messageTypes, packedCc, type U14, u7, u14, valueMax } from '@/core/midi';
import { type Assignment, indexRig, type Landing, type Rig, type Wire } from '@/core/rig';
import { heardAs, outletFor } from '@/core/wires';
import { played, tap } from './hand';
import { assignment, fixed, landing, layer, parameter, smallRig, withFunctions } from './small-rig';
import { someTranslator } from './some-translator';

const bank = fc.constantFrom(null, null, { msb: u7(0), lsb: null }, { msb: u7(1), lsb: u7(2) });
const single: fc.Arbitrary<Message> = fc.oneof(
  fc.record({
    type: fc.constant('cc' as const),
    channel: fc.constantFrom(channel(5), channel(6)),
    number: fc.constantFrom(u7(20), u7(21)),
  }),
  fc.record({ type: fc.constant('note' as const), channel: fc.constant(channel(5)), number: fc.constantFrom(u7(60), u7(61)) }),
  fc.record({
    type: fc.constant('program' as const),
    channel: fc.constant(channel(5)),
    number: fc.constantFrom(u7(1), u7(2)),
    bank,
  }),
);
/** What takes several messages, the plain controls that are bytes of it, and kinds that nothing else is a part of. */
const sequence: fc.Arbitrary<Message> = fc.constantFrom<Message>(
  { type: 'cc14', channel: channel(5), number: u7(9) },
  { type: 'cc', channel: channel(5), number: u7(9) },
  { type: 'cc', channel: channel(5), number: u7(41) },
  { type: 'nrpn', channel: channel(5), number: u14(300) },
  { type: 'nrpn', channel: channel(5), number: u14(301) },
  { type: 'rpn', channel: channel(5), number: u14(300) },
  { type: 'cc', channel: channel(5), number: u7(6) },
  { type: 'cc', channel: channel(5), number: u7(38) },
  { type: 'cc', channel: channel(5), number: u7(98) },
  { type: 'pitch-bend', channel: channel(5) },
  { type: 'channel-pressure', channel: channel(5) },
  { type: 'poly-pressure', channel: channel(5), number: u7(60) },
  { type: 'note', channel: channel(5), number: u7(60) },
  { type: 'sysex', bytes: [u7(1), u7(2)] },
  { type: 'start' },
);
const wire = fc.record({
  translator: someTranslator,
  channels: fc.constantFrom(null, null, [channel(5)], [channel(6)]),
  types: fc.constantFrom(null, null, null, ['cc' as const], ['note' as const, 'program' as const]),
  forRemote: fc.constantFrom(true, true, true, false),
});
const senders = (message: fc.Arbitrary<Message>, by: fc.Arbitrary<{ readonly from: U14; readonly to: U14 } | null>) => {
  const send = fc.record({ message, on: fc.nat(3), to: fc.nat(2), value: fc.constantFrom(127, 127, 5, 6) });
  const land = {
    of: fc.nat(3),
    as: fc.nat(2),
    parameter: fc.nat(2),
    port: fc.constantFrom('', '', 'port 1', 'port 2'),
    channels: fc.constantFrom('one' as const, 'one' as const, 'one' as const, 'all' as const),
    by,
    /** An address of its own, whatever is sent. */
    at: message,
  };
  return {
    sends: fc.array(send, { minLength: 2, maxLength: 4 }),
    lands: fc.array(fc.record(land, { requiredKeys: ['of', 'as', 'parameter', 'port', 'channels', 'by'] }), { maxLength: 4 }),
    wires: fc.tuple(wire, wire),
    hub: fc.boolean(),
    apart: fc.boolean(),
    /** Whether a high byte waits for its low byte. */
    waits: fc.boolean(),
  };
};
const values = (...all: readonly (readonly [number, number])[]) =>
  fc.constantFrom(null, null, null, ...all.map(([from, to]) => ({ from: u14(from), to: u14(to) })));
/** What such a rig is made of, where each function sends single messages. */
export const someSenders = fc.record(senders(single, values([5, 5], [6, 127])), {
  requiredKeys: ['sends', 'lands', 'wires', 'hub', 'apart'],
});
export type SomeSenders = typeof someSenders extends fc.Arbitrary<infer T> ? T : never;
const sequences = senders(sequence, values([5, 5], [6, 127], [640, 640], [641, 769], [16257, 16383]));
/** The same with 14-bit controls and parameter numbers, plain controls that are bytes of them, and all other kinds; each switch has one function. */
export const someSequences: fc.Arbitrary<SomeSenders> = fc.record({
  ...sequences,
  sends: sequences.sends.map((list) => list.map((s, i) => ({ ...s, on: i }))),
});

/** Two controllers of two switches each, one target, three parameters. */
export function sendersRig({ sends, lands, wires, hub, apart, waits = false }: SomeSenders): Rig {
  const parameters = [0, 1, 2].map((i) => parameter(`p${i}`, { kind: 'trigger', lowest: 0, highest: 1, order: i }));
  const rig = smallRig(parameters, {
    firmware: { messages: [...messageTypes] },
    reception: {
      tellsPortsApart: apart,
      actsOn: 'any-message',
      fourteenBit: waits ? 'wait-for-low-byte' : 'act-on-each',
    },
  });
  const [board] = rig.controllers;
  const [hall] = rig.targets;
  const [first] = rig.wires;
  if (!board || !hall || !first) throw new Error('small rig changed');
  const controls = rig.controls.filter((c) => c.kind === 'footswitch').slice(0, 2);
  const lead = (id: string, from: string, to: string, change: Partial<Wire>): Wire => ({
    ...first,
    id,
    from: { unitId: from, port: '' },
    to: { unitId: to, port: '' },
    ...change,
  });
  const pass = {
    translator: wires[1].translator,
    channels: wires[1].channels && [...wires[1].channels],
    types: wires[1].types && [...wires[1].types],
    forRemote: wires[1].forRemote,
  };
  const own = {
    translator: wires[0].translator,
    channels: wires[0].channels && [...wires[0].channels],
    types: wires[0].types && [...wires[0].types],
    forRemote: wires[0].forRemote,
  };
  const assignments = sends.map(
    ({ message: m, on, to, value }, i): Assignment => ({
      ...assignment({
        id: `a${i}`,
        on: `fs${(on % 2) + 1}${on < 2 ? '' : 'b'}`,
        message: m,
        // Of 14 bits the high byte is the value too.
        behaviour: fixed(m.type === 'program' ? 0 : valueMax(m.type) > 127 ? value * 128 + 1 : value),
        meant: [`p${to}`],
      }),
      order: i,
    }),
  );
  const wired: Rig = {
    ...rig,
    controllers: [board, { ...board, id: 'other', name: 'Other', port: 'port 2', order: 2 }],
    controls: [...controls, ...controls.map((c) => ({ ...c, id: `${c.id}b`, controllerId: 'other', name: `${c.name}B` }))],
    targets: hub ? [hall, { ...hall, id: 'hub', name: 'Hub', port: 'port 3', order: 2 }] : [hall],
    wires: hub
      ? [lead('w1', 'board', 'hall', own), lead('w2', 'other', 'hub', {}), lead('w3', 'hub', 'hall', { ...pass, passesOn: true })]
      : [lead('w1', 'board', 'hall', own), lead('w2', 'other', 'hall', pass)],
  };
  const index = indexRig(wired);
  return withFunctions(
    wired,
    assignments,
    lands.flatMap(({ of, as, parameter: p, port, by, channels, at }, i) => {
      const a = assignments[of % assignments.length];
      const [send] = a?.actions ?? [];
      if (!a || send?.type !== 'send') return [];
      // Where it is sent, or where a translator makes it heard.
      const all = [send.message, ...heardAs(index, outletFor(index, a.controlId, send), send.message, 'hall')];
      const address = at ?? all[as % all.length] ?? send.message;
      return [landing(`p${p}`, { id: `l${i}`, order: i, address, port, channels, mode: by ? 'set' : 'trigger', chosenBy: by })];
    }),
  );
}

/** What is meant and lands nowhere yet counts as if it were entered, at the first address at which it is heard. */
function entered(rig: Rig): Rig {
  const index = indexRig(rig);
  const hears = (a: Assignment, l: Landing): boolean =>
    chosen.some(
      (bank) =>
        played(withHand({ ...rig, assignments: [a], landings: [l] }), [...bank, ...tap(a.controlId, 1000)]).values.length > 0,
    );
  const missing = rig.assignments.flatMap((a) =>
    a.actions.flatMap((x) =>
      x.type !== 'send'
        ? []
        : x.meant
            .filter((id) => !rig.landings.some((l) => l.parameterId === id))
            .flatMap((id) => {
              const all = heardAs(index, outletFor(index, a.controlId, x), x.message, 'hall').map((address) =>
                landing(id, { id: `m ${a.id} ${id}`, address, mode: 'trigger' }),
              );
              return all.find((l) => hears(a, l)) ?? [];
            }),
    ),
  );
  return { ...rig, landings: [...rig.landings, ...missing] };
}

/** Somebody at the target itself: its wire lets everything through, and nothing is assigned on it. */
function withHand(rig: Rig): Rig {
  const [board] = rig.controllers;
  const [first] = rig.wires;
  if (!board || !first) throw new Error('small rig changed');
  const open = {
    translator: null,
    from: { unitId: 'hand', port: '' },
    to: { unitId: 'hall', port: '' },
    channels: null,
    types: null,
    forRemote: true,
    passesOn: false,
  };
  return {
    ...rig,
    controllers: [...rig.controllers, { ...board, id: 'hand', order: 9 }],
    wires: [...rig.wires, { ...first, ...open, id: 'w9', order: 9 }],
  };
}
const select = (ch: number, msb: number, lsb: number): readonly ChainEvent[] => [
  { do: 'words', atMs: 0, on: 'hand', words: [packedCc(ch, 0, msb), packedCc(ch, 32, lsb)] },
];

/** Banks that may be chosen at the target. */
const chosen: readonly (readonly ChainEvent[])[] = [[], select(5, 0, 0), select(5, 1, 2)];

/** Those, and each in which something is heard: a translator may make others. */
const banksIn = ({ landings }: Rig): readonly (readonly ChainEvent[])[] => [
  ...chosen,
  ...landings.flatMap(({ address, channels }) => {
    if (address.type !== 'program' || !address.bank) return [];
    const { msb, lsb } = address.bank;
    // Where it hears every channel, on any of those that something is sent or made on.
    const on = channels === 'all' ? [5, 6] : [address.channel];
    return on.map((ch) => select(ch, msb, lsb ?? 0));
  }),
];

/** The parameters that move once something is sent, a second in: what the hand at the target itself moves before, as it chooses a bank, is its own. */
const movedBySending = (values: readonly string[]): readonly string[] =>
  values.flatMap((line) => {
    const [at = '', id = ''] = line.split(' ');
    return Number(at) >= 1000 ? [id] : [];
  });

/** Assignments that move a parameter which nothing on their gesture is meant for, whatever bank is chosen at the target. */
export function moving(given: Rig): ReadonlySet<string> {
  const rig = withHand(entered(given));
  const found = new Set<string>();
  for (const a of rig.assignments) {
    const alone: Rig = { ...rig, assignments: [a] };
    const meant = new Set(
      rig.assignments
        .filter((b) => b.controlId === a.controlId)
        .flatMap((b) => b.actions.flatMap((x) => (x.type === 'send' ? x.meant : []))),
    );
    for (const before of banksIn(rig)) {
      const { values } = played(alone, [...before, ...tap(a.controlId, 1000)]);
      for (const id of movedBySending(values)) if (!meant.has(id)) found.add(a.id);
    }
  }
  return found;
}

/** The same where what one other sends before counts as well: a number that it chose, a byte that it left. */
export function movingAfterOthers(given: Rig): ReadonlySet<string> {
  const rig = entered(given);
  const found = new Set(moving(given));
  for (const a of rig.assignments) {
    const together = rig.assignments.filter((b) => b.controlId === a.controlId);
    const meant = new Set(together.flatMap((b) => b.actions.flatMap((x) => (x.type === 'send' ? x.meant : []))));
    for (const other of rig.assignments) {
      if (other.id === a.id) continue;
      const alone: Rig = { ...rig, assignments: [a, other] };
      const { values } = played(alone, [...tap(other.controlId, 100), ...tap(a.controlId, 1000)]);
      for (const id of movedBySending(values)) if (!meant.has(id)) found.add(a.id);
    }
  }
  return found;
}

/** The same with what the first controller sends taken off its switches: it is sent on arriving at its first bank, for the same parameters. */
export function arrivingRig(s: SomeSenders): Rig {
  const rig = sendersRig(s);
  const own = rig.assignments.filter((a) => rig.controls.find((c) => c.id === a.controlId)?.controllerId === 'board');
  return {
    ...rig,
    controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, banks: 2 } })),
    assignments: rig.assignments.filter((a) => !own.includes(a)),
    arrivals: own.map((a, i) => ({
      id: `r${i}`,
      order: i,
      controllerId: 'board',
      bank: 1,
      page: null,
      actions: a.actions,
      latches: [],
      atStart: false,
      entered: null,
      note: '',
    })),
  };
}

/** The same with what the first controller sends taken off its switches: each is a modifier that sends it when it is tapped, for the same parameters. */
export function tappedRig(s: SomeSenders): Rig {
  const rig = sendersRig(s);
  const own = rig.assignments.filter((a) => rig.controls.find((c) => c.id === a.controlId)?.controllerId === 'board');
  const opened = own.map((a, i) => layer({ id: `t${i}`, order: i, modifierControlId: a.controlId, tap: a.actions }));
  return { ...rig, assignments: rig.assignments.filter((a) => !own.includes(a)), layers: opened };
}

/** What the tap of each layer moves that it is not there for, as `layer parameter`, after whatever another one sends, whatever bank is chosen at the target. */
export function movingByTap(given: Rig): readonly string[] {
  const rig = withHand(given);
  const found = new Set<string>();
  for (const layer of rig.layers) {
    const on = layer.modifierControlId ?? '';
    const meant = new Set(layer.tap.flatMap((x) => (x.type === 'send' ? x.meant : [])));
    const alone: Rig = { ...rig, assignments: [], layers: [layer] };
    const plays = [
      ...banksIn(rig).map((before) => ({ rig: alone, before })),
      ...rig.assignments.map((other) => ({ rig: { ...alone, assignments: [other] }, before: tap(other.controlId, 100) })),
      ...rig.layers
        .filter((other) => other.modifierControlId !== on)
        .map((other) => ({ rig: { ...alone, layers: [layer, other] }, before: tap(other.modifierControlId ?? '', 100) })),
    ];
    for (const { rig: one, before } of plays)
      for (const id of movedBySending(played(one, [...before, ...tap(on, 1000)]).values))
        if (!meant.has(id)) found.add(`${layer.id} ${id}`);
  }
  return [...found].sort();
}

/** What each arrival moves that it is not there for, as `arrival parameter`, whatever bank is chosen at the target. */
export function movingOnArrival(given: Rig): readonly string[] {
  const rig = withHand(given);
  const found = new Set<string>();
  for (const arrival of rig.arrivals) {
    const alone: Rig = { ...rig, assignments: [], arrivals: [arrival] };
    const meant = new Set(arrival.actions.flatMap((x) => (x.type === 'send' ? x.meant : [])));
    for (const before of banksIn(rig)) {
      const there: readonly ChainEvent[] = [
        ...before,
        { do: 'go', atMs: 500, on: 'board', bank: 2, page: 1 },
        { do: 'go', atMs: 1000, on: 'board', bank: 1, page: 1 },
      ];
      for (const id of movedBySending(played(alone, there).values)) if (!meant.has(id)) found.add(`${arrival.id} ${id}`);
    }
    for (const other of rig.assignments) {
      const there: readonly ChainEvent[] = [
        ...tap(other.controlId, 100),
        { do: 'go', atMs: 500, on: 'board', bank: 2, page: 1 },
        { do: 'go', atMs: 1000, on: 'board', bank: 1, page: 1 },
      ];
      const { values } = played({ ...alone, assignments: [other] }, there);
      for (const id of movedBySending(values)) if (!meant.has(id)) found.add(`${arrival.id} ${id}`);
    }
  }
  return [...found].sort();
}
