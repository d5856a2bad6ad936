// What has to be entered again between two states of a rig: lines of the sheet that came, went or read otherwise.
import { exhaustive } from '../base';
import { type RigIndex, sameJson } from '../rig';
import { placeColumn, together } from './columns';
import { type FactName, fact, factWord } from './fact';
import { type SheetLine, textOf } from './line';
import { makeSheet } from './sheet';

export interface SheetChange {
  readonly type: 'enter' | 'clear' | 'change';
  /** The controller or target where it is entered. */
  readonly unit: string;
  /** The control and gesture, or the parameter. */
  readonly what: string;
  /** What stood there, and what is to stand there; null where there is nothing. */
  readonly was: string | null;
  readonly now: string | null;
  /** The same for the same place in a device, whatever it is called. */
  readonly spot: string;
}

/** A line as it stands in a device. */
export interface Written {
  readonly unit: string;
  readonly what: string;
  readonly text: string;
  readonly spot: string;
  /** What is entered, fact by fact: lines are the same exactly if these are, whatever things are called. */
  readonly entered: readonly (readonly [FactName, unknown])[];
}

/**
 * What a player has to do at the hardware and in the software to get from one state to the other, controllers first. `standing`: everything of the state
 * before stands in the devices, also what nothing sends to.
 */
export function differenceOf(before: RigIndex, after: RigIndex, standing = false): readonly SheetChange[] {
  const a = writtenFor(before, standing);
  const b = writtenFor(after);
  const changes: SheetChange[] = [];
  for (const [key, now] of b) {
    const was = a.get(key);
    const enter: SheetChange = { type: 'enter', unit: now.unit, what: now.what, was: null, now: now.text, spot: now.spot };
    if (!was) changes.push(enter);
    // What moved to another control, gesture or place is taken away there and entered here.
    else if (was.spot !== now.spot) changes.push(cleared(was), enter);
    else if (!sameJson(was.entered, now.entered)) changes.push({ ...enter, type: 'change', was: was.text });
  }
  for (const [key, was] of a) if (!b.has(key)) changes.push(cleared(was));
  return changes;
}

const cleared = ({ unit, what, text, spot }: Written): SheetChange => ({ type: 'clear', unit, what, was: text, now: null, spot });

/** Facts that say what a line is, or that follow from others: not what is entered. */
const aside = new Set<FactName>(['control', 'parameter', 'bank', 'page', 'layer', 'gesture', 'opens', 'purpose', 'from']);
/** Facts whose text says by itself what it is. */
const plain = new Set<FactName>(['type', 'number', 'values', 'text', 'mode', 'coding', 'sets', 'range']);

/** `Control change 102, ch 5, alternating 127 / 0, Curve: slow, then fast, bent by 3`. */
function inWords(line: SheetLine): string {
  const rest = line.facts.filter((f) => !aside.has(f.name) && f.name !== 'type' && f.name !== 'number' && f.name !== 'channel');
  return [
    `${textOf(line, 'type')} ${textOf(line, 'number')}`.trim(),
    textOf(line, 'channel') && `ch ${textOf(line, 'channel')}`,
    ...rest.map((f) => (plain.has(f.name) ? f.text : `${factWord(f.name)}: ${f.text}`)),
  ]
    .filter((t) => t !== '')
    .join(', ');
}

/** The lines of the sheet by what they belong to: an assignment and the place of the message in it, a layer, or a landing. `standing`: what is in the devices. */
export function writtenFor(index: RigIndex, standing = false): ReadonlyMap<string, Written> {
  const sheet = makeSheet(index);
  // What nobody ticked stands nowhere: of the rows of a device that is so by itself, but layers are named by what stands in them.
  // What a target came with has not to be entered.
  const isThere = ({ of }: SheetLine): boolean =>
    !(of.type === 'landing' && of.landing.given !== null) && (!standing || !('layer' in of) || of.layer.entered !== null);
  return new Map(
    [
      ...sheet.controllers.map(({ name, lines }) => ({ name, lines })),
      ...sheet.targets.map(({ name, lines, clear }) => ({ name, lines: standing ? [...lines, ...clear] : lines })),
      ...sheet.translators,
    ].flatMap(({ name, lines }) =>
      lines.filter(isThere).map((l) => [l.key, writtenIn(name, standing ? withKindTold(l) : l)] as const),
    ),
  );
}

/** A line as it stands in its target, with the kind of control that it was told when it was ticked. */
function withKindTold(line: SheetLine): SheetLine {
  const kind = line.of.type === 'landing' ? line.of.landing.entered?.facts?.kind : undefined;
  if (typeof kind !== 'string') return line;
  return { ...line, facts: line.facts.map((f) => (f.name === 'kind' ? fact('kind', kind, kind) : f)) };
}

const writtenIn = (unit: string, line: SheetLine): Written => ({
  unit,
  ...whatOf(line),
  text: inWords(line),
  entered: line.facts.filter((f) => !aside.has(f.name)).map((f) => [f.name, f.value]),
});

/** What a line is about, and the place where it stands in a device. */
function whatOf(line: SheetLine): Pick<Written, 'what' | 'spot'> {
  const { of } = line;
  switch (of.type) {
    case 'function': {
      const { controlId, gesture, bank, page, layerId } = of.assignment;
      return {
        what: `${textOf(line, 'control')} ${gesture.type}, ${together(line, placeColumn)}`,
        spot: JSON.stringify([controlId, gesture, bank, page, layerId]),
      };
    }
    case 'layer':
    case 'layer-signal':
    case 'host-layer':
      return {
        what: `${textOf(line, 'opens')}${textOf(line, 'gesture') === '' ? '' : `, ${textOf(line, 'gesture')}`}`,
        spot: JSON.stringify([of.layer.id, of.layer.modifierControlId, line.key]),
      };
    case 'landing': {
      const { targetId, parameterId, hostLayerId } = of.landing;
      return { what: textOf(line, 'parameter'), spot: JSON.stringify([targetId, parameterId, hostLayerId]) };
    }
    case 'macro':
      return {
        what: `${textOf(line, 'parameter')}${textOf(line, 'moves') === '' ? '' : ` moves ${textOf(line, 'moves')}`}`,
        spot: JSON.stringify(['macro', line.key]),
      };
    case 'preset':
      return {
        what: `${textOf(line, 'parameter')}, ${textOf(line, 'preset')}`,
        spot: JSON.stringify([of.preset.parameterId, of.preset.step, line.key]),
      };
    case 'group':
      return {
        what: `${textOf(line, 'switches')} release each other, ${together(line, placeColumn)}`,
        spot: JSON.stringify([of.group.controllerId, of.group.bank, of.group.page, line.key]),
      };
    case 'arrival':
      return {
        what: `Arriving, ${together(line, placeColumn)}`,
        spot: JSON.stringify([of.arrival.controllerId, of.arrival.bank, of.arrival.page, line.key]),
      };
    case 'translator':
      return { what: `Line ${textOf(line, 'line')}`, spot: JSON.stringify([of.wire.id, line.key]) };
    case 'set-up':
      return {
        what: `${of.when === 'before' ? 'Before' : 'After'} entering`,
        spot: JSON.stringify([of.unitId, of.when, line.key]),
      };
    default:
      return exhaustive(of);
  }
}
