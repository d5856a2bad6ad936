'use client';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { hearOnChannels, removeGear } from '@/core/commands';
import { u7Schema } from '@/core/midi';
import {
  type Edit,
  type Parameter,
  type Reception,
  type RigIndex,
  receptionSchema,
  set,
  shortTextSchema,
  type Target,
} from '@/core/rig';
import { receptionFacts } from '../entries/facts';
import { TargetNews } from '../entries/news';
import { assumedOf, receptionQuestions } from '../entries/questions';
import { SaveToLibrary } from '../entries/save-to-library';
import { Assumed } from '../primitives/assumed';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { NumberField } from '../primitives/number-field';
import { TextField } from '../primitives/text-field';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import { ChannelBanks } from './channel-banks';
import { EvidenceTable } from './evidence-table';
import { FixedTable } from './fixed-table';
import { ListDialog } from './list-dialog';
import { Macros } from './macros';
import { ParameterTable } from './parameter-table';
import { Presets } from './presets';
import { ReceptionAbilities } from './reception-abilities';
import { SaveAs } from './save-as';
import { SetUpSteps } from './set-up';
import { States } from './states';
import { UnitName } from './unit-name';
import { Wires } from './wires';
import { WrittenFormOf } from './written-form';

export function TargetPanel({
  index,
  target,
  inLibrary = false,
}: {
  readonly index: RigIndex;
  readonly target: Target;
  /** In the library it has no wires, and its name is the entry's. */
  readonly inLibrary?: boolean;
}) {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const [adding, setAdding] = useState(false);
  const parameters = index.parametersOf.get(target.id) ?? [];
  const { reception } = target;
  const tune = (changes: Partial<Reception>): boolean =>
    edit(
      changes.channels
        ? hearOnChannels(index, target, changes.channels)
        : set('targets', target, 'reception', { ...reception, ...changes }),
    );
  return (
    <Assumed.Provider value={assumedOf(target.evidence, receptionQuestions)}>
      <div className="flex max-w-[1500px] flex-col gap-5">
        {!inLibrary && (
          <TargetHead
            index={index}
            target={target}
            edit={edit}
            setAdding={setAdding}
            parameters={parameters}
            undoable={undoable}
          />
        )}
        <TargetFacts index={index} target={target} inLibrary={inLibrary} edit={edit} reception={reception} tune={tune} />
        <TargetParameters
          index={index}
          target={target}
          inLibrary={inLibrary}
          setAdding={setAdding}
          parameters={parameters}
          undoable={undoable}
        />
        <FixedTable key={`numbers ${target.id}`} index={index} target={target} edit={edit} />
        <Presets key={`presets ${target.id}`} index={index} target={target} edit={edit} />
        <Macros key={`macros ${target.id}`} index={index} target={target} edit={edit} />
        <ChannelBanks key={`banks ${target.id}`} index={index} target={target} edit={edit} />
        <States key={`states ${target.id}`} index={index} target={target} edit={edit} />
        <ReceptionAbilities reception={reception} tune={tune} />
        <SetUpSteps
          key={target.id}
          unit={target.name}
          setUp={target.setUp}
          onChange={(setUp) => edit(set('targets', target, 'setUp', setUp))}
        />
        <WrittenFormOf key={`form ${target.id}`} index={index} unit={target} edit={edit} />
        <EvidenceTable
          list={target.evidence}
          facts={receptionFacts}
          questions={receptionQuestions}
          onChange={(evidence) => edit(set('targets', target, 'evidence', evidence))}
        />
        {!inLibrary && <Wires index={index} unitId={target.id} />}
        {adding && <ListDialog index={index} target={target} onClose={() => setAdding(false)} />}
      </div>
    </Assumed.Provider>
  );
}

/** Its name, and what can be done with the target as a whole. */
function TargetHead({
  index,
  target,
  edit,
  setAdding,
  parameters,
  undoable,
}: {
  readonly index: RigIndex;
  readonly target: Target;
  readonly edit: (edit: Edit) => boolean;
  readonly setAdding: (to: boolean) => void;
  readonly parameters: readonly Parameter[];
  readonly undoable: (title: string) => void;
}) {
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        <h1 className="min-w-0 truncate text-xl font-semibold">{target.name}</h1>
        <p className="flex-1 text-ink-2">{target.kind.replace('-', ' ')}</p>
        <Button onClick={() => setAdding(true)}>Add parameters</Button>
        <SaveAs rigId={index.rig.id} unit={target.id} what="target" />
        <SaveToLibrary index={index} unit={target} />
        <Button
          tone="quiet"
          onClick={() => {
            if (edit(removeGear(index.rig, 'targets', target.id)))
              undoable(`Deleted ${target.name} with its ${parameters.length} parameters`);
          }}
        >
          <Trash2 size={15} aria-hidden /> Delete
        </Button>
      </div>
      <TargetNews index={index} target={target} />
    </>
  );
}

/** How it listens: the facts that every landing on it depends on. */
function TargetFacts({
  index,
  target,
  inLibrary,
  edit,
  reception,
  tune,
}: {
  readonly index: RigIndex;
  readonly target: Target;
  readonly inLibrary: boolean;
  readonly edit: (edit: Edit) => boolean;
  readonly reception: Reception;
  readonly tune: (changes: Partial<Reception>) => boolean;
}) {
  return (
    <div className="grid grid-cols-6 gap-3 max-[1360px]:grid-cols-3">
      {!inLibrary && <UnitName index={index} table="targets" unit={target} />}
      <NumberField
        label="Counts as on from"
        fact="threshold"
        value={reception.threshold}
        schema={receptionSchema.shape.threshold}
        onValue={(n) => {
          const threshold = u7Schema.safeParse(n);
          return threshold.success && tune({ threshold: threshold.data });
        }}
      />
      <Choice
        label="A toggle flips on"
        fact="actsOn"
        value={reception.actsOn}
        options={[
          ['at-or-above-threshold', 'a value that counts as on'],
          ['any-message', 'any message'],
          ['rising-edge', 'one that goes on after one that is off'],
        ]}
        onChange={(actsOn) => tune({ actsOn })}
      />
      <Choice
        label="Takes over a knob by"
        fact="takeover"
        value={String(reception.takeover.length)}
        options={[
          ['1', 'jumping'],
          ['2', 'jumping or picking up'],
          ['3', 'jumping, picking up or scaling'],
        ]}
        onChange={(v) => tune({ takeover: v === '3' ? ['jump', 'pickup', 'scale'] : v === '2' ? ['jump', 'pickup'] : ['jump'] })}
      />
      <TextField
        label="Software version"
        value={target.version}
        schema={shortTextSchema}
        onValue={(version) => edit(set('targets', target, 'version', version))}
      />
      <Choice
        label="Shows programs"
        fact="shows"
        value={String(reception.shows.programBase)}
        options={[
          ['1', '1 to 128'],
          ['0', '0 to 127'],
        ]}
        onChange={(v) => tune({ shows: { ...reception.shows, programBase: v === '1' ? 1 : 0 } })}
      />
    </div>
  );
}

function TargetParameters({
  index,
  target,
  inLibrary,
  setAdding,
  parameters,
  undoable,
}: {
  readonly index: RigIndex;
  readonly target: Target;
  readonly inLibrary: boolean;
  readonly setAdding: (to: boolean) => void;
  readonly parameters: readonly Parameter[];
  readonly undoable: (title: string) => void;
}) {
  return (
    <section aria-label="Parameters" className="flex flex-col">
      <div className="mb-2 flex items-baseline gap-2">
        <h2 className="font-semibold">Parameters</h2>
        <span className="font-mono text-xs text-ink-2">{parameters.length}</span>
        <span className="flex-1" />
        {inLibrary && <Button onClick={() => setAdding(true)}>Add parameters</Button>}
      </div>
      {parameters.length === 0 && (
        <p className="mb-2 rounded-md border bg-sheet px-5 py-4 text-ink-2">
          No parameters yet. Type into the first line, paste cells from a spreadsheet, or add a list, one per line.
        </p>
      )}
      <ParameterTable index={index} target={target} parameters={parameters} onRemoved={(what) => undoable(`Deleted ${what}`)} />
    </section>
  );
}
