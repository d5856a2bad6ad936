// How a bench is set up. Alone here, so that a window can say it without the play coming along.
import { type Tempo, usualTempo } from '../receiver';
import type { Transport } from '../wires';

export interface BenchSetup {
  /** What all wires are, or each as it stands in the rig. */
  readonly transport: Transport | 'as-wired';
  readonly runningStatus: boolean;
  readonly tempo: Tempo;
  /** SysEx messages that are played from a file: their bytes without F0 and F7. */
  readonly sysex: readonly (readonly number[])[];
}

/** A bench as it is opened: wires as they are plugged, no running status, 120 beats a minute. */
export const usualSetup: BenchSetup = { transport: 'as-wired', runningStatus: false, tempo: usualTempo, sysex: [] };
