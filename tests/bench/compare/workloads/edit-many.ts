import { apply, batch, set } from '@/core/rig';
import { madeRig } from '../../made-rig';

export const name = 'one edit of 5,000 rows';
const rig = madeRig(5_000);
const edit = batch(
  'Many',
  rig.assignments.map((row) => set('assignments', row, 'note', 'n')),
);
export const work = (): unknown => apply(rig, edit);
