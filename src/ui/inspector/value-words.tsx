'use client';
// The values of a send as words: following, alternating, on press and release, on every press, counting.
import { nanoid } from 'nanoid';
import {
  behaviourOf,
  behavioursFor,
  changeBehaviour,
  countAnew,
  otherWay,
  problemWords,
  sendBothWays,
  sendEachWay,
} from '@/core/commands';
import { codingWords, kindOf, type Message, relativeCodingSchema, u14, valueMax } from '@/core/midi';
import {
  type Assignment,
  accelerationSchema,
  type Behaviour,
  type Control,
  type Controller,
  type Edit,
  type RigIndex,
} from '@/core/rig';
import { toast } from '../primitives/toast';
import { CounterWords } from './counter-words';
import { CurveWord } from './curve-word';
import { valueWords } from './value-names';
import { MessageValue, NumberWord, Stop, Tail, WordSelect } from './word';

/** Counting the number of a note, not how hard it is struck: a choice of its own. */
const NOTES = 'notes';

/** A way in which values go out, as it is said of a gesture and a message. */
function wordFor(
  type: Behaviour['type'],
  { moves, inTurn, note }: { readonly moves: boolean; readonly inTurn: boolean; readonly note: boolean },
): string {
  if (type === 'range' && !moves) return 'by how hard it is struck';
  if (type === 'fixed' && inTurn) return 'one value';
  return type === 'stepping' && note ? 'counting how hard it is struck' : valueWords[type];
}

interface ValuesProps {
  readonly index: RigIndex;
  readonly control: Control;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly at: number;
  readonly message: Message;
  readonly behaviour: Behaviour;
  readonly edit: (edit: Edit) => boolean;
}

export function Values({ index, control, controller, assignment, at, message, behaviour, edit }: ValuesProps) {
  const put = (next: Behaviour): boolean => {
    const made = changeBehaviour(assignment, at, next);
    return made === null || edit(made);
  };
  const max = valueMax(message.type);
  const struck = behaviour.type === 'stepping' ? behaviour.velocity : undefined;
  const inTurn = assignment.actions[at]?.turn !== undefined;
  const moves = assignment.gesture.type === 'move';
  const offered = behavioursFor(controller, control, assignment.gesture.type, message);
  const choose = (type: string): void => {
    const chosen = offered.find((t) => t === type);
    const ready = chosen && behaviourOf(chosen, controller, message);
    if (ready?.type === 'click' && behaviour.type !== 'click') {
      const made = sendEachWay(index, assignment, at, () => nanoid(10));
      if (made.ok) edit(made.value);
      else toast.error('It sends no message for each way.', { description: problemWords(made.error) });
    } else if (ready && ready.type !== 'click' && otherWay(assignment, at) >= 0) {
      const made = sendBothWays(index, assignment, at, ready);
      if (made) edit(made);
    } else if (ready) {
      put(ready);
    } else if (type === 'stepping' || type === NOTES) {
      const made = countAnew(index, assignment, at, () => nanoid(10), type === NOTES);
      if (made.ok) edit(made.value);
      else toast.error('It does not count.', { description: problemWords(made.error) });
    }
  };
  return (
    <>
      <WordSelect
        aria-label="Values"
        value={struck === undefined ? behaviour.type : NOTES}
        onChange={(e) => choose(e.target.value)}
      >
        {offered.map((m) => (
          <option key={m} value={m}>
            {wordFor(m, { moves, inTurn, note: message.type === 'note' })}
          </option>
        ))}
        {message.type === 'note' && (struck !== undefined || offered.includes('stepping')) && (
          <option value={NOTES}>counting through notes</option>
        )}
        {!offered.some((m) => m === behaviour.type) && struck === undefined && (
          <option value={behaviour.type}>{valueWords[behaviour.type]}</option>
        )}
      </WordSelect>
      {behaviour.type === 'range' && <RangeValues behaviour={behaviour} put={put} max={max} />}
      {behaviour.type === 'relative' && <ClickWords controller={controller} behaviour={behaviour} put={put} />}
      {behaviour.type === 'click' && <ClickWay message={message} behaviour={behaviour} put={put} max={max} />}
      {behaviour.type === 'latching' && <LatchingValues behaviour={behaviour} put={put} max={max} />}
      {behaviour.type === 'momentary' && <MomentaryValues behaviour={behaviour} put={put} max={max} />}
      {behaviour.type === 'fixed' && kindOf(message.type).carries === 'choice' && <Stop />}
      {behaviour.type === 'fixed' && kindOf(message.type).carries !== 'choice' && (
        <Tail>
          <MessageValue max={max} label="Value" value={behaviour.value} onValue={(v) => put({ ...behaviour, value: u14(v) })} />
        </Tail>
      )}
      {behaviour.type === 'stepping' && (
        <CounterWords index={index} controller={controller} assignment={assignment} at={at} behaviour={behaviour} edit={edit} />
      )}
    </>
  );
}

function RangeValues({
  behaviour,
  put,
  max,
}: {
  readonly behaviour: Extract<Behaviour, { type: 'range' }>;
  readonly put: (next: Behaviour) => boolean;
  readonly max: 16383 | 127;
}) {
  return (
    <>
      from
      <MessageValue
        max={max}
        label="Value at the lower end"
        value={behaviour.from}
        onValue={(v) => put({ ...behaviour, from: u14(v) })}
      />
      to
      <span className="inline-flex items-center gap-x-1.5">
        <MessageValue
          max={max}
          label="Value at the upper end"
          value={behaviour.to}
          onValue={(v) => put({ ...behaviour, to: u14(v) })}
        />
        <Stop>,</Stop>
      </span>
      <Tail>
        <CurveWord label="Curve of what is sent" curve={behaviour.curve} onCurve={(curve) => put({ ...behaviour, curve })} />
      </Tail>
    </>
  );
}

function LatchingValues({
  behaviour,
  put,
  max,
}: {
  readonly behaviour: Extract<Behaviour, { type: 'latching' }>;
  readonly put: (next: Behaviour) => boolean;
  readonly max: 16383 | 127;
}) {
  return (
    <>
      <MessageValue max={max} label="First value" value={behaviour.first} onValue={(v) => put({ ...behaviour, first: u14(v) })} />
      then
      <Tail>
        <MessageValue
          max={max}
          label="Second value"
          value={behaviour.second}
          onValue={(v) => put({ ...behaviour, second: u14(v) })}
        />
      </Tail>
    </>
  );
}

function MomentaryValues({
  behaviour,
  put,
  max,
}: {
  readonly behaviour: Extract<Behaviour, { type: 'momentary' }>;
  readonly put: (next: Behaviour) => boolean;
  readonly max: 127 | 16383;
}) {
  return (
    <>
      <MessageValue
        max={max}
        label="Value on press"
        value={behaviour.down}
        onValue={(v) => put({ ...behaviour, down: u14(v) })}
      />
      and
      <Tail>
        <MessageValue
          max={max}
          label="Value on release"
          value={behaviour.up}
          onValue={(v) => put({ ...behaviour, up: u14(v) })}
        />
      </Tail>
    </>
  );
}

/** How clicks are coded, and how many one click counts when it is turned fast. */
/** Which way it is turned for this message, and what is sent for each click. */
function ClickWay({
  message,
  behaviour,
  put,
  max,
}: {
  readonly message: Message;
  readonly behaviour: Extract<Behaviour, { type: 'click' }>;
  readonly put: (next: Behaviour) => boolean;
  readonly max: 16383 | 127;
}) {
  const carries = kindOf(message.type).carries === 'value';
  return (
    <>
      {carries && (
        <MessageValue
          max={max}
          label="Value of a click"
          value={behaviour.value}
          onValue={(v) => put({ ...behaviour, value: u14(v) })}
        />
      )}
      for each click
      <Tail>
        <WordSelect
          aria-label="Which way"
          value={behaviour.way}
          onChange={(e) => put({ ...behaviour, way: e.target.value === 'down' ? 'down' : 'up' })}
        >
          <option value="up">up</option>
          <option value="down">down</option>
        </WordSelect>
      </Tail>
    </>
  );
}

function ClickWords({
  controller,
  behaviour,
  put,
}: {
  readonly controller: Controller;
  readonly behaviour: Extract<Behaviour, { type: 'relative' }>;
  readonly put: (next: Behaviour) => boolean;
}) {
  return (
    <>
      as
      <WordSelect
        aria-label="Coding of clicks"
        value={behaviour.coding}
        onChange={(e) => {
          const coding = relativeCodingSchema.options.find((c) => c === e.target.value);
          if (coding) put({ ...behaviour, coding });
        }}
      >
        {relativeCodingSchema.options
          .filter((c) => c === behaviour.coding || controller.firmware.encoderModes.includes(c))
          .map((c) => (
            <option key={c} value={c}>
              {codingWords[c]}
            </option>
          ))}
      </WordSelect>
      , turned fast up to
      <Tail>
        <NumberWord
          label="Most that one click counts"
          width="w-11"
          value={behaviour.acceleration}
          schema={accelerationSchema}
          onValue={(acceleration) => put({ ...behaviour, acceleration })}
        />
        × as many
      </Tail>
    </>
  );
}
