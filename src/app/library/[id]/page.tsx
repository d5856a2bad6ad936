import { notFound } from 'next/navigation';
import { database } from '@/server/folder';
import { currentRig, journalHead } from '@/server/rigs/journal';
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
  // One moment: what undo would do belongs to the very version that is shown.
  const opened = await (await database()).read(async (here) => {
    const entry = await entryOf(here, id);
    const now = await currentRig(here, id);
    return entry && now && { entry, now, state: await journalHead(here, id, now.version), versions: await versionsOf(here, id) };
  });
  if (!opened) notFound();
  const { entry, now, state, versions } = opened;
  return (
    <RigProvider key={id} opened={{ rig: now.rig, version: now.version, undoLabel: state.undo, redoLabel: state.redo }}>
      <EntryScreen entry={entry} versions={versions} openedAt={now.version} />
    </RigProvider>
  );
}
