/** Closes a `switch` over a union: the compiler refuses the call as soon as a member is not handled. Throws if it is reached all the same. */
export function exhaustive(value: never): never {
  throw new Error(`not handled: ${JSON.stringify(value)}`);
}
