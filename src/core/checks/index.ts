export { accept, openAgain } from './accept';
export type { Evidence, Finding, Fix, Severity } from './finding';
export { countClashes, type Judgement, judge } from './judge';
export { type Consequences, consequencesOf, countStops, type Mended, mendAll, offeredFixes } from './mend';
export { type CheckId, checkNames, type Group, groups, isCheckId } from './names.data';
export { gravest, openFindings } from './open';
export { checkPlace } from './registry';
