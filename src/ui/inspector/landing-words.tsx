'use client';
// The target's half of the sentence: how it hears, and what moves between which ends.
import { X } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import type { JSX } from 'react/jsx-runtime';
import { showValue } from '@/core/bench';
import { changeLanding, hearAs, removeParameter } from '@/core/commands';
import {
  addressKey,
  codingWords,
  kindOf,
  numberWords,
  type RelativeCoding,
  relativeCodingSchema,
  showChannel,
} from '@/core/midi';
import { modeOf, type ReceiveMode, receiveModes } from '@/core/modes';
import {
  type Assignment,
  addressesOf,
  type Edit,
  isRun,
  type Landing,
  landingSchema,
  messagesOf,
  type Parameter,
  type RigIndex,
  type Target,
} from '@/core/rig';
import { showNumber } from '@/core/values';
import { parseDecimal } from '../primitives/numbers';
import { ChosenBy, FirstNumber, FirstValue } from './chosen-words';
import { CurveWord } from './curve-word';
import { BeginOnlyIf, OnlyIf, saysOnlyIf } from './only-if';
import { Line, NumberWord, Stop, Tail, WordInput, WordSelect } from './word';

interface Props {
  readonly index: RigIndex;
  readonly assignment: Assignment;
  readonly parameter: Parameter;
  readonly target: Target;
  readonly landing: Landing | null;
  readonly edit: (edit: Edit) => boolean;
}

const takeovers: readonly Landing['takeover'][] = ['jump', 'pickup', 'scale'];
const takeoverWords: Readonly<Record<Landing['takeover'], string>> = { jump: 'jumping', pickup: 'picking up', scale: 'scaling' };

export function LandingWords({ index, assignment, parameter, target, landing, edit }: Props) {
  const off = <TakeOff index={index} assignment={assignment} parameter={parameter} edit={edit} />;
  if (landing) return <HeardWords key={landing.id} {...{ index, assignment, parameter, target, landing, edit, off }} />;
  return (
    <Line>
      <b>{target.name}</b> does not listen for it, so <b>{parameter.name}</b> stays where it is. {off}
    </Line>
  );
}

/** How a landing hears, what moves between which ends, and what has to be so. `off`: takes the parameter off. */
function HeardWords({
  index,
  assignment,
  parameter,
  target,
  landing,
  edit,
  off,
}: Props & { readonly landing: Landing; readonly off: JSX.Element }) {
  const [begun, begin] = useState(false);
  const said = saysOnlyIf(landing) || begun;
  const remove = (
    <>
      {off}
      {!said && <BeginOnlyIf parameter={parameter} onBegin={() => begin(true)} />}
    </>
  );
  const change = (changes: Partial<Landing>, label: string): boolean => edit(changeLanding(landing, changes, label));
  const facts = modeOf(landing.mode);
  const curved = parameter.kind === 'continuous' && facts.travels;
  const unit = parameter.kind === 'continuous' && parameter.unit !== '' ? parameter.unit : null;
  const end = (field: 'from' | 'to' | 'setValue', label: string) => (
    <End
      parameter={parameter}
      value={landing[field]}
      label={label}
      onValue={(v) => change({ [field]: v }, `Change the range of ${parameter.name}`)}
    />
  );
  return (
    <>
      <Line>
        <b>{target.name}</b> hears {itWords(index, assignment, parameter, target, landing)} as
        <ModeWord index={index} assignment={assignment} target={target} landing={landing} edit={edit} />
        {parameter.kind === 'continuous' &&
          facts.travels &&
          (target.reception.takeover.length > 1 || landing.takeover !== 'jump') && (
            <TakeoverWord parameter={parameter} target={target} landing={landing} change={change} />
          )}
        {facts.steps && <StepsWord parameter={parameter} landing={landing} change={change} />}
        {facts.needs === 'coding' && landing.coding !== null && (
          <CodingWord target={target} coding={landing.coding} change={change} />
        )}
        {parameter.kind === 'trigger' ? (
          <>
            and fires
            <Tail after={remove}>
              <b>{parameter.name}</b>
            </Tail>
          </>
        ) : facts.needs === 'value' ? (
          <>
            and sets <b>{parameter.name}</b> to {end('setValue', `Value of ${parameter.name}`)} {unit}
            <ChosenBy parameter={parameter} landing={landing} change={change} after={remove} />
          </>
        ) : (
          <TravelWords
            after={
              facts.needs === 'first-value' ? (
                <FirstValue parameter={parameter} landing={landing} change={change} />
              ) : isRun(landing) ? (
                <FirstNumber target={target} parameter={parameter} landing={landing} change={change} />
              ) : null
            }
            parameter={parameter}
            landing={landing}
            remove={remove}
            change={change}
            does={facts.does}
            curved={curved}
            unit={unit}
            end={end}
          />
        )}
      </Line>
      {said && <OnlyIf index={index} target={target} parameter={parameter} landing={landing} edit={edit} />}
    </>
  );
}

/** What a target hears: `it`, or what a translator has made of it. */
function itWords(
  index: RigIndex,
  { actions }: Assignment,
  parameter: Parameter,
  { reception }: Target,
  landing: Landing,
): string {
  const sent = actions.flatMap((a) =>
    a.type === 'send' && a.meant.includes(parameter.id) ? messagesOf(a, index.counters).map(addressKey) : [],
  );
  if (sent.length === 0 || addressesOf(landing).some((a) => sent.includes(addressKey(a)))) return 'it';
  const { address } = landing;
  const what = `${kindOf(address.type).word} ${numberWords(address, reception.shows)}`.trim();
  return 'channel' in address ? `${what} on ch ${showChannel(address.channel, reception.shows)}` : what;
}

const TakeOff = ({ index, assignment, parameter, edit }: Pick<Props, 'index' | 'assignment' | 'parameter' | 'edit'>) => (
  <button
    type="button"
    aria-label={`Take ${parameter.name} off`}
    title={`Take ${parameter.name} off`}
    onClick={() => edit(removeParameter(index, assignment, parameter.id))}
    className="rounded-sm p-1 text-ink-2 hover:text-stop"
  >
    <X size={14} aria-hidden />
  </button>
);

/** How many steps one press goes. */
const StepsWord = ({
  parameter,
  landing,
  change,
}: {
  readonly parameter: Parameter;
  readonly landing: Landing;
  readonly change: (changes: Partial<Landing>, label: string) => boolean;
}) => (
  <>
    by
    <NumberWord
      label={`Steps of ${parameter.name} at once`}
      value={landing.by}
      width="w-10"
      schema={landingSchema.shape.by.unwrap()}
      onValue={(by) => change({ by }, `Change how far ${parameter.name} steps`)}
    />
  </>
);

/** Between which ends the parameter moves, and along which curve. */
function TravelWords({
  parameter,
  landing,
  remove,
  change,
  does,
  curved,
  unit,
  end,
  after,
}: {
  readonly parameter: Parameter;
  readonly landing: Landing;
  readonly remove: JSX.Element;
  readonly change: (changes: Partial<Landing>, label: string) => boolean;
  readonly does: string;
  readonly curved: boolean;
  readonly unit: string | null;
  readonly end: (field: 'from' | 'to' | 'setValue', label: string) => JSX.Element;
  /** What else is said of it. */
  readonly after: JSX.Element | null;
}) {
  return (
    <>
      and {does} <b>{parameter.name}</b> between {end('from', `${parameter.name} at the low end`)} and{' '}
      {curved ? (
        <span className="inline-flex items-center gap-x-1.5">
          {end('to', `${parameter.name} at the high end`)} {unit}
          <Stop>,</Stop>
        </span>
      ) : (
        <Tail after={remove}>
          {end('to', `${parameter.name} at the high end`)} {unit}
        </Tail>
      )}
      {curved && (
        <Tail after={remove}>
          <CurveWord
            label={`Curve of ${parameter.name}`}
            curve={landing.curve}
            onCurve={(curve) => change({ curve }, `Change the curve of ${parameter.name}`)}
          />
        </Tail>
      )}{' '}
      {after}
    </>
  );
}

/** Whether a way to hear means something here: taps on what has values in between, states where there are any, a run of what is numbered. */
function means(mode: ReceiveMode, landing: Landing, parameter: Parameter | undefined): boolean {
  const { taps, goesByStates, runs } = modeOf(mode);
  if (taps) return parameter?.kind === 'continuous';
  if (goesByStates) return parameter !== undefined && parameter.states !== null;
  return !runs || isRun({ ...landing, mode });
}

export function ModeWord({
  index,
  assignment,
  target,
  landing,
  edit,
  offered = receiveModes,
}: {
  readonly index: RigIndex;
  readonly assignment: Assignment;
  readonly target: Target;
  readonly landing: Landing;
  readonly edit: (edit: Edit) => boolean;
  readonly offered?: readonly ReceiveMode[];
}) {
  const parameter = index.parameters.get(landing.parameterId);
  return (
    <WordSelect
      aria-label={`How ${target.name} hears it`}
      value={landing.mode}
      onChange={(e) => {
        const mode = receiveModes.find((m) => m === e.target.value);
        const coding = mode && modeOf(mode).needs === 'coding' ? codingFor(assignment, target) : null;
        if (mode) edit(hearAs(index, assignment, landing, mode, coding, () => nanoid(10)));
      }}
    >
      {offered
        .filter((m) => m === landing.mode || (target.reception.modes.includes(m) && means(m, landing, parameter)))
        .map((m) => (
          <option key={m} value={m}>
            {modeOf(m).name}
          </option>
        ))}
    </WordSelect>
  );
}

function TakeoverWord({
  parameter,
  target,
  landing,
  change,
}: {
  readonly parameter: Parameter;
  readonly target: Target;
  readonly landing: Landing;
  readonly change: (changes: Partial<Landing>, label: string) => boolean;
}) {
  return (
    <WordSelect
      aria-label={`Takeover of ${parameter.name}`}
      title="What happens while the knob and the value do not agree"
      value={landing.takeover}
      onChange={(e) => {
        const takeover = takeovers.find((t) => t === e.target.value);
        if (takeover) change({ takeover }, `Take over by ${takeoverWords[takeover]}`);
      }}
    >
      {takeovers
        .filter((t) => t === landing.takeover || target.reception.takeover.includes(t))
        .map((t) => (
          <option key={t} value={t}>
            {takeoverWords[t]}
          </option>
        ))}
    </WordSelect>
  );
}

function CodingWord({
  target,
  coding: expected,
  change,
}: {
  readonly target: Target;
  readonly coding: RelativeCoding;
  readonly change: (changes: Partial<Landing>, label: string) => boolean;
}) {
  return (
    <>
      coded as
      <WordSelect
        aria-label={`Coding that ${target.name} expects`}
        value={expected}
        onChange={(e) => {
          const coding = relativeCodingSchema.options.find((c) => c === e.target.value);
          if (coding) change({ coding }, `Expect clicks as ${codingWords[coding]}`);
        }}
      >
        {relativeCodingSchema.options
          .filter((c) => c === expected || target.reception.relativeEncodings.includes(c))
          .map((c) => (
            <option key={c} value={c}>
              {codingWords[c]}
            </option>
          ))}
      </WordSelect>
    </>
  );
}

/** The coding that the controller sends, if the target knows it; else the first that the target knows. */
function codingFor(assignment: Assignment, target: Target): Landing['coding'] {
  const sent = assignment.actions.flatMap((a) =>
    a.type === 'send' && a.behaviour.type === 'relative' ? [a.behaviour.coding] : [],
  );
  const known = target.reception.relativeEncodings;
  return sent.find((c) => known.includes(c)) ?? known[0] ?? sent[0] ?? 'twos-complement';
}

function End({
  parameter,
  value,
  label,
  onValue,
}: {
  readonly parameter: Parameter;
  readonly value: number;
  readonly label: string;
  readonly onValue: (value: number) => boolean;
}) {
  if (parameter.kind === 'continuous') {
    return (
      <WordInput
        label={label}
        value={showNumber(value)}
        width="w-16"
        title={`${showNumber(parameter.lowest)} to ${showNumber(parameter.highest)} ${parameter.unit}`}
        commit={(text) => {
          const next = parseDecimal(text);
          if (next === null) return 'Enter a number.';
          if (next < parameter.lowest || next > parameter.highest)
            return `Enter ${showNumber(parameter.lowest)} to ${showNumber(parameter.highest)} ${parameter.unit}.`;
          onValue(next);
          return null;
        }}
      />
    );
  }
  const choices = Array.from({ length: parameter.highest - parameter.lowest + 1 }, (_, i) => parameter.lowest + i);
  return (
    <WordSelect aria-label={label} value={value} onChange={(e) => onValue(Number(e.target.value))}>
      {choices.map((choice) => (
        <option key={choice} value={choice}>
          {showValue(parameter, choice)}
        </option>
      ))}
    </WordSelect>
  );
}
