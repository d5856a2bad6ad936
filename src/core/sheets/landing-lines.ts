// The lines of one target: layers that it makes itself, then what it listens for, parameter by parameter.

import { codingWords, type NumberStyle, numberWords } from '../midi';
import { modeOf } from '../modes';
import {
  type Assignment,
  type Condition,
  type Given,
  gestureNames,
  heardAt,
  hearsAll,
  isRun,
  type Landing,
  type Layer,
  type LayerSignal,
  modifierNames,
  type Parameter,
  type RigIndex,
  sendersOfSignal,
  signalsOf,
  stands,
  type Target,
} from '../rig';
import type { Sent } from '../wires';
import { curveValue, curveWords, exactValue } from './exact';
import { type Fact, fact, inOrder } from './fact';
import { layerStays, listed, TOGETHER } from './function-lines';
import { toldKinds } from './kinds';
import { freshOn, type SheetLine } from './line';
import { macroLines } from './macro-lines';
import { messageFacts } from './message-facts';
import type { Naming } from './naming';
import { presetLines } from './preset-lines';
import { hostLayersOf, sendersOf } from './senders';
import { standsNow } from './ticked';

/** The lines of a target, and apart from them what was left over there: landings that nothing sends to. */
export function targetLines(
  index: RigIndex,
  naming: Naming,
  target: Target,
  sent: Sent,
): { readonly lines: readonly SheetLine[]; readonly clear: readonly SheetLine[] } {
  const order = new Map((index.parametersOf.get(target.id) ?? []).map((p, i) => [p.id, i]));
  const landings = index.rig.landings
    .filter((l) => l.targetId === target.id)
    .sort((a, b) => (order.get(a.parameterId) ?? 0) - (order.get(b.parameterId) ?? 0));
  const lineOf = (landing: Landing): readonly SheetLine[] => {
    const parameter = index.parameters.get(landing.parameterId);
    return parameter ? [landingLine(index, naming, target, landing, parameter)] : [];
  };
  // What it came with is there whether it is used or not: only what is used has a line, and none has to be cleared.
  const kept = landings.filter((l) => !sent.isLeftOver(l) && (l.given === null || sendersOf(index, l).length > 0));
  return {
    lines: [
      ...hostLayersOf(index, kept).flatMap((l) => hostLayerLines(index, naming, target, l)),
      ...kept.flatMap(lineOf),
      ...macroLines(index, naming, target),
      ...presetLines(index, naming, target),
    ],
    clear: landings.filter((l) => l.given === null && sent.isLeftOver(l)).flatMap(lineOf),
  };
}

function landingLine(index: RigIndex, naming: Naming, target: Target, landing: Landing, parameter: Parameter): SheetLine {
  const { curve, coding, takeover, hostLayerId, mode, by, channels, scope, conditions, settings } = landing;
  const from = fromWords(index, naming, sendersOf(index, landing));
  const facts = inOrder([
    fact('parameter', landing.parameterId, naming.parameter(landing.parameterId)),
    ...addressFacts(landing, target.reception.shows),
    fact('port', landing.port, landing.port),
    hostLayerId === null ? null : fact('layer', hostLayerId, naming.layer(hostLayerId)),
    fact('mode', mode, modeOf(mode).name),
    fact('coding', coding, coding === null ? '' : codingWords[coding]),
    modeOf(mode).needs === 'value' ? fact('sets', landing.setValue, exactValue(parameter, landing.setValue)) : null,
    chosenFact(landing),
    rangeFact(parameter, landing),
    fact('curve', curveValue(curve), curveWords(curve)),
    by === 1 || !modeOf(mode).steps ? null : fact('by', by, String(by)),
    takeover !== 'jump' || target.reception.takeover.length > 1 ? fact('takeover', takeover, takeovers[takeover]) : null,
    hearsAll(landing) ? fact('channels', channels, 'any') : null,
    scope === 'target' ? null : fact('scope', scope, scopeWords[scope]),
    target.reception.asksKind ? kindFact(index, landing) : null,
    settings.length === 0 ? null : fact('settings', settings, settings.map(listed).join(', ')),
    needsFact(index, naming, conditions),
    landing.given === null ? null : fact('given', landing.given, givenWords[landing.given]),
    fact('from', null, from),
  ]);
  return {
    key: landing.id,
    of: { type: 'landing', landing },
    facts,
    limits: [],
    entered: standsNow(index, landing),
    fresh: freshOn(landing, facts),
  };
}

/** What kind of control it is told that it is. */
function kindFact(index: RigIndex, landing: Landing): Fact {
  const kinds = toldKinds(index, landing).join(', ');
  return fact('kind', kinds, kinds);
}

/** The message that is listened for; of a run its first number, and its last. */
function addressFacts(landing: Landing, style: NumberStyle): readonly Fact[] {
  const facts = messageFacts(landing.address, style);
  const last = heardAt({ ...landing, channels: 'one' }).at(-1)?.address;
  if (!isRun(landing) || last === undefined || !('number' in last)) return facts;
  return facts.map((f) =>
    f.name === 'number' ? fact('number', [f.value, last.number], `${f.text} to ${numberWords(last, style)}`) : f,
  );
}

const IN_PLACE = ' in place of the others on its number';

/** What has to be so, one after another; beside its words the parameter that tells it, where one does. */
function needsFact(index: RigIndex, naming: Naming, conditions: readonly Condition[]): Fact | null {
  if (conditions.length === 0) return null;
  const texts = conditions.map(({ words, when, instead }) => {
    const parameter = index.parameters.get(when?.parameterId ?? '');
    const told = when && parameter ? ` [${naming.parameter(parameter.id)}: ${exactValue(parameter, when.value)}]` : '';
    return listed(`${words}${told}${when && instead ? IN_PLACE : ''}`);
  });
  return fact(
    'needs',
    conditions.map((c) => [c.words, c.when?.parameterId ?? null, c.when?.value ?? null, ...(c.when && c.instead ? [true] : [])]),
    texts.join(', '),
  );
}

/** Why there is nothing to enter. */
const givenWords: Readonly<Record<Given, string>> = {
  tested: 'nothing, it came with it (tried)',
  manual: 'nothing, it came with it (in its manual)',
  hearsay: 'nothing, it came with it (heard)',
  assumed: 'nothing, if it came with it (assumed: try it)',
};

const scopeWords: Readonly<Record<Exclude<Landing['scope'], 'target'>, string>> = {
  selected: 'only for what is selected or in front',
  locked: 'wherever the selection is (locked)',
};

const takeovers: Readonly<Record<Landing['takeover'], string>> = { jump: 'jump', pickup: 'pick up', scale: 'scale' };

/** The range that is entered; what sets one value, and a trigger, has its own only where it is not the whole. */
function rangeFact(parameter: Parameter, { from, to, mode }: Landing): Fact | null {
  const whole = from === parameter.lowest && to === parameter.highest;
  if (whole && (modeOf(mode).needs === 'value' || parameter.kind === 'trigger')) return null;
  return fact('range', [from, to], `${exactValue(parameter, from)} to ${exactValue(parameter, to)}`);
}

/** A control by its name, after that of its controller where there are several. */
function controlOn(index: RigIndex, naming: Naming, controlId: string): string {
  const controllerId = index.controls.get(controlId)?.controllerId ?? '';
  return index.rig.controllers.length > 1
    ? `${naming.controller(controllerId)} ${naming.control(controlId)}`
    : naming.control(controlId);
}

/** `SW 3 press (Overture)`: the control, the gesture, and the bank where it is not one of all. */
function fromWords(index: RigIndex, naming: Naming, senders: readonly Assignment[]): string {
  const words = senders.map((a) => {
    const controller = index.controllers.get(index.controls.get(a.controlId)?.controllerId ?? '');
    const bank = a.bank !== null && controller ? ` (${naming.bank(controller, a.bank)})` : '';
    return `${controlOn(index, naming, a.controlId)} ${gestureNames[a.gesture.type]}${bank}`;
  });
  return [...new Set(words)].join(', ');
}

/** The values that it acts on: those that choose its value, or the first of a row. */
function chosenFact({ mode, chosenBy }: Landing): Fact | null {
  const { needs } = modeOf(mode);
  if (needs === 'first-value') return fact('chosenBy', chosenBy?.from ?? 0, `from ${chosenBy?.from ?? 0} up, one a step`);
  if (needs !== 'value' || chosenBy === null) return null;
  const { from, to } = chosenBy;
  return fact('chosenBy', [from, to], from === to ? String(from) : `${from} to ${to}`);
}

/** A layer that the host makes: a line for each message that it listens for, the first with how the layer opens. */
function hostLayerLines(index: RigIndex, naming: Naming, target: Target, layer: Layer): readonly SheetLine[] {
  const signals = signalsOf(layer);
  const named = (controlId: string): string => controlOn(index, naming, controlId);
  const line = (signal: LayerSignal | null): SheetLine => {
    const by = signal?.controlId ?? null;
    const from = signals.length > 1 && signal ? sendersOfSignal(layer, signal).map(named).join(' or ') : null;
    return {
      key: by === null ? `${target.id} ${layer.id}` : `${target.id} ${layer.id} ${by}`,
      of: { type: 'host-layer', layer, by },
      facts: inOrder([
        fact('opens', layer.id, naming.layer(layer.id)),
        ...(by === null
          ? [layer.together ? fact('together', true, TOGETHER) : null, fact('stays', layer.mode, layerStays[layer.mode])]
          : []),
        ...(signal === null ? [] : messageFacts(signal.message, target.reception.shows)),
        fact('from', null, from ?? modifierNames(index, layer, (c) => named(c.id))),
      ]),
      limits: [],
      entered: stands(index, layer),
      fresh: [],
    };
  };
  return signals.length === 0 ? [line(null)] : signals.map(line);
}
