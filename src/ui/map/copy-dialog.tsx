'use client';

// Copying, moving or swapping what a control does: shows each gesture at each place before anything changes.

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { counted } from '@/core/base';
import { type CopyWish, copyEdit, doneAt, meantNames, type Place, planCopy, type Spot, wayWords } from '@/core/commands';
import type { Control, RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Dialog } from '../primitives/dialog';
import { useRig } from '../store/provider';
import { CopyNumbersAndOver, CopyWay, type How } from './copy-how';
import { CopySpots, type SpotChoice, spotsOf } from './copy-spots';
import { CopyTable } from './copy-table';

interface Props {
  readonly index: RigIndex;
  readonly from: Control;
  readonly place: Place;
  /** Where it is put first; the player may choose another. */
  readonly onto: Control;
  readonly at: Spot;
  readonly way: CopyWish['way'];
  readonly onClose: () => void;
}

export function CopyDialog({ index, from, place, onto: first, at, way: asked, onClose }: Props) {
  const edit = useRig((s) => s.edit);
  const [ontoId, setOnto] = useState(first.id);
  const [chosen, setChosen] = useState<SpotChoice>({ banks: [at.bank], pages: [at.page] });
  const [how, setHow] = useState<How>({ way: asked, numbers: first.id === from.id ? 'same' : 'new', over: false });
  const onto = index.controls.get(ontoId) ?? first;
  const board = index.controllers.get(onto.controllerId);
  const wish: CopyWish = { from, place, onto, spots: spotsOf(chosen, board), ...how };
  const { way } = how;
  const rows = planCopy(index, wish);
  const count = rows.filter((r) => r.skip === null).length;
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title={`${wayWords[way]} what ${from.name} does`}
      description={doneAt(index, from, place)
        .map((a) => `${a.gesture.type} ${meantNames(index, a)}`)
        .join(', ')}
      footer={
        <Button
          tone="primary"
          disabled={count === 0}
          onClick={() => edit(copyEdit(index, wish, rows, () => nanoid(10))) && onClose()}
        >
          {wayWords[way]} {counted(count, 'function')}
        </Button>
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <CopyWay how={how} change={setHow} />
        <Choice
          label="Onto"
          value={ontoId}
          options={index.rig.controllers.flatMap((c) =>
            (index.controlsOf.get(c.id) ?? []).map(
              (control) => [control.id, c.id === from.controllerId ? control.name : `${c.name}: ${control.name}`] as const,
            ),
          )}
          onChange={setOnto}
        />
        <CopyNumbersAndOver how={how} change={setHow} />
      </div>
      {board && <CopySpots controller={board} chosen={chosen} several={way === 'copy'} onChoose={setChosen} />}
      <CopyTable index={index} rows={rows} empty="Choose another control, or another place." />
    </Dialog>
  );
}
