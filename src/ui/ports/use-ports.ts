'use client';
// Ports to choose from, in one direction: simulated ones at once, devices when somebody asks for them, and what is wrong with them.
import { useCallback, useEffect, useMemo, useState } from 'react';
import { type PortInfo, type PortProblem, simulatedPorts, webMidi } from '@/ports';

export interface PortsChoice {
  readonly ports: readonly PortInfo[];
  readonly chosen: string | null;
  readonly choose: (id: string | null) => void;
  /** Whether the browser is being asked for devices. */
  readonly asking: boolean;
  readonly askForDevices: () => void;
  readonly problem: PortProblem | null;
}

/** `start`: the port that is chosen at first, and again when another one fails. */
export function usePorts(direction: 'in' | 'out', start: string | null) {
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

  useEffect(() => {
    const listing = direction === 'in' ? makers.simulated.list() : makers.simulated.listOutputs();
    void listing.then((listed) => listed.ok && setPorts(listed.ports));
  }, [makers, direction]);

  const askForDevices = useCallback((): void => {
    setAsking(true);
    setProblem(null);
    const listing = direction === 'in' ? makers.devices.list() : makers.devices.listOutputs();
    void listing.then((listed) => {
      setAsking(false);
      if (!listed.ok) setProblem(listed.problem);
      else setPorts((all) => [...all.filter((p) => p.made === 'simulated'), ...listed.ports]);
    });
  }, [makers, direction]);

  const choose = useCallback((id: string | null): void => {
    setProblem(null);
    setChosen(id);
  }, []);
  /** Says what is wrong with the chosen port, and goes back to the first one. */
  const fail = useCallback(
    (why: PortProblem): void => {
      setProblem(why);
      if (why === 'gone') setPorts((all) => all.filter((p) => p.id !== chosen || p.made === 'simulated'));
      setChosen(start);
    },
    [chosen, start],
  );
  const info = ports.find((p) => p.id === chosen) ?? null;
  const device = info?.made === 'device';
  const choice: PortsChoice = { ports, chosen, choose, asking, askForDevices, problem };
  return { choice, info, device, maker: device ? makers.devices : makers.simulated, simulated: makers.simulated, fail };
}
