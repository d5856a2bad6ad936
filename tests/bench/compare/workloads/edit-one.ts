import { apply, set } from '@/core/rig';
import { madeRig } from '../../made-rig';

export const name = 'twenty single edits, one after the other, of 20,000';
const rig = madeRig(20_000);
export const work = (): unknown => {
  let now = rig;
  for (let i = 0; i < 20; i++) {
    const row = now.assignments[i * 487];
    const done = row && apply(now, set('assignments', row, 'note', 'n'));
    if (!done?.ok) throw new Error('not applied');
    now = done.value;
  }
  return now;
};
