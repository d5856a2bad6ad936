// Banks of channels in a host: which strip is under a landing now.
import { type ChannelBank, type Parameter, type RigIndex, stripsOf, type Target } from '../rig';
import type { Listener } from './program';

/** One direction of a bank: where it stands is told by the parameter at a slot, whose first step is `first`; it goes no further than `past`. */
interface Window {
  readonly moved: number;
  readonly first: number;
  readonly stride: number;
  readonly past: number;
  /** What a landing is in it, from 0. */
  readonly at: number;
}

/** Where a landing is one strip of a bank of channels. */
export interface Strip {
  readonly along: Window;
  /** Its row, and how it moves over the rows where the bank does. */
  readonly row: number;
  readonly over: Window | null;
  /** Slots of all that can stand there. */
  readonly slots: readonly number[];
  /** The same landing on the parameter in a row, at a strip of it; null where there is none. */
  readonly landingOn: (row: number, at: number) => Listener | null;
}

/** Where a parameter is in a bank: its lane, and its strip in it; null where it is past what is under the controller. */
function spotIn({ lanes, width, rows }: ChannelBank, id: string): { readonly row: number; readonly at: number } | null {
  const row = lanes.findIndex((lane) => lane.includes(id));
  const at = lanes[row]?.indexOf(id) ?? -1;
  return row < 0 || at >= width || (rows !== undefined && row >= rows.height) ? null : { row, at };
}

/** The strip that a parameter is under its landing; null where it is in no bank, or past the width of one. */
export function stripOf(
  index: RigIndex,
  target: Target,
  parameter: Parameter,
  slotOf: (parameter: Parameter) => number,
  listenerFor: (parameter: Parameter) => Listener,
): Strip | null {
  const teller = (id: string | undefined): Parameter | null => {
    const moved = id === undefined ? undefined : index.parameters.get(id);
    return moved?.kind === 'stepped' && moved.id !== parameter.id ? moved : null;
  };
  for (const bank of target.channelBanks) {
    const { lanes, rows } = bank;
    const spot = spotIn(bank, parameter.id);
    const moved = teller(bank.moved);
    const movedOver = teller(rows?.moved);
    if (!spot || !moved || (rows && !movedOver)) continue;
    const under = rows ? lanes.slice(spot.row) : [lanes[spot.row] ?? []];
    const made = new Map<string, Listener>();
    return {
      along: {
        moved: slotOf(moved),
        first: moved.lowest,
        stride: bank.stride,
        past: Math.max(0, stripsOf(bank) - bank.width),
        at: spot.at,
      },
      row: spot.row,
      over:
        rows && movedOver
          ? {
              moved: slotOf(movedOver),
              first: movedOver.lowest,
              stride: rows.stride,
              past: Math.max(0, lanes.length - rows.height),
              at: spot.row,
            }
          : null,
      slots: under.flatMap((lane) =>
        lane.slice(spot.at).flatMap((id) => {
          const strip = index.parameters.get(id);
          return strip ? [slotOf(strip)] : [];
        }),
      ),
      landingOn: (row, at) => {
        const strip = index.parameters.get(lanes[row]?.[at] ?? '');
        if (!strip) return null;
        const listener = made.get(strip.id) ?? listenerFor(strip);
        made.set(strip.id, listener);
        return listener;
      },
    };
  }
  return null;
}

/** Slots of the parameters that tell where a strip's bank stands. */
export const movedBy = ({ along, over }: Strip): readonly number[] => (over ? [along.moved, over.moved] : [along.moved]);

/** What a listener moves now: itself, or the strip that stands there; null where there is none, or nobody knows where its bank stands. */
export function standingThere(listener: Listener, values: readonly number[]): Listener | null {
  const { strip } = listener;
  if (strip === null) return listener;
  const { along, over, row } = strip;
  return strip.landingOn(over ? standsAt(over, values) : row, standsAt(along, values));
}

const standsAt = ({ moved, first, stride, past, at }: Window, values: readonly number[]): number =>
  at + Math.min(past, Math.max(0, ((values[moved] ?? first) - first) * stride));
