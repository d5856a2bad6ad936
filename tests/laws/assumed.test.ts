// Law 11: what must be fixed is wrong whatever the facts that nobody stated are; what is said with _if_ is wrong as assumed, and not otherwise.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Finding, judge } from '@/core/checks';
import { messageTypes, u7 } from '@/core/midi';
import { receiveModes } from '@/core/modes';
import {
  commonFirmware,
  commonReception,
  controllerStates,
  type Firmware,
  firmwareSchema,
  type Reception,
  type Rig,
  receptionSchema,
  targetStates,
} from '@/core/rig';
import { richRig, someRichRig } from '../kit/rich-rig';
import { rigWith, someFunction } from '../kit/some-function';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const settings = { numRuns: RUNS };

/** What a list has where nobody said more, and some more: a list may be longer than assumed (docs/decisions/055). */
const longer = <T>(had: readonly T[], list: readonly T[]) =>
  fc.subarray([...list]).map((more) => [...new Set([...had, ...more])]);
const { actsOn, fourteenBit, relativeEncodings, takeover } = receptionSchema.shape;
const { gestures, switchModes, encoderModes } = firmwareSchema.shape;

/** How a target may listen. */
const otherReception: fc.Arbitrary<Partial<Reception>> = fc.record(
  {
    modes: longer(commonReception.modes, receiveModes),
    threshold: fc.integer({ min: 1, max: 127 }).map(u7),
    actsOn: fc.constantFrom(...actsOn.options),
    relativeEncodings: longer(commonReception.relativeEncodings, relativeEncodings.element.options),
    relativeStep: fc.constantFrom(1 / 127, 0.1, 1),
    fourteenBit: fc.constantFrom(...fourteenBit.options),
    takeover: longer(commonReception.takeover, takeover.element.options),
    rejectGap: fc.constantFrom(null, u7(5)),
    keepsStandardMeanings: fc.boolean(),
    tellsPortsApart: fc.boolean(),
    feedback: fc.constantFrom('none', 'same-address'),
    launchQuantisation: fc.constantFrom('none', 'beat', 'bar'),
  },
  { requiredKeys: [] },
);

/** What a controller may be able to do. */
const otherFirmware: fc.Arbitrary<Partial<Firmware>> = fc.record(
  {
    messages: longer(commonFirmware.messages, messageTypes),
    gestures: longer(commonFirmware.gestures, gestures.element.options),
    switchModes: longer(commonFirmware.switchModes, switchModes.element.options),
    encoderModes: longer(commonFirmware.encoderModes, encoderModes.element.options),
    messagesPerGesture: fc.constantFrom(1, 2, 256),
    press: fc.constantFrom('always-fires', 'waits'),
    releaseAfterHold: fc.constantFrom('fires', 'suppressed'),
    releaseAfterDoubleTap: fc.constantFrom('fires', 'suppressed'),
    banks: fc.constantFrom(1, 3, 128),
    pages: fc.constantFrom(1, 2, 16),
    bankButtons: fc.boolean(),
    counters: fc.constantFrom(0, 1, 128),
    togglesSurviveBankChange: fc.boolean(),
    releaseLookup: fc.constantFrom('press-layer', 'current-layer'),
    sensesPolarity: fc.boolean(),
    lights: fc.constantFrom('own-state', 'feedback'),
  },
  { requiredKeys: [] },
);

/** Only what nobody stated of the first, with values of the second. */
function unstated<F extends object>(other: Partial<F>, states: (fact: keyof F & string) => boolean): Partial<F> {
  const kept: Partial<F> = {};
  for (const fact in other) if (!states(fact)) kept[fact] = other[fact];
  return kept;
}

/** A rig as it may be as well. */
const otherwise = (rig: Rig, heard: Partial<Reception>, sent: Partial<Firmware>): Rig => ({
  ...rig,
  targets: rig.targets.map((t) => ({ ...t, reception: { ...t.reception, ...unstated(heard, (f) => targetStates(t, f)) } })),
  controllers: rig.controllers.map((c) => ({
    ...c,
    firmware: { ...c.firmware, ...unstated(sent, (f) => controllerStates(c, f)) },
  })),
});

/** A rig with some facts as every new unit has them: nobody stated those. */
const forgotten = (rig: Rig, heard: readonly (keyof Reception)[], sent: readonly (keyof Firmware)[]): Rig => ({
  ...rig,
  targets: rig.targets.map((t) => ({ ...t, reception: { ...t.reception, ...only(commonReception, heard) } })),
  controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, ...only(commonFirmware, sent) } })),
});

function only<F extends object>(all: F, facts: readonly (keyof F)[]): Partial<F> {
  const made: Partial<F> = {};
  for (const fact of facts) made[fact] = all[fact];
  return made;
}

const isStop = (f: Finding): boolean => f.severity === 'stop';
const of = (rig: Rig): readonly Finding[] => [...judge(rig).findings.values()].flat();

/** What must be fixed in a rig and is not wrong at all in the same rig as it may be as well. */
function claimed(rig: Rig, other: Rig): readonly string[] {
  const wrongThen = new Set(of(other).flatMap((f) => (isStop(f) || f.assumed !== null ? [f.subjectId] : [])));
  return of(rig).flatMap((f) => (isStop(f) && !wrongThen.has(f.subjectId) ? [`${f.check}: ${f.title}`] : []));
}

const someFacts = fc.record({
  heard: fc.subarray([
    'modes',
    'relativeEncodings',
    'takeover',
    'threshold',
    'actsOn',
    'fourteenBit',
    'tellsPortsApart',
    'feedback',
  ] as const),
  sent: fc.subarray([
    'lights',
    'messages',
    'gestures',
    'switchModes',
    'encoderModes',
    'messagesPerGesture',
    'banks',
    'pages',
  ] as const),
});

describe('what nobody stated', () => {
  it('is claimed of no single function', () => {
    fc.assert(
      fc.property(someFunction, someFacts, otherReception, otherFirmware, (s, facts, heard, sent) => {
        const made = rigWith(s);
        if (!made) return;
        const rig = forgotten(made, facts.heard, facts.sent);
        expect(claimed(rig, otherwise(rig, heard, sent))).toEqual([]);
      }),
      { ...settings, numRuns: RUNS * 5 },
    );
  });
  it('is claimed of nothing in a rig', () => {
    fc.assert(
      fc.property(someRichRig.map(richRig), someFacts, otherReception, otherFirmware, (made, facts, heard, sent) => {
        const rig = forgotten(made, facts.heard, facts.sent);
        expect(claimed(rig, otherwise(rig, heard, sent))).toEqual([]);
      }),
      settings,
    );
  });
});
