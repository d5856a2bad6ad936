'use client';
// What a control sends as it leaves the factory, gesture by gesture.
import { X } from 'lucide-react';
import { gesturesOf } from '@/core/commands';
import { codingWords, messageSchema } from '@/core/midi';
import { type Control, type Controller, factoryGestures, type GestureType, isEndless } from '@/core/rig';
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
  const put = (line: Line): boolean => onChange(control.factory.map((f) => (f.gesture === line.gesture ? line : f)));
  return (
    <section aria-label="From the factory">
      <h3 className="text-xs font-medium text-ink-2">From the factory it sends</h3>
      <ul className="flex flex-col gap-1 pt-1">
        {control.factory.map((line) => (
          <FactoryLine
            key={line.gesture}
            line={line}
            ways={line.gesture === 'move' && isEndless(control) ? controller.firmware.encoderModes : []}
            put={put}
            onRemove={() => onChange(control.factory.filter((f) => f !== line))}
          />
        ))}
      </ul>
      {free.length > 0 && <AddGesture control={control} controller={controller} onChange={onChange} free={free} />}
    </section>
  );
}

type Ways = Controller['firmware']['encoderModes'];

/** What is said of an encoder by its messages: `back` is there where it has one for each way. */
const wayOf = ({ clicks, back }: Line): Ways[number] => (back ? 'each-way' : (clicks ?? 'absolute'));

const wayWords = (way: Ways[number]): string =>
  way === 'absolute' ? 'where it stands' : way === 'each-way' ? 'a message for each way' : `clicks, ${codingWords[way]}`;

/** A line that says it in another way; the message for the other way begins with the next number. */
function said({ gesture, message }: Line, way: Ways[number]): Line {
  if (way === 'absolute') return { gesture, message };
  if (way !== 'each-way') return { gesture, message, clicks: way };
  const next = messageSchema.safeParse('number' in message ? { ...message, number: message.number + 1 } : message);
  return { gesture, message, back: next.success ? next.data : message };
}

function FactoryLine({
  line,
  ways,
  put,
  onRemove,
}: {
  readonly line: Line;
  /** What its turning can be sent as; empty for what is no encoder. */
  readonly ways: Ways;
  readonly put: (line: Line) => boolean;
  readonly onRemove: () => void;
}) {
  const { gesture, message, back } = line;
  const all = [...new Set([wayOf(line), ...ways])];
  return (
    <li className="flex flex-col gap-1">
      <div className="flex items-center gap-1.5">
        <span className="w-14 shrink-0 text-xs text-ink-2">{gesture.replace('-', ' ')}</span>
        <MessageFields what={`on ${gesture}`} message={message} put={(next) => put({ ...line, message: next })} />
        <button
          type="button"
          aria-label={`Nothing on ${gesture}`}
          className="rounded-sm p-1 text-ink-2 hover:text-stop"
          onClick={onRemove}
        >
          <X size={14} aria-hidden />
        </button>
      </div>
      {all.length > 1 && (
        <div className="flex items-center gap-1.5 pl-[62px]">
          <Select
            aria-label="What it says as it is turned"
            className="h-7"
            value={wayOf(line)}
            onChange={(e) => {
              const way = all.find((w) => w === e.target.value);
              if (way) put(said(line, way));
            }}
          >
            {all.map((way) => (
              <option key={way} value={way}>
                {wayWords(way)}
              </option>
            ))}
          </Select>
        </div>
      )}
      {back && (
        <div className="flex items-center gap-1.5">
          <span className="w-14 shrink-0 text-xs text-ink-2">other way</span>
          <MessageFields what="the other way" message={back} put={(next) => put({ ...line, back: next })} />
          <span className="w-[22px] shrink-0" />
        </div>
      )}
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
