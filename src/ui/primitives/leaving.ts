// Told once a link was followed, long before its page is there: the one that is left goes on being seen, and can still be pressed.

/** Whether the link leads to another page, or to another place of this one. */
type Hear = (leaves: boolean) => void;

const hearing = new Set<Hear>();

/** Hears of every link from now on; gives back how to hear no more. */
export function whenLeaving(hear: Hear): () => void {
  hearing.add(hear);
  return () => void hearing.delete(hear);
}

/** A link to this address was followed. */
export function leaveFor(href: string): void {
  const leaves = new URL(href, location.href).pathname !== location.pathname;
  for (const hear of hearing) hear(leaves);
}
