'use client';
// What a control sends as it leaves the factory, gesture by gesture.
import { X } from 'lucide-react';
import { gesturesOf } from '@/core/commands';
import { messageSchema } from '@/core/midi';
import { type Control, type Controller, factoryGestures, type GestureType } from '@/core/rig';
import { Select } from '../primitives/field';
import { MessageFields, shortTypes } from './message-fields';

type Factory = Control['factory'];
type Line = Factory[number];
/** The gesture, where a factory sends anything on it. */
const factoryGestureOf = (gesture: GestureType): Line['gesture'] | null => factoryGestures.find((g) => g === gesture) ?? null;

export function FactoryFields({
  control,
  controller,
  onChange,
}: {
  readonly control: Control;
  readonly controller: Controller;
  readonly onChange: (factory: Factory) => boolean;
}) {
  const can = gesturesOf(control, controller).flatMap((g) => factoryGestureOf(g) ?? []);
  const free = can.filter((g) => !control.factory.some((f) => f.gesture === g));
  const put = (gesture: Line['gesture'], message: Line['message']): boolean =>
    onChange(control.factory.map((f) => (f.gesture === gesture ? { gesture, message } : f)));
  return (
    <section aria-label="From the factory">
      <h3 className="text-xs font-medium text-ink-2">From the factory it sends</h3>
      <ul className="flex flex-col gap-1 pt-1">
        {control.factory.map(({ gesture, message }) => (
          <FactoryLine key={gesture} control={control} onChange={onChange} put={put} gesture={gesture} message={message} />
        ))}
      </ul>
      {free.length > 0 && <AddGesture control={control} controller={controller} onChange={onChange} free={free} />}
    </section>
  );
}

function FactoryLine({
  control,
  onChange,
  put,
  gesture,
  message,
}: {
  readonly control: Control;
  readonly onChange: (factory: Factory) => boolean;
  readonly put: (gesture: Line['gesture'], message: Line['message']) => boolean;
  readonly gesture: Line['gesture'];
  readonly message: Line['message'];
}) {
  return (
    <li className="flex items-center gap-1.5">
      <span className="w-14 shrink-0 text-xs text-ink-2">{gesture.replace('-', ' ')}</span>
      <MessageFields what={`on ${gesture}`} message={message} put={(next) => put(gesture, next)} />
      <button
        type="button"
        aria-label={`Nothing on ${gesture}`}
        className="rounded-sm p-1 text-ink-2 hover:text-stop"
        onClick={() => onChange(control.factory.filter((f) => f.gesture !== gesture))}
      >
        <X size={14} aria-hidden />
      </button>
    </li>
  );
}

function AddGesture({
  control,
  controller,
  onChange,
  free,
}: {
  readonly control: Control;
  readonly controller: Controller;
  readonly onChange: (factory: Factory) => boolean;
  readonly free: readonly Line['gesture'][];
}) {
  return (
    <Select
      aria-label="Add what it sends from the factory"
      className="mt-1.5 h-7"
      value=""
      onChange={(e) => {
        const gesture = free.find((g) => g === e.target.value);
        const [type] = shortTypes;
        if (!gesture || !type) return;
        onChange([
          ...control.factory,
          { gesture, message: messageSchema.parse({ type, channel: controller.channel, number: 20, bank: null }) },
        ]);
      }}
    >
      <option value="">{control.factory.length === 0 ? 'nothing known; add…' : 'Add a gesture…'}</option>
      {free.map((g) => (
        <option key={g} value={g}>
          on {g.replace('-', ' ')}
        </option>
      ))}
    </Select>
  );
}
