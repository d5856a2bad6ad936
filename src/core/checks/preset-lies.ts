// What a preset does behind the back of a switch, found by loading it: a light that lies, a press that does nothing, a state that nobody knows.
import { afterLoading } from '../bench';
import { lightSourceOf, type Parameter, set } from '../rig';
import { wantedOf } from '../wants';
import { type AssignmentCheck, type CheckContext, type Finding, type Fix, type Found, subjectOf } from './finding';
import { homeOf } from './fix-parts';
import { feedbackFix } from './lights';
import { fewNames, type LoadedPreset, presetsLoaded } from './presets-loaded';

type Lies = {
  readonly parameter: string;
  readonly control: string;
  readonly presets: readonly string[];
  readonly says: 'light' | 'press' | 'not-known';
  /** Whether the next press does nothing as well. */
  readonly lost: boolean;
  /** What its light shows and what the parameter is, with the first of them; null where that is not said. */
  readonly lit: boolean | null;
};

export const presetLies: AssignmentCheck<'preset-lies', Lies> = {
  scope: 'assignment',
  id: 'preset-lies',
  group: 'switches',
  name: 'A preset makes the light lie',
  severities: ['caution', 'note'],
  asks: 'switches',
  guide: 'A preset that this rig can load changes what a switch is for: then its light is wrong, or its next press does nothing.',
  say: ({ parameter, control, presets, says, lost, lit }) => {
    const names = fewNames(presets);
    if (says === 'not-known')
      return {
        title: `After ${names} nobody knows whether ${parameter} is on.`,
        reason: `The preset does not say, and ${control} shows what it sent last. Say in Gear what it holds, or what it leaves as it is.`,
      };
    if (says === 'press')
      return {
        title: `After ${names} a press of ${control} does nothing.`,
        reason: `The preset has switched ${parameter} already, and the switch does not know: it has to be pressed twice.`,
      };
    return {
      title: `${names} ${presets.length === 1 ? 'leaves' : 'leave'} the light of ${control} ${lit ? 'on while' : 'off while'} ${parameter} is ${lit ? 'off' : 'on'}.`,
      reason: `Nothing tells the switch what the preset did.${lost ? ' Its next press then does nothing, and has to be made twice.' : ''}`,
    };
  },
  find: ({ index, around }, assignment, outcome) => {
    const home = homeOf(index, assignment);
    if (!home || outcome.type !== 'played' || index.presetsOf.size === 0) return [];
    return outcome.effects.flatMap((effect): Found<Lies>[] => {
      const parameter = index.parameters.get(effect.parameterId);
      if (!effect.meant || parameter?.kind !== 'toggle' || wantedOf(index, assignment, parameter).want !== 'stays') return [];
      const lying: { name: string; lit: boolean | null }[] = [];
      const losing: string[] = [];
      const unsaid: string[] = [];
      for (const preset of concerning(index, parameter)) {
        const seen = afterLoading(index, assignment, parameter, { parameterId: preset.chooser.id, step: preset.step }, around);
        const lie = seen.find((s) => s.wasRight && s.lit !== null && s.on !== null && s.lit !== s.on);
        if (lie) lying.push({ name: preset.name, lit: lie.lit });
        if (seen.some((s) => s.pressLost)) losing.push(preset.name);
        // What comes back by itself is shown as not known; everything else goes on showing what was.
        if (seen.some((s) => s.on === null && s.lit !== null)) unsaid.push(preset.name);
      }
      const facts = { parameter: parameter.name, control: home.control.name, lost: losing.length > 0 };
      const told = (says: Lies['says'], presets: readonly string[], lit: boolean | null): Found<Lies> => ({
        severity: says === 'not-known' ? 'note' : 'caution',
        parameterId: parameter.id,
        facts: { ...facts, says, presets, lit },
        evidence: { type: 'trace' },
      });
      const lit = lying[0]?.lit ?? null;
      return [
        ...(lying.length > 0
          ? [
              told(
                'light',
                lying.filter((l) => l.lit === lit).map((l) => l.name),
                lit,
              ),
            ]
          : losing.length > 0
            ? [told('press', losing, null)]
            : []),
        ...(unsaid.length > 0 ? [told('not-known', unsaid, null)] : []),
      ];
    });
  },
  fixes: (context, finding) => [...leftOut(context, finding), ...backFixes(context, finding)],
};

/** Presets that say something of a parameter, or leave it unsaid. */
const concerning = (index: CheckContext['index'], parameter: Parameter): readonly LoadedPreset[] =>
  presetsLoaded(index, parameter.targetId).filter(
    ({ contents, chooser }) => chooser.id !== parameter.id && (contents.values.has(parameter.id) || contents.forgets),
  );

/** The presets without it, where what they do not name stays as it is. */
function leftOut({ index }: CheckContext, finding: Finding): readonly Fix[] {
  const parameter = index.parameters.get(finding.parameterId ?? '');
  if (!parameter) return [];
  const loaded = presetsLoaded(index, parameter.targetId).filter(({ contents }) => contents.values.has(parameter.id));
  if (loaded.length === 0 || loaded.some(({ contents }) => contents.forgets)) return [];
  const rows = loaded.flatMap(({ chooser, step }) => (index.presetsOf.get(chooser.id) ?? []).filter((r) => r.step === step));
  const label = `Leave ${parameter.name} out of ${fewNames(loaded.map((l) => l.name))}`;
  return [
    {
      label,
      edit: {
        type: 'batch',
        label,
        edits: rows.map((row) =>
          set(
            'presets',
            row,
            'values',
            row.values.filter((v) => v.parameterId !== parameter.id),
          ),
        ),
      },
    },
  ];
}

/** The target tells the switch, where its light listens. */
function backFixes(context: CheckContext, finding: Finding): readonly Fix[] {
  const { index } = context;
  const assignment = subjectOf(context, finding);
  const parameter = index.parameters.get(finding.parameterId ?? '');
  const home = assignment && homeOf(index, assignment);
  const target = parameter && index.targets.get(parameter.targetId);
  if (!assignment || !home || !target || lightSourceOf(home.controller.firmware, assignment) !== 'feedback') return [];
  return feedbackFix(context, target, home.controller);
}
