'use client';
// What Stage listens to, as it was set up: where each controller is heard, the clock, the pedal that goes on.
import { useEffect, useMemo, useRef } from 'react';
import type { PackedMessage } from '@/core/midi';
import { hearPedal, pedalOf } from '@/core/stage';
import type { PortNow, WantedPort } from '@/ports';
import type { StageSettings } from './stage-settings';
import type { FollowingNow } from './use-following';
import { type Devices, useListening } from './use-listening';
import type { Time } from './use-time';

/** How each port stands, by its id; nothing where another window leads. */
export function usePorts(
  devices: Devices,
  { heardOn, clock, pedal }: StageSettings,
  following: FollowingNow,
  { time, goOn }: { readonly time: Time; readonly goOn: () => void },
  on: boolean,
): ReadonlyMap<string, PortNow> {
  const clockOn = typeof clock === 'string' ? null : clock;
  const wanted = useMemo((): readonly WantedPort[] => {
    const all = [...Object.values(heardOn), ...(clockOn ? [clockOn] : []), ...(pedal ? [pedal.port] : [])];
    return [...new Map(all.map((p) => [p.id, p])).values()];
  }, [heardOn, clockOn, pedal]);
  const downAt = useRef<number | null>(null);
  // What is not listened to for a while may have gone anywhere.
  const wasOn = useRef(on);
  const heardIds = Object.keys(heardOn);
  useEffect(() => {
    if (wasOn.current && !on && heardIds.length > 0) void following.worker()?.deaf(heardIds);
    wasOn.current = on;
  });
  const speaksOn = (portId: string): readonly string[] => Object.keys(heardOn).filter((id) => heardOn[id]?.id === portId);
  return useListening(devices, wanted, on, {
    heard: (portId, words, atMs) => {
      const own = pedal?.port.id === portId ? words.filter((w) => pedalOf(w) === pedal.word) : [];
      for (const word of own) {
        const { pressed, ...now } = hearPedal(downAt.current, word, atMs);
        ({ downAt: downAt.current } = now);
        if (pressed) goOn();
      }
      const besides = [...own, ...(clockOn?.id === portId ? words.filter(isTransport) : [])];
      const ids = speaksOn(portId);
      if (ids.length > 0) following.hear({ ids, atMs, words, besides });
    },
    clock: (portId, status, atMs) => {
      if (clockOn?.id === portId) time.hear(status, atMs);
    },
    gone: (portId) => {
      const ids = speaksOn(portId);
      if (ids.length > 0) void following.worker()?.deaf(ids);
    },
  });
}

/** Start, continue and stop of a clock. */
const isTransport = (word: PackedMessage): boolean => word >= 0xfa0000 && word <= 0xfc0000;
