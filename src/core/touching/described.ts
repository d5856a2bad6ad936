// A controller out of what was touched: rows of like controls in the order in which they were touched, each with what it sends today.
import { plainTemplate } from '../commands';
import type { ControllerTemplate } from '../library';
import { type Channel, messageTypes } from '../midi';
import { type CountedPart, countedParts, type PanelControl, panelFromCounts, type Rig } from '../rig';
import type { Reading } from './readings';
import type { Touched } from './touches';

/** A control that was touched, with what it was told to be where that could not be told by itself. */
export interface Described {
  readonly touched: Touched;
  readonly reading: Reading;
  readonly part: CountedPart;
}

/** What a reading can be on a panel, the likeliest first. Common practice, no source. */
export function partsFor({ kind }: Reading, { touch }: Touched): readonly [CountedPart, ...CountedPart[]] {
  switch (kind) {
    case 'momentary':
    case 'latching':
    case 'fixed':
    case 'two-fixed':
      return ['buttons', 'footswitches', 'pads'];
    case 'struck':
      return ['pads', 'buttons'];
    case 'moved':
      return touch ? ['faders', 'knobs', 'pedals', 'ribbons'] : ['knobs', 'faders', 'pedals', 'ribbons'];
    case 'springs':
      return ['ribbons', 'wheels'];
    case 'clicks':
    case 'each-way':
      return ['encoders', 'wheels'];
  }
}

/**
 * The template of a controller: a plain panel, its firmware as far as it was heard (kinds of message, codings of encoders), its channel the one that most of it
 * sends on, and on each control what it sent as what it sends from the factory. All else is as common as can be, and marked as assumed.
 */
export function templateOf(found: readonly Described[], rig: Rig): ControllerTemplate {
  const rows = found.flatMap(parted);
  const counts = Object.fromEntries(countedParts.map((part) => [part, rows.filter((r) => r.part === part).length]));
  const plain = plainTemplate(panelFromCounts({ counts }), rig, 1);
  const controls = new Map<PanelControl, PanelControl>();
  for (const part of countedParts) {
    const own = [...plain.panel.controls].filter((c) => c.family === part).sort((a, b) => a.familyOrder - b.familyOrder);
    for (const [i, row] of rows.filter((r) => r.part === part).entries()) {
      const control = own[i];
      if (control) controls.set(control, touchedControl(control, row));
    }
  }
  const codings = new Set(
    rows.flatMap(({ reading }) => (reading.kind === 'each-way' ? ['each-way' as const] : reading.coding ? [reading.coding] : [])),
  );
  const sent = new Set(
    rows.flatMap(({ touched: { message, touch, pressure, back } }) => [message, touch, pressure, back].map((m) => m?.type)),
  );
  const { firmware } = plain;
  return {
    ...plain,
    channel: mostOf(rows) ?? plain.channel,
    panel: { ...plain.panel, controls: plain.panel.controls.map((c) => controls.get(c) ?? c) },
    firmware: {
      ...firmware,
      messages: messageTypes.filter((type) => sent.has(type) || firmware.messages.includes(type)),
      encoderModes: codings.size > 0 ? [...codings] : firmware.encoderModes,
    },
  };
}

/** What turned out to be two switches, as two. */
function parted(row: Described): readonly Described[] {
  const { touched, reading } = row;
  if (reading.kind !== 'two-fixed' || touched.back === null) return [row];
  const fixed: Reading = { kind: 'fixed', coding: null };
  return [touched.message, touched.back].map((message) => ({
    ...row,
    reading: fixed,
    touched: { ...touched, message, readings: [fixed], back: null },
  }));
}

const moves: ReadonlySet<Reading['kind']> = new Set(['moved', 'springs', 'clicks', 'each-way']);

function touchedControl(control: PanelControl, { touched, reading }: Described): PanelControl {
  const { message, touch, pressure, back } = touched;
  const moving = moves.has(reading.kind);
  // What is moved is pressed by touching its cap; what is struck is moved by pressing harder.
  const beside = moving ? touch : pressure;
  return {
    ...control,
    subControls: touch ? ['touch'] : [],
    factory: [
      {
        gesture: moving ? 'move' : 'press',
        message,
        ...(reading.coding ? { clicks: reading.coding } : {}),
        ...(back ? { back } : {}),
      },
      ...(beside ? [{ gesture: moving ? ('press' as const) : ('move' as const), message: beside }] : []),
    ],
  };
}

/** The channel that most of them send on; null where none has one. */
function mostOf(rows: readonly Described[]): Channel | null {
  const counts = new Map<Channel, number>();
  for (const { touched } of rows)
    if ('channel' in touched.message) counts.set(touched.message.channel, (counts.get(touched.message.channel) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}
