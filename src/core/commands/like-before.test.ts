// The next function begins as the last one of its kind, and who flips what goes on and off can be said once for the rig.
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { outcome } from '../bench';
import { plainParameter } from '../library';
import { u14 } from '../midi';
import { type ReceiveMode, receiveModes } from '../modes';
import {
  type Assignment,
  type Behaviour,
  emptyRig,
  indexRig,
  type Landing,
  type Parameter,
  type Preferences,
  panelFromCounts,
  type Rig,
  set,
} from '../rig';
import { doneBy, shortfallOf, wantedOf } from '../wants';
import { assign } from './assign';
import { changeBehaviour } from './change';
import { addController, addParameters, addTarget, plainProfile, plainTemplate } from './gear';
import { behaviourOf } from './kinds';

let count = 0;
const newId = (): string => `n${++count}`;

/** Switches, pads, knobs and encoders, and a target that hears in every way, with two parameters of a kind. */
function bench(kind: Parameter['kind'], start: number): Rig {
  const empty = emptyRig('r', 'Mine');
  const panel = panelFromCounts({ counts: { footswitches: 4, pads: 4, knobs: 2, encoders: 2 } });
  const board = done(empty, addController(empty, plainTemplate(panel, empty, 1), 'Board', newId).edit);
  const profile = plainProfile('Amp', 'plugin');
  const made = addTarget(
    board,
    { ...profile, reception: { ...profile.reception, modes: [...receiveModes], takeover: ['jump', 'pickup', 'scale'] } },
    'Amp',
    newId,
  );
  const rig = done(board, made.edit);
  const one = kind === 'stepped' ? { lowest: 0, highest: 3, steps: ['a', 'b', 'c', 'd'] } : {};
  const parameters = ['A', 'B'].map((name, i) => ({ ...plainParameter, name, kind, ...one, start: i === 0 ? 0 : start }));
  return done(rig, addParameters(rig, made.id, parameters, newId));
}

const given = (rig: Rig, parameter: string, control: string, gesture: 'press' | 'move', likeBefore = true): Rig =>
  done(
    rig,
    must(
      assign(
        indexRig(rig),
        {
          parameterId: rig.parameters.find((p) => p.name === parameter)?.id ?? '',
          controlId: rig.controls.find((c) => c.name === control)?.id ?? '',
          place: { bank: 1, page: null, layerId: null },
          gesture: { type: gesture },
          onTaken: 'join',
          likeBefore,
        },
        newId,
      ),
    ).edit,
  );

const last = <T>(rows: readonly T[]): T => {
  const row = rows.at(-1);
  if (row === undefined) throw new Error('nothing there');
  return row;
};

/** The rig with its last function sending and heard in another way. */
function otherwise(rig: Rig, behaviour: Behaviour, mode: ReceiveMode): Rig {
  const sent = done(rig, changeBehaviour(last(rig.assignments), 0, behaviour));
  return last(sent.landings).mode === mode ? sent : done(sent, set('landings', last(sent.landings), 'mode', mode));
}

const wayOf = (rig: Rig) => {
  const [send] = last(rig.assignments).actions;
  return send?.type === 'send' && { behaviour: send.behaviour, type: send.message.type, mode: last(rig.landings).mode };
};
/** Whether it does what is taken to be wanted of it, also where nobody said it. */
const wanted = (rig: Rig, row: Assignment): boolean => {
  const index = indexRig(rig);
  const effects = doneBy(index, row, outcome(index, row));
  return effects.length > 0 && effects.every((d) => shortfallOf(wantedOf(index, row, d.parameter).want, d.did) === 0);
};

describe('the next function of a kind', () => {
  it('sends and is heard as the last one, on a control of the same kind and on no other', () => {
    const one = otherwise(given(bench('toggle', 0), 'A', 'FS 1', 'press'), { type: 'fixed', value: u14(127) }, 'toggle');
    expect(wayOf(given(one, 'B', 'FS 2', 'press'))).toMatchObject({ behaviour: { type: 'fixed' }, mode: 'toggle' });
    expect(wayOf(given(one, 'B', 'P 2', 'press'))).toMatchObject({ behaviour: { type: 'latching' }, mode: 'absolute' });
    expect(wayOf(given(one, 'B', 'FS 2', 'press', false))).toMatchObject({ behaviour: { type: 'latching' } });
  });
  it('takes the newest choice, not the first', () => {
    const one = otherwise(given(bench('toggle', 0), 'A', 'FS 1', 'press'), { type: 'fixed', value: u14(127) }, 'toggle');
    const two = otherwise(given(one, 'B', 'FS 2', 'press'), { type: 'momentary', down: u14(127), up: u14(0) }, 'gate');
    expect(wayOf(given(two, 'A', 'FS 3', 'press'))).toMatchObject({ behaviour: { type: 'momentary' }, mode: 'gate' });
  });
  it('takes over a knob as the last one did, over its own whole range', () => {
    const one = given(bench('continuous', 0), 'A', 'K 1', 'move');
    const scaled: Landing = { ...last(one.landings), takeover: 'pickup', from: 0.2, to: 0.6 };
    const rig = { ...one, landings: [scaled] };
    expect(last(given(rig, 'B', 'K 2', 'move').landings)).toMatchObject({ takeover: 'pickup', from: 0, to: 1 });
  });
  it('does as wanted wherever the last one did, whatever it sends and however it is heard, wherever the parameter starts', () => {
    let tried = 0;
    for (const kind of ['toggle', 'stepped', 'trigger', 'continuous'] as const)
      for (const start of kind === 'stepped' ? [0, 1, 2, 3] : [0, 1])
        for (const control of ['FS', 'P', 'K', 'E'] as const) {
          const gesture = control === 'K' || control === 'E' ? 'move' : 'press';
          const one = given(bench(kind, start), 'A', `${control} 1`, gesture);
          const [controller] = one.controllers;
          const [send] = last(one.assignments).actions;
          if (!controller || send?.type !== 'send') throw new Error('it sends');
          for (const type of ['range', 'momentary', 'latching', 'fixed', 'relative'] as const) {
            const behaviour = behaviourOf(type, controller, send.message);
            for (const mode of receiveModes) {
              if (!behaviour || mode === 'relative') continue;
              const rig = otherwise(one, behaviour, mode);
              if (!wanted(rig, last(rig.assignments))) continue;
              const next = given(rig, 'B', `${control} 2`, gesture);
              tried++;
              expect([kind, start, control, type, mode, wanted(next, last(next.assignments))]).toEqual([
                kind,
                start,
                control,
                type,
                mode,
                true,
              ]);
            }
          }
        }
    expect(tried).toBeGreaterThan(60);
  });
  it('turns in clicks as the last encoder did, in the coding that it is heard in', () => {
    const one = given(bench('continuous', 0), 'A', 'E 1', 'move');
    const [send] = last(one.assignments).actions;
    if (send?.type !== 'send') throw new Error('it sends');
    const clicks = done(
      one,
      changeBehaviour(last(one.assignments), 0, { type: 'relative', coding: 'twos-complement', acceleration: 1 }),
    );
    const rig = {
      ...clicks,
      controllers: clicks.controllers.map((c) => ({
        ...c,
        firmware: { ...c.firmware, encoderModes: ['twos-complement' as const] },
      })),
      landings: clicks.landings.map((l) => ({ ...l, mode: 'relative' as const, coding: 'twos-complement' as const })),
    };
    const next = given(rig, 'B', 'E 2', 'move');
    expect(wayOf(next)).toMatchObject({ behaviour: { type: 'relative' }, mode: 'relative' });
    expect(last(next.landings).coding).toBe('twos-complement');
    expect(wanted(next, last(next.assignments))).toBe(true);
  });
  it('never begins the wrong way round, though the last one does', () => {
    const wrong = otherwise(
      given(bench('toggle', 0), 'A', 'FS 1', 'press'),
      { type: 'latching', first: u14(0), second: u14(127) },
      'absolute',
    );
    expect(wanted(wrong, last(wrong.assignments))).toBe(false);
    const next = given(wrong, 'B', 'FS 2', 'press');
    expect(wanted(next, last(next.assignments))).toBe(true);
  });
});

describe('who flips what goes on and off', () => {
  const said = (rig: Rig, toggles: Preferences['toggles']): Rig => ({ ...rig, preferences: { ...rig.preferences, toggles } });
  it('the software: a press goes out as it is, and is heard as a toggle', () => {
    const rig = given(said(bench('toggle', 0), 'software'), 'A', 'FS 1', 'press', false);
    expect(wayOf(rig)).toMatchObject({ behaviour: { type: 'momentary' }, mode: 'toggle' });
    expect(wanted(rig, last(rig.assignments))).toBe(true);
  });
  it('counts for more than what was done last, either way, and for nothing that does not go on and off', () => {
    const one = given(said(bench('toggle', 0), 'software'), 'A', 'FS 1', 'press');
    expect(wayOf(given(said(one, 'controller'), 'B', 'FS 2', 'press'))).toMatchObject({ behaviour: { type: 'latching' } });
    expect(wayOf(given(said(one, undefined), 'B', 'FS 2', 'press'))).toMatchObject({ mode: 'toggle' });
    expect(wayOf(given(said(bench('trigger', 0), 'software'), 'A', 'FS 1', 'press'))).toMatchObject({ mode: 'absolute' });
  });
});
