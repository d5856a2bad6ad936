// Edits on their way to the journal: the queue as a value, and one pure step for everything that can happen to it.

// What a window knows.

export { type Beside, beside, type There } from './beside';
export {
  type Aside,
  type Confirmed,
  type Done,
  type Link,
  type Opened,
  opened,
  type Parted,
  type Queued,
  type Refusal,
  type SyncState,
} from './state';

// What goes in, what comes out.

export { handedOver, openedFrom } from './handed';
export type { Effect, Entry, Head, Input, Kept, Notice, Since } from './message';
export { isSettled, keptOf, type Stepped, step } from './step';
export { POST_LIMIT, type Posted, type PostHead, type PostLine, postLines } from './wire';
