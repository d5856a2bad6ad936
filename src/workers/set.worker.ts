// The set of a rig, off the screen's thread: ways from section to section, one after the other; what finds back, and what is lost with each controller.
import { expose } from 'comlink';
import { nanoid } from 'nanoid';
import { indexRig, type Rig } from '@/core/rig';
import {
  firstLook,
  type OnePressFound,
  onePress,
  type RecoveryCard,
  recoveryCards,
  type ToldTransition,
  toldTransitions,
} from '@/core/stage';

const api = {
  /** Tells each transition as it is found: soon, and then again from a closer look where something was left open. A worker that is ended tells no more. */
  async ways(rig: Rig, tell: (found: ToldTransition) => Promise<void> | void): Promise<void> {
    const index = indexRig(rig);
    let open = false;
    for (const found of toldTransitions(index, firstLook)) {
      open ||= !found.proved;
      await tell(found);
    }
    if (open) for (const found of toldTransitions(index)) await tell(found);
  },
  /** Switches that would send all that a section wants by one press. */
  onePress(rig: Rig, songId: string, at: number): OnePressFound {
    return onePress(indexRig(rig), songId, at, () => nanoid(12));
  },
  cards(rig: Rig): readonly RecoveryCard[] {
    return recoveryCards(indexRig(rig));
  },
};

export type SetWorker = typeof api;

expose(api);
