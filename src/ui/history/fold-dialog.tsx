'use client';

// Before a history is folded: how much goes, what stays, and that a backup is made first.

import { useEffect, useState } from 'react';
import { counted } from '@/core/base';
import { countStepsBefore, foldBefore } from '@/server/actions/history';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { shortened } from '../primitives/shortened';
import { toast } from '../primitives/toast';

interface Props {
  readonly rigId: string;
  readonly version: number;
  readonly title: string;
  readonly onClose: () => void;
  readonly onFolded: () => void;
}

export function FoldDialog({ rigId, version, title, onClose, onFolded }: Props) {
  const [steps, setSteps] = useState<number | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let here = true;
    countStepsBefore(rigId, version)
      .then((n) => here && setSteps(n))
      .catch(() => here && setProblem('Keen Dial does not answer. Try again in a moment.'));
    return () => {
      here = false;
    };
  }, [rigId, version]);
  const fold = async (): Promise<void> => {
    setBusy(true);
    const refused = await foldBefore(rigId, version).catch(() => 'Keen Dial does not answer. Nothing was folded.');
    setBusy(false);
    if (refused !== null) {
      setProblem(refused);
      return;
    }
    toast(`Folded ${counted(steps ?? 0, 'step')}`, { description: 'A backup was made before.' });
    onFolded();
  };
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title={`Fold what came before “${shortened(title)}”`}
      footer={
        <>
          <Button onClick={onClose}>Keep the whole history</Button>
          <Button tone="primary" disabled={busy || steps === null || steps === 0} onClick={() => void fold()}>
            {busy ? 'Making a backup first …' : `Fold ${counted(steps ?? 0, 'step')}`}
          </Button>
        </>
      }
    >
      <p>
        The steps up to this state go, and the names of states before it. Undo, comparing and going back then reach down to this
        state. The rig itself stays as it is, and so do its ticks and what is known of the hardware.
      </p>
      <p className="mt-2 text-ink-2">A backup of everything is made first; restored, it brings the steps back.</p>
      {problem !== null && (
        <p role="alert" className="mt-3 rounded-sm border border-stop bg-stop-wash px-3 py-2 break-words">
          {problem}
        </p>
      )}
    </Dialog>
  );
}
