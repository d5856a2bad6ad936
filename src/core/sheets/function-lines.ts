// The lines of one controller: its layers, what holds at its places, then what each control does, control by control.
import { exhaustive } from '../base';
import { carriesValue, type Message } from '../midi';
import type { Action, Assignment, Control, Controller, Layer, LightSource, RigIndex } from '../rig';
import { countsNumbers, limitsOf, signalsOf, standInOf, stands } from '../rig';
import { exactNumber } from './exact';
import { type Fact, fact, inOrder } from './fact';
import { freshOn, type SheetLine } from './line';
import { behaviourFacts, messageFacts } from './message-facts';
import { type Naming, namingOf } from './naming';
import { placeLines } from './place-lines';

/** The lines of a controller in the order of entering them, layers before what stands in them. */
export function controllerLines(index: RigIndex, naming: Naming, controller: Controller): readonly SheetLine[] {
  const controls = [...(index.controlsOf.get(controller.id) ?? [])].sort(byFamily);
  const layerOrder = new Map(index.rig.layers.map((l, i) => [l.id, i + 1]));
  const layerOf = (a: Assignment): number => layerOrder.get(a.layerId ?? '') ?? 0;
  return [
    ...index.rig.layers
      .filter((l) => keeperOf(index, l) === controller.id)
      .flatMap((l) => layerLines(index, naming, controller, l)),
    ...placeLines(index, naming, controller),
    ...controls.flatMap((control) =>
      [...(index.assignmentsOf.get(control.id) ?? [])]
        .filter((a) => isProgrammed(index, a))
        .sort((a, b) => (a.bank ?? 0) - (b.bank ?? 0) || (a.page ?? 0) - (b.page ?? 0) || layerOf(a) - layerOf(b))
        .flatMap((assignment) => functionLines(index, naming, controller, assignment)),
    ),
  ];
}

/**
 * Whether the hardware has to be told: in a layer made in the host a control sends what Base sends, so where Base has the
 * same gesture there is nothing to enter in the controller.
 */
export const isProgrammed = (index: RigIndex, assignment: Assignment): boolean => standInOf(index, assignment) === null;

const byFamily = (a: Control, b: Control): number =>
  a.family < b.family ? -1 : a.family > b.family ? 1 : a.familyOrder - b.familyOrder;

/** The controller on whose sheet a layer stands: that of its modifier, else the one that it is for, else the first. */
export function keeperOf(index: RigIndex, { modifierControlId, scope }: Layer): string | undefined {
  const modifier = index.controls.get(modifierControlId ?? '');
  return modifier?.controllerId ?? (scope.type === 'all' ? index.rig.controllers[0]?.id : scope.controllerId);
}

/** The lines of one function, by itself. */
export function linesOfFunction(index: RigIndex, assignment: Assignment): readonly SheetLine[] {
  const controller = index.controllers.get(index.controls.get(assignment.controlId)?.controllerId ?? '');
  return controller ? functionLines(index, namingOf(index), controller, assignment) : [];
}

function functionLines(index: RigIndex, naming: Naming, controller: Controller, assignment: Assignment): readonly SheetLine[] {
  const { actions, gesture, textShort, textLong, colour, colourOff, lightBy } = assignment;
  const limits = limitsOf(index, assignment).map((l) => `${l.about}: ${l.text}`);
  const place: readonly (Fact | null)[] = [
    fact('control', assignment.controlId, naming.control(assignment.controlId)),
    ...placeFacts(naming, controller, assignment),
    fact('gesture', gesture.type, gesture.type),
  ];
  const chord =
    gesture.type === 'chord'
      ? [
          fact('with', gesture.with, naming.control(gesture.with)),
          fact('within', gesture.windowMs, `${exactNumber(gesture.windowMs)} ms`),
          fact('singles', gesture.singlesFire, gesture.singlesFire ? 'fires too' : 'waits for the other'),
        ]
      : [];
  const display = [
    fact('text', textShort, textShort),
    fact('longText', textLong, textLong),
    fact('colour', colour, colour),
    fact('colourOff', colourOff, colourOff),
    fact('lightBy', lightBy, lightByWords[lightBy]),
  ];
  const entered = stands(index, assignment);
  return actions.map((action, i) => {
    const facts = inOrder([
      ...place,
      partFact(i, actions.length),
      turnFact(action),
      ...actionFacts(naming, controller, action),
      // What belongs to the gesture is said once, with its first message.
      ...(i === 0 ? [...chord, ...display] : []),
      action.type === 'send' ? purposeFact(index, naming, action.meant) : null,
    ]);
    return {
      key: `${assignment.id} ${i}`,
      of: { type: 'function', assignment, action: i },
      facts,
      limits: i === 0 ? limits : [],
      entered,
      fresh: freshOn(assignment, facts),
    };
  });
}

/** Which part of several it is; nothing where there is one. */
export const partFact = (i: number, of: number): Fact | null => (of > 1 ? fact('part', i + 1, `${i + 1} of ${of}`) : null);

const turnWords = { first: '1st, 3rd, 5th …', second: '2nd, 4th, 6th …' } as const;
const turnFact = ({ turn }: Action): Fact | null => (turn ? fact('turn', turn, turnWords[turn]) : null);

/** The port that a message goes out of, where it says one: in quotes what could be taken for all of them. */
const portFact = (port: string | undefined): Fact | null =>
  port === undefined
    ? null
    : fact('port', port, port === '' ? EVERY_PORT : port === EVERY_PORT || port.startsWith('"') ? JSON.stringify(port) : port);
const EVERY_PORT = 'every port';

/** What a message is there for. */
export const purposeFact = (index: RigIndex, naming: Naming, meant: readonly string[]): Fact =>
  fact(
    'purpose',
    meant,
    meant.map((id) => `${naming.target(index.parameters.get(id)?.targetId ?? '')}: ${naming.parameter(id)}`).join(', '),
  );

/** Where something stands on a controller. */
export function placeFacts(
  naming: Naming,
  controller: Controller,
  { bank, page, layerId }: Pick<Assignment, 'bank' | 'page' | 'layerId'>,
): readonly Fact[] {
  const many = controller.firmware.banks > 1;
  return [
    fact('bank', bank, bank === null ? (many ? 'every bank' : '') : naming.bank(controller, bank)),
    fact('page', page, page === null ? '' : `page ${page}`),
    fact('layer', layerId, naming.layer(layerId)),
  ];
}

/** One action of a function, of the tap of a modifier, or of an arrival. */
export function actionFacts(naming: Naming, controller: Controller, action: Action): readonly (Fact | null)[] {
  const style = controller.firmware.shows;
  switch (action.type) {
    case 'send':
      return [
        portFact(action.port),
        ...messageFacts(action.message, style, countsNumbers(action)),
        ...behaviourFacts(action.message, action.behaviour, naming.counters, style),
      ];
    case 'go':
      return [fact('type', 'go', 'Go'), goFact(controller, action.to)];
    case 'wait':
      return [fact('type', 'wait', 'Wait'), fact('values', action.ms, `${exactNumber(action.ms)} ms`)];
    case 'tempo':
      return [
        fact('type', 'tempo', 'Own clock'),
        fact('values', action.bpm, action.bpm === null ? 'tap' : `${exactNumber(action.bpm)} BPM`),
      ];
    case 'keystroke':
      return [
        fact('type', 'keystroke', 'Keys'),
        fact('values', action.keys, action.keys),
        ...(action.back === undefined ? [] : [fact('back', action.back, action.back)]),
      ];
    default:
      return exhaustive(action);
  }
}

function goFact({ bankNames }: Controller, to: (Action & { readonly type: 'go' })['to']): Fact {
  switch (to.type) {
    case 'bank': {
      const name = bankNames[to.bank - 1] ?? '';
      return fact('values', ['bank', to.bank], `to bank ${to.bank}${name === '' ? '' : ` (${name})`}`);
    }
    case 'page':
      return fact('values', ['page', to.page], `to page ${to.page}`);
    case 'step':
      return fact('values', ['step', to.what, to.by], `${to.what} ${to.by < 0 ? '−' : '+'}${Math.abs(to.by)}`);
    case 'last-used':
      return fact('values', ['last-used'], 'to where it was last');
    default:
      return exhaustive(to);
  }
}

/** What a light follows; nothing is said where it is as the controller does it. */
const lightByWords: Readonly<Record<LightSource, string>> = {
  controller: '',
  'own-state': 'its own state',
  feedback: 'what is sent back',
  host: 'the host',
};

/** Further modifiers, one after another; a name with a comma of its own stands in quotes. */
const alsoByFact = (naming: Naming, { alsoOpenedBy }: Layer): Fact =>
  fact('alsoBy', alsoOpenedBy, alsoOpenedBy.map((id) => listed(naming.control(id))).join(', '));

/** A name in a list with commas. */
export const listed = (name: string): string => (/[,"]/.test(name) ? JSON.stringify(name) : name);

/** Said of a layer that all of its modifiers open together. */
export const TOGETHER = 'all of them held together';

/** How a layer opens and closes, in words. */
export const layerStays: Readonly<Record<Layer['mode'], string>> = {
  'while-held': 'while held',
  toggled: 'until the next press',
  'next-press': 'for the next press',
};

/** What is set up in a controller for a layer: its modifier with what it opens and sends, then what a tap of it does. */
function layerLines(index: RigIndex, naming: Naming, controller: Controller, layer: Layer): readonly SheetLine[] {
  const name = naming.layer(layer.id);
  const modifier = layer.modifierControlId;
  const common = [fact('control', modifier, modifier === null ? '' : naming.control(modifier)), fact('opens', layer.id, name)];
  const signal = layer.madeIn === 'host' ? layer.signal : null;
  const entered = stands(index, layer);
  const taps = layer.tap.map(
    (action, i): SheetLine => ({
      key: `${layer.id} tap ${i}`,
      of: { type: 'layer', layer, tap: i },
      facts: inOrder([
        ...common,
        fact('gesture', 'tap', 'tap'),
        partFact(i, layer.tap.length),
        turnFact(action),
        ...actionFacts(naming, controller, action),
      ]),
      limits: [],
      entered,
      fresh: [],
    }),
  );
  return [
    {
      key: layer.id,
      of: { type: 'layer', layer, tap: null },
      facts: inOrder([
        ...common,
        alsoByFact(naming, layer),
        fact('together', layer.together, layer.together ? TOGETHER : ''),
        fact('stays', layer.mode, layerStays[layer.mode]),
        fact('made', layer.madeIn, layer.madeIn === 'host' ? 'the host' : 'the controller'),
        reachesFact(naming, layer),
        fact('blinks', layer.blinks, layer.blinks === 0 ? '' : `${exactNumber(layer.blinks)} times a second while open`),
        fact('below', layer.fallsThrough, layer.fallsThrough ? 'what lies below acts' : 'nothing acts'),
        ...(signal === null ? [fact('type', 'layer', 'Layer')] : signalFacts(controller, layer, signal)),
      ]),
      limits: [],
      entered,
      fresh: [],
    },
    ...furtherSignals(index, naming, controller, layer),
    ...taps,
  ];
}

/** What further modifiers of a layer send for it, where each has a message of its own. */
function furtherSignals(index: RigIndex, naming: Naming, controller: Controller, layer: Layer): readonly SheetLine[] {
  return signalsOf(layer).flatMap(({ controlId, message }): readonly SheetLine[] =>
    controlId === null
      ? []
      : [
          {
            key: `${layer.id} signal ${controlId}`,
            of: { type: 'layer-signal', layer, by: controlId },
            facts: inOrder([
              fact('control', controlId, naming.control(controlId)),
              fact('opens', layer.id, naming.layer(layer.id)),
              ...signalFacts(controller, layer, message),
            ]),
            limits: [],
            entered: stands(index, layer),
            fresh: [],
          },
        ],
  );
}

/** What a modifier sends for a layer made in a host. */
const signalFacts = (controller: Controller, { signalBy }: Layer, signal: Message): readonly Fact[] => [
  fact('signalBy', signalBy, signalBy === 'own' ? 'what it sends anyway' : ''),
  ...messageFacts(signal, controller.firmware.shows),
  // What it sends anyway has the values of its function, which stand on the line of that.
  fact('values', 'signal', carriesValue(signal.type) && signalBy === 'added' ? '127 on, 0 off' : ''),
];

function reachesFact(naming: Naming, { scope }: Layer): Fact {
  switch (scope.type) {
    case 'all':
      return fact('reaches', 'all', 'every controller');
    case 'controller':
      return fact('reaches', scope.controllerId, naming.controller(scope.controllerId));
    case 'side':
      return fact(
        'reaches',
        [scope.controllerId, scope.side],
        `the ${scope.side} side of ${naming.controller(scope.controllerId)}`,
      );
    default:
      return exhaustive(scope);
  }
}
