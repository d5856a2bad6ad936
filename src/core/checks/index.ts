export type { CheckId, Finding, Fix, Severity } from './finding';
export { checks, countClashes, type Judgement, judge, offeredFixes } from './judge';
