// @vitest-environment jsdom
// The law: no drawing ever shows the answer to another question than its own.
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { useAsked } from './use-asked';

afterEach(cleanup);

/** A worker that answers when it is told to, in any order. */
function slowWorker() {
  const open = new Map<string, (answer: string) => void>();
  return {
    ask: (question: string) => new Promise<string>((resolve) => open.set(question, resolve)),
    answer: async (question: string): Promise<void> => act(async () => open.get(question)?.(`to ${question}`)),
  };
}

it('no drawing shows the answer to the question before, not even the first one after it', async () => {
  const worker = slowWorker();
  const drawn: Array<readonly [question: string, answer: string | null]> = [];
  const shown = (question: string): string | null => {
    const answer = useAsked(() => worker.ask(question), [question]);
    drawn.push([question, answer]);
    return answer;
  };
  const { result, rerender } = renderHook(shown, { initialProps: 'a' });
  await worker.answer('a');
  expect(result.current).toBe('to a');
  rerender('b');
  rerender('c');
  await worker.answer('c');
  // Late, and to a question that nobody asks any more.
  await worker.answer('b');
  expect(result.current).toBe('to c');
  rerender('a');
  expect(result.current).toBeNull();
  for (const [question, answer] of drawn) expect([null, `to ${question}`]).toContain(answer);
});

it('where there is nothing to ask there is no answer', async () => {
  const told = (asks: boolean): string | null => useAsked(asks ? () => Promise.resolve('told') : null, [asks]);
  const { result, rerender } = renderHook(told, { initialProps: true });
  await act(async () => undefined);
  expect(result.current).toBe('told');
  rerender(false);
  expect(result.current).toBeNull();
});
