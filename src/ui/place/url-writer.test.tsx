// @vitest-environment jsdom
// The router stands in as it is: it shows a URL later than it is written, and writes it once more as it shows it.
import { act, renderHook } from '@testing-library/react';
import { parseAsInteger, useQueryStates } from 'nuqs';
import { unstable_createAdapterProvider as createAdapterProvider } from 'nuqs/adapters/custom';
import { type ReactNode, useSyncExternalStore } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { UrlWriter, useInTurn } from './url-writer';

const PATH = '/map';
let shown = '';
let hears: (() => void)[] = [];
let underWay: string[] = [];

const subscribe = (hear: () => void) => {
  hears.push(hear);
  return () => {
    hears = hears.filter((h) => h !== hear);
  };
};
const updateUrl = (search: URLSearchParams) => {
  history.replaceState(null, '', `${PATH}?${search}`);
  underWay.push(search.toString());
};
let writer = new UrlWriter();
const Router = createAdapterProvider(() => {
  const searchParams = new URLSearchParams(useSyncExternalStore(subscribe, () => shown));
  const router = { searchParams, pathname: PATH, updateUrl, autoResetQueueOnUpdate: false };
  return useInTurn(router, writer);
});

/** The router shows the oldest URL of those that it has not shown yet. */
const routerShows = () =>
  act(() => {
    const next = underWay.shift();
    if (next === undefined) return;
    history.replaceState(null, '', `${PATH}?${next}`);
    shown = next;
    for (const hear of hears) hear();
  });

/** Somebody follows a link to another place of the same page. */
const linkTo = (search: string) =>
  act(() => {
    history.pushState(null, '', `${PATH}?${search}`);
    shown = search;
    for (const hear of hears) hear();
  });

const wait = () => act(() => vi.advanceTimersByTime(400));

const parsers = { bank: parseAsInteger.withDefault(1), page: parseAsInteger.withDefault(1) };
const screen = () =>
  renderHook(() => useQueryStates(parsers, { history: 'replace' }), {
    wrapper: ({ children }: { children: ReactNode }) => <Router>{children}</Router>,
  });

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  shown = '';
  underWay = [];
  writer = new UrlWriter();
  history.replaceState(null, '', PATH);
});
afterEach(() => vi.useRealTimers());

describe('what a screen keeps in the URL', () => {
  it('is never the choice before, however late the router shows it', () => {
    const at = screen();
    const banks = () => at.result.current[0].bank;
    const choose = (bank: number) => {
      act(() => void at.result.current[1]({ bank }));
      wait();
    };
    choose(2);
    choose(3);
    choose(4);
    expect(banks()).toBe(4);
    routerShows();
    expect(banks()).toBe(4);
    wait();
    routerShows();
    expect(banks()).toBe(4);
    wait();
    routerShows();
    expect(banks()).toBe(4);
    expect(location.search).toBe('?bank=4');
  });

  it('keeps a choice that another one follows, of another kind', () => {
    const at = screen();
    act(() => void at.result.current[1]({ bank: 2 }));
    wait();
    act(() => void at.result.current[1]({ bank: 3 }));
    wait();
    routerShows();
    act(() => void at.result.current[1]({ page: 2 }));
    wait();
    for (let i = 0; i < 4; i++) {
      routerShows();
      wait();
    }
    expect(at.result.current[0]).toEqual({ bank: 3, page: 2 });
    expect(new URLSearchParams(location.search).toString()).toBe('bank=3&page=2');
  });

  it('is back where it was when it is chosen back, and goes on from there', () => {
    const at = screen();
    for (const bank of [2, 3, 2]) {
      act(() => void at.result.current[1]({ bank }));
      wait();
    }
    for (let i = 0; i < 3; i++) {
      routerShows();
      wait();
    }
    expect(location.search).toBe('?bank=2');
    act(() => void at.result.current[1]({ bank: 5 }));
    wait();
    expect(location.search).toBe('?bank=5');
  });

  it('is the link that was followed, not what waited before it', () => {
    const at = screen();
    act(() => void at.result.current[1]({ bank: 2 }));
    wait();
    act(() => void at.result.current[1]({ page: 2 }));
    wait();
    linkTo('bank=7');
    underWay = [];
    wait();
    expect(location.search).toBe('?bank=7');
    act(() => void at.result.current[1]({ page: 3 }));
    wait();
    expect(location.search).toBe('?bank=7&page=3');
  });

  it('writes nothing of a page that is left, until another one is shown or another link is followed', () => {
    const at = screen();
    const choose = (bank: number) => {
      act(() => void at.result.current[1]({ bank }));
      wait();
    };
    choose(2);
    writer.leave();
    // What was on its way before is shown, and still nothing is written over the page that was asked for.
    routerShows();
    choose(3);
    expect(location.search).toBe('?bank=2');
    expect(underWay).toEqual([]);
    writer.show('bank=2', '/gear');
    choose(4);
    expect(location.search).toBe('?bank=4');
    writer.leave();
    choose(5);
    expect(location.search).toBe('?bank=4');
    writer.forget();
    choose(6);
    expect(location.search).toBe('?bank=6');
  });

  it('goes on after *Back*, though the router never showed what was on its way', () => {
    const at = screen();
    act(() => void at.result.current[1]({ bank: 2 }));
    wait();
    act(() => {
      underWay = [];
      history.replaceState(null, '', PATH);
      writer.forget();
    });
    act(() => void at.result.current[1]({ bank: 5 }));
    wait();
    expect(location.search).toBe('?bank=5');
  });
});
