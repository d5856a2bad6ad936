'use client';

// When a function is done: the gesture, and where it stands. Said once, with the first thing that it does.

import { asGesture, changeAssignment, changePlace, chordPartners, gestureOf } from '@/core/commands';
import {
  type Assignment,
  type Control,
  type Controller,
  chordWindowSchema,
  type Edit,
  gestureNames,
  layersOn,
  type RigIndex,
} from '@/core/rig';
import { offeredGestures } from '../faceplate/effective';
import type { GoTo } from '../place/use-place';
import { NumberWord, WordSelect } from './word';

interface Props {
  readonly index: RigIndex;
  readonly control: Control;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
  readonly go: GoTo;
}

export function WhenWords({ index, control, controller, assignment, edit, go }: Props) {
  const siblings = (index.assignmentsOf.get(control.id) ?? []).filter((a) => a.id !== assignment.id);
  const free = (to: Spot): boolean => {
    const { bank, page, layerId, gesture } = { ...assignment, gesture: assignment.gesture.type, ...to };
    return !siblings.some((a) => a.bank === bank && a.page === page && a.layerId === layerId && a.gesture.type === gesture);
  };
  return (
    <>
      On
      <GestureWord index={index} control={control} assignment={assignment} edit={edit} go={go} free={free} />
      {assignment.gesture.type === 'chord' && (
        <ChordWords index={index} control={control} assignment={assignment} gesture={assignment.gesture} edit={edit} />
      )}
      in
      {(['bank', 'page'] as const).map((what) => (
        <PlaceWord key={what} {...{ what, index, controller, assignment, edit, go, free }} />
      ))}
      <LayerWord
        index={index}
        control={control}
        controller={controller}
        assignment={assignment}
        edit={edit}
        go={go}
        free={free}
      />
    </>
  );
}

/** Which other switch makes the chord, how soon, and whether each still acts alone. */
function ChordWords({
  index,
  control,
  assignment,
  gesture,
  edit,
}: {
  readonly index: RigIndex;
  readonly control: Control;
  readonly assignment: Assignment;
  readonly gesture: Extract<Assignment['gesture'], { type: 'chord' }>;
  readonly edit: (edit: Edit) => boolean;
}) {
  const put = (changes: Partial<typeof gesture>): boolean =>
    edit(changeAssignment(assignment, { gesture: { ...gesture, ...changes } }, 'Change the chord'));
  return (
    <>
      with
      <WordSelect aria-label="The other switch" value={gesture.with} onChange={(e) => put({ with: e.target.value })}>
        {chordPartners(index, control).map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
      </WordSelect>
      within
      <NumberWord
        label="Window in ms"
        unit="ms"
        width="w-12"
        value={gesture.windowMs}
        schema={chordWindowSchema}
        onValue={(windowMs) => put({ windowMs })}
      />
      ms,
      <WordSelect
        aria-label="Each alone"
        value={gesture.singlesFire ? 'fires' : 'waits'}
        onChange={(e) => put({ singlesFire: e.target.value === 'fires' })}
      >
        <option value="waits">each alone waits for it</option>
        <option value="fires">each alone acts too</option>
      </WordSelect>
    </>
  );
}

/** Where a function could stand; what is left out is where it stands. */
type Spot = Partial<Pick<Assignment, 'bank' | 'page' | 'layerId'>> & { readonly gesture?: string };

function LayerWord({
  index,
  control,
  controller,
  assignment,
  edit,
  go,
  free,
}: Pick<Props, 'index' | 'control' | 'controller' | 'assignment' | 'edit' | 'go'> & {
  readonly free: (to: Spot) => boolean;
}) {
  const layers = layersOn(index.rig, controller.id).filter((l) => l.modifierControlId !== control.id);
  return (
    <WordSelect
      aria-label="Layer"
      value={assignment.layerId ?? ''}
      onChange={(e) => {
        const layerId = e.target.value === '' ? null : e.target.value;
        if (edit(changePlace(index, assignment, { bank: assignment.bank, layerId }))) go({ layer: layerId });
      }}
    >
      <option value="" disabled={!free({ layerId: null })}>
        Base
      </option>
      {layers.map((l) => (
        <option key={l.id} value={l.id} disabled={!free({ layerId: l.id })}>
          {l.name}
        </option>
      ))}
    </WordSelect>
  );
}

function GestureWord({
  index,
  control,
  assignment,
  edit,
  go,
  free,
}: {
  readonly index: RigIndex;
  readonly control: Control;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
  readonly go: GoTo;
  readonly free: (to: Spot) => boolean;
}) {
  return (
    <WordSelect
      aria-label="Gesture"
      value={assignment.gesture.type}
      onChange={(e) => {
        const type = asGesture(e.target.value);
        const gesture = type === null ? null : gestureOf(index, control, type);
        if (gesture === null) return;
        if (edit(changeAssignment(assignment, { gesture }, `Act on ${gesture.type}`))) go({ gesture: gesture.type });
      }}
    >
      {offeredGestures(index, control).map((g) => (
        <option
          key={g}
          value={g}
          disabled={
            !free({ gesture: g }) ||
            (g === 'move') !== (assignment.gesture.type === 'move') ||
            gestureOf(index, control, g) === null
          }
        >
          {gestureNames[g]}
        </option>
      ))}
    </WordSelect>
  );
}

/** A bank or a page, where the controller has several. */
function PlaceWord({
  what,
  index,
  controller,
  assignment,
  edit,
  go,
  free,
}: {
  readonly what: 'bank' | 'page';
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly edit: (edit: Edit) => boolean;
  readonly go: GoTo;
  readonly free: (to: Spot) => boolean;
}) {
  const count = controller.firmware[what === 'bank' ? 'banks' : 'pages'];
  if (count === 1) return null;
  const { bank, page, layerId } = assignment;
  const name = (n: number): string => (what === 'bank' ? controller.bankNames[n - 1] || `Bank ${n}` : `page ${n}`);
  return (
    <WordSelect
      aria-label={what === 'bank' ? 'Bank' : 'Page'}
      value={String(assignment[what] ?? 0)}
      onChange={(e) => {
        const to = Number(e.target.value);
        if (edit(changePlace(index, assignment, { bank, page, layerId, [what]: to || null }))) go({ [what]: to });
      }}
    >
      {[0, ...Array.from({ length: count }, (_, i) => i + 1)].map((n) => (
        <option key={n} value={n} disabled={!free({ [what]: n || null })}>
          {n === 0 ? `every ${what}` : name(n)}
        </option>
      ))}
    </WordSelect>
  );
}
