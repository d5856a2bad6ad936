'use client';

// The numbers that a target came with: what its manual lists, row by row. Assigning takes them, and no plan moves them.

import { Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { counted } from '@/core/base';
import { cellProblemWords, givenOf, giveTable, ungive } from '@/core/commands';
import { messageCells, readMessage } from '@/core/formats';
import { shortName } from '@/core/midi';
import { type Edit, type Given, givenSchema, type Landing, type Parameter, type RigIndex, set, type Target } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Field, Select, TextInput } from '../primitives/field';
import { ParameterChoice } from './parameter-choice';
import { SpeakDialog } from './speak-dialog';

const newId = (): string => nanoid(10);
/** Rows that are drawn at once. */
const LISTED = 24;

const known: Readonly<Record<Given, string>> = {
  tested: 'tried',
  manual: 'from its manual',
  hearsay: 'heard of it',
  assumed: 'assumed: try it',
};

interface Props {
  readonly index: RigIndex;
  readonly target: Target;
  readonly edit: (edit: Edit) => boolean;
}

export function FixedTable({ index, target, edit }: Props) {
  const [shown, show] = useState(LISTED);
  const [speaking, speak] = useState(false);
  const rows = givenOf(index, target.id);
  const parameters = index.parametersOf.get(target.id) ?? [];
  if (parameters.length === 0) return null;
  return (
    <section aria-label="Numbers it came with">
      <div className="flex items-baseline gap-3">
        <h2 className="font-semibold">Numbers it came with</h2>
        <span className="font-mono text-xs text-ink-2">{rows.length}</span>
        {rows.length > 0 && index.rig.controllers.length > 0 && (
          <Button size="small" className="ml-auto" onClick={() => speak(true)}>
            Speak this table…
          </Button>
        )}
      </div>
      <p className="max-w-[720px] pb-2 text-xs text-ink-2">
        What its manual lists. A parameter that you assign takes its number from here; nothing moves it, and there is nothing to
        enter. <i>Add parameters</i> takes a list with the columns <i>message</i>, <i>number</i> and <i>channel</i>, or a MIDI
        Name Document.
      </p>
      <NewRow target={target} parameters={parameters} onRow={(row) => edit(giveTable(index.rig, target, [row], newId))} />
      {rows.length > 0 && (
        <ul className="max-w-[980px] pt-2">
          {rows.slice(0, shown).map((row) => (
            <Row key={row.id} row={row} name={index.parameters.get(row.parameterId)?.name ?? '?'} edit={edit} index={index} />
          ))}
        </ul>
      )}
      {rows.length > shown && (
        <Button size="small" className="mt-2" onClick={() => show(rows.length)}>
          Show all {rows.length}
        </Button>
      )}
      {speaking && <SpeakDialog index={index} target={target} edit={edit} onClose={() => speak(false)} />}
    </section>
  );
}

function Row({
  row,
  name,
  index,
  edit,
}: {
  readonly row: Landing;
  readonly name: string;
  readonly index: RigIndex;
  readonly edit: (edit: Edit) => boolean;
}) {
  const users = index.sendsFor.get(row.parameterId)?.length ?? 0;
  const style = index.targets.get(row.targetId)?.reception.shows;
  // As the target counts, and as it is typed above.
  const cells = style ? messageCells(row.address, style) : null;
  return (
    <li className="grid min-h-9 grid-cols-[minmax(0,1fr)_80px_50px_140px_100px_auto] items-center gap-3 border-b py-1 last:border-b-0">
      <span className="truncate" title={name}>
        {name}
      </span>
      <span className="font-mono text-xs">{cells ? `${cells.kind} ${cells.number}` : shortName(row.address)}</span>
      <span className="font-mono text-xs text-ink-2">{cells ? `ch ${cells.channel}` : ''}</span>
      <Select
        aria-label={`How the number of ${name} is known`}
        value={row.given ?? 'assumed'}
        onChange={(e) => {
          const to = givenSchema.safeParse(e.target.value);
          if (to.success) edit(set('landings', row, 'given', to.data));
        }}
      >
        {givenSchema.options.map((g) => (
          <option key={g} value={g}>
            {known[g]}
          </option>
        ))}
      </Select>
      <span className="text-xs text-ink-2">{users === 0 ? 'nothing sends it' : counted(users, 'function')}</span>
      <Button
        size="icon"
        tone="quiet"
        aria-label={`${name} did not come with ${shortName(row.address)}`}
        title="It did not come with this number"
        onClick={() => edit(ungive(index, row))}
      >
        <Trash2 size={15} aria-hidden />
      </Button>
    </li>
  );
}

const kinds = [
  ['cc', 'control change'],
  ['note', 'note'],
  ['program', 'program change'],
  ['nrpn', 'NRPN'],
  ['pitch bend', 'pitch bend'],
  ['channel pressure', 'channel pressure'],
] as const;

function NewRow({
  target,
  parameters,
  onRow,
}: {
  readonly target: Target;
  readonly parameters: readonly Parameter[];
  readonly onRow: (row: Parameters<typeof giveTable>[2][number]) => boolean;
}) {
  const [parameterId, choose] = useState('');
  const [kind, setKind] = useState<(typeof kinds)[number][0]>('cc');
  const [number, setNumber] = useState('');
  const [channel, setChannel] = useState('1');
  const [problem, setProblem] = useState<string | undefined>();
  const numbered = kind !== 'pitch bend' && kind !== 'channel pressure';
  const add = (): void => {
    if (!parameters.some((p) => p.id === parameterId)) {
      setProblem('Choose a parameter.');
      return;
    }
    const read = readMessage({ kind, number, channel }, target.reception.shows, 1);
    if (!read.ok) {
      const words = cellProblemWords(read.error);
      setProblem(`${words.charAt(0).toUpperCase()}${words.slice(1)}.`);
      return;
    }
    setProblem(undefined);
    if (onRow({ parameterId, address: read.value, given: 'manual' })) setNumber('');
  };
  return (
    <form
      className="grid max-w-[980px] grid-cols-[minmax(0,1fr)_150px_70px_70px_auto] items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <Field label="Parameter" {...(problem === undefined ? {} : { error: problem })}>
        {(id) => (
          <ParameterChoice
            id={id}
            label="Parameter"
            none="choose one…"
            groups={[{ id: target.id, name: null, parameters }]}
            chosen={parameterId}
            onChoose={choose}
          />
        )}
      </Field>
      <Choice label="Is heard as" value={kind} options={kinds} onChange={setKind} />
      <Field label="Number">
        {(id) => (
          <TextInput id={id} value={numbered ? number : ''} disabled={!numbered} onChange={(e) => setNumber(e.target.value)} />
        )}
      </Field>
      <Field label="Channel">{(id) => <TextInput id={id} value={channel} onChange={(e) => setChannel(e.target.value)} />}</Field>
      <Button type="submit">Add it</Button>
    </form>
  );
}
