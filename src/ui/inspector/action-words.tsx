'use client';

// What a gesture does besides sending: going to a bank, waiting, keystrokes. Each a sentence whose words are fields.

import { ChevronUp, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { exhaustive } from '@/core/base';
import { changeAction, moveAction, type PlainAction, removeAction } from '@/core/commands';
import type { Assignment, Controller, Edit } from '@/core/rig';
import { clockBpmSchema, keysSchema, waitSchema } from '@/core/rig';
import { NOT_TAKEN } from '../primitives/field';
import { textProblem } from '../primitives/text-field';
import { Line, NumberWord, Tail, WordInput, WordSelect } from './word';

interface Props {
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly action: PlainAction;
  readonly at: number;
  readonly edit: (edit: Edit) => boolean;
  /** When it is done, where it is the first thing. */
  readonly when: ReactNode;
}

export function ActionWords({ controller, assignment, action, at, edit, when }: Props) {
  const put = (next: PlainAction): boolean => edit(changeAction(assignment, at, next));
  const after = <ActionTools assignment={assignment} at={at} edit={edit} label="Take this action away" />;
  return (
    <Line>
      {at === 0 ? when : 'Then '}
      <Body controller={controller} action={action} put={put} after={after} />
    </Line>
  );
}

/** Moving one of the things that a gesture does further up, and taking it away. */
export function ActionTools({
  assignment,
  at,
  edit,
  label,
}: {
  readonly assignment: Assignment;
  readonly at: number;
  readonly edit: (edit: Edit) => boolean;
  readonly label: string;
}) {
  const up = moveAction(assignment, at, -1);
  return (
    <>
      {up && (
        <button
          type="button"
          aria-label="Earlier"
          title="Earlier"
          onClick={() => edit(up)}
          className="rounded-sm p-1 text-ink-2 hover:text-ink"
        >
          <ChevronUp size={14} aria-hidden />
        </button>
      )}
      <button
        type="button"
        aria-label={label}
        title={label}
        onClick={() => edit(removeAction(assignment, at))}
        className="rounded-sm p-1 text-ink-2 hover:text-stop"
      >
        <X size={14} aria-hidden />
      </button>
    </>
  );
}

function Body({
  controller,
  action,
  put,
  after,
}: {
  readonly controller: Controller;
  readonly action: PlainAction;
  readonly put: (next: PlainAction) => boolean;
  readonly after: React.ReactNode;
}) {
  switch (action.type) {
    case 'wait':
      return (
        <>
          wait{' '}
          <Tail after={after}>
            <NumberWord
              label="Time to wait in ms"
              unit="ms"
              value={action.ms}
              schema={waitSchema}
              onValue={(ms) => put({ type: 'wait', ms })}
            />
            ms
          </Tail>
        </>
      );
    case 'keystroke': {
      const { back } = action;
      const keys = (
        <KeysWord
          label={back === undefined ? 'Keys' : 'Keys up or right'}
          value={action.keys}
          onKeys={(k) => put({ ...action, keys: k })}
        />
      );
      if (back === undefined)
        return (
          <>
            press the keys <Tail after={after}>{keys}</Tail>
          </>
        );
      return (
        <>
          press the keys {keys}, the other way{' '}
          <Tail after={after}>
            <KeysWord label="Keys down or left" value={back} onKeys={(k) => put({ ...action, back: k })} />
          </Tail>
        </>
      );
    }
    case 'tempo':
      return action.bpm === null ? (
        <>
          tap the tempo of <Tail after={after}>its clock</Tail>
        </>
      ) : (
        <>
          set its clock to{' '}
          <Tail after={after}>
            <NumberWord
              label="Tempo in BPM"
              unit="BPM"
              value={action.bpm}
              schema={clockBpmSchema}
              onValue={(bpm) => put({ ...action, bpm })}
            />
            BPM
          </Tail>
        </>
      );
    case 'go':
      return <GoWords controller={controller} action={action} put={put} after={after} />;
    default:
      return exhaustive(action);
  }
}

const KeysWord = ({
  label,
  value,
  onKeys,
}: {
  readonly label: string;
  readonly value: string;
  readonly onKeys: (keys: string) => boolean;
}) => (
  <WordInput
    label={label}
    width="w-28"
    title="Written down only: Keen Dial never sends keys"
    value={value}
    commit={(text) => {
      const keys = keysSchema.safeParse(text.trim());
      if (!keys.success) return textProblem(keys.error.issues[0]?.message);
      return onKeys(keys.data) ? null : NOT_TAKEN;
    }}
  />
);

function GoWords({
  controller,
  action,
  put,
  after,
}: {
  readonly controller: Controller;
  readonly action: Extract<PlainAction, { type: 'go' }>;
  readonly put: (next: PlainAction) => boolean;
  readonly after: React.ReactNode;
}) {
  const { to } = action;
  const { banks, pages } = controller.firmware;
  const value = to.type === 'step' ? `${to.what} ${to.by > 0 ? 'next' : 'before'}` : to.type;
  const choose = (text: string): void => {
    const next = choices.find(([v]) => v === text)?.[2];
    if (next) put({ type: 'go', to: next });
  };
  const choices = destinations(banks, pages);
  return (
    <>
      go to
      <WordSelect aria-label="Where to" value={value} onChange={(e) => choose(e.target.value)}>
        {choices.map(([v, words]) => (
          <option key={v} value={v}>
            {words}
          </option>
        ))}
      </WordSelect>
      <Tail after={after}>
        {to.type === 'bank' && (
          <WordSelect
            aria-label="Bank to go to"
            value={to.bank}
            onChange={(e) => put({ type: 'go', to: { type: 'bank', bank: Number(e.target.value) } })}
          >
            {Array.from({ length: banks }, (_, i) => i + 1).map((n) => (
              <option key={n} value={n}>
                {n} {controller.bankNames[n - 1] ?? ''}
              </option>
            ))}
          </WordSelect>
        )}
        {to.type === 'page' && (
          <WordSelect
            aria-label="Page to go to"
            value={to.page}
            onChange={(e) => put({ type: 'go', to: { type: 'page', page: Number(e.target.value) } })}
          >
            {Array.from({ length: pages }, (_, i) => i + 1).map((page) => (
              <option key={page} value={page}>
                {page}
              </option>
            ))}
          </WordSelect>
        )}
      </Tail>
    </>
  );
}

type To = Extract<PlainAction, { type: 'go' }>['to'];

/** Where a gesture can lead on a controller with so many banks and pages. */
function destinations(banks: number, pages: number): ReadonlyArray<readonly [string, string, To]> {
  const list: (readonly [string, string, To])[] = [];
  if (banks > 1)
    list.push(
      ['bank', 'bank', { type: 'bank', bank: 1 }],
      ['bank next', 'the next bank', { type: 'step', what: 'bank', by: 1 }],
      ['bank before', 'the bank before', { type: 'step', what: 'bank', by: -1 }],
    );
  if (pages > 1)
    list.push(
      ['page', 'page', { type: 'page', page: 1 }],
      ['page next', 'the next page', { type: 'step', what: 'page', by: 1 }],
      ['page before', 'the page before', { type: 'step', what: 'page', by: -1 }],
    );
  list.push(['last-used', 'where it was last', { type: 'last-used' }]);
  return list;
}

/** What can be added to a gesture on a controller. What moves goes nowhere; it waits between its messages, and presses keys for each way. */
export function plainActions(controller: Controller, moves: boolean): ReadonlyArray<readonly [string, PlainAction]> {
  if (moves)
    return [
      ['Wait', { type: 'wait', ms: 500 }],
      ['Note keystrokes', { type: 'keystroke', keys: 'Right', back: 'Left' }],
    ];
  const { banks, pages } = controller.firmware;
  const list: (readonly [string, PlainAction])[] = [];
  if (banks > 1) list.push(['Go to a bank', { type: 'go', to: { type: 'bank', bank: 1 } }]);
  else if (pages > 1) list.push(['Go to a page', { type: 'go', to: { type: 'page', page: 1 } }]);
  if (controller.clock !== null)
    list.push(
      ['Tap the tempo of its clock', { type: 'tempo', bpm: null }],
      ['Set the tempo of its clock', { type: 'tempo', bpm: controller.clock.bpm }],
    );
  list.push(['Wait', { type: 'wait', ms: 500 }], ['Note a keystroke', { type: 'keystroke', keys: 'Space' }]);
  return list;
}
