// The rig on the bench: a whole chain that goes on from one frame to the next, with cables that can be pulled, a transport that can
// be chosen, and a rig that may be edited meanwhile.
import { startController } from '../controller';
import { setByClock, setByMouse, startTargets } from '../receiver';
import { type Parameter, type RigIndex, sameJson } from '../rig';
import { type Timing, usualTiming } from '../wires';
import { type Chain, type ChainState, startChain, wholeChain } from './chain';
import { type ChainEvent, run } from './run';
import { type BenchSetup, usualSetup } from './setup';
import { emptyTrace, note, type Trace, VALUE } from './trace';

export interface Session {
  readonly index: RigIndex;
  readonly setup: BenchSetup;
  readonly unplugged: ReadonlySet<string>;
  readonly chain: Chain;
  readonly state: ChainState;
}

/** Puts a rig on the bench: everything as it is switched on, parameters at the start of the show. */
export function openSession(index: RigIndex, setup: BenchSetup = usualSetup): Session {
  const chain = wholeChain(index, new Set(), setup.tempo, setup.sysex);
  return { index, setup, unplugged: new Set(), chain, state: startChain(chain, 'switched-on') };
}

/** The same bench after the rig, a cable or the set-up changed: values and banks stay, what was under way is lost. */
function rebuilt(session: Session, change: Partial<Pick<Session, 'index' | 'setup' | 'unplugged'>>): Session {
  const next = { ...session, ...change };
  const chain = wholeChain(next.index, next.unplugged, next.setup.tempo, next.setup.sysex);
  const before = session.chain;
  const values = chain.targets.parameters.map((p) => {
    const value = session.state.targets.values[before.targets.slots.get(p.id) ?? -1];
    return value === undefined ? p.start : Math.min(p.highest, Math.max(p.lowest, value));
  });
  const fresh = startChain(chain, 'switched-on', values);
  const controllers = chain.controllers.map((program, i) => {
    const was = session.state.controllers[before.placeOf.get(program.controllerId) ?? -1];
    const place = was && was.bank <= program.firmware.banks ? was : null;
    // A controller whose own part did not change goes on as it is; its memory is laid out by its program.
    const same = place && sameProgram(before, chain, program.controllerId);
    return same
      ? place
      : place
        ? startController(program, place.bank, place.page)
        : (fresh.controllers[i] ?? startController(program, 1, 1));
  });
  return { ...next, chain, state: { ...fresh, controllers, messages: session.state.messages } };
}

function sameProgram(before: Chain, after: Chain, controllerId: string): boolean {
  const old = before.controllers[before.placeOf.get(controllerId) ?? -1];
  const now = after.controllers[after.placeOf.get(controllerId) ?? -1];
  return (
    old !== undefined &&
    now !== undefined &&
    old.memoryAtStart.length === now.memoryAtStart.length &&
    old.armed.length === now.armed.length &&
    old.armed.every((a, i) => a.assignment === now.armed[i]?.assignment) &&
    sameJson(old.firmware, now.firmware)
  );
}

/** The session over another state of the rig: positions, values and latches stay where their rows are still there. */
export const withRig = (session: Session, index: RigIndex): Session =>
  index.rig === session.index.rig ? session : rebuilt(session, { index });
/** The session with other wires, tempo or files; what is on its way is lost. */
export const withSetup = (session: Session, setup: BenchSetup): Session => rebuilt(session, { setup });

/** Starts over: everything as at the start of the show, or every parameter somewhere else (effects left on, presets not recalled). */
export function restarted(session: Session, from: 'start' | 'elsewhere'): Session {
  const { chain } = session;
  const values = chain.targets.parameters.map((p) => (from === 'start' ? p.start : elsewhere(p)));
  const state = startChain(chain, 'switched-on', values);
  return { ...session, state: { ...state, targets: startTargets(chain.targets, values), messages: session.state.messages } };
}

/** The end of the range that lies further from the start value; triggers begin at nothing. */
const elsewhere = (p: Parameter): number =>
  p.kind === 'trigger' ? p.start : p.start - p.lowest > p.highest - p.start ? p.lowest : p.highest;

/**
 * Plays events on the bench up to a time. Pulling and plugging a cable is done here too: what is under way on a pulled cable
 * is lost.
 */
export function playSession(
  session: Session,
  events: readonly ChainEvent[],
  until: number,
): { readonly session: Session; readonly trace: Trace } {
  const trace = emptyTrace();
  let now = session;
  let from = 0;
  for (let i = 0; i <= events.length; i++) {
    const event = events[i];
    if (event !== undefined && event.do !== 'plug') continue;
    const timing = timingOf(now);
    const done = run(now.chain, now.state, events.slice(from, i), { timing, full: true, until: event?.atMs ?? until });
    append(trace, done.trace);
    now = { ...now, state: done.state };
    from = i + 1;
    if (!event) continue;
    const after = plugged(now, event.on, event.connected);
    for (const slot of after.moved) note(trace, event.atMs, VALUE, slot, after.session.state.targets.values[slot] ?? 0);
    now = after.session;
  }
  return { session: now, trace };
}

/** A wire pulled or plugged in, and the tempos that moved with it. */
function plugged(
  session: Session,
  wireId: string,
  connected: boolean,
): { readonly session: Session; readonly moved: readonly number[] } {
  const unplugged = new Set(session.unplugged);
  if (connected) unplugged.delete(wireId);
  else unplugged.add(wireId);
  const chain = wholeChain(session.index, unplugged, session.setup.tempo);
  const pulled = session.index.rig.wires.findIndex((w) => w.id === wireId);
  const flying = session.state.flying.filter((f) => connected || f.hop.wire !== pulled);
  // Clocks go by wires: who follows one no more keeps its tempo, and who follows one again takes it up.
  const { targets } = chain;
  const before = session.state.targets;
  let state = before;
  if (connected)
    targets.macros.forEach((macro, slot) => {
      const value = state.values[slot] ?? Number.NaN;
      if (macro.moves.some((m) => targets.clocked.has(m.slot)) && !Number.isNaN(value))
        state = setByMouse(targets, state, slot, value).state;
    });
  if (connected)
    session.state.controllers.forEach(({ clock }, controller) => {
      if (clock === null) return;
      for (const slot of chain.clocked[controller] ?? []) state = setByClock(targets, state, slot, clock.bpm).state;
    });
  const moved = state.values.flatMap((value, slot) => (Object.is(value, before.values[slot]) ? [] : [slot]));
  const there = { ...session.chain, network: chain.network, targets, clocked: chain.clocked };
  return { session: { ...session, unplugged, chain: there, state: { ...session.state, flying, targets: state } }, moved };
}

/** What each wire does to time, by its own transport or the one that is chosen for all. */
export function timingOf(session: Pick<Session, 'setup' | 'chain'>): (wire: number) => Timing {
  const { transport, runningStatus } = session.setup;
  const made = session.chain.network.wires.map(
    (w): Timing => ({ ...usualTiming, runningStatus, transport: transport === 'as-wired' ? w.transport : transport }),
  );
  const none: Timing = { ...usualTiming, transport: 'virtual' };
  return (wire) => made[wire] ?? none;
}

function append(to: Trace, from: Trace): void {
  for (let i = 0; i < from.kind.length; i++) {
    to.t.push(from.t[i] ?? 0);
    to.kind.push(from.kind[i] ?? 0);
    to.a.push(from.a[i] ?? 0);
    to.b.push(from.b[i] ?? 0);
    to.c.push(from.c[i] ?? 0);
    to.d.push(from.d[i] ?? 0);
  }
}

/** Whether anything will still happen by itself: words under way, holds, waits, launches. */
export const isQuiet = ({ state }: Session): boolean =>
  state.flying.length === 0 && state.targets.launches.length === 0 && state.wakes.every((w) => w === null);
