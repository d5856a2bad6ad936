'use client';

// The values that one preset keeps: a line for each parameter of its target, empty where the preset does not name it.

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { showValue } from '@/core/bench';
import { holdable, holdValue, presetAt } from '@/core/commands';
import type { Edit, Parameter, RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { TextInput } from '../primitives/field';
import { ParameterValue } from '../primitives/parameter-value';

const newId = (): string => nanoid(10);

interface Props {
  readonly index: RigIndex;
  readonly chooser: Parameter;
  readonly step: number;
  readonly edit: (edit: Edit) => boolean;
  readonly onClose: () => void;
}

/** Most lines that are drawn; the others are found by their names. */
const LISTED = 200;

export function PresetValues({ index, chooser, step, edit, onClose }: Props) {
  const [sought, seek] = useState('');
  const name = showValue(chooser, step);
  const held = new Map((presetAt(index, chooser.id, step)?.values ?? []).map((v) => [v.parameterId, v.value]));
  const all = holdable(index, chooser);
  const found = all.filter((p) => `${p.group} ${p.name}`.toLowerCase().includes(sought.trim().toLowerCase()));
  const put = (p: Parameter, value: number | null): boolean => edit(holdValue(index, chooser, step, p.id, value, newId));
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title={`What ${name} keeps`}
      description="A value for each parameter that it sets; leave the others empty."
      footer={
        <Button tone="primary" onClick={onClose}>
          Done
        </Button>
      }
    >
      {all.length > 12 && (
        <TextInput
          aria-label="Find a parameter"
          placeholder="Find a parameter"
          className="mb-3 w-full"
          value={sought}
          onChange={(e) => seek(e.target.value)}
        />
      )}
      <ul className="grid grid-cols-2 gap-x-6 max-[760px]:grid-cols-1">
        {found.slice(0, LISTED).map((p) => (
          <li key={p.id} className="grid min-h-9 grid-cols-[minmax(0,1fr)_150px] items-center gap-2 border-b py-1">
            <span className="truncate" title={p.name}>
              {p.name}
            </span>
            <ParameterValue
              parameter={p}
              value={held.get(p.id) ?? null}
              label={`${p.name} in ${name}`}
              none="not named"
              onValue={(value) => put(p, value)}
            />
          </li>
        ))}
      </ul>
      {found.length === 0 && <p className="text-ink-2">No parameter is called that.</p>}
      {found.length > LISTED && <p className="pt-2 text-ink-2">and {found.length - LISTED} more: find them by name</p>}
    </Dialog>
  );
}
