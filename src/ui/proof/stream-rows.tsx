// What is planned and what arrives, address by address: the values drawn in order, a line each, and in figures where there are few.
import { kindOf, type Message, type MessageStream, numberWords, valueMax } from '@/core/midi';
import { cx } from '../primitives/cx';

const plainStyle = { channelBase: 1, programBase: 0, notes: 'number', middleC: 4 } as const;

/** A message in full with its number from 0 and its channel from 1. */
export const addressWords = (message: Message): string =>
  `${kindOf(message.type).name} ${kindOf(message.type).carries === 'choice' ? '' : numberWords(message, plainStyle)}`.trim();

export const channelWords = (message: Message): string => ('channel' in message ? `ch ${message.channel}` : '');

export interface StreamRow {
  readonly key: number;
  readonly message: Message;
  readonly planned: readonly number[] | null;
  readonly arrived: readonly number[] | null;
  /** Besides the plan: of a function beside it, or of nothing that is known. */
  readonly besides: 'beside' | 'unknown' | null;
}

export function StreamRows({ rows }: { readonly rows: readonly StreamRow[] }) {
  return (
    <table className="w-full table-fixed border-collapse">
      <thead>
        <tr className="border-b text-left text-xs text-ink-2">
          <th scope="col" className="w-[30%] py-1 pr-3 font-medium">
            Message
          </th>
          <th scope="col" className="py-1 pr-3 font-medium">
            Planned
          </th>
          <th scope="col" className="py-1 font-medium">
            Arrived
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.key} className="border-b align-top">
            <th scope="row" className="py-2 pr-3 text-left font-normal">
              <span className="block">{addressWords(row.message)}</span>
              <span className="block text-xs text-ink-2">
                {channelWords(row.message)}
                {row.besides === 'beside' && ' · belongs to the same gesture'}
                {row.besides === 'unknown' && ' · not planned here'}
              </span>
            </th>
            <td className="py-2 pr-3">
              {row.planned ? <Values values={row.planned} message={row.message} /> : <span className="text-ink-3">nothing</span>}
            </td>
            <td className="py-2">
              {row.arrived ? (
                <Values values={row.arrived} message={row.message} live={row.besides === null} />
              ) : (
                <span className="text-ink-3">nothing yet</span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const WIDTH = 240;
const HEIGHT = 30;
const MOST = 120;

function Values({
  values,
  message,
  live = false,
}: {
  readonly values: readonly number[];
  readonly message: Message;
  readonly live?: boolean;
}) {
  const max = valueMax(message.type);
  const shown = sampled(values);
  const step = Math.min(14, WIDTH / Math.max(1, shown.length));
  const words =
    values.length <= 12
      ? values.join(' ')
      : `${values.length} values, ${Math.min(...values)} to ${Math.max(...values)}, last ${values.at(-1)}`;
  return (
    <span className="block">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className={cx('block h-[30px] w-full max-w-[240px]', live ? 'text-spark' : 'text-ink-3')}
        preserveAspectRatio="xMinYMid meet"
        aria-hidden
      >
        <path d={`M0 ${HEIGHT - 0.5}H${WIDTH}`} stroke="var(--rule)" />
        {shown.map((v, i) => (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: a value is its place in the row
            key={i}
            d={`M${i * step + step / 2} ${HEIGHT - 1}v${-Math.max(1, (v / max) * (HEIGHT - 3))}`}
            stroke="currentColor"
            strokeWidth={Math.max(1, step * 0.5)}
          />
        ))}
      </svg>
      <span className="block font-mono text-xs break-words">{words}</span>
    </span>
  );
}

/** At most so many of them, the extremes of each stretch kept by taking its first and last. */
function sampled(values: readonly number[]): readonly number[] {
  if (values.length <= MOST) return values;
  return Array.from({ length: MOST }, (_, i) => values[Math.round((i * (values.length - 1)) / (MOST - 1))] ?? 0);
}

/** Rows for a table out of what is planned and what came. */
export function streamRows(
  expected: ReadonlyArray<{ readonly key: number; readonly message: Message; readonly values: readonly number[] }>,
  arrived: ReadonlyMap<number, MessageStream>,
  beside: ReadonlySet<number>,
): readonly StreamRow[] {
  const own = new Set(expected.map((e) => e.key));
  return [
    ...expected.map((e): StreamRow => ({ ...e, planned: e.values, arrived: arrived.get(e.key)?.values ?? null, besides: null })),
    ...[...arrived]
      .filter(([key]) => !own.has(key))
      .slice(0, 6)
      .map(
        ([key, s]): StreamRow => ({
          key,
          message: s.message,
          planned: null,
          arrived: s.values,
          besides: beside.has(key) ? 'beside' : 'unknown',
        }),
      ),
  ];
}
