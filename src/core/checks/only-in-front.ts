// A target that hears only while somebody looks at it.
import { countBy, onceFor } from '../base';
import type { Parameter, Rig } from '../rig';
import { noFixes, type RigCheck } from './finding';

const scopes = {
  'focused-window': 'while its window is in front',
  'selected-track': 'while its track is selected',
  part: 'while its window is in front',
  landing: 'while it is selected or in front',
} as const;

/** Parameters that hear only in front, or with their track selected. */
const minding = onceFor((parameters: Rig['parameters'], landings: Rig['landings']): readonly Parameter[] => {
  const selected = new Set(landings.flatMap((l) => (l.scope === 'selected' ? [l.parameterId] : [])));
  const asTarget = new Set(landings.flatMap((l) => (l.scope === 'target' ? [l.parameterId] : [])));
  return parameters.filter((p) => selected.has(p.id) || (p.needsFront && asTarget.has(p.id)));
});

/** How many landings of each target hear as it does: what is locked hears wherever the selection is. */
const unlocked = onceFor((landings: Rig['landings']) =>
  countBy(
    landings.filter((l) => l.scope !== 'locked'),
    (l) => l.targetId,
  ),
);

export const onlyInFront: RigCheck<
  'only-in-front',
  { readonly target: string; readonly entries: number; readonly scope: keyof typeof scopes; readonly parameter?: string }
> = {
  scope: 'rig',
  id: 'only-in-front',
  group: 'care',
  name: 'Hears only in front',
  severities: ['caution'],
  guide: 'A target hears only while its window is in front or its track is selected: with another one, nothing works.',
  say: ({ target, entries, scope, parameter }) => ({
    title: `${parameter === undefined ? target : `${parameter} of ${target}`} hears only ${scopes[scope]}.`,
    reason: `With another one in front ${entries === 1 ? 'what it is mapped to does' : `all ${entries} that it is mapped to do`} nothing. Lock it to the controller if the software can, and say so in Gear; else make it part of the show.`,
  }),
  reads: ['targets', 'landings', 'parameters', 'assignments'],
  find: ({ index }) => {
    const counts = unlocked(index.rig.landings);
    const parts = minding(index.rig.parameters, index.rig.landings).flatMap((p) => {
      const target = index.targets.get(p.targetId);
      const entries = index.sendsFor.get(p.id)?.length ?? 0;
      const always = target?.reception.scope === 'always' || target?.reception.scope === 'locked';
      if (!target || !always || entries === 0) return [];
      const facts = {
        target: target.name,
        entries,
        scope: p.needsFront ? ('part' as const) : ('landing' as const),
        parameter: p.name,
      };
      return [{ severity: 'caution' as const, about: 'parameters' as const, subjectId: p.id, parameterId: p.id, facts }];
    });
    const whole = index.rig.targets.flatMap((target) => {
      const { scope } = target.reception;
      const entries = counts.get(target.id) ?? 0;
      if (entries === 0 || scope === 'always' || scope === 'locked') return [];
      return [
        {
          severity: 'caution' as const,
          about: 'targets' as const,
          subjectId: target.id,
          facts: { target: target.name, entries, scope },
        },
      ];
    });
    return [...whole, ...parts];
  },
  fixes: noFixes,
};
