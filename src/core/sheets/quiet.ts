// Whether what is sent while software learns stays quiet. It hears the message twice: as its own full range while it learns, the planned range not being in
// force yet, and as planned from then on. Both have to be at their quiet end (law 10).
import { heardKeys, valueMax } from '../midi';
import { makeHear } from '../modes';
import { contentsOf, type Landing, lanesBeside, type Parameter, type RigIndex, type Target } from '../rig';

/** How far from its quiet end a loud parameter may go, in parts of its range. Common practice, no source. */
const QUIET = 0.05;

/** Whether moving a parameter can be loud. */
export const isLoud = (p: Parameter): boolean =>
  p.tags.includes('loudness') || p.tags.includes('feedback') || p.role === 'volume' || isMute(p);

/** A switch that is loud on one side, and nobody knows on which. */
const isMute = (p: Parameter): boolean => p.kind === 'toggle' && /\b(mute|bypass|solo|cut)/i.test(`${p.role} ${p.name}`);

/** Everything loud that hears a message, at its own address and at those of its parts. */
export function loudAt(
  index: RigIndex,
  { address }: Landing,
): readonly { readonly landing: Landing; readonly parameter: Parameter }[] {
  return heardKeys(address)
    .flatMap((key) => index.landingsAt.get(key) ?? [])
    .flatMap((landing) => {
      const parameter = index.parameters.get(landing.parameterId);
      return parameter && isLoud(parameter) ? [{ landing, parameter }] : [];
    });
}

/**
 * Why sending these values would be loud for a parameter that hears them; null where all of them are at its quiet end, both by the planned landing and by
 * the range of the parameter itself, and the first and last one lie on it.
 */
export function loudWhy(target: Target, landing: Landing, parameter: Parameter, values: readonly number[]): string | null {
  const { name } = parameter;
  if (parameter.kind !== 'continuous') return `${name} has no quiet end that is known: it would be loud one way or the other.`;
  if (landing.mode !== 'absolute') return `${name} does not follow the value: nobody knows how loud it would be.`;
  const { type } = landing.address;
  const own = makeHear(
    { ...landing, from: parameter.lowest, to: parameter.highest, curve: { type: 'linear' } },
    parameter,
    target.reception,
  );
  const planned = makeHear(landing, parameter, target.reception);
  const ends = { own: parameter.lowest, planned: Math.min(landing.from, landing.to) };
  const far = (value: number, end: number): number => Math.abs(value - end) / (parameter.highest - parameter.lowest);
  const heard = values.map((v) => ({
    own: far(own.value(type, v, parameter.lowest), ends.own),
    planned: far(planned.value(type, v, ends.planned), ends.planned),
  }));
  if (heard.some((h) => h.own > QUIET)) return `While it learns, ${name} would go to its own loud end.`;
  if (heard.some((h) => h.planned > QUIET)) return `As it is planned, ${name} would be loud where it is quiet while it learns.`;
  const [first, last] = [heard[0], heard.at(-1)];
  return first && last && [first, last].every((h) => h.own === 0 && h.planned === 0)
    ? null
    : `${name} would not begin at its quiet end.`;
}

/**
 * What a message to learn could load: a preset that says where something loud stands, or that leaves it unknown. Null where what hears it loads nothing of that
 * sort, whichever step it comes to: while it learns, nobody knows which.
 */
export function loadsLoud(index: RigIndex, { address }: Landing): string | null {
  if (index.presetsOf.size === 0) return null;
  for (const key of heardKeys(address))
    for (const { parameterId } of index.landingsAt.get(key) ?? []) {
      const chooser = index.parameters.get(parameterId);
      for (const { stored, forgets, values } of contentsOf(index.presetsOf.get(parameterId) ?? []).values()) {
        if (!chooser || !stored) continue;
        const loud = (index.parametersOf.get(chooser.targetId) ?? []).find((p) => isLoud(p) && (forgets || values.has(p.id)));
        if (loud) return `It could load a preset that sets ${loud.name}.`;
      }
    }
  return null;
}

/**
 * What a message to learn could move beside what hears it: something loud that a macro moves along, or another strip of a bank of channels that nobody here knows the
 * place of. Null where there is nothing of that sort.
 */
export function movesLoud(index: RigIndex, { address }: Landing): string | null {
  for (const key of heardKeys(address))
    for (const { parameterId, targetId } of index.landingsAt.get(key) ?? []) {
      const along = new Set([parameterId]);
      for (const bank of index.targets.get(targetId)?.channelBanks ?? [])
        for (const lane of lanesBeside(bank, parameterId)) for (const id of lane) along.add(id);
      for (const id of along) for (const d of index.parameters.get(id)?.drives ?? []) along.add(d.parameterId);
      for (const id of along) {
        const moved = id === parameterId ? undefined : index.parameters.get(id);
        if (moved && isLoud(moved)) return `It would move ${moved.name} along.`;
      }
    }
  return null;
}

/** Steps from the low end and back to it: what is sent to something loud. */
export function quietMove(landing: Landing, steps: number): readonly number[] {
  const step = valueMax(landing.address.type) > 127 ? 128 : 1;
  const there = Array.from({ length: steps + 1 }, (_, i) => i * step);
  return [...there, ...there.slice(0, -1).reverse()];
}
