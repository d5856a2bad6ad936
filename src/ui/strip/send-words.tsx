'use client';
// The controller's half of the sentence: gesture, place, message, values.
import { nanoid } from 'nanoid';
import { asPlayed, changeAssignment, changeMessage, changePlace, playedTypes } from '@/core/commands';
import { ccEntry, channelSchema, isReserved, type Message, noteName, parseNote, u7, withChannel, withNumber } from '@/core/midi';
import { type Assignment, type Control, type Controller, type Edit, layersOn, type RigIndex, type Send } from '@/core/rig';
import { offeredGestures } from '../faceplate/effective';
import type { GoTo } from '../map/use-place';
import { Values } from './value-words';
import { Line, Stop, WordInput, WordSelect } from './word';

interface Props {
  readonly index: RigIndex;
  readonly control: Control;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly send: Send;
  readonly at: number;
  readonly edit: (edit: Edit) => boolean;
  readonly go: GoTo;
}

export function SendWords({ index, control, controller, assignment, send, at, edit, go }: Props) {
  const { message, behaviour } = send;
  const layers = layersOn(index.rig, controller.id).filter((l) => l.modifierControlId !== control.id);
  const siblings = (index.assignmentsOf.get(control.id) ?? []).filter((a) => a.id !== assignment.id);
  const free = (bank: number | null, layerId: string | null, gesture: string): boolean =>
    !siblings.some((a) => a.bank === bank && a.layerId === layerId && a.gesture.type === gesture);
  const put = (next: Edit | null): void => void (next && edit(next));
  return (
    <>
      <Line>
        On
        <WordSelect
          aria-label="Gesture"
          value={assignment.gesture.type}
          onChange={(e) => {
            const type = asPlayed(e.target.value);
            if (type === null) return;
            if (edit(changeAssignment(assignment, { gesture: { type } }, `Act on ${type}`))) go({ gesture: type });
          }}
        >
          {offeredGestures(index, control).map((g) => (
            <option
              key={g}
              value={g}
              disabled={!free(assignment.bank, assignment.layerId, g) || (g === 'move') !== (assignment.gesture.type === 'move')}
            >
              {g}
            </option>
          ))}
        </WordSelect>
        in
        {controller.firmware.banks > 1 && (
          <WordSelect
            aria-label="Bank"
            value={String(assignment.bank ?? 0)}
            onChange={(e) => {
              const bank = Number(e.target.value) || null;
              if (edit(changePlace(index, assignment, { bank, layerId: assignment.layerId }))) go({ bank: bank ?? 0 });
            }}
          >
            {[0, ...Array.from({ length: controller.firmware.banks }, (_, i) => i + 1)].map((b) => (
              <option key={b} value={b} disabled={!free(b || null, assignment.layerId, assignment.gesture.type)}>
                {b === 0 ? 'every bank' : (controller.bankNames[b - 1] ?? `Bank ${b}`)}
              </option>
            ))}
          </WordSelect>
        )}
        <WordSelect
          aria-label="Layer"
          value={assignment.layerId ?? ''}
          onChange={(e) => {
            const layerId = e.target.value === '' ? null : e.target.value;
            if (edit(changePlace(index, assignment, { bank: assignment.bank, layerId }))) go({ layer: layerId });
          }}
        >
          <option value="" disabled={!free(assignment.bank, null, assignment.gesture.type)}>
            Base
          </option>
          {layers.map((l) => (
            <option key={l.id} value={l.id} disabled={!free(assignment.bank, l.id, assignment.gesture.type)}>
              {l.name}
            </option>
          ))}
        </WordSelect>
        send
        <WordSelect
          aria-label="Kind of message"
          value={message.type}
          onChange={(e) => put(changeMessage(index, assignment, at, ofType(message, e.target.value), () => nanoid(10)))}
        >
          {playedTypes
            .filter((t) => t === message.type || controller.firmware.messages.includes(t))
            .map((t) => (
              <option key={t} value={t} disabled={t === 'program' && assignment.gesture.type === 'move'}>
                {t === 'cc' ? 'CC' : t === 'note' ? 'note' : 'program'}
              </option>
            ))}
          {!playedTypes.includes(message.type) && <option value={message.type}>{message.type}</option>}
        </WordSelect>
        {'number' in message && !(message.type === 'program' && behaviour.type === 'stepping') && (
          <WordInput
            label="Number"
            value={String(message.number)}
            title={numberTitle(message)}
            commit={(text) => {
              const number =
                message.type === 'note' && !/^\d+$/.test(text.trim())
                  ? parseNote(text, controller.firmware.shows.middleC)
                  : /^\d{1,3}$/.test(text.trim())
                    ? Number(text)
                    : null;
              if (number === null || number > 127)
                return message.type === 'note'
                  ? 'Enter a note: 0 to 127, or a name such as C3.'
                  : 'Enter a number from 0 to 127.';
              put(changeMessage(index, assignment, at, withNumber(message, number), () => nanoid(10)));
              return null;
            }}
          />
        )}
        {'channel' in message && (
          <>
            on ch
            <WordInput
              label="Channel"
              value={String(message.channel)}
              width="w-11"
              commit={(text) => {
                const channel = channelSchema.safeParse(Number(text));
                if (!channel.success) return 'Enter a channel from 1 to 16.';
                put(changeMessage(index, assignment, at, withChannel(message, channel.data), () => nanoid(10)));
                return null;
              }}
            />
          </>
        )}
        {message.type !== 'program' || behaviour.type === 'stepping' ? (
          <Values
            index={index}
            controller={controller}
            assignment={assignment}
            at={at}
            message={message}
            behaviour={behaviour}
            edit={edit}
          />
        ) : (
          <Stop />
        )}
      </Line>
      {message.type === 'cc' && <NumberHint number={message.number} />}
    </>
  );
}

function NumberHint({ number }: { readonly number: number }) {
  const entry = ccEntry(number);
  if (entry.class === 'undefined' || isReserved(number)) return null;
  return (
    <p className="text-xs text-ink-2">
      CC {number} has a standard meaning: {entry.name.toLowerCase()}.
    </p>
  );
}

function numberTitle(message: Message): string {
  if (message.type === 'note')
    return `${noteName(message.number, 3)} where middle C is C3, ${noteName(message.number, 4)} where it is C4`;
  return message.type === 'cc'
    ? ccEntry(message.number).name
    : `shown as ${'number' in message ? message.number + 1 : ''} on devices that count from 1`;
}

function ofType(message: Message, type: string): Message {
  const at = {
    channel: channelSchema.parse('channel' in message ? message.channel : 1),
    number: u7('number' in message ? Math.min(127, message.number) : 0),
  };
  return type === 'note'
    ? { type: 'note', ...at }
    : type === 'program'
      ? { type: 'program', ...at, bank: null }
      : { type: 'cc', ...at };
}
