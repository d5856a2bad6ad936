// The set of a rig, off the screen's thread: ways from section to section, one after the other; what finds back, and what is lost with each controller.
import { expose } from 'comlink';
import { nanoid } from 'nanoid';
import { indexRig, type Rig } from '@/core/rig';
import {
  looksAt,
  type OnePressFound,
  onePress,
  type Pace,
  type RecoveryCard,
  recoveryCards,
  type ToldTransition,
  toldTransitions,
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
  async ways(rig: Rig, same: boolean, pace: Pace, tell: (found: ToldTransition) => Promise<void> | void): Promise<boolean> {
    const own = ++asked;
    if (!same) remembered = { soon: [], closer: [] };
    const { soon, closer } = remembered;
    const index = indexRig(rig);
    const look = looksAt(pace);
    let open = false;
    for (const found of toldTransitions(index, look.soon, soon)) {
      open ||= !found.proved;
      await tell(found);
      if (own !== asked) return false;
    }
    if (!open) return true;
    for (const found of toldTransitions(index, look.close, closer)) {
      await tell(found);
      if (own !== asked) return false;
    }
    return true;
  },
  /** Switches that would send all that a section wants by one press. */
  onePress(rig: Rig, songId: string, at: number, pace: Pace): OnePressFound {
    return onePress(indexRig(rig), songId, at, () => nanoid(12), pace);
  },
  cards(rig: Rig): readonly RecoveryCard[] {
    return recoveryCards(indexRig(rig));
  },
};

export type SetWorker = typeof api;

expose(api);
