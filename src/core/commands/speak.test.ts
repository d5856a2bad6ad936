// A table spoken by a controller: on every shipped controller and on tables by chance. What suits what is common practice, no source.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { parameter } from '../../../tests/kit/small-rig';
import { outcome } from '../bench';
import { controllerTemplates } from '../library';
import { channel, type Message, u7 } from '../midi';
import { emptyRig, indexRig, isMover, type Parameter, type Rig } from '../rig';
import { addController, addTarget, type GivenRow, giveTable, plainProfile, planSpeak, speakEdit } from './index';

let n = 0;
const newId = (): string => `n${++n}`;

/** A controller and a target that came with a table of some kinds of parameters. */
function withTable(template: number, kinds: readonly Parameter['kind'][], names: readonly string[] = []): Rig {
  const shipped = controllerTemplates[template % controllerTemplates.length];
  if (!shipped) throw new Error('no template ships');
  let rig = emptyRig('r', 'r');
  rig = done(rig, addController(rig, shipped, shipped.name, newId).edit);
  rig = done(rig, addTarget(rig, plainProfile('Desk', 'mixer'), 'Desk', newId).edit);
  const [desk] = rig.targets;
  if (!desk) throw new Error('no target');
  const parameters = kinds.map((kind, i) => {
    const steps = kind === 'stepped' ? ['A', 'B', 'C'] : [];
    return parameter(`p${i}`, {
      order: i,
      targetId: desk.id,
      name: names[i] ?? `Thing ${i}`,
      kind,
      highest: kind === 'stepped' ? 2 : 1,
      steps,
    });
  });
  rig = { ...rig, parameters };
  const rows = parameters.map((p, i): GivenRow => {
    const number = u7(i % 100);
    const address: Message = { type: 'cc', channel: channel(1 + Math.floor(i / 100)), number };
    return { parameterId: p.id, address, given: 'manual' };
  });
  return done(rig, giveTable(rig, desk, rows, newId));
}

function spoken(rig: Rig): { readonly rig: Rig; readonly plan: ReturnType<typeof planSpeak> } {
  const [board] = rig.controllers;
  const [desk] = rig.targets;
  if (!board || !desk) throw new Error('no gear');
  const index = indexRig(rig);
  const plan = planSpeak(index, board, desk);
  const edit = speakEdit(index, desk, plan.rows, newId);
  return { rig: edit ? done(rig, edit) : rig, plan };
}

describe('a table that a controller speaks', () => {
  it('uses each control once, for what it can do, and every row is heard where the target came with it', () => {
    fc.assert(
      fc.property(
        fc.nat(30),
        fc.array(fc.constantFrom('continuous' as const, 'stepped' as const, 'toggle' as const, 'trigger' as const), {
          minLength: 1,
          maxLength: 24,
        }),
        (template, kinds) => {
          const before = withTable(template, kinds);
          const { rig, plan } = spoken(before);
          expect(plan.rows.length + plan.left.length).toBe(kinds.length);
          expect(new Set(plan.rows.map((r) => r.control.id)).size).toBe(plan.rows.length);
          expect(new Set(plan.rows.map((r) => r.parameter.id)).size).toBe(plan.rows.length);
          for (const { control, parameter: p } of plan.rows) {
            if (p.kind === 'continuous') expect(isMover(control)).toBe(true);
            if (p.kind === 'trigger') expect(isMover(control)).toBe(false);
          }
          // The table itself is as it was, and what is sent is what it says.
          expect(rig.landings).toEqual(before.landings);
          expect(rig.assignments).toHaveLength(plan.rows.length);
          const index = indexRig(rig);
          for (const a of rig.assignments) {
            const played = outcome(index, a);
            if (played.type !== 'played') throw new Error(JSON.stringify(played));
            const [meant] = played.effects.filter((e) => e.meant);
            expect(['never-reacts', 'nothing-lands']).not.toContain(meant?.did.type);
            expect(played.effects.filter((e) => !e.meant)).toEqual([]);
          }
          // A second time there is nothing to do but what no control was left for.
          expect(spoken(rig).plan).toMatchObject({ rows: [], spoken: plan.rows.length });
        },
      ),
      { numRuns: 60 },
    );
  });
  it('goes by names before order, and by order where no name says more', () => {
    const board = controllerTemplates.findIndex((t) => t.panel.controls.filter((c) => isMover(c)).length >= 4);
    const plain = spoken(withTable(board, ['continuous', 'continuous'])).plan.rows.map((r) => r.control.name);
    const [first = '', second = ''] = plain;
    const named = spoken(withTable(board, ['continuous', 'continuous'], [second, first])).plan.rows;
    expect(named.map((r) => r.control.name)).toEqual([second, first]);
  });
});
