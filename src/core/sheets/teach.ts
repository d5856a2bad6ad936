// Teaching: the planned message is sent to the software itself, so that it learns without the hardware being touched.
import { exhaustive } from '../base';
import { addressKey, encodeClicks, type HeardMessage, heardKeys, makePut, noSysex, type PackedMessage, valueMax } from '../midi';
import { modeOf } from '../modes';
import { type Behaviour, isRun, type Landing, type RigIndex } from '../rig';
import { heardAs, isTranslated, outletFor } from '../wires';
import { loadsLoud, loudAt, loudWhy, movesLoud, quietMove } from './quiet';
import { fires } from './target-steps';

export type Lesson =
  | {
      readonly type: 'send';
      /** What is sent, with times in milliseconds from the start. */
      readonly words: readonly HeardMessage[];
      /** The values in order. */
      readonly values: readonly number[];
    }
  | { readonly type: 'refused'; readonly why: string };

/** Between two messages, in milliseconds: slow enough for a learn window. Common practice, no source. */
const APART_MS = 60;
/** Steps of a move that is sent; learning needs to see it move, and no more. */
const MOVES = 6;

/**
 * What is sent so that a landing is learnt; refused where it would set something off, where it could be loud, or where learning takes no message for it.
 * A switch is pressed once as it is planned; what moves goes a few steps from an end of its range and back, what is loud from its quiet one.
 */
export function lessonFor(index: RigIndex, landing: Landing): Lesson {
  const parameter = index.parameters.get(landing.parameterId);
  if (!parameter) return refused('The parameter is gone.');
  if (landing.given !== null) return refused(`${parameter.name} came with its number: there is nothing to learn.`);
  const target = index.targets.get(landing.targetId);
  if (target?.reception.learning?.by === 'type') return refused(`${target.name} takes numbers by typing only.`);
  if (fires(parameter)) return refused(`It would set off ${parameter.name}.`);
  const risky = heardKeys(landing.address)
    .flatMap((key) => index.landingsAt.get(key) ?? [])
    .map((l) => index.parameters.get(l.parameterId))
    .find((p) => p !== undefined && p.id !== parameter.id && fires(p));
  if (risky) return refused(`The same message sets off ${risky.name}.`);
  if (landing.address.type === 'sysex') return refused('SysEx is not sent from here.');
  // Channel mode messages (MIDI 1.0): whoever obeys them lets go of everything, or puts it back where nobody wants it.
  if (landing.address.type === 'cc' && landing.address.number >= 120)
    return refused(`CC ${landing.address.number} silences or resets what hears it: it is not sent from here. Type it.`);
  if (landing.hostLayerId !== null)
    return refused(
      `It is heard only in ${index.layers.get(landing.hostLayerId)?.name ?? 'a layer'} of the host, with the message of Base.`,
    );
  if (modeOf(landing.mode).needs === 'value') return refused('Its value has to be typed with it.');
  if (isRun(landing)) return refused('It is a run of numbers; learning takes one.');
  const loads = loadsLoud(index, landing) ?? movesLoud(index, landing);
  if (loads !== null) return refused(`${loads} Type it.`);
  const loud = loudAt(index, landing);
  const values = loud.length > 0 ? quietMove(landing, MOVES) : valuesOf(behaviourFor(index, landing), landing);
  for (const { landing: row, parameter: p } of loud) {
    const unit = index.targets.get(row.targetId);
    const why = unit ? loudWhy(unit, row, p, values) : null;
    if (why !== null) return refused(`${why} Type it.`);
  }
  const put = makePut(landing.address, false, noSysex);
  const words = values.flatMap((value, i) => {
    const out: PackedMessage[] = [];
    put(value, out);
    return out.map((word): HeardMessage => ({ atMs: i * APART_MS, word }));
  });
  return { type: 'send', words, values };
}

const refused = (why: string): Lesson => ({ type: 'refused', why });

/** How what is sent to a landing behaves; null where nothing sends to it. */
function behaviourFor(index: RigIndex, landing: Landing): Behaviour | null {
  const all = index.sendsFor.get(landing.parameterId) ?? [];
  const own = all.find(({ assignment, send }) => {
    const outlet = outletFor(index, assignment.controlId, send);
    return heardAs(index, outlet, send.message, landing.targetId).some((m) => addressKey(m) === addressKey(landing.address));
  });
  // What a translator makes of its values nobody sends by hand: it is moved over its whole range.
  return own && !isTranslated(index, outletFor(index, own.assignment.controlId, own.send), own.send.message)
    ? own.send.behaviour
    : null;
}

function valuesOf(behaviour: Behaviour | null, landing: Landing): readonly number[] {
  const max = valueMax(landing.address.type);
  switch (behaviour?.type) {
    case 'momentary':
      return [behaviour.down, behaviour.up];
    case 'latching':
      return [behaviour.first, behaviour.second];
    case 'fixed':
    case 'click':
      return [behaviour.value];
    case 'relative':
      // There and back by single clicks: it ends where it began.
      return [1, 1, 1, -1, -1, -1].map((c) => encodeClicks(c, behaviour.coding));
    case 'range':
      return moved(behaviour.from, behaviour.to, max);
    case 'stepping':
    case undefined:
      return landing.mode === 'absolute' ? moved(0, max, max) : [max, 0];
    default:
      return exhaustive(behaviour);
  }
}

/** A few steps from one end towards the other and back to it. */
function moved(start: number, end: number, max: number): readonly number[] {
  const way = Math.sign(end - start) || 1;
  const step = max > 127 ? 128 : 1;
  const there = Array.from({ length: MOVES + 1 }, (_, i) => Math.min(max, Math.max(0, start + way * i * step)));
  return [...there, ...there.slice(0, -1).reverse()];
}
