// Rigs by chance with everything that the model can say: every kind of message, gesture, behaviour and receive mode, layers of both kinds with taps,
// counters, banks, pages, chords, ports and a hub, devices that count in their own way, names that are hard to tell apart.
import fc from 'fast-check';
import { plainParameter } from '@/core/library';
import { channel, type Message, relativeCodingSchema, u7, u14, valueMax } from '@/core/midi';
import {
  type Action,
  type Assignment,
  type Behaviour,
  type ChannelBank,
  type Control,
  type Counter,
  firmwareSchema,
  type Gesture,
  gestureTypeSchema,
  type Landing,
  type Layer,
  type Parameter,
  type Preset,
  plainMacro,
  type Reception,
  type Rig,
  type Wire,
  wantSchema,
} from '@/core/rig';
import { assignment, landing, smallRig } from './small-rig';
import { anyTranslator } from './some-translator';

const BANKS = 3;
const PAGES = 2;

const name = fc.constantFrom('SW', 'SW', 'Base', '=1+1', 'a, b to c', '"q"', "'x", '-2', 'Loom | Hall', '  dots… ', '7');
const ch = fc.constantFrom(channel(1), channel(5), channel(16));
const n7 = fc.oneof(fc.constantFrom(20, 21, 22), fc.nat(127)).map((n) => u7(n));
const plain = <T extends Message['type']>(type: T) => fc.record({ type: fc.constant(type), channel: ch, number: n7 });
const bare = <T extends Message['type']>(type: T) => fc.record({ type: fc.constant(type) });

export const someMessage = fc.oneof(
  { weight: 6, arbitrary: plain('cc') },
  { weight: 3, arbitrary: plain('note') },
  {
    weight: 3,
    arbitrary: fc.record({
      type: fc.constant('program' as const),
      channel: ch,
      number: n7,
      bank: fc.oneof(fc.constant(null), fc.record({ msb: n7, lsb: fc.oneof(fc.constant(null), n7) })),
    }),
  },
  plain('poly-pressure'),
  fc.record({ type: fc.constant('cc14' as const), channel: ch, number: fc.constantFrom(1, 7, 20, 31).map((n) => u7(n)) }),
  fc.record({ type: fc.constant('nrpn' as const), channel: ch, number: fc.nat(16383).map((n) => u14(n)) }),
  fc.record({ type: fc.constant('rpn' as const), channel: ch, number: fc.nat(16382).map((n) => u14(n)) }),
  fc.record({ type: fc.constant('pitch-bend' as const), channel: ch }),
  fc.record({ type: fc.constant('channel-pressure' as const), channel: ch }),
  fc.record({ type: fc.constant('sysex' as const), bytes: fc.array(n7, { minLength: 1, maxLength: 6 }) }),
  bare('start'),
  bare('stop'),
  bare('continue'),
) as fc.Arbitrary<Message>; // border: each kind as its schema has it

const curve = fc.oneof(
  fc.constant({ type: 'linear' as const }),
  fc.record({
    type: fc.constantFrom('exponential' as const, 'logarithmic' as const, 's' as const),
    amount: fc.double({ min: 0.1, max: 10, noNaN: true }),
  }),
  fc.record({
    type: fc.constant('table' as const),
    heights: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 2, maxLength: 4 }),
  }),
);
const coding = fc.constantFrom(...relativeCodingSchema.options);

function behaviourFor(message: Message, moves: boolean, turns: boolean): fc.Arbitrary<Behaviour> {
  const most = valueMax(message.type);
  const v = fc.oneof(fc.constantFrom(0, most), fc.nat(most)).map((n) => u14(n));
  const fixed = fc.record({ type: fc.constant('fixed' as const), value: v });
  const stepping = fc.oneof(
    fc.record({ type: fc.constant('stepping' as const), counterId: fc.constantFrom('n0', 'n1') }),
    fc.record({
      type: fc.constant('stepping' as const),
      counterId: fc.constantFrom('n0', 'n1'),
      step: fc.constantFrom(1, -1, 2),
    }),
  );
  const plain = fc.record({ type: fc.constant('fixed' as const), value: fc.constant(u14(0)) });
  const way = fc.constantFrom('up' as const, 'down' as const);
  const plainClick = fc.record({ type: fc.constant('click' as const), way, value: fc.constant(u14(0)) });
  const notes = fc.record({
    type: fc.constant('stepping' as const),
    counterId: fc.constantFrom('n0', 'n1'),
    velocity: fc.integer({ min: 1, max: 127 }),
  });
  if (['sysex', 'start', 'stop', 'continue'].includes(message.type)) return turns ? fc.oneof(plain, plainClick) : plain;
  if (message.type === 'program') return turns ? fc.oneof(plain, stepping, plainClick) : fc.oneof(plain, stepping);
  const range = fc.record({ type: fc.constant('range' as const), from: v, to: v, curve });
  if (turns)
    return fc.oneof(
      range,
      fc.record({ type: fc.constant('relative' as const), coding, acceleration: fc.constantFrom(1, 2, 3.5) }),
      fc.record({ type: fc.constant('click' as const), way, value: v }),
    );
  if (moves) return range;
  return fc.oneof(
    range,
    fixed,
    stepping,
    ...(message.type === 'note' ? [notes] : []),
    fc.record({ type: fc.constant('momentary' as const), down: v, up: v }),
    fc.record({ type: fc.constant('latching' as const), first: v, second: v }),
  );
}

/** Two parameters side by side of which one is shown, or one above the other; and what brings it to one of them. */
const bankOf = ({ rows, toSelected }: { readonly rows?: boolean; readonly toSelected?: boolean }): ChannelBank => ({
  name: 'Two',
  moved: 'p2',
  width: 1,
  stride: 1,
  lanes: rows ? [['p0'], ['p1']] : [['p0', 'p1']],
  ...(rows ? { rows: { moved: 'p2', height: 1, stride: 1 } } : {}),
  ...(toSelected ? { toSelected: { selected: 'p2', by: 'p3' } } : {}),
});

/** What a send is there for: mostly something, now and then several, or nothing. */
const meant = fc.constantFrom<string[]>(['p0'], ['p0'], ['p1'], ['p2'], ['p3'], ['p3'], ['p4'], ['p0', 'p3'], []);

function action(moves: boolean, turns: boolean): fc.Arbitrary<Action> {
  const port = fc.constantFrom(undefined, undefined, undefined, '', 'A', 'every port', '"A"');
  const send = someMessage.chain((message) =>
    fc.tuple(behaviourFor(message, moves, turns), port, meant).map(
      ([behaviour, out, ids]): Action => ({
        type: 'send',
        message,
        behaviour,
        pinned: false,
        meant: [...ids],
        ...(out === undefined ? {} : { port: out }),
      }),
    ),
  );
  const go = fc.oneof(
    fc.record({ type: fc.constant('bank' as const), bank: fc.integer({ min: 1, max: BANKS + 1 }) }),
    fc.record({ type: fc.constant('page' as const), page: fc.integer({ min: 1, max: PAGES }) }),
    fc.record({
      type: fc.constant('step' as const),
      what: fc.constantFrom('bank' as const, 'page' as const),
      by: fc.constantFrom(1, -1, 2, -2),
    }),
    fc.record({ type: fc.constant('last-used' as const) }),
  );
  const any = fc.oneof(
    { weight: 8, arbitrary: send },
    { weight: 1, arbitrary: go.map((to): Action => ({ type: 'go', to })) },
    { weight: 1, arbitrary: fc.constantFrom(0, 12.5, 250).map((ms): Action => ({ type: 'wait', ms })) },
    { weight: 1, arbitrary: fc.constantFrom(null, 96, 120.5).map((bpm): Action => ({ type: 'tempo', bpm })) },
    {
      weight: 1,
      arbitrary: fc
        .constantFrom('Ctrl+S', 'to bank 2', '=A1')
        .map((keys): Action => ({ type: 'keystroke', keys, ...(moves ? { back: 'Left, or up' } : {}) })),
    },
  );
  const turn = fc.constantFrom(undefined, undefined, undefined, 'first' as const, 'second' as const);
  return moves ? any : fc.tuple(any, turn).map(([made, on]): Action => (on ? { ...made, turn: on } : made));
}

/** The controls of a board by their part of the id: what they are. */
const panel: readonly (readonly [string, Control['kind']])[] = [
  ['fs1', 'footswitch'],
  ['fs2', 'footswitch'],
  ['mod', 'footswitch'],
  ['mod2', 'footswitch'],
  ['pad', 'pad'],
  ['k1', 'knob'],
  ['e1', 'encoder'],
];
const boards = ['board', 'other'] as const;
const ids = boards.flatMap((b) => panel.map(([id]) => `${b}-${id}`));
const kindOf = (id: string): Control['kind'] => panel.find(([own]) => own === id.split('-')[1])?.[1] ?? 'knob';

const someLayer = fc.record({
  name,
  on: fc.constantFrom('board-mod', 'board-mod', 'board-mod2', 'other-mod', null),
  mode: fc.constantFrom('while-held' as const, 'toggled' as const, 'next-press' as const),
  scope: fc.constantFrom<Layer['scope']>(
    { type: 'all' },
    { type: 'all' },
    { type: 'controller', controllerId: 'board' },
    { type: 'side', controllerId: 'board', side: 'left' },
  ),
  madeIn: fc.constantFrom('controller' as const, 'host' as const),
  signal: fc.oneof(fc.constant(null), someMessage),
  fallsThrough: fc.boolean(),
  blinks: fc.constantFrom(0, 0, 1, 2.5, 3),
  also: fc.constantFrom<readonly string[]>([], [], ['fs2'], ['mod2', 'pad']),
  together: fc.boolean(),
  signalBy: fc.constantFrom('added' as const, 'added' as const, 'own' as const),
  /** What further modifiers send of their own, one after another. */
  further: fc.array(someMessage, { maxLength: 2 }),
  tap: fc.array(action(false, false), { maxLength: 2 }),
});

const someFunction = fc.constantFrom(...ids).chain((on) => {
  const kind = kindOf(on);
  const moves = kind === 'knob' || kind === 'encoder';
  const types: readonly Gesture['type'][] = moves
    ? ['move']
    : [
        'press',
        'press',
        'press',
        'release',
        'hold',
        'double-tap',
        'repeat',
        'chord',
        'chord',
        'hold-release',
        'tap-hold',
        'any-release',
        'latch-on',
        'latch-off',
      ];
  return fc.record({
    on: fc.constant(on),
    type: fc.constantFrom(...types),
    with: fc.constantFrom('fs1', 'fs2'),
    windowMs: fc.constantFrom(20, 50.5),
    singlesFire: fc.boolean(),
    bank: fc.constantFrom(null, null, 1, 2, 3),
    page: fc.constantFrom(null, null, 1, 2),
    layer: fc.constantFrom(-1, -1, 0, 1, 2),
    actions: fc.array(action(moves, kind === 'encoder'), { minLength: 1, maxLength: 3 }),
    /** What is wanted of all that it is there for; null where nobody said it. */
    want: fc.constantFrom(null, null, ...wantSchema.options),
    text: fc.constantFrom('', 'LOOM', '=X'),
    longText: fc.constantFrom('', '', 'Loom of the hall'),
    colour: fc.constantFrom('', '', '#aa3311'),
    colourOff: fc.constantFrom('', '', 'dim blue'),
    lightBy: fc.constantFrom(
      'controller' as const,
      'controller' as const,
      'own-state' as const,
      'feedback' as const,
      'host' as const,
    ),
  });
});

const modes: readonly Landing['mode'][] = [
  'absolute',
  'absolute',
  'toggle',
  'gate',
  'set',
  'increment',
  'tap',
  'states',
  'decrement',
  'trigger',
  'preset',
  'next-preset',
  'previous-preset',
  'relative',
  'choose',
  'choose',
  'run',
  'run',
];
const part = fc.oneof(fc.constantFrom(0, 1), fc.double({ min: 0, max: 1, noNaN: true }));
const someLanding = fc.record({
  of: fc.nat(30),
  address: fc.oneof({ weight: 1, arbitrary: someMessage }, { weight: 5, arbitrary: fc.constant(null) }),
  parameter: fc.nat(4),
  port: fc.constantFrom('', '', 'port 1', 'port 2', 'elsewhere'),
  layer: fc.constantFrom(-1, -1, -1, 0, 1, 2),
  mode: fc.constantFrom(...modes),
  coding,
  from: part,
  to: part,
  set: part,
  curve,
  takeover: fc.constantFrom('jump' as const, 'pickup' as const, 'scale' as const),
  chosen: fc.oneof(fc.constant(null), fc.tuple(fc.nat(127), fc.nat(20))),
  given: fc.constantFrom(null, null, null, null, 'manual' as const, 'assumed' as const),
  by: fc.constantFrom(1, 1, 1, 3),
  channels: fc.constantFrom('one' as const, 'one' as const, 'one' as const, 'all' as const),
  scope: fc.constantFrom('target' as const, 'target' as const, 'selected' as const, 'locked' as const),
  /** What has to be so: words, and whether the switch of the hall tells it. */
  needs: fc.oneof(
    { weight: 5, arbitrary: fc.constant(null) },
    { weight: 1, arbitrary: fc.tuple(name, fc.constantFrom(null, null, 0, 1), fc.boolean()) },
  ),
});

const style = fc.record({
  channelBase: fc.constantFrom(0 as const, 1 as const),
  programBase: fc.constantFrom(0 as const, 1 as const),
  notes: fc.constantFrom('name' as const, 'number' as const),
  middleC: fc.constantFrom(3 as const, 4 as const, 5 as const),
});
const someCounter = fc.record({
  name,
  from: fc.nat(60),
  span: fc.integer({ min: 1, max: 60 }),
  step: fc.constantFrom(1, -1, 3),
  atEnd: fc.constantFrom('wrap' as const, 'stop' as const),
  start: fc.nat(60),
  firstPress: fc.constantFrom('moves-on' as const, 'moves-on' as const, 'sends-start' as const),
});

const somePreset = fc.record({
  step: fc.nat(4),
  stored: fc.constantFrom(true, true, true, false),
  rest: fc.constantFrom('stays' as const, 'stays' as const, 'unknown' as const),
  holds: fc.uniqueArray(fc.tuple(fc.constantFrom(0, 1, 3), part), { selector: ([p]) => p, maxLength: 3 }),
});

const someGroup = fc.record({
  unit: fc.constantFrom(...boards),
  name,
  bank: fc.constantFrom(null, null, 1, 2),
  page: fc.constantFrom(null, null, 1, 2),
  on: fc.uniqueArray(fc.constantFrom('fs1', 'fs2', 'pad', 'mod2'), { maxLength: 4 }),
  pressedAgain: fc.constantFrom('turns-off' as const, 'stays-on' as const),
  sendsOff: fc.boolean(),
});

const someArrival = fc.record({
  unit: fc.constantFrom(...boards),
  bank: fc.constantFrom(null, null, 1, 2),
  page: fc.constantFrom(null, null, 1, 2),
  actions: fc.array(action(false, false).filter(isFixed), { maxLength: 3 }),
  latches: fc.uniqueArray(fc.tuple(fc.constantFrom('fs1', 'fs2', 'pad'), fc.boolean()), { selector: ([on]) => on, maxLength: 2 }),
  atStart: fc.boolean(),
});

/** Whether an action can be done where nobody presses anything. */
function isFixed(action: Action): boolean {
  if (action.turn !== undefined || action.type === 'go' || (action.type === 'tempo' && action.bpm === null)) return false;
  return action.type !== 'send' || action.behaviour.type === 'fixed';
}

const someSteps = fc.array(fc.constantFrom('Factory reset.', '=1+1', 'touch messages: "off"'), { maxLength: 2 });

/** What such a rig is made of. */
export const someRichRig = fc.record({
  styles: fc.tuple(style, style, style),
  boards: fc.tuple(name, name),
  hall: name,
  names: fc.array(name, { minLength: ids.length, maxLength: ids.length }),
  parameters: fc.array(name, { minLength: 5, maxLength: 5 }),
  bankNames: fc.array(fc.constantFrom('', 'One', 'One', 'bank 3'), { maxLength: BANKS }),
  layers: fc.array(someLayer, { maxLength: 3 }),
  counters: fc.tuple(someCounter, someCounter),
  functions: fc.array(someFunction, { minLength: 1, maxLength: 12 }),
  landings: fc.array(someLanding, { minLength: 2, maxLength: 12 }),
  presets: fc.oneof(
    { weight: 2, arbitrary: fc.uniqueArray(somePreset, { selector: (p) => p.step, maxLength: 0 }) },
    { weight: 1, arbitrary: fc.uniqueArray(somePreset, { selector: (p) => p.step, minLength: 1, maxLength: 3 }) },
  ),
  groups: fc.oneof(fc.array(someGroup, { maxLength: 0 }), fc.array(someGroup, { maxLength: 3 })),
  arrivals: fc.oneof(fc.array(someArrival, { maxLength: 0 }), fc.array(someArrival, { maxLength: 3 })),
  /** The port that the first wire begins at, and that a switch and a knob of each board send out of; whether a second wire begins at another. */
  fromPort: fc.constantFrom('', '', 'A', 'B'),
  translator: anyTranslator,
  /** The clock of each board, and whether the hall goes by one. */
  clocks: fc.tuple(...[0, 1].map(() => fc.constantFrom(null, null, { bpm: 90 }, { bpm: 132.25 }))),
  follows: fc.boolean(),
  ownPort: fc.constantFrom('', '', '', 'A'),
  second: fc.constantFrom(false, false, true),
  /** Whether a switch of each board is the wrong way round, and what the boards make of that. */
  reversed: fc.constantFrom(false, false, true),
  senses: fc.constantFrom(undefined, undefined, true),
  startsAt: fc.constantFrom(null, null, { type: 'last' as const }, { type: 'stated' as const, bank: 2, page: 1 }),
  atEnd: fc.constantFrom('wrap' as const, 'stop' as const),
  /** What the first parameter moves along: others, from one part of their range to another. */
  /** Along with a tempo: how many beats the first of what it moves lasts. */
  beats: fc.constantFrom(null, null, 0.25, 1),
  drives: fc.oneof(
    fc.array(fc.tuple(fc.constantFrom(1, 2, 3), part, part, curve), { maxLength: 0 }),
    fc.uniqueArray(fc.tuple(fc.constantFrom(1, 2, 3), part, part, curve), { selector: ([p]) => p, minLength: 1, maxLength: 3 }),
  ),
  /** Whether the steps go through states, when they start, and how presses are heard. */
  states: fc.constantFrom<(Parameter['states'] | null)[]>(null, null, {
    press: [1, 2, 3, 4, 0],
    release: [null, 2, null, null, 1],
  }),
  launch: fc.constantFrom('target' as const, 'target' as const, 'beat' as const),
  whileWaiting: fc.constantFrom('waits-too' as const, 'replaces' as const, 'cancels' as const),
  actsOn: fc.constantFrom(
    'at-or-above-threshold' as const,
    'at-or-above-threshold' as const,
    'any-message' as const,
    'rising-edge' as const,
  ),
  channelModes: fc.constantFrom(undefined, 'obeyed' as const),
  threshold: fc.constantFrom(64, 64, 64, 1, 100).map(u7),
  fourteenBit: fc.constantFrom('act-on-each' as const, 'wait-for-low-byte' as const),
  relativeStep: fc.constantFrom(1 / 127, 0.1),
  rejectGap: fc.constantFrom(null, null, u7(5)),
  quantised: fc.constantFrom('none' as const, 'none' as const, 'none' as const, 'bar' as const),
  /** What the boards do with releases, latches and positions. */
  releaseAfterHold: fc.constantFrom('fires' as const, 'suppressed' as const),
  releaseAfterDoubleTap: fc.constantFrom('fires' as const, 'suppressed' as const),
  releaseLookup: fc.constantFrom('press-layer' as const, 'current-layer' as const),
  togglesSurvive: fc.boolean(),
  resends: fc.boolean(),
  lights: fc.constantFrom('own-state' as const, 'feedback' as const),
  /** Where a knob of each board springs to, how a pad of each is struck, and whether pressure follows. */
  springsTo: fc.constantFrom(null, null, 0, 0.5),
  strike: fc.constantFrom<Control['strike'][]>(null, null, { from: 0.4, curve: { type: 'exponential', amount: 3 } }),
  aftertouch: fc.constantFrom('moved' as const, 'after-strike' as const),
  whileEdited: fc.constantFrom(undefined, 'works' as const, 'silent' as const),
  /** How the target is told, what else is set in it for each landing, and whether it asks for kinds. */
  learning: fc.constantFrom<Reception['learning'][]>(
    undefined,
    undefined,
    { by: 'learn', meanwhile: 'as-always' },
    { by: 'both', meanwhile: 'nothing' },
    { by: 'type', meanwhile: 'as-always' },
  ),
  asksKind: fc.constantFrom(undefined, true),
  settings: fc.array(fc.constantFrom('Quantise off', 'Mode: gate, "soft"', '=A1', 'to the left'), { maxLength: 2 }),
  bank: fc.constantFrom(null, null, null, {}, { rows: true }, { toSelected: true }),
  hub: fc.boolean(),
  apart: fc.boolean(),
  waits: fc.boolean(),
  filter: fc.constantFrom(null, null, [channel(5)]),
  setUp: fc.tuple(...[0, 1, 2].map(() => fc.record({ before: someSteps, after: someSteps }))),
});
export type SomeRichRig = typeof someRichRig extends fc.Arbitrary<infer T> ? T : never;

const clean = (text: string): string => text.trim();

/** The five parameters of the hall: two that are swept, one with steps of one name, a switch and a trigger. */
function parametersOf(names: readonly string[]): readonly Parameter[] {
  const of = (i: number, change: Partial<Parameter>): Parameter => ({
    ...plainParameter,
    ...plainMacro,
    targetId: 'hall',
    id: `p${i}`,
    order: i,
    name: clean(names[i] ?? 'P'),
    ...change,
  });
  return [
    of(0, { kind: 'continuous', unit: 'dB', lowest: -60, highest: 6, default: 0, start: -12.3456789 }),
    of(1, { kind: 'continuous', unit: '', lowest: 0.1, highest: 20_000, default: 1, start: 1 }),
    of(2, { kind: 'stepped', unit: '', lowest: 0, highest: 4, steps: ['A', 'B to C', 'A', '2', 'Off'], default: 0, start: 0 }),
    of(3, { kind: 'toggle', unit: '', lowest: 0, highest: 1, steps: ['No', 'No to all'], default: 0, start: 0 }),
    of(4, { kind: 'trigger', unit: '', lowest: 0, highest: 1, steps: [], default: 0, start: 0 }),
  ];
}
/** Two boards of seven controls, a target of five parameters that may lie behind a hub, and what was given on them. */
export function richRig(given: SomeRichRig): Rig {
  const rig = smallRig([]);
  const [board] = rig.controllers;
  const [hall] = rig.targets;
  const [first] = rig.wires;
  const [control] = rig.controls;
  if (!board || !hall || !first || !control) throw new Error('small rig changed');
  const parameters = parametersOf(given.parameters);
  const layers = given.layers.map((l, i): Layer => {
    // All modifiers of a layer are on one unit.
    const alsoOpenedBy = l.also.map((id) => `${l.on?.split('-')[0] ?? 'board'}-${id}`).filter((id) => id !== l.on);
    return {
      id: `layer${i}`,
      order: i + 1,
      name: clean(l.name),
      letter: 'L',
      shape: 'circle',
      modifierControlId: l.on,
      mode: l.mode,
      tap: counted(l.tap, l.on?.split('-')[0] ?? 'board'),
      scope: l.scope,
      madeIn: l.madeIn,
      signal: l.signal,
      fallsThrough: l.fallsThrough,
      blinks: l.blinks,
      alsoOpenedBy,
      alsoSignals:
        l.madeIn === 'host' && l.signal !== null
          ? alsoOpenedBy.flatMap((controlId, n) => (l.further[n] ? [{ controlId, message: l.further[n] }] : []))
          : [],
      together: l.together,
      signalBy: l.signalBy,
      entered: null,
    };
  });
  const layerAt = (i: number): string | null => layers[i]?.id ?? null;
  const assignments = given.functions.map((f, i): Assignment => {
    const unit = f.on.split('-')[0] ?? 'board';
    const partner = f.on.endsWith(f.with) ? 'fs1' : f.with;
    const chord = f.type === 'chord' && f.on !== `${unit}-${partner}`;
    return {
      ...assignment({ id: `a${i}`, on: f.on, behaviour: { type: 'fixed', value: u14(0) }, meant: [] }),
      order: i,
      bank: f.bank,
      page: f.page,
      layerId: layerAt(f.layer),
      gesture: chord
        ? { type: 'chord', with: `${unit}-${partner}`, windowMs: f.windowMs, singlesFire: f.singlesFire }
        : { type: f.type === 'chord' ? 'press' : f.type },
      actions: counted(f.actions, unit),
      wants: wantsOf(f),
      textShort: f.text,
      textLong: f.longText,
      colour: f.colour,
      colourOff: f.colourOff,
      lightBy: f.lightBy,
    };
  });
  const sent = [
    ...assignments.flatMap((a) => a.actions),
    ...layers.flatMap((l) => l.tap),
    ...given.arrivals.flatMap((a) => a.actions),
  ].flatMap((x) => (x.type === 'send' ? [x.message] : []));
  const landings = given.landings.flatMap((l, i): readonly Landing[] => {
    const p = parameters[l.parameter];
    const address = l.address ?? sent[l.of % Math.max(1, sent.length)];
    if (!p || !address) return [];
    const at = (x: number): number => p.lowest + x * (p.highest - p.lowest);
    return [
      landing(p.id, {
        id: `l${i}`,
        order: i,
        address,
        port: l.port,
        hostLayerId: layers[l.layer]?.madeIn === 'host' ? layerAt(l.layer) : null,
        mode: l.mode,
        coding: l.mode === 'relative' ? l.coding : null,
        from: at(l.from),
        to: at(l.to),
        setValue: at(l.set),
        by: l.by,
        channels: l.channels,
        scope: l.scope,
        settings: i % 3 === 0 ? [...given.settings] : [],
        conditions:
          l.needs === null
            ? []
            : [
                {
                  words: clean(l.needs[0]),
                  when: l.needs[1] === null ? null : { parameterId: 'p3', value: l.needs[1] },
                  ...(l.needs[2] ? { instead: true } : {}),
                },
              ],
        chosenBy: l.chosen && { from: u14(l.chosen[0]), to: u14(l.chosen[0] + l.chosen[1]) },
        curve: l.curve,
        takeover: l.takeover,
        // Nothing that a target came with belongs to a layer of a player's own.
        given: l.layer === -1 ? l.given : null,
      }),
    ];
  });
  const lead = (id: string, from: string, to: string, change: Partial<Wire> = {}): Wire => ({
    ...first,
    id,
    from: { unitId: from, port: '' },
    to: { unitId: to, port: '' },
    ...change,
  });
  const channels = given.filter && [...given.filter];
  return {
    ...rig,
    controllers: boards.map((id, i) => ({
      ...board,
      id,
      name: clean(given.boards[i] ?? id),
      order: i,
      port: `port ${i + 1}`,
      setUp: given.setUp[i] ?? board.setUp,
      clock: given.clocks[i] ?? null,
      bankNames: [...given.bankNames],
      firmware: {
        ...board.firmware,
        banks: BANKS,
        pages: PAGES,
        shows: given.styles[i] ?? board.firmware.shows,
        gestures: [...gestureTypeSchema.options],
        encoderModes: [...firmwareSchema.shape.encoderModes.element.options],
        ...(given.startsAt ? { startsAt: given.startsAt } : {}),
        ...(given.senses ? { sensesPolarity: true } : {}),
        ...(given.whileEdited ? { whileEdited: given.whileEdited } : {}),
        press: given.waits ? 'waits' : 'always-fires',
        releaseAfterHold: given.releaseAfterHold,
        releaseAfterDoubleTap: given.releaseAfterDoubleTap,
        releaseLookup: given.releaseLookup,
        togglesSurviveBankChange: given.togglesSurvive,
        resendsPositions: given.resends,
        lights: given.lights,
      },
    })),
    controls: ids.map((id, i) => ({
      ...control,
      id,
      order: i,
      controllerId: id.split('-')[0] ?? 'board',
      name: clean(given.names[i] ?? id),
      kind: kindOf(id),
      family: kindOf(id),
      familyOrder: i,
      side: i % 2 === 0 ? ('left' as const) : ('right' as const),
      detents: kindOf(id) === 'encoder' ? 24 : 0,
      port: id.endsWith('fs1') || id.endsWith('k1') ? given.ownPort : '',
      polarity: given.reversed && id.endsWith('fs2') ? ('reversed' as const) : ('usual' as const),
      springsTo: kindOf(id) === 'knob' ? given.springsTo : null,
      strike: kindOf(id) === 'pad' ? given.strike : null,
      aftertouch: kindOf(id) === 'pad' ? given.aftertouch : ('moved' as const),
    })),
    counters: boards.flatMap((unit) =>
      given.counters.map(
        (c, i): Counter => ({
          id: `${unit}-n${i}`,
          order: i,
          controllerId: unit,
          name: clean(c.name),
          from: c.from,
          to: c.from + c.span,
          step: c.step,
          atEnd: c.atEnd,
          start: c.from + (c.start % (c.span + 1)),
          firstPress: c.firstPress,
        }),
      ),
    ),
    targets: [
      {
        ...hall,
        name: clean(given.hall),
        setUp: given.setUp[2] ?? hall.setUp,
        channelBanks: given.bank ? [bankOf(given.bank)] : [],
        reception: {
          ...hall.reception,
          shows: given.styles[2],
          tellsPortsApart: given.apart,
          takeover: ['jump', 'pickup', 'scale'],
          feedback: 'same-address',
          actsOn: given.actsOn,
          threshold: given.threshold,
          fourteenBit: given.fourteenBit,
          relativeStep: given.relativeStep,
          rejectGap: given.rejectGap,
          launchQuantisation: given.quantised,
          ...(given.channelModes ? { channelModes: given.channelModes } : {}),
          ...(given.learning ? { learning: given.learning } : {}),
          ...(given.asksKind ? { asksKind: true } : {}),
          ...(given.follows ? { clock: 'followed' as const } : {}),
        },
      },
      ...(given.hub ? [{ ...hall, id: 'hub', name: 'Hub', port: 'port 3', order: 2 }] : []),
    ],
    parameters: parameters.map((p): Parameter => {
      const { atEnd, states, launch, whileWaiting } = given;
      if (p.kind === 'stepped') return { ...p, atEnd, states, launch, whileWaiting };
      if (p.id !== 'p0') return p;
      return { ...p, drives: drivesOf(given, parameters), ...(given.beats === null ? {} : { unit: 'BPM' }) };
    }),
    presets: given.presets.map(
      (p, i): Preset => ({
        id: `preset${i}`,
        order: i,
        parameterId: 'p2',
        step: p.step,
        stored: p.stored,
        rest: p.rest,
        values: p.holds.flatMap(([at, x]) => {
          const held = parameters[at];
          if (!held) return [];
          const value = held.lowest + x * (held.highest - held.lowest);
          return [{ parameterId: held.id, value: held.kind === 'toggle' ? Math.round(value) : value }];
        }),
        entered: null,
        note: '',
      }),
    ),
    wires: [
      lead('w1', 'board', 'hall', { channels, from: { unitId: 'board', port: given.fromPort }, translator: given.translator }),
      ...(given.hub
        ? [lead('w2', 'other', 'hub'), lead('w3', 'hub', 'hall', { passesOn: true })]
        : [lead('w2', 'other', 'hall')]),
      ...(given.second
        ? [lead('w4', 'board', 'hall', { from: { unitId: 'board', port: 'A' }, to: { unitId: 'hall', port: 'port 4' } })]
        : []),
    ],
    layers,
    assignments,
    groups: given.groups.map(({ unit, on, ...g }, i) => ({
      ...g,
      id: `group${i}`,
      order: i,
      controllerId: unit,
      name: clean(g.name),
      controlIds: on.map((id) => `${unit}-${id}`),
      entered: null,
      note: '',
    })),
    arrivals: given.arrivals.map(({ unit, latches, ...a }, i) => ({
      ...a,
      id: `arrival${i}`,
      order: i,
      controllerId: unit,
      actions: counted(a.actions, unit),
      latches: latches.map(([id, isOn]) => ({ controlId: `${unit}-${id}`, on: isOn })),
      entered: null,
      note: '',
    })),
    landings,
  };
}

function drivesOf({ drives, beats }: SomeRichRig, parameters: readonly Parameter[]): Parameter['drives'] {
  return drives.flatMap(([at, from, to, bent]) => {
    const moved = parameters[at];
    if (!moved) return [];
    const value = (x: number): number => {
      const plain = moved.lowest + x * (moved.highest - moved.lowest);
      return moved.kind === 'continuous' ? plain : Math.round(plain);
    };
    const lasting = beats === null ? {} : { beats: beats * (at + 1) };
    return [{ parameterId: moved.id, from: value(from), to: value(to), curve: bent, ...lasting }];
  });
}

/** What is wanted of every parameter that some actions are there for. */
function wantsOf({ actions, want }: SomeRichRig['functions'][number]): Assignment['wants'] {
  const ids = new Set(actions.flatMap((x) => (x.type === 'send' ? x.meant : [])));
  return want === null ? [] : [...ids].map((parameterId) => ({ parameterId, want }));
}

/** The actions of a controller: its own counters in place of `n0` and `n1`. */
const counted = (actions: readonly Action[], unit: string): Action[] =>
  actions.map((x) =>
    x.type === 'send' && x.behaviour.type === 'stepping'
      ? { ...x, behaviour: { ...x.behaviour, counterId: `${unit}-${x.behaviour.counterId}` } }
      : x,
  );
