'use client';
// What is chosen on the panel, in words that can be changed: one control, or what several have in common.
import { useState } from 'react';
import { type ControlChange, changeControls, nameInOrder } from '@/core/commands';
import { type Control, type ControlKind, type Controller, nameSchema, type RigIndex, set, tenth } from '@/core/rig';
import { Button } from '../primitives/button';
import { CommitInput, Field, NOT_TAKEN, Select } from '../primitives/field';
import { parseDecimal } from '../primitives/numbers';
import { useRig } from '../store/provider';
import { CalibrationFields, WhatItHas } from './control-parts';
import { FactoryFields } from './factory-fields';
import { kindWords } from './grid-form';
import { shared, Whole } from './several';

const sides = [
  ['none', 'both or none'],
  ['left', 'left'],
  ['right', 'right'],
] as const;
const lights = [
  ['none', 'none'],
  ['on-off', 'on and off'],
  ['colour', 'in colours'],
] as const;

export function Properties({
  index,
  controller,
  controls,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly controls: readonly Control[];
}) {
  const edit = useRig((s) => s.edit);
  const [only] = controls;
  if (!only) return null;
  const one = controls.length === 1;
  const change = (to: ControlChange): boolean => {
    const made = changeControls(index, controls, to);
    return made === null || edit(made);
  };
  const kind = shared(controls, 'kind');
  return (
    <div className="flex flex-col gap-4">
      {one ? <Name key={only.id} index={index} control={only} /> : <NameSeveral index={index} controls={controls} />}
      <KindAndPlace controller={controller} controls={controls} change={change} kind={kind} />
      <div className="grid grid-cols-2 gap-2">
        <Field label="Family" className="col-span-2" hint="what counts up together">
          {(id) => (
            <CommitInput
              id={id}
              className="w-full"
              placeholder={shared(controls, 'family') === null ? 'various' : ''}
              value={shared(controls, 'family') ?? ''}
              commit={(text) =>
                text.length > 200 ? 'At most 200 characters.' : change({ family: text.trim() }) ? null : NOT_TAKEN
              }
            />
          )}
        </Field>
        <Pick label="Side of the panel" value={shared(controls, 'side')} options={sides} onValue={(side) => change({ side })} />
        <Pick label="Light" value={shared(controls, 'light')} options={lights} onValue={(light) => change({ light })} />
      </div>
      <WhatItHas controls={controls} only={only} change={change} />
      {controls.every((c) => c.display !== null) && (
        <div className="grid grid-cols-2 gap-2">
          {(['short', 'long'] as const).map((part) => (
            <Whole
              key={part}
              label={part === 'short' ? 'Short text, characters' : 'Long text, characters'}
              value={shared(controls, 'display')?.[part] ?? null}
              most={part === 'short' ? 64 : 200}
              onValue={(n) => change({ display: { short: 8, long: 20, ...only.display, [part]: n } })}
            />
          ))}
        </div>
      )}
      {controls.every((c) => c.calibration !== null) && <CalibrationFields controls={controls} only={only} change={change} />}
      {controls.every((c) => c.kind === 'encoder' || c.kind === 'jog') && (
        <Whole
          label="Clicks in one turn"
          value={shared(controls, 'detents')}
          most={1024}
          onValue={(detents) => change({ detents })}
        />
      )}
      {one && <FactoryFields control={only} controller={controller} onChange={(factory) => change({ factory })} />}
    </div>
  );
}

function KindAndPlace({
  controller,
  controls,
  change,
  kind,
}: {
  readonly controller: Controller;
  readonly controls: readonly Control[];
  readonly change: (to: ControlChange) => boolean;
  readonly kind: ControlKind | null;
}) {
  return (
    <div className="grid grid-cols-2 gap-2">
      <Field label="Kind" className="col-span-2">
        {(id) => (
          <Select id={id} value={kind ?? ''} onChange={(e) => change(kindChange(e.target.value))}>
            {kind === null && <option value="">various</option>}
            {kindWords.map(([k, plural]) => (
              <option key={k} value={k}>
                {plural.replace(/s$/, '').replace('switche', 'switch').replace('key range', 'key range')}
              </option>
            ))}
          </Select>
        )}
      </Field>
      {(['x', 'y', 'width', 'height'] as const).map((field) => (
        <Millimetres
          key={field}
          label={{ x: 'From the left, mm', y: 'From the top, mm', width: 'Width, mm', height: 'Height, mm' }[field]}
          value={shared(controls, field)}
          range={field === 'width' || field === 'height' ? [2, 3000] : [0, 3000]}
          onValue={(mm) => {
            const fits = controls.every((c) => {
              const box = { ...c, [field]: mm };
              return box.x + box.width <= controller.width + 0.05 && box.y + box.height <= controller.height + 0.05;
            });
            if (!fits) return `The panel has ${controller.width} × ${controller.height} mm.`;
            return change({ [field]: mm }) ? null : NOT_TAKEN;
          }}
        />
      ))}
    </div>
  );
}

function kindChange(value: string): ControlChange {
  const kind = kindWords.find(([k]) => k === value)?.[0];
  return kind ? { kind, detents: kind === 'encoder' || kind === 'jog' ? 24 : 0 } : {};
}

function Name({ index, control }: { readonly index: RigIndex; readonly control: Control }) {
  const edit = useRig((s) => s.edit);
  const taken = (index.controlsOf.get(control.controllerId) ?? []).filter((c) => c.id !== control.id).map((c) => c.name);
  return (
    <Field label="Name as it is printed">
      {(id) => (
        <CommitInput
          id={id}
          className="w-full font-semibold"
          value={control.name}
          commit={(text) => {
            const name = nameSchema.safeParse(text.trim());
            if (!name.success) return name.error.issues[0]?.message ?? 'a name is needed';
            if (taken.includes(name.data)) return `There is another ${name.data}.`;
            return edit(set('controls', control, 'name', name.data)) ? null : NOT_TAKEN;
          }}
        />
      )}
    </Field>
  );
}

function NameSeveral({ index, controls }: { readonly index: RigIndex; readonly controls: readonly Control[] }) {
  const edit = useRig((s) => s.edit);
  const [prefix, setPrefix] = useState(controls[0]?.name.replace(/\s*\d+$/, '') ?? '');
  const [from, setFrom] = useState('1');
  const [problem, setProblem] = useState<string | undefined>();
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        const start = Number(from);
        if (!Number.isInteger(start) || start < 0 || start > 999) return setProblem('Begin with a whole number up to 999.');
        const made = nameInOrder(index.rig, controls, prefix.trim(), start);
        if (!made) return setProblem('Another control has one of these names, or they have them already.');
        setProblem(undefined);
        edit(made);
      }}
    >
      <p className="font-semibold">{controls.length} controls</p>
      <div className="grid grid-cols-[1fr_64px_auto] items-end gap-2">
        <Field label="Name them" error={problem}>
          {(id) => (
            <input
              id={id}
              value={prefix}
              maxLength={100}
              onChange={(e) => setPrefix(e.target.value)}
              className="h-8 w-full rounded-sm border border-control-edge bg-sheet px-2"
            />
          )}
        </Field>
        <Field label="from">
          {(id) => (
            <input
              id={id}
              value={from}
              inputMode="numeric"
              onChange={(e) => setFrom(e.target.value)}
              className="h-8 w-full rounded-sm border border-control-edge bg-sheet px-2"
            />
          )}
        </Field>
        <Button type="submit">Count up</Button>
      </div>
    </form>
  );
}

function Millimetres({
  label,
  value,
  range: [low, high],
  onValue,
}: {
  readonly label: string;
  readonly value: number | null;
  readonly range: readonly [number, number];
  readonly onValue: (mm: number) => string | null;
}) {
  return (
    <Field label={label}>
      {(id) => (
        <CommitInput
          id={id}
          inputMode="decimal"
          className="w-full font-mono"
          placeholder={value === null ? 'various' : ''}
          value={value === null ? '' : String(value)}
          commit={(text) => {
            const mm = parseDecimal(text);
            return mm === null || mm < low || mm > high ? `Enter ${low} to ${high} mm.` : onValue(tenth(mm));
          }}
        />
      )}
    </Field>
  );
}

function Pick<T extends string>({
  label,
  value,
  options,
  onValue,
}: {
  readonly label: string;
  readonly value: T | null;
  readonly options: ReadonlyArray<readonly [T, string]>;
  readonly onValue: (value: T) => boolean;
}) {
  return (
    <Field label={label}>
      {(id) => (
        <Select
          id={id}
          value={value ?? ''}
          onChange={(e) => {
            const found = options.find(([v]) => v === e.target.value);
            if (found) onValue(found[0]);
          }}
        >
          {value === null && <option value="">various</option>}
          {options.map(([v, words]) => (
            <option key={v} value={v}>
              {words}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}
