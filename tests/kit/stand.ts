// Controllers that are played, and what Stage makes of what it hears of them.
import { sysexOf } from '../../src/core/bench';
import { type ControllerInput, compileController, speakingTable, stepController, switchOn } from '../../src/core/controller';
import { beginFollowing, type Following, hear, viewOf } from '../../src/core/following';
import type { RigIndex, ScriptEvent } from '../../src/core/rig';
import { type HeardOf, type StepsDone, stepsDone, type ToldStep } from '../../src/core/stage';

/** A controller that is played, and who listens to it. */
function member(index: RigIndex, id: string) {
  const controller = index.rig.controllers.find((c) => c.id === id);
  const sysex = sysexOf(index);
  const table = controller && speakingTable(index, controller, sysex, 2000);
  if (!controller || !table) throw new Error(`${id} cannot be followed`);
  const controlIds = (index.controlsOf.get(id) ?? []).map((c) => c.id);
  const program = compileController(index, { controller, controlIds, sysex, place: null });
  let { state } = switchOn(program);
  let following: Following = beginFollowing(table, 'switched-on');
  let wake: number | null = null;
  /** What was known after each message that an input, or time, brought. */
  const step = (input: ControllerInput) => {
    const made = stepController(program, state, input);
    ({ state, wakeAt: wake } = made);
    return made.output
      .filter((_, i) => i % 3 === 0)
      .map((word) => {
        following = hear(table, following, input.t, word);
        return { ...viewOf(table, following), controllerId: id };
      });
  };
  const until = (t: number) => {
    const heard: ReturnType<typeof step>[number][] = [];
    while (wake !== null && wake <= t) heard.push(...step({ type: 'tick', t: wake }));
    return heard;
  };
  return { controlIds, step, until };
}

/** What a hand does, as the controller takes it. */
function inputOf(event: ScriptEvent): ControllerInput {
  const t = event.atMs;
  if (event.do === 'press') return { type: 'press', controlId: event.on, t, velocity: event.velocity };
  if (event.do === 'release') return { type: 'release', controlId: event.on, t };
  if (event.do === 'move') return { type: 'move', controlId: event.on, t, position: event.position };
  if (event.do === 'turn') return { type: 'turn', controlId: event.on, t, clicks: event.clicks };
  if (event.do === 'go') return { type: 'go', t, to: { type: 'place', bank: event.bank, page: event.page } };
  throw new Error(`${event.do} is nothing that a hand does`);
}

/** All controllers of a rig, just switched on. */
export function stand(index: RigIndex) {
  const members = new Map(index.rig.controllers.map((c) => [c.id, member(index, c.id)]));
  const of = (id: string) => {
    const found = members.get(id);
    if (!found) throw new Error(`no ${id}`);
    return found;
  };
  const spoke = new Set<string>();
  const after = (all: readonly HeardOf[], steps: readonly ToldStep[], before: StepsDone): StepsDone =>
    all.reduce((now, heard) => {
      for (const id of heard.began) spoke.add(id);
      return stepsDone(index, steps, now, heard);
    }, before);
  return {
    /** Functions that were heard; whoever asks may empty it. */
    spoke,
    /** One thing that a hand does on a controller: what of a way is done by then. */
    play: (id: string, event: ScriptEvent, steps: readonly ToldStep[], before: StepsDone): StepsDone =>
      after([...of(id).until(event.atMs), ...of(id).step(inputOf(event))], steps, before),
    /** Time goes on until `t`. */
    wait: (id: string, t: number, steps: readonly ToldStep[], before: StepsDone): StepsDone =>
      after(of(id).until(t), steps, before),
  };
}
