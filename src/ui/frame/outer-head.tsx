// The head of the screens outside of a rig: the rigs, the library.

import type { ReactNode } from 'react';
import { cx } from '../primitives/cx';
import { Link } from '../primitives/link';
import { Mark } from './mark';

export function OuterHead({ here, children }: { readonly here: 'rigs' | 'library'; readonly children?: ReactNode }) {
  const link = (at: 'rigs' | 'library', href: string, name: string) => (
    <Link
      href={href}
      aria-current={here === at ? 'page' : undefined}
      className={cx(
        'flex items-center border-b-[3px] border-transparent px-2.5 pt-[3px] hover:bg-film',
        here === at && 'border-verdigris font-semibold',
      )}
    >
      {name}
    </Link>
  );
  return (
    <header className="flex h-12 shrink-0 items-stretch gap-3 border-b bg-sheet px-4">
      <span className="flex items-center gap-2 font-bold">
        <Mark />
        Keen Dial
      </span>
      <nav aria-label="Everything" className="flex items-stretch gap-1">
        {link('rigs', '/', 'Rigs')}
        {link('library', '/library', 'Library')}
      </nav>
      <div className="flex flex-1 items-center justify-end gap-1.5">{children}</div>
    </header>
  );
}
