'use client';

// Switches of a controller that release each other: which, where, and what is sent.

import { Plus, Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { addGroup, changeGroup, groupable, problemWords, removeGroup } from '@/core/commands';
import { type Controller, type Edit, type RigIndex, rowSchemas, type SwitchGroup } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Switch } from '../primitives/switch';
import { TextField } from '../primitives/text-field';
import { PlaceFields } from './place-fields';

const newId = (): string => nanoid(10);

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly edit: (edit: Edit) => boolean;
}

export function Groups({ index, controller, edit }: Props) {
  const can = groupable(index, controller.id);
  const own = index.groupsOf.get(controller.id) ?? [];
  if (can.length < 2 && own.length === 0) return null;
  const first = addGroup(
    index,
    controller,
    { bank: null, page: null },
    can.slice(0, 2).map((c) => c.id),
    newId,
  );
  return (
    <section aria-label="Switches that release each other">
      <div className="flex items-center gap-3 pb-2">
        <h2 className="shrink-0 font-semibold">Switches that release each other</h2>
        <p className="text-xs text-ink-2">
          At most one of them is on: pressing one turns the others off, their lights with them.
        </p>
        <Button
          size="small"
          className="ml-auto"
          disabled={!first.ok}
          title={first.ok ? undefined : problemWords(first.error)}
          onClick={() => first.ok && edit(first.value)}
        >
          <Plus size={14} aria-hidden /> Group
        </Button>
      </div>
      {own.length === 0 && <p className="text-ink-2">Every switch is on and off by itself.</p>}
      <ul className="flex flex-col gap-3">
        {own.map((group) => (
          <GroupRow key={group.id} index={index} controller={controller} group={group} edit={edit} />
        ))}
      </ul>
    </section>
  );
}

function GroupRow({ index, controller, group, edit }: Props & { readonly group: SwitchGroup }) {
  const change = (changes: Parameters<typeof changeGroup>[2]): boolean => edit(changeGroup(index, group, changes));
  const { controlIds } = group;
  const all = (index.controlsOf.get(controller.id) ?? []).filter(
    (c) => controlIds.includes(c.id) || groupable(index, controller.id).includes(c),
  );
  return (
    <li aria-label={group.name} className="flex flex-col gap-2 rounded-md border bg-sheet p-3">
      <div className="flex items-end gap-2">
        <div className="flex flex-1 flex-wrap items-end gap-2">
          <div className="w-40">
            <TextField
              label="Name"
              value={group.name}
              schema={rowSchemas.controllers.shape.name}
              onValue={(name) => change({ name })}
            />
          </div>
          <PlaceFields controller={controller} place={group} onPlace={change} />
          <Choice
            label="Pressed again"
            value={group.pressedAgain}
            options={[
              ['turns-off', 'it goes off'],
              ['stays-on', 'it stays on and sends again'],
            ]}
            onChange={(pressedAgain) => change({ pressedAgain })}
          />
          <Choice
            label="The one that goes off"
            value={group.sendsOff ? 'says' : 'silent'}
            options={[
              ['says', 'sends what it sends when off'],
              ['silent', 'sends nothing'],
            ]}
            onChange={(v) => change({ sendsOff: v === 'says' })}
          />
        </div>
        <Button
          size="icon"
          tone="quiet"
          className="ml-auto"
          aria-label={`Delete ${group.name}`}
          onClick={() => edit(removeGroup(group))}
        >
          <Trash2 size={15} aria-hidden />
        </Button>
      </div>
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1.5">
        <legend className="sr-only">Switches in {group.name}</legend>
        {all.map((c) => (
          <Switch
            key={c.id}
            label={c.name}
            on={controlIds.includes(c.id)}
            onChange={(on) => change({ controlIds: on ? [...controlIds, c.id] : controlIds.filter((id) => id !== c.id) })}
          />
        ))}
      </fieldset>
    </li>
  );
}
