'use client';

// Which port of the controller a message goes out of, where it has several.

import { changePort } from '@/core/commands';
import { type Assignment, type Control, type Edit, portsOf, type RigIndex, type Send } from '@/core/rig';
import { WordSelect } from './word';

interface Props {
  readonly index: RigIndex;
  readonly control: Control;
  readonly assignment: Assignment;
  readonly send: Send;
  readonly at: number;
  readonly edit: (edit: Edit) => boolean;
}

/** What stands for the port of the control: no port has this name, for a name has no leading space. */
const OF_CONTROL = ' ';

export function PortWord({ index, control, assignment, send, at, edit }: Props) {
  const named = [...portsOf(index.rig.wires, control.controllerId), control.port, send.port ?? ''].filter((p) => p !== '');
  if (named.length === 0) return null;
  return (
    <p className="flex items-center gap-1.5 text-xs text-ink-2">
      Goes out of
      <WordSelect
        aria-label="Goes out of"
        value={send.port === undefined || (send.port === '' && control.port === '') ? OF_CONTROL : send.port}
        onChange={(e) => {
          const made = changePort(assignment, at, e.target.value === OF_CONTROL ? null : e.target.value);
          if (made) edit(made);
        }}
      >
        <option value={OF_CONTROL}>{control.port === '' ? 'every port' : `${control.port}, as all of ${control.name}`}</option>
        {control.port !== '' && <option value="">every port</option>}
        {[...new Set(named)].map((port) => (
          <option key={port} value={port}>
            {port}
          </option>
        ))}
      </WordSelect>
    </p>
  );
}
