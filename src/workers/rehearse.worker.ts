// Rehearsing, off the screen's thread: looks for the ways of the set, plays the drawn panels, and judges what was played.
import { expose } from 'comlink';
import { nanoid } from 'nanoid';
import type { BenchSetup, ChainEvent } from '@/core/bench';
import { type AttemptRecord, judgeOf, recordOf, sessionAt, type Take, type TakeJudge, wayKeyOf } from '@/core/rehearsal';
import type { Rig } from '@/core/rig';
import {
  looksAt,
  type Pace,
  sameGear,
  type ToldStep,
  type Transition,
  toldOf,
  transitionsOf,
  type WayMemory,
} from '@/core/stage';
import { type BenchFrame, type BenchWhole, type Held, heldBench, type Playing, playedUpTo, wholeOf } from './playing';

/** The way into one section, as the screen needs it. */
export interface RehearsedWay {
  readonly songId: string;
  readonly at: number;
  /** Stands for the way: attempts at another one do not count for it. */
  readonly way: string;
  /** What the hand does; null where no way was found. */
  readonly gestures: readonly string[] | null;
  readonly steps: readonly ToldStep[];
  /** What is said of it: whether it fits, and why there is none. */
  readonly words: readonly string[];
}

/** A take as the screen asks for it. */
export interface AskedTake {
  readonly songId: string;
  readonly first: number;
  readonly last: number;
  readonly share: number;
  /** When the first click sounds, in milliseconds of the bench. */
  readonly zeroMs: number;
  /** How much later than it was meant what the player does comes here, in milliseconds. */
  readonly delayMs: number;
}

interface Going {
  readonly asked: AskedTake;
  readonly own: readonly Transition[];
  readonly judge: TakeJudge;
  /** What was done and not judged yet, in milliseconds from the first click. */
  events: ChainEvent[];
  byController: boolean;
}

const held: Held = { session: null };
const bench = heldBench(held);
/** Milliseconds of the chain at the first moment of the bench. */
let shift = 0;
let going: Going | null = null;
let found: ReadonlyMap<string, Transition> = new Map();
let memory: { soon: WayMemory; closer: WayMemory } = { soon: [], closer: [] };
let looks = 0;

/** How often it is looked whether a take is over. */
const WAIT_MS = 150;

const keyAt = (songId: string, at: number): string => `${songId} ${at}`;

const api = {
  ...bench,
  load(rig: Rig, setup: BenchSetup): BenchWhole {
    if (held.session && !sameGear(held.session.index.rig, rig)) memory = { soon: [], closer: [] };
    going = null;
    return bench.load(rig, setup);
  },
  frame(events: readonly ChainEvent[], until: number): BenchFrame | null {
    if (!held.session) return null;
    if (going) {
      const { zeroMs, delayMs } = going.asked;
      going.events.push(...events.map((e) => ({ ...e, atMs: e.atMs - zeroMs - delayMs })));
      going.byController ||= events.some((e) => e.do === 'words');
    }
    const { session, frame } = playedUpTo(
      held.session,
      events.map((e) => ({ ...e, atMs: e.atMs + shift })),
      until + shift,
    );
    held.session = session;
    return { ...frame, trace: { ...frame.trace, t: frame.trace.t.map((t) => t - shift) } };
  },
  /** Tells the way into each section of the rig that was loaded, soon, and again from a closer look. False where it was asked again meanwhile. */
  async ways(pace: Pace, tell: (way: RehearsedWay) => Promise<void> | void): Promise<boolean> {
    if (!held.session) return false;
    const own = ++looks;
    const { index } = held.session;
    found = new Map();
    let closer = false;
    const look = looksAt(pace);
    for (const [options, kept] of [[look.soon, memory.soon] as const, [look.close, memory.closer] as const]) {
      let open = false;
      // A way begins where the one before it ends: a closer look takes the place of the first one whole, or not at all.
      const pass: (readonly [Transition, RehearsedWay])[] = [];
      for (const transition of transitionsOf(index, options, kept)) {
        const { song, at, way } = transition;
        open ||= way.type === 'not-found' || (way.type === 'way' && !way.proved);
        const { gestures, steps, words } = toldOf(index, transition);
        const told = { songId: song.id, at, way: wayKeyOf(index, transition), gestures, steps, words };
        pass.push([transition, told]);
        if (!closer) {
          found = new Map(found).set(keyAt(song.id, at), transition);
          await tell(told);
        }
        // While a take goes on, nothing else is played here: the panels answer at once.
        while (going !== null && own === looks) await new Promise((resolve) => setTimeout(resolve, WAIT_MS));
        if (own !== looks) return false;
      }
      if (closer) {
        found = new Map(pass.map(([t]) => [keyAt(t.song.id, t.at), t]));
        for (const [, told] of pass) await tell(told);
      }
      if (!open) break;
      closer = true;
    }
    return true;
  },
  /** Stands everything where a take begins; null where the way into one of its sections is not looked for yet. */
  begin(asked: AskedTake): BenchWhole | null {
    if (!held.session) return null;
    const { index } = held.session;
    const song = index.rig.songs.find((s) => s.id === asked.songId);
    const own = (song?.sections ?? []).flatMap((_, at) =>
      at < asked.first || at > asked.last ? [] : (found.get(keyAt(asked.songId, at)) ?? []),
    );
    const [first] = own;
    if (!song || !first || own.length !== asked.last - asked.first + 1) return null;
    const take: Take = { song, first: asked.first, last: asked.last, share: asked.share };
    held.session = sessionAt(index, take, first);
    shift = first.begins.t - asked.zeroMs;
    going = { asked, own, judge: judgeOf(index, take, own), events: [], byController: false };
    return wholeOf(held.session);
  },
  /** Judges every way that is closed by a time of the bench, in milliseconds; those that were not told yet. */
  judged(now: number): readonly AttemptRecord[] {
    if (!going || !held.session) return [];
    const { asked, own, judge } = going;
    const records: AttemptRecord[] = [];
    for (let due = judge.next(); due && due.closesMs + asked.delayMs <= now - asked.zeroMs; due = judge.next()) {
      const { at, closesMs } = due;
      const before = going.events.filter((e) => e.atMs <= closesMs);
      going.events = going.events.slice(before.length);
      const attempt = judge.close(before);
      const transition = own.find((t) => t.at === at);
      if (!attempt || !transition) break;
      const about = { id: nanoid(12), at: new Date().toISOString(), share: asked.share } as const;
      records.push(
        recordOf(held.session.index, transition, attempt, { ...about, by: going.byController ? 'controller' : 'panel' }),
      );
    }
    return records;
  },
  /** Leaves the take; what is played from now on is judged no more. */
  end(): void {
    going = null;
  },
};

export type RehearseWorker = typeof api;

expose(api satisfies Playing);
