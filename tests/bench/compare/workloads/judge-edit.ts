import { judge } from '@/core/checks';
import { apply, set } from '@/core/rig';
import { madeRig } from '../../made-rig';

export const name = 'the same after an edit, of 20,000';
const rig = madeRig(20_000);
const first = judge(rig);
const changed = Array.from({ length: 12 }, (_, i) => {
  const row = rig.assignments[i * 487];
  const done = row && apply(rig, set('assignments', row, 'bank', row.bank === 1 ? 2 : 1));
  if (!done?.ok) throw new Error('not applied');
  return done.value;
});
export const work = (): unknown => changed.map((next) => judge(next, first).renewed.size);
