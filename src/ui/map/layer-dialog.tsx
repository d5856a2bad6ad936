'use client';

// Making and changing a layer: its name, the controls that open it, where it is made, what it reaches.

import { zodResolver } from '@hookform/resolvers/zod';
import { nanoid } from 'nanoid';
import { useId } from 'react';
import { type FormState, type UseFormGetValues, type UseFormRegister, type UseFormSetValue, useForm } from 'react-hook-form';
import * as z from 'zod';
import { counted } from '@/core/base';
import { addLayer, type CommandProblem, canBeHeld, changeLayer, ownMessage, problemWords, reachOf } from '@/core/commands';
import { type Message, shortName } from '@/core/midi';
import type { Control, Controller, Layer, RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Field, Select, TextInput } from '../primitives/field';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';

const form = z.object({
  name: z.string().trim().min(1, 'A name is needed.').max(40, 'At most 40 characters.'),
  modifierControlId: z.string().min(1, 'Choose the control that opens it.'),
  madeIn: z.enum(['controller', 'host']),
  fallsThrough: z.enum(['yes', 'no']),
  mode: z.enum(['while-held', 'toggled', 'next-press']),
  reach: z.enum(['controller', 'all', 'left', 'right']),
  alsoOpenedBy: z.array(z.string()),
  together: z.enum(['alone', 'together']),
  signalBy: z.enum(['added', 'own']),
  blinks: z.string(),
});

type Wish = z.infer<typeof form>;

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control | null;
  /** The layer that is changed; null for a new one. */
  readonly layer: Layer | null;
  readonly onMade: (id: string) => void;
}

/** What stands in the form to begin with. */
function begun(layer: Layer | null, first: Control | undefined): Wish {
  return {
    name: layer?.name ?? '',
    modifierControlId: layer?.modifierControlId ?? first?.id ?? '',
    madeIn: layer?.madeIn ?? 'controller',
    fallsThrough: layer?.fallsThrough === false ? 'no' : 'yes',
    mode: layer?.mode ?? 'while-held',
    reach: layer ? reachOf(layer) : 'controller',
    alsoOpenedBy: layer?.alsoOpenedBy ?? [],
    together: layer?.together ? 'together' : 'alone',
    signalBy: layer?.signalBy ?? 'added',
    blinks: String(layer?.blinks ?? 0),
  };
}

/** Keeps what stands in the form: the id of a new layer, empty for one that was changed, null where it could not be. */
function useKeeping(index: RigIndex, layer: Layer | null): (values: Wish) => string | null {
  const edit = useRig((s) => s.edit);
  return (values) => {
    const wish = {
      ...values,
      fallsThrough: values.fallsThrough === 'yes',
      together: values.together === 'together',
      blinks: Number(values.blinks),
    };
    const refuse = (problem: CommandProblem): null => {
      toast.error(layer ? 'The layer stays as it was.' : 'No layer was made.', { description: problemWords(problem) });
      return null;
    };
    if (layer) {
      const changed = changeLayer(index, layer, wish);
      if (!changed.ok) return refuse(changed.error);
      return edit(changed.value) ? '' : null;
    }
    const made = addLayer(index, wish, () => nanoid(10));
    if (!made.ok) return refuse(made.error);
    return edit(made.value.edit) ? made.value.id : null;
  };
}

export function LayerDialog({ open, onOpenChange, index, controller, control, layer, onMade }: Props) {
  const keep = useKeeping(index, layer);
  const candidates = (index.controlsOf.get(controller.id) ?? []).filter((c) => canBeHeld(c) && c.kind !== 'key-range');
  const free = candidates.filter((c) => !index.layersByModifier.has(c.id));
  const first = free.find((c) => c.id === control?.id) ?? free[free.length - 1];
  const { register, handleSubmit, formState, watch, getValues, setValue } = useForm({
    resolver: zodResolver(form),
    defaultValues: begun(layer, first),
  });
  const id = useId();
  const save = handleSubmit((values) => {
    const made = keep(values);
    if (made === null) return;
    onOpenChange(false);
    if (made !== '') onMade(made);
  });
  const sided = (index.controlsOf.get(controller.id) ?? []).some((c) => c.side !== 'none');
  const inHost = watch('madeIn') === 'host';
  const modifierId = watch('modifierControlId');
  const also = watch('alsoOpenedBy').filter((c) => c !== modifierId);
  const used = index.assignmentsOf.get(modifierId)?.length ?? 0;
  const title = layer ? `Change layer ${layer.name}` : 'Add a layer';
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={title}
      description="A control turns the others into something else: while it is held, until it is pressed again, or once."
      footer={
        <Button tone="primary" type="submit" form={id}>
          {layer ? 'Change layer' : 'Add layer'}
        </Button>
      }
    >
      <form id={id} onSubmit={(e) => void save(e)} className="flex flex-col gap-3">
        <Field label="Name" error={formState.errors.name?.message}>
          {(f) => <TextInput id={f} autoFocus {...register('name')} />}
        </Field>
        <OpenedBy candidates={candidates} register={register} formState={formState} used={used} />
        <AlsoOpenedBy candidates={candidates.filter((c) => c.id !== modifierId)} register={register} chosen={also.length} />
        <Field label="It is open">
          {(f) => (
            <Select id={f} {...register('mode')}>
              <option value="while-held">while it is held</option>
              <option value="toggled">from one press to the next</option>
              <option value="next-press">for the next press only</option>
            </Select>
          )}
        </Field>
        <MadeIn register={register} getValues={getValues} setValue={setValue} />
        {inHost && (
          <ListensFor
            own={[modifierId, ...also].map((c) => ownMessage(index, c))}
            together={watch('together') === 'together' && also.length > 0}
            register={register}
          />
        )}
        {(inHost || sided) && <Reach controller={controller} register={register} sided={sided} inHost={inHost} />}
        <Field label="Controls with nothing in this layer">
          {(f) => (
            <Select id={f} {...register('fallsThrough')}>
              <option value="yes">does what it does in Base</option>
              <option value="no">is silent</option>
            </Select>
          )}
        </Field>
        <Blinks layer={layer} register={register} />
      </form>
    </Dialog>
  );
}

/** Further controls that open it, each alone or all of them held together. */
function AlsoOpenedBy({
  candidates,
  register,
  chosen,
}: {
  readonly candidates: readonly Control[];
  readonly register: UseFormRegister<Wish>;
  readonly chosen: number;
}) {
  if (candidates.length === 0) return null;
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="pb-1 text-xs font-medium text-ink-2">Also opened by</legend>
      <div className="flex max-h-24 flex-wrap gap-x-3 gap-y-1 overflow-y-auto rounded-sm border px-2 py-1.5">
        {candidates.map((c) => (
          <label key={c.id} className="flex items-center gap-1.5 text-xs">
            <input type="checkbox" value={c.id} {...register('alsoOpenedBy')} />
            {c.name}
          </label>
        ))}
      </div>
      {chosen > 0 && (
        <Select aria-label="How they open it" {...register('together')}>
          <option value="alone">each of them opens it alone</option>
          <option value="together">only all of them held together</option>
        </Select>
      )}
    </fieldset>
  );
}

/** How its modifier's light shows that it is open. */
function Blinks({ layer, register }: { readonly layer: Layer | null; readonly register: UseFormRegister<Wish> }) {
  return (
    <Field label="Its light while the layer is open">
      {(f) => (
        <Select id={f} {...register('blinks')}>
          <option value="0">is on</option>
          <option value="1">blinks once a second</option>
          <option value="2">blinks twice a second</option>
          <option value="3">blinks three times a second</option>
          {layer && !['0', '1', '2', '3'].includes(String(layer.blinks)) && (
            <option value={String(layer.blinks)}>blinks {layer.blinks} times a second</option>
          )}
        </Select>
      )}
    </Field>
  );
}

/** What a host listens for: numbers that are added for it, or what the modifiers send anyway. */
function ListensFor({
  own,
  together,
  register,
}: {
  readonly own: readonly (Message | null)[];
  /** Whether it has to tell apart which of them are down. */
  readonly together: boolean;
  readonly register: UseFormRegister<Wish>;
}) {
  const names = own.flatMap((message) => (message ? [shortName(message)] : []));
  const nothing = names.length < own.length;
  const they = own.length > 1 ? 'what they send anyway' : 'what it sends anyway';
  return (
    <Field label="The host listens for">
      {(f) => (
        <Select id={f} {...register('signalBy')}>
          <option value="added">
            {together ? 'a number of its own for each, sent besides' : 'a number of its own, sent besides'}
          </option>
          <option value="own" disabled={nothing}>
            {nothing ? `${they} (nothing yet)` : `${they}: ${[...new Set(names)].join(', ')}`}
          </option>
        </Select>
      )}
    </Field>
  );
}

function OpenedBy({
  candidates,
  register,
  formState,
  used,
}: {
  readonly candidates: readonly Control[];
  readonly register: UseFormRegister<Wish>;
  readonly formState: FormState<Wish>;
  readonly used: number;
}) {
  return (
    <Field
      label="Opened by"
      error={formState.errors.modifierControlId?.message}
      {...(used > 0
        ? { hint: `It also has ${counted(used, 'function')} of its own, which ${used === 1 ? 'fires' : 'fire'} as well.` }
        : {})}
    >
      {(f) => (
        <Select id={f} {...register('modifierControlId')}>
          {candidates.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}

function MadeIn({
  register,
  getValues,
  setValue,
}: {
  readonly register: UseFormRegister<Wish>;
  readonly getValues: UseFormGetValues<Wish>;
  readonly setValue: UseFormSetValue<Wish>;
}) {
  return (
    <Field label="Made in">
      {(f) => (
        <Select
          id={f}
          {...register('madeIn', {
            // A controller's layer stays on it.
            onChange: () => getValues('reach') === 'all' && setValue('reach', 'controller'),
          })}
        >
          <option value="controller">the controller: it sends other numbers; works with any software</option>
          <option value="host">the host: same numbers, the software looks at the modifier</option>
        </Select>
      )}
    </Field>
  );
}

function Reach({
  controller,
  register,
  sided,
  inHost,
}: {
  readonly controller: Controller;
  readonly register: UseFormRegister<Wish>;
  readonly sided: boolean;
  readonly inHost: boolean;
}) {
  return (
    <Field label="It reaches">
      {(f) => (
        <Select id={f} {...register('reach')}>
          <option value="controller">all of {controller.name}</option>
          {inHost && <option value="all">every controller</option>}
          {sided && <option value="left">its left side</option>}
          {sided && <option value="right">its right side</option>}
        </Select>
      )}
    </Field>
  );
}
