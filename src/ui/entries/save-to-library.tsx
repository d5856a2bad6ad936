'use client';
// Makes a library entry out of a controller or target of this rig, and marks the rig's rows as copies of it.
import { BookmarkPlus } from 'lucide-react';
import { useState } from 'react';
import { batch, type Controller, type Edit, type RigIndex, set, type Target } from '@/core/rig';
import { addEntry } from '@/server/actions/library';
import { Button } from '../primitives/button';
import { NameDialog } from '../primitives/name-dialog';
import { toast } from '../primitives/toast';
import { useRig, useRigStore } from '../store/provider';

export function SaveToLibrary({ index, unit }: { readonly index: RigIndex; readonly unit: Controller | Target }) {
  const [asking, setAsking] = useState(false);
  const store = useRigStore();
  const edit = useRig((s) => s.edit);
  const controller = index.controllers.get(unit.id);
  const target = index.targets.get(unit.id);
  const save = async (name: string): Promise<string | null> => {
    if (store.getState().saving !== 'saved') return 'The last change is still being saved. Try again in a moment.';
    const kind = controller ? 'controller-template' : 'target-profile';
    const made = await addEntry({ kind, name, source: { type: 'unit', rigId: index.rig.id, unitId: unit.id } });
    if (!made.ok) return made.message;
    const edits: Edit[] = controller
      ? [
          set('controllers', controller, 'templateId', made.id),
          set('controllers', controller, 'templateVersion', 1),
          ...(index.controlsOf.get(controller.id) ?? []).map((c) => set('controls', c, 'origin', c.id)),
        ]
      : target
        ? [
            set('targets', target, 'profileId', made.id),
            set('targets', target, 'profileVersion', 1),
            ...(index.parametersOf.get(target.id) ?? []).map((p) => set('parameters', p, 'origin', p.id)),
          ]
        : [];
    edit(batch(`Save ${unit.name} to the library`, edits));
    setAsking(false);
    toast(`${name} is in the library`, {
      action: { label: 'Open it', onClick: () => window.location.assign(`/library/${made.id}`) },
    });
    return null;
  };
  return (
    <>
      <Button onClick={() => setAsking(true)}>
        <BookmarkPlus size={15} aria-hidden /> To the library
      </Button>
      {asking && (
        <NameDialog
          open
          title={`Save ${unit.name} to the library`}
          hint="Other rigs can start from it. This rig keeps its own copy."
          button="Save it"
          initial={unit.name}
          onClose={() => setAsking(false)}
          onName={save}
        />
      )}
    </>
  );
}
