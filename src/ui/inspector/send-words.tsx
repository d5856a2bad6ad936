'use client';

// The controller's half of the sentence: gesture, place, message, values.

import { asGesture, changeAssignment, changePlace, chordPartners, gestureOf } from '@/core/commands';
import { kindOf, type Message, shortName } from '@/core/midi';
import {
  type Assignment,
  type Control,
  type Controller,
  chordWindowSchema,
  type Edit,
  gestureNames,
  layersOn,
  type RigIndex,
  type Send,
} from '@/core/rig';
import { offeredGestures } from '../faceplate/effective';
import type { GoTo } from '../place/use-place';
import { MessageWords } from './message-words';
import { Values } from './value-words';
import { Line, NumberWord, WordSelect } from './word';

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

/** Which other switch makes the chord, how soon, and whether each still acts alone. */
function ChordWords({
  index,
  control,
  assignment,
  gesture,
  edit,
}: {
  readonly index: RigIndex;
  readonly control: Control;
  readonly assignment: Assignment;
  readonly gesture: Extract<Assignment['gesture'], { type: 'chord' }>;
  readonly edit: (edit: Edit) => boolean;
}) {
  const put = (changes: Partial<typeof gesture>): boolean =>
    edit(changeAssignment(assignment, { gesture: { ...gesture, ...changes } }, 'Change the chord'));
  return (
    <>
      with
      <WordSelect aria-label="The other switch" value={gesture.with} onChange={(e) => put({ with: e.target.value })}>
        {chordPartners(index, control).map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
      </WordSelect>
      within
      <NumberWord
        label="Window in ms"
        unit="ms"
        width="w-12"
        value={gesture.windowMs}
        schema={chordWindowSchema}
        onValue={(windowMs) => put({ windowMs })}
      />
      ms,
      <WordSelect
        aria-label="Each alone"
        value={gesture.singlesFire ? 'fires' : 'waits'}
        onChange={(e) => put({ singlesFire: e.target.value === 'fires' })}
      >
        <option value="waits">each alone waits for it</option>
        <option value="fires">each alone acts too</option>
      </WordSelect>
    </>
  );
}

export function SendWords({ index, control, controller, assignment, send, at, edit, go }: Props) {
  const { message, behaviour } = send;
  const kind = kindOf(message.type);
  const says = kind.carries === 'nothing';
  const siblings = (index.assignmentsOf.get(control.id) ?? []).filter((a) => a.id !== assignment.id);
  const free = (bank: number | null, layerId: string | null, gesture: string): boolean =>
    !siblings.some((a) => a.bank === bank && a.page === assignment.page && a.layerId === layerId && a.gesture.type === gesture);
  const freePage = (page: number | null): boolean =>
    !siblings.some(
      (a) =>
        a.bank === assignment.bank &&
        a.page === page &&
        a.layerId === assignment.layerId &&
        a.gesture.type === assignment.gesture.type,
    );
  // Where it stands is said once, with the first message.
  const isFirst = assignment.actions.findIndex((a) => a.type === 'send') === at;
  return (
    <>
      <Line>
        {isFirst ? (
          <>
            On
            <GestureWord index={index} control={control} assignment={assignment} edit={edit} go={go} free={free} />
            {assignment.gesture.type === 'chord' && (
              <ChordWords index={index} control={control} assignment={assignment} gesture={assignment.gesture} edit={edit} />
            )}
            in
            {controller.firmware.banks > 1 && (
              <BankWord index={index} controller={controller} assignment={assignment} edit={edit} go={go} free={free} />
            )}
            {controller.firmware.pages > 1 && (
              <PageWord index={index} controller={controller} assignment={assignment} edit={edit} go={go} free={freePage} />
            )}
            <LayerWord
              index={index}
              control={control}
              controller={controller}
              assignment={assignment}
              edit={edit}
              go={go}
              free={free}
            />
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
      <NumberHint message={message} />
    </>
  );
}

function LayerWord({
  index,
  control,
  controller,
  assignment,
  edit,
  go,
  free,
}: Pick<Props, 'index' | 'control' | 'controller' | 'assignment' | 'edit' | 'go'> & {
  readonly free: (bank: number | null, layerId: string | null, gesture: string) => boolean;
}) {
  const layers = layersOn(index.rig, controller.id).filter((l) => l.modifierControlId !== control.id);
  return (
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
  );
}

function GestureWord({
  index,
  control,
  assignment,
  edit,
  go,
  free,
}: {
  readonly index: RigIndex;
  readonly control: Control;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
  readonly go: GoTo;
  readonly free: (bank: number | null, layerId: string | null, gesture: string) => boolean;
}) {
  return (
    <WordSelect
      aria-label="Gesture"
      value={assignment.gesture.type}
      onChange={(e) => {
        const type = asGesture(e.target.value);
        const gesture = type === null ? null : gestureOf(index, control, type);
        if (gesture === null) return;
        if (edit(changeAssignment(assignment, { gesture }, `Act on ${gesture.type}`))) go({ gesture: gesture.type });
      }}
    >
      {offeredGestures(index, control).map((g) => (
        <option
          key={g}
          value={g}
          disabled={
            !free(assignment.bank, assignment.layerId, g) ||
            (g === 'move') !== (assignment.gesture.type === 'move') ||
            gestureOf(index, control, g) === null
          }
        >
          {gestureNames[g]}
        </option>
      ))}
    </WordSelect>
  );
}

function BankWord({
  index,
  controller,
  assignment,
  edit,
  go,
  free,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
  readonly go: GoTo;
  readonly free: (bank: number | null, layerId: string | null, gesture: string) => boolean;
}) {
  return (
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
  );
}

function PageWord({
  index,
  controller,
  assignment,
  edit,
  go,
  free,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
  readonly go: GoTo;
  readonly free: (page: number | null) => boolean;
}) {
  const { bank, layerId } = assignment;
  return (
    <WordSelect
      aria-label="Page"
      value={String(assignment.page ?? 0)}
      onChange={(e) => {
        const page = Number(e.target.value) || null;
        if (edit(changePlace(index, assignment, { bank, page, layerId }))) go({ page: page ?? 0 });
      }}
    >
      {[0, ...Array.from({ length: controller.firmware.pages }, (_, i) => i + 1)].map((p) => (
        <option key={p} value={p} disabled={!free(p || null)}>
          {p === 0 ? 'every page' : `page ${p}`}
        </option>
      ))}
    </WordSelect>
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
