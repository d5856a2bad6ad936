import { describe, expect, it } from 'vitest';
import { ARRIVED, emptyTrace, note, SENT, SENT_BACK, type Trace, unheardReasons, VALUE } from '@/core/bench';
import { at, clear, emptyMonitor, filtered, KEPT, latency, record, sentSince, UNDER_WAY } from './monitor';

const why = (reason: (typeof unheardReasons)[number]): number => -1 - unheardReasons.indexOf(reason);

function trace(write: (t: Trace) => void): Trace {
  const t = emptyTrace();
  write(t);
  return t;
}

describe('the monitor', () => {
  it('keeps what a message moved, also when it arrives in a later frame', () => {
    const m = emptyMonitor();
    record(
      m,
      trace((t) => note(t, 10, SENT, 0xb4687f, 3, 0, 0)),
    );
    expect([m.first, m.next, m.listener[0]]).toEqual([0, 1, UNDER_WAY]);
    record(
      m,
      trace((t) => {
        note(t, 11, ARRIVED, 0xb4687f, 0, why('nobody'), 0);
        note(t, 11, ARRIVED, 0xb4687f, 1, 7, 0);
        note(t, 11, VALUE, 4, 1, 0, 0);
        note(t, 11, VALUE, 5, 9, 0, 0);
      }),
    );
    expect([m.listener[0], m.parameter[0], m.value[0], m.moved[0], latency(m, 0)]).toEqual([7, 4, 1, 2, 1]);
  });
  it('of several targets that did nothing says the reason that tells most', () => {
    const m = emptyMonitor();
    record(
      m,
      trace((t) => {
        note(t, 0, SENT, 0xb00000, 0, 0, 0);
        for (const reason of ['nobody', 'waits', 'unchanged', 'nobody'] as const)
          note(t, 1, ARRIVED, 0xb00000, 0, why(reason), 0);
      }),
    );
    expect(m.listener[0]).toBe(why('waits'));
  });
  it('keeps every reason over that nobody listens, in whichever order they come', () => {
    for (const reason of unheardReasons.filter((r) => r !== 'nobody'))
      for (const order of [
        ['nobody', reason],
        [reason, 'nobody'],
      ] as const) {
        const m = emptyMonitor();
        record(
          m,
          trace((t) => {
            note(t, 0, SENT, 0xb00000, 0, 0, 0);
            for (const r of order) note(t, 1, ARRIVED, 0xb00000, 0, why(r), 0);
          }),
        );
        expect([reason, m.listener[0]]).toEqual([reason, why(reason)]);
      }
  });
  it('filters by sender and by what moved, and what is cleared is gone', () => {
    const m = emptyMonitor();
    record(
      m,
      trace((t) => {
        note(t, 0, SENT, 1, 0, 0, 0);
        note(t, 0, ARRIVED, 1, 0, 2, 0);
        note(t, 0, SENT, 2, 0, 1, 1);
        note(t, 0, SENT_BACK, 3, 4, 0, 2);
      }),
    );
    expect(filtered(m, { from: null, what: 'all' })).toBeNull();
    expect(filtered(m, { from: 1, what: 'all' })).toEqual([1]);
    expect(filtered(m, { from: -5, what: 'all' })).toEqual([2]);
    expect(filtered(m, { from: null, what: 'moved' })).toEqual([0]);
    expect(filtered(m, { from: null, what: 'nothing' })).toEqual([1, 2]);
    clear(m);
    expect(filtered(m, { from: null, what: 'nothing' })).toEqual([]);
  });
  it('keeps the last hundred thousand and drops none of them', () => {
    const m = emptyMonitor();
    for (let from = 0; from < KEPT + 5000; from += 2500)
      record(
        m,
        trace((t) => {
          for (let n = from; n < from + 2500; n++) note(t, n / 2, SENT, n & 0xffffff, 0, 0, n);
        }),
      );
    expect([m.first, m.next]).toEqual([5000, KEPT + 5000]);
    for (const n of [m.first, m.first + 1, m.next - 1]) expect([m.word[at(n)], m.sentAt[at(n)]]).toEqual([n & 0xffffff, n / 2]);
    // 2,000 messages a second: the last second holds so many, three bytes each.
    expect(sentSince(m, 0, (m.next - 1) / 2 - 999.5, () => 3)).toEqual({ messages: 2000, bytes: 6000 });
  });
});
