import { defineMode, plainMode } from './mode';

/**
 * The parameter goes through states of its own: what counts as on is a press, what does not is its end, and each leads from where it stands to where its table
 * says, or nowhere. A looper records while it is held, plays when it is let go, and stops at the next press. Common practice, no source.
 */
export const states = defineMode({
  ...plainMode,
  type: 'states',
  name: 'goes on by its states',
  does: 'goes on',
  goesByStates: true,
  fromNow: true,
  counts: true,
  launches: true,
  needsOn: true,
  hear:
    ({ parameter: { states: own, lowest }, on }) =>
    (type, value, now) => {
      const to = (on(type, value) ? own?.press : own?.release)?.[now - lowest] ?? null;
      return to === null ? now : lowest + to;
    },
});
