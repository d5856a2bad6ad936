'use client';
// The outcome of the chosen assignment, drawn from the simulation, and in words.
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { type Drawing, effectWords, type Outcome, outcomeWords } from '@/core/bench';
import type { Assignment, RigIndex } from '@/core/rig';
import { headline, PressDrawing } from '../charts/press-drawing';
import { useJudge } from '../store/provider';

const SweepChart = dynamic(() => import('../charts/sweep-chart'), { ssr: false, loading: () => <div className="h-36" /> });

export function OutcomeCard({
  index,
  assignment,
  outcome,
}: {
  readonly index: RigIndex;
  readonly assignment: Assignment;
  readonly outcome: Outcome | undefined;
}) {
  const judge = useJudge();
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  useEffect(() => {
    let live = true;
    if (outcome?.type !== 'played') {
      setDrawing(null);
      return;
    }
    void judge()
      ?.drawing(assignment.id)
      .then((d) => live && setDrawing(d && heardOnly(d, outcome)));
    return () => {
      live = false;
    };
  }, [judge, assignment.id, outcome]);
  return (
    <section aria-label="What happens" className="rounded-md border bg-sheet px-3 py-2.5">
      <div className="mb-1 flex items-baseline justify-between gap-2">
        <h3 className="text-xs font-semibold">
          {drawing?.type === 'presses'
            ? headline(drawing)
            : assignment.gesture.type === 'move'
              ? 'One sweep from end to end'
              : 'What happens'}
        </h3>
        <span className="text-xs text-ink-2">simulated</span>
      </div>
      {drawing?.type === 'presses' && <PressDrawing drawing={drawing} />}
      {drawing?.type === 'sweep' && <SweepChart drawing={drawing} />}
      {!outcome && <p className="h-24 text-xs text-ink-3">computing</p>}
      {outcome && (
        <ul className="mt-1 text-[13.5px]" data-testid="outcome">
          {outcome.type === 'played' && outcome.effects.length > 0
            ? outcome.effects.map((e) => {
                const parameter = index.parameters.get(e.parameterId);
                return parameter ? (
                  <li key={e.parameterId} className="leading-5">
                    {drawing?.type === 'sweep' && drawing.curves.length > 1 && (
                      <Swatch at={drawing.curves.findIndex((c) => c.parameter.id === e.parameterId)} />
                    )}
                    <b className="font-semibold">{parameter.name}</b>
                    {e.meant ? '' : ' (not meant)'}: {effectWords(e.did, parameter)}
                  </li>
                ) : null;
              })
            : [<li key="all">{outcomeWords(outcome, index.parameters)}</li>]}
        </ul>
      )}
    </section>
  );
}

const strokes = [
  ['var(--verdigris)', ''],
  ['var(--spark)', '4 3'],
  ['var(--note)', '1.5 2.5'],
] as const;

/** Which of the curves a line of words belongs to. */
function Swatch({ at }: { readonly at: number }) {
  const stroke = strokes[at];
  if (!stroke) return null;
  return (
    <svg viewBox="0 0 22 8" width={22} height={8} aria-hidden className="mr-1.5 inline-block">
      <line x1={0} x2={22} y1={4} y2={4} stroke={stroke[0]} strokeWidth={2.2} strokeDasharray={stroke[1]} />
    </svg>
  );
}

/** The drawing of those parameters that this assignment moves; others in the chain belong to its neighbours. */
function heardOnly(drawing: Drawing, outcome: Extract<Outcome, { type: 'played' }>): Drawing {
  const heard = new Set(outcome.effects.map((e) => e.parameterId));
  return drawing.type === 'presses'
    ? { ...drawing, values: drawing.values.filter((v) => heard.has(v.parameter.id)) }
    : { ...drawing, curves: drawing.curves.filter((c) => heard.has(c.parameter.id)) };
}
