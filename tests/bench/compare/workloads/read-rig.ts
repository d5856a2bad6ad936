import { parseRig, writeRig } from '@/core/formats';
import { madeRig } from '../../made-rig';

export const name = 'a rig file of 1,000 assignments, written and read';
const rig = madeRig(1_000);
export const work = (): unknown => parseRig(writeRig(rig));
