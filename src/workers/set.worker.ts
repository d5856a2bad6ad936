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
  usualWayOptions,
  type WayMemory,
} from '@/core/stage';

/** Ways of the rig that was asked for last, of both looks; and how often was asked. */
let remembered: { readonly soon: WayMemory; readonly closer: WayMemory } = { soon: [], closer: [] };
let asked = 0;

const api = {
  /**
   * Tells each transition as it is found: soon, and then again from a closer look where something was left open. `same`: whether the rig differs from the one before in songs
   * and scenes alone; then nothing is looked for again up to the first section that changed. False where it was asked for another rig meanwhile.
   */
  async ways(rig: Rig, same: boolean, tell: (found: ToldTransition) => Promise<void> | void): Promise<boolean> {
    const own = ++asked;
    if (!same) remembered = { soon: [], closer: [] };
    const { soon, closer } = remembered;
    const index = indexRig(rig);
    let open = false;
    for (const found of toldTransitions(index, firstLook, soon)) {
      open ||= !found.proved;
      await tell(found);
      if (own !== asked) return false;
    }
    if (!open) return true;
    for (const found of toldTransitions(index, usualWayOptions, closer)) {
      await tell(found);
      if (own !== asked) return false;
    }
    return true;
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
