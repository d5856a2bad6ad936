'use client';
// The ways of a song, with the box that each stands in; the chosen ones are what is played.
import dynamic from 'next/dynamic';
import { counted } from '@/core/base';
import { type AttemptRecord, attemptsAt, BOXES, boxOf, type Take } from '@/core/rehearsal';
import type { Song } from '@/core/rig';
import type { RehearsedWay } from '@/workers/rehearse.worker';
import { cx } from '../primitives/cx';
import { wayAt } from './use-rehearsal';

const DaysChart = dynamic(() => import('./days-chart'), { ssr: false });

interface Props {
  readonly take: Take;
  readonly ways: ReadonlyMap<string, RehearsedWay>;
  readonly records: readonly AttemptRecord[];
  readonly choose: (at: number) => void;
}

/** All attempts at the way into a section as it is now, the oldest first. */
export const attemptsInto = (
  song: Song,
  way: RehearsedWay | undefined,
  records: readonly AttemptRecord[],
): readonly AttemptRecord[] =>
  way ? attemptsAt(records, { songId: song.id, section: song.sections[way.at]?.name ?? '', way: way.way }) : [];

export function WayList({ take: { song, first, last }, ways, records, choose }: Props) {
  const only = first === last ? ways.get(wayAt(song.id, first)) : undefined;
  const chosen = attemptsInto(song, only, records);
  return (
    <section aria-label={`Ways of ${song.name}`} className="space-y-2">
      <h2 className="text-sm font-semibold">Ways of {song.name}</h2>
      <p className="text-xs text-ink-2">
        Right moves one box on, wrong goes back to the first. What stands further left comes back more often.
      </p>
      <ul className="rounded-sm border bg-sheet">
        {song.sections.map((section, at) => {
          const way = ways.get(wayAt(song.id, at));
          const attempts = attemptsInto(song, way, records);
          const box = boxOf(attempts);
          const taken = at >= first && at <= last;
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: sections have no identity but their place
            <li key={at} className="border-t first:border-t-0">
              <button
                type="button"
                aria-pressed={taken}
                onClick={() => choose(at)}
                className={cx(
                  'flex w-full items-center gap-2 px-2.5 py-1.5 text-left text-sm hover:bg-film',
                  taken && 'bg-film shadow-[inset_3px_0_0_var(--verdigris)]',
                )}
              >
                <span className="min-w-0 flex-1">
                  <span className="block truncate">into {section.name}</span>
                  <span className="block text-xs text-ink-2">{standing(way, attempts.length)}</span>
                </span>
                {way && way.gestures !== null && way.gestures.length > 0 && <Boxes box={box} played={attempts.length > 0} />}
              </button>
            </li>
          );
        })}
      </ul>
      {chosen.length > 0 && <DaysChart attempts={chosen} />}
    </section>
  );
}

function standing(way: RehearsedWay | undefined, played: number): string {
  if (!way) return 'looking…';
  if (way.gestures === null) return 'cannot be reached';
  if (way.gestures.length === 0) return 'nothing to do';
  return played === 0 ? 'not played yet' : played === 1 ? 'played once' : `played ${counted(played, 'time')}`;
}

function Boxes({ box, played }: { readonly box: number; readonly played: boolean }) {
  return (
    <span
      role="img"
      aria-label={played ? `box ${box} of ${BOXES}` : 'in the first box, not played yet'}
      className="flex shrink-0 gap-0.5"
    >
      {Array.from({ length: BOXES }, (_, i) => i + 1).map((n) => (
        <span
          key={n}
          className={cx(
            'h-3 w-3 rounded-[2px] border',
            n === box && played ? 'border-verdigris bg-verdigris' : 'border-control-edge',
          )}
        />
      ))}
    </span>
  );
}
