export { accept, openAgain } from './accepted/accept';
export { type Evidence, type Finding, type Fix, type Group, groups, type Severity, severityNames } from './finding';
export { guideTable } from './guide';
export { countClashes, type Judgement, judge } from './judge';
export { type Consequences, consequencesOf, countStops, type Mended, mendAll, offeredFixes } from './mend';
export { gravest, openFindings } from './open';
export { type Preview, previewMoves } from './preview';
export { type CheckId, checkOf, checkOrder, checks, isCheckId } from './registry';
export { type Renewal, renewalOf, withRenewal } from './renewal';
