// Names on the sheet: two things of one name would be one thing to whoever enters it.

/** The name of each row by its id, told apart where several have the same: `SW 1 (1 of 2)`, in the order of the rows. */
export function toldApart<T extends { readonly id: string; readonly name: string }>(
  rows: readonly T[],
): ReadonlyMap<string, string> {
  const names = distinct(rows.map((r) => r.name));
  return new Map(rows.map((r, i) => [r.id, names[i] ?? r.name]));
}

/** Texts told apart where some are the same. */
export function distinct(texts: readonly string[]): readonly string[] {
  const counts = new Map<string, number>();
  for (const t of texts) counts.set(t, (counts.get(t) ?? 0) + 1);
  if (counts.size === texts.length) return texts;
  const taken = new Set([...counts].filter(([, n]) => n === 1).map(([t]) => t));
  const seen = new Map<string, number>();
  return texts.map((t) => {
    const of = counts.get(t) ?? 1;
    if (of === 1) return t;
    const n = (seen.get(t) ?? 0) + 1;
    seen.set(t, n);
    let told = `${t} (${n} of ${of})`;
    // Somebody may have called one of them that.
    while (taken.has(told)) told = `${told}, here`;
    taken.add(told);
    return told;
  });
}
