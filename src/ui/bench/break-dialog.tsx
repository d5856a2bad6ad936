'use client';
// Faults to try on purpose: a cable pulled in the drawing, software that is not in front, and how to begin again.
import { useMemo } from 'react';
import { useStore } from 'zustand';
import type { RigIndex, Target } from '@/core/rig';
import { wiringPicture } from '@/core/wires';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Switch } from '../primitives/switch';
import { WiringDrawing } from '../wiring/drawing';
import type { Bench } from './bench-store';

interface Props {
  readonly bench: Bench;
  readonly index: RigIndex;
  readonly onClose: () => void;
}

export function BreakDialog({ bench, index, onClose }: Props) {
  const { rig } = index;
  const unplugged = useStore(bench.store, (s) => s.unplugged);
  const picture = useMemo(() => wiringPicture(rig), [rig]);
  const begin = (how: 'start' | 'elsewhere'): void => {
    bench.restart(how);
    onClose();
  };
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title="Break something"
      description="Nothing here changes the rig: it is broken on the bench alone, until you mend it or begin again."
      footer={
        <>
          <Button onClick={() => begin('elsewhere')}>Begin with every parameter away from its start</Button>
          <Button onClick={() => begin('start')}>Begin as at the start of the show</Button>
        </>
      }
    >
      <div className="flex flex-col gap-4">
        <section aria-label="Cables" className="flex flex-col gap-2">
          <h3 className="text-xs font-semibold">Press a cable to pull it; again to plug it in</h3>
          {rig.wires.length === 0 ? (
            <p className="text-ink-2">There is no cable yet.</p>
          ) : (
            <WiringDrawing
              picture={picture}
              chosen={null}
              pulled={unplugged}
              onChoose={(wire) => bench.does({ do: 'plug', on: wire, connected: unplugged.has(wire) })}
            />
          )}
        </section>
        <Attention bench={bench} index={index} />
        <Editors bench={bench} index={index} />
      </div>
    </Dialog>
  );
}

/** Targets that hear only while they are in front or selected. */
function Attention({ bench, index: { rig } }: Omit<Props, 'onClose'>) {
  const away = useStore(bench.store, (s) => s.away);
  const partly = new Set([
    ...rig.parameters.flatMap((p) => (p.needsFront ? [p.targetId] : [])),
    ...rig.landings.flatMap((l) => (l.scope === 'selected' ? [l.targetId] : [])),
  ]);
  const attentive = rig.targets.filter((t) => hearsOnlyHere(t) || partly.has(t.id));
  return (
    <section aria-label="In front" className="flex flex-col gap-1.5">
      <h3 className="text-xs font-semibold">Look at another window or track</h3>
      {attentive.map((target) => (
        <Switch
          key={target.id}
          label={`${target.name} ${target.reception.scope === 'selected-track' ? 'is not selected' : 'is not in front'}`}
          on={away.has(target.id)}
          onChange={(gone) => bench.does({ do: 'look', on: target.id, here: !gone })}
        />
      ))}
      {attentive.length === 0 && <p className="text-ink-2">Every target on this rig is always listening.</p>}
    </section>
  );
}

/** Controllers that are silent for as long as their editor is connected. */
function Editors({ bench, index: { rig } }: Omit<Props, 'onClose'>) {
  const edited = useStore(bench.store, (s) => s.edited);
  const silent = rig.controllers.filter((c) => c.firmware.whileEdited === 'silent');
  if (silent.length === 0) return null;
  return (
    <section aria-label="Editors" className="flex flex-col gap-1.5">
      <h3 className="text-xs font-semibold">Leave an editor connected</h3>
      {silent.map(({ id, name }) => (
        <Switch
          key={id}
          label={`the editor of ${name} is connected`}
          on={edited.has(id)}
          onChange={(connected) => bench.does({ do: 'edit', on: id, connected })}
        />
      ))}
    </section>
  );
}

const hearsOnlyHere = ({ reception }: Target): boolean =>
  reception.scope === 'focused-window' || reception.scope === 'selected-track';
