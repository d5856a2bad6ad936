'use client';
import { type Command, commandIds, commandOf, type Scope, scopes } from '../commands/table';
import { Dialog } from '../primitives/dialog';

const all: readonly Command[] = commandIds.map(commandOf).filter((c) => c.shown !== '');
const lists = (Object.keys(scopes) as readonly Scope[]).map((scope) => [scope, all.filter((c) => c.when === scope)] as const); // border: the keys of the table

export function KeysDialog({ open, onOpenChange }: { readonly open: boolean; readonly onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      wide
      plain
      title="Keys"
      description="Single keys work while the panel has the focus."
    >
      <div className="columns-2 gap-8">
        {lists.map(([scope, list]) => (
          <section key={scope} className="mb-4 break-inside-avoid">
            <h3 className="mb-1 font-semibold">{scopes[scope]}</h3>
            <dl className="grid grid-cols-[122px_1fr] gap-y-1">
              {list.map(({ shown, label }) => (
                <div key={label} className="contents">
                  <dt className="font-mono text-xs leading-5">{shown}</dt>
                  <dd className="text-ink-2">{label}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  );
}
