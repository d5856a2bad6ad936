'use client';
// The main screen: controllers and places at the left, the panel and its assignments in the middle, the inspector at the right.
import { DndContext, DragOverlay, MeasuringStrategy, pointerWithin } from '@dnd-kit/core';
import { X } from 'lucide-react';
import dynamic from 'next/dynamic';
import { type RefObject, useDeferredValue, useEffect, useMemo, useRef } from 'react';
import type { Place } from '@/core/commands';
import type { Control, Controller, GestureType, Layer, Parameter, RigIndex } from '@/core/rig';
import { runKey } from '../commands/use-command';
import { type Effective, effective, shownGesture } from '../faceplate/effective';
import { Faceplate } from '../faceplate/faceplate';
import { type GoTo, type Show, useWhere, type Where } from '../place/use-place';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { toast } from '../primitives/toast';
import { useOnScreen, useRig } from '../store/provider';
import { AssignmentList } from './assignment-list';
import { Controllers, NoController } from './controllers';
import { dragWords } from './drag-words';
import { Ladder } from './ladder';
import { LayersBar } from './layers-bar';
import { listOf, panelFunctions } from './listed';
import { MapDialogs, type Opened, type Wanted } from './map-dialogs';
import { MapHead } from './map-head';
import { NextHere } from './next-here';
import { usePanelCommands } from './panel-commands';
import { type Assigning, useAssigning } from './use-assigning';
import { useChoosing } from './use-choosing';
import { useOpened } from './use-opened';
import { usePanelDrag } from './use-panel-drag';
import { Waiting } from './waiting';

const inspector = () => import('../inspector/inspector').then((m) => m.Inspector);
const TakenDialog = dynamic(() => import('./taken-dialog').then((m) => m.TakenDialog), { ssr: false });
const Inspector = dynamic(inspector, { ssr: false });

/** The panel may move under a drag, when what is found comes in or another tab changes it: measured as it then stands. */
const measuring = { droppable: { strategy: MeasuringStrategy.Always } };

export function MapScreen() {
  const index = useRig((s) => s.index);
  const [where, go] = useWhere(index);
  const { opened, setOpened, pick, copy, copyPlace, openLayer } = useOpened();
  const search = useRef<HTMLInputElement>(null);
  const { controller, control, place } = where;
  const gesture = control ? shownGesture(index, control, place, where.gesture) : null;
  const acting = control && gesture ? effective(index, control, place, gesture) : null;
  const assigning = useAssigning(index, where, acting, go);
  usePanelCommands({
    index,
    where,
    go,
    acting: acting?.assignment ?? null,
    onPick: () => pick('assign'),
    onFill: (source) => setOpened({ type: 'fill', source }),
    onListen: () => gesture && setOpened({ type: 'listen' }),
    onValues: gesture === null || gesture === 'move' ? null : () => setOpened({ type: 'values' }),
    onFind: () => search.current?.focus(),
    onLayer: openLayer,
    onCopy: copy,
    onCopyPlace: controller && severalPlaces(controller) ? copyPlace : null,
  });
  const drag = usePanelDrag(index, where, assigning, copy);
  const spoken = useMemo(() => dragWords(index), [index]);
  useInspectorSoon();

  if (!controller) return <NoController home={`/rigs/${index.rig.id}`} />;
  return (
    <DndContext {...drag.context} collisionDetection={pointerWithin} measuring={measuring} accessibility={spoken}>
      <main className="grid min-h-0 flex-1 grid-cols-[240px_minmax(0,1fr)_340px] max-[1100px]:grid-cols-[212px_minmax(0,1fr)_312px] max-[1000px]:grid-cols-[212px_minmax(0,1fr)]">
        <MapSide
          index={index}
          where={where}
          go={go}
          search={search}
          controller={controller}
          control={control}
          place={place}
          gesture={gesture}
          assigning={assigning}
          openLayer={openLayer}
          copyPlace={copyPlace}
        />
        <MapMiddle index={index} where={where} go={go} controller={controller} chosenId={acting?.assignment.id ?? null} />
        <ChosenControl
          index={index}
          go={go}
          setOpened={setOpened}
          controller={controller}
          control={control}
          place={place}
          gesture={gesture}
          acting={acting}
          pick={pick}
          openLayer={openLayer}
        />
      </main>
      <Dragged words={drag.dragged} />
      {assigning.taken && <TakenDialog taken={assigning.taken} onClose={assigning.leave} />}
      <MapDialogs
        index={index}
        controller={controller}
        control={control}
        place={place}
        gesture={gesture}
        opened={opened}
        onClose={() => {
          setOpened(null);
          assigning.forget();
        }}
        onPick={(parameter, wanted) => picked(assigning, control, gesture, parameter, wanted)}
        onLayer={(id) => go({ layer: id })}
        onTake={(message) => setOpened(assigning.take(message) ? null : { type: 'pick', for: 'assign' })}
      />
    </DndContext>
  );
}

/** What becomes of a parameter that was chosen in the dialog. */
function picked(
  assigning: Assigning,
  control: Control | null,
  gesture: GestureType | null,
  parameter: Parameter,
  wanted: Wanted,
): void {
  if (wanted === 'message') assigning.sendAsWell(parameter);
  else if (typeof wanted === 'object') assigning.name(parameter, wanted.at);
  else if (control) assigning.put(parameter, control, gesture, wanted, assigning.caught);
  assigning.forget();
}

/** The inspector is fetched once the first view stands, so that it is there when the first control is chosen. */
function useInspectorSoon(): void {
  useEffect(() => {
    const timer = setTimeout(() => void inspector(), 2500);
    return () => clearTimeout(timer);
  }, []);
}

/** The panel, and the list of what is assigned. */
function MapMiddle({
  index,
  where,
  go,
  controller,
  chosenId,
}: {
  readonly index: RigIndex;
  readonly where: Where;
  readonly go: GoTo;
  readonly controller: Controller;
  /** The assignment that the inspector shows. */
  readonly chosenId: string | null;
}) {
  const findings = useRig((s) => s.findings);
  const deferred = useDeferredValue(where);
  const listed = useMemo(() => listOf(index, deferred, findings), [index, deferred, findings]);
  const { choose, chooseAssignment } = useChoosing(index, controller, go);
  useOnScreen(useMemo(() => panelFunctions(index, controller, deferred.place), [index, controller, deferred.place]));
  return (
    <div className="flex min-h-0 flex-col gap-3 px-4 pt-3 contain-content">
      <MapHead index={index} controller={controller} where={where} go={go} />
      <Faceplate
        index={index}
        controller={controller}
        place={where.place}
        chosen={where.control}
        findings={findings}
        tape={where.tape}
        onChoose={choose}
        onKey={(key) => runKey('panel', key)}
      />
      <AssignmentList
        index={index}
        assignments={listed}
        chosen={chosenId}
        show={where.show}
        onShow={(show: Show) => go({ show })}
        onChoose={chooseAssignment}
      />
    </div>
  );
}

/** What is under the finger while it is dragged. */
const Dragged = ({ words }: { readonly words: string | null }) => (
  <DragOverlay dropAnimation={null}>
    {words !== null && <span className="tape inline-block px-2 py-1 text-xs font-semibold shadow">{words}</span>}
  </DragOverlay>
);

const severalPlaces = ({ firmware: { banks, pages } }: Controller): boolean => banks > 1 || pages > 1;

/** Controllers, places, and the parameters that wait for a control. */
function MapSide({
  index,
  where,
  go,
  search,
  controller,
  control,
  place,
  gesture,
  assigning,
  openLayer,
  copyPlace,
}: {
  readonly index: RigIndex;
  readonly where: Where;
  readonly go: GoTo;
  readonly search: RefObject<HTMLInputElement | null>;
  readonly controller: Controller;
  readonly control: Control | null;
  readonly place: Place;
  readonly gesture: GestureType | null;
  readonly assigning: Assigning;
  readonly openLayer: (layer?: Layer | null) => void;
  readonly copyPlace: () => void;
}) {
  return (
    <aside aria-label="Controllers, places, and what waits" className="flex min-h-0 flex-col border-r contain-content">
      <Controllers
        index={index}
        where={where}
        onChoose={(id) => go({ controller: id, control: null, bank: 1, page: 1, layer: null })}
        home={`/rigs/${index.rig.id}/gear`}
      />
      <div className="border-b px-3 pb-2">
        <Ladder
          index={index}
          controller={controller}
          place={place}
          onPlace={(bank, layerId) => go({ bank: bank ?? 0, layer: layerId })}
          onPage={(page) => go({ page: page ?? 0 })}
          onCopy={severalPlaces(controller) ? copyPlace : null}
        />
        <LayersBar index={index} controller={controller} onLayer={openLayer} />
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
  );
}

/** What the chosen control does, or how to choose one. */
function ChosenControl({
  index,
  go,
  setOpened,
  controller,
  control,
  place,
  gesture,
  acting,
  pick,
  openLayer,
}: {
  readonly index: RigIndex;
  readonly go: GoTo;
  readonly setOpened: (to: Opened | null) => void;
  readonly controller: Controller;
  readonly control: Control | null;
  readonly place: Place;
  readonly gesture: GestureType | null;
  readonly acting: Effective | null;
  readonly pick: (wanted: Wanted) => void;
  readonly openLayer: (layer?: Layer | null) => void;
}) {
  return (
    <aside
      aria-label="The chosen control"
      className={cx(
        'flex min-h-0 flex-col border-l bg-sheet contain-content',
        // Where there is no room beside the panel it lies over it, and goes with a button.
        control
          ? 'max-[1000px]:fixed max-[1000px]:top-12 max-[1000px]:right-0 max-[1000px]:bottom-0 max-[1000px]:z-30 max-[1000px]:w-[360px] max-[1000px]:shadow-xl'
          : 'max-[1000px]:hidden',
      )}
    >
      {control && (
        <Button
          size="small"
          tone="quiet"
          className="hidden self-end max-[1000px]:inline-flex"
          onClick={() => go({ control: null })}
        >
          <X size={14} aria-hidden /> Back to the panel
        </Button>
      )}
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
          onCopy={() => setOpened({ type: 'copy', copying: { from: control, place, onto: control, at: place, way: 'copy' } })}
          onLayer={() => openLayer()}
          onListen={() => setOpened({ type: 'listen' })}
          onMessage={() => pick('message')}
          onValues={() => setOpened({ type: 'values' })}
          onName={(at) => pick({ at })}
        />
      ) : (
        <NextHere index={index} controller={controller} go={go} />
      )}
    </aside>
  );
}
