'use client';
// Counting as words: which counter, by how much on this gesture, and what the counter itself does.
import { nanoid } from 'nanoid';
import { changeBehaviour, changeCounter, countAnew, countingWith, countWith, problemWords } from '@/core/commands';
import {
  type Assignment,
  type Behaviour,
  type Controller,
  type Counter,
  counterStepSchema,
  type Edit,
  type RigIndex,
  velocitySchema,
} from '@/core/rig';
import { NOT_TAKEN } from '../primitives/field';
import { toast } from '../primitives/toast';
import { NumberWord, Tail, WordInput, WordSelect } from './word';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly at: number;
  readonly behaviour: Extract<Behaviour, { type: 'stepping' }>;
  readonly edit: (edit: Edit) => boolean;
}

const newId = (): string => nanoid(10);

export function CounterWords({ index, controller, assignment, at, behaviour, edit }: Props) {
  const own = index.rig.counters.filter((c) => c.controllerId === controller.id);
  const counter = index.counters.get(behaviour.counterId);
  const choose = (id: string): void => {
    const chosen = index.counters.get(id);
    const made = chosen
      ? countWith(index, assignment, at, chosen, newId)
      : countAnew(index, assignment, at, newId, behaviour.velocity !== undefined);
    if (made.ok) edit(made.value);
    else toast.error('It does not count.', { description: problemWords(made.error) });
  };
  return (
    <>
      with
      <WordSelect aria-label="Counter" value={behaviour.counterId} onChange={(e) => choose(e.target.value)}>
        {!counter && <option value={behaviour.counterId}>a counter that is gone</option>}
        {own.map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
        <option value="">a new counter</option>
      </WordSelect>
      {counter && (
        <>
          by
          <Tail>
            <WordInput
              label="Step of this gesture"
              title={behaviour.step === undefined ? 'As the counter itself says' : 'Of this gesture alone'}
              width="w-12"
              value={signed(behaviour.step ?? counter.step)}
              commit={(text) => {
                const step = counterStepSchema.safeParse(wholeOf(text));
                if (!step.success) return 'Enter a whole number, not 0: 1, −1, 4.';
                const made = changeBehaviour(assignment, at, { ...behaviour, step: step.data });
                return made === null || edit(made) ? null : NOT_TAKEN;
              }}
            />
          </Tail>
          {behaviour.velocity !== undefined && (
            <>
              Each is struck at
              <Tail>
                <NumberWord
                  label="Velocity"
                  width="w-12"
                  value={behaviour.velocity}
                  schema={velocitySchema}
                  onValue={(velocity) => {
                    const made = changeBehaviour(assignment, at, { ...behaviour, velocity });
                    return made === null || edit(made);
                  }}
                />
              </Tail>
            </>
          )}
          <CounterItself index={index} counter={counter} edit={edit} />
        </>
      )}
    </>
  );
}

const wholeOf = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace('−', '-')));
const signed = (step: number): string => (step > 0 ? `+${step}` : `−${-step}`);

/** What the counter does for everything that counts with it. */
function CounterItself({
  index,
  counter,
  edit,
}: {
  readonly index: RigIndex;
  readonly counter: Counter;
  readonly edit: (edit: Edit) => boolean;
}) {
  const change = (changes: Partial<Counter>): boolean => edit(changeCounter(index, counter, changes, newId));
  const users = countingWith(index, counter.id).length;
  const field = (name: 'from' | 'to' | 'start', label: string) => (
    <WordInput
      label={label}
      value={String(counter[name])}
      width="w-12"
      commit={(text) => {
        const value = wholeOf(text);
        if (!Number.isInteger(value) || value < 0 || value > 16383) return 'Enter a whole number.';
        if (name === 'start' && (value < counter.from || value > counter.to)) return 'It starts inside of its range.';
        if (name === 'from' && value >= counter.to) return 'It counts from a lower to a higher number.';
        if (name === 'to' && value <= counter.from) return 'It counts from a lower to a higher number.';
        return change({ [name]: value }) ? null : NOT_TAKEN;
      }}
    />
  );
  return (
    <>
      {users > 1 ? `${users} functions share it; it` : 'It'} counts from {field('from', 'Counter from')} to
      <Tail>{field('to', 'Counter to')}</Tail>
      At the end it
      <WordSelect
        aria-label="At the end"
        value={counter.atEnd}
        onChange={(e) => change({ atEnd: e.target.value === 'stop' ? 'stop' : 'wrap' })}
      >
        <option value="wrap">wraps</option>
        <option value="stop">stops</option>
      </WordSelect>
      and it begins at
      <Tail>{field('start', 'Counter begins at')}</Tail>
      The first press
      <Tail>
        <WordSelect
          aria-label="The first press"
          value={counter.firstPress}
          onChange={(e) => change({ firstPress: e.target.value === 'sends-start' ? 'sends-start' : 'moves-on' })}
        >
          <option value="moves-on">moves on from there</option>
          <option value="sends-start">sends that</option>
        </WordSelect>
      </Tail>
    </>
  );
}
