// What is wanted of a parameter is not what the play does, and no other check says why.
import { effectWords } from '../bench';
import { modeOf } from '../modes';
import type { Assignment, Parameter, RigIndex, Want } from '../rig';
import { possibleWants, sayWant, shortfallOf, wantedOf, wantWords } from '../wants';
import { type AssignmentCheck, type Found, subjectOf } from './finding';
import { alternating, alternatingFrom, always, modeFix, sendFix, whileHeld } from './fix-parts';
import type { CheckId } from './registry';

/** Checks that say in words of their own why a parameter does not do what it should: what they tell is not told twice. A switch the wrong way round is not among them: turned round, it may fall short all the same. */
const tellWhy: readonly CheckId[] = [
  'acts-while-held',
  'backwards',
  'cannot-send',
  'count-past',
  'dead-travel',
  'every-second-press',
  'first-press-does-nothing',
  'flips-back',
  'heard-twice',
  'irregular',
  'never-off',
  'never-picked-up',
  'never-registers',
  'no-such-gesture',
  'not-routed',
  'outside-window',
  'relative-mismatch',
  'stays-on',
  'target-lacks',
];

/** What somebody said is wanted; null where it is only assumed, or where only one thing can be. */
export function saidWant(index: RigIndex, assignment: Assignment, parameter: Parameter): Want | null {
  const { want, assumed } = wantedOf(index, assignment, parameter);
  return assumed || possibleWants(parameter.kind, assignment.gesture.type).length === 1 ? null : want;
}

export const notAsWanted: AssignmentCheck<
  'not-as-wanted',
  {
    readonly parameter: string;
    readonly want: Want;
    readonly assumed: boolean;
    readonly did: string;
    readonly didWords: string;
  }
> = {
  scope: 'assignment',
  id: 'not-as-wanted',
  group: 'switches',
  name: 'Not what is wanted',
  severities: ['stop', 'caution'],
  asks: 'all',
  heeds: tellWhy,
  guide:
    'Played as planned, a parameter does not do what it is said to do in the sentence: stay, last, happen once, step, go to one value.',
  say: ({ parameter, want, assumed, didWords }) => ({
    title: `${assumed ? 'Perhaps not' : 'Not'} as wanted: ${parameter} is to ${wantWords[want]}.`,
    reason: assumed
      ? `If that is what is wanted, it does not: ${didWords}, played as planned. Say in the sentence what is wanted.`
      : `Played as planned: ${didWords}.`,
  }),
  find: ({ index }, assignment, outcome, told) => {
    if (outcome.type !== 'played') return [];
    return outcome.effects.flatMap((effect): Found<ReturnType<typeof factsOf>>[] => {
      const parameter = index.parameters.get(effect.parameterId);
      if (!effect.meant || !parameter) return [];
      const { want, assumed } = wantedOf(index, assignment, parameter);
      const short = shortfallOf(want, effect.did);
      const known = told.some((f) => f.parameterId === null || f.parameterId === parameter.id);
      if (short === 0 || known) return [];
      return [
        {
          severity: !assumed && short > 2 ? 'stop' : 'caution',
          parameterId: parameter.id,
          facts: factsOf(parameter, want, assumed, effect.did),
          evidence: { type: 'trace' },
        },
      ];
    });
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const parameter = index.parameters.get(finding.parameterId ?? '');
    const outcome = context.outcomeOf(finding.subjectId);
    if (!assignment || !parameter || outcome?.type !== 'played') return [];
    const { want } = wantedOf(index, assignment, parameter);
    const did = outcome.effects.find((e) => e.parameterId === parameter.id)?.did;
    const meant = possibleWants(parameter.kind, assignment.gesture.type).filter(
      (w) => w !== want && did !== undefined && shortfallOf(w, did) === 0,
    );
    const modes = index.targets.get(parameter.targetId)?.reception.modes ?? [];
    const first = alternatingFrom(parameter);
    return [
      ...sendFix(index, assignment, parameter.id, 'Send 127 on press, 0 on release', whileHeld(127, 0)),
      ...sendFix(index, assignment, parameter.id, 'Send 127 on every press', always(127)),
      ...sendFix(index, assignment, parameter.id, 'Alternate 127 and 0', first),
      ...sendFix(index, assignment, parameter.id, 'Alternate 127 and 0', alternating(127, 0)),
      ...modes.flatMap((mode) => modeFix(index, assignment, parameter.id, `Hear it as ${modeOf(mode).name}`, mode)),
      ...meant.map((w) => ({
        label: `It is to ${wantWords[w]}`,
        edit: sayWant(assignment, parameter, w),
      })),
    ];
  },
};

function factsOf(parameter: Parameter, want: Want, assumed: boolean, did: Parameters<typeof effectWords>[0]) {
  return { parameter: parameter.name, want, assumed, did: did.type, didWords: effectWords(did, parameter) };
}
