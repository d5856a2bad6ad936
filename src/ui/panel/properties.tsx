'use client';
import { useState } from 'react';
import { type ControlChange, changeControls, nameInOrder } from '@/core/commands';
import {
  type Box,
  type Control,
  type ControlKind,
  type Controller,
  nameSchema,
  plainTouch,
  portsOf,
  type RigIndex,
  rowSchemas,
  set,
  tenth,
} from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { CommitInput, Field, NOT_TAKEN } from '../primitives/field';
import { NumberField } from '../primitives/number-field';
// What is chosen on the panel, in words that can be changed: one control, or what several have in common.
import { TextField } from '../primitives/text-field';
import { useRig } from '../store/provider';
import { CalibrationFields, WhatItHas } from './control-parts';
import { FactoryFields } from './factory-fields';
import { kindWords } from './grid-form';
import { shared } from './several';
import { Touch } from './touch-fields';

const sides = [
  ['none', 'both or none'],
  ['left', 'left'],
  ['right', 'right'],
] as const;
const polarities = [
  ['usual', 'closes (usual)'],
  ['reversed', 'opens (reversed)'],
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
        <TextField
          label="Family"
          className="col-span-2"
          hint="what counts up together"
          value={shared(controls, 'family')}
          schema={controlFields.family}
          onValue={(family) => change({ family })}
        />
        <Choice
          label="Side of the panel"
          value={shared(controls, 'side')}
          options={sides}
          onChange={(side) => change({ side })}
        />
        <Choice label="Light" value={shared(controls, 'light')} options={lights} onChange={(light) => change({ light })} />
        <Plugged index={index} controller={controller} controls={controls} change={change} />
      </div>
      <WhatItHas controls={controls} only={only} change={change} />
      {controls.every((c) => c.display !== null) && (
        <div className="grid grid-cols-2 gap-2">
          {(['short', 'long'] as const).map((part) => (
            <NumberField
              key={part}
              label={part === 'short' ? 'Short text, characters' : 'Long text, characters'}
              value={shared(controls, 'display')?.[part] ?? null}
              schema={displayFields[part]}
              onValue={(n) => change({ display: { short: 8, long: 20, ...only.display, [part]: n } })}
            />
          ))}
        </div>
      )}
      <Touch controls={controls} only={only} change={change} />
      {controls.every((c) => c.calibration !== null) && <CalibrationFields controls={controls} only={only} change={change} />}
      {controls.every((c) => c.kind === 'encoder' || c.kind === 'jog') && (
        <NumberField
          label="Clicks in one turn"
          value={shared(controls, 'detents')}
          schema={controlFields.detents}
          onValue={(detents) => change({ detents })}
        />
      )}
      {one && <FactoryFields control={only} controller={controller} onChange={(factory) => change({ factory })} />}
    </div>
  );
}

/** How it is wired: which port of the unit it sends out of, and which way round its switch is. */
function Plugged({
  index,
  controller,
  controls,
  change,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly controls: readonly Control[];
  readonly change: (to: ControlChange) => boolean;
}) {
  // A port that no wire begins at any more is still told.
  const known = [...portsOf(index.rig.wires, controller.id), ...controls.map((c) => c.port)].filter((port) => port !== '');
  return (
    <>
      {known.length > 0 && (
        <Choice
          label="Goes out of"
          value={shared(controls, 'port')}
          options={[['', 'every port'] as const, ...[...new Set(known)].map((port) => [port, port] as const)]}
          onChange={(port) => change({ port })}
        />
      )}
      {controls.every((c) => c.kind === 'footswitch') && (
        <Choice
          label="When pressed, it"
          value={shared(controls, 'polarity')}
          options={polarities}
          onChange={(polarity) => change({ polarity })}
        />
      )}
    </>
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
      <Choice
        label="Kind"
        className="col-span-2"
        value={kind}
        options={kindWords.map(([k, plural]) => [k, singular(plural)] as const)}
        onChange={(k) => change({ kind: k, detents: k === 'encoder' || k === 'jog' ? 24 : 0, ...plainTouch })}
      />
      {(['x', 'y', 'width', 'height'] as const).map((field) => (
        <NumberField
          key={field}
          label={{ x: 'From the left, mm', y: 'From the top, mm', width: 'Width, mm', height: 'Height, mm' }[field]}
          unit="mm"
          value={shared(controls, field)}
          schema={controlFields[field]}
          check={(mm) =>
            controls.every((c) => isInside({ ...c, [field]: tenth(mm) }, controller))
              ? null
              : `The panel has ${controller.width} × ${controller.height} mm.`
          }
          onValue={(mm) => change({ [field]: tenth(mm) })}
        />
      ))}
    </div>
  );
}

const singular = (plural: string): string => plural.replace(/s$/, '').replace('switche', 'switch');

const controlFields = rowSchemas.controls.shape;
const displayFields = controlFields.display.unwrap().shape;
const isInside = (box: Box, controller: Controller): boolean =>
  box.x + box.width <= controller.width + 0.05 && box.y + box.height <= controller.height + 0.05;

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
