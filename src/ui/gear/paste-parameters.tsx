'use client';
// A field for a list of parameters, with what was understood and what was not, line by line.
import { useDeferredValue, useMemo } from 'react';
import { showValue } from '@/core/bench';
import { cellProblemWords } from '@/core/commands';
import { type BadLine, parseParameters } from '@/core/formats';
import { plainMacro } from '@/core/rig';
import { Field } from '../primitives/field';

export const listExample = `name, kind, range, unit, scale, steps
Decay, continuous, 0.3..30, s, log
Freeze, toggle
Size, stepped, , , , Cellar|Vault|Canyon`;

export const listHint =
  'Paste from a spreadsheet or type. Kinds: continuous, stepped, toggle, trigger. Scales: linear, log, power 2. Steps are separated by |. “Level 1..8” stands for eight lines. Further columns if wanted: group, default, start, tags.';

export function PasteParameters({ value, onChange }: { readonly value: string; readonly onChange: (text: string) => void }) {
  const text = useDeferredValue(value);
  const { good, bad } = useMemo(() => parseParameters(text), [text]);
  return (
    <>
      <Field label="Parameters, one per line: name, kind, range, unit, scale, steps" hint={listHint}>
        {(f) => (
          <textarea
            id={f}
            value={value}
            onChange={(e) => onChange(e.target.value)}
            rows={8}
            spellCheck={false}
            placeholder={listExample}
            className="w-full rounded-sm border border-control-edge bg-sheet px-2 py-1.5 font-mono text-xs leading-5"
          />
        )}
      </Field>
      <BadLines lines={bad} />
      {good.length > 0 && (
        <div className="max-h-44 overflow-y-auto rounded-sm border">
          <table className="w-full text-xs">
            <caption className="sr-only">Understood</caption>
            <tbody>
              {good.slice(0, 200).map((p) => {
                const shown = { ...plainMacro, ...p, id: '', order: 0, targetId: '' };
                return (
                  <tr key={p.name} className="border-b last:border-b-0">
                    <td className="px-2 py-1 font-semibold">{p.name}</td>
                    <td className="px-2">{p.kind}</td>
                    <td className="px-2">
                      {p.kind === 'trigger' ? '' : `${showValue(shown, p.lowest)} to ${showValue(shown, p.highest)}`}
                    </td>
                    <td className="px-2 text-ink-2">{p.scale.type === 'linear' ? '' : p.scale.type}</td>
                    <td className="px-2 text-ink-2">{p.kind === 'trigger' ? '' : `starts at ${showValue(shown, p.start)}`}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}

/** Lines that were not understood, each with its number and reason. */
export function BadLines({ lines }: { readonly lines: readonly BadLine[] }) {
  if (lines.length === 0) return null;
  return (
    <div role="alert" className="max-h-36 overflow-y-auto rounded-sm border border-stop/50 bg-stop-wash px-3 py-2 text-xs">
      <p className="font-semibold">
        {lines.length === 1 ? 'One line was' : `${lines.length} lines were`} not understood; the others are kept.
      </p>
      <ul>
        {lines.slice(0, 100).map((b) => (
          <li key={`${b.line} ${b.reason.code}`} className="break-words">
            Line {b.line}: {cellProblemWords(b.reason)}.
          </li>
        ))}
      </ul>
    </div>
  );
}
