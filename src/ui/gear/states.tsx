'use client';

// When a parameter starts, and the states that presses take it through: a looper that records while it is held, a clip that waits for the bar.

import { useState } from 'react';
import { changeStates, statesFor } from '@/core/commands';
import { type Edit, type Parameter, type RigIndex, set, type States as Table, type Target } from '@/core/rig';
import { Choice } from '../primitives/choice';
import { Select } from '../primitives/field';

interface Props {
  readonly index: RigIndex;
  readonly target: Target;
  readonly edit: (edit: Edit) => boolean;
}

/** Parameters that are listed at most, besides those that something was said of. */
const LISTED = 200;

const said = (p: Parameter): boolean => p.states !== null || p.launch !== 'target' || p.whileWaiting !== 'waits-too';

export function States({ index, target, edit }: Props) {
  const all = (index.parametersOf.get(target.id) ?? []).filter((p) => p.kind !== 'continuous');
  const [chosen, choose] = useState<string | null>(null);
  // Those that something was said of, then as many others as a list can have that somebody reads.
  const own = all.filter(said);
  const sorted = [...own, ...all.filter((p) => !said(p)).slice(0, LISTED)];
  const parameter = all.find((p) => p.id === chosen) ?? sorted[0];
  if (!parameter) return null;
  return (
    <section aria-label="Launches and states">
      <h2 className="font-semibold">Launches and states</h2>
      <p className="max-w-[720px] pb-2 text-xs text-ink-2">
        What waits for the beat or bar, and what goes on by itself from press to press: a looper that records while it is held.
      </p>
      <div className="grid max-w-[980px] grid-cols-4 gap-3 pb-3 max-[1100px]:grid-cols-2">
        <Choice
          label="Of"
          value={parameter.id}
          options={sorted.map((p) => [p.id, said(p) ? `${p.name} ·` : p.name])}
          onChange={choose}
        />
        <Choice
          label="Starts"
          value={parameter.launch}
          options={[
            ['target', target.reception.launchQuantisation === 'none' ? 'at once, as its target does' : 'as its target launches'],
            ['none', 'at once'],
            ['beat', 'at the next beat'],
            ['bar', 'at the next bar'],
          ]}
          onChange={(launch) => edit(set('parameters', parameter, 'launch', launch))}
        />
        <Choice
          label="Pressed again while it waits"
          value={parameter.whileWaiting}
          options={[
            ['waits-too', 'waits too'],
            ['replaces', 'takes the place of the first'],
            ['cancels', 'takes it back'],
          ]}
          onChange={(whileWaiting) => edit(set('parameters', parameter, 'whileWaiting', whileWaiting))}
        />
        {parameter.kind === 'stepped' && (
          <Choice
            label="Goes on"
            value={parameter.states === null ? 'no' : 'own'}
            options={[
              ['no', 'as messages say'],
              ['held', 'by its states: records while held'],
              ['each-press', 'by its states: with each press'],
              ['own', 'by its states, as below'],
            ]}
            onChange={(to) => {
              if (to === 'own') return;
              edit(changeStates(parameter, to === 'no' ? null : statesFor(parameter, to)));
            }}
          />
        )}
      </div>
      {parameter.states !== null && <StateTable parameter={parameter} states={parameter.states} edit={edit} />}
    </section>
  );
}

function StateTable({
  parameter,
  states,
  edit,
}: {
  readonly parameter: Parameter;
  readonly states: Table;
  readonly edit: (edit: Edit) => boolean;
}) {
  const put = (on: 'press' | 'release', at: number, text: string): boolean => {
    const list = states[on].map((v, i) => (i === at ? (text === '' ? null : Number(text)) : v));
    return edit(changeStates(parameter, { ...states, [on]: list }));
  };
  const leads = (on: 'press' | 'release', at: number, words: string) => (
    <Select
      aria-label={`${parameter.steps[at]}: ${words}`}
      value={states[on][at] ?? ''}
      onChange={(e) => put(on, at, e.target.value)}
    >
      <option value="">stays</option>
      {parameter.steps.map((name, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
        <option key={i} value={i}>
          {name}
        </option>
      ))}
    </Select>
  );
  return (
    <table className="w-full max-w-[720px] table-fixed">
      <thead>
        <tr className="border-b text-left text-xs text-ink-2">
          <th scope="col" className="py-1 pr-3 font-normal">
            While it is at
          </th>
          <th scope="col" className="pr-3 font-normal">
            Pressed, it goes to
          </th>
          <th scope="col" className="font-normal">
            Let go, it goes to
          </th>
        </tr>
      </thead>
      <tbody>
        {parameter.steps.map((name, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
          <tr key={at} className="border-b last:border-b-0">
            <th scope="row" className="truncate py-1 pr-3 text-left font-normal">
              {name}
            </th>
            <td className="pr-3">{leads('press', at, 'pressed')}</td>
            <td>{leads('release', at, 'let go')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
