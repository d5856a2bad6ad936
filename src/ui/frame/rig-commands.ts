'use client';
// The commands that work everywhere in an open rig.
import { useTheme } from 'next-themes';
import { useCommand } from '../commands/use-command';
import { useRig } from '../store/provider';

/** What the head can open. */
export type Opened = 'none' | 'palette' | 'keys' | 'rename' | 'template' | 'merge';

/** Gives the commands of the head what they do. */
export function useRigCommands(open: (what: Opened) => void): void {
  const id = useRig((s) => s.index.rig.id);
  const { setTheme, resolvedTheme } = useTheme();
  useCommand('palette', () => open('palette'), { enableOnFormTags: true });
  useCommand('keys', () => open('keys'));
  useCommand('rename', () => open('rename'));
  useCommand('merge', () => open('merge'));
  useCommand('template', () => open('template'));
  useCommand('export', () => window.location.assign(`/api/rigs/${id}/export`));
  useCommand('surroundings', () => setTheme(resolvedTheme === 'dark' ? 'light' : 'dark'));
}
