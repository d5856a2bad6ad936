'use client';
// From an empty rig to a first function that is proved: three ways, four steps, each read from the rig and not from where somebody is.
import { Check } from 'lucide-react';
import { parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useMemo } from 'react';
import { type Beginning, beginningOf, type Part } from '@/core/begin';
import { cx } from '../primitives/cx';
import { useProofs } from '../proof/use-proofs';
import { useRig } from '../store/provider';
import { type Way, ways, wayWords } from '../ways/ways';
import { WaysIn } from '../ways/ways-in';
import { ControllerStep } from './controller-step';
import { FunctionStep } from './function-step';
import { ParameterStep } from './parameter-step';
import { ProofStep } from './proof-step';

const parts = ['controller', 'parameter', 'function', 'proof'] as const satisfies readonly Part[];

export function BeginScreen() {
  const index = useRig((s) => s.index);
  const outcomes = useRig((s) => s.outcomes);
  const [{ way, step }, setQuery] = useQueryStates({ way: parseAsStringLiteral(ways), step: parseAsStringLiteral(parts) });
  const proofs = useProofs(index.rig.id);
  const beginning = useMemo(
    () => beginningOf(index, proofs.records ?? [], (id) => outcomes.get(id)),
    [index, proofs.records, outcomes],
  );
  const home = `/rigs/${index.rig.id}`;
  if (way === null)
    return (
      <main data-phone className="min-h-0 flex-1 overflow-y-auto px-8 py-6 max-[720px]:px-4">
        <div className="flex max-w-[860px] flex-col gap-4">
          <h1 className="text-xl font-semibold">Your first function</h1>
          <p className="text-ink-2">
            Three ways to one control that moves one parameter as you want it. Whatever you do here stays on this rig, and can be
            undone.
          </p>
          <WaysIn home={home} />
        </div>
      </main>
    );
  const { order } = wayWords[way];
  const next = order.find((part) => !beginning.there.has(part)) ?? 'proof';
  // A step that was opened by hand stays open until what it asks for is there.
  const shown = step ?? next;
  const go = (to: Part | null): void => void setQuery({ step: to });
  return (
    <main
      data-phone
      className="grid min-h-0 flex-1 grid-cols-[260px_minmax(0,1fr)] max-[860px]:grid-cols-1 max-[860px]:overflow-y-auto"
    >
      <Steps
        way={way}
        beginning={beginning}
        shown={shown}
        next={next}
        onGo={(to) => go(to === next ? null : to)}
        onOther={() => void setQuery({ way: null, step: null })}
      />
      <section
        aria-label={wayWords[way].steps[shown]}
        className="min-h-0 overflow-y-auto px-8 py-6 max-[860px]:overflow-visible max-[720px]:px-4"
      >
        {shown === 'controller' && <ControllerStep way={way} index={index} onDone={() => go(null)} />}
        {shown === 'parameter' && <ParameterStep way={way} index={index} onDone={() => go(null)} />}
        {shown === 'function' && <FunctionStep way={way} index={index} onDone={() => go(null)} />}
        {shown === 'proof' && <ProofStep index={index} beginning={beginning} proofs={proofs} />}
      </section>
    </main>
  );
}

/** The steps, which are done, and another way. */
function Steps({
  way,
  beginning,
  shown,
  next,
  onGo,
  onOther,
}: {
  readonly way: Way;
  readonly beginning: Beginning;
  readonly shown: Part;
  /** The first step that is not done. */
  readonly next: Part;
  readonly onGo: (part: Part) => void;
  readonly onOther: () => void;
}) {
  const { name, order, steps } = wayWords[way];
  return (
    <aside
      aria-label="Steps"
      className="flex flex-col gap-3 border-r px-4 py-6 max-[860px]:border-r-0 max-[860px]:border-b max-[860px]:py-3"
    >
      <h1 className="text-lg font-semibold">Your first function</h1>
      <p className="text-ink-2">{name}</p>
      <ol className="flex flex-col gap-1">
        {order.map((part, i) => {
          const there = beginning.there.has(part);
          const reachable = there || part === next;
          return (
            <li key={part}>
              <button
                type="button"
                disabled={!reachable}
                aria-label={there ? `${steps[part]}, done` : `${i + 1}: ${steps[part]}`}
                aria-current={part === shown ? 'step' : undefined}
                onClick={() => onGo(part)}
                className={cx(
                  'flex min-h-9 w-full items-center gap-2.5 rounded-sm px-2 py-1 text-left',
                  part === shown ? 'border bg-sheet font-semibold' : reachable ? 'text-ink-2 hover:text-ink' : 'text-ink-3',
                )}
              >
                <span
                  className={cx(
                    'flex size-6 shrink-0 items-center justify-center rounded-full border font-mono text-xs',
                    there ? 'border-verdigris bg-verdigris text-on-verdigris' : 'border-control-edge',
                  )}
                >
                  {there ? <Check size={14} aria-hidden /> : i + 1}
                </span>
                <span>{steps[part]}</span>
              </button>
            </li>
          );
        })}
      </ol>
      <button type="button" className="self-start text-xs text-verdigris underline" onClick={onOther}>
        Another way
      </button>
    </aside>
  );
}
