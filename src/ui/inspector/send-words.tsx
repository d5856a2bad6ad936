'use client';

// The controller's half of the sentence: gesture, place, message, values.

import { kindOf, type Message, noteName, shortName, showNote } from '@/core/midi';
import { type Assignment, type Control, type Controller, countsNumbers, type Edit, type RigIndex, type Send } from '@/core/rig';
import type { GoTo } from '../place/use-place';
import { MessageWords } from './message-words';
import { Values } from './value-words';
import { WhenWords } from './when-words';
import { Line } from './word';

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
  const kind = kindOf(message.type);
  const says = kind.carries === 'nothing';
  return (
    <>
      <Line>
        {at === 0 ? (
          <>
            <WhenWords index={index} control={control} controller={controller} assignment={assignment} edit={edit} go={go} />
            send
          </>
        ) : (
          'Then send'
        )}
        <MessageWords
          index={index}
          controller={controller}
          assignment={assignment}
          send={send}
          at={at}
          edit={edit}
          end={says ? '.' : ','}
        />
        {!says && (
          <Values
            index={index}
            control={control}
            controller={controller}
            assignment={assignment}
            at={at}
            message={message}
            behaviour={behaviour}
            edit={edit}
          />
        )}
      </Line>
      <NoteHint index={index} controller={controller} send={send} />
      <NumberHint message={message} />
    </>
  );
}

/** What a note is called: by the controller, and by each target that calls it otherwise. */
function NoteHint({
  index,
  controller,
  send,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly send: Send;
}) {
  const { message } = send;
  // What counts has no number of its own.
  if (message.type !== 'note' || countsNumbers(send)) return null;
  const targets = new Set(send.meant.map((id) => index.parameters.get(id)?.targetId ?? ''));
  const said = [
    { name: controller.name, style: controller.firmware.shows },
    ...[...targets].flatMap((id) => {
      const target = index.targets.get(id);
      return target ? [{ name: target.name, style: target.reception.shows }] : [];
    }),
  ].map(({ name, style }) => ({ name, note: showNote(message.number, style) }));
  const [own] = said;
  const differ = said.some((s) => s.note !== own?.note);
  const called = noteName(message.number, index.rig.preferences.middleC);
  return (
    <p className="text-xs text-ink-2">
      {differ
        ? `Note ${message.number}: ${said.map((s) => `${s.note} on ${s.name}`).join(', ')}.`
        : own?.note === String(message.number)
          ? `Note ${message.number} is ${called}.`
          : `Note ${message.number}: ${own?.note}.`}
    </p>
  );
}

function NumberHint({ message }: { readonly message: Message }) {
  const entry = 'number' in message ? kindOf(message.type).number?.entry(message.number, 4) : null;
  if (entry?.use !== 'meaning') return null;
  return (
    <p className="text-xs text-ink-2">
      {shortName(message)} has a standard meaning: {entry.name.toLowerCase()}.
    </p>
  );
}
