'use client';
import type { RigIndex } from '@/core/rig';
import type { Where } from '../place/use-place';
import { Button, buttonLook } from '../primitives/button';
import { cx } from '../primitives/cx';
// The controllers of the rig as a list to choose from, and what to do where there is none.
import { Link } from '../primitives/link';

export function Controllers({
  index,
  where,
  onChoose,
  home,
}: {
  readonly index: RigIndex;
  readonly where: Where;
  readonly onChoose: (id: string) => void;
  readonly home: string;
}) {
  return (
    <section aria-label="Controllers" className="px-3 pt-2.5">
      <div className="flex items-baseline justify-between">
        <h2 className="text-xs font-semibold">Controllers</h2>
        <Link href={`${home}?open=controller`} className="rounded-sm px-1 text-xs font-medium text-verdigris hover:underline">
          Add
        </Link>
      </div>
      <ul className="my-1.5 max-h-[136px] overflow-y-auto">
        {index.rig.controllers.map((c) => {
          const here = c.id === where.controller?.id;
          return (
            <li key={c.id}>
              <button
                type="button"
                aria-pressed={here}
                onClick={() => onChoose(c.id)}
                className={cx(
                  'flex h-8 w-full items-center justify-between gap-2 rounded-sm px-2 text-left',
                  here ? 'border bg-sheet font-semibold' : 'text-ink-2 hover:text-ink',
                )}
              >
                <span className="truncate" title={c.name}>
                  {c.name}
                </span>
                <span className="shrink-0 font-mono text-xs font-normal">ch {c.channel}</span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

export function NoController({ home }: { readonly home: string }) {
  return (
    <main className="mx-auto flex max-w-[520px] flex-1 flex-col items-start gap-3 px-6 py-16">
      <h1 className="text-xl font-semibold">There is no controller on this rig yet.</h1>
      <p className="text-ink-2">
        Add one from a template, or say how many switches, knobs and pedals it has. Then its panel is drawn here, and parameters
        can be put on it.
      </p>
      <div className="flex gap-2">
        <Button tone="primary" onClick={() => window.location.assign(`${home}/gear?open=controller`)}>
          Add a controller
        </Button>
        <Link className={buttonLook({})} href={`${home}/begin`}>
          Ways to begin
        </Link>
      </div>
    </main>
  );
}
