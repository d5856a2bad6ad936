// The ways into a new rig, to choose from.

import { cx } from '../primitives/cx';
import { Link } from '../primitives/link';
import { type Way, ways, wayWords } from './ways';

/** `chosen`: the way that is gone already, if any. */
export function WaysIn({ home, chosen = null }: { readonly home: string; readonly chosen?: Way | null }) {
  return (
    <ul aria-label="Ways to begin" className="grid grid-cols-3 gap-3 max-[860px]:grid-cols-1">
      {ways.map((way) => (
        <li key={way} className="flex">
          <Link
            href={`${home}/begin?way=${way}`}
            aria-current={way === chosen ? 'step' : undefined}
            className={cx(
              'flex w-full flex-col gap-1 rounded-md border bg-sheet px-4 py-3 hover:border-control-edge',
              way === chosen && 'border-verdigris bg-verdigris-wash',
            )}
          >
            <span className="font-semibold">{wayWords[way].name}</span>
            <span className="text-[13.5px] text-ink-2">{wayWords[way].about}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
