// Loudness that leaps as a preset is loaded.
import { type Assignment, type Parameter, type RigIndex, set } from '../rig';
import { showQuantity } from '../values';
import { LOUD_DB, levelOf } from './care';
import { type AssignmentCheck, type Fix, type Found, subjectOf } from './finding';
import { sendsFor } from './fix-parts';
import { choosing, type LoadedPreset, presetsLoaded } from './presets-loaded';

interface Leap {
  readonly parameter: Parameter;
  readonly preset: LoadedPreset;
  /** What it can be before: at the start of the show, or in another preset that the rig can load. */
  readonly from: number;
  readonly to: number;
  readonly decibels: number;
}

export const presetLeap: AssignmentCheck<
  'preset-leap',
  {
    readonly parameter: string;
    readonly preset: string;
    readonly decibels: string;
    readonly from: string;
    readonly to: string;
  }
> = {
  scope: 'assignment',
  id: 'preset-leap',
  group: 'care',
  name: 'A preset leaps in loudness',
  severities: ['caution'],
  asks: 'all',
  guide: 'Loading a preset raises loudness or feedback by more than 6 dB at once.',
  say: ({ parameter, preset, decibels, from, to }) => ({
    title: `${preset} raises ${parameter} by ${decibels} dB at once.`,
    reason: `From ${from}, at the start or in another preset, to ${to}. Even them out, or try it with the monitors down.`,
  }),
  find: ({ index }, assignment) =>
    leapsOf(index, assignment).map(
      ({ parameter, preset, from, to, decibels }): Found<Parameters<typeof presetLeap.say>[0]> => ({
        severity: 'caution',
        parameterId: parameter.id,
        facts: {
          parameter: parameter.name,
          preset: preset.name,
          decibels: decibels.toFixed(1),
          from: showQuantity(from, parameter.unit),
          to: showQuantity(to, parameter.unit),
        },
        evidence: { type: 'trace' },
      }),
    ),
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    if (!assignment) return [];
    const leap = leapsOf(context.index, assignment).find((l) => l.parameter.id === finding.parameterId);
    if (!leap || !/^dB/i.test(leap.parameter.unit)) return [];
    const { parameter, preset, from } = leap;
    const value = Math.max(levelOf(parameter, from), parameter.lowest) + LOUD_DB;
    const label = `Keep ${parameter.name} at ${showQuantity(value, parameter.unit)} in ${preset.name}`;
    const rows = (context.index.presetsOf.get(preset.chooser.id) ?? []).filter((r) => r.step === preset.step);
    const edits = rows.map((row) =>
      set(
        'presets',
        row,
        'values',
        row.values.map((v) => (v.parameterId === parameter.id ? { ...v, value } : v)),
      ),
    );
    return [{ label, edit: { type: 'batch', label, edits } }] satisfies Fix[];
  },
};

/** The highest leap of each loud parameter by what an assignment can load; none up to 6 dB. */
function leapsOf(index: RigIndex, assignment: Assignment): readonly Leap[] {
  if (index.presetsOf.size === 0) return [];
  const choosers = [...new Set(assignment.actions.flatMap((a) => (a.type === 'send' ? a.meant : [])))].filter((id) =>
    index.presetsOf.has(id),
  );
  return choosers.flatMap((id) => {
    const chooser = index.parameters.get(id);
    if (!chooser) return [];
    const all = presetsLoaded(index, chooser.targetId);
    const own = sendsFor(assignment, id).map(({ send }) => choosing(index, chooser, assignment, send));
    const mine = all.filter((p) => p.chooser.id === id && own.some((chooses) => chooses(p.step)));
    const loud = (index.parametersOf.get(chooser.targetId) ?? []).filter(
      (p) => p.kind === 'continuous' && p.tags.some((t) => t === 'loudness' || t === 'feedback'),
    );
    return loud.flatMap((parameter) => highest(parameter, mine, all));
  });
}

function highest(parameter: Parameter, mine: readonly LoadedPreset[], all: readonly LoadedPreset[]): readonly Leap[] {
  const kept = (value: number): number => Math.min(parameter.highest, Math.max(parameter.lowest, value));
  const said = (p: LoadedPreset): readonly number[] => {
    const value = p.contents.values.get(parameter.id);
    return value === undefined ? [] : [kept(value)];
  };
  const leaps = mine.flatMap((preset) =>
    said(preset).flatMap((to) => {
      const before = [parameter.start, ...all.filter((p) => p !== preset).flatMap(said)];
      const from = Math.min(...before);
      const decibels = levelOf(parameter, to) - levelOf(parameter, from);
      return decibels > LOUD_DB + ROUNDING ? [{ parameter, preset, from, to, decibels }] : [];
    }),
  );
  return leaps.sort((a, b) => b.decibels - a.decibels).slice(0, 1);
}

/** Sums of decibels are not exact. */
const ROUNDING = 1e-9;
