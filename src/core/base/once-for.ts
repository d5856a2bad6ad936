// Answers about tables that are asked again after each edit, most of which leave those tables as they are.

/**
 * Works an answer out once for the same values, which nobody changes in place; of the answers with the same first value the last one is kept, for as long as that
 * value is.
 */
export function onceFor<First extends object, Rest extends readonly unknown[], Answer>(
  work: (first: First, ...rest: Rest) => Answer,
): (first: First, ...rest: Rest) => Answer {
  const known = new WeakMap<First, { readonly rest: Rest; readonly answer: Answer }>();
  return (first, ...rest) => {
    const before = known.get(first);
    if (before && rest.every((value, i) => value === before.rest[i])) return before.answer;
    const answer = work(first, ...rest);
    known.set(first, { rest, answer });
    return answer;
  };
}
