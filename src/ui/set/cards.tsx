'use client';
// What to do when something goes wrong: for each controller how to find back and what is lost with it, and where silence may come from.
import type { RigIndex } from '@/core/rig';
import { type RecoveryCard, troubleNames } from '@/core/stage';
import { type FoundSet, keyAt } from './use-set';

export function Cards({ index, found }: { readonly index: RigIndex; readonly found: FoundSet }) {
  const { cards } = found;
  const { controllers } = index.rig;
  return (
    <div className="space-y-5 px-4 py-3.5">
      <h2 className="text-base font-semibold">When something goes wrong</h2>
      {cards === null && <p className="text-sm text-ink-3">{found.state === 'looking' ? 'looking…' : 'not looked at'}</p>}
      {controllers.length === 0 && <p className="text-sm text-ink-2">There is no controller yet. Gear is where one is added.</p>}
      {cards !== null &&
        controllers.map(({ id, name }) => <Unit key={id} name={name} cards={cards.filter((c) => c.controllerId === id)} />)}
      {cards !== null && controllers.length > 0 && (
        <Unit name="The whole rig" cards={cards.filter((c) => c.controllerId === null)} />
      )}
    </div>
  );
}

function Unit({ name, cards }: { readonly name: string; readonly cards: readonly RecoveryCard[] }) {
  if (cards.length === 0) return null;
  return (
    <article aria-label={name} className="text-sm">
      <h3 className="font-semibold">{name}</h3>
      {cards.map(({ trouble, lines }) => (
        <div key={trouble}>
          <h4 className="pt-1.5 text-xs font-medium text-ink-2">{troubleNames[trouble]}</h4>
          {lines.map((line, i) => (
            <p key={keyAt(line, i)} className="pt-0.5">
              {line}
            </p>
          ))}
        </div>
      ))}
    </article>
  );
}
