export type { CheckId, Finding, Fix, Severity } from './finding';
export { checks, type Judgement, judge, offeredFixes } from './judge';
