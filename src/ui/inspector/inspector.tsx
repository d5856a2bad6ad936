'use client';

// The inspector of the chosen control: tabs per gesture, the assignment as a sentence, its outcome, and what is wrong with it.

import { Tabs } from 'radix-ui';
import type { Result } from '@/core/base';
import { showValue } from '@/core/bench';
import { openFindings } from '@/core/checks';
import {
  addAction,
  addRaw,
  alternate,
  asGesture,
  type CommandProblem,
  countedLandings,
  landingsFor,
  type Place,
  problemWords,
  sendAt,
} from '@/core/commands';
import {
  type Assignment,
  alternates,
  type Control,
  type Controller,
  countsNumbers,
  type Edit,
  type GestureType,
  isRun,
  type Parameter,
  type RigIndex,
  type Target,
} from '@/core/rig';
import { type Effective, effective, offeredGestures } from '../faceplate/effective';
import type { GoTo } from '../place/use-place';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { ActionWords, plainActions } from './action-words';
import { FindingCards } from './finding-cards';
import { FunctionActions, GestureTabs, InspectorHead, NothingHere } from './inspector-parts';
import { KeptNotes } from './kept-notes';
import { LandingWords, ModeWord } from './landing-words';
import { NumberLink } from './number-link';
import { OutcomeCard } from './outcome-card';
import { PortWord } from './port-word';
import { RawWords } from './raw-words';
import { SendWords } from './send-words';
import { StepWords } from './step-words';
import { TextsAndLight } from './texts-and-light';
import { TurnWord } from './turn-word';
import { WantWords } from './want-words';
import { WhenWords } from './when-words';
import { Line, Tail } from './word';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control;
  readonly place: Place;
  readonly gesture: GestureType | null;
  readonly go: GoTo;
  readonly onPick: () => void;
  readonly onFill: (assignment: Assignment) => void;
  readonly onLayer: () => void;
  readonly onListen: () => void;
  readonly onCopy: () => void;
  /** Another message on the same gesture wants a parameter. */
  readonly onMessage: () => void;
  readonly onValues: () => void;
  /** A message that is for nothing yet wants a parameter. */
  readonly onName: (at: number) => void;
}

export function Inspector({
  index,
  controller,
  control,
  place,
  gesture,
  go,
  onPick,
  onFill,
  onLayer,
  onListen,
  onCopy,
  onMessage,
  onValues,
  onName,
}: Props) {
  const findings = useRig((s) => s.findings);
  const outcomes = useRig((s) => s.outcomes);
  const edit = useRig((s) => s.edit);
  const offered = offeredGestures(index, control);
  const opens = index.layersByModifier.get(control.id) ?? [];
  const acting = gesture === null ? null : effective(index, control, place, gesture);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <InspectorHead control={control} onLayer={onLayer} opens={opens} />
      <Tabs.Root
        value={gesture ?? ''}
        onValueChange={(g) => go({ gesture: asGesture(g) })}
        className="flex min-h-0 flex-1 flex-col"
      >
        <GestureTabs index={index} controller={controller} control={control} place={place} gesture={gesture} offered={offered} />
        <Tabs.Content
          value={gesture ?? ''}
          id="inspector-panel"
          tabIndex={-1}
          {...(gesture === null ? { 'aria-labelledby': undefined } : {})}
          className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto px-4 py-3"
        >
          {acting ? (
            <Sentences
              index={index}
              controller={controller}
              control={control}
              acting={acting}
              go={go}
              onMessage={onMessage}
              onValues={onValues}
              onName={onName}
            />
          ) : (
            <NothingHere
              index={index}
              controller={controller}
              control={control}
              place={place}
              gesture={gesture}
              onPick={onPick}
              onListen={onListen}
              onValues={onValues}
              edit={edit}
              offered={offered}
            />
          )}
          {acting && <NumberLink index={index} assignment={acting.assignment} />}
          {acting && <OutcomeCard index={index} assignment={acting.assignment} outcome={outcomes.get(acting.assignment.id)} />}
          {acting && <FindingCards findings={openFindings(findings.get(acting.assignment.id))} edit={edit} />}
          {acting && <KeptNotes index={index} assignment={acting.assignment} edit={edit} />}
          {acting && <TextsAndLight controller={controller} control={control} assignment={acting.assignment} edit={edit} />}
        </Tabs.Content>
      </Tabs.Root>
      <footer className="flex items-center gap-2 border-t px-4 py-2.5 max-[1100px]:gap-1 max-[1100px]:px-2.5">
        <FunctionActions {...{ index, onPick, onFill, onListen, onCopy, edit, acting }} />
      </footer>
    </div>
  );
}

function Sentences({
  index,
  controller,
  control,
  acting,
  go,
  onMessage,
  onValues,
  onName,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control;
  readonly acting: Effective;
  readonly go: GoTo;
  readonly onMessage: () => void;
  readonly onValues: () => void;
  readonly onName: (at: number) => void;
}) {
  const edit = useRig((s) => s.edit);
  const { assignment, from } = acting;
  const inTurn = assignment.gesture.type !== 'move' && alternates(assignment.actions);
  return (
    <div className="flex flex-col gap-2">
      {from !== 'here' && (
        <p className="rounded-sm bg-film px-2 py-1 text-xs text-ink-2">
          {from === 'every-bank'
            ? `This stands ${everywhere(controller, assignment)}.`
            : 'This shows through from Base. Assign a parameter here to give the layer its own.'}
        </p>
      )}
      {assignment.actions.map((action, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: an action is its place in the list
        <div key={at} className="flex flex-col gap-1.5">
          {inTurn && <TurnWord assignment={assignment} action={action} at={at} edit={edit} />}
          {action.type === 'send' ? (
            <SendWords
              index={index}
              control={control}
              controller={controller}
              assignment={assignment}
              send={action}
              at={at}
              edit={edit}
              go={go}
            />
          ) : (
            <ActionWords
              controller={controller}
              assignment={assignment}
              action={action}
              at={at}
              edit={edit}
              when={
                <WhenWords index={index} control={control} controller={controller} assignment={assignment} edit={edit} go={go} />
              }
            />
          )}
          {action.type === 'send' && (
            <PortWord index={index} control={control} assignment={assignment} send={action} at={at} edit={edit} />
          )}
          {action.type === 'send' && action.meant.length === 0 && (
            <RawWords assignment={assignment} at={at} edit={edit} onName={() => onName(at)} />
          )}
          {(action.type === 'send' ? action.meant : []).map((id) => (
            <MeantWords key={id} index={index} assignment={assignment} at={at} parameterId={id} edit={edit} />
          ))}
        </div>
      ))}
      <MoreActions
        index={index}
        controller={controller}
        assignment={assignment}
        edit={edit}
        onMessage={onMessage}
        onValues={onValues}
      />
    </div>
  );
}

/** Of which places something that stands in several is, in words. */
const everywhere = ({ firmware }: Controller, { bank, page }: Assignment): string =>
  [bank === null && firmware.banks > 1 ? 'in every bank' : '', page === null && firmware.pages > 1 ? 'on every page' : '']
    .filter((w) => w !== '')
    .join(', ') || 'everywhere';

/** What a message does to one of the parameters that it is meant for; once for each of them, what is wanted of it. */
function MeantWords({
  index,
  assignment,
  at,
  parameterId,
  edit,
}: {
  readonly index: RigIndex;
  readonly assignment: Assignment;
  readonly at: number;
  readonly parameterId: string;
  readonly edit: (edit: Edit) => boolean;
}) {
  const send = sendAt(assignment, at);
  const parameter = index.parameters.get(parameterId);
  const target = parameter && index.targets.get(parameter.targetId);
  if (!send || !parameter || !target) return null;
  const counts = countsNumbers(send);
  const landing = landingsFor(index, assignment, send).find((l) => l.parameterId === parameterId) ?? null;
  const last = !assignment.actions.slice(at + 1).some((a) => a.type === 'send' && a.meant.includes(parameterId));
  return (
    <>
      {counts ? (
        <CountedWords index={index} assignment={assignment} parameter={parameter} target={target} edit={edit} />
      ) : (
        <LandingWords index={index} assignment={assignment} parameter={parameter} target={target} landing={landing} edit={edit} />
      )}
      {!counts && landing && <StepWords index={index} assignment={assignment} landing={landing} edit={edit} />}
      {last && <WantWords index={index} assignment={assignment} parameter={parameter} edit={edit} />}
    </>
  );
}

/** What each number that is counted does, in a line, and whether they are lines of their own in the target or one. */
function CountedWords({
  index,
  assignment,
  parameter,
  target,
  edit,
}: {
  readonly index: RigIndex;
  readonly assignment: Assignment;
  readonly parameter: Parameter;
  readonly target: Target;
  readonly edit: (edit: Edit) => boolean;
}) {
  const counted = countedLandings(index, assignment, parameter.id);
  const rows = new Set(counted.map((l) => l.id));
  // Where some have a line of their own, those can still be taken into one.
  const row = (index.landingsOf.get(parameter.id) ?? []).filter((l) => rows.has(l.id)).sort((a, b) => +isRun(a) - +isRun(b))[0];
  if (!row)
    return (
      <p className="text-[13.5px] text-ink-2">
        <b className="text-ink">{target.name}</b> listens to none of these numbers, so{' '}
        <b className="text-ink">{parameter.name}</b> stays where it is.
      </p>
    );
  return (
    <>
      <Line>
        <b>{target.name}</b> hears them as
        <Tail>
          <ModeWord index={index} assignment={assignment} target={target} landing={row} edit={edit} offered={['set', 'run']} />
        </Tail>
      </Line>
      <p className="text-[13.5px] text-ink-2">
        <b className="text-ink">{parameter.name}</b> goes to{' '}
        {counted
          .map((l) => `${showValue(parameter, l.setValue)} at ${'number' in l.address ? l.address.number : '?'}`)
          .join(', ')}
        .
      </p>
    </>
  );
}

/** Adding to the list of what a gesture does. */
function MoreActions({
  index,
  controller,
  assignment,
  edit,
  onMessage,
  onValues,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
  readonly onMessage: () => void;
  readonly onValues: () => void;
}) {
  const moves = assignment.gesture.type === 'move';
  const plain = plainActions(controller, moves);
  const put = (made: Result<Edit, CommandProblem>): void => {
    if (made.ok) edit(made.value);
    else toast.error('Not added.', { description: problemWords(made.error) });
  };
  return (
    <select
      aria-label="Then"
      value=""
      className="h-7 w-fit max-w-full rounded-sm border border-transparent bg-transparent text-xs font-medium text-verdigris hover:underline"
      onChange={(e) => {
        const action = plain.find(([name]) => name === e.target.value)?.[1];
        if (!action) {
          if (e.target.value === 'raw') put(addRaw(index, assignment));
          else if (e.target.value === 'alternate') put(alternate(index, assignment));
          else if (e.target.value === 'values') onValues();
          else onMessage();
          return;
        }
        const made = addAction(assignment, action);
        if (made) edit(made);
        else toast.error('Not added.', { description: 'A gesture does at most 64 things.' });
      }}
    >
      <option value="" disabled>
        Then do more…
      </option>
      <option value="message">Move another parameter by a message of its own…</option>
      {!moves && <option value="values">Set several values…</option>}
      <option value="raw">Send a message without a parameter</option>
      {!moves && <option value="alternate">Send something else on every second press</option>}
      {plain.map(([name]) => (
        <option key={name} value={name}>
          {name}
        </option>
      ))}
    </select>
  );
}
