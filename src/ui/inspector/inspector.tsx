'use client';

// The inspector of the chosen control: tabs per gesture, the assignment as a sentence, its outcome, and what is wrong with it.

import { Layers, Plus, Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { Tabs } from 'radix-ui';
import { toast } from 'sonner';
import { showValue } from '@/core/bench';
import { openFindings } from '@/core/checks';
import {
  addAction,
  asGesture,
  assignAction,
  countedLandings,
  gestureOf,
  landingsFor,
  type Place,
  removeAssignment,
} from '@/core/commands';
import { kindOf } from '@/core/midi';
import {
  type Assignment,
  type Control,
  type Controller,
  type Edit,
  type GestureType,
  type Parameter,
  type RigIndex,
  set,
  type Target,
} from '@/core/rig';
import { type Effective, effective, offeredGestures } from '../faceplate/effective';
import type { GoTo } from '../place/use-place';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { CommitInput, NOT_TAKEN } from '../primitives/field';
import { useRig } from '../store/provider';
import { ActionWords, plainActions } from './action-words';
import { FindingCards } from './finding-cards';
import { KeptNotes } from './kept-notes';
import { LandingWords } from './landing-words';
import { NumberLink } from './number-link';
import { OutcomeCard } from './outcome-card';
import { SendWords } from './send-words';

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
  /** Another message on the same gesture wants a parameter. */
  readonly onMessage: () => void;
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
  onMessage,
}: Props) {
  const findings = useRig((s) => s.findings);
  const outcomes = useRig((s) => s.outcomes);
  const edit = useRig((s) => s.edit);
  const offered = offeredGestures(index, control);
  const opens = index.layersByModifier.get(control.id) ?? [];
  const acting = gesture === null ? null : effective(index, control, place, gesture);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex items-baseline gap-2 px-4 pt-3">
        <h2 className="max-w-[60%] shrink-0 truncate text-lg font-semibold" title={control.name}>
          {control.name}
        </h2>
        <p className="truncate text-xs text-ink-2">
          {kindWords(control)}
          {opens.length > 0 && `, held: ${opens.map((l) => l.name).join(', ')}`}
        </p>
        {canOpen(control) && opens.length === 0 && (
          <Button
            tone="quiet"
            size="small"
            className="ml-auto"
            onClick={onLayer}
            title="A layer that is open while this control is held"
          >
            <Layers size={14} aria-hidden /> Layer…
          </Button>
        )}
      </header>
      <Tabs.Root
        value={gesture ?? ''}
        onValueChange={(g) => go({ gesture: asGesture(g) })}
        className="flex min-h-0 flex-1 flex-col"
      >
        <Tabs.List aria-label="Gestures" className="flex shrink-0 gap-3 overflow-x-auto border-b px-4">
          {offered.map((g) => {
            const has = effective(index, control, place, g) !== null;
            return (
              <Tabs.Trigger
                key={g}
                value={g}
                aria-controls="inspector-panel"
                title={g === 'hold' ? `Held ${controller.firmware.holdMs} ms` : undefined}
                className={cx(
                  'border-b-2 border-transparent py-2 text-[13.5px] whitespace-nowrap data-[state=active]:border-ink data-[state=active]:font-semibold data-[state=active]:text-ink',
                  has ? 'text-ink' : 'text-ink-2',
                )}
              >
                {gestureWords(g)}
                {has && g !== gesture && (
                  <span aria-hidden className="ml-1 inline-block h-1.5 w-1.5 rounded-full bg-tape-edge align-middle" />
                )}
                {has && <span className="sr-only">, has a function</span>}
              </Tabs.Trigger>
            );
          })}
        </Tabs.List>
        <Tabs.Content
          value={gesture ?? ''}
          id="inspector-panel"
          tabIndex={-1}
          {...(gesture === null ? { 'aria-labelledby': undefined } : {})}
          className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto px-4 py-3"
        >
          {acting ? (
            <Sentences index={index} controller={controller} control={control} acting={acting} go={go} onMessage={onMessage} />
          ) : (
            <div className="rounded-md border border-dashed border-control-edge px-3 py-4">
              <p className="text-ink-2">
                {offered.length === 0
                  ? 'This control does nothing that can be mapped yet.'
                  : `${control.name} does nothing on ${(gesture ?? '').replace('-', ' ')} here.`}
              </p>
              {offered.length > 0 && (
                <div className="mt-3 flex flex-wrap gap-2">
                  <Button tone="primary" onClick={onPick}>
                    Assign a parameter
                  </Button>
                  <Button onClick={onListen}>Listen…</Button>
                  {gesture !== null && gesture !== 'move' && controller.firmware.banks > 1 && (
                    <Button
                      onClick={() => {
                        const made = gestureOf(index, control, gesture);
                        if (!made) return;
                        const at = { controlId: control.id, place, gesture: made };
                        edit(
                          assignAction(index, at, { type: 'go', to: { type: 'step', what: 'bank', by: 1 } }, () => nanoid(10))
                            .edit,
                        );
                      }}
                    >
                      Change the bank with it
                    </Button>
                  )}
                </div>
              )}
            </div>
          )}
          {acting && <NumberLink index={index} assignment={acting.assignment} />}
          {acting && <OutcomeCard index={index} assignment={acting.assignment} outcome={outcomes.get(acting.assignment.id)} />}
          {acting && <FindingCards findings={openFindings(findings.get(acting.assignment.id))} edit={edit} />}
          {acting && <KeptNotes index={index} assignment={acting.assignment} edit={edit} />}
          {acting && control.display && (
            <section className="rounded-md border px-3 py-2.5">
              <div className="mb-1 flex justify-between text-xs">
                <h3 className="font-semibold">Display on the controller</h3>
                <span
                  className={cx(
                    'font-mono',
                    acting.assignment.textShort.length > control.display.short ? 'text-stop' : 'text-ink-2',
                  )}
                >
                  {acting.assignment.textShort.length} of {control.display.short}
                </span>
              </div>
              <CommitInput
                aria-label="Display text"
                className="w-36 font-mono"
                value={acting.assignment.textShort}
                commit={(text) =>
                  text.length > 64
                    ? 'At most 64 characters.'
                    : edit(set('assignments', acting.assignment, 'textShort', text))
                      ? null
                      : NOT_TAKEN
                }
              />
            </section>
          )}
        </Tabs.Content>
      </Tabs.Root>
      <footer className="flex items-center gap-2 border-t px-4 py-2.5">
        {acting && (
          <>
            <Button size="small" onClick={onPick}>
              <Plus size={14} aria-hidden /> Parameter
            </Button>
            <Button size="small" onClick={onListen} title="Take what the real control sends (L)">
              Listen…
            </Button>
            <Button size="small" onClick={() => onFill(acting.assignment)}>
              Fill along…
            </Button>
            <Button
              size="icon"
              tone="quiet"
              className="ml-auto"
              aria-label="Clear"
              title="Take this function away (Delete)"
              onClick={() => edit(removeAssignment(index, acting.assignment))}
            >
              <Trash2 size={15} aria-hidden />
            </Button>
          </>
        )}
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
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control;
  readonly acting: Effective;
  readonly go: GoTo;
  readonly onMessage: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const { assignment, from } = acting;
  return (
    <div className="flex flex-col gap-2">
      {from !== 'here' && (
        <p className="rounded-sm bg-film px-2 py-1 text-xs text-ink-2">
          {from === 'every-bank'
            ? 'This stands in every bank.'
            : 'This shows through from Base. Assign a parameter here to give the layer its own.'}
        </p>
      )}
      {assignment.actions.map((action, at) => {
        if (action.type !== 'send')
          return (
            <ActionWords
              // biome-ignore lint/suspicious/noArrayIndexKey: an action is its place in the list
              key={at}
              controller={controller}
              assignment={assignment}
              action={action}
              at={at}
              edit={edit}
            />
          );
        const landings = landingsFor(index, assignment, action);
        const counts = kindOf(action.message.type).carries === 'choice' && action.behaviour.type === 'stepping';
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: an action is its place in the list
          <div key={at} className="flex flex-col gap-1.5">
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
            {action.meant.map((id) => {
              const parameter = index.parameters.get(id);
              const target = parameter && index.targets.get(parameter.targetId);
              if (!parameter || !target) return null;
              return counts ? (
                <CountedWords key={id} index={index} assignment={assignment} parameter={parameter} target={target} />
              ) : (
                <LandingWords
                  key={id}
                  index={index}
                  assignment={assignment}
                  parameter={parameter}
                  target={target}
                  landing={landings.find((l) => l.parameterId === id) ?? null}
                  edit={edit}
                />
              );
            })}
          </div>
        );
      })}
      <MoreActions controller={controller} assignment={assignment} edit={edit} onMessage={onMessage} />
    </div>
  );
}

/** What each number of a counting program does, in a line. */
function CountedWords({
  index,
  assignment,
  parameter,
  target,
}: {
  readonly index: RigIndex;
  readonly assignment: Assignment;
  readonly parameter: Parameter;
  readonly target: Target;
}) {
  const counted = countedLandings(index, assignment, parameter.id);
  return (
    <p className="text-[13.5px] text-ink-2">
      <b className="text-ink">{target.name}</b>{' '}
      {counted.length === 0 ? (
        <>
          listens to none of these programs, so <b className="text-ink">{parameter.name}</b> stays where it is.
        </>
      ) : (
        <>
          sets <b className="text-ink">{parameter.name}</b>:{' '}
          {counted.map((l) => `${'number' in l.address ? l.address.number : '?'} ${showValue(parameter, l.setValue)}`).join(', ')}
          .
        </>
      )}
    </p>
  );
}

/** Adding to the list of what a gesture does. */
function MoreActions({
  controller,
  assignment,
  edit,
  onMessage,
}: {
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
  readonly onMessage: () => void;
}) {
  if (assignment.gesture.type === 'move') return null;
  const plain = plainActions(controller);
  return (
    <select
      aria-label="Then"
      value=""
      className="h-7 w-fit max-w-full rounded-sm border border-transparent bg-transparent text-xs font-medium text-verdigris hover:underline"
      onChange={(e) => {
        const action = plain.find(([name]) => name === e.target.value)?.[1];
        if (!action) {
          onMessage();
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
      <option value="message">Send a message of its own…</option>
      {plain.map(([name]) => (
        <option key={name} value={name}>
          {name}
        </option>
      ))}
    </select>
  );
}

const canOpen = (control: Control): boolean => ['footswitch', 'button', 'pad', 'encoder'].includes(control.kind);

const gestureWords = (g: GestureType): string => (g.charAt(0).toUpperCase() + g.slice(1)).replace('-', ' ');

function kindWords(control: Control): string {
  const kind = control.kind === 'expression' ? 'expression pedal' : control.kind;
  const parts = [
    control.light === 'none' ? '' : 'with a light',
    control.ring ? 'with a ring' : '',
    control.motor ? 'with a motor' : '',
    control.subControls.includes('push') ? 'pushes' : '',
  ];
  return [kind, ...parts.filter((p) => p !== '')].join(', ');
}
