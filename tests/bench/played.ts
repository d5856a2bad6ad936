// A stand-in device in the page, that a bench plays as fast as it likes.
import type { Page } from '@playwright/test';

/** Puts one device named *Test board* at the browser's own API, before the page begins. */
export const withBoard = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    class Input extends EventTarget {
      id = 'in-1';
      name = 'Test board';
      state = 'connected';
      open = () => Promise.resolve(this);
      close = () => Promise.resolve(this);
    }
    const input = new Input();
    Object.assign(window, {
      says: (...bytes: number[]) =>
        input.dispatchEvent(Object.assign(new Event('midimessage'), { data: Uint8Array.from(bytes) })),
    });
    Object.defineProperty(navigator, 'requestMIDIAccess', {
      value: async () => ({ inputs: new Map([[input.id, input]]), outputs: new Map() }),
    });
  });

/** Plays so many control changes a second for a time, from inside the page as a device would; how many that were. */
export const feed = (page: Page, perSecond: number, seconds: number): Promise<number> =>
  page.evaluate(
    async ({ rate, length }) => {
      const { says } = window as unknown as { says: (...bytes: number[]) => void };
      const numbers = [102, 103, 105, 113, 114];
      let sent = 0;
      const begun = performance.now();
      while (performance.now() - begun < length * 1000) {
        const due = Math.floor(((performance.now() - begun) / 1000) * rate);
        for (; sent < due; sent++) says(0xb4, numbers[sent % numbers.length] ?? 113, (sent * 3) % 128);
        await new Promise((resolve) => setTimeout(resolve, 4));
      }
      return sent;
    },
    { rate: perSecond, length: seconds },
  );
