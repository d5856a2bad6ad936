'use client';
// The open rig as a template for the next one.
import { useState } from 'react';
import { minimumOf, type TemplateNumbers } from '@/core/library';
import { saveAsTemplate } from '@/server/actions/library';
import { Button } from '../primitives/button';
import { Dialog } from '../primitives/dialog';
import { Field, TextInput } from '../primitives/field';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';

const ways: ReadonlyArray<readonly [TemplateNumbers, string, string]> = [
  [
    'kept',
    'With its numbers',
    'The next rig keeps the same numbers, pinned: hardware already programmed that way can stay as it is.',
  ],
  ['anew', 'Without numbers', 'Only which control does what. Numbers are planned when a rig is started from it.'],
];

export function TemplateDialog({ onClose }: { readonly onClose: () => void }) {
  const rig = useRig((s) => s.index.rig);
  const saving = useRig((s) => s.saving);
  const [name, setName] = useState(rig.name);
  const [numbers, setNumbers] = useState<TemplateNumbers>('kept');
  const [problem, setProblem] = useState<string | undefined>();
  const [busy, setBusy] = useState(false);
  const { marked, all } = minimumOf(rig);
  const save = async (): Promise<void> => {
    setBusy(true);
    const made = await saveAsTemplate({ rigId: rig.id, name, numbers });
    setBusy(false);
    if (!made.ok) {
      setProblem(made.message);
      return;
    }
    onClose();
    toast(`${name.trim()} is in the library`, {
      action: { label: 'See it', onClick: () => window.location.assign('/library?kind=rig-template') },
    });
  };
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title="Save this rig as a template"
      description="What was entered, proved or accepted stays behind."
      footer={
        <Button tone="primary" disabled={busy || saving !== 'saved'} onClick={() => void save()}>
          Save it
        </Button>
      }
    >
      <div className="flex flex-col gap-4">
        <Field label="Name" error={problem}>
          {(id) => <TextInput id={id} autoFocus value={name} onChange={(e) => setName(e.target.value)} />}
        </Field>
        <fieldset className="flex flex-col gap-2">
          <legend className="pb-1 text-xs font-medium text-ink-2">Numbers</legend>
          {ways.map(([way, words, about]) => (
            <label key={way} className="flex items-start gap-2">
              <input
                type="radio"
                name="numbers"
                className="mt-1 accent-verdigris"
                checked={numbers === way}
                onChange={() => setNumbers(way)}
              />
              <span>
                <span className="font-medium">{words}</span>
                <span className="block text-xs text-ink-2">{about}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <p className="text-xs text-ink-2">
          {marked === 0
            ? 'No function is marked as belonging to the smallest map yet; the map has a tick for it.'
            : `${marked} of ${all} functions are marked as the smallest map that already works.`}
        </p>
      </div>
    </Dialog>
  );
}
