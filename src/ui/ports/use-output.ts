'use client';
// A port to send to: simulated software by default, a device when somebody asks for it.
import { useCallback, useEffect, useRef } from 'react';
import type { PackedMessage } from '@/core/midi';
import { SOFTWARE } from '@/ports';
import { type PortsChoice, usePorts } from './use-ports';

export interface OutputChoice extends PortsChoice {
  readonly simulated: boolean;
  /** False when it could not be sent; what is wrong is then said in `problem`. */
  readonly send: (words: readonly PackedMessage[]) => boolean;
}

/** `onSimulated` takes what is sent to the simulated software. */
export function useOutput(onSimulated: (words: readonly PackedMessage[]) => void): OutputChoice {
  const { choice, device, maker, simulated, fail } = usePorts('out', SOFTWARE);
  const { chosen } = choice;
  const out = useRef<((words: readonly PackedMessage[]) => boolean) | null>(null);
  const taken = useRef(onSimulated);
  taken.current = onSimulated;
  useEffect(() => simulated.whenSent((words) => taken.current(words)), [simulated]);
  useEffect(() => {
    if (chosen === null) return;
    let closed = false;
    let close: (() => void) | null = null;
    void maker.openOutput(chosen).then((opened) => {
      if (opened.ok && !closed) {
        close = opened.close;
        out.current = opened.send;
      } else if (opened.ok) opened.close();
      else if (!closed) fail(opened.problem);
    });
    return () => {
      closed = true;
      out.current = null;
      close?.();
    };
  }, [maker, chosen, fail]);
  const send = useCallback(
    (words: readonly PackedMessage[]): boolean => {
      if (out.current?.(words)) return true;
      fail('gone');
      return false;
    },
    [fail],
  );
  return { ...choice, simulated: !device, send };
}
