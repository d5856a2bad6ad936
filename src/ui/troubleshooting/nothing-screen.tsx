'use client';

// "Nothing arrives": a guided search. It listens, asks what it cannot hear, strikes causes out, and ends with one and what to do.

import { Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import dynamic from 'next/dynamic';
import { parseAsString, useQueryStates } from 'nuqs';
import { useMemo, useState } from 'react';
import { answerSearch, beginSearch, removeSearch } from '@/core/commands';
import type { Assignment, RigIndex } from '@/core/rig';
import { causeOf, causes, needsOf, nextStep, struckBy } from '@/core/troubleshooting';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Field, Select } from '../primitives/field';
import { Link } from '../primitives/link';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import { AnswersSoFar, Asked, answerWords, Found, NoCauseLeft, type Search, TryThis } from './search-steps';

// It asks the browser for its ports, which the server does not have.
const Listener = dynamic(() => import('./listener').then((m) => m.Listener), { ssr: false });

export function NothingScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const { rig } = index;
  const [query, setQuery] = useQueryStates({
    search: parseAsString,
    control: parseAsString,
    from: parseAsString,
    to: parseAsString,
    heard: parseAsString,
  });
  const search = rig.searches.find((s) => s.id === query.search) ?? null;
  const begin = (controllerId: string | null, targetId: string | null): void => {
    // A proof that heard nothing has answered the first question.
    const answers = query.heard === 'nothing' && controllerId === query.from ? [{ question: 'monitor', answer: 'nothing' }] : [];
    const made = beginSearch(rig, { controllerId, targetId, answers }, new Date().toISOString(), () => nanoid(10));
    if (edit(made.edit)) void setQuery({ search: made.id });
  };
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_340px]">
      <div className="flex min-h-0 min-w-0 flex-col gap-4 overflow-y-auto px-6 py-4">
        <div className="flex items-center gap-3">
          <h1 className="flex-1 text-xl font-semibold">Nothing arrives</h1>
          {search && <Button onClick={() => void setQuery({ search: null })}>All searches</Button>}
          <Link href={`/rigs/${rig.id}/gear/wiring`} className="text-verdigris hover:underline">
            Back to the wiring
          </Link>
        </div>
        {search ? (
          <Running key={search.id} index={index} search={search} controlId={query.control} />
        ) : (
          <Begin index={index} from={query.from} to={query.to} onBegin={begin} onOpen={(id) => void setQuery({ search: id })} />
        )}
      </div>
      <aside aria-label="How it works" className="min-h-0 overflow-y-auto border-l bg-sheet px-4 py-3">
        {search ? <CauseList index={index} search={search} /> : <About />}
      </aside>
    </main>
  );
}

const unitName = (index: RigIndex, search: Search): string => {
  const from = index.controllers.get(search.controllerId ?? '')?.name ?? 'some controller';
  const to = index.targets.get(search.targetId ?? '')?.name ?? 'some target';
  return `${from} to ${to}`;
};

function Begin({
  index,
  from: givenFrom,
  to: givenTo,
  onBegin,
  onOpen,
}: {
  readonly index: RigIndex;
  /** The units that are meant, where somebody comes from a proof. */
  readonly from: string | null;
  readonly to: string | null;
  readonly onBegin: (controllerId: string | null, targetId: string | null) => void;
  readonly onOpen: (id: string) => void;
}) {
  const { controllers, targets, searches } = index.rig;
  const [from, setFrom] = useState(controllers.find((c) => c.id === givenFrom)?.id ?? controllers[0]?.id ?? '');
  const [to, setTo] = useState(targets.find((t) => t.id === givenTo)?.id ?? targets[0]?.id ?? '');
  return (
    <>
      <p className="max-w-[64ch] text-ink-2">
        Something is plugged in and nothing happens. Choose between which two units; what the rig already knows, and what is heard
        here, answers some of the questions by itself.
      </p>
      <form
        className="flex items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          onBegin(from === '' ? null : from, to === '' ? null : to);
        }}
      >
        <Field label="From the controller" className="w-60">
          {(id) => (
            <Select id={id} value={from} onChange={(e) => setFrom(e.target.value)}>
              {controllers.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
              <option value="">any</option>
            </Select>
          )}
        </Field>
        <Field label="To the target" className="w-60">
          {(id) => (
            <Select id={id} value={to} onChange={(e) => setTo(e.target.value)}>
              {targets.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.name}
                </option>
              ))}
              <option value="">any</option>
            </Select>
          )}
        </Field>
        <Button tone="primary" type="submit">
          Begin
        </Button>
      </form>
      {searches.length > 0 && <EarlierSearches index={index} onOpen={onOpen} searches={searches} />}
    </>
  );
}

function EarlierSearches({
  index,
  onOpen,
  searches,
}: {
  readonly index: RigIndex;
  readonly onOpen: (id: string) => void;
  readonly searches: readonly Search[];
}) {
  return (
    <section aria-label="Earlier searches">
      <h2 className="pb-1 font-semibold">Earlier searches</h2>
      <ul className="max-w-[760px] overflow-hidden rounded-md border bg-sheet">
        {[...searches].reverse().map((s) => (
          <li
            key={s.id}
            className="grid grid-cols-[150px_minmax(0,1fr)_auto] items-center gap-3 border-b px-4 py-2 last:border-b-0"
          >
            <span className="text-xs text-ink-2" suppressHydrationWarning>
              {new Date(s.at).toLocaleString('en-GB', {
                day: 'numeric',
                month: 'short',
                year: 'numeric',
                hour: '2-digit',
                minute: '2-digit',
              })}
            </span>
            <span className="min-w-0">
              <span className="block truncate font-medium">{unitName(index, s)}</span>
              <span className="block truncate text-xs text-ink-2">
                {s.cause === null ? `open, ${s.answers.length} answers` : (causeOf(s.cause)?.words ?? s.cause)}
              </span>
            </span>
            <Button size="small" onClick={() => onOpen(s.id)}>
              {s.cause === null ? 'Go on' : 'Look at it'}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Running({
  index,
  search,
  controlId,
}: {
  readonly index: RigIndex;
  readonly search: Search;
  readonly controlId: string | null;
}) {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const [, setQuery] = useQueryStates({ search: parseAsString });
  const needs = useMemo(
    () => needsOf(index, search.controllerId, search.targetId),
    [index, search.controllerId, search.targetId],
  );
  const step = useMemo(() => nextStep(needs, search.answers), [needs, search.answers]);
  const answer = (question: string, value: string): void => {
    const made = answerSearch(search, [{ question, answer: value }]);
    if (made) edit(made);
  };
  const asked = step.type === 'ask' ? step.question : null;
  const ended = search.cause === null ? null : causeOf(search.cause);
  const remove = (): void => {
    if (!edit(removeSearch(search))) return;
    void setQuery({ search: null });
    undoable('Deleted a search');
  };
  return (
    <>
      <p className="-mt-2 text-ink-2">{unitName(index, search)}</p>
      {ended ? (
        <Found ended={ended} />
      ) : (
        <>
          <Listener
            index={index}
            controllerId={search.controllerId}
            planned={plannedOf(index, search, controlId)}
            onAnswers={(answers) => {
              const made = answerSearch(search, answers);
              if (made) edit(made);
            }}
          />
          {asked && <Asked answer={answer} asked={asked} />}
          {step.type === 'try' && <TryThis search={search} edit={edit} step={step} answer={answer} />}
          {step.type === 'none' && <NoCauseLeft />}
        </>
      )}
      {search.answers.length > 0 && <AnswersSoFar search={search} edit={edit} />}
      <Button tone="quiet" className="w-max" onClick={remove}>
        <Trash2 size={15} aria-hidden /> Delete this search
      </Button>
    </>
  );
}

/** What should arrive: what the chosen control sends, else the first plain send from the controller to the target. */
function plannedOf(index: RigIndex, search: Search, controlId: string | null) {
  const towards = (a: Assignment): boolean =>
    a.actions.some(
      (x) =>
        x.type === 'send' &&
        x.meant.some((id) => search.targetId === null || index.parameters.get(id)?.targetId === search.targetId),
    );
  const found = index.rig.assignments.find((a) => {
    const control = index.controls.get(a.controlId);
    const here =
      controlId === null
        ? search.controllerId === null || control?.controllerId === search.controllerId
        : a.controlId === controlId;
    return here && towards(a);
  });
  const send = found?.actions.find((a) => a.type === 'send');
  return found && send?.type === 'send' ? { assignment: found, message: send.message } : null;
}

function CauseList({ index, search }: { readonly index: RigIndex; readonly search: Search }) {
  const needs = useMemo(
    () => needsOf(index, search.controllerId, search.targetId),
    [index, search.controllerId, search.targetId],
  );
  const rows = causes
    .filter((c) => c.needs === undefined || needs.has(c.needs))
    .map((cause) => ({ cause, struck: struckBy(cause, search.answers) }))
    .sort((a, b) => Number(a.struck !== null) - Number(b.struck !== null) || b.cause.weight - a.cause.weight);
  const open = rows.filter((r) => r.struck === null).length;
  const never = causes.length - rows.length;
  return (
    <>
      <h2 className="font-semibold">
        {open} of {causes.length} causes left
      </h2>
      <ul className="pt-1">
        {rows.map(({ cause, struck }) => (
          <li key={cause.id} className={cx('py-0.5', struck !== null && 'text-ink-3')}>
            <span className={cx(struck !== null && 'line-through')}>{cause.words}</span>
            {struck && <span className="block text-xs no-underline">{answerWords(struck)}</span>}
          </li>
        ))}
      </ul>
      {never > 0 && (
        <p className="pt-2 text-xs text-ink-2">{never} cannot be, by what the rig says of its wires, banks and targets.</p>
      )}
    </>
  );
}

function About() {
  return (
    <>
      <h2 className="font-semibold">How it works</h2>
      <p className="pt-1 text-ink-2">
        {causes.length} causes are known. Each answer strikes out what it rules out; the next question is the one that splits what
        is left most evenly. “I cannot tell” strikes nothing out.
      </p>
      <p className="pt-2 text-ink-2">
        A search is kept with the rig, so that it can be gone on with tomorrow, and so that you know next time.
      </p>
    </>
  );
}
