// Gestures that get in each other's way, and what the firmware has not.
import { counted } from '../base';
import { changeAssignment, meantNames, removeAssignment } from '../commands';
import {
  type Action,
  type Assignment,
  byOrder,
  canBePressed,
  canMake,
  type GestureType,
  gestureNames,
  type RigIndex,
  sentAtOnce,
} from '../rig';
import { type AssignmentCheck, type AssignmentFacts, type Fix, type Found, subjectOf } from './finding';
import { homeOf, sendsFor } from './fix-parts';
import { firedTogether } from './together';

const LATE_MS = 30;

const gestureWords = { hold: 'Holding it', 'double-tap': 'Tapping it twice' } as const;

/** Gestures that begin like one. */
const ways: Readonly<Record<'hold' | 'double-tap', ReadonlySet<GestureType>>> = {
  hold: new Set(['hold', 'hold-release']),
  'double-tap': new Set(['double-tap', 'tap-hold']),
};

/** What fires as well. */
type FiresBefore = { readonly also: string };

/** Something else on the same switch fires on the way to a gesture. */
function firesBefore<Id extends string>(
  facts: Omit<AssignmentFacts<Id, FiresBefore>, 'say'>,
  gesture: 'hold' | 'double-tap',
  earlier: 'press' | 'release',
): AssignmentCheck<Id, FiresBefore> {
  return {
    ...facts,
    say: ({ also }) => ({
      title: `${gestureWords[gesture]} also does ${also}.`,
      reason:
        earlier === 'press'
          ? `This controller sends the press at once and cannot know yet that it becomes a ${gesture.replace('-', ' ')}.`
          : 'The first tap is let go before the second one comes, so its release fires; what the double tap does has to undo it.',
    }),
    scope: 'assignment',
    find: ({ index }, assignment, outcome) => {
      if (!ways[gesture].has(assignment.gesture.type) || outcome.type !== 'played') return [];
      return outcome.firedBefore.flatMap((otherId): Found<FiresBefore>[] => {
        const before = index.assignments.get(otherId);
        if (before?.gesture.type !== earlier) return [];
        return [
          {
            severity: 'caution',
            facts: { also: meantNames(index, before) },
            evidence: { type: 'trace' },
          },
        ];
      });
    },
    fixes: (context, finding) => {
      const { index } = context;
      const assignment = subjectOf(context, finding);
      if (!assignment) return [];
      const others = besides(index, assignment).filter((a) => a.gesture.type === earlier);
      return [
        ...(earlier === 'press' && suppressesRelease(index, assignment)
          ? others.map((press) => {
              const label = `Move ${meantNames(index, press)} to release`;
              return { label, edit: changeAssignment(press, { gesture: { type: 'release' } }, label) };
            })
          : []),
        ...(gesture === 'double-tap' ? toHold(index, assignment) : []),
        { label: `Take the ${gesture.replace('-', ' ')} off this switch`, edit: removeAssignment(index, assignment) },
      ];
    },
  };
}

/** Other assignments of the same control that can be looked up at the same place. */
const besides = (index: RigIndex, assignment: Assignment): readonly Assignment[] =>
  (index.assignmentsOf.get(assignment.controlId) ?? []).filter(
    (a) =>
      a.id !== assignment.id &&
      (a.bank === assignment.bank || a.bank === null || assignment.bank === null) &&
      (a.layerId === assignment.layerId || a.layerId === null),
  );

/** Whether the firmware leaves the release out after this gesture: else what is moved there fires all the same. */
function suppressesRelease(index: RigIndex, assignment: Assignment): boolean {
  const firmware = homeOf(index, assignment)?.controller.firmware;
  const after = ways.hold.has(assignment.gesture.type) ? firmware?.releaseAfterHold : firmware?.releaseAfterDoubleTap;
  return after === 'suppressed';
}

function toHold(index: RigIndex, assignment: Assignment): Fix[] {
  const can = homeOf(index, assignment)?.controller.firmware.gestures.includes('hold') ?? false;
  if (!can || besides(index, assignment).some((a) => a.gesture.type === 'hold')) return [];
  return [{ label: 'Move it to a hold', edit: changeAssignment(assignment, { gesture: { type: 'hold' } }, 'Move it to a hold') }];
}

export const pressBeforeHold: AssignmentCheck<'press-before-hold', FiresBefore> = firesBefore(
  {
    id: 'press-before-hold',
    group: 'gestures',
    name: 'Press fires before the hold',
    severities: ['caution'],
    asks: 'switches',
    guide: 'Holding also fires what a plain press does.',
  },
  'hold',
  'press',
);
export const pressBeforeDoubleTap: AssignmentCheck<'press-before-double-tap', FiresBefore> = firesBefore(
  {
    id: 'press-before-double-tap',
    group: 'gestures',
    name: 'Press fires before the double tap',
    severities: ['caution'],
    asks: 'switches',
    guide: 'Tapping twice also fires what a plain press does.',
  },
  'double-tap',
  'press',
);
export const releaseBeforeDoubleTap: AssignmentCheck<'release-before-double-tap', FiresBefore> = firesBefore(
  {
    id: 'release-before-double-tap',
    group: 'gestures',
    name: 'Release fires before the double tap',
    severities: ['caution'],
    asks: 'switches',
    guide: 'Tapping twice also fires what the release does.',
  },
  'double-tap',
  'release',
);

/** Firmware that sends the release of a hold as well. */
export const releaseAfterHold: AssignmentCheck<'release-after-hold', FiresBefore> = {
  scope: 'assignment',
  id: 'release-after-hold',
  group: 'gestures',
  name: 'Release fires after the hold',
  severities: ['caution'],
  asks: 'switches',
  guide: 'Letting go after a hold also fires what the release does.',
  say: ({ also }) => ({
    title: `Letting go after the hold also does ${also}.`,
    reason: 'This controller sends the release in any case, whatever the press has become.',
  }),
  find: ({ index }, assignment, outcome) => {
    if (!ways.hold.has(assignment.gesture.type) || outcome.type !== 'played' || suppressesRelease(index, assignment)) return [];
    const releases = besides(index, assignment).filter((a) => a.gesture.type === 'release');
    return releases.map((release) => ({
      severity: 'caution' as const,
      facts: { also: meantNames(index, release) },
      evidence: { type: 'trace' as const },
    }));
  },
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    return [{ label: 'Take the hold off this switch', edit: removeAssignment(context.index, assignment) }];
  },
};

/** Firmware that waits to see what a press becomes sends the plain one late: by the double-tap window, or at the release. */
export const waitingDelays: AssignmentCheck<'waiting-delays', { readonly ms: number; readonly gesture: string | null }> = {
  scope: 'assignment',
  id: 'waiting-delays',
  group: 'gestures',
  name: 'The plain press comes late',
  severities: ['caution', 'note'],
  asks: 'switches',
  guide: 'The firmware waits to see what a press becomes, so the plain one comes late.',
  say: ({ ms, gesture }) => ({
    title: `The press comes ${ms} ms late.`,
    reason:
      gesture === 'hold'
        ? 'The switch also has a hold, and this controller waits for the release before it knows which of the two it is.'
        : `The switch also has a ${gesture ?? 'second gesture'}, and this controller waits whether it comes.`,
  }),
  find: ({ index }, assignment, outcome) => {
    if (assignment.gesture.type !== 'press' || outcome.type !== 'played' || (outcome.delayMs ?? 0) <= LATE_MS) return [];
    const others = besides(index, assignment).map((a) => a.gesture.type);
    const why = others.some((g) => ways.hold.has(g))
      ? 'hold'
      : others.some((g) => ways['double-tap'].has(g))
        ? 'double tap'
        : others.includes('chord')
          ? 'chord'
          : null;
    const urgent = assignment.actions.some(
      (a) =>
        a.type === 'send' &&
        a.meant.some((id) => index.parameters.get(id)?.kind === 'trigger' || index.parameters.get(id)?.tags.includes('urgent')),
    );
    return [
      {
        severity: urgent ? 'caution' : 'note',
        facts: { ms: Math.round(outcome.delayMs ?? 0), gesture: why },
        evidence: { type: 'trace' },
      },
    ];
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    return besides(index, assignment)
      .filter((a) => ways.hold.has(a.gesture.type) || ways['double-tap'].has(a.gesture.type) || a.gesture.type === 'chord')
      .map((a) => ({
        label: `Take ${meantNames(index, a)} (${gestureNames[a.gesture.type]}) off this switch`,
        edit: removeAssignment(index, a),
      }));
  },
};

/** How many messages go out together; of two lists in turn the longer counts. */
const messagesIn = (assignments: readonly Assignment[]): number => assignments.reduce((sum, a) => sum + sentAtOnce(a.actions), 0);

export const tooManyActions: AssignmentCheck<'too-many-actions', { readonly most: number; readonly messages: number }> = {
  scope: 'assignment',
  id: 'too-many-actions',
  group: 'gestures',
  name: 'More actions than the firmware takes',
  severities: ['stop'],
  asks: 'all',
  guide: 'The firmware takes fewer actions on one gesture.',
  say: ({ most, messages }) => ({
    title: `Only ${most} of ${messages} messages go out.`,
    reason: `The firmware takes ${counted(most, 'message')} on one gesture.`,
  }),
  find: ({ index }, assignment) => {
    const most = homeOf(index, assignment)?.controller.firmware.messagesPerGesture ?? Number.POSITIVE_INFINITY;
    const together = firedTogether(index, assignment);
    const upToHere = messagesIn(together.filter((a) => byOrder(a, assignment) <= 0));
    if (sendsFor(assignment, null).length === 0 || upToHere <= most) return [];
    const sends = messagesIn(together);
    return [
      {
        severity: 'stop',
        facts: { most, messages: sends },
      },
    ];
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const most = assignment ? homeOf(index, assignment)?.controller.firmware.messagesPerGesture : undefined;
    if (!assignment || most === undefined) return [];
    const before = firedTogether(context.index, assignment).filter((a) => byOrder(a, assignment) < 0);
    const left = most - messagesIn(before);
    if (left <= 0) return [{ label: 'Clear what goes no more', edit: removeAssignment(context.index, assignment) }];
    const kept: Action[] = [];
    for (const a of assignment.actions) if (a.type !== 'send' || sentAtOnce([...kept, a]) <= left) kept.push(a);
    const label = `Keep the first ${kept.filter((a) => a.type === 'send').length}`;
    return [{ label, edit: changeAssignment(assignment, { actions: kept }, label) }];
  },
};

type NoSuchGesture = {
  readonly gesture: string;
  /** The control that cannot make it, whatever its controller has; and of a chord what it is never pressed together with. */
  readonly control?: string;
  readonly partner?: string;
};

export const noSuchGesture: AssignmentCheck<'no-such-gesture', NoSuchGesture> = {
  scope: 'assignment',
  id: 'no-such-gesture',
  group: 'gestures',
  name: 'A gesture that cannot be made',
  severities: ['stop'],
  asks: 'all',
  guide: 'The firmware does not know this gesture, or this control cannot make it.',
  say: ({ gesture, control, partner }) => {
    const name = gesture.replace('-', ' ');
    if (control === undefined)
      return { title: `This controller has no ${name}.`, reason: 'Its firmware does not know the gesture, so nothing happens.' };
    if (partner !== undefined)
      return {
        title: `${control} is never pressed together with ${partner}.`,
        reason: 'A chord takes two controls of one controller that can both be pressed.',
      };
    return {
      title: `${control} cannot be ${gesture === 'move' ? 'moved' : 'pressed'}.`,
      reason: `So its ${name} never comes, and nothing happens.`,
    };
  },
  find: (_context, _assignment, outcome) => {
    if (outcome.type !== 'unreachable' || !('gesture' in outcome.why)) return [];
    const { type: _type, ...facts } = outcome.why;
    return [{ severity: 'stop', facts }];
  },
  fixes: (context, finding) => {
    const { index } = context;
    const assignment = subjectOf(context, finding);
    const home = assignment && homeOf(index, assignment);
    if (!assignment || !home) return [];
    const clear = 'Clear what goes no more';
    if (finding.facts.control !== undefined && !canBePressed(home.control))
      return [{ label: clear, edit: removeAssignment(index, assignment) }];
    const taken = new Set(besides(index, assignment).map((a) => a.gesture.type));
    return (['press', 'release', 'hold'] as const).flatMap((type): Fix[] => {
      if (taken.has(type) || !home.controller.firmware.gestures.includes(type) || !canMake(home.control, type)) return [];
      const label = `Act on ${type}`;
      return [{ label, edit: changeAssignment(assignment, { gesture: { type } }, label) }];
    });
  },
};
