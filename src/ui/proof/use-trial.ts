'use client';
// One trial: listening while a function is tried, what can be said by now, and once it is quiet, what is wrong.
import { useCallback, useLayoutEffect, useRef, useState } from 'react';
import type { HeardMessage, PackedMessage } from '@/core/midi';
import { type Ask, quietFor, type Verdict, verdictOf } from '@/core/proof';
import type { ToldDiagnosis } from '@/workers/proof.worker';
import type { Ask as Doctor } from './use-doctor';

export interface Trial {
  readonly heard: readonly HeardMessage[];
  readonly verdict: Verdict;
  /** Null until it is quiet and something is wrong. */
  readonly diagnosis: ToldDiagnosis | null;
  /** Whether what was heard was typed in. */
  readonly typed: boolean;
  readonly take: (words: readonly PackedMessage[], atMs: number) => void;
  /** Takes messages that were typed in: all there is. */
  readonly takeAll: (heard: readonly HeardMessage[]) => void;
  /** Says that nothing more will come. */
  readonly settle: () => void;
  readonly again: () => void;
}

const WAITING: Verdict = { type: 'waiting' };
/** A port that never rests is no gesture: of more messages than this the oldest go. */
const MOST = 3000;

/** How a trial ended. */
export interface TrialEnd {
  readonly outcome: 'proved' | 'failed';
  readonly heard: readonly HeardMessage[];
  readonly diagnosis: ToldDiagnosis | null;
  readonly typed: boolean;
}

/** What goes on while a trial runs, apart from what is drawn. */
interface Running {
  buffer: HeardMessage[];
  typed: boolean;
  ended: boolean;
  proved: boolean;
  /** After a gesture that was made too seldom the next message begins a new one. */
  anew: boolean;
}

const fresh = (): Running => ({ buffer: [], typed: false, ended: false, proved: false, anew: false });

/** How long nothing comes after a function is proved before the next one is asked for, in milliseconds. Common practice, no source. */
export const STANDS_MS = 900;

/** What can be said by now; a trial that is proved has ended, and says so once. */
function judged(ask: Ask, mine: Running, onEnd: (ask: Ask, ended: TrialEnd) => void): Verdict {
  const now = verdictOf(ask, mine.buffer);
  if (now.type !== 'proved' || mine.ended) return now;
  mine.ended = true;
  mine.proved = true;
  onEnd(ask, { outcome: 'proved', heard: [...mine.buffer], diagnosis: null, typed: mine.typed });
  return now;
}

function add(buffer: HeardMessage[], words: readonly PackedMessage[], atMs: number): void {
  for (const word of words) buffer.push({ atMs, word });
  if (buffer.length > MOST) buffer.splice(0, buffer.length - MOST);
}

/**
 * `onEnd` is told once for each trial, how it ended; a gesture that was made too seldom ends nothing. `onRest` is told once a function is proved and the
 * hand rests: what comes while it does not belongs to the function that is on the screen. Typed in, the next one waits until it is asked for.
 */
export function useTrial(
  ask: Ask | null,
  doctor: Doctor,
  onEnd: (ask: Ask, ended: TrialEnd) => void,
  onRest: (ask: Ask) => void,
): Trial {
  const { heard, setHeard, verdict, setVerdict, diagnosis, setDiagnosis } = useSaid();
  const running = useRef(fresh());
  const quiet = useQuiet();
  const draw = useOncePerFrame(() => setHeard([...running.current.buffer]));
  const latest = useRef({ ask, doctor, onEnd, onRest });
  latest.current = { ask, doctor, onEnd, onRest };

  const again = useCallback((): void => {
    running.current = fresh();
    quiet.stop();
    setHeard([]);
    setVerdict(WAITING);
    setDiagnosis(null);
  }, [quiet, setHeard, setVerdict, setDiagnosis]);

  // Another function, or another plan for it, is another trial: from the moment it is on the screen, so that nothing is lost between.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the ask says when to begin anew
  useLayoutEffect(() => {
    again();
    return quiet.stop;
  }, [ask, again, quiet]);

  const settle = useCallback((): void => {
    const { ask: asked, doctor: asks } = latest.current;
    const mine = running.current;
    if (!asked || mine.ended) return;
    const all = [...mine.buffer];
    void asks(asked.assignment.id, all).then((found) => {
      if (mine !== running.current || mine.ended || !found) return;
      setDiagnosis(found);
      mine.anew = found.short !== null;
      if (found.explanations.length === 0 && found.apart === null) return;
      mine.ended = true;
      latest.current.onEnd(asked, { outcome: 'failed', heard: all, diagnosis: found, typed: mine.typed });
    });
  }, [setDiagnosis]);

  const look = useCallback((): Verdict => {
    const { ask: asked, onEnd: ends } = latest.current;
    const now = asked ? judged(asked, running.current, ends) : WAITING;
    setVerdict(now);
    return now;
  }, [setVerdict]);

  const take = useCallback(
    (words: readonly PackedMessage[], atMs: number): void => {
      const { ask: asked } = latest.current;
      if (!asked) return;
      const rest = (): void => latest.current.onRest(asked);
      if (running.current.proved && !running.current.typed) quiet.after(STANDS_MS, rest);
      if (running.current.ended) return;
      if (running.current.anew) again();
      add(running.current.buffer, words, atMs);
      const now = look();
      draw();
      quiet.stop();
      if (now.type === 'proved') quiet.after(STANDS_MS, rest);
      if (now.type === 'so-far' || now.type === 'differs') quiet.after(quietFor(asked), settle);
    },
    [again, look, settle, draw, quiet],
  );

  const takeAll = useCallback(
    (all: readonly HeardMessage[]): void => {
      again();
      running.current.typed = true;
      running.current.buffer = [...all];
      setHeard(all);
      if (look().type !== 'proved') settle();
    },
    [again, look, settle, setHeard],
  );
  return { heard, verdict, diagnosis, typed: running.current.typed, take, takeAll, settle, again };
}

/** What the screen says of a trial. */
function useSaid() {
  const [heard, setHeard] = useState<readonly HeardMessage[]>([]);
  const [verdict, setVerdict] = useState<Verdict>(WAITING);
  const [diagnosis, setDiagnosis] = useState<ToldDiagnosis | null>(null);
  return { heard, setHeard, verdict, setVerdict, diagnosis, setDiagnosis };
}

/** Does something once a frame, however often it is asked to. */
function useOncePerFrame(work: () => void): () => void {
  const drawing = useRef(0);
  const latest = useRef(work);
  latest.current = work;
  return useCallback((): void => {
    if (drawing.current !== 0) return;
    drawing.current = requestAnimationFrame(() => {
      drawing.current = 0;
      latest.current();
    });
  }, []);
}

/** A timer that each message starts anew. */
function useQuiet() {
  const [quiet] = useState(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = (): void => clearTimeout(timer);
    const after = (ms: number, work: () => void): void => {
      stop();
      timer = setTimeout(work, ms);
    };
    return { stop, after };
  });
  return quiet;
}
