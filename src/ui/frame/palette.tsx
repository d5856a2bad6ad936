'use client';
import { Command } from 'cmdk';
import { useEffect, useMemo, useState } from 'react';
import { entriesOf } from '../commands/entries';
import { named } from '../commands/rank';
import { commandOf } from '../commands/table';
import { offeredNow } from '../commands/use-command';
import { useRig } from '../store/provider';
import { useGo } from './way-out';

interface Props {
  readonly onOpenChange: (open: boolean) => void;
}

interface Item {
  readonly key: string;
  readonly name: string;
  readonly also: string;
  /** What it is, or where. */
  readonly detail: string;
  readonly shown: string;
  readonly run: () => void;
}

const MOST = 50;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Everything that can be done now, and everything in the rig that has a name, by its own words. */
export function Palette({ onOpenChange }: Props) {
  const go = useGo();
  const index = useRig((s) => s.index);
  const findings = useRig((s) => s.findings);
  const [typed, setTyped] = useState('');
  const [chosen, setChosen] = useState('');
  const [commands] = useState(() =>
    offeredNow((to) => go(to.startsWith('/') ? to : `/rigs/${index.rig.id}/${to}`)).map(({ id, run }): Item => {
      const { label, also = '', shown, to } = commandOf(id);
      return { key: id, name: capital(label), also, detail: to === undefined ? '' : 'go to', shown, run };
    }),
  );
  const things = useMemo(
    () =>
      entriesOf(index, findings).map(
        ({ key, kind, name, detail, href }): Item => ({
          key,
          name,
          also: detail,
          detail: detail === '' ? kind : `${kind}, ${detail}`,
          shown: '',
          run: () => go(href),
        }),
      ),
    [index, findings, go],
  );
  const found = useMemo(
    () => (typed.trim() === '' ? commands : named([...things, ...commands], typed, MOST)),
    [typed, commands, things],
  );
  // What fits best is chosen, so that Enter takes it.
  useEffect(() => setChosen(found[0]?.key ?? ''), [found]);
  return (
    <Command.Dialog
      open
      onOpenChange={onOpenChange}
      label="All commands"
      shouldFilter={false}
      value={chosen}
      onValueChange={setChosen}
      overlayClassName="fixed inset-0 z-40 bg-ink/35 dark:bg-film/70"
      contentClassName="fixed top-[12vh] left-1/2 z-50 w-[640px] max-w-[calc(100vw-32px)] -translate-x-1/2 overflow-hidden rounded-md border border-control-edge bg-sheet shadow-xl"
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="What do you want to do, or find?"
        className="h-11 w-full border-b bg-transparent px-4 text-base outline-none"
      />
      <Command.List className="max-h-[56vh] overflow-y-auto p-2">
        <Command.Empty className="px-3 py-4 text-ink-2">Nothing has that name.</Command.Empty>
        {found.map(({ key, name, detail, shown, run }) => (
          <Command.Item
            key={key}
            value={key}
            onSelect={() => {
              onOpenChange(false);
              run();
            }}
            className="flex cursor-pointer items-baseline gap-3 rounded-sm px-3 py-1.5 text-sm data-[selected=true]:bg-verdigris-wash"
          >
            <span className="max-w-[60%] shrink-0 truncate">{name}</span>
            <span className="min-w-0 flex-1 truncate text-right text-xs text-ink-2">{detail}</span>
            {shown !== '' && <kbd className="shrink-0 font-mono text-xs text-ink-2">{shown}</kbd>}
          </Command.Item>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
