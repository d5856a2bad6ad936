// Readable tables and JSON.
import type { Io, Options } from './command';

/** Columns as wide as their widest cell; the last one is not padded. */
export function tableOf(rows: readonly (readonly string[])[]): string {
  const widths: number[] = [];
  for (const row of rows)
    row.forEach((cell, i) => {
      widths[i] = Math.max(widths[i] ?? 0, [...cell].length);
    });
  return rows
    .map((row) =>
      row
        .map((cell, i) => (i === row.length - 1 ? cell : cell + ' '.repeat((widths[i] ?? 0) - [...cell].length)))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
}

/** Writes one result: as JSON where that is asked for, else as text. */
export function answer(io: Io, options: Options, value: unknown, text: () => string): void {
  io.out(options.flags.json === true ? JSON.stringify(value, null, 2) : text());
}
