// Records of a rig that are written once and never changed (trials, attempts): shown at once, kept on this device until the server has them, and sent until
// it takes them.
import { forgetRecords, keepRecords, type RecordName, recordsHere } from './records-here';

/** One kind of record, and how the server reads and takes it. */
export interface RecordKind<T extends { readonly id: string }> {
  readonly name: RecordName;
  /** What this device kept, if it is still a record of this kind. */
  readonly parse: (raw: unknown) => T | null;
  /** All that the server has, the newest first. */
  readonly read: (rigId: string) => Promise<readonly T[]>;
  /** Takes them, all or none; a record that is there already (the same id) is taken. The reason when it will not. */
  readonly add: (rigId: string, records: readonly T[]) => Promise<string | null>;
}

export interface RecordsState<T> {
  /** The newest first; null until they are read. */
  readonly records: readonly T[] | null;
  /** What the server has could not be read yet; it is tried again. `records` are those of this device. */
  readonly failed: boolean;
  /** How many the server has not got, and has not refused. */
  readonly waiting: number;
  /** The last time it was asked, the server did not answer. */
  readonly silent: boolean;
  /** What the server refused, and why. They stay on this device until they are taken, or let go. */
  readonly refused: { readonly count: number; readonly reason: string } | null;
  /** This device keeps what waits. Where it cannot, leaving the page loses it. */
  readonly kept: boolean;
}

/** How many are sent at once. */
const AT_ONCE = 100;
/** How long it is waited for a server that does not answer: longer each time, up to the most. */
const PAUSE_MS = 1500;
const LONGEST_MS = 15_000;

export class Records<T extends { readonly id: string }> {
  readonly #kind: RecordKind<T>;
  readonly #rigId: string;
  readonly #hears = new Set<() => void>();
  /** The oldest first. */
  #unsent: readonly T[] = [];
  #refused: readonly T[] = [];
  #state: RecordsState<T> = { records: null, failed: false, waiting: 0, silent: false, refused: null, kept: true };
  #here = false;
  #sending = false;
  readonly #waits = new Set<() => void>();

  constructor(kind: RecordKind<T>, rigId: string) {
    this.#kind = kind;
    this.#rigId = rigId;
  }

  readonly state = (): RecordsState<T> => this.#state;

  readonly subscribe = (hear: () => void): (() => void) => {
    this.#hears.add(hear);
    return () => this.#hears.delete(hear);
  };

  /** Reads what is on the server and on this device, and sends what waits, until the returned function is called. */
  readonly open = (): (() => void) => {
    this.#here = true;
    void this.#read();
    const again = () => {
      for (const wake of this.#waits) wake();
    };
    window.addEventListener('online', again);
    return () => {
      this.#here = false;
      again();
      window.removeEventListener('online', again);
    };
  };

  readonly keep = (made: readonly T[]): void => {
    if (made.length === 0) return;
    this.#unsent = [...this.#unsent, ...made];
    this.#show({ records: [...made.toReversed(), ...(this.#state.records ?? [])] });
    keepRecords(this.#kind.name, this.#rigId, made).catch(() => this.#show({ kept: false }));
    void this.#send();
  };

  /** Sends what was refused once more. */
  readonly again = (): void => {
    this.#unsent = [...this.#refused, ...this.#unsent];
    this.#refused = [];
    this.#show({ refused: null });
    void this.#send();
  };

  /** Forgets what was refused: it is gone from the screen and from this device. */
  readonly letGo = (): void => {
    const gone = new Set(this.#refused.map((record) => record.id));
    this.#refused = [];
    this.#show({ refused: null, records: this.#state.records?.filter((record) => !gone.has(record.id)) ?? null });
    void forgetRecords([...gone]).catch(() => undefined);
  };

  #show(change: Partial<RecordsState<T>>): void {
    this.#state = { ...this.#state, ...change, waiting: this.#unsent.length };
    for (const hear of this.#hears) hear();
  }

  async #read(): Promise<void> {
    const known = (): Set<string> => new Set([...this.#unsent, ...this.#refused].map((record) => record.id));
    const left = await recordsHere(this.#kind.name, this.#rigId).catch(() => []);
    const waits = left.map(this.#kind.parse).filter((record) => record !== null);
    const mine = known();
    this.#unsent = [...waits.filter((record) => !mine.has(record.id)), ...this.#unsent];
    for (let pause = PAUSE_MS; this.#here; pause = Math.min(LONGEST_MS, pause * 2)) {
      const there = await this.#kind.read(this.#rigId).catch(() => null);
      const unsent = known();
      // Made while it was read, or waiting: it stands before what the server has.
      const here = [...this.#refused, ...this.#unsent].toReversed();
      const had = (this.#state.records ?? []).filter((record) => !unsent.has(record.id));
      const shown = new Set([...unsent, ...had.map((record) => record.id)]);
      const more = there?.filter((record) => !shown.has(record.id)) ?? [];
      this.#show({ records: [...here, ...had, ...more], failed: there === null });
      void this.#send();
      if (there !== null) return;
      await this.#wait(pause);
    }
  }

  async #send(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    let pause = PAUSE_MS;
    let atOnce = AT_ONCE;
    while (this.#here && this.#unsent.length > 0) {
      const batch = this.#unsent.slice(0, atOnce);
      const answer = await this.#kind.add(this.#rigId, batch).catch(() => undefined);
      if (answer === undefined) {
        this.#show({ silent: true });
        await this.#wait(pause);
        pause = Math.min(LONGEST_MS, pause * 2);
      } else if (answer !== null && batch.length > 1) {
        // One of them is not taken: which one is told by asking for each.
        atOnce = 1;
      } else {
        const done = new Set(batch.map((record) => record.id));
        this.#unsent = this.#unsent.filter((record) => !done.has(record.id));
        pause = PAUSE_MS;
        if (answer === null) await forgetRecords([...done]).catch(() => undefined);
        else this.#refused = [...this.#refused, ...batch];
        this.#show({ silent: false, ...(answer === null ? {} : { refused: { count: this.#refused.length, reason: answer } }) });
      }
    }
    this.#sending = false;
  }

  /** So long, or until there is a network again, or the page is closed. */
  #wait(ms: number): Promise<void> {
    return new Promise((resolve) => {
      const wake = (): void => {
        clearTimeout(timer);
        this.#waits.delete(wake);
        resolve();
      };
      const timer = setTimeout(wake, ms);
      this.#waits.add(wake);
    });
  }
}
