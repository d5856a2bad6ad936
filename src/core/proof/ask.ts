// What is asked of the player, function by function, and what the plan expects to hear for it.
import { groupBy } from '../base';
import {
  addressKey,
  type HeardMessage,
  heardKeys,
  type Message,
  type MessageStream,
  messageSchema,
  messagesInOrder,
  withNumber,
} from '../midi';
import {
  type Action,
  type Assignment,
  type Control,
  type Controller,
  countsNumbers,
  groupOver,
  messagesOf,
  modifierNames,
  modifiersOf,
  type Parameter,
  type RigIndex,
  reaches,
  resolve,
  signalsOf,
  standInOf,
} from '../rig';
import { placeWords } from '../sheets';
import { canAsk } from './coverage';
import { type How, handInputs, TAPS } from './hand';
import { needsOf } from './needs';
import { type Received, receivedIn } from './received';
import { type TestSetup, unitSends } from './unit';

/** One address of what a function sends. */
export interface Expected {
  readonly key: number;
  readonly message: Message;
  /** The actions of the assignment that send on it. */
  readonly actions: readonly number[];
  /** What an even hand brings out, in order. */
  readonly values: readonly number[];
}

export interface Ask {
  readonly assignment: Assignment;
  readonly control: Control;
  readonly testSetup: TestSetup;
  readonly how: How;
  readonly unit: string;
  readonly place: string;
  /** The control that is held or was pressed to open the layer, and how; null in Base. */
  readonly opens: string | null;
  /** The gesture, as it is said to the player. */
  readonly words: string;
  readonly expected: readonly Expected[];
  /** Functions that the same gesture plays as well: the press before a hold. */
  readonly beside: readonly Assignment[];
  /** Where notes are counted. */
  readonly counted: CountedNotes;
  readonly besideKeys: ReadonlySet<number>;
  /** Addresses of what opening its layer sends. */
  readonly aside: ReadonlySet<number>;
  /** What it may set off. */
  readonly cautions: readonly string[];
  /** What has to be so in the software for anything to be seen there. */
  readonly needs: readonly string[];
}

/** Channels on which the number of a note says how far a counter is. */
export type CountedNotes = ReadonlySet<number>;

/** Programs of a channel are one message stream, whose values are their numbers; so are notes that a counter gives. */
export function messageStreamKey(message: Message, counted: CountedNotes): number {
  if (message.type === 'program')
    return addressKey(messageSchema.parse({ type: 'program', channel: message.channel, number: 0, bank: null }));
  return addressKey(isCounted(message, counted) ? withNumber(message, 0) : message);
}

const isCounted = (message: Message, counted: CountedNotes): message is Extract<Message, { readonly type: 'note' }> =>
  message.type === 'note' && counted.has(message.channel);

/** The channels on which some actions count notes. */
const countedIn = (actions: readonly Action[]): CountedNotes =>
  new Set(
    actions.flatMap((a) => (a.type === 'send' && a.message.type === 'note' && countsNumbers(a) ? [a.message.channel] : [])),
  );

/**
 * What was heard, sorted by address; programs of a channel in one message stream with their numbers as values, and so notes that are counted: of these what begins,
 * not what ends.
 */
export function proofStreams(
  heard: readonly HeardMessage[],
  known: readonly Message[],
  counted: CountedNotes,
): ReadonlyMap<number, MessageStream> {
  const found = new Map<number, { readonly message: Message; readonly values: number[]; readonly times: number[] }>();
  for (const { message, value, atMs } of messagesInOrder(heard, known)) {
    const noted = isCounted(message, counted);
    if (noted && value === 0) continue;
    const key = messageStreamKey(message, counted);
    const stream = found.get(key) ?? { message, values: [], times: [] };
    found.set(key, stream);
    stream.values.push(message.type === 'program' || noted ? message.number : value);
    stream.times.push(atMs);
  }
  return found;
}

/** The messages that some actions send. */
export const messagesIn = (actions: readonly Action[]): readonly Message[] =>
  actions.flatMap((a) => (a.type === 'send' ? [a.message] : []));

/** What a unit that holds these actions brings out under an even hand, by address. */
export function playedStreams(
  testSetup: TestSetup,
  how: How,
  actions: readonly Action[],
  taps = TAPS,
  beside: readonly Assignment[] = [],
): ReadonlyMap<number, MessageStream> {
  const known = [...messagesIn(actions), ...beside.flatMap((a) => messagesIn(a.actions))];
  const counted = countedIn([...actions, ...beside.flatMap((a) => a.actions)]);
  return proofStreams(unitSends(testSetup, actions, handInputs(testSetup, how, null, taps), beside), known, counted);
}

/** The question for one function; null where none can be asked. */
export function askFor(index: RigIndex, assignment: Assignment): Ask | null {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller || !canAsk(index, assignment)) return null;
  const { gesture } = assignment;
  const testSetup: TestSetup = {
    assignment,
    control,
    controller,
    partner: gesture.type === 'chord' ? (index.controls.get(gesture.with) ?? null) : null,
    counters: index.rig.counters.filter((c) => c.controllerId === controller.id),
    group: groupOver(index, assignment, control),
  };
  const sends = assignment.actions.flatMap((a) => (a.type === 'send' ? [a] : []));
  const how: How =
    gesture.type !== 'move'
      ? 'taps'
      : sends.every((s) => s.behaviour.type === 'relative' || s.behaviour.type === 'click')
        ? 'clicks'
        : 'travel';
  const beside = besideOf(index, assignment);
  const counted = countedIn([...assignment.actions, ...beside.flatMap((a) => a.actions)]);
  const keyOf = (message: Message): number => messageStreamKey(message, counted);
  const expected = [...playedStreams(testSetup, how, assignment.actions)].map(
    ([key, messageStream]): Expected => ({
      key,
      message: messageStream.message,
      values: messageStream.values,
      actions: assignment.actions.flatMap((a, i) => (a.type === 'send' && keyOf(a.message) === key ? [i] : [])),
    }),
  );
  const aside = asideOf(index, assignment);
  const layer = index.layers.get(assignment.layerId ?? '');
  const modifiers = layer ? modifierNames(index, layer) : '';
  const opens =
    layer && modifiers !== ''
      ? layer.mode === 'while-held'
        ? `Hold ${modifiers} and`
        : layer.mode === 'toggled'
          ? `Open ${layer.name} with ${modifiers}, then`
          : `Press ${modifiers} before each, then`
      : null;
  return {
    assignment,
    control,
    testSetup,
    how,
    unit: controller.name,
    place: placeWords(index, controller, assignment),
    opens,
    words: gestureWords(testSetup, how),
    expected,
    beside,
    counted,
    besideKeys: new Set(beside.flatMap((a) => messagesIn(a.actions).map(keyOf))),
    aside,
    cautions: cautionsOf(index, assignment),
    needs: needsOf(index, assignment),
  };
}

/** What a receiver takes of what was heard, of the messages that are asked for. */
export const receivedOf = (
  { expected, assignment, beside, aside, counted }: Pick<Ask, 'expected' | 'assignment' | 'beside' | 'aside' | 'counted'>,
  heard: readonly HeardMessage[],
): readonly Received[] =>
  receivedIn(
    heard,
    [...messagesIn(assignment.actions), ...beside.flatMap((a) => messagesIn(a.actions))],
    (message) => messageStreamKey(message, counted),
    new Set(expected.map((e) => e.key)),
    aside,
  );

/** What a receiver takes of an ask that comes as planned, in order: worked out when it is first needed. */
export function plannedFor(ask: Ask): readonly Received[] {
  const before = known.get(ask);
  if (before) return before;
  const { testSetup, how, assignment, beside } = ask;
  const planned = receivedOf(ask, unitSends(testSetup, assignment.actions, handInputs(testSetup, how, null), beside));
  known.set(ask, planned);
  return planned;
}

const known = new WeakMap<Ask, readonly Received[]>();

/** A function that is to be proved, and where it stands. */
export interface ToProve {
  readonly assignment: Assignment;
  readonly control: Control;
  readonly controller: Controller;
}

/**
 * Every function of a rig that can be asked for, in the order in which it is entered: unit by unit, bank by bank, layer by layer, family
 * by family. Nothing is played for it.
 */
export function toProve(index: RigIndex): readonly ToProve[] {
  const layers = new Map(index.rig.layers.map((l, i) => [l.id, i + 1]));
  const layerOf = (a: Assignment): number => layers.get(a.layerId ?? '') ?? 0;
  return index.rig.controllers.flatMap((controller) =>
    (index.controlsOf.get(controller.id) ?? [])
      .flatMap((control) =>
        (index.assignmentsOf.get(control.id) ?? [])
          .filter((a) => canAsk(index, a))
          .map((assignment) => ({ control, controller, assignment })),
      )
      .sort(
        (a, b) =>
          (a.assignment.bank ?? 0) - (b.assignment.bank ?? 0) ||
          (a.assignment.page ?? 0) - (b.assignment.page ?? 0) ||
          layerOf(a.assignment) - layerOf(b.assignment) ||
          (a.control.family < b.control.family ? -1 : a.control.family > b.control.family ? 1 : 0) ||
          a.control.familyOrder - b.control.familyOrder,
      ),
  );
}

/** Functions that the hardware holds and that cannot be heard: they send nothing, or SysEx only. */
export const notHeard = (index: RigIndex): readonly Assignment[] =>
  index.rig.assignments.filter((a) => !canAsk(index, a) && standInOf(index, a) === null);

/** The questions for all functions of a rig. */
export const asksOf = (index: RigIndex): readonly Ask[] => toProve(index).flatMap((f) => askFor(index, f.assignment) ?? []);

function gestureWords({ assignment, control, partner }: TestSetup, how: How): string {
  const { name } = control;
  if (how === 'clicks') return `turn ${name} ten clicks clockwise, then ten back`;
  if (how === 'travel' && control.springsTo !== null)
    return `move ${name} to its high end, then to its low end, slowly, and let it go`;
  if (how === 'travel') {
    switch (control.kind) {
      case 'encoder':
        return `turn ${name} clockwise until nothing changes any more, then all the way back`;
      case 'expression':
        return `move ${name} from heel to toe and back, slowly`;
      case 'knob':
        return `turn ${name} from left to right and back, slowly`;
      default:
        return `move ${name} from its low end to its high end and back, slowly`;
    }
  }
  switch (assignment.gesture.type) {
    case 'hold':
    case 'hold-release':
      return `hold ${name} until it fires and let go, three times`;
    case 'tap-hold':
      return `tap ${name} and hold it with the second tap until it fires, three times`;
    case 'double-tap':
      return `double-tap ${name}, three times`;
    case 'chord':
      return `press ${name} and ${partner?.name ?? 'its partner'} together, three times`;
    case 'repeat':
      return `hold ${name} until it repeats and let go, three times`;
    default:
      return `press ${name} three times`;
  }
}

/**
 * Functions that the same hand plays with it: what the other gestures of the same switches fire at its place. One of every bank or page is asked in the
 * first, as everywhere.
 */
export function besideOf(index: RigIndex, assignment: Assignment): readonly Assignment[] {
  const { gesture, layerId } = assignment;
  const at = { bank: assignment.bank ?? 1, page: assignment.page ?? 1, layers: layerId === null ? [] : [layerId] };
  const sounding = [assignment.controlId, ...(gesture.type === 'chord' ? [gesture.with] : [])];
  return sounding.flatMap((controlId) => {
    const control = index.controls.get(controlId);
    const byGesture = groupBy(index.assignmentsOf.get(controlId) ?? [], (a) => a.gesture.type);
    return [...byGesture].flatMap(([type, rows]) =>
      controlId === assignment.controlId && type === gesture.type
        ? []
        : resolve(rows, at, (id) => {
            const layer = index.layers.get(id);
            return layer && control && reaches(layer, control) ? layer : null;
          }),
    );
  });
}

/** Keys of what opening its layer sends. */
function asideOf(index: RigIndex, assignment: Assignment): ReadonlySet<number> {
  const layer = index.layers.get(assignment.layerId ?? '');
  if (!layer) return new Set();
  const actions = [
    ...layer.tap,
    ...modifiersOf(layer).flatMap((id) => (index.assignmentsOf.get(id) ?? []).flatMap((a) => a.actions)),
  ];
  const messages = actions.flatMap((a) => (a.type === 'send' ? messagesOf(a, index.counters) : []));
  return new Set([...messages, ...signalsOf(layer).map((s) => s.message)].flatMap((m) => heardKeys(m)));
}

function cautionsOf(index: RigIndex, assignment: Assignment): readonly string[] {
  const moved = assignment.actions.flatMap((a) =>
    a.type === 'send' ? a.meant.flatMap((id) => index.parameters.get(id) ?? []) : [],
  );
  const named = (test: (p: Parameter) => boolean): string =>
    moved
      .filter(test)
      .map((p) => p.name)
      .join(', ');
  const fires = named((p) => p.kind === 'trigger' || p.tags.includes('hazard') || p.tags.includes('panic'));
  const loud = named((p) => p.tags.includes('loudness') || p.tags.includes('feedback'));
  return [
    ...(fires === '' ? [] : [`It sets off ${fires}: nobody may rely on that just now.`]),
    ...(loud === '' ? [] : [`It moves ${loud}: turn the monitors down.`]),
  ];
}
