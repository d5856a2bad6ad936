'use client';
// Where and on which channels a landing hears, what has to be so for it to do anything, and how far one press goes.
import { ListFilter, Plus, X } from 'lucide-react';
import { showValue } from '@/core/bench';
import { changeConditions, changeLanding, stepValues } from '@/core/commands';
import type { Condition, Edit, Landing, Parameter, RigIndex, Target } from '@/core/rig';
import { CommitInput } from '../primitives/field';
import { Switch } from '../primitives/switch';
import { Line, Stop, WordSelect } from './word';

interface Props {
  readonly index: RigIndex;
  readonly target: Target;
  readonly parameter: Parameter;
  readonly landing: Landing;
  readonly edit: (edit: Edit) => boolean;
}

const scopes: ReadonlyArray<readonly [Landing['scope'], string]> = [
  ['target', 'whenever it listens'],
  ['selected', 'only for what is selected'],
  ['locked', 'wherever the selection is'],
];

/** Conditions that are met most; any other words can be typed. Common practice, no source. */
const usual = ['the track is armed', 'a slot is empty', 'monitoring is on', 'the quantisation is on', 'its window is in front'];

/** Parameters that are offered to tell whether something is so. */
const LISTED = 200;

/** Whether anything is said of where a landing hears, of what has to be so, or of what else is set there. */
export const saysOnlyIf = ({ scope, channels, conditions, settings }: Landing): boolean =>
  scope !== 'target' || channels !== 'one' || conditions.length + settings.length > 0;

/** Begins to say it: stands at the end of the sentence for as long as nothing is said. */
export const BeginOnlyIf = ({ parameter, onBegin }: { readonly parameter: Parameter; readonly onBegin: () => void }) => (
  <button
    type="button"
    aria-label={`Only if… for ${parameter.name}`}
    title="Only if… or only where…"
    className="-ml-1 rounded-sm p-1 text-ink-2 hover:text-verdigris"
    onClick={onBegin}
  >
    <ListFilter size={14} aria-hidden />
  </button>
);

export function OnlyIf({ index, target, parameter, landing, edit }: Props) {
  const { scope, channels, conditions, settings } = landing;
  const put = (next: Condition[]): boolean => edit(changeConditions(landing, parameter.name, next));
  return (
    <div className="flex flex-col gap-1">
      <Line>
        It hears this
        <WordSelect
          aria-label={`Where ${parameter.name} is heard`}
          value={scope}
          onChange={(e) => {
            const to = scopes.find(([s]) => s === e.target.value)?.[0];
            if (to) edit(changeLanding(landing, { scope: to }, `Change where ${parameter.name} is heard`));
          }}
        >
          {scopes.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </WordSelect>
        {'channel' in landing.address && (
          <WordSelect
            aria-label={`On which channels ${parameter.name} is heard`}
            value={channels}
            onChange={(e) => {
              const to = e.target.value === 'all' ? 'all' : 'one';
              edit(changeLanding(landing, { channels: to }, `Change the channels of ${parameter.name}`));
            }}
          >
            <option value="one">on its own channel</option>
            <option value="all">on any channel</option>
          </WordSelect>
        )}
        {conditions.length + settings.length === 0 && <Stop />}
      </Line>
      {conditions.map((condition, at) => (
        <ConditionLine
          // biome-ignore lint/suspicious/noArrayIndexKey: one after another, of any words
          key={at}
          index={index}
          target={target}
          parameter={parameter}
          condition={condition}
          onChange={(next) => put(conditions.map((c, i) => (i === at ? next : c)))}
          onRemove={() => put(conditions.filter((_, i) => i !== at))}
        />
      ))}
      {conditions.length < 8 && (
        <button
          type="button"
          className="flex items-center gap-1 self-start text-xs font-medium text-verdigris hover:underline"
          onClick={() =>
            put([...conditions, { words: usual.find((w) => !conditions.some((c) => c.words === w)) ?? '…', when: null }])
          }
        >
          <Plus size={13} aria-hidden /> Only if something else is so
        </button>
      )}
      <AlsoSet parameter={parameter} target={target} landing={landing} edit={edit} />
    </div>
  );
}

/** What else is set for it in the target: lines of the sheet, in the target's own words. */
function AlsoSet({ parameter, target, landing, edit }: Omit<Props, 'index'>) {
  const { settings } = landing;
  const put = (next: string[]): boolean =>
    edit(changeLanding(landing, { settings: next }, `Change what is set for ${parameter.name}`));
  return (
    <>
      {settings.map((text, at) => (
        <Line
          // biome-ignore lint/suspicious/noArrayIndexKey: one after another, of any words
          key={at}
        >
          also set there:
          <CommitInput
            aria-label={`What else is set for ${parameter.name}`}
            className="h-7 min-w-0 flex-1 rounded-sm border border-control-edge bg-sheet px-1.5 text-[13.5px]"
            value={text}
            commit={(typed) => {
              const plain = typed.trim();
              if (plain === '' || plain.length > 120) return 'Say it in 1 to 120 characters.';
              return put(settings.map((s, i) => (i === at ? plain : s))) ? null : 'This was not taken.';
            }}
          />
          <button
            type="button"
            aria-label={`Leave out ${text}`}
            title="Leave it out"
            className="p-1 text-ink-2 hover:text-stop"
            onClick={() => put(settings.filter((_, i) => i !== at))}
          >
            <X size={14} aria-hidden />
          </button>
        </Line>
      ))}
      {settings.length < 16 && (
        <button
          type="button"
          className="flex items-center gap-1 self-start text-xs font-medium text-verdigris hover:underline"
          onClick={() => put([...settings, `a setting of ${target.name}`])}
        >
          <Plus size={13} aria-hidden /> Set something else there
        </button>
      )}
    </>
  );
}

function ConditionLine({
  index,
  target,
  parameter,
  condition,
  onChange,
  onRemove,
}: {
  readonly index: RigIndex;
  readonly target: Target;
  readonly parameter: Parameter;
  readonly condition: Condition;
  readonly onChange: (next: Condition) => boolean;
  readonly onRemove: () => void;
}) {
  const { words } = condition;
  const can = (index.parametersOf.get(target.id) ?? [])
    .filter((p) => (p.kind === 'toggle' || p.kind === 'stepped') && p.id !== parameter.id)
    // As many as somebody reads, and the one that it is.
    .filter((p, i) => i < LISTED || p.id === condition.when?.parameterId);
  return (
    <Line>
      only if
      <CommitInput
        aria-label={`What has to be so for ${parameter.name}`}
        list="usual-conditions"
        className="h-7 min-w-0 flex-1 rounded-sm border border-control-edge bg-sheet px-1.5 text-[13.5px]"
        value={words}
        commit={(text) => {
          const plain = text.trim();
          if (plain === '' || plain.length > 80) return 'Say it in 1 to 80 characters.';
          return onChange({ ...condition, words: plain }) ? null : 'This was not taken.';
        }}
      />
      <datalist id="usual-conditions">
        {usual.map((w) => (
          <option key={w} value={w} />
        ))}
      </datalist>
      {can.length > 0 && <ToldBy index={index} can={can} condition={condition} onChange={onChange} />}
      <button
        type="button"
        aria-label={`No matter whether ${words}`}
        title="No matter"
        className="p-1 text-ink-2 hover:text-stop"
        onClick={onRemove}
      >
        <X size={14} aria-hidden />
      </button>
    </Line>
  );
}

/** The parameter that tells whether it is so, and at which value. */
function ToldBy({
  index,
  can,
  condition,
  onChange,
}: {
  readonly index: RigIndex;
  readonly can: readonly Parameter[];
  readonly condition: Condition;
  readonly onChange: (next: Condition) => boolean;
}) {
  const { words, when } = condition;
  const of = index.parameters.get(when?.parameterId ?? '');
  return (
    <>
      told by
      <WordSelect
        aria-label={`What tells whether ${words}`}
        value={when?.parameterId ?? ''}
        onChange={(e) => {
          const to = can.find((p) => p.id === e.target.value);
          onChange(to ? { ...condition, when: { parameterId: to.id, value: to.highest } } : { words, when: null });
        }}
      >
        <option value="">nothing here</option>
        {can.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </WordSelect>
      {when && of && (
        <>
          at
          <WordSelect
            aria-label={`Value at which ${words}`}
            value={when.value}
            onChange={(e) => onChange({ ...condition, when: { ...when, value: Number(e.target.value) } })}
          >
            {stepValues(of).map((v) => (
              <option key={v} value={v}>
                {showValue(of, v)}
              </option>
            ))}
          </WordSelect>
          <span title="While it is so, what else hears this number here does nothing">
            <Switch
              label="in place of the others on its number"
              on={condition.instead === true}
              onChange={(on) => {
                const { instead: _before, ...plain } = condition;
                onChange(on ? { ...plain, instead: true } : plain);
              }}
            />
          </span>
        </>
      )}
    </>
  );
}
