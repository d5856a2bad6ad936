// What can be wrong with a rig. Every check describes itself.

// The checks and what they find.

export { type Evidence, type Finding, type Fix, type Group, groups, type Severity, severityNames } from './finding';
export { type FindingGroup, groupFindings } from './group';
export { guideTable } from './guide';
export { type CheckId, checkOf, checkOrder, checks, isCheckId } from './registry';

// A rig judged, all of it or what an edit touched.

export { countClashes, type Helpers, type JudgedPart, type Judgement, judge, judgeInParts } from './judge';
export { gravest, openFindings } from './open';
export { type Renewal, renewalOf, withRenewal } from './renewal';

// Findings mended, tried beforehand, accepted.

export { accept, acceptAll, openAgain } from './accepted/accept';
export {
  type Consequences,
  consequencesOf,
  countStops,
  type Mended,
  mendAll,
  type Offer,
  offeredFixes,
  searchFixes,
} from './mend';
export { type Preview, previewMoves } from './preview';
