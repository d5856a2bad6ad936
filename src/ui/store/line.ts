// The line to the server on which tabs hear of each other: one stream a browser, held by one tab and passed on to the others. Browsers open
// few connections to one server, and every stream takes one for good.
import * as z from 'zod';

/** How a rig's journal stands, as the server tells it. */
const toldSchema = z.object({ rigId: z.string(), epoch: z.string(), version: z.number(), newest: z.string().nullable() });
export type Told = z.infer<typeof toldSchema>;

interface Hearing {
  readonly told: (told: Told) => void;
  /** The server can be reached, perhaps after a while in which it could not. */
  readonly open: () => void;
}

/** What tabs say to each other. */
type Said =
  | { readonly type: 'told'; readonly told: Told }
  | { readonly type: 'open' }
  | { readonly type: 'asks'; readonly rigId: string };

const NAME = 'keen-dial-line';

/** Hears of one rig until the returned function is called. */
export function hearOf(rigId: string, hearing: Hearing): () => void {
  const others = new BroadcastChannel(NAME);
  const ends = new AbortController();
  // What the holder was told last of each rig: a tab that has just come asks for it.
  const known = new Map<string, Told>();
  const answer = (asked: string): void => {
    const told = known.get(asked);
    if (told) others.postMessage({ type: 'told', told } satisfies Said);
  };
  const take = (said: Said): void => {
    if (said.type === 'told' && said.told.rigId === rigId) hearing.told(said.told);
    else if (said.type === 'open') hearing.open();
    else if (said.type === 'asks') answer(said.rigId);
  };
  const say = (said: Said): void => {
    take(said);
    others.postMessage(said);
  };
  const hold = (): Promise<void> => {
    const source = new EventSource('/api/events');
    source.onopen = () => say({ type: 'open' });
    source.onmessage = ({ data }) => {
      const told = toldSchema.parse(JSON.parse(data));
      known.set(told.rigId, told);
      say({ type: 'told', told });
    };
    return new Promise((done) =>
      ends.signal.addEventListener('abort', () => {
        source.close();
        done();
      }),
    );
  };
  others.onmessage = ({ data }: MessageEvent<Said>) => take(data);
  // Where tabs cannot agree on one of them, each holds a stream of its own.
  if ('locks' in navigator) navigator.locks.request(NAME, { signal: ends.signal }, hold).catch(() => undefined);
  else void hold();
  others.postMessage({ type: 'asks', rigId } satisfies Said);
  return () => {
    ends.abort();
    others.close();
  };
}
