'use client';
import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
// Gear: what is on the rig. Controllers and how they behave, targets with their parameters, and who hears whom.
import { Link } from '../primitives/link';
import { useRig } from '../store/provider';
import { WaysIn } from '../ways/ways-in';
import { AddControllerDialog } from './add-controller';
import { AddTargetDialog } from './add-target';
import { ControllerPanel } from './controller-panel';
import { TargetPanel } from './target-panel';
import { WhoFlips } from './who-flips';

const sideLink = 'flex h-8 items-center justify-between gap-2 rounded-sm px-2 text-ink-2 hover:text-ink';

export function GearScreen() {
  const index = useRig((s) => s.index);
  const { rig } = index;
  const [query, setQuery] = useQueryStates(
    { unit: parseAsString, open: parseAsStringLiteral(['controller', 'target']) },
    { history: 'replace' },
  );
  const controller = index.controllers.get(query.unit ?? '');
  const target = index.targets.get(query.unit ?? '');
  const shownController = controller ?? (target ? undefined : rig.controllers[0]);
  const shownTarget = target ?? (shownController ? undefined : rig.targets[0]);
  const unitButton = (id: string, name: string, tail: string) => {
    const here = id === (shownController?.id ?? shownTarget?.id);
    return (
      <li key={id}>
        <button
          type="button"
          aria-pressed={here}
          onClick={() => void setQuery({ unit: id })}
          className={cx(
            'flex h-8 w-full items-center justify-between gap-2 rounded-sm px-2 text-left',
            here ? 'border bg-sheet font-semibold' : 'text-ink-2 hover:text-ink',
          )}
        >
          <span className="truncate" title={name}>
            {name}
          </span>
          <span className="shrink-0 font-mono text-xs font-normal">{tail}</span>
        </button>
      </li>
    );
  };
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[240px_minmax(0,1fr)]">
      <aside aria-label="Controllers and targets" className="flex min-h-0 flex-col gap-5 overflow-y-auto border-r px-3 py-3">
        <section aria-label="Controllers">
          <h2 className="mb-1 text-xs font-semibold">Controllers</h2>
          <ul>{rig.controllers.map((c) => unitButton(c.id, c.name, `ch ${c.channel}`))}</ul>
          <Button className="mt-2 w-full" onClick={() => void setQuery({ open: 'controller' })}>
            Add a controller
          </Button>
        </section>
        <section aria-label="Targets">
          <h2 className="mb-1 text-xs font-semibold">Targets</h2>
          <ul>{rig.targets.map((t) => unitButton(t.id, t.name, String(index.parametersOf.get(t.id)?.length ?? 0)))}</ul>
          <Button className="mt-2 w-full" onClick={() => void setQuery({ open: 'target' })}>
            Add a target
          </Button>
        </section>
        <section aria-label="Between them" className="flex flex-col gap-2">
          <h2 className="text-xs font-semibold">Between them</h2>
          <Link href={`/rigs/${rig.id}/gear/wiring`} className={sideLink}>
            <span>Wiring</span>
            <span className="font-mono text-xs font-normal">{rig.wires.length}</span>
          </Link>
          <Link href={`/rigs/${rig.id}/gear/nothing`} className={sideLink}>
            Nothing arrives
          </Link>
        </section>
        <WhoFlips index={index} />
      </aside>
      <div className="min-h-0 overflow-y-auto px-6 py-4">
        {shownController && <ControllerPanel key={shownController.id} index={index} controller={shownController} />}
        {shownTarget && <TargetPanel key={shownTarget.id} index={index} target={shownTarget} />}
        {!shownController && !shownTarget && <NoGear home={`/rigs/${rig.id}`} setQuery={setQuery} />}
      </div>
      {query.open === 'controller' && (
        <AddControllerDialog
          onClose={() => void setQuery({ open: null })}
          onMade={(id) => void setQuery({ open: null, unit: id })}
        />
      )}
      {query.open === 'target' && (
        <AddTargetDialog onClose={() => void setQuery({ open: null })} onMade={(id) => void setQuery({ open: null, unit: id })} />
      )}
    </main>
  );
}

function NoGear({
  home,
  setQuery,
}: {
  readonly home: string;
  readonly setQuery: (to: { readonly open: 'controller' }) => unknown;
}) {
  return (
    <div className="flex max-w-[860px] flex-col gap-4 py-8">
      <h1 className="text-xl font-semibold">Nothing is on this rig yet. How do you begin?</h1>
      <WaysIn home={home} />
      <p className="text-ink-2">
        Each way ends with a first function that is proved, and can be left at any step. Or put things on the rig one by one:{' '}
        <button type="button" className="text-verdigris underline" onClick={() => void setQuery({ open: 'controller' })}>
          start with a controller
        </button>
        .
      </p>
    </div>
  );
}
