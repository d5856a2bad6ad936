// The line to the server on which tabs hear of each other: one stream a browser, held by one tab and passed on to the others. Browsers open
// few connections to one server, and every stream takes one for good.
import * as z from 'zod';

/** How a rig's journal stands, as the server tells it. */
const toldSchema = z.object({ rigId: z.string(), epoch: z.string(), version: z.number(), newest: z.string().nullable() });
export type Told = z.infer<typeof toldSchema>;
/** Which rigs there are, after all of them were told of. */
const allSchema = z.object({ epoch: z.string(), rigs: z.array(z.string()) });
type All = z.infer<typeof allSchema>;

interface Hearing {
  readonly told: (told: Told) => void;
  /** The rig is not in the database, which has this epoch. */
  readonly missing: (epoch: string) => void;
  /** The server can be reached, perhaps after a while in which it could not. */
  readonly open: () => void;
}

/** What tabs say to each other. */
type Said =
  | { readonly type: 'told'; readonly told: Told }
  | { readonly type: 'all'; readonly all: All }
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
    else if (said.type === 'all') {
      if (!said.all.rigs.includes(rigId)) hearing.missing(said.all.epoch);
    } else if (said.type === 'asks') answer(said.rigId);
  };
  const say = (said: Said): void => {
    take(said);
    others.postMessage(said);
  };
  const hold = (): Promise<void> => {
    const source = new EventSource('/api/events');
    source.onopen = () => say({ type: 'open' });
    source.onmessage = ({ data }) => {
      const heard = z.union([toldSchema, allSchema]).parse(JSON.parse(data));
      if ('rigs' in heard) {
        say({ type: 'all', all: heard });
        return;
      }
      known.set(heard.rigId, heard);
      say({ type: 'told', told: heard });
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
