// Readies the data folder. With KEEN_DIAL_DEMO=1, an empty database gets the demo rig and what was proved of it.
import { lanternHour } from '@/demo/lantern-hour';
import { lanternTrials } from '@/demo/trials';
import { database } from './database/connection';
import { keepProof } from './rigs/proofs';
import { addRig, isNew } from './rigs/rigs';

export async function prepare(): Promise<void> {
  const db = await database();
  if (process.env.KEEN_DIAL_DEMO !== '1' || !(await isNew(db))) return;
  const { rig, records } = lanternTrials(lanternHour());
  await addRig(db, rig, 'lantern-hour');
  for (const record of records) await keepProof(db, rig.id, record);
}
