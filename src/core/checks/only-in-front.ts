// A target that hears only while somebody looks at it.
import { countBy } from '../base';
import { noFixes, type RigCheck } from './finding';

const scopes = { 'focused-window': 'while its window is in front', 'selected-track': 'while its track is selected' } as const;

export const onlyInFront: RigCheck<
  'only-in-front',
  { readonly target: string; readonly entries: number; readonly scope: keyof typeof scopes }
> = {
  scope: 'rig',
  id: 'only-in-front',
  group: 'care',
  name: 'Hears only in front',
  severities: ['caution'],
  guide: 'A target hears only while its window is in front or its track is selected: with another one, nothing works.',
  say: ({ target, entries, scope }) => ({
    title: `${target} hears only ${scopes[scope]}.`,
    reason: `With another one in front ${entries === 1 ? 'what it is mapped to does' : `all ${entries} that it is mapped to do`} nothing. Lock it to the controller if the software can, and say so in Gear; else make it part of the show.`,
  }),
  reads: ['targets', 'landings'],
  find: ({ index }) => {
    const counts = countBy(index.rig.landings, (l) => l.targetId);
    return index.rig.targets.flatMap((target) => {
      const { scope } = target.reception;
      const entries = counts.get(target.id) ?? 0;
      if (entries === 0 || scope === 'always' || scope === 'locked') return [];
      return [{ severity: 'caution', about: 'targets', subjectId: target.id, facts: { target: target.name, entries, scope } }];
    });
  },
  fixes: noFixes,
};
