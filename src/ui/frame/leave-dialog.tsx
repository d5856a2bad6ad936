'use client';
import { useRouter } from 'next/navigation';
import { counted } from '@/core/base';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { useRig } from '../store/provider';
import { savingWords } from './saving-words';
import { useWayOut } from './way-out';

/** Changes wait, and somebody wants to leave: what becomes of them, and whether. */
export function LeaveDialog({ to }: { readonly to: string }) {
  const router = useRouter();
  const count = useRig((s) => s.unsent.length);
  const saving = useRig((s) => s.saving);
  const stay = (): void => useWayOut.setState({ to: null });
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && stay()}
      title={count === 0 ? 'Everything is saved' : `${counted(count, 'change is', 'changes are')} not saved yet`}
      description={savingWords[saving]}
      plain
      footer={
        <>
          <Button onClick={() => router.push(to)}>Leave</Button>
          <Button tone="primary" onClick={stay}>
            Stay here
          </Button>
        </>
      }
    >
      <p>
        {count === 0
          ? 'Nothing is lost by leaving.'
          : `Nothing is lost: what waits stays on this device, the list of rigs names it, and it is saved as soon as Keen Dial can take it.`}
      </p>
    </Dialog>
  );
}
