import { outcome, surroundingsOf } from '@/core/bench';
import { indexRig } from '@/core/rig';
import { madeRig } from '../../made-rig';

export const name = 'full 7-bit sweeps of 400 assignments';
const index = indexRig(madeRig(1_600));
const around = surroundingsOf(index);
const sweeps = index.rig.assignments.filter((a) => a.gesture.type === 'move').slice(0, 400);
export const work = (): unknown => sweeps.map((a) => outcome(index, a, around).type);
