'use client';
// Stage: always dark, no menu. Where the set is, the panels with what each control does now, and what to press next.
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import { silencingWords } from '@/core/midi';
import type { Controller, RigIndex } from '@/core/rig';
import type { ToldTransition } from '@/core/stage';
import type { Views } from '@/workers/stage.worker';
import { toast } from '../primitives/toast';
import { usePace } from '../set/use-pace';
import { usePlayed } from '../set/use-played';
import { type FoundSet, keyAt, useSet } from '../set/use-set';
import { useRig } from '../store/provider';
import { SMALLEST } from './letters';
import { Next } from './next';
import { Now } from './now';
import { Panels } from './panels';
import { useStageKeys } from './stage-keys';
import { letterPixels, type StageSettings, useStageSettings } from './stage-settings';
import { placesOf, StageUnit } from './unit';
import { useAwake } from './use-awake';
import { type FollowingNow, useFollowing } from './use-following';
import { useHeld } from './use-held';
import { type Devices, useDevices } from './use-listening';
import { usePorts } from './use-ports';
import { type Spot, spotsOf, useShow } from './use-show';
import { useTime } from './use-time';

const StageSetUp = dynamic(() => import('./set-up').then((m) => m.StageSetUp), { ssr: false });

export function StageScreen() {
  const { id } = useRig((s) => s.index.rig);
  const { index } = usePlayed();
  const { settings, change } = useStageSettings(id);
  return (
    <main data-phone className="dark flex h-dvh flex-col overflow-hidden bg-film text-ink">
      {settings && index && <Stand index={index} settings={settings} change={change} />}
    </main>
  );
}

interface StandProps {
  readonly index: RigIndex;
  readonly settings: StageSettings;
  readonly change: (to: Partial<StageSettings>) => void;
}

/** Where the set is, what the controllers do, and what time it is, by all that is heard. */
function useStand({ index, settings }: Pick<StandProps, 'index' | 'settings'>) {
  const devices = useDevices();
  const found = useSet(index.rig, usePace().pace);
  const spots = useMemo(() => spotsOf(index), [index]);
  const wayInto = ({ song, at }: Spot): ToldTransition | undefined => found.ways.get(keyAt(song.id, at));
  const heard = useRef<(views: Views) => void>(() => undefined);
  const drawn = index.rig.controllers.flatMap((c) => (settings.heardOn[c.id] ? [] : [c.id]));
  const following = useFollowing(index.rig, drawn, (views) => heard.current(views));
  const show = useShow(
    index,
    wayInto,
    following.known,
    (known) => void following.worker()?.takenOver(known, drawn, performance.now()),
  );
  heard.current = show.heard;
  const time = useTime(index.rig.id, spots, show.position.at, show.leads, settings.clock);
  const [choosing, setChoosing] = useState(false);
  const ports = usePorts(devices, settings, following, { time, goOn: () => show.go(1) }, show.leads === true && !choosing);
  const next = spots[show.position.at + 1];
  const follows = show.leads === false;
  return {
    devices,
    found,
    spots,
    following,
    show,
    follows,
    views: follows ? show.led : following.views,
    time,
    ports,
    setChoosing,
    next,
    way: next && wayInto(next),
  };
}

function Stand({ index, settings, change }: StandProps) {
  const router = useRouter();
  const awake = useAwake();
  const [settingUp, setUp] = useState(false);
  const stand = useStand({ index, settings });
  const { devices, found, spots, following, show, follows, views, time, ports, setChoosing, next, way } = stand;
  const shown = shownOf(index.rig.controllers, settings, found);

  const leave = useHeld(() => router.push(`/rigs/${index.rig.id}/set`));
  const silencing = useHeld(() => void silenceOn(devices, settings));
  const silence = show.leads && settings.silence.length > 0 ? silencing : null;
  useStageKeys({
    enabled: !settingUp,
    go: show.go,
    leave,
    silence,
    tell: (nth) => tellNth(shown, views, nth, show.leads ? following.worker() : null),
  });
  return (
    <>
      <Now
        index={index}
        spots={spots}
        at={show.position.at}
        time={time}
        settings={settings}
        ports={ports}
        awake={awake}
        follows={follows}
        onSetUp={() => setUp(true)}
      />
      <Shown index={index} settings={settings} controllers={shown} stand={stand} />
      <Next
        spot={next}
        way={way}
        looking={found.state === 'looking'}
        done={show.position.done}
        any={spots.length > 0}
        go={show.go}
        leave={leave}
        silence={silence}
      />
      {settingUp && (
        <StageSetUp
          index={index}
          settings={settings}
          change={change}
          shown={shown.map((c) => c.id)}
          devices={devices}
          onChoosing={setChoosing}
          onClose={() => setUp(false)}
        />
      )}
    </>
  );
}

/** The panels that are shown, each with what is known of it and what is next on it. */
function Shown({
  index,
  settings,
  controllers,
  stand: { found, following, show, views, ports, way },
}: {
  readonly index: RigIndex;
  readonly settings: StageSettings;
  readonly controllers: readonly Controller[];
  readonly stand: ReturnType<typeof useStand>;
}) {
  return (
    <Panels panels={controllers} none={noneWords(index)}>
      {(scale, columns) => (
        <Units columns={columns}>
          {controllers.map((controller) => {
            const heardOn = settings.heardOn[controller.id];
            return (
              <StageUnit
                key={controller.id}
                index={index}
                controller={controller}
                view={views?.[controller.id] ?? null}
                looked={views !== null}
                port={heardOn ? (ports.get(heardOn.id) ?? 'opening') : null}
                next={numbered(way, show.position.done, controller.id)}
                scale={scale}
                letters={Math.max(SMALLEST, letterPixels(settings))}
                card={lostCard(found, controller)}
                worker={show.leads ? following.worker : null}
              />
            );
          })}
        </Units>
      )}
    </Panels>
  );
}

const Units = ({ columns, children }: { readonly columns: number; readonly children: ReactNode }) => (
  <div className="grid min-h-full content-center gap-4" style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}>
    {children}
  </div>
);

const noneWords = ({ rig }: RigIndex): string =>
  rig.controllers.length === 0
    ? 'This rig has no controller yet: Gear is where one is added.'
    : 'No controller is shown: Set up… is where that is chosen.';

const lostCard = ({ cards }: FoundSet, { id }: Controller): readonly string[] =>
  cards?.find((c) => c.trouble === 'lost' && c.controllerId === id)?.lines ?? [];

/** Controllers that are shown: those that were chosen, else those that the set is played on; all of them before any way is found, and where the set needs none. */
function shownOf(controllers: readonly Controller[], { shown }: StageSettings, { ways }: FoundSet): readonly Controller[] {
  const chosen = shown ?? [...ways.values()].flatMap((w) => w.steps.map((s) => s.controllerId));
  const named = controllers.filter((c) => chosen.includes(c.id));
  return shown === null && named.length === 0 ? controllers : named;
}

/** A figure says where a controller is: of the first of which more than one place is as likely. */
function tellNth(
  shown: readonly Controller[],
  views: Views | null,
  nth: number,
  worker: ReturnType<FollowingNow['worker']>,
): void {
  const controller = shown.find((c) => (views?.[c.id]?.likely.length ?? 0) > 1);
  const place = controller && placesOf(controller, views?.[controller.id]?.possible ?? [])[nth];
  if (controller && place) void worker?.told(controller.id, place.bank, place.page);
}

/** Sends silence to the ports that were chosen, and says where it could not. A window that follows opens no port: it leaves that to the one that leads. */
async function silenceOn(devices: Devices, { silence }: StageSettings): Promise<void> {
  const listed = await devices.listOutputs();
  const there = listed.ok ? listed.ports : [];
  const reached = await Promise.all(
    silence.map(async ({ id, name }) => {
      const port = there.find((p) => p.id === id) ?? there.find((p) => p.name === name);
      const opened = port && (await devices.openOutput(port.id));
      if (!opened?.ok) return false;
      const sent = opened.send(silencingWords());
      opened.close();
      return sent;
    }),
  );
  const missed = silence.flatMap(({ name }, i) => (reached[i] ? [] : [name]));
  if (missed.length === 0) toast('Silence was sent.');
  else
    toast.error(`Nothing was sent to ${missed.join(', ')}.`, {
      description: 'The port is not there, or another program holds it.',
    });
}

/** By control of a controller: which steps of the way are done on it, from 1, of those that are left. */
function numbered(way: ToldTransition | undefined, done: number, controllerId: string): ReadonlyMap<string, readonly number[]> {
  const all = new Map<string, readonly number[]>();
  (way?.steps ?? []).forEach((step, i) => {
    if (i < done || step.controllerId !== controllerId || step.controlId === null) return;
    all.set(step.controlId, [...(all.get(step.controlId) ?? []), i + 1]);
  });
  return all;
}
