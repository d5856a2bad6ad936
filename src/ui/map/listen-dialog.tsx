'use client';

// Listening for what a control sends: what arrived in the last second, the likeliest first; what is not meant is named and left out.

import { useEffect, useRef, useState } from 'react';
import { counted } from '@/core/base';
import {
  type Candidate,
  candidates,
  ccTable,
  type Expected,
  type HeardMessage,
  LISTEN_MS,
  type Message,
  shortName,
} from '@/core/midi';
import { type Control, type Controller, type GestureType, gestureNames, type RigIndex } from '@/core/rig';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { usePort } from '../ports/use-port';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control;
  readonly gesture: GestureType;
  readonly onTake: (message: Message) => void;
  readonly onClose: () => void;
}

/** How long the list stands after the last message, so that a hand that let go can still choose. */
const KEPT_MS = 8000;

export function ListenDialog({ index, controller, control, gesture, onTake, onClose }: Props) {
  const heard = useRef<HeardMessage[]>([]);
  const [found, setFound] = useState<readonly Candidate[]>([]);
  const expected: Expected = gesture !== 'move' ? 'switches' : control.kind === 'encoder' ? 'clicks' : 'moves';
  const port = usePort((words, atMs) => {
    const last = heard.current.at(-1);
    if (last && atMs - last.atMs > LISTEN_MS) heard.current = [];
    heard.current.push(...words.map((word) => ({ atMs, word })));
    if (heard.current.length > 4000) heard.current.splice(0, 2000);
    setFound(candidates(heard.current, atMs, expected));
  });
  const { touch } = port;
  useEffect(() => {
    touch({ channel: controller.channel, number: factoryNumber(index, control), moves: gesture === 'move' });
    return () => touch(null);
  }, [touch, controller.channel, index, control, gesture]);
  useEffect(() => {
    const timer = setInterval(() => {
      const last = heard.current.at(-1);
      if (last && performance.now() - last.atMs > KEPT_MS) {
        heard.current = [];
        setFound([]);
      }
    }, 500);
    return () => clearInterval(timer);
  }, []);

  const [best] = found.filter((c) => c.fits);
  const rest = found.filter((c) => c !== best);
  return (
    <Dialog
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
      title={`Listen to ${control.name}`}
      description={
        gesture === 'move'
          ? 'Move it through its whole way, and nothing else.'
          : `Make the gesture once: ${gestureNames[gesture]}.`
      }
      footer={
        <>
          <Button onClick={onClose}>Stop listening</Button>
          <Button tone="primary" disabled={!best} onClick={() => best && onTake(best.message)}>
            {best ? `Take ${nameOf(best.message)}` : 'Nothing to take yet'}
          </Button>
        </>
      }
    >
      <div className="flex flex-col gap-3">
        <div className="flex items-center gap-2">
          <span className="text-xs text-ink-2">from</span>
          <PortSelect port={port} className="w-56" />
        </div>
        <PortTrouble port={port} />
        <div aria-live="polite" className="min-h-[132px]">
          {best ? (
            <CandidateRow candidate={best} why="the likeliest" chosen onTake={onTake} />
          ) : (
            <p className="py-2 text-ink-2">
              {found.length === 0 ? 'Waiting for a message.' : `None of what arrived is ${expectedWords[expected]}.`}
            </p>
          )}
          {rest.slice(0, 4).map((c) => (
            <CandidateRow key={nameOf(c.message)} candidate={c} why={whyNot(c, expected)} chosen={false} onTake={onTake} />
          ))}
        </div>
      </div>
    </Dialog>
  );
}

function CandidateRow({
  candidate,
  why,
  chosen,
  onTake,
}: {
  readonly candidate: Candidate;
  readonly why: string;
  readonly chosen: boolean;
  readonly onTake: (message: Message) => void;
}) {
  const { message, count, distinct } = candidate;
  return (
    <div className={cx('flex items-center gap-3 border-b px-2 py-1.5', chosen && 'tape border')}>
      <span className="w-36 shrink-0 font-mono text-[13.5px]">{nameOf(message)}</span>
      <span className={cx('flex-1 text-xs', !chosen && 'text-ink-2')}>
        {why}; {counted(count, 'message')}, {counted(distinct, 'value')}
      </span>
      {!chosen && (
        <Button size="small" tone="quiet" onClick={() => onTake(message)}>
          Take this one
        </Button>
      )}
    </div>
  );
}

const nameOf = (message: Message): string => `${shortName(message)}${'channel' in message ? `, ch ${message.channel}` : ''}`;

const expectedWords: Readonly<Record<Expected, string>> = { moves: 'a movement', switches: 'a switch', clicks: 'a turn' };

function whyNot(c: Candidate, expected: Expected): string {
  if (c.fits) return 'moved less, perhaps a bumped neighbour';
  if (c.behaves === 'switches') return expected === 'switches' ? 'another switch' : 'a switch, perhaps a touched cap or a push';
  return 'a movement, not a switch';
}

/** What a control sends as it leaves the factory: undefined numbers in the order of the panel. Common practice, no source. */
function factoryNumber(index: RigIndex, control: Control): number {
  const free = ccTable.filter((e) => e.class === 'undefined' && e.number !== 79);
  const at = (index.controlsOf.get(control.controllerId) ?? []).findIndex((c) => c.id === control.id);
  return free[Math.max(0, at) % free.length]?.number ?? 20;
}
