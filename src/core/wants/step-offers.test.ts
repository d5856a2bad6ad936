// What a press is offered for a parameter that goes in steps: carried out, it does what was offered, from wherever it was before.
import { describe, expect, it } from 'vitest';
import { done, must } from '../../../tests/kit/edits';
import { outcome } from '../bench';
import { addController, addParameters, addTarget, assign, plainProfile, plainTemplate } from '../commands';
import { plainParameter } from '../library';
import type { ReceiveMode } from '../modes';
import { type Assignment, editSchema, emptyRig, indexRig, type Landing, panelFromCounts, type Rig } from '../rig';
import { doneBy, type StepWay, stepOffers } from './index';

let count = 0;
const newId = (): string => `n${++count}`;
const all: readonly ReceiveMode[] = ['absolute', 'set', 'increment', 'toggle', 'next-preset'];

/** A switch with a parameter of some steps. */
function stepped(steps: number, start: number, modes = all): Rig {
  const empty = emptyRig('r', 'Mine');
  const panel = panelFromCounts({ counts: { footswitches: 2, encoders: 1 } });
  const board = done(empty, addController(empty, plainTemplate(panel, empty, 1), 'Board', newId).edit);
  const profile = plainProfile('Amp', 'plugin');
  const made = addTarget(board, { ...profile, reception: { ...profile.reception, modes: [...modes] } }, 'Amp', newId);
  const target = done(board, made.edit);
  const names = Array.from({ length: steps }, (_, i) => `s${i}`);
  const p = { ...plainParameter, name: 'Room', kind: 'stepped' as const, highest: steps - 1, steps: names, start };
  const rig = done(target, addParameters(target, made.id, [p], newId));
  const wish = { parameterId: rig.parameters[0]?.id ?? '', controlId: rig.controls[0]?.id ?? '' };
  const place = { bank: 1, page: null, layerId: null };
  return done(rig, must(assign(indexRig(rig), { ...wish, place, gesture: { type: 'press' }, onTaken: 'join' }, newId)).edit);
}

const rows = (rig: Rig): readonly [Assignment, Landing] => {
  const [row, landing] = [rig.assignments[0], rig.landings[0]];
  if (!row || !landing) throw new Error('a function is there');
  return [row, landing];
};
const offers = (rig: Rig) => stepOffers(indexRig(rig), ...rows(rig), newId);
const taken = (rig: Rig, way: StepWay): Rig => {
  const offer = offers(rig).find((o) => o.way === way);
  if (!offer) throw new Error('it is offered');
  expect(editSchema.safeParse(offer.edit).success).toBe(true);
  return done(rig, offer.edit);
};

describe('offers for a press', () => {
  for (const steps of [2, 3, 5])
    for (const start of [0, 1, steps - 1])
      for (const before of ['one', 'next', 'two'] as const)
        for (const way of ['one', 'next', 'two'] as const)
          it(`${way} after ${before}, of ${steps} steps from step ${start}`, () => {
            const rig = taken(taken(stepped(steps, start), before), way);
            const index = indexRig(rig);
            const [row] = rows(rig);
            const [did] = doneBy(index, row, outcome(index, row));
            expect(did).toMatchObject({ asWanted: true });
            expect(row.wants).toHaveLength(1);
            expect(
              offers(rig)
                .filter((o) => o.is)
                .map((o) => o.way),
            ).toEqual([way]);
          });
  it('of a target that only counts up: the next one, as far as there is one', () => {
    const rig = taken(stepped(4, 0, ['absolute', 'increment']), 'next');
    const [row, landing] = rows(rig);
    expect(landing.mode).toBe('increment');
    expect(doneBy(indexRig(rig), row, outcome(indexRig(rig), row))).toMatchObject([{ asWanted: true }]);
  });
  it('are only what the target hears and the firmware sends', () => {
    expect(offers(stepped(3, 0, ['absolute'])).map((o) => o.way)).toEqual(['two']);
    const rig = stepped(3, 0);
    const plain = {
      ...rig,
      controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, switchModes: ['fixed' as const] } })),
    };
    expect(offers(plain).map((o) => o.way)).toEqual(['one', 'next']);
  });
});
