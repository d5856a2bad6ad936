// When a message arrives: what each transport does to time. Times in milliseconds; a wire is plain data and a pure step.
import { exhaustive } from '../base';
import type { Wire } from '../rig';

export type Transport = Wire['transport'];

export interface Timing {
  readonly transport: Transport;
  /** DIN leaves out a status that repeats the last one. */
  readonly runningStatus: boolean;
  /** Time between two connection events of Bluetooth; 7.5–15 ms in a good set-up. Common practice, no source. */
  readonly connectionIntervalMs: number;
  /** Payload bytes of one Bluetooth packet, and packets in one connection event. */
  readonly packetBytes: number;
  readonly packetsPerEvent: number;
  /** What a network adds to each message. */
  readonly networkMs: number;
}

/** Times of a wire where nothing else is stated. Common practice, no source. */
export const usualTiming: Omit<Timing, 'transport'> = {
  runningStatus: false,
  connectionIntervalMs: 11.25,
  packetBytes: 20,
  packetsPerEvent: 1,
  networkMs: 3,
};

/** One byte on DIN: 10 bits at 31,250 bit/s (MIDI 1.0 electrical specification). */
export const DIN_BYTE_MS = 0.32;

/** 16 events of 4 bytes fill a packet of 64 (USB Device Class Definition for MIDI Devices 1.0; bulk, full speed). */
const USB_EVENTS_PER_PACKET = 16;
/** Bulk packets of 64 bytes in a full-speed frame of 1 ms, at most (USB 2.0, table 5-9; from memory). */
const USB_PACKETS_PER_FRAME = 19;
/** Bluetooth: one header byte a packet, one timestamp byte a message (MIDI over Bluetooth LE; from memory). */
const BLE_HEADER = 1;
const BLE_STAMP = 1;

export interface WireState {
  /** DIN: when the wire falls silent. */
  readonly busyUntilMs: number;
  /** DIN: the last channel status, for running status. */
  readonly lastStatus: number;
  /** USB and Bluetooth: the frame or connection event that is being filled, and what is in it: events or bytes. */
  readonly slot: number;
  readonly filled: number;
}

/** A wire over which nothing went yet. */
export const silentWire: WireState = { busyUntilMs: 0, lastStatus: 0, slot: -1, filled: 0 };

/** Sends one message (its status and how many bytes it has with it) at a time not before the last one; gives when it has arrived whole. */
export function sendOver(
  timing: Timing,
  state: WireState,
  sentAtMs: number,
  status: number,
  length: number,
): { readonly state: WireState; readonly arrivesAtMs: number } {
  switch (timing.transport) {
    case 'din': {
      const short = timing.runningStatus && status < 0xf0 && status === state.lastStatus;
      const start = Math.max(sentAtMs, state.busyUntilMs);
      const end = start + (length - (short ? 1 : 0)) * DIN_BYTE_MS;
      // Real-time bytes pass without ending running status; everything else from F0 on ends it.
      const lastStatus = status >= 0xf8 ? state.lastStatus : status >= 0xf0 ? 0 : status;
      return { state: { busyUntilMs: end, lastStatus, slot: state.slot, filled: state.filled }, arrivesAtMs: end };
    }
    case 'usb':
      // Three bytes of SysEx go in an event; a channel message is one event.
      return slotted(state, sentAtMs, 1, Math.max(1, Math.ceil(length / 3)), USB_EVENTS_PER_PACKET * USB_PACKETS_PER_FRAME);
    case 'bluetooth': {
      const room = (timing.packetBytes - BLE_HEADER) * timing.packetsPerEvent;
      return slotted(state, sentAtMs, timing.connectionIntervalMs, length + BLE_STAMP, room);
    }
    case 'network':
      return { state, arrivesAtMs: sentAtMs + timing.networkMs };
    case 'virtual':
      return { state, arrivesAtMs: sentAtMs };
    default:
      return exhaustive(timing.transport);
  }
}

/** Transports that leave at fixed times: a message waits for the next one, and for the one after where that is full. */
function slotted(
  state: WireState,
  sentAtMs: number,
  intervalMs: number,
  size: number,
  room: number,
): { readonly state: WireState; readonly arrivesAtMs: number } {
  const next = Math.floor(sentAtMs / intervalMs) + 1;
  let slot = Math.max(next, state.slot);
  let filled = slot === state.slot ? state.filled : 0;
  if (filled > 0 && filled + size > room) {
    slot++;
    filled = 0;
  }
  // What is larger than one slot takes several.
  let left = filled + size;
  while (left > room) {
    left -= room;
    slot++;
  }
  const { busyUntilMs, lastStatus } = state;
  return { state: { busyUntilMs, lastStatus, slot, filled: left }, arrivesAtMs: slot * intervalMs };
}

/** The part of a DIN wire, 0–1 and above when it is more than it can carry, that messages of a size and rate take. */
export function dinLoad(bytesPerMessage: number, messagesPerSecond: number): number {
  return (bytesPerMessage * messagesPerSecond * DIN_BYTE_MS) / 1000;
}

/**
 * The part of what a wire can carry, 0–1 and above when it is more, that messages of so many bytes take over a time.
 * @example wireLoad({ ...usualTiming, transport: 'din' }, 600, 1800, 1000) // ≈ 0.576
 */
export function wireLoad(timing: Timing, messages: number, bytes: number, overMs: number): number {
  switch (timing.transport) {
    case 'din':
      return (bytes * DIN_BYTE_MS) / overMs;
    case 'usb':
      return messages / (overMs * USB_EVENTS_PER_PACKET * USB_PACKETS_PER_FRAME);
    case 'bluetooth': {
      const room = (timing.packetBytes - BLE_HEADER) * timing.packetsPerEvent;
      return (bytes + messages * BLE_STAMP) / ((overMs / timing.connectionIntervalMs) * room);
    }
    case 'network':
    case 'virtual':
      return 0;
    default:
      return exhaustive(timing.transport);
  }
}
