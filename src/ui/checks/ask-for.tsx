'use client';
import type { Finding } from '@/core/checks';
import type { RigIndex } from '@/core/rig';
import { questionOf } from '../entries/questions';
// What a finding rests on and nobody has said: the questions that settle it, and where to answer them.
import { Link } from '../primitives/link';

/** Facts that the probe finds out. */
const probed: ReadonlySet<string> = new Set(['threshold', 'actsOn', 'relativeEncodings', 'takeover']);

export function AskFor({ index, assumed }: { readonly index: RigIndex; readonly assumed: NonNullable<Finding['assumed']> }) {
  const { unit, unitId, facts } = assumed;
  const home = `/rigs/${index.rig.id}`;
  const name = index[unit].get(unitId)?.name ?? '?';
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
          <Link href={`${home}/proof/probe`} className={link}>
            Try it with Probe
          </Link>
        )}
      </p>
    </section>
  );
}
