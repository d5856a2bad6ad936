import { indexRig } from '@/core/rig';
import { entrySteps, makeSheet } from '@/core/sheets';
import { madeRig } from '../../made-rig';

export const name = 'sheet and steps of 2,000 assignments';
const index = indexRig(madeRig(2_000));
export const work = (): unknown => [makeSheet(index), entrySteps(index)];
