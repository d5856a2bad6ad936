import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { database } from '@/server/folder';
import { currentRig, standing } from '@/server/rigs/journal';
import { listRigs } from '@/server/rigs/rigs';
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
  const db = await database();
  const now = await currentRig(db, id);
  if (!now) notFound();
  const state = await standing(db, id, now.version);
  const others = (await listRigs(db)).filter((r) => !r.deleted).map((r) => ({ id: r.id, name: r.name }));
  return (
    <RigProvider key={id} opened={{ rig: now.rig, version: now.version, undoLabel: state.undo, redoLabel: state.redo }}>
      <div className="print-plain flex h-dvh min-w-[960px] flex-col overflow-hidden">
        <Head others={others} />
        {children}
      </div>
    </RigProvider>
  );
}
