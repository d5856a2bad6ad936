'use client';
// A port to send to: simulated software by default, a device when somebody asks for it.
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Word } from '@/core/midi';
import { type PortInfo, type PortProblem, SOFTWARE, simulatedPorts, webMidi } from '@/ports';

export interface OutputChoice {
  readonly ports: readonly PortInfo[];
  readonly chosen: string | null;
  readonly choose: (id: string | null) => void;
  readonly asking: boolean;
  readonly askForDevices: () => void;
  readonly problem: PortProblem | null;
  readonly simulated: boolean;
  /** False when it could not be sent; what is wrong is then said in `problem`. */
  readonly send: (words: readonly Word[]) => boolean;
}

/** `onSimulated` takes what is sent to the simulated software. */
export function useOutput(onSimulated: (words: readonly Word[]) => void): OutputChoice {
  const makers = useMemo(
    () => ({
      simulated: simulatedPorts(() => performance.now()),
      devices: webMidi(typeof navigator === 'undefined' ? {} : navigator),
    }),
    [],
  );
  const [ports, setPorts] = useState<readonly PortInfo[]>([]);
  const [chosen, setChosen] = useState<string | null>(SOFTWARE);
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<PortProblem | null>(null);
  const out = useRef<((words: readonly Word[]) => boolean) | null>(null);
  const taken = useRef(onSimulated);
  taken.current = onSimulated;

  useEffect(() => {
    void makers.simulated.listOutputs().then((listed) => listed.ok && setPorts(listed.ports));
    return makers.simulated.whenSent((words) => taken.current(words));
  }, [makers]);

  const made = ports.find((p) => p.id === chosen)?.made ?? 'simulated';
  useEffect(() => {
    if (chosen === null) return;
    let closed = false;
    let close: (() => void) | null = null;
    void (made === 'device' ? makers.devices : makers.simulated).openOutput(chosen).then((opened) => {
      if (!opened.ok) {
        if (closed) return;
        setProblem(opened.problem);
        setChosen(SOFTWARE);
      } else if (closed) opened.close();
      else {
        close = opened.close;
        out.current = opened.send;
      }
    });
    return () => {
      closed = true;
      out.current = null;
      close?.();
    };
  }, [makers, chosen, made]);

  const askForDevices = useCallback((): void => {
    setAsking(true);
    setProblem(null);
    void makers.devices.listOutputs().then((listed) => {
      setAsking(false);
      if (!listed.ok) setProblem(listed.problem);
      else setPorts((all) => [...all.filter((p) => p.made === 'simulated'), ...listed.ports]);
    });
  }, [makers]);
  const choose = useCallback((id: string | null): void => {
    setProblem(null);
    setChosen(id);
  }, []);
  const send = useCallback((words: readonly Word[]): boolean => {
    if (out.current?.(words)) return true;
    setProblem('gone');
    return false;
  }, []);
  return { ports, chosen, choose, asking, askForDevices, problem, simulated: made === 'simulated', send };
}
