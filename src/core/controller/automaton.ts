// A controller as a table: where each thing that a hand can do leads from every situation that it can be in.
import type { Controller, RigIndex } from '../rig';
import { explore } from './graph';
import { leadsOf, type Move, movesFrom } from './moves';
import { groundsOf } from './space';
import { startPlace } from './switch-on';

/** Where a controller can be: a bank and page from 1, the layers that stay open, the one opened first at the front. */
export interface Whereabouts {
  readonly bank: number;
  readonly page: number;
  readonly layerIds: readonly string[];
}

export interface ControllerTable {
  /** Every situation that can be reached from switching on; the first is where it stands then. */
  readonly places: readonly Whereabouts[];
  /** What a hand can do: in how many presses, in words, and for each situation the place in the list of the one that it leads to. */
  readonly acts: readonly { readonly weight: 1 | 2; readonly words: string; readonly leads: Int32Array }[];
}

/** The table of a controller; null where it can be in more situations than `most`, which nobody could look through. */
export function controllerTable(index: RigIndex, controller: Controller, most: number): ControllerTable | null {
  const { program, situations, can } = groundsOf(index, controller);
  const { encode, decode, placeOf, bankOf, pageOf, layersIn } = situations;
  if (situations.size > most * MOST_UNREACHED) return null;
  const begins = startPlace(controller.firmware);
  const moves = movesFrom(index, program, situations, can);
  const start = encode({ place: placeOf(begins.bank, begins.page), stack: 0, last: null });
  const { reached } = explore<Move>(situations.size, start, (number) => {
    const situation = decode(number);
    return moves(situation).map((by) => ({
      to: encode({ place: by.place, stack: by.stack, last: by.left ?? situation.last }),
      weight: by.weight,
      by,
    }));
  });
  if (reached.length > most) return null;
  const at = new Map(reached.map((number, i) => [number, i]));
  const all = reached.map(decode);
  return {
    places: all.map(({ place, stack }) => ({ bank: bankOf(place), page: pageOf(place), layerIds: layersIn(stack) })),
    acts: can.map((act) => ({
      weight: act.weight,
      words: act.words(),
      leads: Int32Array.from(leadsOf(index, program, situations, act, all), (to, i) => at.get(encode(to)) ?? i),
    })),
  };
}

/** How many situations there may be for each that can be reached: the rest is never looked at. */
const MOST_UNREACHED = 50;
