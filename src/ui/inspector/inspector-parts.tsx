'use client';
// Parts of the inspector around its sentences: what is chosen, its gestures, what can be done with the function.
import { Copy, Layers, Plus, Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { Tabs } from 'radix-ui';
import { assignAction, assignRaw, gestureOf, type Place, problemWords, removeAssignment } from '@/core/commands';
import {
  type Assignment,
  type Control,
  type Controller,
  type Edit,
  type GestureType,
  gestureNames,
  type Layer,
  type RigIndex,
} from '@/core/rig';
import { type Effective, effective } from '../faceplate/effective';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { toast } from '../primitives/toast';
import { plainActions } from './action-words';

export function InspectorHead({
  control,
  onLayer,
  opens,
}: {
  readonly control: Control;
  readonly onLayer: () => void;
  readonly opens: readonly Layer[];
}) {
  return (
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
  );
}

/** A tab for each gesture that the control knows; those with a function here are marked. */
export function GestureTabs({
  index,
  controller,
  control,
  place,
  gesture,
  offered,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control;
  readonly place: Place;
  readonly gesture: GestureType | null;
  readonly offered: readonly GestureType[];
}) {
  return (
    <Tabs.List aria-label="Gestures" className="flex shrink-0 gap-3 overflow-x-auto border-b px-4">
      {offered.map((g) => {
        const has = effective(index, control, place, g) !== null;
        return (
          <Tabs.Trigger
            key={g}
            value={g}
            aria-controls="inspector-panel"
            title={g === 'hold' ? `Held ${controller.firmware.holdMs} ms` : gestureHints[g]}
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
  );
}

/** What can be done where the gesture has no function yet. */
export function NothingHere({
  index,
  controller,
  control,
  place,
  gesture,
  onPick,
  onListen,
  onValues,
  edit,
  offered,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control;
  readonly place: Place;
  readonly gesture: GestureType | null;
  readonly onPick: () => void;
  readonly onListen: () => void;
  readonly onValues: () => void;
  readonly edit: (edit: Edit) => boolean;
  readonly offered: readonly GestureType[];
}) {
  return (
    <div className="rounded-md border border-dashed border-control-edge px-3 py-4">
      <p className="text-ink-2">
        {offered.length === 0
          ? 'This control does nothing that can be mapped yet.'
          : `${control.name} does nothing on ${gesture === null ? '' : gestureNames[gesture]} here.`}
      </p>
      {offered.length > 0 && (
        <div className="mt-3 flex flex-wrap gap-2">
          <Button tone="primary" onClick={onPick}>
            Assign a parameter
          </Button>
          <Button onClick={onListen}>Listen…</Button>
          {gesture !== null && gesture !== 'move' && <Button onClick={onValues}>Set several values…</Button>}
          {gesture !== null && (
            <WithoutParameter
              index={index}
              controller={controller}
              control={control}
              place={place}
              gesture={gesture}
              edit={edit}
            />
          )}
        </div>
      )}
    </div>
  );
}

/** Functions that move no parameter: a message for another device, a bank, keys. */
function WithoutParameter({
  index,
  controller,
  control,
  place,
  gesture,
  edit,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly control: Control;
  readonly place: Place;
  readonly gesture: GestureType;
  readonly edit: (edit: Edit) => boolean;
}) {
  const plain = plainActions(controller, gesture === 'move').filter(([, action]) => action.type !== 'wait');
  const choose = (name: string): void => {
    const made = gestureOf(index, control, gesture);
    if (!made) return;
    const at = { controlId: control.id, place, gesture: made };
    const action = plain.find(([n]) => n === name)?.[1];
    if (action) {
      edit(assignAction(index, at, action, () => nanoid(10)).edit);
      return;
    }
    const raw = assignRaw(index, at, () => nanoid(10));
    if (raw.ok) edit(raw.value.edit);
    else toast.error('Not assigned.', { description: problemWords(raw.error) });
  };
  return (
    <select
      aria-label="Without a parameter"
      value=""
      onChange={(e) => choose(e.target.value)}
      className="h-8 max-w-full rounded-sm border border-control-edge bg-sheet px-2 text-[13.5px] font-medium"
    >
      <option value="" disabled>
        Without a parameter…
      </option>
      <option value="message">Send a message</option>
      {plain.map(([name]) => (
        <option key={name} value={name}>
          {name}
        </option>
      ))}
    </select>
  );
}

export function FunctionActions({
  index,
  onPick,
  onFill,
  onListen,
  onCopy,
  edit,
  acting,
}: {
  readonly index: RigIndex;
  readonly onPick: () => void;
  readonly onFill: (assignment: Assignment) => void;
  readonly onListen: () => void;
  readonly onCopy: () => void;
  readonly edit: (edit: Edit) => boolean;
  readonly acting: Effective | null;
}) {
  return (
    <>
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
            aria-label="Copy, move or swap"
            title="Copy, move or swap what this control does (Ctrl C, Ctrl V)"
            onClick={onCopy}
          >
            <Copy size={15} aria-hidden />
          </Button>
          <Button
            size="icon"
            tone="quiet"
            aria-label="Clear"
            title="Take this function away (Delete)"
            onClick={() => edit(removeAssignment(index, acting.assignment))}
          >
            <Trash2 size={15} aria-hidden />
          </Button>
        </>
      )}
    </>
  );
}

const canOpen = (control: Control): boolean => ['footswitch', 'button', 'pad', 'encoder'].includes(control.kind);

const gestureWords = (g: GestureType): string => gestureNames[g].charAt(0).toUpperCase() + gestureNames[g].slice(1);

/** What a gesture is, where its name alone does not say it. */
const gestureHints: { readonly [G in GestureType]?: string } = {
  'hold-release': 'As it is let go after a hold',
  'tap-hold': 'A tap, then a press that is held',
  'any-release': 'As it is let go, whatever the press became',
  'latch-on': 'The press that turns the switch on: every first one',
  'latch-off': 'The press that turns the switch off: every second one',
};

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
