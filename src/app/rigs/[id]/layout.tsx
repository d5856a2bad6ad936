import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { handedOver } from '@/core/sync';
import { database } from '@/server/folder';
import { currentRig } from '@/server/rigs/journal';
import { rigNames } from '@/server/rigs/rigs';
import { openedRig } from '@/server/rigs/sync';
import { Head } from '@/ui/frame/head';
import { RigProvider } from '@/ui/store/provider';

export const dynamic = 'force-dynamic';

interface Props {
  readonly params: Promise<{ id: string }>;
  readonly children: ReactNode;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const now = await currentRig(await database(), (await params).id);
  return { title: now?.rig.name ?? 'No such rig' };
}

export default async function RigLayout({ params, children }: Props) {
  const { id } = await params;
  // One moment: what undo would do belongs to the very version that is shown.
  const opened = await (await database()).read(async (here) => {
    const rig = await openedRig(here, id);
    return rig && { rig, others: await rigNames(here) };
  });
  if (!opened) notFound();
  const { rig, others } = opened;
  return (
    <RigProvider key={id} opened={handedOver(rig)}>
      <div className="print-plain flex h-dvh min-w-[760px] flex-col overflow-hidden has-[[data-phone]]:min-w-0">
        <Head others={others} />
        {children}
      </div>
    </RigProvider>
  );
}
