// What everything stands on: results instead of exceptions, closing a union, hashes that never change, numbers, chance by a seed, large maps.

export { chance } from './chance';
export { type ChangedMap, type Changes, changedMap, type Lookup } from './changed-map';
export { exhaustive } from './exhaustive';
export { codeUnits, stableHash } from './hash';
export { addTo, countBy, groupBy } from './maps';
export { clamp } from './numbers';
export { counted, plural } from './plural';
export { err, ok, type Result } from './result';
