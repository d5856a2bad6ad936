// Trials of what holds at a place: the light of a switch against its toggle, after another switch of its group was pressed, and after arriving where something sets it.
import { panelView } from '../controller';
import { usualTempo } from '../receiver';
import type { Arrival, Assignment, Parameter, RigIndex } from '../rig';
import { compileChain, startChain } from './chain';
import { type Surroundings, setUp } from './outcome';
import { run, untilQuiet } from './run';
import { inTurn } from './script';
import type { LightAt } from './trials';

/**
 * What the light of a switch shows and what its toggle is, once it was pressed and then another switch of its group was; null where it has no light, where it cannot be played,
 * or where nobody knows.
 */
export function releasedLight(
  index: RigIndex,
  assignment: Assignment,
  parameter: Parameter,
  otherId: string,
  around: Surroundings,
): LightAt | null {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller || control.light === 'none' || parameter.kind !== 'toggle') return null;
  const stage = setUp(index, assignment, around, otherId);
  if (stage.type !== 'ready') return null;
  const slot = stage.chain.targets.slots.get(parameter.id);
  const program = stage.chain.controllers[0];
  if (slot === undefined || !program) return null;
  const { state } = run(
    stage.chain,
    startChain(stage.chain, { bank: stage.bank, page: stage.page }),
    inTurn(control.id, otherId, 1, controller.firmware),
    untilQuiet,
  );
  const lit = state.controllers[0] && panelView(program, state.controllers[0]).get(control.id)?.lit;
  const value = state.targets.values[slot] ?? 0;
  return lit == null || Number.isNaN(value) ? null : { lit, on: value >= 0.5 };
}

/**
 * What the light of a switch shows and what its toggle is, once its controller arrived where something sets the switch: from either value of the toggle. Nothing where there is no
 * other place to come from, no light, or where nobody knows.
 */
export function arrivingLights(
  index: RigIndex,
  arrival: Arrival,
  assignment: Assignment,
  parameter: Parameter,
  around: Surroundings,
): readonly LightAt[] {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  if (!control || !controller || control.light === 'none' || parameter.kind !== 'toggle') return [];
  const { banks, pages } = controller.firmware;
  const to = { bank: assignment.bank ?? arrival.bank ?? 1, page: assignment.page ?? arrival.page ?? 1 };
  const from = banks > 1 ? { ...to, bank: to.bank === 1 ? 2 : 1 } : { ...to, page: to.page === 1 ? 2 : 1 };
  if (banks * pages === 1) return [];
  const chain = compileChain(index, {
    controllers: [{ controller, controlIds: (index.controlsOf.get(controller.id) ?? []).map((c) => c.id) }],
    place: null,
    network: around.network,
    sysex: around.sysex,
    tempo: usualTempo,
    parameterIds: [parameter.id],
  });
  const slot = chain.targets.slots.get(parameter.id);
  const [program] = chain.controllers;
  if (slot === undefined || !program) return [];
  return [parameter.lowest, parameter.highest].flatMap((value): LightAt[] => {
    const values = chain.targets.start.map((v, i) => (i === slot ? value : v));
    const { state } = run(chain, startChain(chain, from, values), [{ do: 'go', atMs: 0, on: controller.id, ...to }], untilQuiet);
    const [own] = state.controllers;
    const lit = own && panelView(program, own).get(control.id)?.lit;
    const now = state.targets.values[slot] ?? 0;
    return lit == null || Number.isNaN(now) ? [] : [{ lit, on: now >= 0.5 }];
  });
}
