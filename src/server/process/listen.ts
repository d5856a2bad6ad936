// The HTTP server: the door, the headers of every answer, and limits on how long a request may take to arrive.
import { createServer, type IncomingMessage, type Server, type ServerResponse, STATUS_CODES } from 'node:http';
import type { Duplex } from 'node:stream';
import { inner, judge } from '../guard/door';
import { filePolicy } from '../guard/policy';
import { type Names, sealed } from '../guard/request';
import type { LookUp, Route } from '../guard/routes';

export type Handle = (request: IncomingMessage, response: ServerResponse, route: Route) => Promise<void> | void;

export interface Limits {
  /** For the head of a request, in milliseconds. */
  readonly headMs: number;
  /** For the next byte of a body, in milliseconds. */
  readonly idleMs: number;
  /** For a whole request, in milliseconds. */
  readonly wholeMs: number;
}

export const usualLimits: Limits = { headMs: 10_000, idleMs: 15_000, wholeMs: 600_000 };

/** A server whose every request is judged first; `handle` sees only what passed. */
export function guarded(lookUp: LookUp, names: Names, handle: Handle, limits: Limits = usualLimits): Server {
  const server = createServer({
    headersTimeout: limits.headMs,
    requestTimeout: limits.wholeMs,
    // Longer than anybody who asks again waits: a line that ends just as the next question goes out looks like a broken one.
    keepAliveTimeout: 65_000,
    connectionsCheckingInterval: Math.min(2000, limits.headMs),
    maxHeaderSize: 32 * 1024,
  });
  const onRequest = (request: IncomingMessage, response: ServerResponse): void => {
    for (const [name, value] of Object.entries(sealed)) response.setHeader(name, value);
    const judged = judge(
      {
        method: request.method ?? '',
        url: request.url ?? '',
        headers: request.headers,
        hosts: request.rawHeaders.filter((name, i) => i % 2 === 0 && name.toLowerCase() === 'host').length,
      },
      lookUp,
      names,
    );
    switch (judged.type) {
      case 'refuse':
        if (judged.allow !== undefined) response.setHeader('allow', judged.allow);
        refuseAndDrain(request, response, judged.status, judged.message);
        return;
      case 'lead':
        response.setHeader('location', judged.to);
        response.setHeader('cache-control', 'no-store');
        refuseAndDrain(request, response, 307, 'Keen Dial is at another name of this machine.');
        return;
      case 'pass': {
        strip(request);
        if (judged.route.kind === 'file') response.setHeader('content-security-policy', filePolicy);
        if (request.headers.expect?.toLowerCase() === '100-continue') response.writeContinue();
        if (judged.body > 0) watchBody(request, response, limits.idleMs);
        void (async () => handle(request, response, judged.route))().catch(() => {
          if (!response.headersSent) answer(response, 500, 'Something broke here. Try again.');
          else response.destroy();
        });
      }
    }
  };
  server.on('request', onRequest);
  // A body that is waited for is judged before it is asked for.
  server.on('checkContinue', onRequest);
  server.on('upgrade', (_request: IncomingMessage, socket: Duplex) => void socket.end(plain(400)));
  server.on('clientError', (error: NodeJS.ErrnoException, socket: Duplex) => {
    if (error.code === 'ECONNRESET' || !socket.writable) {
      socket.destroy();
      return;
    }
    const status = error.code === 'ERR_HTTP_REQUEST_TIMEOUT' ? 408 : error.code === 'HPE_HEADER_OVERFLOW' ? 431 : 400;
    socket.end(plain(status));
  });
  return server;
}

/** A whole answer for who cannot be given one in the usual way. */
function plain(status: number): string {
  const headers = Object.entries(sealed).map(([name, value]) => `${name}: ${value}\r\n`);
  return `HTTP/1.1 ${status} ${STATUS_CODES[status] ?? ''}\r\n${headers.join('')}connection: close\r\ncontent-length: 0\r\n\r\n`;
}

/** Takes off what only this program may say of a request. */
function strip(request: IncomingMessage): void {
  for (const name of inner) delete request.headers[name];
  request.rawHeaders = request.rawHeaders.filter((_, i, all) => !inner.includes((all[i - (i % 2)] ?? '').toLowerCase()));
}

/** A refusal in the form of all others: where, and why. */
export function answer(response: ServerResponse, status: number, message: string): void {
  response.writeHead(status, { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store' });
  response.end(JSON.stringify({ problems: [{ place: 'the request', message }] }));
}

/** How long what was refused may still come in, in milliseconds: who sends on would else see a broken line and not the answer. */
const DRAIN_MS = 3000;

function refuseAndDrain(request: IncomingMessage, response: ServerResponse, status: number, message: string): void {
  response.setHeader('connection', 'close');
  answer(response, status, message);
  if (request.complete) return;
  request.resume();
  const late = setTimeout(() => request.socket.destroy(), DRAIN_MS);
  request.once('close', () => clearTimeout(late));
}

/** Ends a request whose body stops coming. Progress is read off the connection, so that the body stays for who takes it. */
function watchBody(request: IncomingMessage, response: ServerResponse, idleMs: number): void {
  const { socket } = request;
  let seen = socket.bytesRead;
  const look = setInterval(() => {
    if (request.complete || response.writableEnded) {
      clearInterval(look);
      return;
    }
    // What has arrived and is not taken yet is no silence of the other side.
    if (socket.bytesRead > seen || request.readableLength > 0) {
      seen = socket.bytesRead;
      return;
    }
    clearInterval(look);
    if (!response.headersSent) {
      response.setHeader('connection', 'close');
      answer(response, 408, 'The rest of the request did not come.');
    }
    setTimeout(() => socket.destroy(), 200);
  }, idleMs);
  look.unref();
  response.once('close', () => clearInterval(look));
}
