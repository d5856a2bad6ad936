// How everything stands at a moment of a play, by the ids of the rig: for whoever compares it with what another simulator says.
import { openInHost } from '../receiver';
import type { Session } from './session';

export interface StandingNow {
  readonly controllers: readonly {
    readonly id: string;
    readonly bank: number;
    readonly page: number;
    /** Layers made in the controller that are open, the one opened last at the end. */
    readonly layers: readonly string[];
    /** What each latch sent last: by assignment, and the place of the action in it. */
    readonly latches: readonly {
      readonly assignment: string;
      readonly action: number;
      readonly sent: 'nothing' | 'first' | 'second';
    }[];
    /** Which list of a gesture that alternates was done last. */
    readonly turns: readonly { readonly assignment: string; readonly did: 'neither' | 'first' | 'second' }[];
    /** What each counter sent last, or starts from. */
    readonly counters: readonly { readonly assignment: string; readonly action: number; readonly at: number }[];
    /** How fast the clock goes that it sends, in BPM; null where it sends none. */
    readonly clock: number | null;
  }[];
  /** Layers made in the host that are open. */
  readonly hostLayers: readonly string[];
  /** Values by parameter, in its unit, unrounded; of a trigger, how often it fired; null where nobody knows. */
  readonly values: Readonly<Record<string, number | null>>;
}

const known = (value: number): number | null => (Number.isNaN(value) ? null : value);

/** How everything stands now. */
export function standingNow({ chain, state }: Session): StandingNow {
  return {
    controllers: chain.controllers.map((program, i) => {
      const now = state.controllers[i];
      const recall = (slot: number): number => now?.memory[slot] ?? 0;
      const emitters = program.armed.flatMap((armed) =>
        armed.actions.flatMap((action, at) =>
          action.type === 'send' && armed.assignment !== null
            ? [{ assignment: armed.assignment.id, action: at, emitter: action.emitter }]
            : [],
        ),
      );
      return {
        id: program.controllerId,
        bank: now?.bank ?? 1,
        page: now?.page ?? 1,
        layers: (now?.open ?? []).map((layer) => layer.id),
        latches: emitters.flatMap(({ assignment, action, emitter }) =>
          emitter.type === 'latching'
            ? [{ assignment, action, sent: (['nothing', 'first', 'second'] as const)[recall(emitter.phase)] ?? 'nothing' }]
            : [],
        ),
        turns: program.armed.flatMap(({ assignment, turn }) =>
          assignment !== null && turn !== null
            ? [{ assignment: assignment.id, did: (['neither', 'first', 'second'] as const)[recall(turn)] ?? 'neither' }]
            : [],
        ),
        counters: emitters.flatMap(({ assignment, action, emitter }) =>
          emitter.type === 'stepping' ? [{ assignment, action, at: recall(emitter.counter) }] : [],
        ),
        clock: now?.clock?.bpm ?? null,
      };
    }),
    hostLayers: openInHost(state.targets),
    values: Object.fromEntries(chain.targets.parameters.map((p, slot) => [p.id, known(state.targets.values[slot] ?? 0)])),
  };
}
