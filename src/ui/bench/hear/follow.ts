// What the bench plays, told to the voices: in order, as long ago as it was.

import type { StoreApi } from 'zustand';
import { type Trace, VALUE } from '@/core/bench';
import type { Parameter, RigIndex } from '@/core/rig';
import { partOf, type VoiceKind, voiceSetting } from '@/core/voice';
import type { Bench, BenchState } from '../bench-store';

/** What is followed of a bench. */
export interface Followed extends Pick<Bench, 'follow'> {
  readonly store: Pick<StoreApi<Pick<BenchState, 'names' | 'values'>>, 'getState' | 'subscribe'>;
}

/** What a bench needs of voices. */
export interface VoiceOutput {
  readonly give: (id: string, place: number, kind: VoiceKind | null, setting: ReturnType<typeof voiceSetting>) => void;
  readonly stand: (id: string, setting: ReturnType<typeof voiceSetting>, agoMs: number) => void;
  readonly strike: (id: string, tone: number, agoMs: number) => void;
}

/** Gives each target its voice as it stands, and follows the bench until the returned function is called. */
export function followBench(
  bench: Followed,
  index: RigIndex,
  voiceOf: (targetId: string) => VoiceKind | null,
  voices: VoiceOutput,
): () => void {
  const ids = bench.store.getState().names?.parameterIds ?? [];
  let values = [...bench.store.getState().values];
  const slots = new Map(ids.map((id, slot) => [id, slot]));
  const parametersOf = (targetId: string): readonly Parameter[] => index.parametersOf.get(targetId) ?? [];
  const settingOf = (targetId: string) => voiceSetting(parametersOf(targetId), (id) => values[slots.get(id) ?? -1]);
  // Strikes have the notes after those of a loop.
  const strikes = new Map<string, number>();
  index.rig.targets.forEach((target, place) => {
    parametersOf(target.id)
      .filter((p) => partOf(p) === 'strike')
      .forEach((p, i) => void strikes.set(p.id, i + 1));
    voices.give(target.id, place, voiceOf(target.id), settingOf(target.id));
  });

  const hear = (trace: Trace, until: number): void => {
    for (let i = 0; i < trace.kind.length; i++) {
      if (trace.kind[i] !== VALUE) continue;
      const slot = trace.a[i] ?? 0;
      const was = values[slot];
      const value = trace.b[i] ?? 0;
      values[slot] = value;
      const parameter = index.parameters.get(ids[slot] ?? '');
      if (!parameter || value === was) continue;
      const ago = Math.max(0, until - (trace.t[i] ?? until));
      const strike = strikes.get(parameter.id);
      if (strike === undefined) voices.stand(parameter.targetId, settingOf(parameter.targetId), ago);
      else if (was === undefined || !(value < was)) voices.strike(parameter.targetId, strike, ago);
    }
  };
  const stopHearing = bench.follow(hear);
  // What was set anew, and not played, sounds as it stands.
  const stopWatching = bench.store.subscribe((state, before) => {
    if (state.values === before.values || state.values.every((value, slot) => Object.is(value, values[slot]))) return;
    values = [...state.values];
    for (const target of index.rig.targets) voices.stand(target.id, settingOf(target.id), 0);
  });
  return () => {
    stopHearing();
    stopWatching();
  };
}
