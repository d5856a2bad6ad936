// Where a controller can get to: every bank, page and open layer that presses lead to from the start, how many presses that takes, and
// from where there is no way back. Each gesture is played on the simulator once for each place; the search walks the table of what they did.
import { noSysex, type SysexTable } from '../midi';
import { type Assignment, type Controller, modifiersOf, type RigIndex } from '../rig';
import { compileController } from './compile';
import { explore } from './graph';
import { lookUp } from './look-up';
import { actsOf, leadingControls, type Move, movesFrom } from './moves';
import { type Situation, situationsOf } from './situations';
import { draftOf, startController } from './state';
import { startPlace } from './switch-on';

/** One step of a way: what the hand does, in words. */
export interface Leg {
  readonly words: string;
  /** Bank and page after it. */
  readonly bank: number;
  readonly page: number;
}

export interface Space {
  /** Situations looked at: a bank, a page, the layers that stay open, and where *last used* leads. */
  readonly situations: number;
  /** Fewest presses from the start to a bank and page; null where nothing leads there. */
  readonly pressesTo: (bank: number, page: number) => number | null;
  /** A shortest way from the start to a bank and page; null where there is none. */
  readonly wayTo: (bank: number, page: number) => readonly Leg[] | null;
  /** Banks and pages that can be reached and from which nothing leads back to where it starts. */
  readonly traps: readonly { readonly bank: number; readonly page: number }[];
  /** Whether an assignment can be played at all: its bank, page and layer can be had together. */
  readonly canPlay: (assignment: Assignment) => boolean;
  /**
   * The most presses that it takes to play an assignment, from wherever the controller can be, the gesture itself counted; `Infinity`
   * where there is a place from which nothing leads to it.
   */
  readonly farthest: (assignment: Assignment) => number;
}

/** A controller compiled, with what can be done on it that may lead somewhere, and the situations that it can be in. */
export function groundsOf(index: RigIndex, controller: Controller, sysex: SysexTable = noSysex) {
  const controls = index.controlsOf.get(controller.id) ?? [];
  const program = compileController(index, {
    controller,
    controlIds: controls.map((c) => c.id),
    sysex,
    place: null,
  });
  const own = index.rig.layers.filter(
    (l) => l.madeIn === 'controller' && modifiersOf(l).some((id) => index.controls.get(id)?.controllerId === controller.id),
  );
  const lasting = own.filter((l) => l.mode !== 'while-held');
  const held = own.filter((l) => l.mode === 'while-held');
  const { tried, usesLast } = leadingControls(index, program, controls, lasting);
  const situations = situationsOf(controller, lasting, usesLast);
  return { program, lasting, situations, can: actsOf(index, controller, program, tried, held, lasting) };
}

/** Explores a controller from where it stands after switching on, no layer open. */
export function exploreController(index: RigIndex, controller: Controller): Space {
  const { program, lasting, situations, can } = groundsOf(index, controller);
  const { encode, decode, placeOf, bankOf, pageOf, layersIn } = situations;

  const begins = startPlace(controller.firmware);
  const start = placeOf(begins.bank, begins.page);
  const moves = movesFrom(index, program, situations, can);
  const walked = explore<Move>(situations.size, encode({ place: start, stack: 0, last: null }), (number) => {
    const situation = decode(number);
    return moves(situation).map((by) => ({
      to: encode({ place: by.place, stack: by.stack, last: by.left ?? situation.last }),
      weight: by.weight,
      by,
    }));
  });
  const { reached, costTo, wayTo, distanceTo } = walked;
  // The first situation that was reached at a place is the nearest one: it is set last.
  const nearest = new Map(reached.toReversed().map((number) => [decode(number).place, number]));
  const back = distanceTo(new Map(reached.filter((number) => decode(number).place === start).map((number) => [number, 0])));
  const trapped = new Set(reached.filter((number) => back(number) < 0).map((number) => decode(number).place));
  const begin = startController(program, 1, 1);

  /** Where an assignment can be played, and by how many presses there: two where a modifier has to be held. */
  const goalsOf = (assignment: Assignment): ReadonlyMap<number, number> => {
    const armed = program.controls.get(assignment.controlId);
    if (!armed) return new Map();
    const layer = assignment.layerId === null ? null : (index.layers.get(assignment.layerId) ?? null);
    const byHand = layer !== null && (layer.madeIn === 'host' || !lasting.includes(layer));
    const acts = ({ place, stack }: Situation): boolean => {
      const [bank, page] = [bankOf(place), pageOf(place)];
      if (assignment.bank !== null && assignment.bank !== bank) return false;
      if (assignment.page !== null && assignment.page !== page) return false;
      // A layer made in the host is no layer to the hardware: Base is what is played in it.
      if (layer?.madeIn === 'host') return true;
      const layers = byHand ? [...layersIn(stack), layer.id] : layersIn(stack);
      const found = lookUp(draftOf(program, begin, 0), armed, assignment.gesture.type, { bank, page, layers });
      return found.some((a) => a.assignment?.id === assignment.id);
    };
    return new Map(reached.filter((number) => acts(decode(number))).map((number) => [number, byHand ? 2 : 1]));
  };

  return {
    situations: reached.length,
    pressesTo: (bank, page) => {
      const number = nearest.get(placeOf(bank, page));
      return number === undefined ? null : costTo(number);
    },
    wayTo: (bank, page) => {
      const number = nearest.get(placeOf(bank, page));
      if (number === undefined) return null;
      return wayTo(number).map(({ to, by }) => {
        const { place } = decode(to);
        return { words: by.words(), bank: bankOf(place), page: pageOf(place) };
      });
    },
    traps: [...trapped].sort((a, b) => a - b).map((place) => ({ bank: bankOf(place), page: pageOf(place) })),
    canPlay: (assignment) => goalsOf(assignment).size > 0,
    farthest: (assignment) => {
      const distance = distanceTo(goalsOf(assignment));
      return reached.reduce(
        (most, number) => (distance(number) < 0 ? Number.POSITIVE_INFINITY : Math.max(most, distance(number))),
        0,
      );
    },
  };
}
