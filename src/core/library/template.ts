// A controller as the library holds it, and the same as a small rig: what the editor edits is always a rig.
import { countBy, counted } from '../base';
import { channel } from '../midi';
import { type Controller, type Counter, emptyRig, type Firmware, noSetUp, type Panel, type Rig } from '../rig';
import { arrivalRows, groupRows, placesOf, type TemplateArrival, type TemplateGroup } from './places';

/** A counter without identifiers. */
export type TemplateCounter = Omit<Counter, 'id' | 'order' | 'controllerId'>;

export interface ControllerTemplate {
  /** Of a shipped entry its own word; of one made here the id of the small rig. */
  readonly id: string;
  /** Counts up with each published version. */
  readonly version: number;
  readonly name: string;
  readonly summary: string;
  readonly channel: number;
  readonly bankNames: readonly string[];
  readonly firmware: Firmware;
  readonly panel: Panel;
  readonly counters?: readonly TemplateCounter[];
  readonly groups?: readonly TemplateGroup[];
  readonly arrivals?: readonly TemplateArrival[];
  readonly setUp?: Controller['setUp'];
  readonly clock?: Controller['clock'];
  readonly form?: Controller['form'];
  readonly evidence?: Controller['evidence'];
  readonly note?: string;
}

/** The order in which rows are kept, from 1. */
const placed = <T>(rows: readonly T[], prefix: string) =>
  rows.map((row, i) => ({ ...row, id: `${prefix}${i + 1}`, order: i + 1 }));

/**
 * A template as a rig with one controller and nothing else. Its controls are called c1, c2, …: copies on other rigs name these as
 * their origin.
 */
export function templateRig(template: ControllerTemplate, id: string): Rig {
  const controller: Controller = {
    id: 'unit',
    order: 1,
    name: template.name,
    templateId: '',
    templateVersion: 0,
    port: `${template.name} port 1`.slice(0, 200),
    channel: channel(template.channel),
    width: template.panel.width,
    height: template.panel.height,
    bankNames: [...template.bankNames],
    firmware: template.firmware,
    setUp: template.setUp ?? noSetUp,
    clock: template.clock ?? null,
    form: template.form ?? null,
    evidence: template.evidence ?? [],
    note: template.note ?? '',
  };
  const controls = placed(template.panel.controls, 'c').map((c) => ({ ...c, controllerId: 'unit', origin: '' }));
  const ids = controls.map((c) => c.id);
  const key = (prefix: string) => (n: number) => ({ id: `${prefix}${n + 1}`, order: n + 1 });
  return {
    ...emptyRig(id, template.name),
    notes: template.summary,
    controllers: [controller],
    controls,
    groups: [...groupRows(template.groups ?? [], 'unit', ids, key('g'))],
    arrivals: [...arrivalRows(template.arrivals ?? [], 'unit', ids, key('a'))],
    counters: placed(template.counters ?? [], 'n').map((c) => ({ ...c, controllerId: 'unit' })),
  };
}

/** The first controller of a rig as a template; each control names its own id as the origin of its copies. Null where the rig has none. */
export function templateOf(rig: Rig, as: { readonly id: string; readonly version: number }): ControllerTemplate | null {
  const [unit] = rig.controllers;
  return unit ? unitTemplate(rig, unit, as) : null;
}

/** A controller of a rig as a template, without its port. */
export function unitTemplate(
  rig: Rig,
  unit: Controller,
  as: { readonly id: string; readonly version: number },
): ControllerTemplate {
  const controls = rig.controls.filter((c) => c.controllerId === unit.id);
  return {
    ...as,
    name: unit.name,
    summary: rig.notes !== '' && rig.controllers.length === 1 ? rig.notes : summaryOf(controls, unit.firmware.banks),
    channel: unit.channel,
    bankNames: unit.bankNames,
    firmware: unit.firmware,
    panel: {
      width: unit.width,
      height: unit.height,
      controls: controls.map(({ id: origin, order: _order, controllerId: _unit, ...rest }) => ({ ...rest, origin })),
    },
    counters: rig.counters
      .filter((c) => c.controllerId === unit.id)
      .map(({ id: _id, order: _order, controllerId: _unit, ...rest }) => rest),
    ...placesOf(
      rig,
      unit.id,
      controls.map((c) => c.id),
    ),
    setUp: unit.setUp,
    clock: unit.clock,
    form: unit.form,
    evidence: unit.evidence,
    note: unit.note,
  };
}

/** “8 faders, 4 buttons, 2 banks”: what is on a panel, the most numerous kind first. */
export function summaryOf(controls: readonly { readonly kind: string }[], banks: number): string {
  const counts = countBy(controls, (c) => c.kind);
  const words = [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([kind, n]) => kindWords(kind, n))
    .slice(0, 5);
  if (banks > 1) words.push(`${banks} banks`);
  return words.length === 0 ? 'an empty panel' : words.join(', ');
}

function kindWords(kind: string, n: number): string {
  const one = kind === 'expression' ? 'expression pedal' : kind === 'key-range' ? 'key range' : kind;
  return counted(n, one);
}
