// How many messages a second go through the whole chain.
import { ARRIVED, type ChainEvent, run, SENT, startChain, wholeChain } from '@/core/bench';
import { indexRig, type Rig } from '@/core/rig';
import { type Timing, usualTiming } from '@/core/wires';
import { lanternHour } from '@/demo/lantern-hour';
import { assignment, continuous, landing, range, smallRig, withFunctions } from '../kit/small-rig';
import { measure, printTable, timed } from './table';

// From finger to value, played in pieces as the Bench plays it. One knob over one wire, and the demo rig, where
// every message goes over five wires to five targets.
const over = { ...usualTiming, transport: 'usb' as const };

function throughput(
  rig: Rig,
  timing: (() => Timing) | null,
): { readonly sent: number; readonly arrived: number; readonly ms: number } {
  const chain = wholeChain(indexRig(rig), new Set());
  const moving = rig.assignments.filter((a) => a.gesture.type === 'move' && (a.bank ?? 1) === 1 && a.layerId === null);
  const controls = [...new Set(moving.map((a) => a.controlId))];
  const moves: ChainEvent[] = Array.from({ length: 200_000 }, (_, i) => ({
    do: 'move',
    on: controls[i % controls.length] ?? '',
    atMs: i,
    position: ((i * 7) % 128) / 127,
  }));
  let sent = 0;
  let arrived = 0;
  const play = (full: boolean): void => {
    let state = startChain(chain, { bank: 1, page: 1 });
    sent = 0;
    arrived = 0;
    for (let i = 0; i < moves.length; i += 500) {
      const done = run(chain, state, moves.slice(i, i + 500), { timing, full, until: i + 499 });
      state = done.state;
      for (const kind of done.trace.kind) {
        if (kind === SENT) sent++;
        else if (kind === ARRIVED) arrived++;
      }
    }
  };
  const ms = timed(() => play(false), 5);
  play(true);
  return { sent, arrived, ms };
}

const level = continuous('level', 0, 127);
const single = withFunctions(
  smallRig([level]),
  [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['level'] })],
  [landing('level', { to: 127 })],
);
for (const [name, timing] of [
  ['no time on the wire', null],
  ['USB', () => over],
] as const) {
  const one = throughput(single, timing);
  measure(`messages through the whole chain, one wire, ${name}`, (one.sent / one.ms) * 1000, 'a second', { atLeast: 1_000_000 });
  const demo = throughput(lanternHour(), timing);
  measure(`messages arriving in the demo rig, ${name}`, (demo.arrived / demo.ms) * 1000, 'a second', { atLeast: 1_000_000 });
}

printTable('Chain');
