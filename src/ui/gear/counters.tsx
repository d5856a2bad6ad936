'use client';

// The counters of a controller: each by its name, with its range, what counts with it, and taking it away.

import { Plus, Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { counted } from '@/core/base';
import { addCounter, changeCounter, countingWith, removeCounter } from '@/core/commands';
import { type Controller, type Counter, counterStepSchema, type Edit, type RigIndex, rowSchemas, set } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { NumberField } from '../primitives/number-field';
import { TextField } from '../primitives/text-field';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly edit: (edit: Edit) => boolean;
}

const newId = (): string => nanoid(10);

export function Counters({ index, controller, edit }: Props) {
  const own = index.rig.counters.filter((c) => c.controllerId === controller.id);
  if (controller.firmware.counters === 0 && own.length === 0) return null;
  return (
    <section aria-label="Counters">
      <div className="flex items-center gap-3 pb-2">
        <h2 className="font-semibold">Counters</h2>
        <p className="text-xs text-ink-2">
          {own.length} of {controller.firmware.counters}. A switch counts with one by its words on the map; several may share it.
          Numbers count from 0.
        </p>
        <Button size="small" className="ml-auto" onClick={() => edit(addCounter(index, controller, newId))}>
          <Plus size={14} aria-hidden /> Counter
        </Button>
      </div>
      {own.length === 0 && <p className="text-ink-2">Nothing counts yet.</p>}
      <ul className="flex flex-col gap-3">
        {own.map((counter) => (
          <CounterRow key={counter.id} index={index} counter={counter} edit={edit} />
        ))}
      </ul>
    </section>
  );
}

const { from, to, start } = rowSchemas.counters.shape;

function CounterRow({
  index,
  counter,
  edit,
}: {
  readonly index: RigIndex;
  readonly counter: Counter;
  readonly edit: (edit: Edit) => boolean;
}) {
  const change = (changes: Partial<Counter>): boolean => edit(changeCounter(index, counter, changes, newId));
  const users = countingWith(index, counter.id);
  const names = [...new Set(users.map((u) => index.controls.get(u.assignment.controlId)?.name ?? '?'))];
  const gone = removeCounter(index, counter);
  const tooHigh = 'It counts from a lower to a higher number.';
  return (
    <li className="grid grid-cols-[minmax(90px,2fr)_repeat(3,60px)_60px_90px_124px_auto] items-end gap-2">
      <TextField
        label="Name"
        value={counter.name}
        schema={rowSchemas.counters.shape.name}
        onValue={(name) => edit(set('counters', counter, 'name', name))}
      />
      <NumberField
        label="From"
        value={counter.from}
        schema={from}
        check={(n) => (n < counter.to ? null : tooHigh)}
        onValue={(n) => change({ from: n })}
      />
      <NumberField
        label="To"
        value={counter.to}
        schema={to}
        check={(n) => (n > counter.from ? null : tooHigh)}
        onValue={(n) => change({ to: n })}
      />
      <NumberField label="By" value={counter.step} schema={counterStepSchema} onValue={(step) => change({ step })} />
      <NumberField
        label="Begins"
        value={counter.start}
        schema={start}
        check={(n) => (n >= counter.from && n <= counter.to ? null : 'It starts inside of its range.')}
        onValue={(n) => change({ start: n })}
      />
      <Choice
        label="At the end"
        value={counter.atEnd}
        options={[
          ['wrap', 'wraps'],
          ['stop', 'stops'],
        ]}
        onChange={(atEnd) => change({ atEnd })}
      />
      <Choice
        label="The first press"
        value={counter.firstPress}
        options={[
          ['moves-on', 'moves on'],
          ['sends-start', 'sends the start'],
        ]}
        onChange={(firstPress) => change({ firstPress })}
      />
      <span className="flex items-center gap-2 pb-1 text-xs text-ink-2" title={names.join(', ')}>
        {users.length === 0 ? 'nothing counts with it' : counted(users.length, 'function')}
        <Button
          size="icon"
          tone="quiet"
          aria-label={`Delete ${counter.name}`}
          title={gone ? `Delete ${counter.name}` : `${names.join(', ')} count with it`}
          disabled={gone === null}
          onClick={() => gone && edit(gone)}
        >
          <Trash2 size={15} aria-hidden />
        </Button>
      </span>
    </li>
  );
}
