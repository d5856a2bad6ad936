'use client';
// A port to listen to: simulated by default, a device when somebody asks for it. Problems are said; simulation goes on.
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Word } from '@/core/midi';
import { HAND, type PortInfo, type PortProblem, simulatedPorts, webMidi } from '@/ports';

export interface PortChoice {
  readonly ports: readonly PortInfo[];
  readonly chosen: string | null;
  readonly choose: (id: string | null) => void;
  /** Whether the browser is being asked for devices. */
  readonly asking: boolean;
  readonly askForDevices: () => void;
  readonly problem: PortProblem | null;
  readonly touch: ReturnType<typeof simulatedPorts>['touch'];
  readonly play: ReturnType<typeof simulatedPorts>['play'];
  /** The port that is open, once it is known. */
  readonly info: PortInfo | null;
}

/** `start`: the port that is open from the beginning, or none. */
export function usePort(onWords: (words: readonly Word[], atMs: number) => void, start: string | null = HAND): PortChoice {
  // The server draws the screen first, and has no browser to ask.
  const makers = useMemo(
    () => ({
      simulated: simulatedPorts(() => performance.now()),
      devices: webMidi(typeof navigator === 'undefined' ? {} : navigator),
    }),
    [],
  );
  const [ports, setPorts] = useState<readonly PortInfo[]>([]);
  const [chosen, setChosen] = useState<string | null>(start);
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<PortProblem | null>(null);
  const heard = useRef(onWords);
  heard.current = onWords;

  useEffect(() => {
    void makers.simulated.list().then((listed) => listed.ok && setPorts(listed.ports));
  }, [makers]);

  const made = ports.find((p) => p.id === chosen)?.made ?? 'simulated';
  useEffect(() => {
    if (chosen === null) return;
    let closed = false;
    let close: (() => void) | null = null;
    const maker = made === 'device' ? makers.devices : makers.simulated;
    const listener = {
      words: (words: readonly Word[], atMs: number): void => heard.current(words, atMs),
      gone: (why: PortProblem): void => {
        setProblem(why);
        setPorts((all) => all.filter((p) => p.id !== chosen));
        setChosen(start);
      },
    };
    void maker.open(chosen, listener).then((opened) => {
      if (!opened.ok) {
        if (closed) return;
        setProblem(opened.problem);
        setChosen(start);
      } else if (closed) opened.close();
      else close = opened.close;
    });
    return () => {
      closed = true;
      close?.();
    };
  }, [makers, chosen, made, start]);

  const askForDevices = useCallback((): void => {
    setAsking(true);
    setProblem(null);
    void makers.devices.list().then((listed) => {
      setAsking(false);
      if (!listed.ok) setProblem(listed.problem);
      else setPorts((all) => [...all.filter((p) => p.made === 'simulated'), ...listed.ports]);
    });
  }, [makers]);

  const choose = useCallback((id: string | null): void => {
    setProblem(null);
    setChosen(id);
  }, []);
  const { touch, play } = makers.simulated;
  return { ports, chosen, choose, asking, askForDevices, problem, touch, play, info: ports.find((p) => p.id === chosen) ?? null };
}
