// What a target is to do and has not: a way of hearing, a coding, a takeover.
import { changeLanding, landingsFor } from '../commands';
import { modeOf } from '../modes';
import type { Landing, Target } from '../rig';
import { type AssignmentCheck, type Fix, type Found, subjectOf } from './finding';
import { inOne, sendsFor } from './fix-parts';

type Lack = { readonly target: string; readonly what: 'mode' | 'coding' | 'takeover'; readonly wanted: string };

const words = {
  mode: 'does not hear anything as',
  coding: 'does not read clicks as',
  takeover: 'cannot take over a knob by',
} as const;

/** The first thing of a landing that its target has not; null where it has all. */
function lackOf({ mode, coding, takeover }: Landing, { name, reception }: Target): Lack | null {
  if (!reception.modes.includes(mode)) return { target: name, what: 'mode', wanted: modeOf(mode).name };
  if (mode === 'relative' && coding !== null && !reception.relativeEncodings.includes(coding))
    return { target: name, what: 'coding', wanted: coding.replace('-', ' ') };
  // Going there at once is no takeover: every target can do that.
  if (takeover === 'jump' || reception.takeover.includes(takeover) || !modeOf(mode).travels) return null;
  return { target: name, what: 'takeover', wanted: takeover === 'pickup' ? 'picking up' : 'scaling' };
}

export const targetLacks: AssignmentCheck<'target-lacks', Lack> = {
  scope: 'assignment',
  id: 'target-lacks',
  group: 'addresses',
  name: 'More than the target has',
  severities: ['stop'],
  asks: 'all',
  guide: 'The target does not know this way of hearing, this coding or this takeover, so it cannot be entered.',
  say: ({ target, what, wanted }) => ({
    title: `${target} ${words[what]} ${wanted}.`,
    reason: 'It has not what is planned, so it cannot be entered. Gear says what it has.',
  }),
  find: ({ index }, assignment) =>
    sendsFor(assignment, null).flatMap(({ send }) =>
      landingsFor(index, assignment, send).flatMap((landing): Found<Lack>[] => {
        const target = index.targets.get(landing.targetId);
        const facts = target ? lackOf(landing, target) : null;
        return facts ? [{ severity: 'stop', parameterId: landing.parameterId, facts }] : [];
      }),
    ),
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    return sendsFor(assignment, finding.parameterId).flatMap(({ send }) =>
      inOne(
        landingsFor(context.index, assignment, send).flatMap((landing): Fix[] => {
          const target = context.index.targets.get(landing.targetId);
          const lack = target && landing.parameterId === finding.parameterId ? lackOf(landing, target) : null;
          if (!target || !lack) return [];
          const label = (text: string, changes: Partial<Landing>): Fix => ({
            label: text,
            edit: changeLanding(landing, changes, text),
          });
          if (lack.what === 'takeover') return [label('Jump to the control', { takeover: 'jump' })];
          if (lack.what === 'coding')
            return target.reception.relativeEncodings.map((coding) =>
              label(`Read clicks as ${coding.replace('-', ' ')}`, { coding }),
            );
          return target.reception.modes
            .filter((mode) => modeOf(mode).needs === null && !modeOf(mode).runs)
            .map((mode) => label(`Hear it as ${modeOf(mode).name}`, { mode, coding: null }));
        }),
      ),
    );
  },
};
