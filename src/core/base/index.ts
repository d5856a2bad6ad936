// What everything stands on.

// Results instead of exceptions, and unions that the compiler closes.

export { exhaustive } from './exhaustive';
export { err, ok, type Result } from './result';

// Numbers, plurals, maps.

export { type ChangedMap, type Changes, changedMap, type Lookup } from './changed-map';
export { addTo, countBy, groupBy } from './maps';
export { clamp } from './numbers';
export { onceFor } from './once-for';
export { counted, often, plural } from './plural';

// Rows as columns.

export { type Columns, fromColumns, toColumns } from './columns';

// A hash that never changes, and chance by a seed.

export { chance } from './chance';
export { codeUnits, stableHash } from './hash';
