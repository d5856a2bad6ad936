'use client';
import { X } from 'lucide-react';
import { counted } from '@/core/base';
import type { Evidence, Grade } from '@/core/rig';
// What the facts rest on: tested here, read in the manual, or heard of; with which version, when, and what is known not to work.
import { noteSchema, shortTextSchema } from '@/core/rig';
import { Button } from '../primitives/button';
import { Select } from '../primitives/field';
import { SchemaText } from '../primitives/text-field';

const grades: ReadonlyArray<readonly [Grade, string]> = [
  ['tested', 'tested here'],
  ['manual', 'from the manual'],
  ['hearsay', 'hearsay'],
];

export function EvidenceTable({
  title = 'How its facts are known',
  list,
  facts,
  questions,
  onChange,
}: {
  readonly title?: string;
  readonly list: readonly Evidence[];
  /** The facts that can have evidence, in words. */
  readonly facts: Readonly<Record<string, string>>;
  /** The question that settles each; without any, what is assumed is not listed. */
  readonly questions?: Readonly<Record<string, string>>;
  readonly onChange: (list: Evidence[]) => boolean;
}) {
  const free = Object.entries(facts).filter(([fact]) => !list.some((e) => e.fact === fact));
  const put = (fact: string, change: Partial<Evidence>): boolean =>
    onChange(list.map((e) => (e.fact === fact ? { ...e, ...change } : e)));
  return (
    <section aria-label={title}>
      <h2 className="font-semibold">{title}</h2>
      <p className="max-w-[72ch] pb-2 text-xs text-ink-2">
        Write down how a fact is known, and its known limits: they are shown beside every function that depends on them.
      </p>
      {list.length > 0 && (
        <table className="mb-2 w-full max-w-[940px] text-left">
          <thead>
            <tr className="text-xs text-ink-2">
              {['Fact', 'Known', 'On', 'Version', 'Known limit'].map((h) => (
                <th key={h} className="pr-2 pb-1 font-medium">
                  {h}
                </th>
              ))}
              <th>
                <span className="sr-only">Delete</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {list.map((e) => {
              const name = facts[e.fact] ?? e.fact;
              return <EvidenceRow key={e.fact} list={list} onChange={onChange} put={put} e={e} name={name} />;
            })}
          </tbody>
        </table>
      )}
      {free.length > 0 && <AddEvidence list={list} onChange={onChange} free={free} />}
      {free.length > 0 && questions && <AssumedFacts list={list} onChange={onChange} free={free} questions={questions} />}
    </section>
  );
}

/** Facts without evidence, each with the question that settles it. */
function AssumedFacts({
  list,
  onChange,
  free,
  questions,
}: {
  readonly list: readonly Evidence[];
  readonly onChange: (list: Evidence[]) => boolean;
  readonly free: readonly [string, string][];
  readonly questions: Readonly<Record<string, string>>;
}) {
  return (
    <details className="mt-3 max-w-[940px] rounded-md border bg-sheet px-4 py-2">
      <summary className="font-semibold">{counted(free.length, 'fact')} assumed, and what would settle each</summary>
      <ul className="pt-2">
        {free.map(([fact, name]) => (
          <li key={fact} className="grid grid-cols-[200px_minmax(0,1fr)_auto] items-center gap-3 border-b py-1.5 last:border-b-0">
            <span>{name}</span>
            <span className="text-ink-2">{questions[fact]}</span>
            <Button size="small" aria-label={`I tried ${name}`} onClick={() => void onChange([...list, foundOut(fact)])}>
              It is as it says here
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** A fact that was tried today. */
const foundOut = (fact: string): Evidence => ({
  fact,
  grade: 'tested',
  at: new Date().toISOString().slice(0, 10),
  version: '',
  limit: '',
});

function EvidenceRow({
  list,
  onChange,
  put,
  e,
  name,
}: {
  readonly list: readonly Evidence[];
  readonly onChange: (list: Evidence[]) => boolean;
  readonly put: (fact: string, change: Partial<Evidence>) => boolean;
  readonly e: Evidence;
  readonly name: string;
}) {
  return (
    <tr className="h-9">
      <td className="w-[210px] pr-2">{name}</td>
      <td className="w-[140px] pr-2">
        <Select
          aria-label={`How ${name} is known`}
          className="h-7"
          value={e.grade}
          onChange={(event) => {
            const grade = grades.find(([g]) => g === event.target.value);
            if (grade) put(e.fact, { grade: grade[0] });
          }}
        >
          {grades.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Select>
      </td>
      <td className="w-[140px] pr-2">
        <input
          type="date"
          aria-label={`When ${name} was found out`}
          className="h-7 w-full rounded-sm border border-control-edge bg-sheet px-1.5 text-xs"
          value={e.at ?? ''}
          onChange={(event) => put(e.fact, { at: event.target.value === '' ? null : event.target.value })}
        />
      </td>
      <td className="w-[110px] pr-2">
        <SchemaText
          aria-label={`Version for ${name}`}
          className="h-7 w-full"
          value={e.version}
          schema={shortTextSchema}
          onValue={(version) => put(e.fact, { version })}
        />
      </td>
      <td className="pr-2">
        <SchemaText
          aria-label={`Known limit of ${name}`}
          className="h-7 w-full"
          value={e.limit}
          schema={noteSchema}
          onValue={(limit) => put(e.fact, { limit })}
        />
      </td>
      <td>
        <button
          type="button"
          aria-label={`Delete the evidence of ${name}`}
          className="rounded-sm p-1 text-ink-2 hover:text-stop"
          onClick={() => onChange(list.filter((x) => x.fact !== e.fact))}
        >
          <X size={14} aria-hidden />
        </button>
      </td>
    </tr>
  );
}

function AddEvidence({
  list,
  onChange,
  free,
}: {
  readonly list: readonly Evidence[];
  readonly onChange: (list: Evidence[]) => boolean;
  readonly free: [string, string][];
}) {
  return (
    <Select
      aria-label="Add evidence"
      className="w-72"
      value=""
      onChange={(e) => e.target.value !== '' && onChange([...list, foundOut(e.target.value)])}
    >
      <option value="">Say how a fact is known…</option>
      {free.map(([fact, words]) => (
        <option key={fact} value={fact}>
          {words}
        </option>
      ))}
    </Select>
  );
}
