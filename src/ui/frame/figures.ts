// The telling figures of the head, counted from the rig and the judge.
import type { Finding } from '@/core/checks';
import { coverageOf } from '@/core/proof';
import type { RigIndex } from '@/core/rig';
import { countToEnter } from '@/core/sheets';

export interface Figures {
  readonly controllers: number;
  readonly targets: number;
  readonly mapped: number;
  readonly parameters: number;
  readonly scripts: number;
  readonly toEnter: number;
  readonly proved: number;
  readonly toProve: number;
  readonly stops: number;
  /** Addresses that serve more than one function. */
  readonly clashes: number;
  readonly cautions: number;
}

export function figuresOf(index: RigIndex, findings: ReadonlyMap<string, readonly Finding[]>): Figures {
  const { rig } = index;
  let stops = 0;
  let cautions = 0;
  const clashing = new Set<number>();
  for (const found of findings.values()) {
    for (const f of found) {
      if (f.accepted !== null) continue;
      if (f.severity === 'stop') stops++;
      else if (f.severity === 'caution') cautions++;
      if (f.check === 'address-clash' && f.evidence.type === 'addresses') for (const key of f.evidence.keys) clashing.add(key);
    }
  }
  const coverage = coverageOf(index);
  return {
    controllers: rig.controllers.length,
    targets: rig.targets.length,
    mapped: rig.parameters.filter((p) => index.sendsFor.has(p.id)).length,
    parameters: rig.parameters.length,
    scripts: rig.scripts.length,
    toEnter: countToEnter(index),
    proved: coverage.proved,
    toProve: coverage.all,
    stops,
    clashes: clashing.size,
    cautions,
  };
}
