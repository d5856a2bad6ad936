// How long a foot takes: to the next switch by Fitts' law in Shannon's form, and for the gesture itself by the times of the firmware.
import type { Control } from '../rig';
import type { Deed } from './hand';

/**
 * A player's own constants: `a` milliseconds for a press where the foot already is, `b` milliseconds for each bit of
 * difficulty of getting there.
 */
export interface Pace {
  readonly a: number;
  readonly b: number;
}

/** What is taken for a player who has not measured it. Assumed, no source. */
export const usualPace: Pace = { a: 250, b: 150 };

/** Width of the sole in millimetres, which adds to what is aimed at. Assumed, no source. */
export const SOLE_MM = 90;

/** From one end of a pedal's travel to the other in milliseconds; the same as in the scripts that outcomes are judged by. */
const TRAVEL_MS = 635;

/** A point on the floor in millimetres. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** The middle of a control, on a floor where the panels stand side by side in their order: `left` is where its own one begins. */
export const middleOf = ({ x, y, width, height }: Pick<Control, 'x' | 'y' | 'width' | 'height'>, left: number): Spot => ({
  x: left + x + width / 2,
  y: y + height / 2,
});

/** Millimetres from one point to another. */
export const distance = (a: Spot, b: Spot): number => Math.hypot(a.x - b.x, a.y - b.y);

/** How hard it is to get to something `mm` away that is `width` mm wide, in bits. */
export const bitsOf = (mm: number, width: number): number => Math.log2(mm / (width + SOLE_MM) + 1);

/**
 * Milliseconds to press something `mm` away that is `width` mm wide: a + b·log2(D / (W + S) + 1), and a alone for the switch under the foot. The law: P. M. Fitts 1954;
 * Shannon's form: I. S. MacKenzie 1992; that the sole adds to the width: C. G. Drury 1975. All three from memory.
 * @example pressMs({ a: 200, b: 100 }, 0, 20) → 200
 * @example pressMs({ a: 200, b: 100 }, 330, 20) → 400
 */
export const pressMs = ({ a, b }: Pace, mm: number, width: number): number => a + b * bitsOf(mm, width);

/** Milliseconds of a gesture itself, from the first touch on: nothing for a press. `travelled`: how much of its travel a pedal went, 1 from end to end. */
export function gestureMs(deed: Deed, travelled: number): number {
  const { holdMs, doubleTapMs } = deed.of.firmware;
  switch (deed.does) {
    case 'hold':
      return holdMs;
    case 'double-tap':
      return doubleTapMs / 2;
    case 'tap-hold':
      return doubleTapMs / 2 + holdMs;
    case 'move':
      return TRAVEL_MS * travelled;
    default:
      return 0;
  }
}

/** What a player is told of a pace, and tells of it: a press on a switch 20 mm wide that is 30 cm away. */
const FAR_MM = 300;
const USUAL_WIDTH_MM = 20;

/** What a pace means to a player, in whole milliseconds: a press where the foot is, and one 30 cm away. */
export const paceInWords = (pace: Pace): string =>
  `${Math.round(pace.a)} ms for a press where your foot is, ${Math.round(pressMs(pace, FAR_MM, USUAL_WIDTH_MM))} ms for one 30 cm away`;

/**
 * The pace of a player by what they are told of it: the milliseconds of a press where the foot is, and of one 30 cm away. Null where that is no pace: both are above 0, and the
 * farther one takes longer.
 * @example paceBy(200, 387.4) // a of 200, b of about 100
 */
export function paceBy(hereMs: number, farMs: number): Pace | null {
  if (!(hereMs > 0 && farMs > hereMs && Number.isFinite(farMs))) return null;
  return { a: hereMs, b: (farMs - hereMs) / bitsOf(FAR_MM, USUAL_WIDTH_MM) };
}
