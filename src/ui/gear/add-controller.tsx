'use client';
// A controller from a template, or a plain panel from counts.
import { zodResolver } from '@hookform/resolvers/zod';
import { nanoid } from 'nanoid';
import { type FormEvent, useId, useState } from 'react';
import { type FormState, type UseFormRegister, useForm } from 'react-hook-form';
import * as z from 'zod';
import { addController, plainTemplate } from '@/core/commands';
import type { ControllerTemplate } from '@/core/library';
import { type CountedPart, countedParts, nameSchema, type Panel, panelFromCounts } from '@/core/rig';
import { type Described, templateOf } from '@/core/touching';
import { type Offered, useLibrary } from '../entries/use-library';
import { MiniPanel } from '../faceplate/mini-panel';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { Field, TextInput } from '../primitives/field';
import { useRig } from '../store/provider';
import { FromTouching } from './from-touching';
import { type Touching, useTouching } from './use-touching';

type Way = 'template' | 'counts' | 'touching';
const ways: readonly Way[] = ['template', 'counts', 'touching'];
const wayWords: Readonly<Record<Way, string>> = {
  template: 'From a template',
  counts: 'From counts',
  touching: 'From touching it',
};

const count = (most: number) =>
  z.coerce.number({ message: 'A number is needed.' }).int('A whole number.').min(0, 'Not below 0.').max(most, `At most ${most}.`);

const most: Readonly<Record<CountedPart, number>> = {
  wheels: 8,
  encoders: 64,
  knobs: 64,
  faders: 64,
  ribbons: 16,
  pads: 64,
  buttons: 64,
  footswitches: 40,
  keys: 4,
  pedals: 8,
};
const labels: Readonly<Record<CountedPart, string>> = {
  wheels: 'Jog wheels',
  encoders: 'Endless encoders',
  knobs: 'Knobs',
  faders: 'Faders',
  ribbons: 'Ribbons',
  pads: 'Pads',
  buttons: 'Buttons',
  footswitches: 'Footswitches',
  keys: 'Keyboards',
  pedals: 'Pedals',
};
/** In the order in which most people count: what is on every second board first. */
const asked: readonly CountedPart[] = [
  'footswitches',
  'pedals',
  'knobs',
  'encoders',
  'faders',
  'pads',
  'buttons',
  'wheels',
  'ribbons',
  'keys',
];

const forParts = <T extends z.ZodType>(schema: (part: CountedPart) => T) =>
  z.object(Object.fromEntries(countedParts.map((part) => [part, schema(part)])) as Record<CountedPart, T>); // border: every part is named

const rowsOf = z
  .string()
  .trim()
  .regex(/^([1-8])?$/, '1 to 8 rows, or nothing.');

const form = z
  .object({
    name: z.string().trim().pipe(nameSchema),
    counts: forParts((part) => count(most[part])),
    rows: forParts(() => rowsOf),
    twoSides: z.boolean(),
    banks: z.coerce.number().int().min(1, 'At least 1.').max(128, 'At most 128.'),
    pages: z.coerce.number().int().min(1, 'At least 1.').max(16, 'At most 16.'),
  })
  .refine((f) => Object.values(f.counts).some((n) => n > 0), {
    message: 'Say how many of each control it has.',
    path: ['counts', 'footswitches'],
  });

const panelOf = ({ counts, rows, twoSides }: z.infer<typeof form>): Panel =>
  panelFromCounts({
    counts,
    rows: Object.fromEntries(Object.entries(rows).flatMap(([part, n]) => (n === '' ? [] : [[part, Number(n)]]))),
    twoSides,
  });

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
  const [way, setWay] = useState<Way>('template');
  const touching = useTouching();
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
      counts: Object.fromEntries(countedParts.map((part) => [part, 0])),
      rows: Object.fromEntries(countedParts.map((part) => [part, ''])),
      twoSides: false,
      banks: 1,
      pages: 1,
    },
  });
  const make = (template: ControllerTemplate, name: string): void => {
    const made = addController(rig, template, name, () => nanoid(10));
    if (edit(made.edit)) onMade(made.id);
  };
  const fromCounts = handleSubmit((values) => make(plainTemplate(panelOf(values), rig, values.banks, values.pages), values.name));
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
          <Button tone="primary" type="submit" form={id} disabled={way === 'touching' && touching.described === null}>
            Add this panel
          </Button>
        )
      }
    >
      <WayChoice way={way} setWay={setWay} />
      {way === 'template' ? (
        <FromTemplate search={search} setSearch={setSearch} found={found} setPicked={setPicked} chosen={chosen} make={make} />
      ) : way === 'touching' ? (
        <TouchedForm id={id} touching={touching} onAdd={(rows, name) => make(templateOf(rows, rig), name)} />
      ) : (
        <FromCounts id={id} register={register} formState={formState} fromCounts={fromCounts} preview={preview} />
      )}
    </Dialog>
  );
}

/** The name of what was touched, and what was found of it. */
function TouchedForm({
  id,
  touching,
  onAdd,
}: {
  readonly id: string;
  readonly touching: Touching;
  readonly onAdd: (rows: readonly Described[], name: string) => void;
}) {
  const [name, setName] = useState('My controller');
  const named = nameSchema.safeParse(name.trim());
  return (
    <form
      id={id}
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (named.success && touching.described) onAdd(touching.described, named.data);
      }}
    >
      <Field label="Name" className="w-64" error={named.success ? undefined : named.error.issues[0]?.message}>
        {(f) => <TextInput id={f} value={name} onChange={(e) => setName(e.target.value)} />}
      </Field>
      <FromTouching touching={touching} />
    </form>
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
    <form id={id} onSubmit={(e) => void fromCounts(e)} className="grid grid-cols-[300px_1fr] gap-5">
      <div className="flex flex-col gap-3">
        <Field label="Name" error={formState.errors.name?.message}>
          {(f) => <TextInput id={f} {...register('name')} />}
        </Field>
        <Parts register={register} formState={formState} />
        <div className="grid grid-cols-2 gap-3">
          <Field label="Banks" error={formState.errors.banks?.message}>
            {(f) => <TextInput id={f} inputMode="numeric" {...register('banks')} />}
          </Field>
          <Field label="Pages" error={formState.errors.pages?.message}>
            {(f) => <TextInput id={f} inputMode="numeric" {...register('pages')} />}
          </Field>
        </div>
        <label className="flex items-center gap-2" title="A left and a right one of everything but the pedals">
          <input type="checkbox" className="size-3.5 accent-verdigris" {...register('twoSides')} />
          Two sides, left and right
        </label>
      </div>
      <div className="flex items-center justify-center rounded-md bg-film p-4">
        {preview.success ? (
          <MiniPanel panel={panelOf(preview.data)} large />
        ) : (
          <p className="text-ink-2">The panel is drawn here.</p>
        )}
      </div>
    </form>
  );
}

/** A line for each kind of control: how many, and in how many rows. */
function Parts({ register, formState }: { readonly register: UseFormRegister<Draft>; readonly formState: FormState<Draft> }) {
  const id = useId();
  return (
    <table className="w-full">
      <thead>
        <tr className="text-left text-xs text-ink-2">
          <th className="font-medium">Control</th>
          <th className="w-20 font-medium">How many</th>
          <th className="w-16 font-medium">in rows</th>
        </tr>
      </thead>
      <tbody>
        {asked.map((part) => {
          const wrong = formState.errors.counts?.[part]?.message ?? formState.errors.rows?.[part]?.message;
          return (
            <tr key={part}>
              <td className="py-0.5">
                <label htmlFor={`${id}-${part}`}>{labels[part]}</label>
                {wrong !== undefined && (
                  <span role="alert" className="block text-xs text-stop">
                    {wrong}
                  </span>
                )}
              </td>
              <td className="py-0.5 pr-2">
                <TextInput id={`${id}-${part}`} inputMode="numeric" {...register(`counts.${part}`)} />
              </td>
              <td className="py-0.5">
                <TextInput
                  aria-label={`Rows of ${labels[part].toLowerCase()}`}
                  inputMode="numeric"
                  placeholder="any"
                  {...register(`rows.${part}`)}
                />
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function WayChoice({ way, setWay }: { readonly way: Way; readonly setWay: (to: Way) => void }) {
  return (
    <div role="group" aria-label="How" className="mb-4 flex gap-1">
      {ways.map((w) => (
        <button
          key={w}
          type="button"
          aria-pressed={way === w}
          onClick={() => setWay(w)}
          className={cx('h-8 rounded-sm px-3', way === w ? 'bg-verdigris-wash font-semibold' : 'text-ink-2 hover:text-ink')}
        >
          {wayWords[w]}
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
