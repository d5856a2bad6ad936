// Keen Dial as one process: the data folder, the door, Next behind it, and an end that leaves everything in one file.
import type { Server, ServerResponse } from 'node:http';
import { join } from 'node:path';
import next from 'next';
import { closeFolder, folder } from '../folder';
import { ownerWords } from '../folder/owner';
import { hostsOf, namesOf } from '../guard/request';
import { builtFiles, lookUpOf, type Route } from '../guard/routes';
import { prepare } from '../prepare';
import { endStreams } from '../rigs/events';
import { answer, guarded, usualLimits } from './listen';

const DAY_MS = 86_400_000;

/** How long requests that run may take when the server ends, in milliseconds. */
const LAST_REQUESTS_MS = 700;

/** Starts the server and answers when it listens. `root` is the folder of the program. */
export async function start(root: string): Promise<void> {
  const port = Number(process.env.PORT ?? '4310');
  const hosts = hostsOf(process.env.HOST);
  const host = hosts[0] || '127.0.0.1';
  const names = namesOf(hosts, port);
  const held = await folder(`http://${names.first}`);
  const state = held.state();
  if (state.type === 'owned') {
    console.error(`${ownerWords(state.owner)} Stop it there, or name another folder in KEEN_DIAL_DATA.`);
    process.exit(1);
  }
  // The demo rig and whatever is due are there before anybody is let in.
  process.env.KEEN_DIAL_PREPARED = '1';
  await prepare();
  const app = next({ dev: false, dir: root, hostname: host, port });
  await app.prepare();
  const toNext = app.getRequestHandler();
  const lookUp = lookUpOf(builtFiles(join(root, '.next')));
  const server = guarded(
    lookUp,
    names,
    async (request, response, route) => {
      if (!route.closedToo && held.state().type !== 'open') {
        if (!(await opened(held))) return toRecovery(route, request.method ?? '', response);
      }
      await toNext(request, response);
    },
    { ...usualLimits, idleMs: Number(process.env.KEEN_DIAL_IDLE_MS ?? usualLimits.idleMs) },
  );
  await listening(server, port, host);
  const servers = [server];
  // Browsers try ::1 first for `localhost`: there they are led to 127.0.0.1.
  if (host === '127.0.0.1') {
    const beside = guarded(lookUp, names, (_request, response) => answer(response, 421, 'Keen Dial is at 127.0.0.1.'));
    if (await listening(beside, port, '::1').then(always, never)) servers.push(beside);
  }
  // What was deleted long ago is looked at once a day, also where the server is never stopped.
  setInterval(() => void prepare().catch(() => undefined), DAY_MS).unref();
  console.log(`Keen Dial: http://${names.first}`);
  endOnSignals(servers);
}

const always = (): boolean => true;
const never = (): boolean => false;

type Held = Awaited<ReturnType<typeof folder>>;

/** Whether a folder that was locked can be opened by now. What needs a decision waits for one. */
async function opened(held: Held): Promise<boolean> {
  const state = held.state();
  return state.type === 'closed' && state.kind === 'locked' && (await held.retry()).type === 'open';
}

function toRecovery(route: Route, method: string, response: ServerResponse): void {
  if (route.kind !== 'page' || method === 'POST') {
    answer(response, 503, 'The data cannot be opened. Open the list of rigs: it says why.');
    return;
  }
  response.writeHead(307, { location: '/recovery', 'cache-control': 'no-store' });
  response.end();
}

function listening(server: Server, port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen({ port, host, ...(host === '::1' ? { ipv6Only: true } : {}) }, () => {
      server.off('error', reject);
      resolve();
    });
  });
}

/** On SIGINT and SIGTERM: no new requests, streams end, running ones get a moment, writers finish, the database is closed. A second signal ends it at once. */
function endOnSignals(servers: readonly Server[]): void {
  let ending = false;
  const end = async (): Promise<void> => {
    if (ending) process.exit(130);
    ending = true;
    const closed = Promise.all(servers.map((s) => new Promise((resolve) => s.close(resolve))));
    endStreams();
    for (const server of servers) server.closeIdleConnections();
    await Promise.race([closed, new Promise((resolve) => setTimeout(resolve, LAST_REQUESTS_MS))]);
    for (const server of servers) server.closeAllConnections();
    await closeFolder();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void end());
}
