import { database, faultNow } from '@/server/folder';
import { listRigs } from '@/server/rigs/rigs';
import { RigsScreen } from '@/ui/rigs/rigs-screen';

export const dynamic = 'force-dynamic';

export default async function RigsPage() {
  return <RigsScreen rigs={await listRigs(await database())} fault={await faultNow()} />;
}
