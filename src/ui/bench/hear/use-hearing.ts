'use client';
// Hear it: off until it is asked for, quiet while nobody sees the page, and said where the device does not sound.
import { useEffect, useRef, useState } from 'react';
import * as z from 'zod';
import { useStore } from 'zustand';
import type { RigIndex, Target } from '@/core/rig';
import { usualVoice, type VoiceKind, voiceKinds } from '@/core/voice';
import { recalled, remember } from '../../primitives/kept-here';
import type { Bench } from '../bench-store';
import { followBench } from './follow';
import type { Voices } from './voices';

/** A device that does not sound by then does not sound. */
const SILENT_MS = 700;

const SILENT = 'This device does not sound. Everything else goes on.';

const KEY = 'keen-dial voices';
const keptSchema = z.record(z.string(), z.enum([...voiceKinds, 'silent']));
type Kept = z.infer<typeof keptSchema>;

export interface Hearing {
  readonly on: boolean;
  /** Why nothing is heard though it is on. */
  readonly trouble: string | null;
  readonly turn: (on: boolean) => void;
  readonly voiceOf: (target: Target) => VoiceKind | null;
  readonly choose: (target: Target, kind: VoiceKind | null) => void;
}

export function useHearing(bench: Bench, index: RigIndex): Hearing {
  const [voices, setVoices] = useState<Voices | null>(null);
  const [on, setOn] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [kept, setKept] = useState<Kept>({});
  const names = useStore(bench.store, (s) => s.names);
  /** Counts the turns: what was begun for one before is not taken up. */
  const turns = useRef(0);
  useEffect(() => setKept(recalled(KEY, keptSchema) ?? {}), []);

  const voiceOf = (target: Target): VoiceKind | null => {
    const chosen = kept[target.id];
    return chosen === undefined ? usualVoice(target) : chosen === 'silent' ? null : chosen;
  };

  // biome-ignore lint/correctness/useExhaustiveDependencies: what is chosen is all that a voice follows from
  useEffect(() => {
    if (!voices || !names) return;
    return followBench(
      bench,
      index,
      (id) => {
        const target = index.targets.get(id);
        return target ? voiceOf(target) : null;
      },
      voices,
    );
  }, [voices, bench, index, names, kept]);

  useEffect(() => {
    if (!voices) return;
    const look = (): void => voices.quiet(document.hidden);
    look();
    document.addEventListener('visibilitychange', look);
    return () => {
      document.removeEventListener('visibilitychange', look);
      voices.close();
    };
  }, [voices]);

  const turn = (next: boolean): void => {
    const mine = ++turns.current;
    setOn(next);
    setTrouble(null);
    if (!next) {
      setVoices(null);
      return;
    }
    import('./voices')
      .then(async ({ Voices: Made }) => {
        if (mine !== turns.current) return;
        const made = new Made();
        const sounds = await made.wake(SILENT_MS);
        if (mine !== turns.current) {
          made.close();
          return;
        }
        if (!sounds) setTrouble(SILENT);
        setVoices(made);
      })
      .catch(() => mine === turns.current && setTrouble(SILENT));
  };
  const choose = (target: Target, kind: VoiceKind | null): void => {
    const next: Kept = { ...kept, [target.id]: kind ?? 'silent' };
    setKept(next);
    remember(KEY, next);
  };
  useEffect(
    () => () => {
      turns.current++;
    },
    [],
  );
  return { on, trouble, turn, voiceOf, choose };
}
