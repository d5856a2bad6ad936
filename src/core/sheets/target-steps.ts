// The steps in a target: set-up, layers that it makes, what can be learnt, what has to be typed, what is to be cleared.
import { addressKey, numberWords } from '../midi';
import { modeOf } from '../modes';
import {
  type Assignment,
  type Control,
  gestureNames,
  isRun,
  type Landing,
  type Layer,
  type Learning,
  modifierNames,
  modifiersOf,
  type Parameter,
  type RigIndex,
  type Target,
  usualLearning,
} from '../rig';
import { addressAt, outletFor } from '../wires';
import { afterwards } from './control-steps';
import { isEntered, type SheetLine } from './line';
import { placeWords } from './place-words';
import { sendersOf } from './senders';
import { type EntryStep, SECONDS } from './step';

const scopes: { readonly [S in Target['reception']['scope']]: string } = {
  always: '',
  'selected-track': 'It listens only while its track is selected: select it now.',
  'focused-window': 'It listens only while its window has the focus: bring it to the front now.',
  locked: 'It listens where it is locked to: check the lock now.',
};
const clocks: { readonly [C in NonNullable<Target['reception']['clock']>]: string } = {
  ignored: '',
  followed: 'It goes by a MIDI clock: let it follow the one that comes in.',
  sent: 'Others go by its tempo: let it send its MIDI clock.',
};
const homes: { readonly [L in Target['reception']['livesIn']]: string } = {
  'controller-slot': 'kept in the slot of the controller',
  'plugin-instance': 'kept with this instance of the plugin: another instance has to be told again',
  project: 'kept with the project: save the project, and a template for the next one',
  'host-wide': 'kept by the host for every project',
  'instrument-template': 'kept with the template of the instrument',
};

/** Whether there is nothing to do in the target for a line by itself. */
const needsNothing = ({ of }: SheetLine): boolean => of.type === 'set-up' || (of.type === 'landing' && of.landing.given !== null);

type ParameterStep = EntryStep & { readonly type: 'parameter' };

/** The steps for the lines of one target; none where there is nothing to enter and nothing to clear. */
export function targetSteps(
  index: RigIndex,
  target: Target,
  lines: readonly SheetLine[],
  clear: readonly SheetLine[],
): readonly EntryStep[] {
  const common = { unitId: target.id, unit: target.name };
  const layers = lines.filter((l) => l.of.type === 'host-layer');
  const entered = clear.filter((l) => isEntered(l) === true);
  const cleared: EntryStep[] =
    entered.length === 0
      ? []
      : [
          {
            ...common,
            type: 'clear',
            key: `clear ${target.id}`,
            seconds: SECONDS.clear * entered.length,
            lines: entered,
            landings: entered.flatMap((l) => (l.of.type === 'landing' ? [l.of.landing] : [])),
          },
        ];
  if (lines.every(needsNothing)) return cleared;
  const steps = learntOnce(lines.flatMap((line) => parameterStep(index, target, line)));
  const rank = (s: ParameterStep): number => (s.how === 'type' ? 2 : s.by?.gesture === 'move' ? 1 : 0);
  const sorted = steps.map((s, i) => ({ s, i })).sort((a, b) => rank(a.s) - rank(b.s) || a.i - b.i);
  return [
    {
      ...common,
      type: 'set-up',
      side: 'target',
      when: 'before',
      key: `set-up ${target.id}`,
      seconds: SECONDS['set-up'],
      todo: [
        ...target.setUp.before,
        scopes[target.reception.scope],
        clocks[target.reception.clock ?? 'ignored'],
        `What is entered is ${homes[target.reception.livesIn]}.`,
      ].filter((t) => t !== ''),
    },
    ...layers.flatMap((line): readonly EntryStep[] =>
      line.of.type !== 'host-layer' || line.of.by !== null
        ? []
        : [
            {
              ...common,
              layer: line.of.layer,
              done: line.entered,
              type: 'layer',
              side: 'target',
              key: `layer ${line.key}`,
              ...ofLayer(layers, line.of.layer),
            },
          ],
    ),
    ...sorted.map(({ s }) => s),
    ...macroSteps(target, lines),
    ...presetSteps(target, lines),
    ...cleared,
    ...afterwards(target, 'target'),
  ];
}

/** The lines of one layer of a host: one for each message that it listens for. */
function ofLayer(lines: readonly SheetLine[], layer: Layer): { readonly seconds: number; readonly lines: readonly SheetLine[] } {
  const own = lines.filter(({ of }) => of.type === 'host-layer' && of.layer === layer);
  return { seconds: SECONDS.layer * own.length, lines: own };
}

const macroSteps = (target: Target, lines: readonly SheetLine[]): readonly EntryStep[] =>
  lines.flatMap(({ of, key, entered }) =>
    of.type !== 'macro' || of.drive !== null
      ? []
      : [
          {
            type: 'macro',
            key: `macro ${key}`,
            unitId: target.id,
            unit: target.name,
            seconds: SECONDS.macro,
            lines: lines.filter((l) => l.of.type === 'macro' && l.of.parameter.id === of.parameter.id),
            macro: of.parameter,
            done: entered,
          },
        ],
  );

/** Presets are kept when all that they hold can be heard. */
const presetSteps = (target: Target, lines: readonly SheetLine[]): readonly EntryStep[] =>
  lines.flatMap(({ of, key, entered }) =>
    of.type !== 'preset' || of.value !== null
      ? []
      : [
          {
            type: 'preset',
            key,
            unitId: target.id,
            unit: target.name,
            seconds: SECONDS.preset,
            lines: lines.filter((l) => l.of.type === 'preset' && l.of.preset.id === of.preset.id),
            preset: of.preset,
            done: entered,
          },
        ],
  );

/** What one function moves by one message in a target is learnt once: such steps, at one port and in one layer of the host, become one. */
function learntOnce(steps: readonly ParameterStep[]): readonly ParameterStep[] {
  const once = new Map<string, ParameterStep>();
  for (const step of steps) {
    const [landing] = step.landings;
    const key =
      step.how === 'learn' && landing
        ? `${step.by?.functionId} ${addressKey(landing.address)} ${landing.port} ${landing.hostLayerId}`
        : step.key;
    const first = once.get(key);
    once.set(
      key,
      first
        ? {
            ...first,
            landings: [...first.landings, ...step.landings],
            lines: [...first.lines, ...step.lines],
            before: [...new Set([...first.before, ...step.before])],
            done: first.done && step.done,
          }
        : step,
    );
  }
  return [...once.values()];
}

function parameterStep(index: RigIndex, target: Target, line: SheetLine): readonly ParameterStep[] {
  if (line.of.type !== 'landing' || line.of.landing.given !== null) return [];
  const { landing } = line.of;
  const parameter = index.parameters.get(landing.parameterId);
  if (!parameter) return [];
  const sender = sendersOf(index, landing)[0] ?? null;
  const control = sender ? index.controls.get(sender.controlId) : undefined;
  const unit = control ? index.controllers.get(control.controllerId) : undefined;
  const learning = target.reception.learning ?? usualLearning;
  const against = againstLearning(index, learning, landing, parameter, sender);
  // What takes no typing is learnt all the same, with what speaks against it said first.
  const how = against === null || (learning.by === 'learn' && sender) ? 'learn' : 'type';
  const why = how === 'type' ? against : null;
  const warned = how === 'learn' && against !== null ? [`It can only be learnt. ${against}`] : [];
  return [
    {
      type: 'parameter',
      key: landing.id,
      unitId: target.id,
      unit: target.name,
      seconds: SECONDS[how],
      landings: [landing],
      lines: [line],
      how,
      why,
      by:
        sender && control
          ? {
              functionId: sender.id,
              control: control.name,
              gesture: sender.gesture.type,
              place: unit ? placeWords(index, unit, sender) : '',
            }
          : null,
      before:
        how === 'learn' && sender && control
          ? [...needed(landing), ...warned, ...beforeLearning(index, target, landing, parameter, sender, control)]
          : [...needed(landing), ...before(target)],
      caught: how === 'learn' && sender && control ? caughtInstead(index, target, landing, sender, control) : [],
      done: line.entered,
    },
  ];
}

/** What has to be so for it to hear anything at all. */
const needed = ({ conditions }: Landing): readonly string[] => conditions.map((c) => `See first that it is so: ${c.words}.`);

const before = (target: Target): readonly string[] => [scopes[target.reception.scope]].filter((t) => t !== '');

/** Said of a target that does nothing else while it learns. */
const NOTHING_MEANWHILE = 'Open its mapping first: while it is open, what comes in sets nothing off.';

function beforeLearning(
  index: RigIndex,
  target: Target,
  landing: Landing,
  parameter: Parameter,
  sender: Assignment,
  control: Control,
): readonly string[] {
  const layer = index.layers.get(sender.layerId ?? '');
  const modifiers = layer ? modifierNames(index, layer) : '';
  const sendsItself =
    layer?.signal != null ||
    (layer?.tap.length ?? 0) > 0 ||
    (layer ? modifiersOf(layer) : []).some((id) => (index.assignmentsOf.get(id) ?? []).length > 0);
  const nothing = target.reception.learning?.meanwhile === 'nothing';
  return [
    ...before(target),
    nothing ? NOTHING_MEANWHILE : '',
    layer && modifiers !== ''
      ? `${layer.mode === 'while-held' ? 'Hold' : 'Press'} ${modifiers} for ${layer.name} before learning begins${sendsItself ? ': what it sends itself would be learnt' : ''}.`
      : '',
    landing.mode === 'toggle' && !nothing ? `Have ${parameter.name} off first: a press while it learns may flip it.` : '',
    landing.takeover !== 'jump' ? `Move ${control.name} through where ${parameter.name} stands: it follows only from there.` : '',
    control.subControls.includes('touch') ? `Take ${control.name} by its sides: a touch of its cap sends first.` : '',
    landing.mode === 'relative' ? 'Set its kind to relative by hand afterwards: learning takes it for absolute.' : '',
    !nothing && parameter.tags.some((t) => t === 'loudness' || t === 'feedback')
      ? 'Turn the monitors down: it follows the control as soon as it is learnt.'
      : '',
  ].filter((t) => t !== '');
}

/** Neighbours that are named at most: those that a hand brushes. Common practice, no source. */
const NEIGHBOURS = 3;

/** What a learn function may catch in place of what is meant: other gestures of the same control, then the controls beside it. */
function caughtInstead(
  index: RigIndex,
  target: Target,
  landing: Landing,
  sender: Assignment,
  control: Control,
): readonly string[] {
  const own = addressKey(landing.address);
  const beside = (index.controlsOf.get(control.controllerId) ?? [])
    .map((c) => ({ c, far: c.id === control.id ? -1 : apart(c, control) }))
    .sort((a, b) => a.far - b.far)
    .slice(0, NEIGHBOURS + 1);
  const told = new Map<number, string>();
  for (const { c } of beside)
    for (const a of index.assignmentsOf.get(c.id) ?? []) {
      const sameplace = (a.bank === null || sender.bank === null || a.bank === sender.bank) && a.layerId === sender.layerId;
      const send = a.actions.find((x) => x.type === 'send');
      if (!sameplace || a.id === sender.id || send?.type !== 'send') continue;
      const heard = addressAt(index, outletFor(index, a.controlId, send), send.message, target.id);
      const key = addressKey(heard);
      if (key === own || told.has(key)) continue;
      const number = numberWords(heard, target.reception.shows);
      if (number !== '') told.set(key, `${number}: ${c.name}${c.id === control.id ? ` ${gestureNames[a.gesture.type]}` : ''}`);
    }
  return [...told.values()].slice(0, NEIGHBOURS);
}

/** How far the middles of two controls lie apart, in millimetres. */
const apart = (a: Control, b: Control): number =>
  Math.hypot(a.x + a.width / 2 - b.x - b.width / 2, a.y + a.height / 2 - b.y - b.height / 2);

/** Why a landing is better typed than learnt; null where learning is safe. Common practice, no source. */
function againstLearning(
  index: RigIndex,
  learning: Learning,
  landing: Landing,
  parameter: Parameter,
  sender: Assignment | null,
): string | null {
  if (!sender) return 'Nothing on a controller sends to it.';
  if (learning.by === 'type') return 'It takes numbers by typing only.';
  const nothing = learning.meanwhile === 'nothing';
  if (fires(parameter) && !nothing) return 'Learning would set it off.';
  if (landing.hostLayerId !== null)
    return 'It is heard only in a layer of the host, and the control sends what it sends in Base.';
  if (sender.actions.filter((a) => a.type === 'send').length > 1)
    return 'The control sends several messages at once; learning takes the first.';
  if (modeOf(landing.mode).needs === 'value') return 'Its value has to be typed with it.';
  if (isRun(landing)) return 'It is a run of numbers; learning takes one.';
  if (pressComesFirst(index, sender)) return 'A press of the same switch sends first, and learning would take that.';
  const others = index.landingsAt.get(addressKey(landing.address)) ?? [];
  const risky = others
    .map((l) => index.parameters.get(l.parameterId))
    .find((p) => p !== undefined && p.id !== parameter.id && fires(p) && !(nothing && p.targetId === parameter.targetId));
  return risky ? `The same message sets off ${risky.name}.` : null;
}

/** Whether moving a parameter sets something off. */
export const fires = (p: Parameter): boolean => p.kind === 'trigger' || p.tags.includes('hazard') || p.tags.includes('panic');

/** Whether a hold, release, double tap or repeat cannot be made without the press of the same switch sending something before it. */
function pressComesFirst(index: RigIndex, sender: Assignment): boolean {
  const { type } = sender.gesture;
  if (type === 'press' || type === 'move' || type === 'chord') return false;
  const control = index.controls.get(sender.controlId);
  const firmware = control && index.controllers.get(control.controllerId)?.firmware;
  if (firmware?.press === 'waits' && (type === 'hold' || type === 'double-tap')) return false;
  return (index.assignmentsOf.get(sender.controlId) ?? []).some(
    (a) =>
      a.gesture.type === 'press' &&
      (a.bank === null || sender.bank === null || a.bank === sender.bank) &&
      a.layerId === sender.layerId,
  );
}
