'use client';
// Where short messages appear. Nothing of it is there before the first one.
import { type ComponentType, useEffect, useRef, useState } from 'react';
import type { ToasterProps, toast } from 'sonner';
import { showsToasts } from '../primitives/toast';

type Shows = typeof toast;

/** From when the region is there until the first message comes into it, in milliseconds. */
const KNOWN_MS = 150;

/** From when the page is there until it is fetched ahead, in milliseconds. */
const AHEAD_MS = 2500;

export function Toasts() {
  const [Toaster, setToaster] = useState<ComponentType<ToasterProps> | null>(null);
  const waiting = useRef<(() => void) | null>(null);
  useEffect(
    () =>
      showsToasts(async (): Promise<Shows> => {
        const made = await import('sonner');
        // A message that comes before they can be seen would be lost.
        await new Promise<void>((there) => {
          waiting.current = there;
          setToaster(() => made.Toaster);
        });
        return made.toast;
      }),
    [],
  );
  // Fetched ahead, once the page has come to rest: the message that nothing answers any more could not be fetched then.
  useEffect(() => {
    const timer = setTimeout(() => void import('sonner').catch(() => undefined), AHEAD_MS);
    return () => clearTimeout(timer);
  }, []);
  // Effects of children run first: by now it listens. A screen reader speaks what comes into a region that it knows, and gets a moment to know it.
  useEffect(() => {
    if (!Toaster) return;
    const timer = setTimeout(() => waiting.current?.(), KNOWN_MS);
    return () => clearTimeout(timer);
  }, [Toaster]);
  if (!Toaster) return null;
  return (
    <Toaster
      position="bottom-center"
      toastOptions={{
        unstyled: true,
        classNames: {
          toast:
            'flex items-start gap-3 w-[380px] rounded-md border border-control-edge bg-sheet text-ink px-4 py-3 shadow-lg font-sans text-sm',
          error: '!border-stop',
          title: 'font-semibold',
          description: 'text-ink-2',
          content: 'flex-1 min-w-0 break-words',
          actionButton: 'h-7 shrink-0 rounded-sm border border-control-edge px-2 text-xs font-medium text-verdigris',
        },
      }}
    />
  );
}
