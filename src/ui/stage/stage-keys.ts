'use client';
// The keys of Stage.
import { useEffect, useRef } from 'react';
import type { Held } from './use-held';
import type { Goes } from './use-show';

/** Space and the keys of page-turning pedals go on; backspace goes back; Escape and P are held. Figures say which bank. */
export function useStageKeys({
  enabled,
  go,
  leave,
  silence,
  tell,
}: {
  readonly enabled: boolean;
  readonly go: (by: Goes) => void;
  readonly leave: Held;
  readonly silence: Held | null;
  readonly tell: (nth: number) => void;
}): void {
  const latest = useRef({ go, leave, silence, tell });
  latest.current = { go, leave, silence, tell };
  useEffect(() => {
    if (!enabled) return;
    const down = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      // A key that is held goes on once, and scrolls nothing.
      if (event.repeat) {
        if (!ofButton(event.target)) event.preventDefault();
        return;
      }
      const now = latest.current;
      if (event.key === 'Escape') now.leave.begin();
      else if (event.key === 'p' || event.key === 'P') now.silence?.begin();
      else if (['ArrowRight', 'ArrowDown', 'PageDown'].includes(event.key) || (event.key === ' ' && !ofButton(event.target)))
        now.go(1);
      else if (['ArrowLeft', 'ArrowUp', 'PageUp', 'Backspace'].includes(event.key)) now.go(-1);
      else if (event.key === 'Home') now.go('start');
      else if (/^[1-9]$/.test(event.key)) now.tell(Number(event.key) - 1);
      else return;
      event.preventDefault();
    };
    const up = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') latest.current.leave.end();
      if (event.key === 'p' || event.key === 'P') latest.current.silence?.end();
    };
    const away = (): void => {
      latest.current.leave.end();
      latest.current.silence?.end();
    };
    // A button that is pressed by a pointer keeps no focus: the next Space goes on, and does not press it again. Ahead of what the press does.
    const clicked = (event: MouseEvent): void => {
      const button = event.detail > 0 && event.target instanceof Element ? event.target.closest('button') : null;
      button?.blur();
    };
    window.addEventListener('click', clicked, true);
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', away);
    return () => {
      window.removeEventListener('click', clicked, true);
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', away);
    };
  }, [enabled]);
}

/** Whether Space is for the button that has the focus. A control of the drawing is pressed by Enter: Space goes on, wherever the focus was left. */
const ofButton = (target: EventTarget | null): boolean =>
  target instanceof HTMLButtonElement && target.dataset.drawn === undefined;
