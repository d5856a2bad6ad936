'use client';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { nameSchema } from '@/core/rig';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Field, TextInput } from '../primitives/field';
import { useRig } from '../store/provider';

const form = z.object({ name: z.string().trim().pipe(nameSchema) });

/** Gives the open rig another name; an edit like any other, so it can be undone. */
export function RenameDialog({ open, onOpenChange }: { readonly open: boolean; readonly onOpenChange: (open: boolean) => void }) {
  const name = useRig((s) => s.index.rig.name);
  const edit = useRig((s) => s.edit);
  const { register, handleSubmit, formState } = useForm({ resolver: zodResolver(form), values: { name } });
  const save = handleSubmit((values) => {
    if (values.name === name || edit({ type: 'set-head', field: 'name', was: name, to: values.name })) onOpenChange(false);
  });
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Rename this rig"
      footer={
        <Button tone="primary" onClick={() => void save()}>
          Rename
        </Button>
      }
    >
      <form onSubmit={(e) => void save(e)}>
        <Field label="Name" error={formState.errors.name?.message}>
          {(id) => <TextInput id={id} autoFocus {...register('name')} />}
        </Field>
      </form>
    </Dialog>
  );
}
