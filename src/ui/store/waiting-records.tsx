'use client';
import { counted, plural } from '@/core/base';
import { Button } from '../primitives/button';
import type { Logbook } from './use-records';

interface Props {
  /** What one of them is called. */
  readonly one: string;
  readonly logbook: Pick<Logbook<{ readonly id: string }>, 'waiting' | 'silent' | 'refused' | 'kept' | 'again' | 'letGo'>;
}

/** Says what the server has not got: nothing while it answers. */
export function WaitingRecords({ one, logbook: { waiting, silent, refused, kept, again, letGo } }: Props) {
  return (
    <>
      {waiting > 0 && silent && (
        <p role="status" className="text-xs text-stop">
          {counted(waiting, one)} {plural(waiting, 'waits', 'wait')}: no answer from Keen Dial.{' '}
          {kept
            ? `This browser keeps ${plural(waiting, 'it', 'them')}, and sends ${plural(waiting, 'it', 'them')} by itself.`
            : `This browser cannot keep ${plural(waiting, 'it', 'them')}: stay on this page until there is an answer.`}
        </p>
      )}
      {refused && (
        <div role="alert" className="flex flex-wrap items-center gap-2 text-xs text-stop">
          <span>
            {counted(refused.count, one)} {plural(refused.count, 'was', 'were')} not saved. {refused.reason}
          </span>
          <Button size="small" onClick={again}>
            Try again
          </Button>
          <Button size="small" tone="quiet" onClick={letGo}>
            Let {plural(refused.count, 'it', 'them')} go
          </Button>
        </div>
      )}
    </>
  );
}
