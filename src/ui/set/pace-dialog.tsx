'use client';
// How fast the feet are: forty presses on the real controller, as fast as it goes. What comes of it says how long every way takes.
import { useMemo, useState } from 'react';
import type { Controller, RigIndex } from '@/core/rig';
import { DRILL_PRESSES, type DrillRun, drillOn, type Fit, type Pace, paceFrom, paceInWords, usualPace } from '@/core/stage';
import { PortSelect, PortTrouble } from '../ports/port-select';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Field, Select } from '../primitives/field';
import { PanelPosition } from '../sheet/panel-position';
import { useDrill } from './use-drill';
import type { OwnPace } from './use-pace';

interface Props {
  readonly index: RigIndex;
  readonly own: OwnPace;
  readonly onClose: () => void;
}

export function PaceDialog({ index, own, onClose }: Props) {
  const { controllers } = index.rig;
  const [controller, choose] = useState<Controller | undefined>(
    controllers.find((c) => drillOn(index, c).type === 'drill') ?? controllers[0],
  );
  const { run, begin, stop, port } = useDrill(index, controller?.id);
  const drill = useMemo(() => (controller ? drillOn(index, controller) : null), [index, controller]);
  const again = (): void => {
    if (drill?.type === 'drill') begin(drill.run);
  };
  const change = (id: string): void => {
    choose(index.controllers.get(id));
    stop();
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="How fast your feet are"
      description={`${DRILL_PRESSES} presses on your controller, one after another, as fast as you can: not to music. How long each way of the set takes is worked out from that.`}
    >
      <div className="space-y-3 text-sm">
        <div className="grid grid-cols-2 gap-3">
          <Field label="Controller">
            {(id) => (
              <Select id={id} value={controller?.id ?? ''} onChange={(event) => change(event.target.value)}>
                {controllers.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Field label="Heard on">
            {() => <PortSelect port={port} label="Heard on" none="choose a device" className="h-8 w-full text-sm" />}
          </Field>
        </div>
        <PortTrouble port={port} />
        {drill && drill.type !== 'drill' && <p className="text-caution">{whyNot[drill.type]}</p>}
        {run && run.done < run.aims.length && <Going index={index} run={run} stop={stop} />}
        {drill?.type === 'drill' && !run && (
          <Button tone="primary" disabled={port.chosen === null} onClick={again}>
            Begin
          </Button>
        )}
        {run && run.done >= run.aims.length && (
          <Found
            fit={paceFrom(run.presses)}
            onKeep={(pace) => {
              own.keep(pace);
              onClose();
            }}
            onAgain={again}
          />
        )}
        {own.measuredOn !== null && !run && (
          <p className="flex items-center gap-2 text-ink-2">
            Measured on {own.measuredOn}.
            <Button size="small" tone="link" onClick={() => own.keep(null)}>
              Go back to what is assumed
            </Button>
          </p>
        )}
      </div>
    </Dialog>
  );
}

/** Which switch is next, and how far it is. */
function Going({ index, run, stop }: { readonly index: RigIndex; readonly run: DrillRun; readonly stop: () => void }) {
  const control = index.controls.get(run.aims[run.done]?.controlId ?? '');
  if (!control) return null;
  return (
    <div className="flex items-center gap-4">
      <PanelPosition index={index} control={control} />
      <div role="status" className="min-w-0 flex-1 space-y-2">
        <p className="text-2xl font-semibold">{control.name}</p>
        <p className="text-ink-2">
          {run.done} of {run.aims.length} pressed
          {run.lastMs !== null && !run.clean && ': another one was pressed, this one will not count'}
        </p>
        <Button onClick={stop}>Stop</Button>
      </div>
    </div>
  );
}

const whyNot = {
  'too-few-switches': 'Fewer than two switches of it send something when they are pressed: there is nothing to go between.',
  'too-near': 'Its switches are too near to each other: nothing would tell what a longer way costs.',
} as const;

function Found({
  fit,
  onKeep,
  onAgain,
}: {
  readonly fit: Fit;
  readonly onKeep: (pace: Pace) => void;
  readonly onAgain: () => void;
}) {
  return (
    <div role="status" className="space-y-3">
      <p className={fit.type === 'fits' ? '' : 'text-caution'}>{fitWords(fit)}</p>
      <div className="flex gap-2">
        {fit.type === 'fits' && (
          <Button tone="primary" onClick={() => onKeep(fit.pace)}>
            Use it from now on
          </Button>
        )}
        <Button onClick={onAgain}>Once more</Button>
      </div>
    </div>
  );
}

function fitWords(fit: Fit): string {
  switch (fit.type) {
    case 'fits':
      return `${paceInWords(fit.pace)}, sure to about ${Math.max(1, Math.round(fit.off.a))} ms. Assumed are ${paceInWords(usualPace)}.`;
    case 'too-few':
      return `Only ${fit.presses} presses count: after a slip or a rest a press tells nothing. Try it once more.`;
    case 'too-alike':
      return 'All of them were about as far: nothing tells what a longer way costs.';
    case 'not-as-fast-as-can-be':
      return 'Farther was not slower: that was not as fast as you can. Try it once more, without a beat in your head.';
    default:
      return fit satisfies never;
  }
}
