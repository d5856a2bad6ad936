// The lines of the list: steps and named points by day, the newest first.
import type { History, Revision, Step } from '@/server/actions/history';

export type Point =
  | { readonly type: 'step'; readonly key: string; readonly version: number; readonly at: string; readonly step: Step }
  | {
      readonly type: 'revision';
      readonly key: string;
      readonly version: number;
      readonly at: string;
      readonly revision: Revision;
    };

export interface Day {
  readonly day: string;
  readonly points: readonly Point[];
}

const dayOf = (at: string): string =>
  new Date(at).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' });
export const timeOf = (at: string): string => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
export const whenOf = (at: string): string => `${dayOf(at)}, ${timeOf(at)}`;

/** What a step did, in a line. */
export const stepWords = (step: Step): string =>
  step.kind === 'undo' ? `Undone: ${step.label}` : step.kind === 'redo' ? `Done again: ${step.label}` : step.label;

/**
 * Steps and the names at their points. A name stands above the step after which it holds, under the day of that step; a name
 * whose step was not fetched yet comes last, under its own day.
 */
export function daysOf(history: History, namedOnly: boolean): readonly Day[] {
  const days: { day: string; points: Point[] }[] = [];
  const put = (at: string, point: Point): void => {
    const day = dayOf(at);
    const last = days.at(-1);
    if (last?.day === day) last.points.push(point);
    else days.push({ day, points: [point] });
  };
  const names = [...history.revisions].sort((a, b) => b.version - a.version);
  const putNames = (down: number, at?: string): void => {
    for (let next = names[0]; next && next.version >= down; next = names[0]) {
      names.shift();
      put(namedOnly ? next.at : (at ?? next.at), {
        type: 'revision',
        key: next.id,
        version: next.version,
        at: next.at,
        revision: next,
      });
    }
  };
  if (!namedOnly)
    for (const step of history.steps) {
      putNames(step.version, step.at);
      put(step.at, { type: 'step', key: `s${step.version}`, version: step.version, at: step.at, step });
    }
  putNames(0);
  return days;
}
