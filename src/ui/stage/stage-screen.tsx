'use client';
// The stand: always dark, no menu. Where the set is, the panels with what each control does now, and what to press next.
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { silencingWords } from '@/core/midi';
import type { RigIndex } from '@/core/rig';
import type { ToldTransition } from '@/core/stage';
import type { Views } from '@/workers/stage.worker';
import { keyAt, useSet } from '../set/use-set';
import { useRig } from '../store/provider';
import { SMALLEST } from './letters';
import { Next } from './next';
import { Now } from './now';
import { Panels } from './panels';
import { StageSetUp } from './set-up';
import { useStageKeys } from './stage-keys';
import { letterPixels, type StageSettings, useStageSettings } from './stage-settings';
import { StageUnit } from './unit';
import { useAwake } from './use-awake';
import { useFollowing } from './use-following';
import { useHeld } from './use-held';
import { type Devices, useDevices, useListening } from './use-listening';
import { type Spot, spotsOf, useShow } from './use-show';

export function StageScreen() {
  const index = useRig((s) => s.index);
  const { settings, change } = useStageSettings(index.rig.id);
  return (
    <main data-phone className="dark flex h-dvh flex-col overflow-hidden bg-film text-ink">
      {settings && <Stand index={index} settings={settings} change={change} />}
    </main>
  );
}

interface StandProps {
  readonly index: RigIndex;
  readonly settings: StageSettings;
  readonly change: (to: Partial<StageSettings>) => void;
}

function Stand({ index, settings, change }: StandProps) {
  const { rig } = index;
  const router = useRouter();
  const devices = useDevices();
  const awake = useAwake();
  const found = useSet(rig);
  const [settingUp, setUp] = useState(false);
  const spots = useMemo(() => spotsOf(index), [index]);
  const wayInto = ({ song, at }: Spot): ToldTransition | undefined => found.ways.get(keyAt(song.id, at));
  const heard = useRef<(views: Views) => void>(() => undefined);
  const drawn = rig.controllers.flatMap((c) => (settings.heardOn[c.id] ? [] : [c.id]));
  const following = useFollowing(rig, drawn, (views) => heard.current(views));
  const show = useShow(index, wayInto, () => following.views);
  heard.current = show.heard;
  const views = show.follows ? show.led : following.views;
  const ports = usePorts(devices, settings, following, !show.follows);
  const next = spots[show.position.at + 1];
  const way = next && wayInto(next);
  const played = new Set([...found.ways.values()].flatMap((w) => w.steps.map((s) => s.controllerId)));
  const chosen = settings.shown ?? [...played];
  const named = rig.controllers.filter((c) => chosen.includes(c.id));
  // Before any way is found, and where the set needs none, all of them.
  const shown = settings.shown === null && named.length === 0 ? rig.controllers : named;

  const leave = useHeld(() => router.push(`/rigs/${rig.id}/set`));
  const silence = useHeld(() => void silenceOn(devices, settings));
  useStageKeys({
    enabled: !settingUp,
    go: show.go,
    leave,
    silence: settings.silence.length > 0 ? silence : null,
    tell: (nth) => tellNth(nth),
  });
  // The first controller of which more than one place is as likely takes the figures.
  const tellNth = (nth: number): void => {
    for (const { id } of shown) {
      const view = views?.[id];
      if (!view || view.likely.length < 2) continue;
      const each = [...new Map(view.possible.map((p) => [`${p.bank} ${p.page}`, p])).values()].sort(
        (a, b) => a.bank - b.bank || a.page - b.page,
      );
      const place = each[nth];
      if (place) void following.worker()?.told(id, place.bank, place.page);
      return;
    }
  };

  return (
    <>
      <Now index={index} spots={spots} at={show.position.at} awake={awake} follows={show.follows} onSetUp={() => setUp(true)} />
      <Panels panels={shown}>
        {(scale, columns) => (
          <div
            className="grid min-h-full content-center gap-4"
            style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
          >
            {shown.map((controller) => (
              <StageUnit
                key={controller.id}
                index={index}
                controller={controller}
                view={views?.[controller.id] ?? null}
                looked={views !== null}
                port={
                  settings.heardOn[controller.id] ? (ports.get(settings.heardOn[controller.id]?.id ?? '') ?? 'opening') : null
                }
                next={numbered(way, show.position.done, controller.id)}
                scale={scale}
                letters={Math.max(SMALLEST, letterPixels(settings))}
                card={found.cards?.find((c) => c.trouble === 'lost' && c.controllerId === controller.id)?.lines ?? []}
                play={
                  settings.heardOn[controller.id] || show.follows
                    ? null
                    : (input) => void following.worker()?.drawn(controller.id, input)
                }
                tell={(bank, page) => void following.worker()?.told(controller.id, bank, page)}
                restarted={() => void following.worker()?.restarted(controller.id)}
              />
            ))}
          </div>
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
        silence={settings.silence.length > 0 ? silence : null}
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

/** Listens to what was set up, and lets the worker hear it. */
function usePorts(devices: Devices, settings: StageSettings, following: ReturnType<typeof useFollowing>, on: boolean) {
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

async function silenceOn(devices: Devices, { silence }: StageSettings): Promise<void> {
  await devices.listOutputs();
  for (const { id } of silence) {
    const opened = await devices.openOutput(id);
    if (!opened.ok) continue;
    opened.send(silencingWords());
    opened.close();
  }
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
