// A controller as a table: where each thing that a hand can do leads from every situation that it can be in.
import type { Controller, RigIndex } from '../rig';
import { type Act, leadsFrom } from './moves';
import { groundsOf } from './space';
import { stepController } from './step';
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
  readonly acts: readonly { readonly weight: 1 | 2; readonly words: string; readonly leads: readonly number[] }[];
}

/**
 * The table of a controller, each act played once from each situation; null where it can be in more situations than `most`. `more`: whether it has one switch more,
 * which goes to its first bank.
 */
export function controllerTable(
  index: RigIndex,
  controller: Controller,
  most: number,
  more: 'as-it-is' | 'with-a-jump' = 'as-it-is',
): ControllerTable | null {
  const { program, situations, can } = groundsOf(index, controller);
  const { encode, decode, placeOf, bankOf, pageOf, layersIn } = situations;
  const jump: Act = {
    weight: 1,
    words: () => 'press it',
    play: (from) => stepController(program, from, { type: 'go', t: 0, to: { type: 'bank', bank: 1 } }).state,
  };
  const acts = more === 'with-a-jump' ? [jump, ...can] : can;
  const leads = acts.map((): number[] => []);
  const lead = leadsFrom(index, program, situations);
  const begins = startPlace(controller.firmware);
  const reached = [encode({ place: placeOf(begins.bank, begins.page), stack: 0, last: null })];
  const at = new Map(reached.map((number, i) => [number, i]));
  for (const number of reached)
    for (const [i, act] of acts.entries()) {
      const to = encode(lead(decode(number), act));
      const known = at.get(to) ?? reached.length;
      if (known === reached.length) {
        if (reached.length === most) return null;
        at.set(to, known);
        reached.push(to);
      }
      leads[i]?.push(known);
    }
  return {
    places: reached
      .map(decode)
      .map(({ place, stack }) => ({ bank: bankOf(place), page: pageOf(place), layerIds: layersIn(stack) })),
    acts: acts.map(({ weight, words }, i) => ({ weight, words: words(), leads: leads[i] ?? [] })),
  };
}
