'use client';
import type { Finding } from '@/core/checks';
import { landingsFor } from '@/core/commands';
import type { RigIndex } from '@/core/rig';
import { questionOf } from '../entries/questions';
// What a finding rests on and nobody has said: the questions that settle it, and where to answer them.
import { Link } from '../primitives/link';

/** Facts that the probe finds out. */
const probed: ReadonlySet<string> = new Set(['threshold', 'actsOn', 'relativeEncodings', 'takeover']);

interface Props {
  readonly index: RigIndex;
  readonly finding: Finding;
  readonly assumed: NonNullable<Finding['assumed']>;
}

export function AskFor({ index, finding, assumed }: Props) {
  const { unit, unitId, facts } = assumed;
  const home = `/rigs/${index.rig.id}`;
  const name = index[unit].get(unitId)?.name ?? '?';
  const tried = unit === 'targets' ? landingOf(index, finding, unitId) : null;
  const link = 'text-verdigris font-medium hover:underline';
  return (
    <section aria-label="What nobody has said" className="rounded-md border bg-sheet px-3 py-2 text-[13px]">
      <h3 className="font-semibold">Nobody has said this of {name} yet</h3>
      <ul className="mt-1 list-disc pl-5">
        {facts.map((fact) => (
          <li key={fact}>{questionOf(unit, fact)}</li>
        ))}
      </ul>
      <p className="mt-1.5 flex flex-wrap gap-x-4 gap-y-1">
        <Link href={`${home}/gear?unit=${unitId}`} className={link}>
          Say it in Gear
        </Link>
        {unit === 'targets' && facts.some((fact) => probed.has(fact)) && (
          <Link href={`${home}/proof/probe${tried === null ? '' : `?landing=${tried}`}`} className={link}>
            Try it with Probe
          </Link>
        )}
      </p>
    </section>
  );
}

/** What a finding is about in a target, so that the probe begins with it; null where it names nothing there. */
function landingOf(index: RigIndex, { subjectId, parameterId }: Finding, targetId: string): string | null {
  const own = index.rig.landings.find((l) => l.id === subjectId);
  const assignment = index.assignments.get(subjectId);
  const heard = (assignment?.actions ?? []).flatMap((a) =>
    assignment && a.type === 'send' ? landingsFor(index, assignment, a) : [],
  );
  const there = [...(own ? [own] : []), ...heard].filter((l) => l.targetId === targetId);
  return (there.find((l) => l.parameterId === parameterId) ?? there[0])?.id ?? null;
}
