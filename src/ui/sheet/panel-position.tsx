// Where a control sits on its panel: people program from a drawing, not from an order of numbers.
import type { Control, RigIndex } from '@/core/rig';
import { cx } from '../primitives/cx';

const [WIDTH, HEIGHT] = [300, 360];

export function PanelPosition({ index, control }: { readonly index: RigIndex; readonly control: Control }) {
  const controller = index.controllers.get(control.controllerId);
  if (!controller) return null;
  const scale = Math.min(WIDTH / controller.width, HEIGHT / controller.height);
  return (
    <figure className="max-[1100px]:hidden">
      <div
        role="img"
        aria-label={`${control.name} on the panel of ${controller.name}`}
        className="relative rounded-md border border-control-edge bg-sheet"
        style={{ width: controller.width * scale, height: controller.height * scale }}
      >
        {(index.controlsOf.get(controller.id) ?? []).map((c) => (
          <span
            key={c.id}
            className={cx(
              'absolute block border',
              c.kind === 'fader' || c.kind === 'pad' ? 'rounded-xs' : 'rounded-full',
              c.id === control.id ? 'border-verdigris bg-verdigris' : 'border-control-edge',
            )}
            style={{ left: c.x * scale, top: c.y * scale, width: c.width * scale, height: c.height * scale }}
          />
        ))}
      </div>
      <figcaption className="mt-1 text-xs text-ink-2">{controller.name}</figcaption>
    </figure>
  );
}
