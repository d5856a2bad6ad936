'use client';
// One song: its name and tempo, and its sections as a strip in bars with what to press at each boundary.
import { ArrowDown, ArrowUp, GripVertical, Trash2, X } from 'lucide-react';
import { counted } from '@/core/base';
import { moveSong, patch, removeSong, takeFromSet } from '@/core/commands';
import { batch, type Rig, type RigIndex, rowSchemas, type SetList, type Song, type SongSection } from '@/core/rig';
import type { ToldTransition } from '@/core/stage';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { NumberField } from '../primitives/number-field';
import { TextField } from '../primitives/text-field';
import { useRig, useRigStore } from '../store/provider';
import { useSpot } from './set-drag';
import type { Chosen } from './set-screen';
import { timeOf } from './time-of';
import { type FoundSet, keyAt } from './use-set';

interface Props {
  /** The rig as it is played. */
  readonly index: RigIndex;
  readonly list: SetList | null;
  readonly song: Song;
  readonly found: FoundSet;
  readonly chosen: Chosen | null;
  readonly choose: (chosen: Chosen | null) => void;
}

const { name: nameSchema, bpm: bpmSchema, beatsPerBar: beatsSchema } = rowSchemas.songs.shape;

export function SongStrip({ index, list, song, found, chosen, choose }: Props) {
  const spot = useSpot(song.id, null);
  return (
    <article
      ref={spot.ref}
      data-over={spot.over ? '' : undefined}
      aria-label={song.name}
      className={cx('min-w-0', spot.over && 'bg-verdigris-wash')}
    >
      <SongHead
        index={index}
        list={list}
        song={song}
        grip={spot.grip}
        onGone={() => chosen?.songId === song.id && choose(null)}
      />
      <ol className="flex overflow-x-auto rounded-sm border bg-sheet">
        {song.sections.map((section, at) => (
          <Section
            key={keyAt(song.id, at)}
            song={song}
            at={at}
            section={section}
            way={found.ways.get(keyAt(song.id, at)) ?? null}
            looking={found.state === 'looking'}
            isChosen={chosen?.songId === song.id && chosen.at === at}
            choose={choose}
          />
        ))}
      </ol>
    </article>
  );
}

interface SectionProps {
  readonly song: Song;
  readonly at: number;
  readonly section: SongSection;
  readonly way: ToldTransition | null;
  readonly looking: boolean;
  readonly isChosen: boolean;
  readonly choose: (chosen: Chosen) => void;
}

function Section({ song, at, section, way, looking, isChosen, choose }: SectionProps) {
  const spot = useSpot(song.id, at);
  return (
    <li
      ref={spot.ref}
      style={{ flexGrow: Math.max(2, section.bars), flexBasis: 0 }}
      data-over={spot.over ? '' : undefined}
      className={cx('min-w-[128px] border-l first:border-l-0', spot.over && 'bg-verdigris-wash')}
    >
      <button
        type="button"
        aria-pressed={isChosen}
        {...spot.grip}
        onClick={() => choose({ songId: song.id, at })}
        className={cx(
          'flex h-full w-full flex-col px-2.5 pt-2 pb-2.5 text-left hover:bg-film',
          isChosen && 'bg-film shadow-[inset_0_3px_0_var(--verdigris)]',
        )}
      >
        <span className="w-full truncate text-sm font-semibold">{section.name}</span>
        <span className="text-xs text-ink-2">{section.bars === 0 ? 'until it ends' : counted(section.bars, 'bar')}</span>
        <Gestures way={way} looking={looking} />
      </button>
    </li>
  );
}

/** What a song is called and how fast it goes; where it is played, and away with it. */
function SongHead({
  index,
  list,
  song,
  grip,
  onGone,
}: Pick<Props, 'index' | 'list' | 'song'> & {
  readonly grip: ReturnType<typeof useSpot>['grip'];
  readonly onGone: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const change = (label: string, to: Partial<Song>): boolean => edit(batch(label, patch('songs', song, to)));
  const store = useRigStore();
  const whole = (): Rig => store.getState().index.rig;
  const remove = (): void => {
    if (edit(list ? takeFromSet(list, song) : removeSong(whole(), song))) onGone();
  };
  const move = (by: number): void => {
    const made = moveSong(whole(), list, song, by);
    if (made) edit(made);
  };
  const { songs } = index.rig;
  return (
    <div className="flex flex-wrap items-end gap-3 pb-2">
      <span
        {...grip}
        aria-hidden
        title="Drag it to where it is played"
        className="-mr-1.5 -ml-1 cursor-grab self-end py-2 text-ink-3"
      >
        <GripVertical size={16} />
      </span>
      <TextField
        label="Song"
        value={song.name}
        schema={nameSchema}
        onValue={(name) => change(`Rename ${song.name}`, { name })}
        className="w-56 max-[1000px]:w-36"
      />
      <div className="w-28">
        <NumberField
          label="Beats a minute"
          value={song.bpm}
          schema={bpmSchema}
          onValue={(bpm) => change(`Tempo of ${song.name}`, { bpm })}
        />
      </div>
      <div className="w-24">
        <NumberField
          label="Beats a bar"
          value={song.beatsPerBar}
          schema={beatsSchema}
          onValue={(beatsPerBar) => change(`Metre of ${song.name}`, { beatsPerBar })}
        />
      </div>
      <span className="ml-auto flex gap-1.5">
        <Button aria-label={`Play ${song.name} earlier`} disabled={songs[0]?.id === song.id} onClick={() => move(-1)}>
          <ArrowUp size={15} aria-hidden />
        </Button>
        <Button aria-label={`Play ${song.name} later`} disabled={songs.at(-1)?.id === song.id} onClick={() => move(1)}>
          <ArrowDown size={15} aria-hidden />
        </Button>
        {list ? (
          <Button aria-label={`Take ${song.name} out of ${list.name}`} onClick={remove}>
            <X size={15} aria-hidden />
          </Button>
        ) : (
          <Button aria-label={`Remove ${song.name}`} onClick={remove}>
            <Trash2 size={15} aria-hidden />
          </Button>
        )}
      </span>
    </div>
  );
}

/** What to press into a section, one line a gesture, and the time it takes against what there is. */
function Gestures({ way, looking }: { readonly way: ToldTransition | null; readonly looking: boolean }) {
  if (!way) return <span className="pt-2 text-xs text-ink-3">{looking ? 'looking…' : 'not looked at'}</span>;
  const { gestures, ms, availableMs, inTime, hazards, leaps, leftChanged, proved } = way;
  if (gestures === null)
    return <span className="pt-2 text-sm font-medium text-stop">{proved ? 'cannot be reached' : 'no way found'}</span>;
  return (
    <>
      <span className="flex flex-col pt-2 text-sm">
        {gestures.length === 0 && <span className="text-ink-3">nothing to do</span>}
        {gestures.map((words, i) => (
          <span key={keyAt(words, i)}>{words}</span>
        ))}
      </span>
      {hazards > 0 && (
        <span className="pt-1 text-xs font-medium text-stop">{counted(hazards, 'dangerous thing')} on the way</span>
      )}
      {leaps.map((words, i) => (
        <span key={keyAt(words, i)} className="pt-1 text-xs font-medium text-caution">
          {words}
        </span>
      ))}
      {leftChanged.length > 0 && <span className="pt-1 text-xs text-caution">{`leaves ${leftChanged.join(', ')} changed`}</span>}
      {availableMs !== null && ms !== null && gestures.length > 0 && (
        <span className="mt-auto block w-full pt-2">
          <span className={cx('block text-xs', inTime ? 'text-ink-2' : 'font-medium text-stop')}>
            {timeOf(ms, availableMs, inTime)}
          </span>
          <span aria-hidden className="mt-1 block h-1.5 w-full overflow-hidden rounded-full bg-rule">
            <span
              className={cx('block h-full rounded-full', inTime ? 'bg-verdigris' : 'bg-stop')}
              style={{ width: `${Math.min(100, Math.max(2, (ms / availableMs) * 100))}%` }}
            />
          </span>
        </span>
      )}
    </>
  );
}
