// What a target says of its own parameters, without those that go.
import { type ChannelBank, type Edit, type Rig, set } from '../rig';

/** Mends a target, parameter or landing that mentions rows which go: nothing else of it changes. `id`: of the row; `ids`: of what goes. */
export function mendInside(rig: Rig, id: string, ids: ReadonlySet<string>): Edit[] {
  const target = rig.targets.find((r) => r.id === id);
  const parameter = rig.parameters.find((r) => r.id === id);
  const landing = rig.landings.find((r) => r.id === id);
  return [
    ...(target
      ? [
          set(
            'targets',
            target,
            'channelBanks',
            target.channelBanks.flatMap((bank) => mendedBank(bank, ids)),
          ),
        ]
      : []),
    ...(parameter
      ? [
          set(
            'parameters',
            parameter,
            'drives',
            parameter.drives.filter((d) => !ids.has(d.parameterId)),
          ),
        ]
      : []),
    ...(landing
      ? [
          set(
            'landings',
            landing,
            'conditions',
            landing.conditions.map((c) => (c.when !== null && ids.has(c.when.parameterId) ? { ...c, when: null } : c)),
          ),
        ]
      : []),
  ];
}

function mendedBank(bank: ChannelBank, ids: ReadonlySet<string>): ChannelBank[] {
  if (ids.has(bank.moved)) return [];
  const lanes = bank.lanes.map((lane) => lane.filter((id) => !ids.has(id))).filter((lane) => lane.length > 0);
  if (lanes.length === 0) return [];
  const { rows, toSelected, ...plain } = bank;
  const goes = (id: string | null | undefined): boolean => id !== null && id !== undefined && ids.has(id);
  return [
    {
      ...plain,
      lanes,
      ...(rows && !goes(rows.moved) ? { rows } : {}),
      ...(toSelected && !goes(toSelected.selected) && !goes(toSelected.by) ? { toSelected } : {}),
    },
  ];
}
