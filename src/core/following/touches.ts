// Touches of a controller, by what is heard of it: one press may be heard of several functions, of others that it releases, and once more when it ends.
import type { Said } from '../controller';
import type { GestureType } from '../rig';

export interface TouchesHeard {
  /** When the last one began, in milliseconds: what it is known by; null for none. */
  readonly at: number | null;
  /** By control: when it may have been touched last. */
  readonly of: ReadonlyMap<string, number>;
}

/** Nothing was touched yet. */
export const noTouches: TouchesHeard = { at: null, of: new Map() };

/** All that one touch brings is heard within this, and no foot makes a second one of the same control sooner: assumed, no source. */
const TOGETHER_MS = 50;
/** A press that is let go within this was one tap: assumed, no source. */
const TAP_MS = 2000;

/** What ends a touch. */
const ends: ReadonlySet<GestureType> = new Set(['release', 'any-release', 'hold-release']);

/**
 * Functions whose gesture may have begun with the touch that brought what was heard at `t` from some that may have said it, and the touches by then. What comes at once behind a touch is of
 * the same where it can be: of the same control, or of one that shares a group or a chord with it. What ends a touch that was heard begins none.
 */
export function touchedWith(
  before: TouchesHeard,
  t: number,
  spoke: Iterable<Said>,
): { readonly began: readonly string[]; readonly now: TouchesHeard } {
  const rows = [...spoke].flatMap(({ begins, speaker: { assignment, alongside } }) =>
    begins && assignment ? [{ ...assignment, alongside }] : [],
  );
  const began = rows.filter(({ controlId, gesture }) => {
    const touched = ends.has(gesture.type) ? before.of.get(controlId) : undefined;
    return !(touched !== undefined && t - touched <= TAP_MS);
  });
  const touched = began.filter(({ gesture }) => gesture.type !== 'move');
  const isRecent = (controlId: string): boolean => t - (before.of.get(controlId) ?? Number.NEGATIVE_INFINITY) <= TOGETHER_MS;
  const isOfLast = touched.some(({ controlId, alongside }) => isRecent(controlId) || [...alongside].some(isRecent));
  const isNew = before.at === null || t - before.at > TOGETHER_MS || !isOfLast;
  const now: TouchesHeard =
    touched.length === 0
      ? before
      : {
          at: isNew ? t : before.at,
          of: new Map([...before.of, ...touched.map((row) => [row.controlId, t] as const)]),
        };
  return { began: [...new Set(began.map((row) => row.id))], now };
}
