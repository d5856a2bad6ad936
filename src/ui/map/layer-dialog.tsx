'use client';

// Making a layer: its name, the control that opens it, where it is made.

import { zodResolver } from '@hookform/resolvers/zod';
import { nanoid } from 'nanoid';
import { useId } from 'react';
import { type FormState, type UseFormGetValues, type UseFormRegister, type UseFormSetValue, useForm } from 'react-hook-form';
import { toast } from 'sonner';
import * as z from 'zod';
import { counted } from '@/core/base';
import { addLayer, problemWords } from '@/core/commands';
import type { Control, Controller, RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Field, Select, TextInput } from '../primitives/field';
import { useRig } from '../store/provider';

const form = z.object({
  name: z.string().trim().min(1, 'A name is needed.').max(40, 'At most 40 characters.'),
  modifierControlId: z.string().min(1, 'Choose the control that opens it.'),
  madeIn: z.enum(['controller', 'host']),
  fallsThrough: z.enum(['yes', 'no']),
  mode: z.enum(['while-held', 'toggled', 'next-press']),
  reach: z.enum(['controller', 'all', 'left', 'right']),
});

type Wish = z.infer<typeof form>;

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control | null;
  readonly onMade: (id: string) => void;
}

export function LayerDialog({ open, onOpenChange, index, controller, control, onMade }: Props) {
  const edit = useRig((s) => s.edit);
  const candidates = (index.controlsOf.get(controller.id) ?? []).filter(
    (c) => ['footswitch', 'button', 'pad', 'encoder'].includes(c.kind) && !index.layersByModifier.has(c.id),
  );
  const first = candidates.find((c) => c.id === control?.id) ?? candidates[candidates.length - 1];
  const { register, handleSubmit, formState, watch, getValues, setValue } = useForm({
    resolver: zodResolver(form),
    defaultValues: {
      name: '',
      modifierControlId: first?.id ?? '',
      madeIn: 'controller' as const,
      fallsThrough: 'yes' as const,
      mode: 'while-held' as const,
      reach: 'controller' as const,
    },
  });
  const id = useId();
  const save = handleSubmit((values) => {
    const made = addLayer(index, { ...values, fallsThrough: values.fallsThrough === 'yes' }, () => nanoid(10));
    if (!made.ok) {
      toast.error('No layer was made.', { description: problemWords(made.error) });
      return;
    }
    if (!edit(made.value.edit)) return;
    onOpenChange(false);
    onMade(made.value.id);
  });
  const sided = (index.controlsOf.get(controller.id) ?? []).some((c) => c.side !== 'none');
  const inHost = watch('madeIn') === 'host';
  const used = index.assignmentsOf.get(watch('modifierControlId'))?.length ?? 0;
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Add a layer"
      description="A control turns the others into something else: while it is held, until it is pressed again, or once."
      footer={
        <Button tone="primary" type="submit" form={id}>
          Add layer
        </Button>
      }
    >
      <form id={id} onSubmit={(e) => void save(e)} className="flex flex-col gap-3">
        <Field label="Name" error={formState.errors.name?.message}>
          {(f) => <TextInput id={f} autoFocus {...register('name')} />}
        </Field>
        <OpenedBy candidates={candidates} register={register} formState={formState} used={used} />
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
        {(inHost || sided) && <Reach controller={controller} register={register} sided={sided} inHost={inHost} />}
        <Field label="Controls with nothing in this layer">
          {(f) => (
            <Select id={f} {...register('fallsThrough')}>
              <option value="yes">does what it does in Base</option>
              <option value="no">is silent</option>
            </Select>
          )}
        </Field>
      </form>
    </Dialog>
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
      {...(used > 0 ? { hint: `It also has ${counted(used, 'function')} of its own, which fire as well.` } : {})}
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
