'use client';

// Copying, moving or swapping a bank or a page whole: each function is shown before anything changes.

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { counted } from '@/core/base';
import { type Place, type PlaceCopyWish, placeCopyEdit, planPlaceCopy, standsAt, wayWords } from '@/core/commands';
import type { Controller, RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Dialog } from '../primitives/dialog';
import { useRig } from '../store/provider';
import { CopyNumbersAndOver, CopyWay, type How } from './copy-how';
import { CopySpots, type SpotChoice, spotsOf } from './copy-spots';
import { CopyTable } from './copy-table';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly place: Place;
  readonly onClose: () => void;
}

export function CopyPlaceDialog({ index, controller, place, onClose }: Props) {
  const edit = useRig((s) => s.edit);
  const [asked, setAsked] = useState<Asked>({
    what: controller.firmware.banks > 1 ? 'bank' : 'page',
    way: 'copy',
    numbers: 'new',
    over: false,
  });
  const [chosen, setChosen] = useState<SpotChoice>(() => firstFree(index, controller, place));
  const wish: PlaceCopyWish = { controller, from: place, spots: spotsOf(chosen, controller), ...asked };
  const { what, way } = wish;
  const plan = planPlaceCopy(index, wish);
  const count = plan.rows.filter((r) => r.skip === null).length;
  const beside = plan.groups.length + plan.arrivals.length;
  const bank =
    place.bank === null ? 'what is the same in every bank' : controller.bankNames[place.bank - 1] || `bank ${place.bank}`;
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title={`${wayWords[way]} ${what === 'bank' ? bank : `${place.page === null ? 'what is the same on every page' : `page ${place.page}`} of ${bank}`}`}
      description="All its controls and layers, the switches that release each other, and what is done on arriving."
      footer={
        <Button
          tone="primary"
          disabled={count + beside === 0}
          onClick={() => edit(placeCopyEdit(index, wish, plan, () => nanoid(10))) && onClose()}
        >
          {wayWords[way]} {counted(count, 'function')}
        </Button>
      }
    >
      <Wishes controller={controller} bank={bank} wish={wish} change={setAsked} />
      <CopySpots
        controller={controller}
        chosen={chosen}
        several={way === 'copy'}
        onChoose={setChosen}
        paged={what === 'page'}
        {...(what === 'bank' ? { without: place.bank } : {})}
      />
      <CopyTable index={index} rows={plan.rows} empty="Nothing stands there, or no other place is chosen." />
      {beside > 0 && (
        <p className="pt-2 text-xs text-ink-2">
          With{' '}
          {[
            plan.groups.length > 0 && counted(plan.groups.length, 'group'),
            plan.arrivals.length > 0 && counted(plan.arrivals.length, 'arrival'),
          ]
            .filter((s) => s !== false)
            .join(' and ')}
          .
        </p>
      )}
    </Dialog>
  );
}

type Asked = How & Pick<PlaceCopyWish, 'what'>;

/** How much is taken, what becomes of it, and of its numbers. */
function Wishes({
  controller,
  bank,
  wish,
  change,
}: {
  readonly controller: Controller;
  readonly bank: string;
  readonly wish: PlaceCopyWish;
  readonly change: (to: Asked) => void;
}) {
  const { banks, pages } = controller.firmware;
  const { what, way, numbers, over } = wish;
  const asked: Asked = { what, way, numbers, over };
  return (
    <div className="grid grid-cols-2 gap-3">
      {banks > 1 && pages > 1 && (
        <Choice
          label="What is taken"
          value={what}
          options={[
            ['bank', `${bank} with all its pages`],
            ['page', wish.from.page === null ? 'what is the same on every page' : `page ${wish.from.page} alone`],
          ]}
          onChange={(to) => change({ ...asked, what: to })}
        />
      )}
      <CopyWay how={asked} change={(how) => change({ ...asked, ...how })} />
      <CopyNumbersAndOver how={asked} change={(how) => change({ ...asked, ...how })} />
    </div>
  );
}

/** The next bank that holds nothing, else the next one; on one bank the next page. */
function firstFree(index: RigIndex, controller: Controller, { bank, page }: Place): SpotChoice {
  const { banks, pages } = controller.firmware;
  const after = (from: number | null, count: number): readonly number[] =>
    Array.from({ length: count }, (_, i) => (((from ?? 0) + i) % count) + 1).filter((n) => n !== from);
  if (banks === 1) return { banks: [bank], pages: after(page, pages).slice(0, 1) };
  const others = after(bank, banks);
  const free = others.find((b) => !standsAt(index, controller, 'bank', { bank: b, page: null }));
  return { banks: [free ?? others[0] ?? null], pages: [page] };
}
