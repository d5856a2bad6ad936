// What says the same of several functions is one finding with a count: nine equal lines are read as one.
import type { Finding } from './finding';

/** One finding, or several that say the same. */
export interface FindingGroup {
  /** All of them, in the order in which they came. */
  readonly parts: readonly Finding[];
  /** The one that stands for them: the first that nobody accepted. */
  readonly finding: Finding;
  /** Whether all of them were accepted: one that was not keeps the group open. */
  readonly accepted: boolean;
  /** Reasons with which some were accepted, where others were not. */
  readonly acceptedBefore: readonly string[];
}

/** What two findings have in common that say the same. What is only good to know is known once it was said, whatever function brought it up. */
const sameWords = ({ check, severity, about, title, reason }: Finding): string =>
  JSON.stringify(severity === 'note' ? [check, about, title] : [check, about, severity, title, reason]);

/** Findings with those that say the same as one, in the order of the first of each. */
export function groupFindings(findings: Iterable<Finding>): readonly FindingGroup[] {
  const groups = new Map<string, Finding[]>();
  for (const finding of findings) {
    const key = sameWords(finding);
    const group = groups.get(key);
    if (group) group.push(finding);
    else groups.set(key, [finding]);
  }
  return [...groups.values()].flatMap((parts): FindingGroup[] => {
    const open = parts.find((f) => f.accepted === null);
    const finding = open ?? parts[0];
    if (!finding) return [];
    const reasons = new Set(parts.flatMap((f) => f.accepted?.reason ?? []));
    return [{ parts, finding, accepted: open === undefined, acceptedBefore: open === undefined ? [] : [...reasons] }];
  });
}
