// The other way to mend a difference: to plan what the hardware has. The send and what listens for it move together.
import { calibrate, changeBehaviour, changeMessage, type NewId } from '../commands';
import { addressKey, type HeardMessage, valueMax, withNumber } from '../midi';
import { type Action, batch, type Edit, oneByOne, type RigIndex, sameJson } from '../rig';
import { type Ask, messageStreamKey, proofStreams } from './ask';
import type { Explanation } from './diagnose';
import { knownTo } from './replay';

/** Moves the programs that are sent; null where a counter gives them. */
function shifted(actions: readonly Action[], wrong: ReadonlySet<number>, by: 1 | -1): readonly Action[] | null {
  const programs = actions.map((a, i) => (wrong.has(i) && a.type === 'send' && a.message.type === 'program' ? a : null));
  if (programs.some((a) => a?.behaviour.type === 'stepping')) return null;
  return actions.map((a, i) => {
    const send = programs[i];
    if (send?.message.type !== 'program') return a;
    return { ...send, message: withNumber(send.message, Math.min(127, Math.max(0, send.message.number + by))) };
  });
}

/**
 * The edit that makes the plan what an explanation says the hardware has; null where it is nothing that could be planned, or where the
 * plan cannot be changed so.
 */
export function takeIntoPlan(index: RigIndex, ask: Ask, explanation: Explanation, newId: NewId): Edit | null {
  let actions: readonly Action[] = ask.assignment.actions;
  for (const { variant } of explanation.causes) {
    // Somebody else’s messages, and what happens on the way, are nothing that could be planned here.
    if (variant.dimension === 'who') return null;
    const { stream } = variant;
    const next =
      stream === null
        ? variant.hardware(actions, explanation.wrong)
        : typeof stream === 'object' && 'shift' in stream
          ? shifted(actions, explanation.wrong, stream.shift)
          : null;
    if (!next) return null;
    actions = next;
  }
  const { now, take, edits } = oneByOne(index);
  for (const [i, action] of actions.entries()) {
    const before = ask.assignment.actions[i];
    if (action.type !== 'send' || before?.type !== 'send') continue;
    if (addressKey(action.message) !== addressKey(before.message)) {
      const row = now().assignments.get(ask.assignment.id);
      if (!row || !take(changeMessage(now(), row, i, action.message, newId))) return null;
    }
    const row = now().assignments.get(ask.assignment.id);
    const held = row?.actions[i];
    if (row && held?.type === 'send' && !sameJson(held.behaviour, action.behaviour))
      if (!take(changeBehaviour(row, i, action.behaviour))) return null;
  }
  return edits().length === 0 ? null : batch(`Plan ${ask.control.name} as it is`, edits());
}

/** The ends 0–1 between which a pedal or fader moved, as parts of the travel that was planned; null where they cannot be told. */
export function endsSeen(ask: Ask, heard: readonly HeardMessage[]): { readonly low: number; readonly high: number } | null {
  const messageStreams = proofStreams(heard, knownTo(ask), ask.counted);
  for (const action of ask.assignment.actions) {
    if (action.type !== 'send' || action.behaviour.type !== 'range') continue;
    const seen = messageStreams.get(messageStreamKey(action.message, ask.counted));
    const { from, to } = action.behaviour;
    const span = to - from;
    if (!seen || Math.abs(span) < valueMax(action.message.type) / 8) continue;
    const places = seen.values.map((v) => (v - from) / span);
    const low = Math.max(0, Math.min(...places));
    const high = Math.min(1, Math.max(...places));
    if (high - low > 0.1) return { low: round(low), high: round(high) };
  }
  return null;
}

const round = (part: number): number => Math.round(part * 1000) / 1000;

/** The edit that keeps the ends of a pedal or fader with its controller; what was kept of its dead zones and curve stays. */
export function keepEnds(index: RigIndex, ask: Ask, ends: { readonly low: number; readonly high: number }): Edit {
  const { control } = ask;
  const before = control.calibration ?? { low: 0, high: 1, deadLow: 0, deadHigh: 0, curve: { type: 'linear' as const } };
  return calibrate(index, control, { ...before, ...ends });
}
