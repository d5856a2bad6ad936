'use client';

// What a target keeps under the steps of what chooses among its presets: stored or not, with which values, and what becomes of all else.

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { counted } from '@/core/base';
import { showValue } from '@/core/bench';
import { changePreset, choosersOf, forgetPreset, holdable, presetAt, stepValues } from '@/core/commands';
import { type Edit, type Parameter, type Preset, type RigIndex, set, type Target } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Select } from '../primitives/field';
import { PresetValues } from './preset-values';
import { PresetsList } from './presets-list';

const newId = (): string => nanoid(10);

interface Props {
  readonly index: RigIndex;
  readonly target: Target;
  readonly edit: (edit: Edit) => boolean;
}

export function Presets({ index, target, edit }: Props) {
  const choosers = choosersOf(index, target.id);
  const [chosen, choose] = useState<string | null>(null);
  const [open, setOpen] = useState<number | null>(null);
  const [shown, show] = useState(LISTED);
  const [listed, setListed] = useState(false);
  const chooser = choosers.find((p) => p.id === chosen) ?? choosers[0];
  if (!chooser) return null;
  return (
    <section aria-label="Presets">
      <div className="flex items-center gap-3">
        <h2 className="font-semibold">Presets</h2>
        <Button size="small" className="ml-auto" onClick={() => setListed(true)}>
          As a list…
        </Button>
      </div>
      {listed && <PresetsList key={chooser.id} index={index} chooser={chooser} edit={edit} onClose={() => setListed(false)} />}
      <p className="max-w-[720px] pb-2 text-xs text-ink-2">
        What {target.name} keeps under each step, as far as you know it. The checks then load them, and tell which lights lie and
        which presses do nothing afterwards. On the Bench you can keep what stands there.
      </p>
      <div className="grid max-w-[980px] grid-cols-3 gap-3 pb-3">
        <Choice label="Chosen by" value={chooser.id} options={choosers.map((p) => [p.id, p.name])} onChange={choose} />
        <Choice
          label="After the last one"
          value={chooser.atEnd}
          options={[
            ['wrap', 'comes the first'],
            ['stop', 'comes nothing'],
          ]}
          onChange={(atEnd) => edit(set('parameters', chooser, 'atEnd', atEnd))}
        />
        <Choice
          label="Can be chosen"
          value={chooser.needsFront ? 'front' : 'always'}
          options={[
            ['always', 'whenever it listens'],
            ['front', 'only while it is in front'],
          ]}
          onChange={(v) => edit(set('parameters', chooser, 'needsFront', v === 'front'))}
        />
      </div>
      <table className="w-full max-w-[980px] table-fixed">
        <thead>
          <tr className="border-b text-left text-xs text-ink-2">
            <th scope="col" className="w-[26%] py-1 pr-3 font-normal">
              Step
            </th>
            <th scope="col" className="w-[22%] pr-3 font-normal">
              Under it
            </th>
            <th scope="col" className="w-[28%] pr-3 font-normal">
              All else
            </th>
            <th scope="col" className="font-normal">
              Keeps
            </th>
          </tr>
        </thead>
        <tbody>
          {stepValues(chooser)
            .slice(0, shown)
            .map((choice) => (
              <StepRow key={choice} index={index} chooser={chooser} step={choice} edit={edit} onOpen={() => setOpen(choice)} />
            ))}
        </tbody>
      </table>
      {chooser.highest - chooser.lowest + 1 > shown && (
        <Button size="small" className="mt-2" onClick={() => show(shown + LISTED)}>
          Show more steps
        </Button>
      )}
      {open !== null && <PresetValues index={index} chooser={chooser} step={open} edit={edit} onClose={() => setOpen(null)} />}
    </section>
  );
}

/** Steps that are drawn at once. */
const LISTED = 32;

type Said = 'nothing' | 'stored' | 'empty';
const saidOf = (row: Preset | null): Said => (row === null ? 'nothing' : row.stored ? 'stored' : 'empty');

function StepRow({
  index,
  chooser,
  step,
  edit,
  onOpen,
}: {
  readonly index: RigIndex;
  readonly chooser: Parameter;
  readonly step: number;
  readonly edit: (edit: Edit) => boolean;
  readonly onOpen: () => void;
}) {
  const row = presetAt(index, chooser.id, step);
  const name = showValue(chooser, step);
  const can = holdable(index, chooser).length;
  const change = (to: Partial<Pick<Preset, 'stored' | 'rest'>>): boolean => edit(changePreset(index, chooser, step, to, newId));
  return (
    <tr className="border-b last:border-b-0">
      <th scope="row" className="truncate py-1 pr-3 text-left font-normal" title={name}>
        {name}
      </th>
      <td className="py-1 pr-3">
        <Select
          aria-label={`Under ${name}`}
          value={saidOf(row)}
          onChange={(e) => {
            const to = e.target.value;
            if (to === 'nothing') row && edit(forgetPreset(chooser, row));
            else change({ stored: to === 'stored' });
          }}
        >
          <option value="nothing">nothing said</option>
          <option value="stored">is stored</option>
          <option value="empty">is empty</option>
        </Select>
      </td>
      <td className="pr-3">
        {row?.stored && (
          <Select
            aria-label={`All else after ${name}`}
            value={row.rest}
            onChange={(e) => change({ rest: e.target.value === 'unknown' ? 'unknown' : 'stays' })}
          >
            <option value="stays">stays as it is</option>
            <option value="unknown">is not known</option>
          </Select>
        )}
      </td>
      <td>
        {row?.stored !== false && can > 0 && (
          <Button size="small" onClick={onOpen} aria-label={`What ${name} keeps`}>
            {row === null || row.values.length === 0 ? 'Name values…' : counted(row.values.length, 'value')}
          </Button>
        )}
      </td>
    </tr>
  );
}
