// What everything on a sheet is called, worked out once for a whole sheet.
import type { Controller, Counter, RigIndex } from '../rig';
import { distinct, toldApart } from './names';

export interface Naming {
  /** By the id of a control, told apart on its controller. */
  readonly control: (id: string) => string;
  /** By the id of a parameter, told apart in its target. */
  readonly parameter: (id: string) => string;
  readonly controller: (id: string) => string;
  readonly target: (id: string) => string;
  /** `Base` for null. */
  readonly layer: (id: string | null) => string;
  /** A bank of a controller by its name, or by its number where it has none. */
  readonly bank: (controller: Controller, bank: number) => string;
  /** The counters, each under a name that no other of its controller has. */
  readonly counters: ReadonlyMap<string, Counter>;
}

/** Names for a rig; `?` for what is not in it. */
export function namingOf(index: RigIndex): Naming {
  const { rig } = index;
  const controls = new Map(rig.controllers.flatMap((c) => [...toldApart(index.controlsOf.get(c.id) ?? [])]));
  const parameters = new Map(rig.targets.flatMap((t) => [...toldApart(index.parametersOf.get(t.id) ?? [])]));
  const units = toldApart([...rig.controllers, ...rig.targets]);
  const [base = 'Base', ...layerNames] = distinct(['Base', ...rig.layers.map((l) => l.name)]);
  const layers = new Map<string | null, string>([
    [null, base],
    ...rig.layers.map((l, i) => [l.id, layerNames[i] ?? l.name] as const),
  ]);
  const banks = new Map(rig.controllers.map((c) => [c.id, bankTexts(c)]));
  const counters = new Map(
    rig.controllers.flatMap((c) => {
      const own = rig.counters.filter((x) => x.controllerId === c.id);
      const names = toldApart(own);
      return own.map((x) => [x.id, { ...x, name: names.get(x.id) ?? x.name }] as const);
    }),
  );
  return {
    control: (id) => controls.get(id) ?? '?',
    parameter: (id) => parameters.get(id) ?? '?',
    controller: (id) => units.get(id) ?? '?',
    target: (id) => units.get(id) ?? '?',
    layer: (id) => layers.get(id) ?? '?',
    bank: (controller, bank) => banks.get(controller.id)?.[bank - 1] ?? `bank ${bank}`,
    counters,
  };
}

const bankTexts = ({ firmware, bankNames }: Controller): readonly string[] =>
  distinct(Array.from({ length: firmware.banks }, (_, i) => bankNames[i] || `bank ${i + 1}`));
