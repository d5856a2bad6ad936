// The way from an empty rig to a first function that is proved.
export { type Beginning, beginningOf, type Part } from './beginning';
export { type FirstKind, putFirstParameter, putSmallBoard, putSmallChoir } from './small-job';
