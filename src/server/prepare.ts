// Readies the data folder. With KEEN_DIAL_DEMO=1, an empty database gets the demo rig.
import { lanternHour } from '@/demo/lantern-hour';
import { database } from './database/connection';
import { addRig, isNew } from './rigs/rigs';

export async function prepare(): Promise<void> {
  const db = await database();
  if (process.env.KEEN_DIAL_DEMO === '1' && (await isNew(db))) await addRig(db, lanternHour(), 'lantern-hour');
}
