'use client';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { removeGear } from '@/core/commands';
import { channelSchema } from '@/core/midi';
import { type Controller, type Edit, type Firmware, firmwareSchema, type RigIndex, rowSchemas, set } from '@/core/rig';
import { firmwareFacts } from '../entries/facts';
import { ControllerNews } from '../entries/news';
import { assumedOf, firmwareQuestions } from '../entries/questions';
import { SaveToLibrary } from '../entries/save-to-library';
import { MiniPanel } from '../faceplate/mini-panel';
import { Assumed } from '../primitives/assumed';
import { Button, buttonLook } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { Link } from '../primitives/link';
import { NumberField } from '../primitives/number-field';
// One controller: its name and channel, what its firmware does, its banks, who hears it, what is already programmed.
import { SchemaText } from '../primitives/text-field';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import { FirmwareAbilities } from './abilities';
import { Arrivals } from './arrivals';
import { Counters } from './counters';
import { EvidenceTable } from './evidence-table';
import { Groups } from './groups';
import { OwnClock } from './own-clock';
import { ProgrammedDialog } from './programmed-dialog';
import { Recipe } from './recipe';
import { SaveAs } from './save-as';
import { SetUpSteps } from './set-up';
import { TransferDialog } from './transfer-dialog';
import { UnitName } from './unit-name';
import { Wires } from './wires';
import { WrittenFormOf } from './written-form';

export function ControllerPanel({
  index,
  controller,
  inLibrary = false,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  /** In the library it has no wires, no map, and its name is the entry's. */
  readonly inLibrary?: boolean;
}) {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const [pasting, setPasting] = useState(false);
  const [moving, setMoving] = useState(false);
  const { firmware } = controller;
  const controls = index.controlsOf.get(controller.id) ?? [];
  const tune = (changes: Partial<Firmware>): boolean =>
    edit(set('controllers', controller, 'firmware', { ...firmware, ...changes }));
  const style = (changes: Partial<Firmware['shows']>): boolean => tune({ shows: { ...firmware.shows, ...changes } });
  const remove = (): void => {
    const used = controls.reduce((n, c) => n + (index.assignmentsOf.get(c.id)?.length ?? 0), 0);
    if (edit(removeGear(index.rig, 'controllers', controller.id))) {
      undoable(`Deleted ${controller.name}${used > 0 ? ` and its ${used} assignments` : ''}`);
    }
  };
  return (
    <Assumed.Provider value={assumedOf(controller.evidence, firmwareQuestions)}>
      <div className="flex max-w-[980px] flex-col gap-5">
        {!inLibrary && (
          <ControllerHead index={index} controller={controller} setPasting={setPasting} setMoving={setMoving} remove={remove} />
        )}
        <div className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-6">
          <ControllerFacts
            index={index}
            controller={controller}
            inLibrary={inLibrary}
            edit={edit}
            firmware={firmware}
            tune={tune}
            style={style}
          />
          {!inLibrary && <MiniPanel panel={{ width: controller.width, height: controller.height, controls }} />}
        </div>
        {firmware.banks > 1 && <BankNames controller={controller} edit={edit} firmware={firmware} />}
        <FirmwareAbilities firmware={firmware} tune={tune} />
        <Recipe controller={controller} controls={controls} tune={tune} />
        <Counters index={index} controller={controller} edit={edit} />
        {!inLibrary && <Groups index={index} controller={controller} edit={edit} />}
        {!inLibrary && <Arrivals index={index} controller={controller} edit={edit} />}
        <SetUpSteps
          key={controller.id}
          unit={controller.name}
          setUp={controller.setUp}
          onChange={(setUp) => edit(set('controllers', controller, 'setUp', setUp))}
        />
        <WrittenFormOf key={`form ${controller.id}`} index={index} unit={controller} edit={edit} />
        <EvidenceTable
          list={controller.evidence}
          facts={firmwareFacts}
          questions={firmwareQuestions}
          onChange={(evidence) => edit(set('controllers', controller, 'evidence', evidence))}
        />
        {!inLibrary && <Wires index={index} unitId={controller.id} />}
        {moving && <TransferDialog index={index} controller={controller} onClose={() => setMoving(false)} />}
        {pasting && <ProgrammedDialog index={index} controller={controller} onClose={() => setPasting(false)} />}
      </div>
    </Assumed.Provider>
  );
}

/** Its name, and what can be done with the unit as a whole. */
function ControllerHead({
  index,
  controller,
  setPasting,
  setMoving,
  remove,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly setPasting: (to: boolean) => void;
  readonly setMoving: (to: boolean) => void;
  readonly remove: () => void;
}) {
  return (
    <>
      <h1 className="-mb-2 truncate text-xl font-semibold">{controller.name}</h1>
      <div className="flex flex-wrap items-center gap-2">
        <Link href={`/rigs/${index.rig.id}/map?controller=${controller.id}`} className={buttonLook()}>
          Show on the map
        </Link>
        <Link href={`/rigs/${index.rig.id}/gear/panel?unit=${controller.id}`} className={buttonLook()}>
          Lay out the panel
        </Link>
        <Button onClick={() => setPasting(true)}>Paste what is programmed</Button>
        <Button onClick={() => setMoving(true)}>Move to another</Button>
        <SaveAs rigId={index.rig.id} unit={controller.id} what="controller" />
        <SaveToLibrary index={index} unit={controller} />
        <Button tone="quiet" onClick={remove}>
          <Trash2 size={15} aria-hidden /> Delete
        </Button>
      </div>
      <ControllerNews index={index} controller={controller} />
    </>
  );
}

/** The facts of its firmware that every function on it depends on. */
function ControllerFacts({
  index,
  controller,
  inLibrary,
  edit,
  firmware,
  tune,
  style,
}: {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly inLibrary: boolean;
  readonly edit: (edit: Edit) => boolean;
  readonly firmware: Firmware;
  readonly tune: (changes: Partial<Firmware>) => boolean;
  readonly style: (changes: Partial<Firmware['shows']>) => boolean;
}) {
  return (
    <div className="grid grid-cols-3 gap-3 max-[1000px]:grid-cols-2">
      {!inLibrary && <UnitName index={index} table="controllers" unit={controller} className="col-span-2" />}
      <NumberField
        label="Channel"
        hint="for what is assigned from now on"
        value={controller.channel}
        schema={channelSchema}
        onValue={(n) => {
          const channel = channelSchema.safeParse(n);
          return channel.success && edit(set('controllers', controller, 'channel', channel.data));
        }}
      />
      <Choice
        label="A press"
        fact="press"
        value={firmware.press}
        options={[
          ['always-fires', 'always fires at once'],
          ['waits', 'waits for a hold'],
        ]}
        onChange={(press) => tune({ press })}
      />
      <Choice
        label="Release after a hold"
        fact="releaseAfterHold"
        value={firmware.releaseAfterHold}
        options={[
          ['suppressed', 'does not fire'],
          ['fires', 'fires too'],
        ]}
        onChange={(releaseAfterHold) => tune({ releaseAfterHold })}
      />
      <NumberField
        label="Hold time in ms"
        fact="holdMs"
        hint="400 to 800 is common"
        unit="ms"
        value={firmware.holdMs}
        schema={firmwareSchema.shape.holdMs}
        onValue={(holdMs) => tune({ holdMs })}
      />
      <ShownNumbers firmware={firmware} style={style} />
      <OwnClock clock={controller.clock} onChange={(clock) => edit(set('controllers', controller, 'clock', clock))} />
    </div>
  );
}

/** In which base the unit shows numbers. */
function ShownNumbers({
  firmware,
  style,
}: {
  readonly firmware: Firmware;
  readonly style: (changes: Partial<Firmware['shows']>) => boolean;
}) {
  return (
    <>
      <Choice
        label="Shows channels"
        fact="shows"
        value={String(firmware.shows.channelBase)}
        options={[
          ['1', '1 to 16'],
          ['0', '0 to 15'],
        ]}
        onChange={(v) => style({ channelBase: v === '0' ? 0 : 1 })}
      />
      <Choice
        label="Shows programs"
        fact="shows"
        value={String(firmware.shows.programBase)}
        options={[
          ['0', '0 to 127'],
          ['1', '1 to 128'],
        ]}
        onChange={(v) => style({ programBase: v === '1' ? 1 : 0 })}
      />
      <Choice
        label="Shows notes"
        fact="shows"
        value={firmware.shows.notes === 'number' ? 'number' : String(firmware.shows.middleC)}
        options={[
          ['number', 'as numbers'],
          ['3', 'as names, middle C is C3'],
          ['4', 'as names, middle C is C4'],
          ['5', 'as names, middle C is C5'],
        ]}
        onChange={(v) =>
          style(v === 'number' ? { notes: 'number' } : { notes: 'name', middleC: v === '3' ? 3 : v === '5' ? 5 : 4 })
        }
      />
    </>
  );
}

/** What its banks are called. */
function BankNames({
  controller,
  edit,
  firmware,
}: {
  readonly controller: Controller;
  readonly edit: (edit: Edit) => boolean;
  readonly firmware: Firmware;
}) {
  return (
    <section aria-label="Banks">
      <h2 className="mb-2 font-semibold">Banks</h2>
      <div className="grid grid-cols-4 gap-2">
        {Array.from({ length: firmware.banks }, (_, i) => i).map((i) => (
          <div key={i} className="flex items-center gap-2">
            <span className="w-6 text-right font-mono text-xs text-ink-2">{i + 1}</span>
            <SchemaText
              aria-label={`Name of bank ${i + 1}`}
              value={controller.bankNames[i] ?? `Bank ${i + 1}`}
              schema={rowSchemas.controllers.shape.bankNames.element}
              onValue={(name) => {
                const names = Array.from({ length: firmware.banks }, (_, k) =>
                  k === i ? name : (controller.bankNames[k] ?? `Bank ${k + 1}`),
                );
                return edit(set('controllers', controller, 'bankNames', names));
              }}
            />
          </div>
        ))}
      </div>
    </section>
  );
}
