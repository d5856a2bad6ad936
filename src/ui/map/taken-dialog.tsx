'use client';

// A gesture has a function already: whether the new one comes in its place or beside it is asked before anything changes.

import { gestureNames } from '@/core/rig';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import type { Taken } from './use-assigning';

export function TakenDialog({ taken, onClose }: { readonly taken: Taken; readonly onClose: () => void }) {
  const { parameter, control, gesture, does, replace, both } = taken;
  const then = (act: () => void): (() => void) => {
    return () => {
      onClose();
      act();
    };
  };
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title={`${control} ${gestureNames[gesture]} does ${does} already`}
      footer={
        <>
          {both && <Button onClick={then(both)}>Do both</Button>}
          <Button tone="primary" autoFocus onClick={then(replace)}>
            Replace {does}
          </Button>
        </>
      }
    >
      <p>
        {parameter} can come in its place{both ? `, or one ${gestureNames[gesture]} can do both` : ''}. What is replaced is
        written down beside the function.
      </p>
    </Dialog>
  );
}
