'use client';
// The first thing that is to be moved: one parameter by its name, a list, a file, or the software of the small job.
import { nanoid } from 'nanoid';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';
import { type FirstKind, putFirstParameter, putSmallChoir } from '@/core/begin';
import { nameSchema, type RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Field, TextInput } from '../primitives/field';
import { useRig } from '../store/provider';
import type { Way } from '../ways/ways';
import { Step, There } from './step-parts';

const AddTargetDialog = dynamic(() => import('../gear/add-target').then((m) => m.AddTargetDialog), { ssr: false });
const MergeDialog = dynamic(() => import('../import/merge-dialog').then((m) => m.MergeDialog), { ssr: false });

interface Props {
  readonly way: Way;
  readonly index: RigIndex;
  readonly onDone: () => void;
}

export function ParameterStep({ way, index, onDone }: Props) {
  const names = index.rig.parameters.map((p) => p.name);
  const there = <There names={names} onDone={onDone} />;
  if (way === 'show') return <Choir index={index} onDone={onDone} there={there} has={names.length > 0} />;
  return way === 'hardware' ? (
    <Step
      title="What is it to move?"
      about="One parameter of your software is enough to begin with. More of them, or a whole list, can come at any time."
    >
      {there}
      <OneParameter index={index} onDone={onDone} />
    </Step>
  ) : (
    <Step
      title="Your list"
      about="A table from a spreadsheet or a manual, one parameter on each line; or a rig that somebody gave you as a file, from which you take what you want."
    >
      {there}
      <FromList onDone={onDone} has={names.length > 0} />
    </Step>
  );
}

function Choir({ index, onDone, there, has }: Omit<Props, 'way'> & { readonly there: ReactNode; readonly has: boolean }) {
  const edit = useRig((s) => s.edit);
  return (
    <Step
      title="A choir of glasses"
      about="Software with two parameters: Drone, which goes on and off, and Swell, from 0 to 100 %. In a rig of your own you paste the list of your software here."
    >
      {there}
      <Button
        className="self-start"
        tone={has ? 'plain' : 'primary'}
        onClick={() => edit(putSmallChoir(index.rig, () => nanoid(10))) && onDone()}
      >
        Put the glass choir here
      </Button>
    </Step>
  );
}

const kinds = [
  ['toggle', 'is switched on and off'],
  ['continuous', 'is turned up and down'],
  ['trigger', 'happens once at each press'],
] as const satisfies ReadonlyArray<readonly [FirstKind, string]>;

/** A software and one parameter of it, by name. */
function OneParameter({ index, onDone }: Omit<Props, 'way'>) {
  const edit = useRig((s) => s.edit);
  const [software, setSoftware] = useState('');
  const [parameter, setParameter] = useState('');
  const [kind, setKind] = useState<FirstKind>('toggle');
  const [tried, setTried] = useState(false);
  const named = nameSchema.safeParse(parameter.trim());
  const of = nameSchema.safeParse(software.trim());
  const wrong = (read: typeof named): string | undefined => (tried && !read.success ? read.error.issues[0]?.message : undefined);
  return (
    <form
      className="grid max-w-[560px] grid-cols-2 gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        setTried(true);
        if (!named.success || !of.success) return;
        const made = putFirstParameter(index.rig, { software: of.data, parameter: named.data, kind }, () => nanoid(10));
        if (edit(made)) onDone();
      }}
    >
      <Field label="The parameter" error={wrong(named)} hint="For instance the mix of an echo.">
        {(id) => <TextInput id={id} value={parameter} onChange={(e) => setParameter(e.target.value)} />}
      </Field>
      <Field label="Of which software" error={wrong(of)}>
        {(id) => <TextInput id={id} value={software} onChange={(e) => setSoftware(e.target.value)} />}
      </Field>
      <Choice label="It" value={kind} options={kinds} onChange={setKind} />
      <Button tone="primary" type="submit" className="self-end">
        Add it
      </Button>
    </form>
  );
}

function FromList({ onDone, has }: { readonly onDone: () => void; readonly has: boolean }) {
  const [open, setOpen] = useState<'list' | 'file' | null>(null);
  return (
    <>
      <div className="flex gap-2">
        <Button tone={has ? 'plain' : 'primary'} onClick={() => setOpen('list')}>
          Paste a list
        </Button>
        <Button onClick={() => setOpen('file')}>Take it from a file</Button>
      </div>
      {open === 'list' && (
        <AddTargetDialog
          onClose={() => setOpen(null)}
          onMade={() => {
            setOpen(null);
            onDone();
          }}
        />
      )}
      {open === 'file' && <MergeDialog onClose={() => setOpen(null)} />}
    </>
  );
}
