'use client';
// The main screen: controllers and places at the left, the panel and its assignments in the middle, the strip at the right.
import { DndContext, type DragEndEvent, DragOverlay, PointerSensor, pointerWithin, useSensor, useSensors } from '@dnd-kit/core';
import { nanoid } from 'nanoid';
import dynamic from 'next/dynamic';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { type Finding, gravest } from '@/core/checks';
import { addMessage, asGesture, assign, changeMessage, gestureOf, problemWords, removeAssignment } from '@/core/commands';
import { type Message, shortName } from '@/core/midi';
import { type Assignment, type Control, type GestureType, layersOn, type Parameter, type RigIndex } from '@/core/rig';
import { runKey, useCommand } from '../commands/use-command';
import { effective, shownGesture } from '../faceplate/effective';
import { Faceplate } from '../faceplate/faceplate';
import { cx } from '../primitives/cx';
import { LayerMark } from '../primitives/marks';
import { useRig, useRigStore } from '../store/provider';
import { AssignmentList } from './assignment-list';
import { Controllers, NoController } from './controllers';
import { Ladder } from './ladder';
import { LayersBar } from './layers-bar';
import { type Show, useWhere, type Where } from './use-place';
import { Waiting } from './waiting';

// Dialogs come when they are wanted, not with the first view; choosing a control fetches the one that is wanted next.
const inspector = () => import('../inspector/inspector').then((m) => m.Inspector);
const Inspector = dynamic(inspector, { ssr: false });
const pickParameter = () => import('../inspector/pick-parameter').then((m) => m.PickParameter);
const PickParameter = dynamic(pickParameter, { ssr: false });
const LayerDialog = dynamic(() => import('./layer-dialog').then((m) => m.LayerDialog), { ssr: false });
const ListenDialog = dynamic(() => import('./listen-dialog').then((m) => m.ListenDialog), { ssr: false });
const FillDialog = dynamic(() => import('./fill-dialog').then((m) => m.FillDialog), { ssr: false });

export function MapScreen() {
  const index = useRig((s) => s.index);
  const findings = useRig((s) => s.findings);
  const edit = useRig((s) => s.edit);
  const store = useRigStore();
  const [where, go] = useWhere(index);
  const [open, setOpen] = useState<'none' | 'pick' | 'add' | 'message' | 'layer'>('none');
  const [filling, setFilling] = useState<Assignment | null>(null);
  const [listening, setListening] = useState(false);
  // What was caught before a parameter was chosen for it.
  const [caught, setCaught] = useState<Message | null>(null);
  const [dragged, setDragged] = useState<Parameter | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const { controller, control, place } = where;
  const gesture = control ? shownGesture(index, control, place, where.gesture) : null;
  const acting = control && gesture ? effective(index, control, place, gesture) : null;
  const deferred = useDeferredValue(where);
  const listed = useMemo(() => listOf(index, deferred, findings), [index, deferred, findings]);

  const put = useCallback(
    (parameter: Parameter, onto: Control, asked: GestureType | null, adding: Adding, message: Message | null = null): void => {
      const wanted = asGesture(asked);
      const made = wanted && gestureOf(index, onto, wanted);
      const there = asked === null ? null : effective(index, onto, place, asked);
      // What moves gathers parameters; a switch takes the new one in place of the old, unless told to add it.
      const joins = there !== null && there.from !== 'base' && (adding === 'add' || wanted === 'move');
      const done = assign(
        index,
        {
          parameterId: parameter.id,
          controlId: onto.id,
          place: joins ? { bank: there.assignment.bank, page: there.assignment.page, layerId: there.assignment.layerId } : place,
          ...(made ? { gesture: made } : {}),
          onTaken: joins ? 'join' : 'replace',
          ...(message ? { message } : {}),
        },
        () => nanoid(10),
      );
      if (!done.ok) {
        toast.error('Not assigned.', { description: problemWords(done.error) });
        return;
      }
      if (!edit(done.value.edit)) return;
      go({ control: onto.id, controller: onto.controllerId, gesture: wanted });
      if (done.value.replaced !== null)
        toast(`${parameter.name} took the place of ${done.value.replaced}.`, {
          action: { label: 'Undo', onClick: () => void store.getState().undo() },
        });
    },
    [index, place, edit, go, store],
  );

  const gestureFor = (onto: Control): GestureType | null =>
    shownGesture(index, onto, place, onto.id === control?.id ? where.gesture : null);
  const dropped = (event: DragEndEvent): void => {
    setDragged(null);
    const parameter = index.parameters.get(String(event.active.id));
    const onto = event.over ? index.controls.get(String(event.over.id)) : undefined;
    if (parameter && onto) put(parameter, onto, gestureFor(onto), 'assign');
  };
  const choose = useCallback(
    (next: Control): void => go({ control: next.id, controller: next.controllerId, gesture: null }),
    [go],
  );
  const chooseAssignment = useCallback(
    (a: Assignment): void => {
      const at = index.controls.get(a.controlId);
      if (!at) return;
      const same = a.bank === null && at.controllerId === controller?.id;
      go({
        control: at.id,
        controller: at.controllerId,
        gesture: asGesture(a.gesture.type),
        layer: a.layerId,
        ...(same ? {} : { bank: a.bank ?? 0 }),
      });
    },
    [go, index, controller?.id],
  );

  const sendAsWell = (parameter: Parameter): void => {
    if (!acting) return;
    const made = addMessage(index, acting.assignment, parameter, () => nanoid(10));
    if (made.ok) edit(made.value);
    else toast.error('Not added.', { description: problemWords(made.error) });
  };

  /** What a control was heard to send becomes what it sends here, or waits for the parameter that is chosen next. */
  const take = (message: Message): void => {
    setListening(false);
    if (!control) return;
    const at = acting && acting.from !== 'base' ? acting.assignment.actions.findIndex((a) => a.type === 'send') : -1;
    if (!acting || at < 0) {
      setCaught(message);
      setOpen('pick');
      return;
    }
    const made = changeMessage(index, acting.assignment, at, message, () => nanoid(10));
    if (made && edit(made))
      toast(`${control.name} sends ${shortName(message)} now.`, {
        action: { label: 'Undo', onClick: () => void store.getState().undo() },
      });
  };

  const openLayer = useCallback((): void => setOpen('layer'), []);

  useCommand('panel-details', () =>
    document.querySelector<HTMLElement>('#strip-panel select, #strip-panel input, #strip-panel button')?.focus(),
  );
  useCommand('panel-assign', () => setOpen('pick'), { enabled: control !== null });
  useCommand('panel-fill', () => acting && setFilling(acting.assignment), { enabled: acting !== null });
  useCommand('panel-clear', () => void (acting && edit(removeAssignment(index, acting.assignment))), {
    enabled: acting !== null,
  });
  useCommand('panel-listen', () => setListening(true), { enabled: control !== null && gesture !== null });
  useCommand('panel-bank', (key) => {
    if (Number(key) <= (controller?.firmware.banks ?? 0)) go({ bank: Number(key) });
  });
  useCommand('panel-layer', () => {
    const ids = [null, ...layersOn(index.rig, controller?.id ?? '').map((l) => l.id)];
    go({ layer: ids[(ids.indexOf(place.layerId) + 1) % ids.length] ?? null });
  });
  useCommand('map-find', () => search.current?.focus());
  useEffect(() => {
    if (control) void pickParameter();
  }, [control]);
  // The inspector is fetched once the first view stands, so that it is there when the first control is chosen.
  useEffect(() => {
    const timer = setTimeout(() => void inspector(), 2500);
    return () => clearTimeout(timer);
  }, []);

  if (!controller) return <NoController home={`/rigs/${index.rig.id}/gear`} />;
  const layer = place.layerId === null ? null : (index.layers.get(place.layerId) ?? null);
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={(e) => setDragged(index.parameters.get(String(e.active.id)) ?? null)}
      onDragEnd={dropped}
      onDragCancel={() => setDragged(null)}
    >
      <main className="grid min-h-0 flex-1 grid-cols-[240px_minmax(0,1fr)_340px] max-[1100px]:grid-cols-[212px_minmax(0,1fr)_312px]">
        <aside className="flex min-h-0 flex-col border-r">
          <Controllers
            index={index}
            where={where}
            onChoose={(id) => go({ controller: id, control: null, bank: 1, layer: null })}
            home={`/rigs/${index.rig.id}/gear`}
          />
          <div className="border-b px-3 pb-2">
            <Ladder
              index={index}
              controller={controller}
              place={place}
              onPlace={(bank, layerId) => go({ bank: bank ?? 0, layer: layerId })}
            />
            <LayersBar index={index} controller={controller} onAdd={openLayer} />
          </div>
          <Waiting
            index={index}
            chosen={control}
            searchRef={search}
            onAssign={(parameter) =>
              control
                ? put(parameter, control, gesture, 'assign')
                : void toast('Choose a control first.', {
                    description:
                      'Click one on the panel, or walk there with the arrow keys. A parameter can also be dragged onto it.',
                  })
            }
          />
        </aside>
        <div className="flex min-h-0 flex-col gap-3 px-4 pt-3">
          <div className="flex items-center gap-3">
            <h1 className="max-w-[60%] shrink-0 truncate text-lg font-semibold" title={controller.name}>
              {controller.name}
            </h1>
            <p className="flex min-w-0 items-center gap-1.5 truncate text-ink-2">
              {controller.firmware.banks === 1
                ? ''
                : place.bank === null
                  ? 'Every bank'
                  : `Bank ${place.bank} “${controller.bankNames[place.bank - 1] ?? ''}”`}{' '}
              <LayerMark layer={layer} size={10} />{' '}
              <span className="truncate">{layer ? `${layer.name} layer, made in the ${layer.madeIn}` : 'Base layer'}</span>
            </p>
            <fieldset
              aria-label="What the tape shows"
              className="ml-auto flex shrink-0 overflow-hidden rounded-sm border border-control-edge"
            >
              {(['both', 'function', 'number'] as const).map((t) => (
                <button
                  key={t}
                  type="button"
                  aria-pressed={where.tape === t}
                  onClick={() => go({ tape: t })}
                  className={cx(
                    'h-7 px-2.5 text-xs capitalize',
                    where.tape === t ? 'bg-ink text-film' : 'bg-sheet text-ink-2 hover:text-ink',
                  )}
                >
                  {t}
                </button>
              ))}
            </fieldset>
          </div>
          <Faceplate
            index={index}
            controller={controller}
            place={place}
            chosen={control}
            findings={findings}
            tape={where.tape}
            onChoose={choose}
            onKey={(key) => runKey('panel', key)}
          />
          <AssignmentList
            index={index}
            assignments={listed}
            chosen={acting?.assignment.id ?? null}
            show={where.show}
            onShow={(show: Show) => go({ show })}
            onChoose={chooseAssignment}
          />
        </div>
        <aside aria-label="The chosen control" className="flex min-h-0 flex-col border-l bg-sheet">
          {control ? (
            <Inspector
              index={index}
              controller={controller}
              control={control}
              place={place}
              gesture={gesture}
              go={go}
              onPick={() => setOpen(acting ? 'add' : 'pick')}
              onFill={setFilling}
              onLayer={() => setOpen('layer')}
              onListen={() => setListening(true)}
              onMessage={() => setOpen('message')}
            />
          ) : (
            <p className="px-4 py-5 text-ink-2">
              Choose a control on the panel to see and change what it does. Arrow keys walk the panel;{' '}
              <kbd className="font-mono text-xs">?</kbd> lists the keys.
            </p>
          )}
        </aside>
      </main>
      <DragOverlay dropAnimation={null}>
        {dragged && <span className="tape inline-block px-2 py-1 text-xs font-semibold shadow">{dragged.name}</span>}
      </DragOverlay>
      {control && (open === 'pick' || open === 'add' || open === 'message') && (
        <PickParameter
          open
          onOpenChange={(on) => {
            setOpen(on ? open : 'none');
            if (!on) setCaught(null);
          }}
          index={index}
          control={control}
          onPick={(p) => {
            if (open === 'message') {
              sendAsWell(p);
              return;
            }
            put(p, control, gesture, open === 'add' ? 'add' : 'assign', caught);
            setCaught(null);
          }}
        />
      )}
      {open === 'layer' && (
        <LayerDialog
          open
          onOpenChange={(on) => setOpen(on ? 'layer' : 'none')}
          index={index}
          controller={controller}
          control={control}
          onMade={(id) => go({ layer: id })}
        />
      )}
      {listening && control && gesture && (
        <ListenDialog
          index={index}
          controller={controller}
          control={control}
          gesture={gesture}
          onTake={take}
          onClose={() => setListening(false)}
        />
      )}
      {filling && <FillDialog index={index} source={filling} onClose={() => setFilling(null)} />}
    </DndContext>
  );
}

/** Whether a parameter is put where something may be already, or added to it. */
type Adding = 'assign' | 'add';

function listOf(index: RigIndex, where: Where, findings: ReadonlyMap<string, readonly Finding[]>): readonly Assignment[] {
  const { controller, place, show } = where;
  if (show === 'rig') return index.rig.assignments;
  if (show === 'findings') return index.rig.assignments.filter((a) => gravest(findings.get(a.id)) !== null);
  const order = new Map((index.controlsOf.get(controller?.id ?? '') ?? []).map((c) => [c.id, c.familyOrder + familyRank(c)]));
  return index.rig.assignments
    .filter((a) => {
      if (index.controls.get(a.controlId)?.controllerId !== controller?.id) return false;
      return show === 'controller' || ((a.bank === place.bank || a.bank === null) && a.layerId === place.layerId);
    })
    .sort((a, b) => (order.get(a.controlId) ?? 0) - (order.get(b.controlId) ?? 0));
}

const familyRank = (c: Control): number => (c.kind === 'expression' || c.kind === 'pad' ? 1000 : 0);
