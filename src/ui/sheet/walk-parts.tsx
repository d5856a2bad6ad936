'use client';

// What every step of the walk is made of: its title, its facts, a card, a list.

import { Check } from 'lucide-react';
import type { ReactNode } from 'react';
import { alsoOf, type FactName, factWord, type SheetLine, textOf, together } from '@/core/sheets';
import { cx } from '../primitives/cx';

/** The title of a step, what it is of, and whether it was done. */
export function Title({ text, under, done }: { readonly text: string; readonly under: string; readonly done: string | null }) {
  return (
    <header className="mb-5">
      <h2 className="text-[40px] leading-tight font-bold break-words max-[720px]:text-[30px]">{text}</h2>
      {under !== '' && <p className="text-xl text-ink-2">{under}</p>}
      {done !== null && (
        <p className="mt-1 flex items-center gap-1.5 text-verdigris">
          <Check size={18} aria-hidden /> {done}
        </p>
      )}
    </header>
  );
}

/** ` on 1 Dec 2026, 21:00`; nothing where no time is known. */
export const on = (at: string | undefined): string =>
  at ? ` on ${new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}` : '';

export function Facts({ facts }: { readonly facts: readonly (readonly [string, string])[] }) {
  return (
    <dl className="flex flex-wrap gap-x-8 gap-y-3">
      {facts
        .filter(([, value]) => value !== '')
        .map(([name, value]) => (
          <div key={name}>
            <dt className="text-sm text-ink-2">{name}</dt>
            <dd
              className={cx(
                'text-[28px] leading-tight font-semibold break-words max-[720px]:text-[24px]',
                /^[\d#A-G-]+$/.test(value) && 'font-mono',
              )}
            >
              {value}
            </dd>
          </div>
        ))}
    </dl>
  );
}

export const Card = ({ children }: { readonly children: ReactNode }) => (
  <div className="rounded-md border bg-sheet px-6 py-5 max-[720px]:px-4 max-[720px]:py-4">{children}</div>
);

export const List = ({ items }: { readonly items: readonly string[] }) => (
  <ol className="flex list-decimal flex-col gap-2 pl-7 text-xl">
    {items.map((text, i) => (
      // biome-ignore lint/suspicious/noArrayIndexKey: a step may be said twice
      <li key={i}>{text}</li>
    ))}
  </ol>
);

/** The facts that are said in the title of a step, or below its card. */
const aside: readonly FactName[] = [
  'control',
  'parameter',
  'bank',
  'page',
  'layer',
  'gesture',
  'part',
  'opens',
  'purpose',
  'from',
  'channel',
  'number',
];
/** Type, number and channel first, as they are dialled in; then everything else that the line says. */
export const factsOf = (line: SheetLine): readonly (readonly [string, string])[] => {
  // A landing has no place on a panel: its layer is one of the host, and is entered with it.
  const held = line.of.type === 'landing' ? aside.filter((name) => name !== 'layer') : aside;
  return [
    [factWord('type'), textOf(line, 'type')],
    [factWord('number'), textOf(line, 'number')],
    ['Channel', textOf(line, 'channel')],
    ...alsoOf(line, [{ head: '', facts: [...held, 'type'], figures: false }]).map(({ word, text }) => [word, text] as const),
  ];
};

export const placeOf = (line: SheetLine | undefined): string => (line ? together(line, ['bank', 'page', 'layer']) : '');
