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
import { type Devices, useDevices, useListening } from './use-listening';
import { type Spot, spotsOf, useShow } from './use-show';

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

function Stand({ index, settings, change }: StandProps) {
  const router = useRouter();
  const devices = useDevices();
  const awake = useAwake();
  const found = useSet(index.rig, usePace().pace);
  const [settingUp, setUp] = useState(false);
  const spots = useMemo(() => spotsOf(index), [index]);
  const wayInto = ({ song, at }: Spot): ToldTransition | undefined => found.ways.get(keyAt(song.id, at));
  const heard = useRef<(views: Views) => void>(() => undefined);
  const drawn = index.rig.controllers.flatMap((c) => (settings.heardOn[c.id] ? [] : [c.id]));
  const following = useFollowing(index.rig, drawn, (views) => heard.current(views));
  const show = useShow(index, wayInto, following.known);
  heard.current = show.heard;
  const follows = show.leads === false;
  const views = follows ? show.led : following.views;
  const ports = usePorts(devices, settings, following, show.leads === true);
  const next = spots[show.position.at + 1];
  const way = next && wayInto(next);
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
      <Now index={index} spots={spots} at={show.position.at} awake={awake} follows={follows} onSetUp={() => setUp(true)} />
      <Panels panels={shown} none={noneWords(index)}>
        {(scale, columns) => (
          <Units columns={columns}>
            {shown.map((controller) => {
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
          onClose={() => setUp(false)}
        />
      )}
    </>
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

/** Listens to what was set up, and lets the worker hear it. */
function usePorts(devices: Devices, settings: StageSettings, following: FollowingNow, on: boolean) {
  const { heardOn } = settings;
  const wanted = useMemo(() => [...new Map(Object.values(heardOn).map((p) => [p.id, p])).values()], [heardOn]);
  const on_ = (portId: string): readonly string[] => Object.keys(heardOn).filter((id) => heardOn[id]?.id === portId);
  return useListening(
    devices,
    wanted,
    on,
    (portId, words, atMs) => void following.worker()?.heard(on_(portId), atMs, words),
    (portId) => void following.worker()?.deaf(on_(portId)),
  );
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
