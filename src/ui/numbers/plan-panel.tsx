'use client';

// The number plan: a school, what may change, and what would move; all or some of it applied, with undo.

import { useEffect, useRef, useState } from 'react';
import { counted, plural } from '@/core/base';
import type { Preview } from '@/core/checks';
import { type SchoolId, schools } from '@/core/numbers';
import type { RigIndex } from '@/core/rig';
import type { PlanAnswer } from '@/workers/judge.worker';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Switch } from '../primitives/switch';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import { gapWords, loosenWords } from './messages';
import { ConsequenceWords, MoveList } from './move-list';
import { type Options, usePlan } from './use-plan';

export function PlanPanel({ index }: { readonly index: RigIndex }) {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  // Not the deferred rig: a choice has to show at once.
  const preferences = useRig((s) => s.index.rig.preferences);
  const { school } = preferences;
  const [options, setOptions] = useState<Options>({ channels: 'own', notes: false, anew: false });
  const { answer, moves, chosen, choose: chooseMove, preview } = usePlan(index, school, options);
  // What is pressed before it was worked out is carried out as soon as it is: those moves of that plan, and no others.
  const pressed = useRef('');
  const key = answer?.type === 'plan' ? `${answer.number} ${[...chosen].join(' ')}` : '';
  const apply = (): void => {
    pressed.current = key;
    if (preview) carryOut(preview);
  };
  const carryOut = (of: Preview): void => {
    const mine = pressed.current === key;
    pressed.current = '';
    if (!mine || !of.edit || !edit(of.edit)) return;
    undoable(`${counted(of.moves.length, 'number')} moved.`);
  };
  useEffect(() => {
    if (pressed.current !== '' && pressed.current !== key) pressed.current = '';
    if (pressed.current !== '' && preview) carryOut(preview);
  });
  const choose = (id: SchoolId): void =>
    void edit({
      type: 'set-head',
      field: 'preferences',
      was: preferences,
      to: { ...preferences, school: id },
    });

  return (
    <section aria-label="Number plan" className="flex min-h-0 flex-1 flex-col">
      <div className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto px-4 py-3">
        <SchoolChoice school={school} choose={choose} />
        <PlanOptions options={options} setOptions={setOptions} />
        <Answer answer={answer} demands={index.rig.assignments.length} />
        {answer?.type === 'plan' && moves.length > 0 && (
          <div className="rounded-md border px-3 py-1">
            <MoveList moves={moves} chosen={chosen} onChoose={chooseMove} />
          </div>
        )}
        {preview && <ConsequenceWords consequences={preview.consequences} />}
        {preview?.edit && preview.consequences === null && (
          <p className="text-xs text-ink-2">Too many moves to try out first. Undo takes them all back at once.</p>
        )}
      </div>
      <footer className="flex items-center gap-2 border-t px-4 py-2.5">
        <Button tone="primary" disabled={chosen.size === 0 || preview?.edit === null} onClick={apply}>
          {chosen.size === 0 ? 'Nothing to move' : `Move ${counted(chosen.size, 'number')}`}
        </Button>
        {preview && preview.again > 0 && (
          <p className="text-xs text-ink-2">
            {counted(preview.again, 'entered address', 'entered addresses')} again, about {preview.minutes} min
          </p>
        )}
      </footer>
    </section>
  );
}

function SchoolChoice({ school, choose }: { readonly school: SchoolId; readonly choose: (id: SchoolId) => void }) {
  return (
    <fieldset>
      <legend className="sr-only">School of numbering</legend>
      {schools.map((s) => (
        <label key={s.id} className="flex gap-2.5 border-b py-2 first:pt-0">
          <input
            type="radio"
            name="school"
            className="mt-1 self-start accent-verdigris"
            checked={school === s.id}
            onChange={() => choose(s.id)}
          />
          <span className="min-w-0">
            <span className={cx('block', school === s.id && 'font-semibold')}>{s.name}</span>
            {school === s.id && (
              <span className="block text-xs text-ink-2">
                {s.rule} {s.reason}
              </span>
            )}
          </span>
        </label>
      ))}
    </fieldset>
  );
}

function PlanOptions({ options, setOptions }: { readonly options: Options; readonly setOptions: (to: Options) => void }) {
  return (
    <div className="flex flex-col gap-1.5 text-[13px]">
      <Switch
        label="all anew: what works may move too"
        on={options.anew === true}
        onChange={(anew) => setOptions({ ...options, anew })}
      />
      <Switch
        label="functions may leave their channel"
        on={options.channels === 'any'}
        onChange={(on) => setOptions({ ...options, channels: on ? 'any' : 'own' })}
      />
      <Switch
        label="switches may send notes when numbers run out"
        on={options.notes}
        onChange={(notes) => setOptions({ ...options, notes })}
      />
    </div>
  );
}

function Answer({ answer, demands }: { readonly answer: PlanAnswer | null; readonly demands: number }) {
  if (demands === 0)
    return <p className="text-ink-2">Nothing is assigned yet. What you assign on the map gets its number from this school.</p>;
  if (!answer) return <p className="text-ink-2">planning</p>;
  if (answer.type === 'undecided')
    return (
      <p className="rounded-md border border-caution/40 bg-caution-wash px-3 py-2">
        <b>No plan was found, but there may be one.</b> Let functions leave their channel, or free some numbers, and it is looked
        for again.
      </p>
    );
  if (answer.type === 'impossible')
    return (
      <div className="rounded-md border border-stop/40 bg-stop-wash px-3 py-2 text-[13.5px]">
        <p>
          <b>
            {answer.who.length === 1
              ? `${answer.who[0]?.name ?? 'One function'} can have no number at all.`
              : answer.who.length === 2
                ? 'These two cannot both have a number.'
                : `These ${answer.who.length} cannot all have a number.`}
          </b>{' '}
          {answer.who.length > 2 && 'Leave any one of them out, and the others can.'}
        </p>
        <p className="mt-1 line-clamp-4 text-xs text-ink-2" title={answer.who.map((w) => `${w.place} ${w.name}`).join(', ')}>
          {answer.who
            .slice(0, 12)
            .map((w) => `${w.place} ${w.name}`)
            .join(', ')}
          {answer.who.length > 12 ? ` and ${answer.who.length - 12} more` : ''}
        </p>
        {answer.loosen.length > 0 && (
          <>
            <p className="mt-2 text-xs font-semibold">Any of these would do:</p>
            <ul className="list-disc pl-4 text-xs">
              {answer.loosen.map((l) => (
                <li key={l}>{loosenWords[l]}</li>
              ))}
            </ul>
          </>
        )}
      </div>
    );
  return (
    <div>
      <p>
        <b>
          {answer.moves.length === 0
            ? `All ${answer.demands} stay where they are.`
            : `${answer.moves.length} of ${answer.demands} would move.`}
        </b>{' '}
        <span className="text-ink-2">
          {counted(answer.stay, 'entered address', 'entered addresses')} {plural(answer.stay, 'stays', 'stay')}.
        </span>
      </p>
      <p className="text-xs text-ink-2">
        {answer.gap === null
          ? 'Proved best: no plan without a clash costs less.'
          : `The best found; there may be a plan with ${gapWords[answer.gap.level](answer.gap.by)}.`}
      </p>
    </div>
  );
}
