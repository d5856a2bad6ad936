// What is done on a drawing of Stage.
import type { DrawnInput } from '@/workers/stage.worker';

/** `at`: the time stamp of the event that did it, in milliseconds: what is done twice in a busy moment is two things. */
export type PlayDrawn = (input: DrawnInput, at: number) => void;
