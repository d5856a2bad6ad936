'use client';
// What a screen keeps in the URL is written one change at a time: the next one when the router has shown the one before. The router writes each URL once
// more as it shows it. With two on their way the older would come back over the newer, and a bank that was chosen would for a moment be the one before:
// long enough for a paste.
import type {
  unstable_AdapterInterface as AdapterInterface,
  unstable_UpdateUrlFunction as UpdateUrl,
} from 'nuqs/adapters/custom';
import { useCallback, useEffect } from 'react';

interface Write {
  readonly search: string;
  readonly options: Parameters<UpdateUrl>[1];
  readonly write: UpdateUrl;
}

/** The one write that the router has not shown yet, and what waits behind it. Query strings are compared as `URLSearchParams` spells them. */
export class UrlWriter {
  #shown = '';
  #path: string | undefined;
  #underWay: string | null = null;
  #waits: Write | null = null;
  #leaving = false;

  /** What the URL will be when all has been written. */
  latest(): URLSearchParams {
    return new URLSearchParams(this.#waits?.search ?? this.#underWay ?? location.search);
  }

  ask(write: Write): void {
    // The router would show the page that is left once more, over the one that was asked for.
    if (this.#leaving) return;
    if (this.#underWay !== null) this.#waits = write;
    else this.#write(write);
  }

  /** The router shows this query of this page. */
  show(search: string, path: string | undefined): void {
    if (path !== this.#path) this.forget();
    else if (search === this.#underWay) {
      this.#underWay = null;
      this.#shown = search;
      const next = this.#waits;
      this.#waits = null;
      if (next) this.#write(next);
      return;
    } else if (search !== this.#shown) this.#drop();
    this.#path = path;
    this.#shown = search;
  }

  /** A link to another page was followed: until that is shown, or another link is followed, what is pressed on the one that is left writes nothing. */
  leave(): void {
    this.#drop();
    this.#leaving = true;
  }

  /** Another page, or another place of this one, was asked for since: what was on its way is over. */
  forget(): void {
    this.#leaving = false;
    this.#drop();
  }

  #drop(): void {
    this.#underWay = null;
    this.#waits = null;
  }

  #write({ search, options, write }: Write): void {
    // What the router shows already it will not show again.
    if (search !== this.#shown) this.#underWay = search;
    write(new URLSearchParams(search), options);
  }
}

/** What a router gives, with its writes in turn. */
export function useInTurn(router: AdapterInterface, writer: UrlWriter): AdapterInterface {
  const search = router.searchParams.toString();
  useEffect(() => writer.show(search, router.pathname), [writer, search, router.pathname]);
  const updateUrl = useCallback<UpdateUrl>(
    (to, options) => writer.ask({ search: to.toString(), options, write: router.updateUrl }),
    [writer, router.updateUrl],
  );
  const getSearchParamsSnapshot = useCallback(() => writer.latest(), [writer]);
  return { ...router, updateUrl, getSearchParamsSnapshot };
}
