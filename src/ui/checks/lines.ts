// Findings as lines: where each one is, and which are shown.
import { type CheckId, checkOf, checkOrder, type Finding, type Group, groupFindings, type Severity } from '@/core/checks';
import { gestureNames, type RigIndex } from '@/core/rig';
import { placeWords } from '@/core/sheets';

/** Where one finding is. */
export interface Part {
  readonly key: string;
  readonly finding: Finding;
  /** What it is about, in a few words: a control, a layer, a unit. */
  readonly what: string;
  /** Where that is. */
  readonly where: string;
  /** The units it belongs to: for the filter by place. */
  readonly unitIds: readonly string[];
  readonly controlId: string | null;
}

/** A finding, with those that say the same: `parts`, itself among them. */
export interface Line extends Part {
  readonly parts: readonly Part[];
  readonly accepted: boolean;
  readonly acceptedBefore: readonly string[];
}

export interface Shown {
  readonly severity: Severity | 'all';
  readonly group: Group | null;
  readonly unit: string | null;
  readonly accepted: boolean;
}

const rank: Readonly<Record<Severity, number>> = { stop: 0, caution: 1, note: 2 };

export const keyOf = (f: Finding): string => `${f.check} ${f.subjectId} ${f.parameterId ?? ''} ${f.title}`;

/** All findings as lines, those that say the same as one, the gravest first, then by kind, then in the order of the rig. */
export function linesOf(index: RigIndex, findings: ReadonlyMap<string, readonly Finding[]>): readonly Line[] {
  const lines = groupFindings([...findings.values()].flat()).map(({ parts, finding, accepted, acceptedBefore }): Line => {
    const places = parts.map((f) => partOf(index, f)).sort(byPlace);
    const first = places.find((p) => p.finding.accepted === null) ?? places[0] ?? partOf(index, finding);
    const unitIds = [...new Set(places.flatMap((p) => p.unitIds))];
    return { ...first, unitIds, parts: places, accepted, acceptedBefore };
  });
  return lines.sort(
    (a, b) =>
      rank[a.finding.severity] - rank[b.finding.severity] ||
      (checkOrder.get(a.finding.check) ?? 0) - (checkOrder.get(b.finding.check) ?? 0) ||
      byPlace(a, b),
  );
}

const byPlace = (a: Part, b: Part): number =>
  a.where.localeCompare(b.where) || a.what.localeCompare(b.what, undefined, { numeric: true });

/** What a finding is about that stands at a place and on no control: a group, or what is done on arriving. */
function placedBy({ rig }: RigIndex, { about, subjectId }: Finding) {
  const group = about === 'groups' ? rig.groups.find((g) => g.id === subjectId) : undefined;
  if (group) return { row: group, what: group.name };
  const arrival = about === 'arrivals' ? rig.arrivals.find((a) => a.id === subjectId) : undefined;
  return arrival ? { row: arrival, what: 'Arriving' } : null;
}

/** A place in words, without Base. */
const atPlace = (...place: Parameters<typeof placeWords>): string => placeWords(...place).replace(/ · Base$/, '');

function partOf(index: RigIndex, finding: Finding): Part {
  const key = keyOf(finding);
  const parameter = index.parameters.get(finding.parameterId ?? '');
  const targetId = parameter?.targetId;
  const assignment = finding.about === 'assignments' ? index.assignments.get(finding.subjectId) : undefined;
  const layer = finding.about === 'layers' ? index.layers.get(finding.subjectId) : undefined;
  const controlId = assignment?.controlId ?? layer?.modifierControlId ?? null;
  const control = index.controls.get(controlId ?? '');
  const placed = placedBy(index, finding);
  const controller = index.controllers.get(control?.controllerId ?? placed?.row.controllerId ?? finding.subjectId);
  const target = index.targets.get(finding.about === 'targets' ? finding.subjectId : (targetId ?? ''));
  const unitIds = [controller?.id, target?.id].flatMap((id) => id ?? []);
  if (assignment && control && controller)
    return {
      key,
      finding,
      what: `${control.name} ${gestureNames[assignment.gesture.type]}`,
      where: `${controller.name}, ${atPlace(index, controller, assignment)}`,
      unitIds,
      controlId,
    };
  if (placed && controller) {
    const where = `${controller.name}, ${atPlace(index, controller, { ...placed.row, layerId: null })}`.replace(/, Base$/, '');
    return { key, finding, what: placed.what, where, unitIds, controlId };
  }
  if (layer)
    return { key, finding, what: layer.name, where: `layer, opened by ${control?.name ?? 'nothing'}`, unitIds, controlId };
  if (parameter && finding.about !== 'controllers')
    return { key, finding, what: parameter.name, where: target?.name ?? '', unitIds, controlId };
  return {
    key,
    finding,
    what: controller?.name ?? target?.name ?? '?',
    where: controller ? 'controller' : 'target',
    unitIds,
    controlId,
  };
}

/** Lines that pass the filters; of each, what is true in the unit that is asked for. */
export const filtered = (lines: readonly Line[], shown: Shown): readonly Line[] =>
  lines.flatMap((line): Line[] => {
    const { finding, accepted } = line;
    const passes =
      accepted === shown.accepted &&
      (shown.severity === 'all' || finding.severity === shown.severity) &&
      (shown.group === null || checkOf(finding.check).group === shown.group);
    if (!passes || shown.unit === null) return passes ? [line] : [];
    const { unit } = shown;
    const parts = line.parts.filter((p) => p.unitIds.includes(unit));
    const first = parts.find((p) => p.finding.accepted === null) ?? parts[0];
    return first ? [{ ...line, ...first, parts }] : [];
  });

export const nameOf = (check: CheckId): string => checkOf(check).name;

/** The findings of some lines, each by itself: what the head counts, and so what every list of them counts. */
export const partsOf = (lines: readonly Line[], accepted: boolean): readonly Part[] =>
  lines.flatMap((line) => line.parts.filter((p) => (p.finding.accepted !== null) === accepted));

/** How many findings there are of each of some things. */
export function countBy<K>(parts: readonly Part[], keys: (part: Part) => readonly K[]): ReadonlyMap<K, number> {
  const counts = new Map<K, number>();
  for (const part of parts) for (const key of keys(part)) counts.set(key, (counts.get(key) ?? 0) + 1);
  return counts;
}
