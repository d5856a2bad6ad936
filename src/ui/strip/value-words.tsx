'use client';
// The values of a send as words: following, alternating, on press and release, on every press, counting.
import { nanoid } from 'nanoid';
import { changeBehaviour, nextOrder } from '@/core/commands';
import { type Message, u14 } from '@/core/midi';
import { type Assignment, type Behaviour, batch, type Controller, type Edit, insert, type RigIndex, set } from '@/core/rig';
import { SevenBit, Stop, Tail, WordInput, WordSelect } from './word';

interface ValuesProps {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly at: number;
  readonly message: Message;
  readonly behaviour: Behaviour;
  readonly edit: (edit: Edit) => boolean;
}

const names: Readonly<Record<Behaviour['type'], string>> = {
  range: 'following',
  momentary: 'on press and release',
  latching: 'alternating',
  fixed: 'on every press',
  stepping: 'counting',
  relative: 'clicking',
};

export function Values({ index, controller, assignment, at, message, behaviour, edit }: ValuesProps) {
  const put = (next: Behaviour): void => {
    const made = changeBehaviour(assignment, at, next);
    if (made) edit(made);
  };
  if (behaviour.type === 'range') {
    return (
      <>
        <Stop>,</Stop> from
        <SevenBit label="Value at the lower end" value={behaviour.from} onValue={(v) => put({ ...behaviour, from: u14(v) })} />
        to
        <Tail>
          <SevenBit label="Value at the upper end" value={behaviour.to} onValue={(v) => put({ ...behaviour, to: u14(v) })} />
        </Tail>
      </>
    );
  }
  // A program that counts needs a landing for each number it reaches; the sentence shows one, so it is not offered here.
  const offered = controller.firmware.switchModes.filter((m) => message.type !== 'program' || m === 'fixed');
  const choose = (type: string): void => {
    switch (type) {
      case 'momentary':
        put({ type, down: u14(127), up: u14(0) });
        return;
      case 'latching':
        put({ type, first: u14(127), second: u14(0) });
        return;
      case 'fixed':
        put({ type, value: u14(127) });
        return;
      case 'stepping': {
        const own = index.rig.counters.find((c) => c.controllerId === controller.id);
        if (own) {
          put({ type, counterId: own.id });
          return;
        }
        const counter = {
          id: nanoid(10),
          order: nextOrder(index.rig.counters),
          controllerId: controller.id,
          name: 'Counter 1',
          from: 0,
          to: 127,
          step: 1,
          atEnd: 'wrap' as const,
          start: 0,
        };
        const made = changeBehaviour(assignment, at, { type, counterId: counter.id });
        if (made) edit(batch('Count up', [insert('counters', counter), made]));
        return;
      }
      default:
    }
  };
  return (
    <>
      <Stop>,</Stop>
      <WordSelect aria-label="Values" value={behaviour.type} onChange={(e) => choose(e.target.value)}>
        {offered.map((m) => (
          <option key={m} value={m}>
            {names[m]}
          </option>
        ))}
        {!offered.some((m) => m === behaviour.type) && <option value={behaviour.type}>{names[behaviour.type]}</option>}
      </WordSelect>
      {behaviour.type === 'latching' && (
        <>
          <SevenBit label="First value" value={behaviour.first} onValue={(v) => put({ ...behaviour, first: u14(v) })} />
          then
          <Tail>
            <SevenBit label="Second value" value={behaviour.second} onValue={(v) => put({ ...behaviour, second: u14(v) })} />
          </Tail>
        </>
      )}
      {behaviour.type === 'momentary' && (
        <>
          <SevenBit label="Value on press" value={behaviour.down} onValue={(v) => put({ ...behaviour, down: u14(v) })} />
          and
          <Tail>
            <SevenBit label="Value on release" value={behaviour.up} onValue={(v) => put({ ...behaviour, up: u14(v) })} />
          </Tail>
        </>
      )}
      {behaviour.type === 'fixed' && (
        <Tail>
          <SevenBit label="Value" value={behaviour.value} onValue={(v) => put({ ...behaviour, value: u14(v) })} />
        </Tail>
      )}
      {behaviour.type === 'stepping' && <CounterWords index={index} counterId={behaviour.counterId} edit={edit} />}
    </>
  );
}

function CounterWords({
  index,
  counterId,
  edit,
}: {
  readonly index: RigIndex;
  readonly counterId: string;
  readonly edit: (edit: Edit) => boolean;
}) {
  const counter = index.counters.get(counterId);
  if (!counter) return <>a counter that is gone.</>;
  const field = (name: 'from' | 'to' | 'step', label: string) => (
    <WordInput
      label={label}
      value={String(counter[name])}
      width="w-12"
      commit={(text) => {
        const value = Number(text.replace('−', '-'));
        if (!Number.isInteger(value) || value > 127 || value < -127) return 'Enter a whole number up to 127.';
        const edits =
          name === 'from'
            ? [
                set('counters', counter, 'from', value),
                ...(counter.start < value ? [set('counters', counter, 'start', value)] : []),
              ]
            : [set('counters', counter, name, value)];
        return edit(batch('Change the counter', edits.reverse()))
          ? null
          : 'A counter counts from a lower to a higher number, by at least 1.';
      }}
    />
  );
  return (
    <>
      from {field('from', 'Counter from')} to {field('to', 'Counter to')} by {field('step', 'Counter step')}; at the end it
      <WordSelect
        aria-label="At the end"
        value={counter.atEnd}
        onChange={(e) => edit(set('counters', counter, 'atEnd', e.target.value === 'stop' ? 'stop' : 'wrap'))}
      >
        <option value="wrap">wraps</option>
        <option value="stop">stops</option>
      </WordSelect>
      <Stop />
    </>
  );
}
