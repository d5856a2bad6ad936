// Loudness that leaps as a preset is loaded.
import { type Assignment, type Parameter, type RigIndex, type Send, set } from '../rig';
import { showQuantity } from '../values';
import type { Sender } from './arrival-sends';
import { LOUD_DB, levelOf } from './care';
import { type AssignmentCheck, type ControllerCheck, type Finding, type Fix, subjectOf } from './finding';
import { sendsFor } from './fix-parts';
import { choosing, type LoadedPreset, presetsLoaded } from './presets-loaded';
import { type SentBesides, sentBesides } from './sent-besides';

interface Leap {
  readonly parameter: Parameter;
  readonly preset: LoadedPreset;
  /** What it can be before: at the start of the show, or in another preset that the rig can load. */
  readonly from: number;
  readonly to: number;
  readonly decibels: number;
}

type LeapFacts = {
  readonly parameter: string;
  readonly preset: string;
  readonly decibels: string;
  readonly from: string;
  readonly to: string;
};
const leapFacts = ({ parameter, preset, from, to, decibels }: Leap): LeapFacts => ({
  parameter: parameter.name,
  preset: preset.name,
  decibels: decibels.toFixed(1),
  from: showQuantity(from, parameter.unit),
  to: showQuantity(to, parameter.unit),
});

export const presetLeap: AssignmentCheck<'preset-leap', LeapFacts> = {
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
    leapsOf(index, assignment).map((leap) => ({
      severity: 'caution',
      parameterId: leap.parameter.id,
      facts: leapFacts(leap),
      evidence: { type: 'trace' },
    })),
  fixes: (context, finding) => {
    const assignment = subjectOf(context, finding);
    return assignment ? evened(context.index, leapsOf(context.index, assignment), finding) : [];
  },
};

/** Holding a preset six decibels above what is there before. */
function evened(index: RigIndex, leaps: readonly Leap[], { parameterId }: Finding): readonly Fix[] {
  const leap = leaps.find((l) => l.parameter.id === parameterId);
  if (!leap || !/^dB/i.test(leap.parameter.unit)) return [];
  const { parameter, preset, from } = leap;
  const value = Math.max(levelOf(parameter, from), parameter.lowest) + LOUD_DB;
  const label = `Keep ${parameter.name} at ${showQuantity(value, parameter.unit)} in ${preset.name}`;
  const rows = (index.presetsOf.get(preset.chooser.id) ?? []).filter((r) => r.step === preset.step);
  const edits = rows.map((row) =>
    set(
      'presets',
      row,
      'values',
      row.values.map((v) => (v.parameterId === parameter.id ? { ...v, value } : v)),
    ),
  );
  return [{ label, edit: { type: 'batch', label, edits } }];
}

/** The same for what is loaded on arriving somewhere, or by the tap of a modifier. */
export const besidesLeap: ControllerCheck<
  'besides-leap',
  LeapFacts & { readonly by: SentBesides['about']; readonly where: string }
> = {
  scope: 'controller',
  id: 'besides-leap',
  group: 'care',
  name: 'Arriving, or a tap, leaps in loudness',
  severities: ['caution'],
  guide:
    'A preset that is loaded on arriving somewhere, or by the tap of a modifier, raises loudness or feedback by more than 6 dB at once.',
  say: ({ by, where, parameter, preset, decibels, from, to }) => ({
    title: `${by === 'layers' ? 'A tap on' : 'Arriving at'} ${where} raises ${parameter} by ${decibels} dB at once.`,
    reason: `It loads ${preset}: from ${from}, at the start or in another preset, to ${to}. Even them out, or try it with the monitors down.`,
  }),
  find: ({ index }, controller) =>
    sentBesides(index, controller).flatMap(({ about, id, where, sender, sends }) =>
      leapsBy(index, sender, sends).map((leap) => ({
        severity: 'caution',
        about,
        subjectId: id,
        parameterId: leap.parameter.id,
        facts: { by: about, where, ...leapFacts(leap) },
      })),
    ),
  fixes: ({ index }, finding) => {
    const sent = index.rig.controllers.flatMap((c) => sentBesides(index, c)).find((s) => s.id === finding.subjectId);
    return sent ? evened(index, leapsBy(index, sent.sender, sent.sends), finding) : [];
  },
};

const leapsOf = (index: RigIndex, assignment: Assignment): readonly Leap[] => {
  const sends = sendsFor(assignment, null).map(({ send }) => send);
  return leapsBy(index, assignment, sends);
};

/** The highest leap of each loud parameter by the presets that some sends can load; none up to 6 dB. */
function leapsBy(index: RigIndex, sender: Sender, sends: readonly Send[]): readonly Leap[] {
  if (index.presetsOf.size === 0) return [];
  const choosers = [...new Set(sends.flatMap((s) => s.meant))].filter((id) => index.presetsOf.has(id));
  return choosers.flatMap((id) => {
    const chooser = index.parameters.get(id);
    if (!chooser) return [];
    const all = presetsLoaded(index, chooser.targetId);
    const own = sends.filter((s) => s.meant.includes(id)).map((send) => choosing(index, chooser, sender, send));
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
