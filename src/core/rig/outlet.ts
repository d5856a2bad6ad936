// The port of a controller that something goes out of.
import type { Lookup } from '../base';
import type { Control, Send, Wire } from './schema';

/** What the port of a send is read from. */
export interface Outlets {
  readonly controls: Lookup<string, Pick<Control, 'port'>>;
}

/** The port that a send of a control goes out of: its own, else that of the control; empty for every wire of the unit. */
export const outletOf = ({ controls }: Outlets, controlId: string | null, { port }: Pick<Send, 'port'>): string =>
  port ?? controls.get(controlId ?? '')?.port ?? '';

/** The names of the ports of a unit that wires begin at, in the order of the wires. */
export const portsOf = (wires: readonly Wire[], unitId: string): readonly string[] => [
  ...new Set(wires.flatMap((w) => (w.from.unitId === unitId && w.from.port !== '' ? [w.from.port] : []))),
];
