// Playing through: a controller that sends only what it sends from the factory, with its plan played behind it, sends what the simulated one sends by itself: every
// gesture, layer, bank, counter and wait, at the same moments; and what it holds is let go in the end.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ChainEvent, run, SENT, startChain, sysexOf, wholeChain } from '@/core/bench';
import {
  channel,
  type Message,
  type PackedMessage,
  packedCc,
  packedChannel,
  packedNumber,
  packedType,
  packedValue,
  u7,
} from '@/core/midi';
import { type Action, type Control, indexRig, type Rig } from '@/core/rig';
import { compileThrough, endThrough, startThrough, stepThrough } from '@/core/through';
import { compileTranslator } from '@/core/wires';
import { down, moveTo, up } from '../kit/hand';
import { richRig, someRichRig } from '../kit/rich-rig';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const settings = { numRuns: RUNS };

const FACTORY = channel(12);
const isMoved = ({ kind }: Control): boolean => kind === 'knob' || kind === 'encoder';

/** What the board's encoder says of itself: where it stands, its clicks in a coding, or a message for each way. */
const someTurn = fc.constantFrom('stands', 'twos-complement', 'binary-offset', 'sign-magnitude', 'each-way');
type SomeTurn = typeof someTurn extends fc.Arbitrary<infer T> ? T : never;
/** What is sent for clicks the other way, where that is another message. */
const OTHER_WAY = 90;

/** Clicks as a value. Common practice, no source. */
const coded: Readonly<Record<Exclude<SomeTurn, 'stands' | 'each-way'>, (clicks: number) => number>> = {
  'twos-complement': (n) => (n < 0 ? 128 + n : n),
  'binary-offset': (n) => 64 + n,
  'sign-magnitude': (n) => (n < 0 ? 64 - n : n),
};

/** The rig with a board that sends one control change for each control as it leaves the factory, over one wire, out of every port. */
function dumb(rig: Rig, turned: SomeTurn): Rig {
  const own = rig.controls.filter((c) => c.controllerId === 'board');
  const outOfAll = <T extends Action>(action: T): T => (action.type === 'send' ? { ...action, port: '' } : action);
  return {
    ...rig,
    assignments: rig.assignments.map((a) => ({ ...a, actions: a.actions.map(outOfAll) })),
    layers: rig.layers.map((l) => ({ ...l, tap: l.tap.map(outOfAll) })),
    arrivals: rig.arrivals.map((a) => ({ ...a, actions: a.actions.map(outOfAll) })),
    controls: rig.controls.map((c) => {
      const at = own.indexOf(c);
      const message: Message = { type: 'cc', channel: FACTORY, number: u7(20 + at) };
      const back: Message = { type: 'cc', channel: FACTORY, number: u7(OTHER_WAY) };
      const turns = turned === 'stands' ? {} : turned === 'each-way' ? { back } : { clicks: turned };
      const said = { gesture: isMoved(c) ? ('move' as const) : ('press' as const), message };
      return at < 0 ? c : { ...c, port: '', factory: [c.kind === 'encoder' ? { ...said, ...turns } : said] };
    }),
    wires: rig.wires.filter((w) => w.id === 'w1').map((w) => ({ ...w, channels: null, types: null })),
  };
}

const someHand = fc.array(
  fc.record({
    on: fc.constantFrom('board-fs1', 'board-fs2', 'board-mod', 'board-mod2', 'board-pad', 'board-k1', 'board-e1'),
    after: fc.constantFrom(0, 3, 60, 200, 700, 1500),
    value: fc.constantFrom(1, 64, 100, 127),
  }),
  { minLength: 1, maxLength: 24 },
);

/** The same hand twice: as events, and as the words that the board sends for them. */
function handOf(
  rig: Rig,
  turned: SomeTurn,
  moves: readonly { readonly on: string; readonly after: number; readonly value: number }[],
) {
  let t = 100;
  const isDown = new Set<string>();
  const events: ChainEvent[] = [];
  const words: { readonly t: number; readonly word: PackedMessage }[] = [];
  for (const { on, after, value } of moves) {
    const control = rig.controls.find((c) => c.id === on);
    const [factory] = control?.factory ?? [];
    if (!control || !factory || !('number' in factory.message)) continue;
    t += after;
    const says = (v: number): void =>
      void words.push({ t, word: packedCc(FACTORY, Number('number' in factory.message && factory.message.number), v) });
    if (control.kind === 'encoder' && turned !== 'stands') {
      const clicks = value === 64 ? -1 : value === 100 ? -3 : value === 127 ? 5 : 1;
      if (turned === 'each-way')
        for (let i = 0; i < Math.abs(clicks); i++) {
          events.push({ do: 'turn', atMs: t, on, clicks: Math.sign(clicks) });
          const number = clicks > 0 ? Number(factory.message.number) : OTHER_WAY;
          words.push({ t, word: packedCc(FACTORY, number, 127) });
        }
      else {
        events.push({ do: 'turn', atMs: t, on, clicks });
        says(coded[turned](clicks));
      }
    } else if (isMoved(control)) {
      events.push(moveTo(on, t, value / 127));
      says(value);
    } else if (isDown.delete(on)) {
      events.push(up(on, t));
      says(0);
    } else {
      isDown.add(on);
      const struck = Math.max(64, value);
      events.push(down(on, t, control.kind === 'pad' ? struck / 127 : null));
      says(struck);
    }
  }
  return { events, words, end: t };
}

describe('what is played through', () => {
  it('is what the controller would send by itself, translated, at the same moments', () => {
    let sent = 0;
    fc.assert(
      fc.property(someRichRig, someTurn, someHand, (given, turned, moves) => {
        const rig = dumb(richRig(given), turned);
        const index = indexRig(rig);
        const [wire] = rig.wires;
        if (!wire) throw new Error('one wire is left');
        const { events, words, end } = handOf(rig, turned, moves);
        const chain = wholeChain(index, new Set());
        const { trace } = run(chain, startChain(chain, 'switched-on'), events, {
          timing: null,
          full: false,
          until: end + 20_000,
        });
        // By itself: all that the board sends out of the port of the wire, as its translator makes it.
        const translate = wire.translator === null ? (w: PackedMessage) => [w] : compileTranslator(wire.translator);
        const program = compileThrough(index, wire, true, sysexOf(index)).program;
        expect(program.unit).not.toBeNull();
        const wanted: string[] = [];
        const plain = indexRig({ ...rig, wires: [{ ...wire, translator: null }] });
        const open = compileThrough(plain, { ...wire, translator: null }, false, sysexOf(index)).program;
        trace.kind.forEach((kind, i) => {
          if (kind !== SENT || trace.c[i] !== chain.placeOf.get('board')) return;
          for (const word of open.carry(trace.a[i] ?? 0))
            for (const made of translate(word)) wanted.push(`${trace.t[i]} ${made}`);
        });
        const made: string[] = [];
        let state = startThrough(program);
        const take = (step: ReturnType<typeof stepThrough>, t: number): void => {
          state = step.state;
          for (const word of step.out) made.push(`${t} ${word}`);
        };
        const ticksUntil = (t: number): void => {
          for (let at = state.wakeAt; at !== null && at <= t; at = state.wakeAt)
            take(stepThrough(program, state, { type: 'tick', t: at }), at);
        };
        for (const { t, word } of words) {
          ticksUntil(t);
          take(stepThrough(program, state, { type: 'words', t, words: [word] }), t);
        }
        ticksUntil(end + 20_000);
        expect(made).toEqual(wanted);
        sent += made.length;
        // Nothing sounds on after the end.
        const sounding = new Set<string>();
        for (const line of [...made.map((l) => Number(l.split(' ')[1])), ...endThrough(state)]) {
          if (packedType(line) !== 'note') continue;
          const note = `${packedChannel(line)} ${packedNumber(line)}`;
          if (packedValue(line) > 0) sounding.add(note);
          else sounding.delete(note);
        }
        expect([...sounding]).toEqual([]);
      }),
      settings,
    );
    expect(sent).toBeGreaterThan(RUNS / 4);
  });
});
