'use client';
// A controller from a template, or a plain panel from counts.
import { zodResolver } from '@hookform/resolvers/zod';
import { nanoid } from 'nanoid';
import { type FormEvent, useId, useState } from 'react';
import { type FormState, type UseFormRegister, useForm } from 'react-hook-form';
import * as z from 'zod';
import { addController, plainTemplate } from '@/core/commands';
import type { ControllerTemplate } from '@/core/library';
import { nameSchema, panelFromCounts } from '@/core/rig';
import { type Offered, useLibrary } from '../entries/use-library';
import { MiniPanel } from '../faceplate/mini-panel';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { Field, TextInput } from '../primitives/field';
import { useRig } from '../store/provider';

const count = (most: number) =>
  z.coerce.number({ message: 'A number is needed.' }).int('A whole number.').min(0, 'Not below 0.').max(most, `At most ${most}.`);

const form = z
  .object({
    name: z.string().trim().pipe(nameSchema),
    footswitches: count(40),
    footswitchRows: z.coerce.number().int().min(1, 'At least 1.').max(8, 'At most 8.'),
    pedals: count(8),
    knobs: count(64),
    encoders: count(64),
    faders: count(64),
    pads: count(64),
    buttons: count(64),
    banks: z.coerce.number().int().min(1, 'At least 1.').max(128, 'At most 128.'),
  })
  .refine((f) => f.footswitches + f.pedals + f.knobs + f.encoders + f.faders + f.pads + f.buttons > 0, {
    message: 'Say how many of each control it has.',
    path: ['footswitches'],
  });

const counts = [
  ['footswitches', 'Footswitches'],
  ['footswitchRows', 'in rows'],
  ['pedals', 'Pedals'],
  ['knobs', 'Knobs'],
  ['encoders', 'Endless encoders'],
  ['faders', 'Faders'],
  ['pads', 'Pads'],
  ['buttons', 'Buttons'],
  ['banks', 'Banks'],
] as const;

/** What stands in the fields: figures as they are typed. */
type Draft = z.input<typeof form>;

export function AddControllerDialog({
  onClose,
  onMade,
}: {
  readonly onClose: () => void;
  readonly onMade: (id: string) => void;
}) {
  const rig = useRig((s) => s.index.rig);
  const edit = useRig((s) => s.edit);
  const [way, setWay] = useState<'template' | 'counts'>('template');
  const { templates } = useLibrary();
  const [search, setSearch] = useState('');
  const found = templates.filter((t) => `${t.name} ${t.summary}`.toLowerCase().includes(search.trim().toLowerCase()));
  const [picked, setPicked] = useState<Offered<ControllerTemplate> | null>(null);
  const chosen = picked && found.includes(picked) ? picked : (found[0] ?? null);
  const id = useId();
  const { register, handleSubmit, formState, watch } = useForm({
    resolver: zodResolver(form),
    defaultValues: {
      name: 'My controller',
      footswitches: 10,
      footswitchRows: 2,
      pedals: 2,
      knobs: 0,
      encoders: 0,
      faders: 0,
      pads: 0,
      buttons: 0,
      banks: 1,
    },
  });
  const make = (template: ControllerTemplate, name: string): void => {
    const made = addController(rig, template, name, () => nanoid(10));
    if (edit(made.edit)) onMade(made.id);
  };
  const fromCounts = handleSubmit((values) => make(plainTemplate(panelFromCounts(values), rig, values.banks), values.name));
  const preview = form.safeParse(watch());
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title="Add a controller"
      footer={
        way === 'template' ? (
          <Button tone="primary" disabled={!chosen} onClick={() => chosen && make(chosen, chosen.name)}>
            Add {chosen?.name ?? ''}
          </Button>
        ) : (
          <Button tone="primary" type="submit" form={id}>
            Add this panel
          </Button>
        )
      }
    >
      <WayChoice way={way} setWay={setWay} />
      {way === 'template' ? (
        <FromTemplate search={search} setSearch={setSearch} found={found} setPicked={setPicked} chosen={chosen} make={make} />
      ) : (
        <FromCounts id={id} register={register} formState={formState} fromCounts={fromCounts} preview={preview} />
      )}
    </Dialog>
  );
}

function FromCounts({
  id,
  register,
  formState,
  fromCounts,
  preview,
}: {
  readonly id: string;
  readonly register: UseFormRegister<Draft>;
  readonly formState: FormState<Draft>;
  readonly fromCounts: (e: FormEvent) => Promise<unknown>;
  readonly preview: z.ZodSafeParseResult<z.infer<typeof form>>;
}) {
  return (
    <form id={id} onSubmit={(e) => void fromCounts(e)} className="grid grid-cols-[280px_1fr] gap-5">
      <div className="grid grid-cols-2 content-start gap-3">
        <Field label="Name" error={formState.errors.name?.message} className="col-span-2">
          {(f) => <TextInput id={f} {...register('name')} />}
        </Field>
        {counts.map(([field, label]) => (
          <Field key={field} label={label} error={formState.errors[field]?.message}>
            {(f) => <TextInput id={f} inputMode="numeric" {...register(field)} />}
          </Field>
        ))}
      </div>
      <div className="flex items-center justify-center rounded-md bg-film p-4">
        {preview.success ? (
          <MiniPanel panel={panelFromCounts(preview.data)} large />
        ) : (
          <p className="text-ink-2">The panel is drawn here.</p>
        )}
      </div>
    </form>
  );
}

function WayChoice({
  way,
  setWay,
}: {
  readonly way: 'template' | 'counts';
  readonly setWay: (to: 'template' | 'counts') => void;
}) {
  return (
    <div role="group" aria-label="How" className="mb-4 flex gap-1">
      {(['template', 'counts'] as const).map((w) => (
        <button
          key={w}
          type="button"
          aria-pressed={way === w}
          onClick={() => setWay(w)}
          className={cx('h-8 rounded-sm px-3', way === w ? 'bg-verdigris-wash font-semibold' : 'text-ink-2 hover:text-ink')}
        >
          {w === 'template' ? 'From a template' : 'From counts'}
        </button>
      ))}
    </div>
  );
}

function FromTemplate({
  search,
  setSearch,
  found,
  setPicked,
  chosen,
  make,
}: {
  readonly search: string;
  readonly setSearch: (to: string) => void;
  readonly found: Offered<ControllerTemplate>[];
  readonly setPicked: (to: Offered<ControllerTemplate> | null) => void;
  readonly chosen: Offered<ControllerTemplate> | null;
  readonly make: (template: ControllerTemplate, name: string) => void;
}) {
  return (
    <div className="flex flex-col gap-3">
      <TextInput
        type="search"
        aria-label="Find a template"
        placeholder="Find by name or by what is on it"
        value={search}
        onChange={(e) => setSearch(e.target.value)}
      />
      {found.length === 0 && (
        <p className="text-ink-2">No template has that in its name. Draw one from counts, or lay one out in the library.</p>
      )}
      <div className="grid grid-cols-3 gap-3 max-[860px]:grid-cols-2">
        {found.map((t) => (
          <button
            key={t.id}
            type="button"
            aria-pressed={chosen?.id === t.id}
            onClick={() => setPicked(t)}
            onDoubleClick={() => make(t, t.name)}
            className={cx(
              'flex flex-col gap-1.5 rounded-md border p-3 text-left',
              chosen?.id === t.id ? 'border-verdigris bg-verdigris-wash ring-1 ring-verdigris' : 'hover:border-control-edge',
            )}
          >
            <span className="flex h-28 items-center justify-center">
              <MiniPanel panel={t.panel} />
            </span>
            <span className="font-semibold">{t.name}</span>
            <span className="text-xs text-ink-2">{t.summary}</span>
            {t.own && <span className="text-xs text-verdigris">yours, version {t.version}</span>}
          </button>
        ))}
      </div>
    </div>
  );
}
