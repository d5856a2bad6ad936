'use client';
// A port to listen to: simulated by default, a device when somebody asks for it. Problems are said; simulation goes on.
import { useEffect, useRef } from 'react';
import type { PackedMessage } from '@/core/midi';
import { HAND, type PortInfo, type simulatedPorts } from '@/ports';
import { type PortsChoice, usePorts } from './use-ports';

export interface PortChoice extends PortsChoice {
  readonly touch: ReturnType<typeof simulatedPorts>['touch'];
  readonly play: ReturnType<typeof simulatedPorts>['play'];
  /** The port that is open, once it is known. */
  readonly info: PortInfo | null;
}

/** `start`: the port that is open from the beginning, or none. `onClock`: told of MIDI clock, by whoever follows it. */
export function usePort(
  onWords: (words: readonly PackedMessage[], atMs: number) => void,
  start: string | null = HAND,
  onClock?: (status: number, atMs: number) => void,
): PortChoice {
  const { choice, info, maker, simulated, fail } = usePorts('in', start);
  const { chosen } = choice;
  const heard = useRef(onWords);
  heard.current = onWords;
  const ticked = useRef(onClock);
  ticked.current = onClock;
  useEffect(() => {
    if (chosen === null) return;
    let closed = false;
    let close: (() => void) | null = null;
    const words = (all: readonly PackedMessage[], atMs: number): void => heard.current(all, atMs);
    const clock = (status: number, atMs: number): void => ticked.current?.(status, atMs);
    void maker.open(chosen, { words, clock, gone: fail }).then((opened) => {
      if (opened.ok && !closed) close = opened.close;
      else if (opened.ok) opened.close();
      else if (!closed) fail(opened.problem);
    });
    return () => {
      closed = true;
      close?.();
    };
  }, [maker, chosen, fail]);
  const { touch, play } = simulated;
  return { ...choice, touch, play, info };
}
