import type { ReactNode } from 'react';
import { database } from '@/server/folder';
import { rigNames } from '@/server/rigs/rigs';
import { Head } from '@/ui/frame/head';

export const dynamic = 'force-dynamic';

/** Everything but Stage has the head with the way through the work. */
export default async function WorkLayout({ children }: { readonly children: ReactNode }) {
  const others = await (await database()).read((here) => rigNames(here));
  return (
    <>
      <Head others={others} />
      {children}
    </>
  );
}
