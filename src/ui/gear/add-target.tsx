'use client';
import { zodResolver } from '@hookform/resolvers/zod';
import { nanoid } from 'nanoid';
import { useId, useState } from 'react';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
import { counted } from '@/core/base';
import { addParameters, addTarget, type DrivenBy, plainProfile } from '@/core/commands';
import { parseParameters } from '@/core/formats';
import type { TargetProfile } from '@/core/library';
import { apply, batch, nameSchema, type Rig } from '@/core/rig';
import { type Offered, useLibrary } from '../entries/use-library';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Field, Select, TextInput } from '../primitives/field';
import { Switch } from '../primitives/switch';
import { useRig } from '../store/provider';
import { PasteParameters } from './paste-parameters';

const form = z.object({
  name: z.string().trim().pipe(nameSchema),
  kind: z.enum(['plugin', 'host', 'sampler', 'looper', 'mixer', 'lighting', 'cue-player']),
  list: z.string(),
  profile: z.string(),
});

/** A target by name and kind, with the list of its parameters pasted or left for later. */
export function AddTargetDialog({ onClose, onMade }: { readonly onClose: () => void; readonly onMade: (id: string) => void }) {
  const rig = useRig((s) => s.index.rig);
  const edit = useRig((s) => s.edit);
  const id = useId();
  const { profiles } = useLibrary();
  const { register, handleSubmit, formState, watch, setValue } = useForm({
    resolver: zodResolver(form),
    defaultValues: { name: '', kind: 'plugin' as const, list: '', profile: '' },
  });
  const [drivenBy, setDrivenBy] = useState<DrivenBy>({ controllerIds: rig.controllers.map((c) => c.id), through: null });
  const save = handleSubmit((values) => {
    const profile = profiles.find((p) => p.id === values.profile) ?? plainProfile(values.name, values.kind);
    const made = addTarget(rig, profile, values.name, () => nanoid(10), drivenBy);
    const { good, numbers } = parseParameters(values.list);
    const withTarget = apply(rig, made.edit);
    const edits =
      withTarget.ok && good.length > 0
        ? [made.edit, addParameters(withTarget.value, made.id, good, () => nanoid(10), numbers)]
        : [made.edit];
    if (edit(batch(`Add ${values.name}`, edits))) onMade(made.id);
  });
  const list = watch('list');
  const chosen = profiles.find((p) => p.id === watch('profile'));
  const found = parseParameters(list).good.length + (chosen?.parameters.length ?? 0);
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title="Add a target"
      description="A plugin, sampler, mixer, cue player: whatever is to be moved."
      footer={
        <Button tone="primary" type="submit" form={id}>
          {found > 0 ? `Add it with ${counted(found, 'parameter')}` : 'Add it'}
        </Button>
      }
    >
      <form id={id} onSubmit={(e) => void save(e)} className="flex flex-col gap-3">
        <Field label="Start from" hint={chosen ? chosen.summary : 'a name and a list of parameters'}>
          {(f) => (
            <Select
              id={f}
              value={watch('profile')}
              onChange={(e) => {
                const profile = profiles.find((p) => p.id === e.target.value);
                setValue('profile', profile?.id ?? '');
                if (!profile) return;
                setValue('kind', profile.kind);
                const name = watch('name');
                if (name === '' || profiles.some((p) => p.name === name))
                  setValue('name', profile.name, { shouldValidate: true });
              }}
            >
              <option value="">nothing: you know what it has</option>
              <ProfileOptions profiles={profiles} />
            </Select>
          )}
        </Field>
        <div className="grid grid-cols-[1fr_200px] gap-3">
          <Field label="Name" error={formState.errors.name?.message}>
            {(f) => <TextInput id={f} autoFocus {...register('name')} />}
          </Field>
          <Field label="Kind">
            {(f) => (
              <Select id={f} {...register('kind')}>
                {['plugin', 'host', 'sampler', 'looper', 'mixer', 'lighting', 'cue-player'].map((k) => (
                  <option key={k} value={k}>
                    {k.replace('-', ' ')}
                  </option>
                ))}
              </Select>
            )}
          </Field>
        </div>
        {rig.controllers.length > 0 && <Driven rig={rig} drivenBy={drivenBy} onChange={setDrivenBy} />}
        <PasteParameters value={list} onChange={(text) => setValue('list', text)} />
      </form>
    </Dialog>
  );
}

/** Which controllers drive it, and whether what they send comes through another target. */
function Driven({
  rig,
  drivenBy,
  onChange,
}: {
  readonly rig: Rig;
  readonly drivenBy: DrivenBy;
  readonly onChange: (to: DrivenBy) => void;
}) {
  const { controllerIds } = drivenBy;
  const turn = (id: string, on: boolean): void =>
    onChange({ ...drivenBy, controllerIds: on ? [...controllerIds, id] : controllerIds.filter((c) => c !== id) });
  return (
    <div className="grid grid-cols-[1fr_200px] gap-3">
      <fieldset>
        <legend className="pb-1 text-xs font-medium text-ink-2">Driven by</legend>
        <div className="flex flex-wrap gap-x-4 gap-y-1">
          {rig.controllers.map((c) => (
            <Switch key={c.id} label={c.name} on={controllerIds.includes(c.id)} onChange={(on) => turn(c.id, on)} />
          ))}
        </div>
      </fieldset>
      <Field label="Through">
        {(f) => (
          <Select
            id={f}
            value={drivenBy.through ?? ''}
            onChange={(e) => onChange({ ...drivenBy, through: e.target.value === '' ? null : e.target.value })}
          >
            <option value="">nothing: straight</option>
            {rig.targets.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </Select>
        )}
      </Field>
    </div>
  );
}

function ProfileOptions({ profiles }: { readonly profiles: readonly Offered<TargetProfile>[] }) {
  return (
    <>
      {[true, false].map((own) => {
        const group = profiles.filter((p) => p.own === own);
        return (
          group.length > 0 && (
            <optgroup key={String(own)} label={own ? 'Yours' : 'Ships with Keen Dial'}>
              {group.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </optgroup>
          )
        );
      })}
    </>
  );
}
