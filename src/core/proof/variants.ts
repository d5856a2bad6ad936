// A cause as a change: what the hardware would hold or the way would do to its messages if that were the cause.
import { fitted, widened } from '../commands';
import { type Message, type MessageStream, messageSchema } from '../midi';
import type { Action, Control, RigIndex, Send } from '../rig';
import { isEndless } from '../rig';
import { type Ask, messageStreamKey, messagesIn } from './ask';
import { behaviourWords, moveBends, switchBends } from './bends';
import type { CauseId } from './causes.data';

/** What two causes may not share, for both to be so at once. */
export type Dimension = 'who' | 'kind' | 'channel' | 'number' | 'values' | 'stream';

export type Stream =
  | 'doubled'
  | 'noisy'
  | 'ends'
  | 'silent'
  | 'mirrored'
  | { readonly shift: 1 | -1 }
  | { readonly touch: MessageStream };

export interface Variant {
  readonly cause: CauseId;
  readonly dimension: Dimension;
  /** What the hardware holds in place of some actions; the positions of those that are wrong are given. */
  readonly hardware: (actions: readonly Action[], wrong: ReadonlySet<number>) => readonly Action[];
  /** What becomes of its messages on the way. */
  readonly stream: Stream | null;
  /** What was planned and what would be there instead, in the words of the trade; empty where there is nothing to say. */
  readonly planned: string;
  readonly found: string;
}

/** The order in which causes act, from the hand to the port. */
const order: readonly Dimension[] = ['who', 'kind', 'channel', 'number', 'values', 'stream'];

/** Causes in the order in which they act. */
export const inOrder = (variants: readonly Variant[]): readonly Variant[] =>
  [...variants].sort((a, b) => order.indexOf(a.dimension) - order.indexOf(b.dimension));

/** What the hardware would hold if some causes (in order) were so, in place of the actions whose positions are `wrong`. */
export const heldWith = (
  actions: readonly Action[],
  variants: readonly Variant[],
  wrong: ReadonlySet<number>,
): readonly Action[] => variants.reduce((held, variant) => variant.hardware(held, wrong), actions);

/** What causes have to choose from: addresses that were heard, or that a planted fault may take. */
export interface Choices {
  readonly channels: readonly number[];
  readonly numbers: readonly number[];
  readonly kinds: readonly Message['type'][];
  /** Message streams that may be the touch of a cap. */
  readonly touches: readonly MessageStream[];
}

const unchanged: Variant['hardware'] = (actions) => actions;

/** Every single cause that is possible for an ask, with what it may choose from. */
export function variantsFor(index: RigIndex, ask: Ask, choices: Choices): readonly Variant[] {
  const sends = ask.assignment.actions.flatMap((a) => (a.type === 'send' && a.message.type !== 'sysex' ? [a] : []));
  const [first] = sends;
  if (!first) return [];
  return [
    { cause: 'nothing', dimension: 'who', hardware: unchanged, stream: 'silent', planned: '', found: '' },
    ...addressVariants(first.message, choices),
    ...valueVariants(sends, ask),
    ...streamVariants(ask, sends, choices),
    ...whoVariants(index, ask),
  ];
}

/** Changes the sends that are wrong, leaving what cannot be changed so. */
function each(change: (send: Send) => Send | null): Variant['hardware'] {
  return (actions, wrong) =>
    actions.map((a, i) => (a.type === 'send' && a.message.type !== 'sysex' && wrong.has(i) ? (change(a) ?? a) : a));
}

const parsed = (raw: unknown): Message | null => {
  const found = messageSchema.safeParse(raw);
  return found.success ? found.data : null;
};

function withMessage(send: Send, message: Message | null): Send | null {
  return message ? fitted(widened({ ...send, message }, send.message.type)) : null;
}

function addressVariants(first: Message, { channels, numbers, kinds }: Choices): Variant[] {
  const found: Variant[] = [];
  if ('channel' in first) {
    const planned = `channel ${first.channel}`;
    for (const channel of new Set(channels)) {
      const by = channel - first.channel;
      if (by === 0) continue;
      found.push({
        cause: Math.abs(by) === 1 ? 'channel-by-one' : 'channel',
        dimension: 'channel',
        hardware: each((s) =>
          'channel' in s.message ? withMessage(s, parsed({ ...s.message, channel: s.message.channel + by })) : null,
        ),
        stream: null,
        planned,
        found: `channel ${channel}`,
      });
    }
  }
  if ('number' in first && first.type !== 'program') {
    const own = first.number;
    for (const number of new Set(numbers)) {
      const by = number - own;
      if (by === 0) continue;
      found.push({
        cause: Math.abs(by) === 1 ? 'number-by-one' : 'number',
        dimension: 'number',
        hardware: each((s) =>
          'number' in s.message ? withMessage(s, parsed({ ...s.message, number: s.message.number + by })) : null,
        ),
        stream: null,
        planned: `number ${own}`,
        found: `number ${number}`,
      });
    }
  }
  for (const kind of new Set(kinds)) {
    if (kind === first.type || kind === 'sysex') continue;
    const channel = 'channel' in first ? first.channel : 1;
    // What has no number itself may come with any that was heard.
    for (const given of 'number' in first ? [first.number] : new Set([0, ...numbers])) {
      if (!parsed({ type: kind, channel, number: given, bank: null })) continue;
      found.push({
        cause: 'kind',
        dimension: 'kind',
        hardware: each((s) => withMessage(s, parsed({ channel, number: given, bank: null, ...s.message, type: kind }))),
        stream: null,
        planned: first.type,
        found: kind,
      });
    }
  }
  return found;
}

function valueVariants(sends: readonly Send[], { how, control }: Ask): Variant[] {
  return (how === 'taps' ? switchBends : moveBends).flatMap(({ cause, bend }): Variant[] => {
    // Only what has no ends can send clicks.
    if (cause === 'relative' && !isEndless(control)) return [];
    const changed = sends.find((s) => {
      const to = bend(s);
      return to !== null && JSON.stringify(to) !== JSON.stringify(s.behaviour);
    });
    const to = changed && bend(changed);
    if (!changed || !to) return [];
    return [
      {
        cause,
        dimension: 'values',
        hardware: each((s) => {
          const next = bend(s);
          return next && fitted({ ...s, behaviour: next });
        }),
        stream: null,
        planned: behaviourWords(changed.behaviour),
        found: behaviourWords(to),
      },
    ];
  });
}

function streamVariants(ask: Ask, sends: readonly Send[], choices: Choices): Variant[] {
  const on = (
    cause: CauseId,
    stream: Stream,
    dimension: Dimension = 'stream',
    words: readonly [string, string] = ['', ''],
  ): Variant => ({
    cause,
    dimension,
    hardware: unchanged,
    stream,
    planned: words[0],
    found: words[1],
  });
  const found: Variant[] = [on('doubled', 'doubled')];
  if (sends.some((s) => s.message.type === 'program')) {
    found.push(on('program-base', { shift: 1 }, 'number', ['', 'one program higher']));
    found.push(on('program-base', { shift: -1 }, 'number', ['', 'one program lower']));
  }
  if (ask.how === 'clicks') found.push(on('reversed', 'mirrored'));
  if (ask.how === 'travel' && sends.some((s) => s.behaviour.type === 'range')) {
    // What has no ends of its own counts clicks: it cannot miss an end, nor tremble.
    if (!isEndless(ask.control)) found.push(on('ends', 'ends'), on('jitter', 'noisy'));
    for (const touch of choices.touches) found.push(on('touch', { touch }, 'who'));
  }
  return found;
}

/** What neighbours send at this place, and this control elsewhere. */
function whoVariants(index: RigIndex, ask: Ask): Variant[] {
  const { assignment, control } = ask;
  const own = new Set(messagesIn(assignment.actions).map((m) => messageStreamKey(m, ask.counted)));
  const put = (cause: 'neighbour' | 'other-place', of: typeof assignment, found: string): Variant[] => {
    const messages = messagesIn(of.actions);
    if (messages.length === 0) return [];
    const same =
      JSON.stringify(of.actions.map(bare)) === JSON.stringify(assignment.actions.map(bare)) &&
      messages.every((m) => own.has(messageStreamKey(m, ask.counted)));
    return same ? [] : [{ cause, dimension: 'who', hardware: () => of.actions, stream: null, planned: ask.control.name, found }];
  };
  const type = assignment.gesture.type;
  const neighbours = neighboursOf(index, control).flatMap((next) =>
    (index.assignmentsOf.get(next.id) ?? [])
      .filter(
        (a) =>
          a.gesture.type === type &&
          (a.bank === null || assignment.bank === null || a.bank === assignment.bank) &&
          (a.layerId === assignment.layerId || a.layerId === null),
      )
      .flatMap((a) => put('neighbour', a, next.name)),
  );
  const elsewhere = (index.assignmentsOf.get(control.id) ?? [])
    .filter((a) => a.id !== assignment.id && a.gesture.type === type)
    .flatMap((a) => put('other-place', a, placeOf(index, a)));
  return [...neighbours, ...elsewhere];
}

const bare = (action: Action): unknown => (action.type === 'send' ? [action.message, action.behaviour] : action);

function placeOf(index: RigIndex, a: Ask['assignment']): string {
  const controller = index.controllers.get(index.controls.get(a.controlId)?.controllerId ?? '');
  const bank = a.bank === null ? 'every bank' : controller?.bankNames[a.bank - 1] || `bank ${a.bank}`;
  return `${bank}, ${a.layerId === null ? 'Base' : (index.layers.get(a.layerId)?.name ?? '?')}`;
}

/** Controls beside one: the next in its family either way, and what lies within two and a half of its widths. */
export function neighboursOf(index: RigIndex, control: Control): readonly Control[] {
  const centre = (c: Control): readonly [number, number] => [c.x + c.width / 2, c.y + c.height / 2];
  const [x, y] = centre(control);
  const near = 2.5 * Math.max(control.width, control.height);
  return (index.controlsOf.get(control.controllerId) ?? [])
    .filter((c) => {
      if (c.id === control.id) return false;
      if (c.family !== '' && c.family === control.family && Math.abs(c.familyOrder - control.familyOrder) === 1) return true;
      const [cx, cy] = centre(c);
      return Math.hypot(cx - x, cy - y) <= near;
    })
    .sort((a, b) => distance(centre(a), [x, y]) - distance(centre(b), [x, y]))
    .slice(0, 8);
}

const distance = (a: readonly [number, number], b: readonly [number, number]): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
