'use client';
// Putting parameters on controls, by drag, by choice and by what was heard: what a wish becomes, and what is said when it cannot be.
import { nanoid } from 'nanoid';
import { useCallback, useState } from 'react';
import {
  type AssignWish,
  addMessage,
  asGesture,
  assign,
  changeMessage,
  gestureOf,
  nameParameter,
  problemWords,
} from '@/core/commands';
import { type Message, shortName } from '@/core/midi';
import type { Control, Edit, GestureType, Parameter, RigIndex } from '@/core/rig';
import { type Effective, effective } from '../faceplate/effective';
import type { GoTo, Where } from '../place/use-place';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';

/** Whether a parameter is put where something may be already, or added to it. */
type Adding = 'assign' | 'add';

export interface Assigning {
  readonly put: (
    parameter: Parameter,
    onto: Control,
    asked: GestureType | null,
    adding: Adding,
    message?: Message | null,
  ) => void;
  /** The parameter gets a message of its own beside those that the chosen function sends already. */
  readonly sendAsWell: (parameter: Parameter) => void;
  /** The parameter is what a message of the chosen function, by its place in the list, is for. */
  readonly name: (parameter: Parameter, at: number) => void;
  /** What a control was heard to send becomes what it sends here; false where it waits for the parameter that is chosen next. */
  readonly take: (message: Message) => boolean;
  /** What was heard before a parameter was chosen for it. */
  readonly caught: Message | null;
  readonly forget: () => void;
  /** What is asked first, where a gesture has a function already. */
  readonly taken: Taken | null;
  readonly leave: () => void;
}

/** A gesture that has a function where a parameter is to go, and what can become of both. */
export interface Taken {
  readonly parameter: string;
  readonly control: string;
  readonly gesture: GestureType;
  readonly does: string;
  readonly replace: () => void;
  /** Null where the gesture cannot do both. */
  readonly both: (() => void) | null;
}

export function useAssigning(index: RigIndex, { place, control }: Where, acting: Effective | null, go: GoTo): Assigning {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const [caught, setCaught] = useState<Message | null>(null);
  const [taken, setTaken] = useState<Taken | null>(null);
  const put = useCallback<Assigning['put']>(
    (parameter, onto, asked, adding, message = null) => {
      const wanted = asGesture(asked);
      const made = wanted && gestureOf(index, onto, wanted);
      const there = asked === null ? null : effective(index, onto, place, asked);
      // What moves gathers parameters; a switch takes the new one in place of the old, unless told to add it.
      const joins = there !== null && there.from !== 'base' && (adding === 'add' || wanted === 'move');
      const wish: AssignWish = {
        parameterId: parameter.id,
        controlId: onto.id,
        place: joins ? { bank: there.assignment.bank, page: there.assignment.page, layerId: there.assignment.layerId } : place,
        ...(made ? { gesture: made } : {}),
        onTaken: joins ? 'join' : 'replace',
        ...(message ? { message } : {}),
        likeBefore: true,
      };
      const done = assign(index, wish, () => nanoid(10));
      if (!done.ok) {
        toast.error('Not assigned.', { description: problemWords(done.error) });
        return;
      }
      const carryOut = (change: Edit): void => {
        if (edit(change)) go({ control: onto.id, controller: onto.controllerId, gesture: wanted });
      };
      const { replaced } = done.value;
      if (replaced === null || wanted === null) {
        carryOut(done.value.edit);
        return;
      }
      const added = assign(index, { ...wish, onTaken: 'join' }, () => nanoid(10));
      setTaken({
        parameter: parameter.name,
        control: onto.name,
        gesture: wanted,
        does: replaced,
        replace: () => carryOut(done.value.edit),
        both: added.ok ? () => carryOut(added.value.edit) : null,
      });
    },
    [index, place, edit, go],
  );
  const sendAsWell = (parameter: Parameter): void => {
    if (!acting) return;
    const made = addMessage(index, acting.assignment, parameter, () => nanoid(10));
    if (made.ok) edit(made.value);
    else toast.error('Not added.', { description: problemWords(made.error) });
  };
  const name = (parameter: Parameter, at: number): void => {
    if (!acting) return;
    const made = nameParameter(index, acting.assignment, at, parameter, () => nanoid(10));
    if (made.ok) edit(made.value);
    else toast.error('Not named.', { description: problemWords(made.error) });
  };
  const take = (message: Message): boolean => {
    const at = acting && acting.from !== 'base' ? acting.assignment.actions.findIndex((a) => a.type === 'send') : -1;
    if (!acting || at < 0) {
      setCaught(message);
      return false;
    }
    const made = changeMessage(index, acting.assignment, at, message, () => nanoid(10));
    if (made && edit(made)) undoable(`${control?.name ?? ''} sends ${shortName(message)} now.`);
    return true;
  };
  return { put, sendAsWell, name, take, caught, forget: () => setCaught(null), taken, leave: () => setTaken(null) };
}
