// Which findings still ask for something.
import type { Finding, Severity } from './finding';

const order: Readonly<Record<Severity, number>> = { stop: 0, caution: 1, note: 2 };

/** Findings that nobody accepted, the gravest first. */
export const openFindings = (findings: readonly Finding[] | undefined): readonly Finding[] =>
  (findings ?? []).filter((f) => f.accepted === null).sort((a, b) => order[a.severity] - order[b.severity]);

/** The gravest finding that must be fixed or looked at; null where there is none. What is only good to know does not count. */
export function gravest(findings: readonly Finding[] | undefined): Finding | null {
  let worst: Finding | null = null;
  for (const f of findings ?? []) {
    if (f.accepted !== null || f.severity === 'note') continue;
    if (worst === null || order[f.severity] < order[worst.severity]) worst = f;
  }
  return worst;
}
