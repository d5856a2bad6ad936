// The bench on the screen: gathers what the hand does, asks the worker once a frame, keeps what came back.
import type { Remote } from 'comlink';
import { createStore, type StoreApi } from 'zustand';
import {
  type BenchSetup,
  type ChainEvent,
  FINGER_AT,
  FINGER_DOWN,
  FINGER_TURN,
  FINGER_UP,
  type Trace,
  usualSetup,
  VALUE,
} from '@/core/bench';
import type { Rig, ScriptEvent } from '@/core/rig';
import type { BenchNames, BenchWhole, BenchWorker, PanelNow } from '@/workers/bench.worker';
import { emptyMonitor, type Monitor, record } from './monitor';

/** What happened lately, for the timeline: columns that are cut from the front. */
export interface Recent {
  readonly hand: { t: number; control: number; value: number; kind: 'switch' | 'move' | 'turn' }[];
  readonly values: { t: number; slot: number; value: number }[];
}

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
  /** Something that the hand does now. */
  readonly does: (event: Untimed) => void;
  readonly load: (rig: Rig) => void;
  readonly setUp: (setup: BenchSetup) => void;
  readonly restart: (from: 'start' | 'elsewhere') => void;
  readonly record: () => void;
  /** Ends recording and gives what was recorded, its times counted from the start of it. */
  readonly stopRecording: () => readonly ScriptEvent[];
  /** Plays timed events from now on. */
  readonly play: (name: string, events: readonly ChainEvent[]) => void;
  readonly stopPlaying: () => void;
  readonly close: () => void;
}

type WithoutTime<T> = T extends { readonly atMs: number } ? Omit<T, 'atMs'> : never;
export type Untimed = WithoutTime<ChainEvent>;

const RECENT_MS = 12_000;
/** How often the worker is asked while only messages come in by themselves. */
const OWN_PACE_MS = 25;

export function createBench(worker: Remote<BenchWorker>): Bench {
  const begun = performance.now();
  const now = (): number => performance.now() - begun;
  const monitor = emptyMonitor();
  const recent: Recent = { hand: [], values: [] };
  let pending: ChainEvent[] = [];
  let script: { readonly events: readonly ChainEvent[]; next: number } | null = null;
  let taped: ScriptEvent[] = [];
  let until = 0;
  let asking = false;

  let idle = true;
  let closed = false;

  const store = createStore<BenchState>(() => ({
    ready: false,
    names: null,
    values: [],
    panels: new Map(),
    setup: usualSetup,
    hostOpen: [],
    unplugged: new Set(),
    away: new Set(),
    tick: 0,
    recording: null,
    playing: null,
    problem: null,
  }));

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

  /** What a script holds up to now joins what the hand did. */
  const due = (t: number): ChainEvent[] => {
    const events = pending;
    pending = [];
    if (script) {
      while (script.next < script.events.length && (script.events[script.next]?.atMs ?? 0) <= t) {
        const event = script.events[script.next];
        if (event) events.push(event);
        script.next++;
      }
      if (script.next >= script.events.length) {
        script = null;
        store.setState({ playing: null });
      }
      events.sort((a, b) => a.atMs - b.atMs);
    }
    return events;
  };

  const frame = async (): Promise<void> => {
    if (closed) return;
    if (asking) {
      requestAnimationFrame(frame);
      return;
    }
    const t = Math.max(until, now());
    const byHand = script !== null || pending.some((e) => e.do !== 'words');
    if (!byHand && t - until < OWN_PACE_MS) {
      drawList();
      requestAnimationFrame(frame);
      return;
    }
    const events = due(t).map((e) => (e.atMs < until ? { ...e, atMs: until } : e));
    until = t;
    asking = true;
    try {
      const done = await worker.frame(events, t);
      if (done && !closed) {
        take(done.trace, done.panels);
        if (byHand) drawList();
        if (done.hostOpen) store.setState({ hostOpen: done.hostOpen });
        // The timeline goes on for as long as something of what it shows is younger than it is long.
        const last = Math.max(recent.hand.at(-1)?.t ?? -RECENT_MS, recent.values.at(-1)?.t ?? -RECENT_MS);
        idle = done.quiet && pending.length === 0 && script === null && listed && t - last > RECENT_MS;
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
    const state = store.getState();
    let values: number[] | null = null;
    for (let i = 0; i < trace.kind.length; i++) {
      const t = trace.t[i] ?? 0;
      const a = trace.a[i] ?? 0;
      const b = trace.b[i] ?? 0;
      switch (trace.kind[i]) {
        case VALUE:
          values ??= state.values.slice();
          values[a] = b;
          recent.values.push({ t, slot: a, value: b });
          break;
        case FINGER_DOWN:
        case FINGER_UP:
          recent.hand.push({ t, control: a, value: trace.kind[i] === FINGER_DOWN ? 1 : 0, kind: 'switch' });
          break;
        case FINGER_AT:
          recent.hand.push({ t, control: a, value: b, kind: 'move' });
          break;
        case FINGER_TURN:
          recent.hand.push({ t, control: a, value: b, kind: 'turn' });
          break;
        default:
          break;
      }
    }
    cut(recent.hand, until - RECENT_MS);
    cut(recent.values, until - RECENT_MS);
    if (trace.kind.length > 0) listed = false;
    if (values || panels.length > 0)
      store.setState({
        ...(values ? { values } : {}),
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
    does: (event) => {
      const timed = { ...event, atMs: Math.max(now(), until) } as ChainEvent; // border: the same member with its time again
      pending.push(timed);
      if (store.getState().recording !== null && timed.do !== 'words') taped.push(timed);
      if (timed.do === 'plug') {
        const unplugged = new Set(store.getState().unplugged);
        if (timed.connected) unplugged.delete(timed.on);
        else unplugged.add(timed.on);
        store.setState({ unplugged });
      }
      if (timed.do === 'look') {
        const away = new Set(store.getState().away);
        if (timed.here) away.delete(timed.on);
        else away.add(timed.on);
        store.setState({ away });
      }
      wake();
    },
    load: (rig) => anew(() => worker.load(rig, store.getState().setup)),
    setUp: (setup) => {
      store.setState({ setup });
      anew(() => worker.setUp(setup));
    },
    restart: (from) => {
      anew(() => worker.restart(from));
    },
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
      const last = events.at(-1)?.atMs ?? 0;
      script = { events: events.map((e) => ({ ...e, atMs: e.atMs + from })), next: 0 };
      store.setState({ playing: { name, from, lengthMs: last } });
      wake();
    },
    stopPlaying: () => {
      script = null;
      store.setState({ playing: null });
    },
    close: () => {
      closed = true;
    },
  };
}

/** Drops what is older than a time from the front of a list in the order of time. */
function cut(list: { readonly t: number }[], before: number): void {
  let n = 0;
  while (n < list.length && (list[n]?.t ?? 0) < before) n++;
  // Not at every frame: cutting one element from the front moves all the others.
  if (n > 500 || n === list.length) list.splice(0, n);
}
