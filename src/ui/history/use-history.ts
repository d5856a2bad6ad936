'use client';
// The journal of the open rig as far as it was asked for, fetched anew whenever the rig moves on.
import { useCallback, useEffect, useState } from 'react';
import type { Rig } from '@/core/rig';
import { type History, readHistory, readState } from '@/server/actions/history';

interface Fetched {
  /** Null until the first answer. */
  readonly history: History | null;
  readonly failed: boolean;
  readonly older: () => void;
  readonly refresh: () => void;
}

/** The newest steps, and older ones as they are asked for. */
export function useHistory(rigId: string, version: number): Fetched {
  const [history, setHistory] = useState<History | null>(null);
  const [failed, setFailed] = useState(false);
  const [turn, setTurn] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the version and the turn say when to ask again
  useEffect(() => {
    let here = true;
    readHistory(rigId)
      .then((found) => {
        if (!here) return;
        setFailed(found === null);
        if (found) setHistory((was) => joined(found, was));
      })
      .catch(() => here && setFailed(true));
    return () => {
      here = false;
    };
  }, [rigId, version, turn]);
  const last = history?.steps.at(-1)?.version;
  const older = useCallback(() => {
    readHistory(rigId, last)
      .then(
        (found) =>
          found && setHistory((was) => (was ? { ...was, steps: [...was.steps, ...found.steps], more: found.more } : found)),
      )
      .catch(() => setFailed(true));
  }, [rigId, last]);
  return { history, failed, older, refresh: () => setTurn((t) => t + 1) };
}

/** New steps before the ones that were fetched already; the older ones stay where they follow on. */
function joined(fresh: History, was: History | null): History {
  const from = fresh.steps.at(-1)?.version;
  if (!was || from === undefined) return fresh;
  // What was folded since is not there any more.
  const rest = was.steps.filter((s) => s.version < from && s.version > fresh.begins);
  return rest[0]?.version === from - 1 ? { ...fresh, steps: [...fresh.steps, ...rest], more: was.more } : fresh;
}

type State =
  | { readonly type: 'waiting' }
  | { readonly type: 'rig'; readonly rig: Rig }
  | { readonly type: 'problem'; readonly message: string };

/** The rig as it stood at a version. */
export function useStateAt(rigId: string, version: number | null): State {
  const [found, setFound] = useState<{ readonly version: number; readonly state: State } | null>(null);
  useEffect(() => {
    if (version === null) return;
    let here = true;
    const put = (state: State): void => {
      if (here) setFound({ version, state });
    };
    readState(rigId, version)
      .then((answer) => put(answer.ok ? { type: 'rig', rig: answer.rig } : { type: 'problem', message: answer.message }))
      .catch(() => put({ type: 'problem', message: 'Keen Dial does not answer. Try again in a moment.' }));
    return () => {
      here = false;
    };
  }, [rigId, version]);
  return found && found.version === version ? found.state : { type: 'waiting' };
}
