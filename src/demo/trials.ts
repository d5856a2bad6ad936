// What the players of the demo have proved so far: most of the floorboard on one afternoon, with a fault that was found and a change since.
import { chance } from '@/core/base';
import {
  askFor,
  type CauseId,
  evidence,
  type ProofRecord,
  planFacts,
  planKey,
  plantFault,
  toProve,
  versionsFor,
} from '@/core/proof';
import { indexRig, type Rig } from '@/core/rig';

/** Functions that went otherwise, by control and gesture. */
const otherwise: Readonly<
  Record<string, { readonly fault?: CauseId; readonly outcome: ProofRecord['outcome']; readonly stale?: true }>
> = {
  'Ex 1 move': { outcome: 'failed', fault: 'ends' },
  'FS 7 press': { outcome: 'proved', stale: true },
  'FS 8 hold': { outcome: 'skipped' },
  'E 3 move': { outcome: 'failed', fault: 'channel-by-one' },
};

/** The rig with the ticks of what is proved, and the trials behind them; the same each time. */
export function lanternTrials(rig: Rig): { readonly rig: Rig; readonly records: readonly ProofRecord[] } {
  const index = indexRig(rig);
  const next = chance(20260913);
  const records: ProofRecord[] = [];
  const proved = new Map<string, ProofRecord>();
  toProve(index).forEach(({ assignment, control, controller }, i) => {
    if (controller.name === 'Pad tray 4×4' || (assignment.bank ?? 1) > 1) return;
    const ask = askFor(index, assignment);
    const { outcome, fault, stale } = otherwise[`${control.name} ${assignment.gesture.type}`] ?? { outcome: 'proved' as const };
    if (!ask || (assignment.entered === null && outcome === 'proved')) return;
    const planted = fault ? plantFault(index, ask, fault, next) : null;
    const heard = outcome === 'skipped' ? [] : evidence(ask, planted ? [planted] : [], next);
    const record: ProofRecord = {
      id: `t${i}`,
      assignmentId: assignment.id,
      at: new Date(Date.UTC(2026, 8, 13, 14, 0, 0) + i * 41_000).toISOString(),
      outcome,
      by: 'device',
      who: 'Ilse',
      port: controller.name,
      versions: versionsFor(index, assignment),
      plan: stale ? 'another' : planKey(index, assignment),
      facts: stale ? null : planFacts(index, assignment),
      asked: ask.words,
      heard: heard.map(({ atMs, word }) => ({ atMs: Math.round(atMs * 10) / 10, word })),
      causes: fault ? [fault] : [],
    };
    records.push(record);
    if (outcome === 'proved' && !stale) proved.set(assignment.id, record);
  });
  const assignments = rig.assignments.map((a) => {
    const by = proved.get(a.id);
    return by ? { ...a, proved: { at: by.at, versions: by.versions, grade: 'tested' as const } } : a;
  });
  return { rig: { ...rig, assignments }, records };
}
