// A layer made in a host, as its modifiers go down and up: whether it opens, and whether it is what their names say that opens and closes it.
import { openInHost, usualTempo } from '../receiver';
import { type Layer, modifiersOf, type RigIndex, type ScriptEvent } from '../rig';
import { compileChain, startChain } from './chain';
import type { Surroundings } from './outcome';
import { run } from './run';

export interface LayerTrial {
  /** The modifier that it opens without, though all of them are needed; null for none. */
  readonly without: string | null;
  /** Whether it stays open where it should close: with the last finger off, or with the next press. */
  readonly lasts: boolean;
  /** The modifier that does not open it by itself, though each should; null for none. */
  readonly notBy: string | null;
}

/** Between two fingers, in milliseconds: long enough for everything to arrive. */
const APART_MS = 100;

/** Plays the modifiers of a layer made in a host; null where they open nothing, and for a layer made in a controller. */
export function layerTrial(index: RigIndex, layer: Layer, around: Surroundings): LayerTrial | null {
  const modifiers = modifiersOf(layer);
  const controller = index.controllers.get(index.controls.get(modifiers[0] ?? '')?.controllerId ?? '');
  const inside = index.rig.landings.filter((l) => l.hostLayerId === layer.id);
  if (layer.madeIn !== 'host' || !controller || inside.length === 0) return null;
  const chain = compileChain(index, {
    controllers: [{ controller, controlIds: modifiers }],
    place: null,
    network: around.network,
    sysex: around.sysex,
    tempo: usualTempo,
    parameterIds: [],
    // One landing brings a target into it, and with it all that opens its layers.
    heard: [...new Map(inside.map((l) => [l.targetId, l.address])).values()],
  });
  const isOpen = (place: Spot, events: readonly ScriptEvent[]): boolean =>
    openInHost(
      run(chain, startChain(chain, place), events, { timing: null, full: false, until: Number.MAX_VALUE }).state.targets,
    ).includes(layer.id);
  const spots = spotsOf(index, modifiers);
  const opensAt = (on: readonly string[]): Spot | undefined => spots.find((spot) => isOpen(spot, downs(on, 0)));
  // Where each opens it alone, the first that does stands for all.
  const alone = layer.together ? [] : modifiers.map((id) => ({ id, opens: opensAt([id]) !== undefined }));
  const needed = layer.together ? modifiers : alone.flatMap((m) => (m.opens ? [m.id] : [])).slice(0, 1);
  const place = needed.length === 0 ? undefined : opensAt(needed);
  if (!place) return null;
  const downAll = downs(needed, 0);
  const once = [...downAll, ...ups(needed, APART_MS * needed.length)];
  const twice = [...once, ...once.map((e) => ({ ...e, atMs: e.atMs + APART_MS * (2 * needed.length + 1) }))];
  const closing = layer.mode === 'while-held' ? once : layer.mode === 'toggled' ? twice : null;
  const without =
    needed.length > 1
      ? needed.find((id) =>
          isOpen(
            place,
            downs(
              needed.filter((other) => other !== id),
              0,
            ),
          ),
        )
      : undefined;
  const notBy = alone.find((m) => !m.opens)?.id ?? null;
  return { without: without ?? null, lasts: closing !== null && isOpen(place, closing), notBy };
}

interface Spot {
  readonly bank: number;
  readonly page: number;
}

const downs = (on: readonly string[], atMs: number): ScriptEvent[] =>
  on.map((c, i) => ({ do: 'press', atMs: atMs + i * APART_MS, on: c, velocity: null }));
const ups = (on: readonly string[], atMs: number): ScriptEvent[] =>
  on.map((c, i) => ({ do: 'release', atMs: atMs + i * APART_MS, on: c }));

/** The places at which modifiers have something on a press, the first bank and page before all. */
function spotsOf(index: RigIndex, controlIds: readonly string[]): readonly Spot[] {
  const spots = new Map<string, Spot>([['1 1', { bank: 1, page: 1 }]]);
  for (const { bank, page } of controlIds.flatMap((id) => index.assignmentsOf.get(id) ?? [])) {
    const spot = { bank: bank ?? 1, page: page ?? 1 };
    spots.set(`${spot.bank} ${spot.page}`, spot);
  }
  return [...spots.values()];
}
