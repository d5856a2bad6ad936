// The bench on the screen: gathers what the hand does, asks the worker once a frame, keeps what came back.
import type { Remote } from 'comlink';
import { createStore, type StoreApi } from 'zustand';
import { type BenchSetup, type ChainEvent, type Trace, usualSetup } from '@/core/bench';
import type { Rig, ScriptEvent } from '@/core/rig';
import type { BenchNames, BenchWhole, PanelNow, Playing } from '@/workers/playing';
import { eventQueue } from './event-queue';
import { type Hear, hearers } from './hearers';
import { emptyMonitor, type Monitor, record } from './monitor';
import { lastIn, nothingRecent, RECENT_MS, type Recent, takeTrace } from './recent';

export interface BenchState {
  readonly ready: boolean;
  readonly names: BenchNames | null;
  readonly values: readonly number[];
  readonly panels: ReadonlyMap<string, PanelNow>;
  readonly setup: BenchSetup;
  /** Layers that are open in the host. */
  readonly hostOpen: readonly string[];
  readonly unplugged: ReadonlySet<string>;
  /** Targets that lost the focus or selection. */
  readonly away: ReadonlySet<string>;
  /** Controllers whose editor is connected. */
  readonly edited: ReadonlySet<string>;
  /** Counts up with every frame that brought something. */
  readonly tick: number;
  /** A script that is recorded or played: since when, and its name. */
  readonly recording: number | null;
  readonly playing: { readonly name: string; readonly from: number; readonly lengthMs: number } | null;
  readonly problem: string | null;
}

export interface Bench {
  readonly store: StoreApi<BenchState>;
  readonly monitor: Monitor;
  readonly recent: Recent;
  /** Milliseconds since the bench was opened. */
  readonly now: () => number;
  /** Something that the hand does, or did at a time of `performance.now()`: a page that was busy hears of it late. */
  readonly does: (event: Untimed, stamp?: number) => void;
  readonly load: (rig: Rig) => void;
  readonly setUp: (setup: BenchSetup) => void;
  readonly restart: (from: 'start' | 'elsewhere') => void;
  /** Takes over a bench that its worker was asked to set up in its own way. */
  readonly takeOver: (whole: BenchWhole) => void;
  readonly record: () => void;
  /** Ends recording and gives what was recorded, its times counted from the start of it. */
  readonly stopRecording: () => readonly ScriptEvent[];
  /** Plays timed events from now on. */
  readonly play: (name: string, events: readonly ChainEvent[]) => void;
  readonly stopPlaying: () => void;
  /** Hears each trace as it comes, until the returned function is called. */
  readonly follow: (hear: Hear) => () => void;
  readonly close: () => void;
}

type WithoutTime<T> = T extends { readonly atMs: number } ? Omit<T, 'atMs'> : never;
export type Untimed = WithoutTime<ChainEvent>;

/** How often the worker is asked while only messages come in by themselves. */
const OWN_PACE_MS = 25;

const atFirst: BenchState = {
  ready: false,
  names: null,
  values: [],
  panels: new Map(),
  setup: usualSetup,
  hostOpen: [],
  unplugged: new Set(),
  away: new Set(),
  edited: new Set(),
  tick: 0,
  recording: null,
  playing: null,
  problem: null,
};

/** A set with or without one id. */
function toggled(ids: ReadonlySet<string>, id: string, isIn: boolean): ReadonlySet<string> {
  const next = new Set(ids);
  if (isIn) next.add(id);
  else next.delete(id);
  return next;
}

/** What is broken on purpose, after something was done. */
function broken(s: BenchState, done: ChainEvent): Partial<BenchState> {
  if (done.do === 'plug') return { unplugged: toggled(s.unplugged, done.on, !done.connected) };
  if (done.do === 'look') return { away: toggled(s.away, done.on, !done.here) };
  return done.do === 'edit' ? { edited: toggled(s.edited, done.on, done.connected) } : s;
}

/** When something was done, by its stamp: never before what was played or done already, and never ahead, for a stamp may be of another clock. Milliseconds of the bench. */
function inOrder(): (now: number, until: number, stamp: number) => number {
  let last = 0;
  return (now, until, stamp) => {
    last = Math.max(Math.min(now, stamp), until, last);
    return last;
  };
}

export function createBench(worker: Remote<Playing>): Bench {
  const begun = performance.now();
  const now = (): number => performance.now() - begun;
  const monitor = emptyMonitor();
  const [recent, queue] = [nothingRecent(), eventQueue()];
  let taped: ScriptEvent[] = [];
  const doneAt = inOrder();
  let until = 0;
  let asking = false;
  let idle = true;
  let closed = false;
  const store = createStore<BenchState>(() => atFirst);
  const heard = hearers();

  const takeWhole = (whole: BenchWhole | null): void => {
    if (!whole || closed) return;
    store.setState({
      ready: true,
      names: whole.names,
      values: whole.values,
      panels: new Map(whole.panels.map((p) => [p.controllerId, p])),
      hostOpen: whole.hostOpen,
      unplugged: new Set(whole.unplugged),
      away: new Set(),
      edited: new Set(),
    });
  };

  const failed = (error: unknown): void => {
    if (closed) return;
    store.setState({ problem: error instanceof Error ? error.message : 'The bench stopped.' });
  };

  const wake = (): void => {
    if (!idle || closed) return;
    idle = false;
    requestAnimationFrame(frame);
  };

  const frame = async (): Promise<void> => {
    if (closed) return;
    if (asking) {
      requestAnimationFrame(frame);
      return;
    }
    const t = Math.max(until, now());
    const byHand = queue.hurries();
    if (!byHand && t - until < OWN_PACE_MS) {
      drawList();
      requestAnimationFrame(frame);
      return;
    }
    const played = queue.plays();
    const events = queue.due(until, t);
    if (played && !queue.plays()) store.setState({ playing: null });
    until = t;
    asking = true;
    try {
      const done = await worker.frame(events, t);
      if (done && !closed) {
        take(done.trace, done.panels);
        if (byHand) drawList();
        if (done.hostOpen) store.setState({ hostOpen: done.hostOpen });
        // The timeline goes on for as long as something of what it shows is younger than it is long.
        idle = done.quiet && queue.isEmpty() && listed && t - lastIn(recent) > RECENT_MS;
      }
    } catch (error) {
      failed(error);
      idle = true;
    }
    asking = false;
    if (!idle) requestAnimationFrame(frame);
  };

  // What comes in by itself is asked for in every second frame, and the list is drawn in the frames between, so that no frame has
  // to draw both values and list; what the hand did is asked for and drawn at once.
  let listed = true;
  const drawList = (): void => {
    if (listed) return;
    listed = true;
    store.setState((s) => ({ tick: s.tick + 1 }));
  };

  const take = (trace: Trace, panels: readonly PanelNow[]): void => {
    record(monitor, trace);
    heard.tell(trace, until);
    const state = store.getState();
    const values = takeTrace(recent, state.values, trace, until);
    if (trace.kind.length > 0) listed = false;
    if (values !== state.values || panels.length > 0)
      store.setState({
        values,
        ...(panels.length > 0 ? { panels: new Map([...state.panels, ...panels.map((p) => [p.controllerId, p] as const)]) } : {}),
      });
  };

  const anew = (ask: () => Promise<BenchWhole | null>): void => {
    void ask().then(takeWhole, failed);
  };

  return {
    store,
    monitor,
    recent,
    now,
    does: (event, stamp) => {
      const timed = { ...event, atMs: doneAt(now(), until, (stamp ?? Number.POSITIVE_INFINITY) - begun) } as ChainEvent; // border: the same member with its time again
      queue.add(timed);
      if (store.getState().recording !== null && timed.do !== 'words' && timed.do !== 'clock') taped.push(timed);
      store.setState((s) => broken(s, timed));
      wake();
    },
    load: (rig) => anew(() => worker.load(rig, store.getState().setup)),
    setUp: (setup) => {
      store.setState({ setup });
      anew(() => worker.setUp(setup));
    },
    restart: (from) => anew(() => worker.restart(from)),
    takeOver: takeWhole,
    record: () => {
      taped = [];
      store.setState({ recording: now() });
    },
    stopRecording: () => {
      const from = store.getState().recording ?? 0;
      store.setState({ recording: null });
      const events = taped.map((e) => ({ ...e, atMs: Math.max(0, Math.round((e.atMs - from) * 100) / 100) }));
      taped = [];
      return events;
    },
    play: (name, events) => {
      const from = now();
      store.setState({ playing: { name, from, lengthMs: queue.play(events, from) } });
      wake();
    },
    stopPlaying: () => {
      queue.stop();
      store.setState({ playing: null });
    },
    follow: heard.follow,
    close: () => {
      closed = true;
    },
  };
}
