// Choices that belong to a device and not to a rig: kept in this browser, for as long as it keeps anything.
import type * as z from 'zod';

/** What was kept under a name; null where nothing was, or where it is of another form. */
export function recalled<T>(key: string, schema: z.ZodType<T>): T | null {
  try {
    return schema.safeParse(JSON.parse(window.localStorage.getItem(key) ?? 'null')).data ?? null;
  } catch {
    // A browser that keeps nothing.
    return null;
  }
}

/** Keeps something under a name; null forgets it. Where the browser keeps nothing it holds until the page is left. */
export function remember(key: string, value: unknown): void {
  try {
    if (value === null) window.localStorage.removeItem(key);
    else window.localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // A browser that keeps nothing.
  }
}
