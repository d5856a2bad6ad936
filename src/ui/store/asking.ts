// What a window asks of the server, and what the answer is as an input. A large edit goes in parts, so that the screen never waits for it.
import { type Effect, type Head, type Input, POST_LIMIT, type Posted, type PostLine, postLines, type Since } from '@/core/sync';
import { reopenRig } from '@/server/actions/rigs';

export type Asked = Extract<Effect, { type: 'post' | 'ask' | 'reopen' }>;

interface Watch {
  /** Is told how far a large edit is, from 0 to 1. */
  readonly far: (part: number) => void;
  readonly signal: AbortSignal;
}

/** What the server answers to an effect; null where it was stopped. */
export async function ask(rigId: string, effect: Asked, watch: Watch): Promise<Input | null> {
  try {
    switch (effect.type) {
      case 'ask':
        return await headed(rigId, effect.since, watch);
      case 'reopen': {
        const found = await reopenRig({ rigId, own: effect.own });
        return found ? { type: 'reopened', ...found } : { type: 'gone' };
      }
      default:
        return await posted(rigId, effect, watch);
    }
  } catch {
    return watch.signal.aborted ? null : { type: 'silent', to: effect.type === 'post' ? effect.item.id : null };
  }
}

const sent = (path: string, body: string | Blob, signal: AbortSignal): Promise<Response> =>
  fetch(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body, signal });

/** Both ends are of one program: what the server says is taken as it is written there. */
async function headed(rigId: string, since: Since, { signal }: Watch): Promise<Input> {
  const response = await sent(`/api/rigs/${rigId}/journal`, JSON.stringify(since), signal);
  if (response.status === 404) return { type: 'gone' };
  if (!response.ok) throw new Error(`the server says ${response.status}`);
  return { type: 'answered', to: null, head: (await response.json()) as Head }; // border: our own server
}

async function posted(rigId: string, effect: Extract<Asked, { type: 'post' }>, watch: Watch): Promise<Input> {
  const to = effect.item.id;
  const lines = postLines(effect.item, effect.since);
  const [first = '', second] = [lines.next().value, lines.next()];
  // A small one is sent at once, before anything is drawn: the answer may be there as soon as the screen is.
  const body = second.done ? first : await inParts([first, second.value], lines, watch);
  if (body instanceof Blob && body.size > POST_LIMIT)
    return { type: 'refused', to, refusal: { type: 'too-large', most: POST_LIMIT }, head: null };
  const answer = await answerOf(await sent(`/api/rigs/${rigId}/edits`, body, watch.signal), watch.far);
  if (answer.ok) return { type: 'answered', to, head: answer.head };
  if ('fault' in answer) return { type: 'fault', to, fault: answer.fault };
  return { type: 'refused', to, refusal: answer.refusal, head: answer.head };
}

/** The longest that the screen may stand still while a body is written, in milliseconds. */
const BREATH_MS = 8;

/** The body of a large edit, written while the screen goes on. */
async function inParts(begun: readonly string[], lines: Iterator<string>, { far, signal }: Watch): Promise<Blob> {
  // Also while it is on its way and the server has said nothing yet, somebody may want to stop it.
  far(0);
  const all = [...begun];
  let breath = performance.now();
  for (let next = lines.next(); !next.done; next = lines.next()) {
    all.push(next.value);
    if (performance.now() - breath < BREATH_MS) continue;
    await new Promise((resolve) => setTimeout(resolve));
    signal.throwIfAborted();
    breath = performance.now();
  }
  return new Blob(all.flatMap((line) => [line, '\n']));
}

/** Reads the lines of an answer to their end. Throws where it ends before it says what became of the edit. */
async function answerOf(response: Response, far: (part: number) => void): Promise<Posted> {
  if (!response.ok || !response.body) throw new Error(`the server says ${response.status}`);
  let answer: Posted | null = null;
  const take = (piece: string): void => {
    if (piece === '') return;
    const line = JSON.parse(piece) as PostLine; // border: our own server
    if ('far' in line) far(line.far);
    else ({ answer } = line);
  };
  let rest = '';
  const decoder = new TextDecoder();
  const reader = response.body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    // Only what is new is searched: one line may be the whole list of somebody else.
    const pieces = decoder.decode(value, { stream: !done }).split('\n');
    pieces[0] = rest + (pieces[0] ?? '');
    rest = done ? '' : (pieces.pop() ?? '');
    pieces.forEach(take);
    if (done || answer) break;
  }
  if (!answer) throw new Error('the answer ended too early');
  return answer;
}
