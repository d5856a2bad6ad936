// What every step has in common: a heading, a sentence, what can be done, and what is there already.
import type { ReactNode } from 'react';
import { Button } from '../primitives/button';

export function Step({
  title,
  about,
  children,
}: {
  readonly title: string;
  readonly about: string;
  readonly children: ReactNode;
}) {
  return (
    <div className="flex max-w-[760px] flex-col gap-4">
      <header>
        <h2 className="text-xl font-semibold">{title}</h2>
        <p className="mt-1 max-w-[68ch] text-ink-2">{about}</p>
      </header>
      {children}
    </div>
  );
}

/** What stands on the rig already, and the way on. */
export function There({ names, onDone }: { readonly names: readonly string[]; readonly onDone: () => void }) {
  if (names.length === 0) return null;
  const shown = names.slice(0, 6);
  return (
    <div className="flex flex-wrap items-center gap-3 rounded-md border bg-sheet px-4 py-2.5">
      <p className="min-w-0 flex-1 break-words">
        <span className="text-ink-2">On this rig: </span>
        {shown.join(', ')}
        {names.length > shown.length && ` and ${names.length - shown.length} more`}
      </p>
      <Button tone="primary" onClick={onDone}>
        Go on
      </Button>
    </div>
  );
}
