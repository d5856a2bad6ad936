'use client';
// A drill over a port: what is heard of a controller takes it on.
import { useRef, useState } from 'react';
import { type HeardMessage, messageStreamsIn, type PackedMessage } from '@/core/midi';
import type { RigIndex } from '@/core/rig';
import { type DrillRun, drillHears, pressesHeard } from '@/core/stage';
import { type PortChoice, usePort } from '../ports/use-port';

/** What is heard within this time belongs together: the bytes of one message that comes in several. */
const TOGETHER_MS = 12;

export interface DrillNow {
  readonly run: DrillRun | null;
  readonly begin: (run: DrillRun) => void;
  readonly stop: () => void;
  readonly port: PortChoice;
}

export function useDrill(index: RigIndex, controllerId: string | undefined): DrillNow {
  const [run, setRun] = useState<DrillRun | null>(null);
  // What is heard comes faster than it is drawn.
  const now = useRef<DrillRun | null>(null);
  const buffer = useRef<readonly HeardMessage[]>([]);
  const stand = (next: DrillRun | null): void => {
    now.current = next;
    buffer.current = [];
    setRun(next);
  };
  const hear = (words: readonly PackedMessage[], atMs: number): void => {
    if (!now.current || controllerId === undefined) return;
    buffer.current = [...buffer.current.filter((h) => atMs - h.atMs <= TOGETHER_MS), ...words.map((word) => ({ word, atMs }))];
    const heard = pressesHeard(index, controllerId, messageStreamsIn(buffer.current)).filter((p) => p.atMs === atMs);
    const next = drillHears(now.current, heard);
    if (next !== now.current) stand(next);
  };
  const port = usePort(hear, null);
  // Feet are measured on what feet press.
  const devices = { ...port, ports: port.ports.filter((p) => p.made === 'device') };
  return { run, begin: stand, stop: () => stand(null), port: devices };
}
