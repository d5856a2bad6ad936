import { judge } from '@/core/checks';
import { lanternHour } from '@/demo/lantern-hour';

export const name = 'outcomes and findings of the demo rig';
const rig = lanternHour();
export const work = (): unknown => judge(rig);
