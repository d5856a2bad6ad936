'use client';
// What a search shows at each step: a question, a cause to try, that nothing fits, what was found, and the answers so far.
import { Check } from 'lucide-react';
import { plural } from '@/core/base';
import { endSearch, reopenAnswer } from '@/core/commands';
import type { Edit, Row } from '@/core/rig';
import { type Cause, causeOf, type Question, questionOf, triedQuestion, UNKNOWN } from '@/core/troubleshooting';
import { Button } from '../primitives/button';

export function Found({ ended }: { readonly ended: Cause }) {
  return (
    <section aria-label="Found" className="max-w-[720px] rounded-md border-2 border-verdigris bg-sheet px-5 py-4">
      <p className="flex items-center gap-2 text-lg font-semibold">
        <Check size={20} aria-hidden className="text-verdigris" /> {ended.words}
      </p>
      <p className="pt-1">{ended.mend}</p>
      <p className="pt-2 text-xs text-ink-2">This is kept with the rig. Take an answer back below if it comes again.</p>
    </section>
  );
}

export function Asked({
  answer,
  asked,
}: {
  readonly answer: (question: string, value: string) => void;
  readonly asked: Question;
}) {
  return (
    <section aria-label="Question" className="max-w-[720px] rounded-md border bg-sheet px-5 py-4">
      <h2 className="text-lg font-semibold">{asked.ask}</h2>
      <p className="pt-0.5 text-ink-2">{asked.how}</p>
      <div className="flex flex-wrap gap-2 pt-3">
        {asked.answers.map(([id, words]) => (
          <Button key={id} onClick={() => answer(asked.id, id)} className="h-auto min-h-9 py-1.5 whitespace-normal">
            {words.charAt(0).toUpperCase() + words.slice(1)}
          </Button>
        ))}
        <Button tone="quiet" onClick={() => answer(asked.id, UNKNOWN)}>
          I cannot tell
        </Button>
      </div>
    </section>
  );
}

export function TryThis({
  search,
  edit,
  step,
  answer,
}: {
  readonly search: Search;
  readonly edit: (edit: Edit) => boolean;
  readonly step: { readonly type: 'try'; readonly cause: Cause; readonly left: readonly Cause[] };
  readonly answer: (question: string, value: string) => void;
}) {
  return (
    <section aria-label="Try this" className="max-w-[720px] rounded-md border-2 border-verdigris bg-sheet px-5 py-4">
      <p className="text-xs font-medium text-ink-2">
        {plural(step.left.length, 'Only this is left', 'The likeliest of what is left')}
      </p>
      <h2 className="text-lg font-semibold">{step.cause.words}</h2>
      <p className="pt-1">{step.cause.mend}</p>
      <div className="flex gap-2 pt-3">
        <Button
          tone="primary"
          onClick={() => {
            const made = endSearch(search, step.cause.id);
            if (made) edit(made);
          }}
        >
          That was it
        </Button>
        <Button onClick={() => answer(triedQuestion(step.cause.id), 'no')}>Tried it; still nothing</Button>
      </div>
    </section>
  );
}

export function NoCauseLeft() {
  return (
    <section aria-label="No cause left" className="max-w-[720px] rounded-md border border-caution bg-caution-wash px-5 py-4">
      <h2 className="text-lg font-semibold">No known cause fits these answers.</h2>
      <p className="pt-1">
        One of them may be mistaken, or there are two faults at once. Take back the answer that you are least sure of. If all are
        right, start from the smallest thing that works: one cable, one control, one listener, and add the rest bit by bit.
      </p>
    </section>
  );
}

export function AnswersSoFar({ search, edit }: { readonly search: Search; readonly edit: (edit: Edit) => boolean }) {
  return (
    <section aria-label="Answers" className="max-w-[720px]">
      <h2 className="pb-1 font-semibold">Answers so far</h2>
      <ol className="overflow-hidden rounded-md border bg-sheet">
        {search.answers.map((a) => (
          <li
            key={a.question}
            className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3 border-b px-4 py-1.5 last:border-b-0"
          >
            <span className="min-w-0">
              <span className="text-ink-2">{askedWords(a.question)}</span> <span className="font-medium">{answerWords(a)}</span>
            </span>
            <Button
              size="small"
              tone="quiet"
              aria-label={`Take back: ${askedWords(a.question)}`}
              onClick={() => {
                const made = reopenAnswer(search, a.question);
                if (made) edit(made);
              }}
            >
              Take back
            </Button>
          </li>
        ))}
      </ol>
    </section>
  );
}

const askedWords = (question: string): string => questionOf(question)?.ask ?? `Tried: ${triedCause(question)?.words ?? question}`;

export const answerWords = (a: { readonly question: string; readonly answer: string }): string =>
  a.answer === UNKNOWN
    ? 'cannot tell'
    : (questionOf(a.question)?.answers.find(([id]) => id === a.answer)?.[1] ?? (a.answer === 'no' ? 'still nothing' : a.answer));

const triedCause = (question: string): Cause | null => (question.startsWith('tried:') ? causeOf(question.slice(6)) : null);

export type Search = Row<'searches'>;
