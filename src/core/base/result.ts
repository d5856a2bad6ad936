// Expected failures as values.

export type Result<T, E> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

/** A result that is there. */
export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
/** A result that is not there, and why. */
export const err = <E>(error: E): { readonly ok: false; readonly error: E } => ({ ok: false, error });
