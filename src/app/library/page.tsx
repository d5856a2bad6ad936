import type { Metadata } from 'next';
import { database } from '@/server/folder';
import { listEntries } from '@/server/rigs/library';
import { LibraryScreen } from '@/ui/library/library-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Library' };

export default async function LibraryPage() {
  return <LibraryScreen entries={await listEntries(await database())} />;
}
