import { judge } from '@/core/checks';
import { madeRig } from '../../made-rig';

export const name = 'outcomes and findings of 2,000 assignments';
const rig = madeRig(2_000);
export const work = (): unknown => judge(rig);
