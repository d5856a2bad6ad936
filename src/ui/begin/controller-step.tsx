'use client';
// The first part that has controls: a template, a panel from counts, or the board of the small job.
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { putSmallBoard } from '@/core/begin';
import type { RigIndex } from '@/core/rig';
import { AddControllerDialog } from '../gear/add-controller';
import { Button } from '../primitives/button';
import { useRig } from '../store/provider';
import type { Way } from '../ways/ways';
import { Step, There } from './step-parts';

export function ControllerStep({
  way,
  index,
  onDone,
}: {
  readonly way: Way;
  readonly index: RigIndex;
  readonly onDone: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const [open, setOpen] = useState(false);
  const names = index.rig.controllers.map((c) => c.name);
  const own = way !== 'show';
  return (
    <Step
      title={own ? 'What is under your hands and feet?' : 'A small board'}
      about={
        own
          ? 'Take the template that comes nearest, or say how many switches, knobs and pedals it has. It is drawn to scale, and all of it can be changed later.'
          : 'Four footswitches and a pedal. In a rig of your own you take a template here, or say how many of each you have.'
      }
    >
      <There names={names} onDone={onDone} />
      <div className="flex gap-2">
        {!own && (
          <Button
            tone={names.length === 0 ? 'primary' : 'plain'}
            onClick={() => edit(putSmallBoard(index.rig, () => nanoid(10))) && onDone()}
          >
            Put the small board here
          </Button>
        )}
        {own && (
          <Button tone={names.length === 0 ? 'primary' : 'plain'} onClick={() => setOpen(true)}>
            Add a controller
          </Button>
        )}
      </div>
      {open && (
        <AddControllerDialog
          onClose={() => setOpen(false)}
          onMade={() => {
            setOpen(false);
            onDone();
          }}
        />
      )}
    </Step>
  );
}
