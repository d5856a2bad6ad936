// What a screen is told of a bench that is played in a worker: all of it at first, then what happened.
import {
  type BenchSetup,
  type ChainEvent,
  isQuiet,
  openSession,
  playSession,
  restarted,
  type Session,
  type Trace,
  withRig,
  withSetup,
} from '@/core/bench';
import { type ControlView, panelView } from '@/core/controller';
import { openInHost } from '@/core/receiver';
import { indexRig, type Rig } from '@/core/rig';

/** One controller as it stands now. */
export interface PanelNow {
  readonly controllerId: string;
  readonly bank: number;
  readonly page: number;
  readonly open: readonly string[];
  readonly controls: ReadonlyMap<string, ControlView>;
}

/** What the numbers in a trace stand for. */
export interface BenchNames {
  readonly controllerIds: readonly string[];
  readonly controlIds: readonly string[];
  readonly targetIds: readonly string[];
  readonly parameterIds: readonly string[];
  /** Assignments by controller and slot; null for the tap function of a layer. */
  readonly assignmentIds: ReadonlyArray<readonly (string | null)[]>;
  readonly sysex: readonly (readonly number[])[];
}

export interface BenchWhole {
  readonly names: BenchNames;
  readonly values: readonly number[];
  readonly panels: readonly PanelNow[];
  /** Layers that are open in the host. */
  readonly hostOpen: readonly string[];
  readonly unplugged: readonly string[];
}

export interface BenchFrame {
  readonly trace: Trace;
  /** Panels that changed. */
  readonly panels: readonly PanelNow[];
  /** Layers open in the host, if that changed. */
  readonly hostOpen: readonly string[] | null;
  /** Whether nothing more will happen by itself. */
  readonly quiet: boolean;
}

/** What a worker that plays a bench can be asked. */
export interface Playing {
  readonly load: (rig: Rig, setup: BenchSetup) => BenchWhole;
  readonly setUp: (setup: BenchSetup) => BenchWhole | null;
  readonly restart: (from: 'start' | 'elsewhere') => BenchWhole | null;
  readonly frame: (events: readonly ChainEvent[], until: number) => BenchFrame | null;
}

/** Controllers as they stand; with what stood before only those that changed. */
function panelsOf(now: Session, before: Session | null): PanelNow[] {
  return now.chain.controllers.flatMap((program, i) => {
    const state = now.state.controllers[i];
    if (!state || (before && before.chain.controllers[i] === program && before.state.controllers[i] === state)) return [];
    return [
      {
        controllerId: program.controllerId,
        bank: state.bank,
        page: state.page,
        open: state.open.map((o) => o.id),
        controls: panelView(program, state),
      },
    ];
  });
}

/** All that a screen needs to draw a bench. */
export function wholeOf(now: Session): BenchWhole {
  const { chain } = now;
  return {
    names: {
      controllerIds: chain.controllers.map((c) => c.controllerId),
      controlIds: chain.controlIds,
      targetIds: chain.targets.receivers.map((u) => u.target.id),
      parameterIds: chain.targets.parameters.map((p) => p.id),
      assignmentIds: chain.controllers.map((c) => c.armed.map((a) => a.assignment?.id ?? null)),
      sysex: chain.sysex.bytes,
    },
    values: now.state.targets.values,
    panels: panelsOf(now, null),
    hostOpen: openInHost(now.state.targets),
    unplugged: [...now.unplugged],
  };
}

/** A bench played up to a time (in its own milliseconds), and what a screen is told of it. */
export function playedUpTo(
  before: Session,
  events: readonly ChainEvent[],
  until: number,
): { readonly session: Session; readonly frame: BenchFrame } {
  const { session, trace } = playSession(before, events, until);
  const same = session.state.targets.units === before.state.targets.units;
  return {
    session,
    frame: {
      trace,
      panels: panelsOf(session, before),
      hostOpen: same ? null : openInHost(session.state.targets),
      quiet: isQuiet(session),
    },
  };
}

/** The bench that a worker holds. */
export interface Held {
  session: Session | null;
}

/** What every worker that plays a bench does in the same way. */
export const heldBench = (held: Held): Pick<Playing, 'load' | 'setUp' | 'restart'> => ({
  /** Puts a rig on the bench, or the same rig as it is now, with values and banks as they stand. */
  load: (rig, setup) => {
    const index = indexRig(rig, held.session?.index);
    held.session =
      held.session && held.session.index.rig.id === rig.id ? withRig(held.session, index) : openSession(index, setup);
    return wholeOf(held.session);
  },
  setUp: (setup) => {
    if (!held.session) return null;
    held.session = withSetup(held.session, setup);
    return wholeOf(held.session);
  },
  restart: (from) => {
    if (!held.session) return null;
    held.session = restarted(held.session, from);
    return wholeOf(held.session);
  },
});
