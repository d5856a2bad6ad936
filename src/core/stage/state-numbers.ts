// How a rig stands while nothing is under way, as a number that is the same for states from which everything goes on alike.
import type { Chain, ChainState } from '../bench';

/** Numbers states from 0 as they come: places, layers, all that controllers remember but when, values, what targets remember. */
export function stateNumbers(chain: Chain): (state: ChainState) => number {
  const lasting = chain.controllers.map((program) => {
    const times = new Set([...program.controls.values()].map((c) => c.turnedAt));
    return program.memoryAtStart.flatMap((_, slot) => (times.has(slot) ? [] : [slot]));
  });
  const numbers = new Map<string, number>();
  return ({ controllers, targets }) => {
    const { values, units, takeoverStates, pressed } = targets;
    const text = [
      ...controllers.map(
        ({ bank, page, lastUsed, open, memory }, i) =>
          `${bank} ${page} ${lastUsed?.bank} ${lastUsed?.page} ${open.map((o) => o.id)} ${lasting[i]?.map((slot) => memory[slot])}`,
      ),
      values.join(),
      JSON.stringify([units.map(({ open, banks, here, spending }) => [open, banks, here, spending]), takeoverStates]),
      ...Object.entries(pressed).map(([at, { on }]) => `${at} ${on}`),
    ].join('\n');
    const known = numbers.get(text) ?? numbers.size;
    numbers.set(text, known);
    return known;
  };
}
