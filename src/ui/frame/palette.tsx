'use client';
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { useTheme } from 'next-themes';
import { useMemo } from 'react';
import { useRig, useRigStore } from '../store/provider';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly onKeys: () => void;
  readonly onRename: () => void;
}

const row =
  'flex cursor-pointer items-center justify-between gap-3 rounded-sm px-3 py-1.5 text-sm data-[selected=true]:bg-verdigris-wash';
const groups =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-ink-2';
const MOST = 60;

/** Every command, and every control and parameter by name. */
export function Palette({ open, onOpenChange, onKeys, onRename }: Props) {
  const router = useRouter();
  const store = useRigStore();
  const index = useRig((s) => s.index);
  const { setTheme, resolvedTheme } = useTheme();
  const { rig } = index;
  const home = `/rigs/${rig.id}`;
  const run = (work: () => void) => () => {
    onOpenChange(false);
    work();
  };
  const places = useMemo(() => (open ? rig.controls.slice(0, MOST * 10) : []), [open, rig.controls]);
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpenChange}
      label="All commands"
      overlayClassName="fixed inset-0 z-40 bg-ink/35 dark:bg-film/70"
      contentClassName="fixed top-[12vh] left-1/2 z-50 w-[560px] max-w-[calc(100vw-32px)] -translate-x-1/2 overflow-hidden rounded-md border border-control-edge bg-sheet shadow-xl"
    >
      <Command.Input
        placeholder="What do you want to do?"
        className="h-11 w-full border-b bg-transparent px-4 text-base outline-none"
      />
      <Command.List className={`max-h-[56vh] overflow-y-auto p-2 ${groups}`}>
        <Command.Empty className="px-3 py-4 text-ink-2">Nothing has that name.</Command.Empty>
        <Command.Group heading="Go to">
          {(['gear', 'map', 'numbers', 'bench', 'checks', 'sheet', 'proof'] as const).map((screen) => (
            <Command.Item key={screen} className={row} onSelect={run(() => router.push(`${home}/${screen}`))}>
              {screen.charAt(0).toUpperCase() + screen.slice(1)}
            </Command.Item>
          ))}
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/checks`))}>
            What must be fixed
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/gear/wiring`))}>
            Wiring
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/gear/nothing`))}>
            Nothing arrives: find out why
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/sheet/walk`))}>
            Enter it step by step
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/sheet/labels`))}>
            Labels to scale
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/sheet/homes`))}>
            Where it lives: what to save where
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/proof/calibrate`))}>
            Calibrate a pedal or fader
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/proof/probe`))}>
            Probe how the software listens
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/history`))}>
            History: what was changed, and the way back
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push('/'))}>
            All rigs
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push('/library'))}>
            Library
          </Command.Item>
        </Command.Group>
        <Command.Group heading="Do">
          <Command.Item className={row} onSelect={run(() => void store.getState().undo())}>
            Undo <kbd className="font-mono text-xs text-ink-2">Ctrl Z</kbd>
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => void store.getState().redo())}>
            Redo <kbd className="font-mono text-xs text-ink-2">Ctrl Shift Z</kbd>
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/gear?open=controller`))}>
            Add a controller
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => router.push(`${home}/gear?open=target`))}>
            Add a target
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => window.location.assign(`/api/rigs/${rig.id}/export`))}>
            Export this rig as a file
          </Command.Item>
          <Command.Item className={row} onSelect={run(onRename)}>
            Rename this rig
          </Command.Item>
          <Command.Item className={row} onSelect={run(() => setTheme(resolvedTheme === 'dark' ? 'light' : 'dark'))}>
            {resolvedTheme === 'dark' ? 'Light' : 'Dark'} surroundings
          </Command.Item>
          <Command.Item className={row} onSelect={run(onKeys)}>
            Keys <kbd className="font-mono text-xs text-ink-2">?</kbd>
          </Command.Item>
        </Command.Group>
        <Command.Group heading="Controls">
          {places.map((control) => {
            const controller = index.controllers.get(control.controllerId);
            return (
              <Command.Item
                key={control.id}
                value={`${control.name} ${controller?.name ?? ''} ${control.id}`}
                className={row}
                onSelect={run(() => router.push(`${home}/map?controller=${control.controllerId}&control=${control.id}`))}
              >
                <span>{control.name}</span>
                <span className="truncate text-xs text-ink-2">{controller?.name}</span>
              </Command.Item>
            );
          })}
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}
