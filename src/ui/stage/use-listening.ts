'use client';
// Ports of this machine that are listened to on Stage: one that goes is said at once, and taken up again by itself when it is back.
import { useEffect, useMemo, useRef, useState } from 'react';
import type { PackedMessage } from '@/core/midi';
import { keptOpen, type PortNow, type WantedPort, webMidi } from '@/ports';

/** The devices of this machine; `sysex`: whether the browser is asked for SysEx too, once they are looked for. */
export const useDevices = (sysex = false) =>
  useMemo(() => webMidi(typeof navigator === 'undefined' ? {} : navigator, undefined, sysex), [sysex]);
export type Devices = ReturnType<typeof useDevices>;

/** Who is told what comes in, by the id of its port. */
interface Listener {
  readonly heard: (portId: string, words: readonly PackedMessage[], atMs: number) => void;
  /** MIDI clock: its status. */
  readonly clock: (portId: string, status: number, atMs: number) => void;
  readonly gone: (portId: string) => void;
}

/** `wanted`: each port once. Opened for as long as `on`. */
export function useListening(
  devices: Devices,
  wanted: readonly WantedPort[],
  on: boolean,
  listener: Listener,
): ReadonlyMap<string, PortNow> {
  const [states, setStates] = useState<ReadonlyMap<string, PortNow>>(new Map());
  const latest = useRef(listener);
  latest.current = listener;
  const key = JSON.stringify(wanted);
  useEffect(() => {
    const ports: readonly WantedPort[] = on ? JSON.parse(key) : [];
    const closing = ports.map((port) =>
      keptOpen(devices, port, {
        words: (words, atMs) => latest.current.heard(port.id, words, atMs),
        clock: (status, atMs) => latest.current.clock(port.id, status, atMs),
        state: (now) => {
          if (now === 'gone') latest.current.gone(port.id);
          setStates((all) => new Map(all).set(port.id, now));
        },
      }),
    );
    return () => {
      for (const close of closing) close();
      setStates(new Map());
    };
  }, [devices, key, on]);
  return states;
}
