// Tempos that go by a MIDI clock: what else is there to move them, and whether one clock comes to who follows one.
import { patch } from '../commands';
import { batch } from '../rig';
import { clocksOf, tempoParameter } from '../wires';
import { type AssignmentCheck, noFixes, type RigCheck } from './finding';
import { effectCheck } from './switches';

export const heldByClock: AssignmentCheck<
  'held-by-clock',
  { readonly parameter: string; readonly target: string; readonly by: string }
> = effectCheck({
  id: 'held-by-clock',
  group: 'movement',
  name: 'A clock decides on its tempo',
  severities: ['stop'],
  asks: 'all',
  guide: 'It moves the tempo of a target that follows a MIDI clock: nothing but that clock moves it.',
  say: ({ parameter, target, by }) => ({
    title: `${parameter} never reacts.`,
    reason: `${target} follows the clock of ${by}, and its tempo goes by nothing else. Move the tempo of ${by}, or let ${target} follow no clock.`,
  }),
  fits: ({ index }, _assignment, { did }, parameter) => {
    const [by] = clocksOf(index).follows.get(parameter.id) ?? [];
    const sender = by && (index.targets.get(by.unitId) ?? index.controllers.get(by.unitId));
    const target = index.targets.get(parameter.targetId);
    if (did.type !== 'never-reacts' || !sender || !target) return null;
    return { parameter: parameter.name, target: target.name, by: sender.name };
  },
  fixes: (index, _assignment, parameter) => {
    const target = index.targets.get(parameter.targetId);
    if (!target) return [];
    const label = `Let ${target.name} follow no clock`;
    return [{ label, edit: batch(label, patch('targets', target, { reception: { ...target.reception, clock: 'ignored' } })) }];
  },
});

export const clockFollowed: RigCheck<
  'clock-followed',
  { readonly target: string; readonly why: 'no-tempo' | 'sends-none' | 'nobody' | 'several'; readonly by: readonly string[] }
> = {
  scope: 'rig',
  id: 'clock-followed',
  group: 'movement',
  name: 'Whose clock it follows',
  severities: ['caution', 'note'],
  guide: 'A target follows a MIDI clock, and none comes to it, or several do; or it sends one and has no tempo.',
  say: ({ target, why, by }) =>
    why === 'several'
      ? {
          title: `${target} hears the clocks of ${by.join(' and ')}.`,
          reason:
            'It counts the ticks of all of them together, and its tempo is anything. Let only one come to it: by a filter on a wire, or by sending no clock.',
        }
      : {
          title:
            why === 'nobody'
              ? `${target} follows a clock, and none comes to it from this rig.`
              : `${target} ${why === 'sends-none' ? 'sends' : 'follows'} a clock, and has no tempo that is said here.`,
          reason:
            why === 'nobody'
              ? 'It stays at its own tempo, unless something that is not on this rig sends it one.'
              : why === 'sends-none'
                ? 'Add a parameter in BPM to it: then those that follow it go by that.'
                : 'Add a parameter in BPM to it: then what waits for the beat goes by it.',
        },
  reads: ['targets', 'parameters', 'wires', 'controllers'],
  find: ({ index }) =>
    index.rig.targets.flatMap((target) => {
      const { clock } = target.reception;
      const tempo = tempoParameter(index, target.id);
      if (clock !== 'followed' && (clock !== 'sent' || tempo)) return [];
      const senders = tempo ? (clocksOf(index).follows.get(tempo.id) ?? []) : [];
      if (tempo && senders.length === 1) return [];
      const by = senders.map(({ unitId }) => (index.targets.get(unitId) ?? index.controllers.get(unitId))?.name ?? '?');
      const why =
        clock === 'sent'
          ? ('sends-none' as const)
          : !tempo
            ? ('no-tempo' as const)
            : by.length === 0
              ? ('nobody' as const)
              : ('several' as const);
      return [
        {
          severity: why === 'several' ? ('caution' as const) : ('note' as const),
          about: 'targets' as const,
          subjectId: target.id,
          parameterId: tempo?.id ?? null,
          facts: { target: target.name, why, by },
        },
      ];
    }),
  fixes: noFixes,
};
