'use client';
// Rehearse: the ways of a song played to a click on the drawn panels or the real controllers, told back, and brought again as often as they need it.
import dynamic from 'next/dynamic';
import { type ReactNode, useMemo, useState } from 'react';
import { boxOf, closingWords, drawnFrom, type Told } from '@/core/rehearsal';
import type { RigIndex, Song } from '@/core/rig';
import type { RehearsedWay } from '@/workers/rehearse.worker';
import { useCommand } from '../commands/use-command';
import { Button } from '../primitives/button';
import { Link } from '../primitives/link';
import { Switch } from '../primitives/switch';
import { usePlayed } from '../set/use-played';
import { WaitingRecords } from '../store/waiting-records';
import { useDelay } from './delay';
import { HowItWent } from './how-it-went';
import { Panels } from './panels';
import { Before, Prompt } from './prompt';
import { TakeFields, useTake } from './take-fields';
import { TakeStrip } from './take-strip';
import { useAttempts } from './use-attempts';
import { useRehearsal, wayAt } from './use-rehearsal';
import { attemptsInto, WayList } from './way-list';

const TapDialog = dynamic(() => import('./tap-dialog').then((m) => m.TapDialog), { ssr: false });

export function RehearseScreen() {
  const { index } = usePlayed();
  if (!index) return null;
  const songs = index.rig.songs.filter((s) => s.sections.length > 0);
  if (songs.length === 0 || index.rig.controllers.length === 0)
    return (
      <main className="mx-auto flex max-w-[520px] flex-1 flex-col items-start gap-3 px-6 py-16">
        <h1 className="text-xl font-semibold">There is nothing to rehearse yet.</h1>
        <p className="text-ink-2">
          {index.rig.controllers.length === 0
            ? 'Add a controller in Gear, and a song in Set. Then the ways from section to section are played here, to a click.'
            : 'Add a song in Set and say what should sound in its sections. Then the ways from one to the next are played here, to a click.'}
        </p>
        <Link
          href={`/rigs/${index.rig.id}/${index.rig.controllers.length === 0 ? 'gear?open=controller' : 'set'}`}
          className="font-medium text-verdigris hover:underline"
        >
          {index.rig.controllers.length === 0 ? 'Add a controller' : 'Go to Set'}
        </Link>
      </main>
    );
  return <Rehearsing index={index} songs={songs} />;
}

/** Every way of every song with its attempts. */
const toldOf = (
  songs: readonly Song[],
  ways: ReadonlyMap<string, RehearsedWay>,
  records: Parameters<typeof attemptsInto>[2],
): readonly (Told & { readonly songId: string; readonly at: number; readonly playable: boolean })[] =>
  songs.flatMap((song) =>
    song.sections.map((section, at) => {
      const way = ways.get(wayAt(song.id, at));
      return {
        songId: song.id,
        at,
        song: song.name,
        section: section.name,
        attempts: attemptsInto(song, way, records),
        playable: way !== undefined && way.gestures !== null && way.gestures.length > 0,
      };
    }),
  );

function Rehearsing({ index, songs }: { readonly index: RigIndex; readonly songs: readonly Song[] }) {
  const { take, choose, setTempo } = useTake(songs);
  const [audible, setAudible] = useState(true);
  const [prompted, setPrompted] = useState(true);
  const [delayMs, keepDelay] = useDelay();
  const logbook = useAttempts(index.rig.id);
  // The oldest first.
  const attempts = useMemo(() => (logbook.records ?? []).toReversed(), [logbook.records]);
  const rehearsal = useRehearsal(index.rig, { delayMs, audible, judged: logbook.keep });
  const { bench, ways, looking, going, told, failed } = rehearsal;
  const begin = (): void => void rehearsal.begin(take);
  const all = toldOf(songs, ways, attempts);
  const way = ways.get(wayAt(take.song.id, take.first));
  const ready = take.song.sections.every((_, at) => at < take.first || at > take.last || ways.has(wayAt(take.song.id, at)));
  useCommand('rehearse-begin', begin, { enabled: bench !== null && ready && going === null, enableOnFormTags: true });
  useCommand('rehearse-stop', rehearsal.stop, { enabled: going !== null, enableOnFormTags: true });
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_320px] max-[1000px]:block max-[1000px]:overflow-y-auto">
      <div className="flex min-h-0 flex-col gap-3 px-4 py-3">
        <header className="flex flex-wrap items-end gap-3">
          <h1 className="pb-1 text-lg font-semibold max-[1100px]:sr-only">Rehearse</h1>
          <TakeFields songs={songs} take={take} choose={choose} setTempo={setTempo} disabled={going !== null} />
        </header>
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1 text-sm">
          <Switch label="hear the click" on={audible} onChange={setAudible} />
          <Switch label="show what to press" on={prompted} onChange={setPrompted} />
          <DelayLink delayMs={delayMs} keep={keepDelay} />
          <span role="status" className="text-ink-2">
            {looking && !ready && 'looking for the ways…'}
            {rehearsal.silent && 'This device does not sound: go by the light.'}
          </span>
          <span className="ml-auto flex flex-wrap items-center gap-2">
            <DrawButton all={all} disabled={going !== null} choose={choose} />
            {going ? (
              <Button tone="primary" onClick={rehearsal.stop}>
                Stop
              </Button>
            ) : (
              <Button tone="primary" disabled={!bench || !ready} onClick={begin}>
                Begin
              </Button>
            )}
          </span>
        </div>
        {failed && <Trouble>The ways could not be looked for. Reload the page to go on; the rig itself is safe.</Trouble>}
        {bench && <TakeStrip take={take} going={going} bench={bench} />}
        {bench && going ? (
          <Prompt bench={bench} going={going} ways={ways} prompted={prompted} />
        ) : (
          <Before closing={told.length > 0 ? closingWords(all) : []} way={way} take={take} prompted={prompted} />
        )}
        {bench && <Panels index={index} rehearsal={rehearsal} take={take} />}
      </div>
      <aside
        // biome-ignore lint/a11y/noNoninteractiveTabindex: scrolled by keyboard
        tabIndex={0}
        aria-label="What was played"
        className="min-h-0 space-y-5 overflow-y-auto border-l px-4 py-3 max-[1000px]:border-t max-[1000px]:border-l-0"
      >
        <HowItWent index={index} told={told} />
        {logbook.failed && (
          <Trouble>What was played before could not be read: no answer from Keen Dial. It is tried again.</Trouble>
        )}
        <WaitingRecords one="attempt" logbook={logbook} />
        <WayList take={take} ways={ways} records={attempts} choose={(at) => going === null && choose({ first: at, last: at })} />
      </aside>
    </main>
  );
}

const Trouble = ({ children }: { readonly children: ReactNode }) => (
  <p role="alert" className="text-sm text-stop">
    {children}
  </p>
);

/** Chooses a way by the boxes: what does not hold comes most often. */
function DrawButton({
  all,
  disabled,
  choose,
}: {
  readonly all: ReturnType<typeof toldOf>;
  readonly disabled: boolean;
  readonly choose: ReturnType<typeof useTake>['choose'];
}) {
  const playable = all.filter((w) => w.playable);
  const draw = (): void => {
    const boxes = playable.map((w) => boxOf(w.attempts));
    const drawn = playable[drawnFrom(boxes, Math.random) ?? -1];
    if (drawn) choose({ songId: drawn.songId, first: drawn.at, last: drawn.at });
  };
  return (
    <Button disabled={disabled || playable.length === 0} onClick={draw}>
      What needs it
    </Button>
  );
}

function DelayLink({ delayMs, keep }: { readonly delayMs: number | null; readonly keep: (ms: number) => void }) {
  const [tapping, setTapping] = useState(false);
  return (
    <>
      <button type="button" className="font-medium text-verdigris hover:underline" onClick={() => setTapping(true)}>
        {delayMs === null ? 'Measure the delay' : `${delayMs} ms are taken off; measure again`}
      </button>
      {tapping && <TapDialog onMeasured={keep} onClose={() => setTapping(false)} />}
    </>
  );
}
