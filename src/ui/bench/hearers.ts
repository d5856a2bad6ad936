import type { Trace } from '@/core/bench';

/** Whoever hears each trace as it comes; `until`: up to when it goes, in milliseconds since the bench was opened. */
export type Hear = (trace: Trace, until: number) => void;

/** Who hears a bench, and how it is told. `follow` goes on until the function that it gives is called. */
export function hearers() {
  const all = new Set<Hear>();
  return {
    tell: (trace: Trace, until: number): void => {
      for (const hear of all) hear(trace, until);
    },
    follow: (hear: Hear) => {
      all.add(hear);
      return (): void => void all.delete(hear);
    },
  };
}
