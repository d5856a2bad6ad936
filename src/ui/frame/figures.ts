// The telling figures of the head, counted from the rig and the judge.
import { counted } from '@/core/base';
import type { Finding } from '@/core/checks';
import { coverageOf } from '@/core/proof';
import type { RigIndex } from '@/core/rig';

export interface Figures {
  readonly controllers: number;
  readonly targets: number;
  readonly mapped: number;
  readonly parameters: number;
  /** Functions, of whatever kind: where there is none, nothing can be right or wrong with them. */
  readonly functions: number;
  readonly scripts: number;
  /** Null until they were counted. */
  readonly toEnter: number | null;
  readonly proved: number;
  readonly toProve: number;
  readonly stops: number;
  /** Addresses that serve more than one function. */
  readonly clashes: number;
  readonly cautions: number;
  /** Whether the rig was looked over yet: before that nothing can be said of clashes and findings. */
  readonly judged: boolean;
}

/** What the judge has told. */
interface FromJudge {
  readonly findings: ReadonlyMap<string, readonly Finding[]>;
  /** Whether the findings are those of this rig, and not those of nobody yet. */
  readonly judged: boolean;
  readonly toEnter: number | null;
}

export function figuresOf(index: RigIndex, { findings, judged, toEnter }: FromJudge): Figures {
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
    functions: rig.assignments.length,
    scripts: rig.scripts.length,
    toEnter,
    proved: coverage.proved,
    toProve: coverage.all,
    stops,
    clashes: clashing.size,
    cautions,
    judged,
  };
}

export interface Told {
  readonly figure: string;
  readonly spoken: string;
  readonly tone: 'plain' | 'stop' | 'caution';
}

/** Said until the rig was looked over. */
const looking: Told = { figure: 'looking…', spoken: 'not looked over yet', tone: 'plain' };

/** Said where nothing is assigned yet. */
const nothing: Told = { figure: 'empty', spoken: 'nothing is assigned yet', tone: 'plain' };

/** What is said of clashes. */
export function numbersTold({ judged, clashes, functions }: Figures): Told {
  if (functions === 0) return nothing;
  if (!judged) return looking;
  const words = clashes === 0 ? 'no clash' : counted(clashes, 'clash', 'clashes');
  return { figure: words, spoken: words, tone: clashes > 0 ? 'stop' : 'plain' };
}

/** What is said of the sheet. */
export function sheetTold({ toEnter, functions }: Figures): Told {
  if (toEnter === null) return looking;
  const spoken = `${counted(toEnter, 'line')} to enter`;
  const figure = toEnter > 0 ? `${toEnter} to enter` : functions === 0 ? 'empty' : 'all entered';
  return { figure, spoken, tone: 'plain' };
}

/** What is said of findings. */
export function checksTold({ judged, stops, cautions, functions }: Figures): Told {
  if (!judged) return looking;
  if (stops + cautions === 0 && functions === 0) return nothing;
  if (stops + cautions === 0) return { figure: 'all fine', spoken: 'nothing to fix', tone: 'plain' };
  const spoken = `${stops} must fix, ${cautions} look at`;
  return stops > 0
    ? { figure: `${stops} to fix`, spoken, tone: 'stop' }
    : { figure: `${cautions} to look at`, spoken, tone: 'caution' };
}
