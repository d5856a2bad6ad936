'use client';
// One controller on Stage: to scale with its tape, what stands on, what spoke last, and what to press next in its order.
import { type MouseEvent, memo, type PointerEvent, type SyntheticEvent, useMemo } from 'react';
import type { Whereabouts } from '@/core/controller';
import type { FollowedView } from '@/core/following';
import { type Control, type Controller, gestureNames, type RigIndex } from '@/core/rig';
import { ControlDrawing } from '../faceplate/control-drawing';
import { roomBelow, tapeWidth } from '../faceplate/neighbours';
import { cx } from '../primitives/cx';
import { type Acting, actingAtAll } from './acting';
import type { PlayDrawn } from './drawn';
import { evenly, LINE, SMALLEST, type Written, written } from './letters';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly view: FollowedView | null;
  /** Where it is taken to be. */
  readonly places: readonly Whereabouts[];
  /** By control: its places in the order of what is next, from 1. */
  readonly next: ReadonlyMap<string, readonly number[]>;
  /** Pixels for each millimetre. */
  readonly scale: number;
  /** Pixels of writing that the player wants. */
  readonly letters: number;
  /** What is done on the drawing; null where hardware is listened to. */
  readonly play: PlayDrawn | null;
}

/** Pixels of tape below which a panel to scale cannot be read: then its controls stand in a list. */
const TOO_NARROW = 56;

/** Pixels of writing in a list. */
const LIST_LETTERS = 20;
/** Pixels that the printed name takes below the tape. */
const NAME = 18;

export function StagePanel(props: Props) {
  const { index, controller, scale, letters } = props;
  // Every message makes the places anew: what stands in them says whether anything changed.
  const where = JSON.stringify(props.places);
  const drawn = useMemo(() => drawnOn(index, controller, JSON.parse(where), scale), [index, controller, where, scale]);
  const narrow = drawn.filter((d) => d.box.width < TOO_NARROW).length > drawn.length / 2;
  const even = useMemo(() => {
    if (narrow) return Math.min(letters, LIST_LETTERS);
    const named = drawn.filter((d) => d.name !== '' && d.acting !== null);
    return evenly(
      named.map(({ name, box }) => writtenIn(name, box, letters).size),
      letters,
    );
  }, [drawn, narrow, letters]);
  return (
    <div
      role="group"
      aria-label={`Panel of ${controller.name}`}
      className={cx(
        'rounded-[14px] border-2 border-control-edge bg-sheet',
        narrow ? 'grid content-start gap-2 p-2' : 'relative mx-auto',
      )}
      style={
        narrow
          ? { gridTemplateColumns: 'repeat(auto-fill, minmax(144px, 1fr))' }
          : { width: controller.width * scale, height: controller.height * scale }
      }
    >
      {drawn.map(({ control, acting, box, name }) =>
        narrow && name === '' && !props.next.has(control.id) ? null : (
          <StageControl
            key={control.id}
            control={control}
            acting={acting}
            name={name}
            on={onWords(acting, props.view)}
            spoke={acting?.some((a) => props.view?.spoke.includes(a.assignment.id)) === true}
            position={props.view?.positions[control.id] ?? null}
            steps={props.next.get(control.id)?.join(' ') ?? ''}
            letters={even}
            box={narrow ? null : box}
            play={props.play}
          />
        ),
      )}
    </div>
  );
}

function drawnOn(index: RigIndex, controller: Controller, places: readonly Whereabouts[], scale: number): readonly Drawn[] {
  const controls = index.controlsOf.get(controller.id) ?? [];
  return controls.map((control): Drawn => {
    const acting = actingAtAll(index, control, places);
    const width = tapeWidth(controls, control, controller.width);
    const box: Box = {
      left: (control.x + (control.width - width) / 2) * scale,
      top: control.y * scale,
      width: width * scale,
      room: roomBelow(controls, control, width, controller.height) * scale,
      drawn: { width: control.width * scale, height: control.height * scale },
    };
    return { control, acting, box, name: nameOf(index, control, acting) };
  });
}

/** A control, what it does, and what its tape says. */
interface Drawn {
  readonly control: Control;
  /** Null where it depends on where the controller is. */
  readonly acting: readonly Acting[] | null;
  readonly name: string;
  readonly box: Box;
}

/** `on` where a latch stands so, `sent on` where that was the last it said and it may have been turned unheard since. */
function onWords(acting: readonly Acting[] | null, view: FollowedView | null): string {
  const among = (ids: readonly string[] | undefined): boolean => acting?.some((a) => ids?.includes(a.assignment.id)) === true;
  return among(view?.on) ? 'on' : among(view?.onLast) ? 'sent on' : '';
}

/** Pixels on the panel. */
interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  /** Below the control. */
  readonly room: number;
  readonly drawn: { readonly width: number; readonly height: number };
}

/** What its tape says: what it does, else which layers it opens; a question where that depends. */
const nameOf = (index: RigIndex, control: Control, acting: readonly Acting[] | null): string =>
  acting === null ? '?' : (acting[0]?.words ?? (index.layersByModifier.get(control.id) ?? []).map((l) => l.name).join(', '));

const writtenIn = (name: string, box: Box, letters: number): Written =>
  written(name, box.width - 14, Math.max(SMALLEST * LINE, box.room - NAME - 10), letters);

interface ControlProps extends Omit<Drawn, 'box'> {
  /** How its latch stands, in words; empty for off, for none, and where nobody knows. */
  readonly on: string;
  readonly spoke: boolean;
  /** Where in its travel it was heard last, 0–1; null where nobody knows. */
  readonly position: number | null;
  /** Numbers of the steps that are done on it, parted by spaces. */
  readonly steps: string;
  readonly letters: number;
  /** Null in a list. */
  readonly box: Box | null;
  readonly play: PlayDrawn | null;
}

const StageControl = memo(function StageControl(props: ControlProps) {
  const { control, acting, name, on, spoke, position, steps, letters, box, play } = props;
  const [, ...more] = acting ?? [];
  const moved = control.kind !== 'footswitch' && control.kind !== 'pad' && control.kind !== 'button';
  const other = more.map((a) => `${gestureNames[a.gesture]}: ${a.words}`).join(' · ');
  const at = position === null ? '' : `at ${Math.round(position * 100)} %`;
  const spoken = `${control.name}: ${acting === null ? 'depends on the bank' : name || 'free'}${on && `, ${on}`}${at && `, ${at}`}${steps === '' ? '' : `, next: ${steps.replaceAll(' ', ' and ')}`}`;
  const fits = box && name !== '' ? writtenIn(name, box, letters) : null;
  const left = box && box.room - (fits ? fits.lines.length * fits.size * LINE + 8 : 0);
  const size = fits?.size ?? letters;
  const playing = play && playingOn(play, control, moved);
  const look = cx(
    'rounded-md text-center outline-none focus-visible:ring-2 focus-visible:ring-verdigris',
    box ? 'absolute flex flex-col items-center' : 'flex min-w-0 flex-col items-center border border-rule p-1.5',
  );
  const inside = (
    <>
      <span
        className={cx(
          'relative block',
          steps !== '' && 'rounded-full ring-4 ring-verdigris',
          spoke && steps === '' && 'rounded-full ring-2 ring-spark',
        )}
        style={box ? box.drawn : { width: 40, height: (40 * control.height) / Math.max(1, control.width), maxHeight: 56 }}
      >
        <ControlDrawing control={control} pose={{ position, lit: on !== '', down: false }} />
        {steps !== '' && (
          <span className="absolute -top-2 -right-3 flex min-w-7 items-center justify-center rounded-full bg-verdigris px-1.5 text-lg leading-7 font-bold text-on-verdigris">
            {steps}
          </span>
        )}
      </span>
      {name !== '' && (
        <span
          className={cx(
            'mt-1 w-full rounded-[3px] px-1.5 py-0.5 font-semibold',
            acting === null ? 'border border-rule text-ink-2' : 'tape',
          )}
          style={{ fontSize: size, lineHeight: LINE }}
        >
          {(fits?.lines ?? [name]).map((line, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the lines of one name, in order
            <span key={i} className="block truncate">
              {line}
            </span>
          ))}
        </span>
      )}
      {(left === null || left >= NAME) && (
        <span className="mt-0.5 max-w-full truncate text-xs text-ink-2">
          {control.name}
          {on && ` · ${on}`}
          {at && ` · ${at}`}
          {other !== '' && ` · ${other}`}
        </span>
      )}
    </>
  );
  const style = box ? { left: box.left, top: box.top, width: box.width } : undefined;
  return play ? (
    <button
      type="button"
      data-drawn={control.id}
      aria-label={spoken}
      title={other}
      className={cx(look, 'touch-none select-none')}
      style={style}
      {...playing}
    >
      {inside}
    </button>
  ) : (
    <div role="img" aria-label={spoken} className={look} style={style}>
      {inside}
    </div>
  );
});

/** Pressing the drawing by finger, mouse, or Enter. What slides goes where the pointer is on it, what has no ends a click on. */
function playingOn(play: PlayDrawn, { id: controlId, kind }: Control, moved: boolean) {
  if (moved && (kind === 'encoder' || kind === 'jog'))
    return { onClick: (event: MouseEvent) => play({ type: 'turn', controlId, clicks: 1 }, event.timeStamp) };
  if (moved) {
    const slide = (event: PointerEvent<HTMLElement>): void => {
      if (event.buttons === 0) return;
      const { top, height } = event.currentTarget.getBoundingClientRect();
      const position = Math.min(1, Math.max(0, 1 - (event.clientY - top) / Math.max(1, height)));
      play({ type: 'move', controlId, position }, event.timeStamp);
    };
    return { onPointerDown: slide, onPointerMove: slide };
  }
  const press = ({ timeStamp }: SyntheticEvent): void => play({ type: 'press', controlId }, timeStamp);
  const release = ({ timeStamp }: SyntheticEvent): void => play({ type: 'release', controlId }, timeStamp);
  return {
    onPointerDown: press,
    onPointerUp: release,
    onPointerLeave: release,
    onClick: (event: MouseEvent) => {
      // A key: nothing was pressed by a pointer.
      if (event.detail !== 0) return;
      press(event);
      release(event);
    },
  };
}
