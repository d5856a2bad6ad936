'use client';
// The name of a controller or target: no two of a rig have the same.
import { freshName } from '@/core/commands';
import { type Controller, nameSchema, type RigIndex, set, type Target } from '@/core/rig';
import { TextField } from '../primitives/text-field';
import { useRig } from '../store/provider';

type Props = { readonly index: RigIndex; readonly className?: string | undefined } & (
  | { readonly table: 'controllers'; readonly unit: Controller }
  | { readonly table: 'targets'; readonly unit: Target }
);

export function UnitName({ index, className, ...of }: Props) {
  const edit = useRig((s) => s.edit);
  const rename = (name: string): boolean => {
    const others = index.rig[of.table].filter((u) => u.id !== of.unit.id);
    const fresh = freshName(name, others);
    return edit(of.table === 'controllers' ? set('controllers', of.unit, 'name', fresh) : set('targets', of.unit, 'name', fresh));
  };
  return <TextField label="Name" className={className} value={of.unit.name} schema={nameSchema} onValue={rename} />;
}
