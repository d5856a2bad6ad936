'use client';
// Where everything lives: one card of paper for each unit, what to save there, and what will not be there next time.
import { Printer } from 'lucide-react';
import { useMemo } from 'react';
import { type Home, homesOf } from '@/core/sheets';
import { Button } from '../primitives/button';
import { Link } from '../primitives/link';
import { useRig } from '../store/provider';

export function HomesScreen() {
  const index = useRig((s) => s.index);
  const homes = useMemo(() => homesOf(index), [index]);
  const { rig } = index;
  return (
    <main className="print-plain min-h-0 flex-1 overflow-y-auto">
      <div className="mx-auto flex max-w-[1080px] flex-col gap-4 px-6 py-5">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="text-xl font-semibold">{rig.name}: where it lives</h1>
          <p className="text-ink-2">what to save where, and what will not be there next time</p>
          <span className="no-print ml-auto flex items-center gap-3">
            <Link href={`/rigs/${rig.id}/sheet`} className="text-verdigris underline">
              Back to the sheet
            </Link>
            <Button onClick={() => window.print()}>
              <Printer size={15} aria-hidden /> Print
            </Button>
          </span>
        </div>
        {homes.length === 0 && (
          <p className="rounded-md border bg-sheet px-5 py-8 text-ink-2">
            Nothing is mapped yet, so nothing has to be kept anywhere.{' '}
            <Link href={`/rigs/${rig.id}/map`} className="text-verdigris underline">
              Map a control
            </Link>
          </p>
        )}
        {homes.map((home) => (
          <Place key={home.unitId} home={home} />
        ))}
      </div>
    </main>
  );
}

function Place({ home }: { readonly home: Home }) {
  return (
    <section aria-label={home.unit} className="print-keep rounded-md border bg-sheet px-5 py-3">
      <h2 className="text-lg font-semibold">
        {home.unit} <span className="text-sm font-normal text-ink-2">in {home.place}</span>
      </h2>
      <div className="mt-1 grid grid-cols-3 gap-6 max-[900px]:grid-cols-1">
        <Part title="Lies there" items={home.holds} />
        <Part title="Save" items={home.save} />
        <Part title="Not there next time" items={home.lost} />
      </div>
    </section>
  );
}

function Part({ title, items }: { readonly title: string; readonly items: readonly string[] }) {
  return (
    <div>
      <h3 className="text-xs font-medium text-ink-2">{title}</h3>
      <ul>
        {items.map((i) => (
          <li key={i} className="border-b py-1 last:border-b-0">
            {i.charAt(0).toUpperCase() + i.slice(1)}
          </li>
        ))}
      </ul>
    </div>
  );
}
