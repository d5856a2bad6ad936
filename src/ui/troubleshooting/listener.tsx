'use client';
// The listening part: a port, what arrived in the last moment, and what that answers.
import { useEffect, useRef, useState } from 'react';
import { meantNames } from '@/core/commands';
import { type HeardMessage, LISTEN_MS, type Message, sayPacked, shortName } from '@/core/midi';
import type { Assignment, RigIndex } from '@/core/rig';
import { type Answer, answersFromMonitor } from '@/core/troubleshooting';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { usePort } from '../ports/use-port';
import { Button } from '../primitives/button';

export function Listener({
  index,
  controllerId,
  planned,
  onAnswers,
}: {
  readonly index: RigIndex;
  readonly controllerId: string | null;
  readonly planned: { readonly assignment: Assignment; readonly message: Message } | null;
  readonly onAnswers: (answers: readonly Answer[]) => void;
}) {
  const heard = useRef<HeardMessage[]>([]);
  const [last, setLast] = useState<readonly HeardMessage[]>([]);
  // No port is open until somebody chooses one: what the simulated hand plays would answer for the real one.
  const port = usePort((words, atMs) => {
    heard.current.push(...words.map((word) => ({ atMs, word })));
    if (heard.current.length > 2000) heard.current.splice(0, 1000);
    setLast(heard.current.slice(-3).reverse());
  }, null);
  const { touch } = port;
  useEffect(() => {
    const controller = index.controllers.get(controllerId ?? '');
    const number = planned && 'number' in planned.message ? planned.message.number : 20;
    touch(controller ? { channel: controller.channel, number, moves: planned?.assignment.gesture.type === 'move' } : null);
    return () => touch(null);
  }, [touch, index, controllerId, planned]);
  const control = planned && index.controls.get(planned.assignment.controlId);
  return (
    <section aria-label="Listening" className="flex max-w-[720px] flex-col gap-2 rounded-md border bg-sheet px-5 py-3">
      <div className="flex items-center gap-3">
        <PortSelect port={port} none="choose a port to listen to" className="w-64" />
        <p className="min-w-0 flex-1 truncate text-xs text-ink-2">
          {planned && control
            ? `Planned: ${control.name} sends ${shortName(planned.message)} on channel ${'channel' in planned.message ? planned.message.channel : '–'} for ${meantNames(index, planned.assignment)}`
            : 'Nothing is planned between these two yet.'}
        </p>
        <Button
          size="small"
          disabled={port.chosen === null}
          onClick={() => {
            const now = performance.now();
            onAnswers(
              answersFromMonitor(
                heard.current.filter((h) => now - h.atMs < LISTEN_MS * 10).map((h) => ({ ...h, atMs: now })),
                now,
                planned?.message ?? null,
              ),
            );
          }}
        >
          Use what is heard
        </Button>
      </div>
      <PortTrouble port={port} />
      {port.chosen !== null && (
        <p className="font-mono text-xs" aria-live="polite">
          {last.length === 0 ? 'Nothing yet. Move the control.' : last.map((h) => sayPacked(h.word, [])).join('  ·  ')}
        </p>
      )}
    </section>
  );
}
