'use client';
// Ports of this machine that are listened to on Stage: one that goes is said at once, and taken up again by itself when it is back.
import { useEffect, useMemo, useRef, useState } from 'react';
import type { PackedMessage } from '@/core/midi';
import { type PortProblem, webMidi } from '@/ports';

export interface WantedPort {
  readonly id: string;
  readonly name: string;
}

/** How a port stands: being opened, heard, or what is wrong with it. */
export type PortNow = 'opening' | 'heard' | PortProblem;

/** How often a port that is gone is looked for, in milliseconds. */
const AGAIN_MS = 500;

export const useDevices = () => useMemo(() => webMidi(typeof navigator === 'undefined' ? {} : navigator), []);
export type Devices = ReturnType<typeof useDevices>;

/** `wanted`: each port once. Opened for as long as `on`. */
export function useListening(
  devices: Devices,
  wanted: readonly WantedPort[],
  on: boolean,
  heard: (portId: string, words: readonly PackedMessage[], atMs: number) => void,
  gone: (portId: string) => void,
): ReadonlyMap<string, PortNow> {
  const [states, setStates] = useState<ReadonlyMap<string, PortNow>>(new Map());
  const latest = useRef({ heard, gone });
  latest.current = { heard, gone };
  const key = JSON.stringify(wanted);
  useEffect(() => {
    const ports: readonly WantedPort[] = on ? JSON.parse(key) : [];
    const closing = ports.map((port) =>
      keptOpen(devices, port, {
        words: (words, atMs) => latest.current.heard(port.id, words, atMs),
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

interface Told {
  readonly words: (words: readonly PackedMessage[], atMs: number) => void;
  readonly state: (now: PortNow) => void;
}

/** Opens a port and opens it again whenever it has gone: by its id, or by its name where the browser gave it another. */
function keptOpen(devices: Devices, port: WantedPort, told: Told): () => void {
  let closed = false;
  let close: (() => void) | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;
  let now: PortNow | null = null;
  const say = (next: PortNow): void => {
    if (next !== now) told.state(next);
    now = next;
  };
  const later = (): void => {
    if (!closed) timer = setTimeout(open, AGAIN_MS);
  };
  const failed = (problem: PortProblem): void => {
    close = null;
    if (closed) return;
    say(problem);
    later();
  };
  const open = async (): Promise<void> => {
    const listed = await devices.list();
    if (closed) return;
    // Asking again and again would not change the player's mind.
    if (!listed.ok) return say(listed.problem);
    const there = listed.ports.find((p) => p.id === port.id) ?? listed.ports.find((p) => p.name === port.name);
    if (!there) return failed('gone');
    const opened = await devices.open(there.id, { words: told.words, gone: failed });
    if (!opened.ok) return failed(opened.problem);
    if (closed) return opened.close();
    close = opened.close;
    say('heard');
  };
  say('opening');
  void open();
  return () => {
    closed = true;
    if (timer !== null) clearTimeout(timer);
    close?.();
  };
}
