// The bench in a worker: holds the whole chain, takes what the hand did since the last frame, answers with what happened.
import { expose } from 'comlink';
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

let session: Session | null = null;

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

function whole(now: Session): BenchWhole {
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

const api = {
  /** Puts a rig on the bench, or the same rig as it is now, with values and banks as they stand. */
  load(rig: Rig, setup: BenchSetup): BenchWhole {
    const index = indexRig(rig, session?.index);
    session = session && session.index.rig.id === rig.id ? withRig(session, index) : openSession(index, setup);
    return whole(session);
  },
  setUp(setup: BenchSetup): BenchWhole | null {
    if (!session) return null;
    session = withSetup(session, setup);
    return whole(session);
  },
  restart(from: 'start' | 'elsewhere'): BenchWhole | null {
    if (!session) return null;
    session = restarted(session, from);
    return whole(session);
  },
  /** Everything that happened up to a time (milliseconds of the bench), with what the hand did since the last frame. */
  frame(events: readonly ChainEvent[], until: number): BenchFrame | null {
    if (!session) return null;
    const before = session;
    const done = playSession(before, events, until);
    session = done.session;
    const same = session.state.targets.units === before.state.targets.units;
    return {
      trace: done.trace,
      panels: panelsOf(session, before),
      hostOpen: same ? null : openInHost(session.state.targets),
      quiet: isQuiet(session),
    };
  },
};

export type BenchWorker = typeof api;

expose(api);
