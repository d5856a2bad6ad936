'use client';
// Teaching a parameter from here: the planned message is sent when the player says so.
import { useState } from 'react';
import type { Landing, RigIndex } from '@/core/rig';
import { lessonFor } from '@/core/sheets';
import { useCommand } from '../commands/use-command';
import { PortSelect, PortTrouble } from '../ports/port-select';
import type { OutputChoice } from '../ports/use-output';
import { Button } from '../primitives/button';
import { toast } from '../primitives/toast';

interface Props {
  readonly index: RigIndex;
  readonly landing: Landing;
  readonly out: OutputChoice;
}

export function Teach({ index, landing, out }: Props) {
  const lesson = lessonFor(index, landing);
  const [sent, setSent] = useState<{ readonly id: string; readonly times: number } | null>(null);
  const send = (): void => {
    if (lesson.type !== 'send') return;
    lesson.words.forEach(({ atMs, word }, i) => {
      setTimeout(() => {
        const went = out.send([word]);
        if (!went && i === 0) toast.error('It could not be sent. Choose the port once more.');
      }, atMs);
    });
    setSent((was) => ({ id: landing.id, times: was?.id === landing.id ? was.times + 1 : 1 }));
  };
  useCommand('steps-teach', send, { enabled: lesson.type === 'send' });
  return (
    <section aria-label="Teach it from here" className="rounded-md border border-dashed border-control-edge px-6 py-4">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="text-lg font-semibold">Or teach it from here</h3>
        {lesson.type === 'send' ? (
          <>
            <span className="flex items-center gap-2 text-xs text-ink-2">
              to
              <PortSelect port={out} label="Port to send to" className="w-48" />
            </span>
            <Button className="h-10 px-4 text-base" onClick={send}>
              Send it <kbd className="font-mono text-xs">T</kbd>
            </Button>
          </>
        ) : (
          <p className="text-ink-2">Not this one. {lesson.why}</p>
        )}
      </div>
      {lesson.type === 'send' && (
        <p className="mt-1 text-ink-2" role="status">
          {sent?.id === landing.id
            ? `Sent ${sent.times === 1 ? '' : `${sent.times} times `}with ${valueList(lesson.values)}${out.simulated ? ', to the simulated software' : ''}.`
            : `Start learning there, then send: the planned message with ${valueList(lesson.values)}.`}
        </p>
      )}
      <PortTrouble port={out} />
    </section>
  );
}

const valueList = (values: readonly number[]): string =>
  values.length <= 4 ? values.join(', ') : `${values[0]} to ${values[Math.floor(values.length / 2)]} and back`;
