'use client';
// One trial: listening while a function is tried, what can be said by now, and once it is quiet, what is wrong.
import { useCallback, useEffect, useRef, useState } from 'react';
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

/** `onEnd` is told once for each trial, how it ended; a gesture that was made too seldom ends nothing. */
export function useTrial(
  ask: Ask | null,
  doctor: Doctor,
  onEnd: (
    ask: Ask,
    ended: {
      readonly outcome: 'proved' | 'failed';
      readonly heard: readonly HeardMessage[];
      readonly diagnosis: ToldDiagnosis | null;
      readonly typed: boolean;
    },
  ) => void,
): Trial {
  const [heard, setHeard] = useState<readonly HeardMessage[]>([]);
  const [verdict, setVerdict] = useState<Verdict>(WAITING);
  const [diagnosis, setDiagnosis] = useState<ToldDiagnosis | null>(null);
  const buffer = useRef<HeardMessage[]>([]);
  const typed = useRef(false);
  const ended = useRef(false);
  // After a gesture that was made too seldom the next message begins a new one.
  const anew = useRef(false);
  const turn = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const drawing = useRef(0);
  const latest = useRef({ ask, doctor, onEnd });
  latest.current = { ask, doctor, onEnd };

  const again = useCallback((): void => {
    turn.current++;
    buffer.current = [];
    ended.current = false;
    anew.current = false;
    typed.current = false;
    if (timer.current) clearTimeout(timer.current);
    setHeard([]);
    setVerdict(WAITING);
    setDiagnosis(null);
  }, []);

  // Another function, or another plan for it, is another trial.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the ask says when to begin anew
  useEffect(() => {
    again();
    return () => {
      if (timer.current) clearTimeout(timer.current);
    };
  }, [ask, again]);

  const settle = useCallback((): void => {
    const { ask: asked, doctor: asks } = latest.current;
    if (!asked || ended.current) return;
    const mine = turn.current;
    const all = [...buffer.current];
    void asks(asked.assignment.id, all).then((found) => {
      if (mine !== turn.current || ended.current || !found) return;
      setDiagnosis(found);
      anew.current = found.short !== null;
      if (found.explanations.length === 0) return;
      ended.current = true;
      latest.current.onEnd(asked, { outcome: 'failed', heard: all, diagnosis: found, typed: typed.current });
    });
  }, []);

  const look = useCallback((): Verdict => {
    const { ask: asked } = latest.current;
    if (!asked) return WAITING;
    const now = verdictOf(asked, buffer.current);
    setVerdict(now);
    if (now.type === 'proved' && !ended.current) {
      ended.current = true;
      latest.current.onEnd(asked, { outcome: 'proved', heard: [...buffer.current], diagnosis: null, typed: typed.current });
    }
    return now;
  }, []);

  const take = useCallback(
    (words: readonly PackedMessage[], atMs: number): void => {
      if (!latest.current.ask || ended.current) return;
      if (anew.current) again();
      for (const word of words) buffer.current.push({ atMs, word });
      if (buffer.current.length > MOST) buffer.current.splice(0, buffer.current.length - MOST);
      const now = look();
      // The table is drawn once a frame, however many messages come.
      if (drawing.current === 0)
        drawing.current = requestAnimationFrame(() => {
          drawing.current = 0;
          setHeard([...buffer.current]);
        });
      if (timer.current) clearTimeout(timer.current);
      if (now.type === 'so-far' || now.type === 'differs') timer.current = setTimeout(settle, quietFor(latest.current.ask));
    },
    [again, look, settle],
  );

  const takeAll = useCallback(
    (all: readonly HeardMessage[]): void => {
      again();
      typed.current = true;
      buffer.current = [...all];
      setHeard(all);
      if (look().type !== 'proved') settle();
    },
    [again, look, settle],
  );
  return { heard, verdict, diagnosis, typed: typed.current, take, takeAll, settle, again };
}
