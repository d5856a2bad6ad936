'use client';
// Picking a parameter by name, by keyboard alone: those that wait first.
import { Command } from 'cmdk';
import { Dialog as Radix } from 'radix-ui';
import { useMemo } from 'react';
import type { Control, Parameter, RigIndex } from '@/core/rig';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly index: RigIndex;
  readonly control: Control;
  readonly onPick: (parameter: Parameter) => void;
}

const MOST = 300;

export function PickParameter({ open, onOpenChange, index, control, onPick }: Props) {
  const groups = useMemo(() => {
    if (!open) return [];
    const byWaiting = (p: Parameter): number => (index.sendsFor.has(p.id) ? 1 : 0);
    return index.rig.targets.map((target) => ({
      target,
      parameters: [...(index.parametersOf.get(target.id) ?? [])].sort((a, b) => byWaiting(a) - byWaiting(b)).slice(0, MOST),
    }));
  }, [open, index]);
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/35 dark:bg-film/70" />
        <Radix.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[480px] max-w-[calc(100vw-32px)] -translate-x-1/2 overflow-hidden rounded-md border border-control-edge bg-sheet shadow-xl"
        >
          <Radix.Title className="px-4 pt-3 font-semibold">Put a parameter on {control.name}</Radix.Title>
          <Command label="Parameters">
            <Command.Input
              autoFocus
              placeholder="Name of the parameter"
              className="h-10 w-full border-b bg-transparent px-4 outline-none"
            />
            <Command.List className="max-h-[52vh] overflow-y-auto p-2 [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:font-semibold">
              <Command.Empty className="px-3 py-4 text-ink-2">
                {index.rig.parameters.length === 0
                  ? 'There are no parameters yet. Add a target in Gear.'
                  : 'No parameter has that name.'}
              </Command.Empty>
              {groups.map(({ target, parameters }) => (
                <Command.Group key={target.id} heading={target.name}>
                  {parameters.map((p) => (
                    <Command.Item
                      key={p.id}
                      value={`${p.name} ${target.name} ${p.id}`}
                      onSelect={() => {
                        onPick(p);
                        onOpenChange(false);
                      }}
                      className="flex cursor-pointer items-center justify-between gap-3 rounded-sm px-3 py-1.5 data-[selected=true]:bg-verdigris-wash"
                    >
                      <span className="truncate">{p.name}</span>
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
