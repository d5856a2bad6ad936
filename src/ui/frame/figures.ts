// The telling figures of the head, counted from the rig and the judge.
import type { Finding } from '@/core/checks';
import type { RigIndex } from '@/core/rig';
import { countToEnter } from '@/core/sheets';

export interface Figures {
  readonly controllers: number;
  readonly targets: number;
  readonly mapped: number;
  readonly parameters: number;
  readonly scripts: number;
  readonly toEnter: number;
  readonly stops: number;
  readonly cautions: number;
}

export function figuresOf(index: RigIndex, findings: ReadonlyMap<string, readonly Finding[]>): Figures {
  const { rig } = index;
  let stops = 0;
  let cautions = 0;
  for (const found of findings.values()) {
    for (const f of found) {
      if (f.severity === 'stop') stops++;
      else if (f.severity === 'caution') cautions++;
    }
  }
  return {
    controllers: rig.controllers.length,
    targets: rig.targets.length,
    mapped: rig.parameters.filter((p) => index.sendsFor.has(p.id)).length,
    parameters: rig.parameters.length,
    scripts: rig.scripts.length,
    toEnter: countToEnter(index),
    stops,
    cautions,
  };
}
