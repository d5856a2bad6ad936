// What makes no difference makes none: a further unit with its own wire to a target of its own, a filter that lets everything through, a translator that rewrites nothing,
// a hub between, another channel for everything. No outcome changes, and no finding of what was there before. From laws 2 and 5: checks are never silent, never false.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outcome } from '@/core/bench';
import { judge } from '@/core/checks';
import { channel } from '@/core/midi';
import { indexRig, type Rig, type Translator } from '@/core/rig';
import { sentOn } from '@/core/wires';
import { richRig, someRichRig } from '../kit/rich-rig';
import { assignment, cc, landing, latching, parameter, smallRig, withFunctions } from '../kit/small-rig';
import { rigWith, someFunction } from '../kit/some-function';
import { kindsRig, someKinds } from '../kit/some-kinds';
import { sendersRig, someSequences } from '../kit/some-senders';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);

/** The rig, and beside it a unit with one switch that sends CC 20 to a target of its own. */
function withUnitApart(rig: Rig): Rig {
  const [board] = rig.controllers;
  const [hall] = rig.targets;
  const [wire] = smallRig([]).wires;
  const [control] = rig.controls;
  if (!board || !hall || !control || !wire) throw new Error('each of these rigs has gear');
  const plain = { channels: null, types: null, forNotes: true, forRemote: true, passesOn: false, translator: null };
  return {
    ...rig,
    controllers: [...rig.controllers, { ...board, id: 'apart', name: 'Apart', order: 90, port: 'apart', clock: null }],
    controls: [
      ...rig.controls,
      { ...control, id: 'its switch', controllerId: 'apart', kind: 'footswitch', name: 'Its switch', order: 90, port: '' },
    ],
    targets: [...rig.targets, { ...hall, id: 'its target', name: 'Its target', order: 90, port: 'its own', channelBanks: [] }],
    parameters: [...rig.parameters, parameter('its own', { targetId: 'its target', order: 90 })],
    wires: [
      ...rig.wires,
      {
        ...wire,
        id: 'its wire',
        order: 90,
        from: { unitId: 'apart', port: '' },
        to: { unitId: 'its target', port: '' },
        ...plain,
      },
    ],
    assignments: [
      ...rig.assignments,
      {
        ...assignment({ id: 'its press', on: 'its switch', message: cc(20), behaviour: latching(127, 0), meant: ['its own'] }),
        order: 90,
      },
    ],
    landings: [...rig.landings, landing('its own', { id: 'its landing', targetId: 'its target', address: cc(20), order: 90 })],
  };
}

/** What is told of the rows of a rig, in whatever rig they stand. */
function toldOf(rig: Rig, rows: Rig): readonly string[] {
  const { controllers, controls, targets, parameters, wires, layers, assignments, landings, arrivals, groups } = rows;
  const all = [controllers, controls, targets, parameters, wires, layers, assignments, landings, arrivals, groups];
  const ids = new Set(all.flatMap((table) => table.map((row) => row.id)));
  return [...judge(rig).findings.values()]
    .flat()
    .filter((f) => ids.has(f.subjectId))
    .map((f) => `${f.severity} ${f.check} ${f.subjectId} ${f.parameterId ?? ''}: ${f.title} ${f.reason}`)
    .sort();
}

/** What is found where, without its words: those name channels and numbers. */
const namesOf = (rig: Rig): readonly string[] =>
  [...judge(rig).findings.values()]
    .flat()
    .map((f) => `${f.severity} ${f.check} ${f.subjectId} ${f.parameterId ?? ''} ${f.assumed === null ? '' : 'assumed'}`)
    .sort();

/** Rigs of each kind, and how many times as long one takes. */
const families: readonly (readonly [string, fc.Arbitrary<Rig | null>, number])[] = [
  ['a whole rig', someRichRig.map(richRig), 8],
  ['one function', someFunction.map(rigWith), 1],
  ['several senders', someSequences.map(sendersRig), 1],
  ['every behaviour and mode', someKinds.map(kindsRig), 4],
];

/** What each function does. */
const played = (rig: Rig): readonly string[] => {
  const index = indexRig(rig);
  return rig.assignments.map((a) => {
    const made = outcome(index, a);
    return `${a.id} ${JSON.stringify(made.type === 'played' ? made.effects.map((e) => [e.parameterId, e.did]) : made.type)}`;
  });
};

const everyChannel = Array.from({ length: 16 }, (_, i) => channel(i + 1));
const nothing: Translator = { name: 'Box', lines: [], rest: 'passes' };
/** Everything on the next channel, the last one on the first. */
function onNextChannel(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(onNextChannel);
  if (value === null || typeof value !== 'object') return value;
  const next = (at: unknown): unknown => (typeof at === 'number' ? (at % 16) + 1 : at);
  return Object.fromEntries(
    Object.entries(value).map(([key, v]) => {
      if (key === 'channel') return [key, next(v)];
      return [key, key === 'channels' && Array.isArray(v) && typeof v[0] === 'number' ? v.map(next) : onNextChannel(v)];
    }),
  );
}
/** The first wire by way of a hub of the same name as what sends: ports are told apart by the last name on the way (docs/decisions/033). */
function throughHub(rig: Rig): Rig {
  const [hall] = rig.targets;
  const [board] = rig.controllers;
  const [first, ...others] = rig.wires;
  if (!hall || !board || !first || first.passesOn) return rig;
  const reception = { ...hall.reception, clock: 'ignored' as const };
  const open = { channels: null, types: null, translator: null, passesOn: true };
  return {
    ...rig,
    targets: [
      ...rig.targets,
      { ...hall, id: 'between', name: 'Between', order: 80, port: board.port, reception, channelBanks: [] },
    ],
    wires: [
      { ...first, to: { unitId: 'between', port: '' } },
      { ...first, id: 'onward', order: 80, from: { unitId: 'between', port: '' }, to: first.to, ...open },
      ...others,
    ],
  };
}
const alike: readonly (readonly [string, (rig: Rig) => Rig])[] = [
  [
    'a filter that lets every channel through',
    (rig) => ({ ...rig, wires: rig.wires.map((w) => ({ ...w, channels: w.channels ?? everyChannel })) }),
  ],
  [
    'a translator that rewrites nothing',
    (rig) => ({ ...rig, wires: rig.wires.map((w) => ({ ...w, translator: w.translator ?? nothing })) }),
  ],
  ['a hub between', throughHub],
  ['another channel for everything', (rig) => onNextChannel(rig) as Rig],
];

describe('what makes no difference', () => {
  it.each(alike.flatMap(([change, done]) => families.map(([of, some, slow]) => ({ change, done, of, some, slow }))))(
    '$change: $of',
    ({ done, some, slow }) => {
      fc.assert(
        fc.property(some, (rig) => {
          if (!rig) return;
          const other = done(rig);
          expect(namesOf(other)).toEqual(namesOf(rig));
          expect(played(other)).toEqual(played(rig));
        }),
        { numRuns: Math.ceil(RUNS / slow / 5) },
      );
    },
  );
});

describe('a unit that stands apart', () => {
  it.each(families)('changes nothing of %s', (_name, some, slow) => {
    fc.assert(
      fc.property(some, (rig) => {
        if (!rig) return;
        const more = withUnitApart(rig);
        expect(toldOf(more, rig)).toEqual(toldOf(rig, rig));
        expect(played(more).slice(0, rig.assignments.length)).toEqual(played(rig));
      }),
      { numRuns: Math.ceil(RUNS / slow) },
    );
  });
  it('sends nothing to what listens for its number elsewhere: that is left over, until something that leads there sends it', () => {
    const rig = smallRig([parameter('freeze'), parameter('hold')]);
    const old = landing('hold', { address: cc(20) });
    const row = (number: number) => assignment({ message: cc(number), behaviour: latching(127, 0), meant: ['freeze'] });
    const leftOver = (number: number) =>
      sentOn(indexRig(withUnitApart(withFunctions(rig, [row(number)], [old])))).isLeftOver(old);
    expect([leftOver(104), leftOver(20)]).toEqual([true, false]);
    // A cable that is not there yet takes nothing from the sheet.
    const unwired = { ...withFunctions(rig, [row(20)], [old]), wires: [] };
    expect(sentOn(indexRig(unwired)).isLeftOver(old)).toBe(false);
  });
});
