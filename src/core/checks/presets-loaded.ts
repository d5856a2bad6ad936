// Which presets can be loaded from a rig, and what each of them says of a parameter.
import { onceFor } from '../base';
import { addressKey, carriesValue, valueMax } from '../midi';
import { makeHear, modeOf } from '../modes';
import {
  type Assignment,
  canSend,
  contentsOf,
  eachNumber,
  hostLayerAt,
  type Landing,
  messagesOf,
  type Parameter,
  type PresetContents,
  type RigIndex,
  type Send,
} from '../rig';
import { heardAs, isTranslated, landingsHearing, outletFor } from '../wires';
import type { Sender } from './arrival-sends';
import { sentBesides } from './sent-besides';

export interface LoadedPreset {
  readonly chooser: Parameter;
  readonly step: number;
  readonly name: string;
  readonly contents: PresetContents;
}

/** The presets with contents of a target that some function on the rig, the tap of a modifier, or arriving at some place, can load, in the order of their steps. */
export function presetsLoaded(index: RigIndex, targetId: string): readonly LoadedPreset[] {
  if (index.presetsOf.size === 0) return [];
  const ofTargets = loadedIn(index);
  const known = ofTargets.get(targetId) ?? loadedAt(index, targetId);
  ofTargets.set(targetId, known);
  return known;
}

/** Answers for one state of a rig, by target: every function of a target asks. */
const loadedIn = onceFor((_index: RigIndex) => new Map<string, readonly LoadedPreset[]>());

function loadedAt(index: RigIndex, targetId: string): readonly LoadedPreset[] {
  return [...index.presetsOf].flatMap(([id, rows]) => {
    const chooser = index.parameters.get(id);
    if (chooser?.kind !== 'stepped' || chooser.targetId !== targetId) return [];
    const choosers = [
      ...(index.sendsFor.get(id) ?? []).map(({ assignment, send }) => choosing(index, chooser, assignment, send)),
      ...besidesFor(index, id).map(({ sender, send }) => choosing(index, chooser, sender, send)),
    ];
    return [...contentsOf(rows)]
      .filter(([step, { stored }]) => stored && choosers.some((chooses) => chooses(step)))
      .sort(([a], [b]) => a - b)
      .map(([step, contents]) => ({ chooser, step, name: chooser.steps[step - chooser.lowest] ?? String(step), contents }));
  });
}

/** What is sent for a parameter on arriving somewhere, or by the tap of a modifier. */
export const besidesFor = (index: RigIndex, parameterId: string) =>
  index.rig.controllers.flatMap((controller) =>
    sentBesides(index, controller).flatMap(({ id, sender, sends }) =>
      sends.flatMap((send) => (send.meant.includes(parameterId) ? [{ id, sender, send }] : [])),
    ),
  );

/** Which steps of a parameter a send can choose, on a way there: by the number, by the value, or by going from one to the next. */
export function choosing(index: RigIndex, chooser: Parameter, sender: Sender, send: Send): (step: number) => boolean {
  const outlet = outletFor(index, sender.controlId, send);
  const layer = hostLayerAt(index, sender.layerId);
  const gesture = index.assignments.get(sender.id)?.gesture.type ?? 'press';
  const rows = messagesOf(send, index.counters).flatMap((message) =>
    landingsHearing(index, outlet, message)
      .filter((l) => l.parameterId === chooser.id && l.hostLayerId === layer)
      .flatMap((landing) => {
        const keys = new Set(heardAs(index, outlet, message, landing.targetId).map(addressKey));
        const exact = !isTranslated(index, outlet, message);
        return eachNumber(landing).flatMap((row) => (keys.has(addressKey(row.address)) ? [{ row, exact }] : []));
      }),
  );
  const chosen = rows.map(({ row, exact }) => stepsOf(index, chooser, row, exact ? { send, gesture } : null));
  return (step) => chosen.some((steps) => steps(step));
}

/** The steps that what comes chooses at one address; `by`: what sends it, null where a translator may make any value of it. */
function stepsOf(
  index: RigIndex,
  chooser: Parameter,
  row: Landing,
  by: { readonly send: Send; readonly gesture: Assignment['gesture']['type'] } | null,
): (step: number) => boolean {
  const target = index.targets.get(row.targetId);
  const { fromNow, needs } = modeOf(row.mode);
  const { type } = row.address;
  if (by === null || !target || (fromNow && needs === null)) return (step) => reachesStep(row, step);
  const hear = makeHear(row, chooser, target.reception);
  const values = carriesValue(type) ? Array.from({ length: valueMax(type) + 1 }, (_, v) => v) : [0];
  const sent = carriesValue(type) ? values.filter((v) => canSend(index.counters, by.send, by.gesture, v, v)) : values;
  // From nowhere in particular: what chooses nothing leaves it there.
  const steps = new Set(sent.map((v) => hear.value(type, v, Number.NaN)));
  return (step) => steps.has(step);
}

/** Whether what lands there can choose a step. */
const reachesStep = ({ mode, from, to, setValue }: Landing, step: number): boolean =>
  modeOf(mode).needs === 'value' ? setValue === step : step >= Math.min(from, to) && step <= Math.max(from, to);

/** Whether a preset that can be loaded leaves a parameter where it is: then none of them parts knob and value. Null where nobody said what they hold. */
export function presetsLeaveAlone(index: RigIndex, chooserId: string, parameterId: string): boolean | null {
  const chooser = index.parameters.get(chooserId);
  const rows = index.presetsOf.get(chooserId);
  if (!chooser || !rows || chooser.kind !== 'stepped') return null;
  const contents = contentsOf(rows);
  for (let step = chooser.lowest; step <= chooser.highest; step++) {
    const held = contents.get(step);
    if (!held) return null;
    if (held.stored && (held.forgets || held.values.has(parameterId))) return false;
  }
  return true;
}

/** A few names in a row, and how many more there are. */
export const fewNames = (names: readonly string[]): string =>
  names.length <= 3 ? names.join(', ') : `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`;
