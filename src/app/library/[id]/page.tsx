import { notFound } from 'next/navigation';
import { database } from '@/server/folder';
import { currentRig, standing } from '@/server/rigs/journal';
import { entryOf, versionsOf } from '@/server/rigs/library';
import { EntryScreen } from '@/ui/library/entry-screen';
import { RigProvider } from '@/ui/store/provider';

export const dynamic = 'force-dynamic';

interface Props {
  readonly params: Promise<{ id: string }>;
}

export async function generateMetadata({ params }: Props) {
  return { title: (await entryOf(await database(), (await params).id))?.name ?? 'No such entry' };
}

export default async function EntryPage({ params }: Props) {
  const { id } = await params;
  const db = await database();
  const entry = await entryOf(db, id);
  const now = await currentRig(db, id);
  if (!entry || !now) notFound();
  const state = await standing(db, id, now.version);
  return (
    <RigProvider key={id} opened={{ rig: now.rig, version: now.version, undoLabel: state.undo, redoLabel: state.redo }}>
      <EntryScreen entry={entry} versions={await versionsOf(db, id)} openedAt={now.version} />
    </RigProvider>
  );
}
