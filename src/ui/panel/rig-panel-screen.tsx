'use client';
import { parseAsString, useQueryState } from 'nuqs';
// The panel of a controller on this rig: the rig's own copy, whatever the library says.
import { Link } from '../primitives/link';
import { useRig } from '../store/provider';
import { PanelScreen } from './panel-screen';

export function RigPanelScreen() {
  const index = useRig((s) => s.index);
  const [unit] = useQueryState('unit', parseAsString);
  const controller = index.controllers.get(unit ?? '') ?? index.rig.controllers[0];
  const back = `/rigs/${index.rig.id}/gear${controller ? `?unit=${controller.id}` : ''}`;
  if (!controller)
    return (
      <main className="p-8">
        <h1 className="text-xl font-semibold">No controller is on this rig yet.</h1>
        <p className="pt-2">
          <Link href={back} className="text-verdigris underline">
            Add one in Gear
          </Link>
        </p>
      </main>
    );
  return (
    <PanelScreen
      key={controller.id}
      index={index}
      controller={controller}
      aside={
        <div className="flex flex-col gap-1 border-b pb-3">
          <h1 className="text-lg font-semibold">{controller.name}</h1>
          <p className="text-xs text-ink-2">This rig’s own copy. The library stays as it is.</p>
          <Link href={back} className="w-max text-verdigris hover:underline">
            Back to Gear
          </Link>
        </div>
      }
    />
  );
}
