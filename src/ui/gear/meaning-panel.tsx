'use client';
// One parameter in numbers: its curve, what a message value means, and what to send for a wanted value.
import { useMemo, useState } from 'react';
import { showValue } from '@/core/bench';
import { parameterValue } from '@/core/commands';
import { meaningsOf, valueFor } from '@/core/receiver';
import type { Parameter } from '@/core/rig';
import ScaleChart from '../charts/scale-chart';
import { Field, Select, TextInput } from '../primitives/field';
import { parseValue } from '../primitives/numbers';

export default function MeaningPanel({
  parameter,
  threshold,
  fine,
}: {
  readonly parameter: Parameter;
  readonly threshold: number;
  readonly fine: 'act-on-each' | 'wait-for-low-byte';
}) {
  const [bits, setBits] = useState<127 | 16383>(127);
  const [value, setValue] = useState('64');
  const [wanted, setWanted] = useState('');
  const meanings = useMemo(() => meaningsOf(parameter, bits, threshold), [parameter, bits, threshold]);
  if (parameter.kind === 'trigger')
    return (
      <aside aria-label="What its values mean" className="rounded-md border bg-sheet px-4 py-3">
        <h3 className="truncate font-semibold">{parameter.name}</h3>
        <p className="pt-1 text-ink-2">Fires at each message that counts as on: {threshold} or more, for a note any press.</p>
      </aside>
    );
  const sent = parseValue(value, bits);
  const aim = wanted.trim() === '' ? null : parameterValue(wanted.trim(), 'value', 0, parameter.steps);
  const found = aim?.ok ? valueFor(meanings, aim.value) : null;
  return (
    <aside aria-label="What its values mean" className="flex flex-col gap-2 rounded-md border bg-sheet px-4 py-3">
      <h3 className="truncate font-semibold" title={parameter.name}>
        {parameter.name}
      </h3>
      <ScaleChart parameter={parameter} meanings={meanings} mark={sent} />
      <Field
        label="A message value"
        error={sent === null ? `A value from 0 to ${bits}, a percentage, or hexadecimal as 59h.` : undefined}
      >
        {(id) => (
          <div className="grid grid-cols-[88px_1fr] items-center gap-2">
            <TextInput id={id} className="font-mono" value={value} onChange={(e) => setValue(e.target.value)} />
            <output className="min-w-0 font-semibold break-words">
              {sent === null ? '' : `means ${showValue(parameter, meanings[sent] ?? 0)}`}
            </output>
          </div>
        )}
      </Field>
      <Field label="To get" error={aim && !aim.ok ? 'A number in its unit, the name of a step, on or off.' : undefined}>
        {(id) => (
          <div className="grid grid-cols-[88px_1fr] items-center gap-2">
            <TextInput
              id={id}
              value={wanted}
              placeholder={showValue(parameter, parameter.start)}
              onChange={(e) => setWanted(e.target.value)}
            />
            <output className="min-w-0 break-words">
              {found && (
                <>
                  <span className="font-semibold">
                    send {found.from === found.to ? found.from : `${found.from} to ${found.to}`}
                  </span>
                  {!found.exact && <span className="text-ink-2">, which gives {showValue(parameter, found.gives)}</span>}
                </>
              )}
            </output>
          </div>
        )}
      </Field>
      <Field label="Sent as">
        {(id) => (
          <Select id={id} value={bits} onChange={(e) => setBits(e.target.value === '127' ? 127 : 16383)}>
            <option value="127">one byte, 0 to 127</option>
            <option value="16383">two bytes, 0 to 16383{fine === 'wait-for-low-byte' ? ', once both are there' : ''}</option>
          </Select>
        )}
      </Field>
    </aside>
  );
}
