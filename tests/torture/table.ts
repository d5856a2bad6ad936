// The lines of the torture and how they are printed.
export interface Line {
  readonly what: string;
  readonly tries: number;
  /** Acknowledged, and not there afterwards. */
  readonly lost: number;
  /** Databases that were not sound, rigs that did not load whole. */
  readonly damaged: number;
  /** Half-made files that the next start did not clear away. */
  readonly leftovers: number;
  readonly note: string;
}

export const failed = (line: Line): boolean => line.lost + line.damaged + line.leftovers > 0;

export function printLines(lines: readonly Line[]): void {
  const rows = [
    ['', 'tries', 'lost', 'damaged', 'leftovers', ''],
    ...lines.map((l) => [l.what, String(l.tries), String(l.lost), String(l.damaged), String(l.leftovers), l.note]),
  ];
  const widths = [0, 1, 2, 3, 4].map((c) => Math.max(...rows.map((r) => r[c]?.length ?? 0)));
  for (const row of rows)
    console.log(
      row
        .map((cell, c) => (c === 0 || c === 5 ? cell.padEnd(widths[c] ?? 0) : cell.padStart(widths[c] ?? 0)))
        .join('  ')
        .trimEnd(),
    );
}
