'use client';
// Where the player wants to stand in a section, controller by controller: bank, page, and the layers that should be open.
import { standInSection } from '@/core/commands';
import { type Controller, layersToStandIn, type RigIndex, type Song, type StandAt, standsOf } from '@/core/rig';
import { Choice } from '../primitives/choice';
import { useRig } from '../store/provider';

type At = Omit<StandAt, 'controllerId'>;
const anywhere: At = { bank: null, page: null, layerIds: null };
const ANY = 'any';

interface Props {
  readonly index: RigIndex;
  readonly song: Song;
  readonly at: number;
}

export function StandsFields({ index, song, at }: Props) {
  const edit = useRig((s) => s.edit);
  const section = song.sections[at];
  if (!section) return null;
  const stands = new Map(standsOf(index.rig, section).map((s) => [s.controllerId, s]));
  return index.rig.controllers.map((controller) => {
    const now = stands.get(controller.id) ?? anywhere;
    return (
      <StandFields
        key={controller.id}
        index={index}
        controller={controller}
        now={now}
        change={(to) => {
          const { bank, page, layerIds } = { ...now, ...to };
          const made = standInSection(index.rig, song, at, controller.id, { bank, page, layerIds });
          if (made) edit(made);
        }}
      />
    );
  });
}

/** What a controller has none of, and what nothing is said of, is not asked. */
function StandFields({
  index,
  controller,
  now,
  change,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly now: At;
  readonly change: (to: Partial<At>) => void;
}) {
  const { banks, pages } = controller.firmware;
  const layers = layersToStandIn(index.rig, index.controls, controller);
  const upTo = (n: number, said: number | null): readonly number[] => [
    ...Array.from({ length: n }, (_, i) => i + 1),
    ...(said !== null && said > n ? [said] : []),
  ];
  const read = (value: string): number | null => (value === ANY ? null : Number(value));
  const open = now.layerIds === null ? ANY : now.layerIds.join(' ');
  const known = new Map<string, string>([
    [ANY, 'whatever is open'],
    ['', 'no layer open'],
    ...layers.map((l): [string, string] => [l.id, `${l.name} open`]),
  ]);
  if (!known.has(open)) known.set(open, (now.layerIds ?? []).map((id) => index.layers.get(id)?.name ?? '?').join(', '));
  return (
    <>
      {(banks > 1 || now.bank !== null) && (
        <Choice
          label={`Where to stand on ${controller.name}`}
          value={now.bank === null ? ANY : String(now.bank)}
          options={[
            [ANY, 'anywhere'],
            ...upTo(banks, now.bank).map((b): [string, string] => {
              const name = controller.bankNames[b - 1];
              return [String(b), b > banks ? `bank ${b}, of ${banks}` : `bank ${b}${name ? ` “${name}”` : ''}`];
            }),
          ]}
          onChange={(v) => change({ bank: read(v) })}
        />
      )}
      {(pages > 1 || now.page !== null) && (
        <Choice
          label={`Page of ${controller.name}`}
          value={now.page === null ? ANY : String(now.page)}
          options={[[ANY, 'any page'], ...upTo(pages, now.page).map((p): [string, string] => [String(p), `page ${p}`])]}
          onChange={(v) => change({ page: read(v) })}
        />
      )}
      {(layers.length > 0 || now.layerIds !== null) && (
        <Choice
          label={`Layers of ${controller.name}`}
          value={open}
          options={[...known]}
          onChange={(v) => change({ layerIds: v === ANY ? null : v === '' ? [] : v.split(' ') })}
        />
      )}
    </>
  );
}
