// What the panel shows: lights, rings and displays, as the firmware would.
import { type GestureType, gestureTypeSchema, lightSourceOf } from '../rig';
import { groupAt, isLatched, isOnIn } from './latches';
import { lookUp, whereNow } from './look-up';
import type { Armed, ControllerProgram, ProgramControl } from './program';
import { type ControllerState, type Draft, draftOf, FED_BLIND, recall, type Where } from './state';

export interface ControlView {
  readonly down: boolean;
  /** Null where the control has no light, or where nobody knows: the host decides and nothing came back, or what came back no preset says. */
  readonly lit: boolean | null;
  /** The colour that its light is planned to have as it is now; empty where none was said, or where nobody knows whether it is on. */
  readonly colour: string;
  /** How often it blinks in a second; 0 for steady. */
  readonly blinks: number;
  /** Where it stands or its ring points, 0–1; null where neither is known. */
  readonly position: number | null;
  /** What its display says; null where it has none. */
  readonly text: string | null;
  /** The layer whose function it has now; null for Base. */
  readonly layerId: string | null;
  /** What it does here: the assignment that moving it, else pressing it, runs; null for none. */
  readonly assignmentId: string | null;
}

/** The panel in a state, control by control. */
export function panelView(program: ControllerProgram, state: ControllerState): ReadonlyMap<string, ControlView> {
  const d = draftOf(program, state, 0);
  const views = new Map<string, ControlView>();
  for (const [id, control] of program.controls) views.set(id, viewOf(d, control));
  return views;
}

/** Gestures of one switch by itself. */
const SWITCHING: readonly GestureType[] = gestureTypeSchema.options.filter((g) => g !== 'move' && g !== 'chord');

function viewOf(d: Draft, control: ProgramControl): ControlView {
  const where = whereNow(d);
  const { control: row } = control;
  const switching = SWITCHING.flatMap((g) => lookUp(d, control, g, where));
  const moving = lookUp(d, control, 'move', where);
  const first = moving[0] ?? switching[0];
  const down = d.downs[row.id] !== undefined;
  const position = recall(d, control.position);
  const opened = control.opens.find((m) => d.open.some((o) => o.id === m.layer.id));
  const lit =
    row.light === 'none' ? null : opened ? true : (groupLight(d, control, where, switching) ?? litBy(d, switching, down));
  const shown = (switching.find((a) => a.actions.some((x) => x.type === 'send')) ?? first)?.assignment;
  return {
    down,
    lit,
    colour: row.light !== 'colour' || lit === null ? '' : ((lit ? shown?.colour : shown?.colourOff) ?? ''),
    blinks: row.light !== 'none' && opened ? opened.layer.blinks : 0,
    position:
      row.ring || row.kind === 'encoder'
        ? (ringOf(d, moving) ?? (position < 0 ? null : position))
        : position < 0
          ? null
          : position,
    text: row.display === null ? null : (first?.assignment?.textShort ?? '').slice(0, row.display.short),
    layerId: first?.layerId ?? null,
    assignmentId: first?.assignment?.id ?? null,
  };
}

/** In a group the light shows which switch is on, where nobody else drives it; null outside of groups. */
function groupLight(d: Draft, control: ProgramControl, where: Where, switching: readonly Armed[]): boolean | null {
  const group = groupAt(d, control, where);
  const by = lightSourceOf(d.program.firmware, switching.find((a) => a.assignment !== null)?.assignment ?? null);
  return group !== null && by === 'own-state' ? isOnIn(d, group, control.control.id) : null;
}

/** The light of a switch shows its latch, or which of two lists ran last, or what came back, or that it is down; null where the host decides and nothing came back. */
function litBy(d: Draft, switching: readonly Armed[], down: boolean): boolean | null {
  for (const armed of switching) {
    const by = lightSourceOf(d.program.firmware, armed.assignment);
    if (by === 'own-state' && armed.latch !== null) return isLatched(d, armed.latch);
    for (const action of armed.actions) {
      if (action.type !== 'send') continue;
      if (by === 'own-state' && armed.turn !== null) return recall(d, armed.turn) === 1;
      if (by !== 'own-state') {
        const fed = recall(d, d.program.fed.get(action.key) ?? -1);
        if (fed >= 0) return fed >= 64;
        if (fed === FED_BLIND) return null;
        if (by === 'host') return null;
      }
      if (action.emitter.type === 'latching') {
        // A latch that has not sent anything yet is dark, whatever it would send second.
        const phase = recall(d, action.emitter.phase);
        return phase !== 0 && (phase === 1 ? action.emitter.first : action.emitter.second) >= 64;
      }
    }
  }
  return down;
}

function ringOf(d: Draft, moving: readonly Armed[]): number | null {
  for (const armed of moving)
    for (const action of armed.actions)
      if (action.type === 'send' && action.emitter.type === 'range') return recall(d, action.emitter.count);
  return null;
}
