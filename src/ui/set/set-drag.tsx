'use client';
// Songs and sections put in order by dragging. Buttons do the same for keys, so that nothing here is for a pointer alone.
import {
  type Announcements,
  type CollisionDetection,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  MeasuringStrategy,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { type ReactNode, useState } from 'react';
import { moveSection, moveSectionInto, moveSong } from '@/core/commands';
import type { RigIndex, SetList, Song } from '@/core/rig';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import type { Chosen } from './set-screen';

/** Pixels that a pointer moves before it drags: less is a click. */
const SLACK = 5;

/** Ways that are found meanwhile make strips higher, and songs move down under the pointer: where they lie is asked again. */
const measuring = { droppable: { strategy: MeasuringStrategy.WhileDragging, frequency: 100 } };

/** What is dragged and what it is dropped on: a song, or a section by its place in one. */
interface Spot {
  readonly songId: string;
  readonly at: number | null;
}

interface Props {
  /** The rig as it is played. */
  readonly index: RigIndex;
  readonly list: SetList | null;
  /** A section was moved. */
  readonly onSection: (to: Chosen) => void;
  readonly children: ReactNode;
}

export function SetDrag({ index, list, onSection, children }: Props) {
  const edit = useRig((s) => s.edit);
  const whole = useRig((s) => s.index.rig);
  const [dragged, setDragged] = useState<string | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: SLACK } }));
  const { songs } = index.rig;
  const nameOf = (id: string | number | undefined): string | null => {
    const spot = spotOf(id);
    const song = songs.find((s) => s.id === spot?.songId);
    return (spot?.at == null ? song?.name : song?.sections[spot.at]?.name) ?? null;
  };
  const drop = ({ active, over }: DragEndEvent): void => {
    setDragged(null);
    const [from, to] = [spotOf(active.id), spotOf(over?.id)];
    const song = songs.find((s) => s.id === from?.songId);
    if (!from || !to || !song) return;
    if (from.at === null) {
      const by = songs.findIndex((s) => s.id === to.songId) - songs.indexOf(song);
      const made = moveSong(whole, list, song, by);
      if (made) edit(made);
      return;
    }
    const other = songs.find((s) => s.id === to.songId);
    if (!other || (other === song && (to.at === null || to.at === from.at))) return;
    if (other === song) {
      const at = to.at ?? from.at;
      const made = moveSection(song, from.at, at - from.at);
      if (made && edit(made)) onSection({ songId: song.id, at });
      return;
    }
    const at = to.at ?? other.sections.length;
    const made = moveSectionInto(song, from.at, other, at);
    if (!made) onlyOne(song);
    else if (edit(made)) onSection({ songId: other.id, at });
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={onItsOwn}
      measuring={measuring}
      accessibility={{ announcements: spoken(nameOf) }}
      onDragStart={({ active }) => setDragged(nameOf(active.id))}
      onDragEnd={drop}
      onDragCancel={() => setDragged(null)}
    >
      {children}
      <DragOverlay dropAnimation={null}>
        {dragged !== null && (
          <span className="inline-block rounded-sm border border-verdigris bg-sheet px-2 py-1 text-sm font-semibold shadow">
            {dragged}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  );
}

/** Says that the only section of a song stays in it. */
const onlyOne = (song: Song): void =>
  toast.error(`It is the only section of ${song.name}.`, {
    description: 'Give that song another one first, or remove the song.',
  });

/** A song is dropped on songs; a section on sections, of whatever song, and beside them on another song: at its end. */
const onItsOwn: CollisionDetection = (args) => {
  const from = spotOf(args.active.id);
  const within = (fits: (to: Spot | null) => boolean) =>
    pointerWithin({ ...args, droppableContainers: args.droppableContainers.filter(({ id }) => fits(spotOf(id))) });
  if (from?.at === null) return within((to) => to?.at === null);
  const onSection = within((to) => to?.at != null);
  return onSection.length > 0 ? onSection : within((to) => to?.at === null && to.songId !== from?.songId);
};

/** What is said to those who do not see it: names, never ids. */
const spoken = (nameOf: (id: string | number | undefined) => string | null): Announcements => ({
  onDragStart: ({ active }) => `${nameOf(active.id)} is picked up.`,
  onDragOver: ({ active, over }) => (over ? `${nameOf(active.id)} is over ${nameOf(over.id)}.` : undefined),
  onDragEnd: ({ active, over }) =>
    over ? `${nameOf(active.id)} was put at ${nameOf(over.id)}.` : `${nameOf(active.id)} stays where it was.`,
  onDragCancel: ({ active }) => `${nameOf(active.id)} stays where it was.`,
});

const idOf = ({ songId, at }: Spot): string => JSON.stringify([songId, at]);

function spotOf(id: string | number | undefined): Spot | null {
  if (typeof id !== 'string') return null;
  const [songId, at]: unknown[] = JSON.parse(id);
  return typeof songId === 'string' ? { songId, at: typeof at === 'number' ? at : null } : null;
}

/** A place that can be dragged from and dropped on: `ref` is its box, `grip` what of it is taken hold of. `over`: whether another one is above it. */
export function useSpot(songId: string, at: number | null) {
  const id = idOf({ songId, at });
  const drag = useDraggable({ id });
  const { setNodeRef, isOver, active } = useDroppable({ id });
  return {
    ref: (node: HTMLElement | null): void => {
      setNodeRef(node);
      drag.setNodeRef(node);
    },
    grip: drag.listeners ?? {},
    over: isOver && active?.id !== id,
  };
}
