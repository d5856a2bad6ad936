import { notFound } from 'next/navigation';
import { handedOver } from '@/core/sync';
import { database } from '@/server/folder';
import { entryOf, versionsOf } from '@/server/rigs/library';
import { openedRig } from '@/server/rigs/sync';
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
  // One moment: what undo would do belongs to the very version that is shown.
  const opened = await (await database()).read(async (here) => {
    const entry = await entryOf(here, id);
    const rig = await openedRig(here, id);
    return entry && rig && { entry, rig, versions: await versionsOf(here, id) };
  });
  if (!opened) notFound();
  const { entry, rig, versions } = opened;
  return (
    <RigProvider key={id} opened={handedOver(rig)}>
      <EntryScreen entry={entry} versions={versions} openedAt={rig.confirmed.version} />
    </RigProvider>
  );
}
