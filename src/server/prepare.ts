// Readies the data folder. With KEEN_DIAL_DEMO=1, an empty database gets the demo rigs and what was proved of them.
import { lanternHour } from '@/demo/lantern-hour';
import { nightFerry } from '@/demo/night-ferry';
import { lanternTrials } from '@/demo/trials';
import { removeWhatIsDue } from './backups/first';
import { folder } from './folder';
import { keepProof } from './rigs/proofs';
import { isNew, putRig } from './rigs/rigs';

/** Opens the folder; a folder that cannot be opened is no error here, since the recovery page tells of it. */
export async function prepare(): Promise<void> {
  const state = (await folder()).state();
  if (state.type !== 'open' || state.db.readOnly !== null) return;
  const { db } = state;
  await removeWhatIsDue(db).catch(() => undefined);
  if (process.env.KEEN_DIAL_DEMO !== '1' || !(await isNew(db))) return;
  const { rig, records } = lanternTrials(lanternHour());
  // At once, so that the first backup has both.
  await db.write(async (writing) => {
    await putRig(writing, nightFerry(), 'night-ferry', {});
    await putRig(writing, rig, 'lantern-hour', {});
  });
  for (const record of records) await keepProof(db, rig.id, record);
}
