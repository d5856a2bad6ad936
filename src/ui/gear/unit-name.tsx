'use client';
// The name of a controller or target: no two of a rig have the same.
import { freshName } from '@/core/commands';
import { type Controller, nameSchema, type RigIndex, set, type Target } from '@/core/rig';
import { CommitInput, Field, NOT_TAKEN } from '../primitives/field';
import { useRig } from '../store/provider';

type Props = { readonly index: RigIndex; readonly className?: string } & (
  | { readonly table: 'controllers'; readonly unit: Controller }
  | { readonly table: 'targets'; readonly unit: Target }
);

export function UnitName({ index, className, ...of }: Props) {
  const edit = useRig((s) => s.edit);
  const commit = (text: string): string | null => {
    const name = nameSchema.safeParse(text.trim());
    if (!name.success) return name.error.issues[0]?.message ?? 'a name is needed';
    const others = index.rig[of.table].filter((u) => u.id !== of.unit.id);
    const fresh = freshName(name.data, others);
    const change =
      of.table === 'controllers' ? set('controllers', of.unit, 'name', fresh) : set('targets', of.unit, 'name', fresh);
    return edit(change) ? null : NOT_TAKEN;
  };
  return (
    <Field label="Name" className={className}>
      {(id) => <CommitInput id={id} className="w-full" value={of.unit.name} commit={commit} />}
    </Field>
  );
}
