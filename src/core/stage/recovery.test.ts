// Cards for when something goes wrong: what is said of banks against a model that knows nothing of the simulator, and the other cards worked out by hand.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assignment, cc, continuous, fixed, landing, range, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { type Assignment, indexRig, type Rig } from '../rig';
import { placeWays, type RecoveryCard, recoveryCards, type Trouble } from './index';

type Leads = { readonly type: 'bank'; readonly bank: number } | { readonly type: 'step'; readonly by: number };

const going = (id: string, on: string, to: Leads): Assignment => ({
  ...assignment({ id, on, behaviour: fixed(1), meant: [] }),
  actions: [{ type: 'go', to: to.type === 'bank' ? to : { type: 'step', what: 'bank', by: to.by } }],
});
const withBanks = (banks: number, assignments: readonly Assignment[], change: Partial<Rig> = {}): Rig => ({
  ...smallRig([], { firmware: { banks, bankButtons: false } }),
  assignments: [...assignments],
  ...change,
});
const waysOf = (rig: Rig) => {
  const index = indexRig(rig);
  const [board] = index.rig.controllers;
  return (board && placeWays(index, board)) ?? [];
};
const linesOf = (rig: Rig, trouble: Trouble): readonly string[] =>
  recoveryCards(indexRig(rig)).find((c: RecoveryCard) => c.trouble === trouble)?.lines ?? [];

describe('in the wrong bank', () => {
  it('a switch is said to go to a bank, or one on or back, exactly as it does from every bank that can be reached', () => {
    const leads = fc.oneof(
      fc.record({ type: fc.constant('bank' as const), bank: fc.integer({ min: 1, max: 5 }) }),
      fc.record({ type: fc.constant('step' as const), by: fc.integer({ min: -3, max: 3 }) }),
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5 }), leads, leads, (banks, one, two) => {
        const to = (way: Leads, from: number): number =>
          way.type === 'bank' ? (way.bank <= banks ? way.bank : from) : ((((from - 1 + way.by) % banks) + banks) % banks) + 1;
        const reached = [1];
        for (const b of reached) for (const w of [one, two]) if (!reached.includes(to(w, b))) reached.push(to(w, b));
        const most = Math.max(...reached);
        const said = waysOf(withBanks(banks, [going('g1', 'fs1', one), going('g2', 'fs2', two)]));
        for (const [name, way] of [
          ['press FS1', one],
          ['press FS2', two],
        ] as const) {
          const told = said.find((w) => w.words === name);
          const pairs = reached.map((b) => [b, to(way, b)] as const);
          if (pairs.every(([a, b]) => a === b)) expect(told).toBeUndefined();
          else if (told?.to != null) expect(pairs.every(([, b]) => b === told.to)).toBe(true);
          else if (told?.step)
            for (const [a, b] of pairs) {
              const { by, round } = told.step;
              const past = a + by < 1 || a + by > most;
              expect(b).toBe(past ? (round ? (by === 1 ? 1 : most) : a) : a + by);
            }
          // What is told of neither does something else from somewhere.
          else
            expect(
              new Set(pairs.map(([a, b]) => b - a)).size > 1 || Math.abs((pairs[0]?.[1] ?? 0) - (pairs[0]?.[0] ?? 0)) > 1,
            ).toBe(true);
        }
      }),
    );
  });
  it('says so in a line for each switch, straight ways first', () => {
    const rig = withBanks(2, [going('g1', 'fs1', { type: 'step', by: 1 }), going('g2', 'fs2', { type: 'bank', bank: 2 })]);
    const three = { ...rig, controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, banks: 3 } })) };
    expect(linesOf(three, 'wrong-bank')).toEqual(['Press FS2: bank 2 “Two”.', 'Press FS1: one bank on, round past the last.']);
    expect(linesOf(withBanks(1, []), 'wrong-bank')).toEqual([]);
    expect(linesOf(withBanks(3, []), 'wrong-bank')).toEqual(['No gesture changes it in the same way from everywhere.']);
  });
});

describe('without a light', () => {
  const lit = (lights: 'own-state' | 'feedback', change: Partial<Rig> = {}): Rig => {
    const rig = withBanks(1, [assignment({ on: 'fs1', behaviour: fixed(1), meant: [] })], change);
    return {
      ...rig,
      controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, lights } })),
      controls: rig.controls.map((c) => ({ ...c, light: 'on-off' as const })),
    };
  };
  it('what nobody stated is assumed, and says so', () => {
    expect(linesOf(lit('own-state'), 'no-light')[0]).toMatch(/^If its lights show what it sent, as is assumed/);
    const rig = lit('own-state');
    const stated: Rig = { ...rig, controllers: rig.controllers.map((c) => ({ ...c, templateId: 'a-template' })) };
    expect(linesOf(stated, 'no-light')).toEqual([
      'Its own lights show what it sent: where all of them stay dark it has no power, and sends nothing.',
    ]);
  });
  it('lights that follow what comes back may be dark while everything works', () => {
    expect(linesOf(lit('feedback'), 'no-light')[0]).toMatch(/no wire leads back to it/);
    const [wire] = lit('feedback').wires;
    if (!wire) throw new Error('the small rig has a wire');
    const back = { ...wire, id: 'back', from: wire.to, to: wire.from };
    expect(linesOf(lit('feedback', { wires: [wire, back] }), 'no-light')[0]).toMatch(/comes back from Hall may stay dark/);
  });
  it('a controller without lights has no such card', () => {
    const rig = lit('own-state');
    expect(linesOf({ ...rig, controls: rig.controls.map((c) => ({ ...c, light: 'none' as const })) }, 'no-light')).toEqual([]);
  });
});

describe('silence', () => {
  it('names what may be down and where it is brought back, and the cables; what no control moves comes last', () => {
    const loud = { tags: ['loudness' as const] };
    const rig = withFunctions(
      smallRig([
        continuous('tail', -60, 0, { ...loud, order: 1 }),
        continuous('level', -60, 0, { ...loud, order: 2 }),
        continuous('mix', 0, 100),
      ]),
      [assignment({ on: 'k1', gesture: 'move', message: cc(20), behaviour: range(0, 127), meant: ['level'] })],
      [landing('level', { address: cc(20), mode: 'absolute', from: -60, to: 0 })],
    );
    expect(linesOf(rig, 'silence')).toEqual([
      'Hall: level may be down. It is on Board K1.',
      'Hall: tail may be down. It is on no control: set it in Hall itself.',
      'Board goes over USB to Hall.',
    ]);
  });
});
