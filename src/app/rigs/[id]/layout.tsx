import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { handedOver } from '@/core/sync';
import { database } from '@/server/folder';
import { currentRig } from '@/server/rigs/journal';
import { openedRig } from '@/server/rigs/sync';
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
  const rig = await (await database()).read((here) => openedRig(here, id));
  if (!rig) notFound();
  return (
    <RigProvider key={id} opened={handedOver(rig)}>
      <div className="print-plain flex h-dvh min-w-[760px] flex-col overflow-hidden has-[[data-phone]]:min-w-0">{children}</div>
    </RigProvider>
  );
}
