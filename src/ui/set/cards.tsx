'use client';
// What to do when something goes wrong: for each controller how to find back, and what is lost if it dies.
import type { RigIndex } from '@/core/rig';
import { type FoundSet, keyAt } from './use-set';

export function Cards({ index, found }: { readonly index: RigIndex; readonly found: FoundSet }) {
  const { cards } = found;
  return (
    <div className="space-y-5 px-4 py-3.5">
      <h2 className="text-base font-semibold">When something goes wrong</h2>
      {cards === null && <p className="text-sm text-ink-3">{found.state === 'looking' ? 'looking…' : 'not looked at'}</p>}
      {index.rig.controllers.length === 0 && (
        <p className="text-sm text-ink-2">There is no controller yet. Gear is where one is added.</p>
      )}
      {cards?.map(({ controllerId, lost, gone }) => (
        <article key={controllerId} aria-label={index.controllers.get(controllerId)?.name ?? ''} className="text-sm">
          <h3 className="font-semibold">{index.controllers.get(controllerId)?.name}</h3>
          <Lines title="Nobody knows where it stands" words={lost} />
          <Lines title="It dies" words={gone} />
        </article>
      ))}
    </div>
  );
}

function Lines({ title, words }: { readonly title: string; readonly words: readonly string[] }) {
  return (
    <>
      <h4 className="pt-1.5 text-xs font-medium text-ink-2">{title}</h4>
      {words.map((line, i) => (
        <p key={keyAt(line, i)} className="pt-0.5">
          {line}
        </p>
      ))}
    </>
  );
}
