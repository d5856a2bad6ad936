'use client';
// Picking a parameter by name, by keyboard alone: those that wait first.
import { Command } from 'cmdk';
import { Dialog as Radix } from 'radix-ui';
import { useMemo, useState } from 'react';
import { groupBy } from '@/core/base';
import type { Control, Parameter, RigIndex, Target } from '@/core/rig';
import { named } from '../commands/rank';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly index: RigIndex;
  readonly control: Control;
  readonly onPick: (parameter: Parameter) => void;
}

/** Most that are listed of one target, and of what is found; whatever is not listed is found by its name. */
const MOST = 300;

interface Found {
  readonly parameter: Parameter;
  readonly target: Target;
  readonly name: string;
  readonly also: string;
}

export function PickParameter({ open, onOpenChange, index, control, onPick }: Props) {
  const [typed, setTyped] = useState('');
  const all = useMemo(() => (open ? listed(index) : []), [open, index]);
  const groups = useMemo(() => {
    const sought = typed.trim();
    if (sought !== '') return [{ heading: '', rows: named(all, sought, MOST) }];
    return [...groupBy(all, (f) => f.target.id).values()].map((rows) => ({
      heading: rows[0]?.target.name ?? '',
      rows: rows.slice(0, MOST),
    }));
  }, [all, typed]);
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/35 dark:bg-film/70" />
        <Radix.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[480px] max-w-[calc(100vw-32px)] -translate-x-1/2 overflow-hidden rounded-md border border-control-edge bg-sheet shadow-xl"
        >
          <Radix.Title className="px-4 pt-3 font-semibold">Put a parameter on {control.name}</Radix.Title>
          <Command label="Parameters" shouldFilter={false}>
            <Command.Input
              autoFocus
              value={typed}
              onValueChange={setTyped}
              placeholder="Name of the parameter"
              className="h-10 w-full border-b bg-transparent px-4 outline-none"
            />
            <Command.List className="max-h-[52vh] overflow-y-auto p-2 [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:font-semibold">
              <Command.Empty className="px-3 py-4 text-ink-2">
                {index.rig.parameters.length === 0
                  ? 'There are no parameters yet. Add a target in Gear.'
                  : 'No parameter has that name.'}
              </Command.Empty>
              {groups.map(({ heading, rows }) => (
                <Command.Group key={heading} heading={heading === '' ? undefined : heading}>
                  {rows.map(({ parameter: p, target }) => (
                    <Command.Item
                      key={p.id}
                      value={p.id}
                      onSelect={() => {
                        onPick(p);
                        onOpenChange(false);
                      }}
                      className="flex cursor-pointer items-center justify-between gap-3 rounded-sm px-3 py-1.5 data-[selected=true]:bg-verdigris-wash"
                    >
                      <span className="truncate">
                        {p.name}
                        {heading === '' && <span className="text-ink-2"> · {target.name}</span>}
                      </span>
                      <span className="shrink-0 text-xs text-ink-2">
                        {index.sendsFor.has(p.id) ? 'has a control' : p.kind === 'continuous' ? p.unit : p.kind}
                      </span>
                    </Command.Item>
                  ))}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** Every parameter, target by target, those that wait for a control first. */
function listed(index: RigIndex): readonly Found[] {
  const taken = (p: Parameter): number => (index.sendsFor.has(p.id) ? 1 : 0);
  return index.rig.targets.flatMap((target) =>
    [...(index.parametersOf.get(target.id) ?? [])]
      .sort((a, b) => taken(a) - taken(b))
      .map((parameter) => ({ parameter, target, name: parameter.name, also: `${parameter.name} ${target.name}` })),
  );
}
