// Everything in a rig that has a name, for the palette: what it is called, what it is, and where it is shown.
import { checkOf, type Finding } from '@/core/checks';
import { meantNames } from '@/core/commands';
import { type Assignment, gestureNames, type RigIndex } from '@/core/rig';
import { placeWords } from '@/core/sheets';
import { keyOf } from '../checks/lines';
import { functionHref } from '../place/link';

export interface Entry {
  readonly key: string;
  readonly kind: 'function' | 'parameter' | 'control' | 'layer' | 'bank' | 'finding' | 'controller' | 'target';
  readonly name: string;
  /** Where it is, in a few words. */
  readonly detail: string;
  readonly href: string;
}

/** The rig's functions, parameters, layers, banks, findings, controls and gear, in this order. */
export function entriesOf(index: RigIndex, findings: ReadonlyMap<string, readonly Finding[]>): readonly Entry[] {
  const { rig } = index;
  const home = `/rigs/${rig.id}`;
  return [
    ...rig.assignments.flatMap((a): Entry[] => functionEntry(index, home, a)),
    ...rig.parameters.map((p): Entry => {
      const target = index.targets.get(p.targetId);
      const [first] = index.sendsFor.get(p.id) ?? [];
      return {
        key: `parameter ${p.id}`,
        kind: 'parameter',
        name: p.name,
        detail: `${target?.name ?? '?'}${first ? '' : ', waits'}`,
        href: first ? functionHref(home, first.assignment) : `${home}/gear?unit=${p.targetId}`,
      };
    }),
    ...rig.layers.map((layer): Entry => {
      const control = index.controls.get(layer.modifierControlId ?? '');
      return {
        key: `layer ${layer.id}`,
        kind: 'layer',
        name: layer.name,
        detail: control ? `opened by ${control.name}` : 'no modifier',
        href: `${home}/map?layer=${layer.id}${control ? `&controller=${control.controllerId}` : ''}`,
      };
    }),
    ...rig.controllers.flatMap((controller) =>
      controller.firmware.banks === 1
        ? []
        : Array.from({ length: controller.firmware.banks }, (_, i): Entry => {
            const name = controller.bankNames[i] ?? '';
            return {
              key: `bank ${controller.id} ${i + 1}`,
              kind: 'bank',
              name: name === '' ? `Bank ${i + 1}` : name,
              detail: `${name === '' ? '' : `bank ${i + 1} of `}${controller.name}`,
              href: `${home}/map?controller=${controller.id}&bank=${i + 1}`,
            };
          }),
    ),
    ...[...findings.values()].flat().map(
      (finding): Entry => ({
        key: `finding ${keyOf(finding)}`,
        kind: 'finding',
        name: finding.title,
        detail: checkOf(finding.check).name,
        href: `${home}/checks?finding=${encodeURIComponent(keyOf(finding))}${finding.accepted ? '&accepted=true' : ''}`,
      }),
    ),
    ...rig.controls.map(
      (control): Entry => ({
        key: `control ${control.id}`,
        kind: 'control',
        name: control.name,
        detail: index.controllers.get(control.controllerId)?.name ?? '?',
        href: `${home}/map?controller=${control.controllerId}&control=${control.id}`,
      }),
    ),
    ...rig.controllers.map(
      (c): Entry => ({ key: c.id, kind: 'controller', name: c.name, detail: '', href: `${home}/gear?unit=${c.id}` }),
    ),
    ...rig.targets.map(
      (t): Entry => ({ key: t.id, kind: 'target', name: t.name, detail: '', href: `${home}/gear?unit=${t.id}` }),
    ),
  ];
}

function functionEntry(index: RigIndex, home: string, assignment: Assignment): Entry[] {
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  const name = meantNames(index, assignment);
  if (!control || !controller || name === '') return [];
  return [
    {
      key: `function ${assignment.id}`,
      kind: 'function',
      name,
      detail: `${control.name} ${gestureNames[assignment.gesture.type]}, ${controller.name}, ${placeWords(index, controller, assignment)}`,
      href: functionHref(home, assignment),
    },
  ];
}
