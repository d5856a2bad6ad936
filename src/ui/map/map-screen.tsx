'use client';
// The main screen: controllers and places at the left, the panel and its assignments in the middle, the inspector at the right.
import { DndContext, type DragEndEvent, DragOverlay, PointerSensor, pointerWithin, useSensor, useSensors } from '@dnd-kit/core';
import dynamic from 'next/dynamic';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { asGesture } from '@/core/commands';
import type { Assignment, Control, GestureType, Parameter } from '@/core/rig';
import { runKey } from '../commands/use-command';
import { effective, shownGesture } from '../faceplate/effective';
import { Faceplate } from '../faceplate/faceplate';
import { type Show, useWhere } from '../place/use-place';
import { useRig } from '../store/provider';
import { AssignmentList } from './assignment-list';
import { Controllers, NoController } from './controllers';
import { Ladder } from './ladder';
import { LayersBar } from './layers-bar';
import { listOf } from './listed';
import { MapDialogs, type Opened } from './map-dialogs';
import { MapHead } from './map-head';
import { usePanelCommands } from './panel-commands';
import { useAssigning } from './use-assigning';
import { Waiting } from './waiting';

const inspector = () => import('../inspector/inspector').then((m) => m.Inspector);
const Inspector = dynamic(inspector, { ssr: false });

export function MapScreen() {
  const index = useRig((s) => s.index);
  const findings = useRig((s) => s.findings);
  const [where, go] = useWhere(index);
  const [opened, setOpened] = useState<Opened | null>(null);
  const [dragged, setDragged] = useState<Parameter | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const { controller, control, place } = where;
  const gesture = control ? shownGesture(index, control, place, where.gesture) : null;
  const acting = control && gesture ? effective(index, control, place, gesture) : null;
  const deferred = useDeferredValue(where);
  const listed = useMemo(() => listOf(index, deferred, findings), [index, deferred, findings]);
  const assigning = useAssigning(index, where, acting, go);
  const pick = (wanted: 'assign' | 'add' | 'message'): void => setOpened({ type: 'pick', for: wanted });
  usePanelCommands({
    index,
    where,
    go,
    acting: acting?.assignment ?? null,
    onPick: () => pick('assign'),
    onFill: (source) => setOpened({ type: 'fill', source }),
    onListen: () => gesture && setOpened({ type: 'listen' }),
    onFind: () => search.current?.focus(),
  });

  const gestureFor = (onto: Control): GestureType | null =>
    shownGesture(index, onto, place, onto.id === control?.id ? where.gesture : null);
  const dropped = (event: DragEndEvent): void => {
    setDragged(null);
    const parameter = index.parameters.get(String(event.active.id));
    const onto = event.over ? index.controls.get(String(event.over.id)) : undefined;
    if (parameter && onto) assigning.put(parameter, onto, gestureFor(onto), 'assign');
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
  const openLayer = useCallback((): void => setOpened({ type: 'layer' }), []);
  // The inspector is fetched once the first view stands, so that it is there when the first control is chosen.
  useEffect(() => {
    const timer = setTimeout(() => void inspector(), 2500);
    return () => clearTimeout(timer);
  }, []);

  if (!controller) return <NoController home={`/rigs/${index.rig.id}/gear`} />;
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
                ? assigning.put(parameter, control, gesture, 'assign')
                : void toast('Choose a control first.', {
                    description:
                      'Click one on the panel, or walk there with the arrow keys. A parameter can also be dragged onto it.',
                  })
            }
          />
        </aside>
        <div className="flex min-h-0 flex-col gap-3 px-4 pt-3">
          <MapHead index={index} controller={controller} where={where} go={go} />
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
              onPick={() => pick(acting ? 'add' : 'assign')}
              onFill={(source) => setOpened({ type: 'fill', source })}
              onLayer={openLayer}
              onListen={() => setOpened({ type: 'listen' })}
              onMessage={() => pick('message')}
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
      <MapDialogs
        index={index}
        controller={controller}
        control={control}
        gesture={gesture}
        opened={opened}
        onClose={() => {
          setOpened(null);
          assigning.forget();
        }}
        onPick={(parameter, wanted) => {
          if (wanted === 'message') assigning.sendAsWell(parameter);
          else if (control) assigning.put(parameter, control, gesture, wanted, assigning.caught);
          assigning.forget();
        }}
        onLayer={(id) => go({ layer: id })}
        onTake={(message) => setOpened(assigning.take(message) ? null : { type: 'pick', for: 'assign' })}
      />
    </DndContext>
  );
}
