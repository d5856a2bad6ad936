'use client';

// What has to be entered again since everything was last entered: the devices as the ticks tell, against the plan of today.

import { Printer } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { writeDifference } from '@/core/formats';
import { indexRig, type Rig } from '@/core/rig';
import { differenceOf } from '@/core/sheets';
import { readHeld } from '@/server/actions/history';
import { DifferenceTable } from '../history/difference-table';
import { Button } from '../primitives/button';
import { Link } from '../primitives/link';
import { saveCsv } from '../primitives/save-file';
import { useRig } from '../store/provider';

type Held = { readonly type: 'waiting' | 'failed' } | { readonly type: 'rig'; readonly rig: Rig; readonly whole: boolean };

export function AgainScreen() {
  const index = useRig((s) => s.index);
  const version = useRig((s) => s.version);
  const [held, setHeld] = useState<Held>({ type: 'waiting' });
  const { rig } = index;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the version says when to ask again
  useEffect(() => {
    let here = true;
    readHeld(rig.id)
      .then((found) => here && setHeld(found ? { type: 'rig', ...found } : { type: 'failed' }))
      .catch(() => here && setHeld({ type: 'failed' }));
    return () => {
      here = false;
    };
  }, [rig.id, version]);
  const changes = useMemo(() => (held.type === 'rig' ? differenceOf(indexRig(held.rig), index, true) : null), [held, index]);
  const save = (): void => {
    if (changes) saveCsv(writeDifference(changes), `${rig.name}, to enter again.csv`);
  };
  return (
    <main className="print-plain min-h-0 flex-1 overflow-y-auto">
      <div className="mx-auto flex max-w-[1080px] flex-col gap-4 px-6 py-5">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="text-xl font-semibold">{rig.name}: since it was last entered</h1>
          <span className="no-print ml-auto flex items-center gap-3">
            <Link href={`/rigs/${rig.id}/sheet`} className="text-verdigris underline">
              Back to the sheet
            </Link>
            {changes && changes.length > 0 && (
              <>
                <Button onClick={save}>Save as CSV</Button>
                <Button onClick={() => window.print()}>
                  <Printer size={15} aria-hidden /> Print
                </Button>
              </>
            )}
          </span>
        </div>
        <p className="max-w-[80ch] text-ink-2">
          What stands in the devices by your ticks, each function as it read when it was ticked, against the plan of today.
          Between two named states it stands in the{' '}
          <Link href={`/rigs/${rig.id}/history`} className="text-verdigris underline">
            history
          </Link>
          .
        </p>
        {held.type === 'waiting' && <p role="status">Reading the history.</p>}
        {held.type === 'failed' && (
          <p role="alert" className="text-stop">
            The history could not be read. Load the page again; the sheet itself says what is not ticked.
          </p>
        )}
        {held.type === 'rig' && !held.whole && (
          <p className="text-caution">
            Older steps of this rig cannot be followed: what was entered before them and changed since is not known here.
          </p>
        )}
        {changes && (
          <p className="font-semibold">
            {changes.length === 0
              ? 'Nothing: the devices hold what is planned.'
              : `${counted(changes.length, 'line')} to enter, change or clear.`}
          </p>
        )}
        {changes && <DifferenceTable changes={changes} />}
      </div>
    </main>
  );
}
