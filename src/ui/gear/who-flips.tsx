// Who flips what goes on and off in new functions of this rig: said once, so that it need not be changed each time.
import type { Preferences, RigIndex } from '@/core/rig';
import { Choice } from '../primitives/choice';
import { useRig } from '../store/provider';

const AS_LAST = 'as-last';

const options = [
  [AS_LAST, 'as the last one did'],
  ['controller', 'the controller alternates'],
  ['software', 'the software, at each press'],
] as const;

export function WhoFlips({ index }: { readonly index: RigIndex }) {
  const edit = useRig((s) => s.edit);
  const { preferences } = index.rig;
  const choose = (to: (typeof options)[number][0]): void => {
    const { toggles: _said, ...rest } = preferences;
    const next: Preferences = to === AS_LAST ? rest : { ...rest, toggles: to };
    edit({ type: 'set-head', field: 'preferences', was: preferences, to: next });
  };
  return (
    <section aria-label="New functions" className="flex flex-col gap-2">
      <h2 className="text-xs font-semibold">New functions</h2>
      <Choice label="On and off is flipped by" value={preferences.toggles ?? AS_LAST} options={options} onChange={choose} />
    </section>
  );
}
