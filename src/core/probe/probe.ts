// Probing a target: values are sent, somebody says what the parameter did, and every way of listening that would have done otherwise is
// struck out. The next value is the one that parts what is left best. The ways of listening are those of the target's simulator.
import { exhaustive } from '../base';
import { decodeClicks, type RelativeCoding, relativeCodingSchema, u7 } from '../midi';
import { detachedTakeover, type TakeoverRule, type TakeoverState, takeOver } from '../receiver';
import {
  batch,
  type Edit,
  type Evidence,
  type Landing,
  type Parameter,
  type Reception,
  type RigIndex,
  set,
  type Target,
} from '../rig';

/** A switch is on or off; a knob stands somewhere. */
export type ProbeKind = 'switch' | 'knob';

/** What can be seen after a value was sent. */
export type Seen = 'on' | 'off' | 'still' | 'little-up' | 'little-down' | 'far-up' | 'far-down';

/** One way of listening, and where its parameter would stand by now. */
export interface Guess {
  readonly ways: Ways;
  /** 0 or 1 for a switch, 0–1 for a knob. */
  readonly position: number;
  readonly takeoverState: TakeoverState;
  /** Whether the value before counted as on; of consequence to who acts on rising edges alone. */
  readonly on: boolean;
}

export type Ways =
  | { readonly type: 'absolute-switch'; readonly threshold: number }
  | { readonly type: 'toggle'; readonly threshold: number; readonly actsOn: Reception['actsOn'] }
  | { readonly type: 'absolute-knob'; readonly takeover: 'jump' | 'pickup' | 'scale' }
  | {
      readonly type: 'relative';
      readonly coding: RelativeCoding /** Part of the travel that one click moves. */;
      readonly step: number;
    };

export interface Probe {
  readonly kind: ProbeKind;
  readonly guesses: readonly Guess[];
  readonly log: ReadonlyArray<{ readonly value: number; readonly seen: Seen | 'unclear' }>;
}

/** Every way of listening that is tried: 127 thresholds absolute, 127 toggling on what counts as on and 127 on rising edges alone (whether the value before counted as on
 * nobody knows), the toggle that any message flips; three takeovers, and three codings of clicks in three sizes of step. */
export function beginProbe(kind: ProbeKind): Probe {
  const at =
    (position: number) =>
    (ways: Ways): Guess => ({ ways, position, takeoverState: detachedTakeover, on: false });
  if (kind === 'switch') {
    const all = Array.from({ length: 127 }, (_, i) => i + 1);
    const rising = all.map((threshold): Ways => ({ type: 'toggle', threshold, actsOn: 'rising-edge' }));
    return {
      kind,
      log: [],
      guesses: [
        ...all.map((threshold): Ways => ({ type: 'absolute-switch', threshold })),
        ...all.map((threshold): Ways => ({ type: 'toggle', threshold, actsOn: 'at-or-above-threshold' })),
        { type: 'toggle' as const, threshold: 64, actsOn: 'any-message' as const },
        ...rising,
      ]
        .map(at(0))
        .concat(rising.map((ways) => ({ ...at(0)(ways), on: true }))),
    };
  }
  return {
    kind,
    log: [],
    guesses: [
      ...(['jump', 'pickup', 'scale'] as const).map((takeover): Ways => ({ type: 'absolute-knob', takeover })),
      ...relativeCodingSchema.options.flatMap((coding) =>
        [1 / 127, 1 / 64, 1 / 24].map((step): Ways => ({ type: 'relative', coding, step })),
      ),
    ].map(at(0.5)),
  };
}

const rules: Readonly<Record<'pickup' | 'scale', TakeoverRule>> = {
  pickup: { type: 'pickup', near: 2 / 127, rejectGap: null },
  scale: { type: 'scale', near: 2 / 127, rejectGap: null },
};

/** Where a way of listening puts its parameter on a value (0–127). */
export function listened(guess: Guess, value: number): Guess {
  const { ways, position: place, takeoverState } = guess;
  switch (ways.type) {
    case 'absolute-switch':
    case 'relative':
      return { ...guess, position: positionAfter(guess, value) };
    case 'toggle':
      return { ...guess, position: positionAfter(guess, value), on: value >= ways.threshold };
    case 'absolute-knob': {
      if (ways.takeover === 'jump') return { ...guess, position: positionAfter(guess, value) };
      const taken = takeOver(rules[ways.takeover], takeoverState, value / 127, place, false);
      return { ...guess, position: taken.position ?? place, takeoverState: { ...taken.takeoverState, left: null } };
    }
    default:
      return exhaustive(ways);
  }
}

/** The position alone: it is asked of each guess and each value. */
function positionAfter({ ways, position, takeoverState, on }: Guess, value: number): number {
  switch (ways.type) {
    case 'absolute-switch':
      return value >= ways.threshold ? 1 : 0;
    case 'toggle': {
      const acts = ways.actsOn === 'any-message' || (value >= ways.threshold && !(ways.actsOn === 'rising-edge' && on));
      return acts ? 1 - position : position;
    }
    case 'absolute-knob':
      if (ways.takeover === 'jump') return value / 127;
      return takeOver(rules[ways.takeover], takeoverState, value / 127, position, false).position ?? position;
    case 'relative':
      return Math.min(1, Math.max(0, position + decodeClicks(value, ways.coding) * ways.step));
    default:
      return exhaustive(ways);
  }
}

/** Moves smaller than this are seen as none, and up to this as a little. */
const STILL = 0.004;
const LITTLE = 0.12;

/** What somebody sees when a parameter goes from one place to another. */
export function seenOf(kind: ProbeKind, before: number, after: number): Seen {
  if (kind === 'switch') return after >= 0.5 ? 'on' : 'off';
  const by = after - before;
  if (Math.abs(by) < STILL) return 'still';
  if (Math.abs(by) <= LITTLE) return by > 0 ? 'little-up' : 'little-down';
  return by > 0 ? 'far-up' : 'far-down';
}

/** Takes what was seen after a value; `unclear` strikes nothing out, and where the parameter stands is then unknown to each guess as before. */
export function answerProbe(probe: Probe, value: number, seen: Seen | 'unclear'): Probe {
  const after = probe.guesses.map((g) => ({ g, next: listened(g, value) }));
  const left = seen === 'unclear' ? after : after.filter(({ g, next }) => seenOf(probe.kind, g.position, next.position) === seen);
  return { ...probe, guesses: left.map(({ next }) => next), log: [...probe.log, { value, seen }] };
}

const tried: Readonly<Record<ProbeKind, readonly number[]>> = {
  // The values that tell most first: off, the largest, around the middle, the smallest (common practice, no source); then any.
  switch: [127, 0, 64, 63, 1, 65, ...Array.from({ length: 126 }, (_, i) => i + 1)],
  knob: [1, 127, 65, 63, 64, 10, 110, 30, 90, 50, 70],
};

/** What a probe has found out, as facts of the reception; null while several are left, or none. */
export function factsFound(probe: Probe): Ways | null {
  const [first] = probe.guesses;
  if (!first) return null;
  const key = factKey(first.ways);
  return probe.guesses.every((g) => factKey(g.ways) === key) ? first.ways : null;
}

/** Sizes of steps are no fact that is looked for. */
const factKey = (ways: Ways): string => (ways.type === 'relative' ? ways.coding : JSON.stringify(ways));

/**
 * The value to send next: the one whose answers part the ways that are left most evenly (entropy), the earlier in the list on a tie.
 * Null when nothing is left to part, or nothing parts it.
 */
export function nextValue(probe: Probe): number | null {
  if (probe.guesses.length === 0 || factsFound(probe)) return null;
  let best: { readonly value: number; readonly bits: number } | null = null;
  for (const value of tried[probe.kind]) {
    const shares = new Map<Seen, number>();
    for (const g of probe.guesses) {
      const seen = seenOf(probe.kind, g.position, positionAfter(g, value));
      shares.set(seen, (shares.get(seen) ?? 0) + 1);
    }
    const bits = [...shares.values()].reduce((sum, n) => {
      const part = n / probe.guesses.length;
      return sum - part * Math.log2(part);
    }, 0);
    if (best === null || bits > best.bits + 1e-9) best = { value, bits };
  }
  if (!best) return null;
  if (best.bits > 1e-9) return best.value;
  // Nothing parts them from where they stand now, but a value may put them where something does: a knob that has not moved yet.
  const fresh = tried[probe.kind].find((v) => !probe.log.some((l) => l.value === v));
  return fresh ?? null;
}

/** The most values that are sent before a probe gives up. */
export const MOST_PROBES = 24;

/** A parameter that can be probed: it hears a control change of 7 bits by itself. */
export function probeKindOf(parameter: Parameter, landing: Landing): ProbeKind | null {
  if (landing.address.type !== 'cc') return null;
  return parameter.kind === 'toggle' ? 'switch' : parameter.kind === 'continuous' ? 'knob' : null;
}

/** The edit that writes what was found to the target as tested, and to the landing that it was found on. `at`: a date (ISO 8601). */
export function writeFound(index: RigIndex, landing: Landing, ways: Ways, at: string): Edit | null {
  const target = index.targets.get(landing.targetId);
  if (!target) return null;
  const { reception, facts } = found(target, ways);
  const evidence: Evidence[] = [
    ...target.evidence.filter((e) => !facts.includes(e.fact)),
    ...facts.map((fact): Evidence => {
      const before = target.evidence.find((e) => e.fact === fact);
      return { fact, grade: 'tested', at, version: target.version, limit: before?.limit ?? '' };
    }),
  ];
  const edits: Edit[] = [
    set('targets', target, 'reception', reception),
    set('targets', { ...target, reception }, 'evidence', evidence),
  ];
  const mode: Landing['mode'] = ways.type === 'toggle' ? 'toggle' : ways.type === 'relative' ? 'relative' : 'absolute';
  const coding = ways.type === 'relative' ? ways.coding : null;
  const takeover = ways.type === 'absolute-knob' ? ways.takeover : landing.takeover;
  let row = landing;
  if (row.mode !== mode) {
    edits.push(set('landings', row, 'mode', mode));
    row = { ...row, mode };
  }
  if (row.coding !== coding) {
    edits.push(set('landings', row, 'coding', coding));
    row = { ...row, coding };
  }
  if (row.takeover !== takeover) edits.push(set('landings', row, 'takeover', takeover));
  return batch(`Write down how ${target.name} listens`, edits);
}

function found(target: Target, ways: Ways): { readonly reception: Reception; readonly facts: readonly string[] } {
  const { reception } = target;
  const withMode = (mode: Landing['mode']): Reception['modes'] =>
    reception.modes.includes(mode) ? reception.modes : [...reception.modes, mode];
  switch (ways.type) {
    case 'absolute-switch':
      return { reception: { ...reception, modes: withMode('absolute'), threshold: u7(ways.threshold) }, facts: ['threshold'] };
    case 'toggle':
      return ways.actsOn === 'any-message'
        ? { reception: { ...reception, modes: withMode('toggle'), actsOn: ways.actsOn }, facts: ['actsOn'] }
        : {
            reception: { ...reception, modes: withMode('toggle'), actsOn: ways.actsOn, threshold: u7(ways.threshold) },
            facts: ['actsOn', 'threshold'],
          };
    case 'absolute-knob':
      return {
        reception: {
          ...reception,
          modes: withMode('absolute'),
          takeover: reception.takeover.includes(ways.takeover) ? reception.takeover : [...reception.takeover, ways.takeover],
        },
        facts: ['takeover'],
      };
    case 'relative':
      return {
        reception: {
          ...reception,
          modes: withMode('relative'),
          relativeEncodings: reception.relativeEncodings.includes(ways.coding)
            ? reception.relativeEncodings
            : [...reception.relativeEncodings, ways.coding],
        },
        facts: ['relativeEncodings'],
      };
    default:
      return exhaustive(ways);
  }
}
