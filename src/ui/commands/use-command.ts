'use client';
// What commands do while the screen that can do it is open: behind their keys, and in the palette.
import { useEffect, useRef } from 'react';
import { type Options, useHotkeys } from 'react-hotkeys-hook';
import { type CommandId, commandIds, commandOf, type Scope } from './table';

/** `key` is what was pressed; null where the palette runs the command. */
type Run = (key: string | null) => void;

/** What can be done now, in this tab. */
const running = new Map<CommandId, Run>();

interface Given extends Pick<Options, 'enableOnFormTags' | 'ignoreEventWhen'> {
  /** Whether it can be done at this moment. */
  readonly enabled?: boolean;
}

/** Gives a command what it does, for as long as the part that calls this is on the screen. */
export function useCommand(id: CommandId, run: Run, { enabled = true, ...options }: Given = {}): void {
  const latest = useRef(run);
  useEffect(() => {
    latest.current = run;
  });
  const { keys } = commandOf(id);
  const bound = keys && 'page' in keys ? keys.page : [];
  useHotkeys(
    bound,
    (event) => latest.current(event.key),
    { preventDefault: true, useKey: bound.includes('?'), ...options, enabled: enabled && bound.length > 0 },
    [],
  );
  useEffect(() => {
    if (!enabled) return;
    const mine: Run = (key) => latest.current(key);
    running.set(id, mine);
    return () => {
      // The next screen may have taken it over already.
      if (running.get(id) === mine) running.delete(id);
    };
  }, [id, enabled]);
}

/** Runs the command that a key stands for in the part that has the focus; false where it stands for none. */
export function runKey(scope: Scope, key: string): boolean {
  const id = commandIds.find((c) => {
    const { when, keys } = commandOf(c);
    return when === scope && keys !== null && 'focus' in keys && keys.focus.includes(key);
  });
  const run = id && running.get(id);
  run?.(key);
  return id !== undefined;
}

/** What can be done now, in the order of the table; `push` opens a page of the rig. */
export const offeredNow = (push: (to: string) => void): readonly { readonly id: CommandId; readonly run: () => void }[] =>
  commandIds.flatMap((id) => {
    const { offered, to } = commandOf(id);
    if (to !== undefined) return [{ id, run: () => push(to) }];
    const run = running.get(id);
    return run && offered ? [{ id, run: () => run(null) }] : [];
  });
