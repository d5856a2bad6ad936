'use client';
// What arrived, typed in from another monitor.
import { useMemo, useState } from 'react';
import type { HeardMessage } from '@/core/midi';
import { readTyped } from '@/core/proof';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';

export function TypedDialog({
  asked,
  onTake,
  onClose,
}: {
  readonly asked: string;
  readonly onTake: (heard: readonly HeardMessage[]) => void;
  readonly onClose: () => void;
}) {
  const [text, setText] = useState('');
  const read = useMemo(() => readTyped(text), [text]);
  const take = (): void => {
    onClose();
    onTake(read.heard);
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
      title="Type what arrived"
      description={`From another monitor, after this gesture: ${asked}.`}
      footer={
        <>
          <Button onClick={onClose}>Leave it</Button>
          <Button tone="primary" disabled={read.heard.length === 0 || read.bad.length > 0} onClick={take}>
            {read.heard.length === 1 ? 'Compare 1 message' : `Compare ${read.heard.length} messages`}
          </Button>
        </>
      }
    >
      <label className="flex flex-col gap-1">
        <span className="text-xs text-ink-2">
          One message per line, in the order in which they came: numbers from 0, channels from 1, or bytes in hexadecimal.
        </span>
        <textarea
          className="h-44 rounded-sm border border-control-edge bg-sheet p-2 font-mono text-sm"
          spellCheck={false}
          value={text}
          onChange={(e) => setText(e.target.value)}
          placeholder={'CC 104 = 127, ch 5\nNote 36 on 100, ch 10\nB4 68 7F'}
        />
      </label>
      <div role="status" className="mt-2 min-h-10 text-xs">
        {read.bad.slice(0, 4).map((b) => (
          <p key={b.line} className="text-stop">
            Line {b.line}, “{b.text}”: {b.why}.
          </p>
        ))}
        {read.bad.length === 0 && read.heard.length > 0 && <p className="text-ink-2">All lines can be read.</p>}
      </div>
    </Dialog>
  );
}
