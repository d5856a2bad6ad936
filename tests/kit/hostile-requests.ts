// Requests that must not pass the door: raw, as they would come over the line. `{own}` stands for the server's own host with its port.
export interface HostileRequest {
  readonly name: string;
  /** Request line and headers; the end of the head is added. */
  readonly head: string;
  readonly body?: string;
  /** Statuses that count as turned away. */
  readonly status: readonly number[];
}

const action = 'next-action: 7f0000000000000000000000000000000000000000\r\ncontent-type: text/plain\r\ncontent-length: 2';
const get = (path: string, headers = ''): string =>
  `GET ${path} HTTP/1.1\r\nhost: {own}${headers === '' ? '' : `\r\n${headers}`}`;
const post = (path: string, headers: string): string => `POST ${path} HTTP/1.1\r\nhost: {own}\r\n${headers}`;

export const hostileRequests: readonly HostileRequest[] = [
  // Names that are not ours (DNS rebinding).
  { name: 'a foreign host', head: 'GET / HTTP/1.1\r\nhost: evil.example', status: [403] },
  { name: 'a foreign host with our port', head: 'GET /api/backup HTTP/1.1\r\nhost: evil.example:4310', status: [403] },
  {
    name: 'an action under a foreign host, without an origin',
    head: `POST / HTTP/1.1\r\nhost: evil.example\r\n${action}`,
    body: '[]',
    status: [403],
  },
  { name: 'our name with another port', head: 'GET / HTTP/1.1\r\nhost: 127.0.0.1:1', status: [403] },
  { name: 'our name as a part of theirs', head: 'GET / HTTP/1.1\r\nhost: {own}.evil.example', status: [403] },
  { name: 'our name with a dot', head: 'GET / HTTP/1.1\r\nhost: 127.0.0.1.', status: [403] },
  { name: 'our number written otherwise', head: 'GET / HTTP/1.1\r\nhost: 2130706433', status: [403] },
  { name: 'a user before the name', head: 'GET / HTTP/1.1\r\nhost: {own}@evil.example', status: [400, 403] },
  { name: 'no host', head: 'GET / HTTP/1.0', status: [400, 403] },
  { name: 'two hosts', head: 'GET / HTTP/1.1\r\nhost: {own}\r\nhost: evil.example', status: [400] },
  { name: 'an empty host', head: 'GET / HTTP/1.1\r\nhost: ', status: [400, 403] },
  {
    name: 'a foreign host that says it was forwarded',
    head: 'GET / HTTP/1.1\r\nhost: evil.example\r\nx-forwarded-host: {own}',
    status: [403],
  },
  { name: 'a foreign host on a file of the build', head: 'GET /icon.svg HTTP/1.1\r\nhost: evil.example', status: [403] },
  { name: 'a whole address of another host', head: 'GET http://evil.example/ HTTP/1.1\r\nhost: {own}', status: [400, 403] },
  // Pages of other sites.
  { name: 'an action of another site', head: post('/', `origin: http://evil.example\r\n${action}`), body: '[]', status: [403] },
  { name: 'an action without an origin', head: post('/', action), body: '[]', status: [403] },
  { name: 'an action of a sandboxed frame', head: post('/', `origin: null\r\n${action}`), body: '[]', status: [403] },
  {
    name: 'an action that hides its origin',
    head: post('/', `sec-fetch-site: cross-site\r\n${action}`),
    body: '[]',
    status: [403],
  },
  { name: 'an action of a neighbour site', head: post('/', `sec-fetch-site: same-site\r\n${action}`), body: '[]', status: [403] },
  { name: 'an action of another port', head: post('/', `origin: http://127.0.0.1:9999\r\n${action}`), body: '[]', status: [403] },
  { name: 'an action over another scheme', head: post('/', `origin: https://{own}\r\n${action}`), body: '[]', status: [403] },
  {
    name: 'an action of our own origin that came cross-site',
    head: post('/', `origin: http://{own}\r\nsec-fetch-site: cross-site\r\n${action}`),
    body: '[]',
    status: [403],
  },
  {
    name: 'an action typed into the address bar',
    head: post('/', `sec-fetch-site: none\r\n${action}`),
    body: '[]',
    status: [403],
  },
  {
    name: 'an import of another site',
    head: post('/api/import', 'origin: http://evil.example\r\ncontent-length: 2'),
    body: '{}',
    status: [403],
  },
  { name: 'a restore without an origin', head: post('/api/restore', 'content-length: 2'), body: '{}', status: [403] },
  {
    name: 'a restore of another site',
    head: post('/api/restore', 'origin: http://evil.example\r\nsec-fetch-site: cross-site\r\ncontent-length: 2'),
    body: '{}',
    status: [403],
  },
  {
    name: 'starting anew from another site',
    head: post('/api/recovery', 'origin: http://evil.example\r\ncontent-length: 13'),
    body: '{"do":"anew"}',
    status: [403],
  },
  { name: 'a backup read by another site', head: get('/api/backup', 'sec-fetch-site: cross-site'), status: [403] },
  { name: 'a backup read by a neighbour site', head: get('/api/backup', 'sec-fetch-site: same-site'), status: [403] },
  { name: 'a backup read with a foreign origin', head: get('/api/backup', 'origin: http://evil.example'), status: [403] },
  {
    name: 'an export read by another site',
    head: get('/api/rigs/lantern-hour/export', 'sec-fetch-site: cross-site'),
    status: [403],
  },
  {
    name: 'a stream opened by another site',
    head: get('/api/rigs/lantern-hour/events', 'sec-fetch-site: cross-site'),
    status: [403],
  },
  {
    name: 'a question before a foreign request',
    head: 'OPTIONS /api/import HTTP/1.1\r\nhost: {own}\r\norigin: http://evil.example\r\naccess-control-request-method: POST',
    status: [405],
  },
  // Paths that are not on the list.
  { name: 'a letter after a file', head: get('/icon.svgx'), status: [404] },
  { name: 'a letter after a route', head: get('/api/restorexyz'), status: [404] },
  { name: 'the image service', head: get('/_next/image?url=%2Ficon.svg&w=64&q=75'), status: [404] },
  { name: 'a letter after the image service', head: get('/_next/imagex'), status: [404] },
  { name: 'data of the old router', head: get('/_next/data/x/index.json'), status: [404] },
  { name: 'a file of the build that is none', head: get('/_next/static/x.js'), status: [404] },
  { name: 'out of the build', head: get('/_next/static/../../package.json'), status: [404] },
  { name: 'out of the build, written otherwise', head: get('/_next/static/%2e%2e/%2e%2e/package.json'), status: [404] },
  { name: 'the server part of the build', head: get('/_next/server/app/page.js'), status: [404] },
  { name: 'two slashes', head: get('//evil.example/'), status: [400] },
  { name: 'a backslash', head: get('/\\evil.example'), status: [400] },
  { name: 'a percent sign without digits', head: get('/rigs/%zz/map'), status: [400] },
  { name: 'half a letter', head: get('/rigs/%c3/map'), status: [400] },
  { name: 'a NUL', head: get('/rigs/a%00b/map'), status: [400] },
  { name: 'a path for an id', head: get('/rigs/..%2f..%2fetc/map'), status: [404] },
  { name: 'an id without end', head: get(`/rigs/${'a'.repeat(300)}/map`), status: [404] },
  { name: 'an odd id at a route', head: get('/api/rigs/a.b/export'), status: [404] },
  { name: 'another case', head: get('/API/backup'), status: [404] },
  { name: 'a slash at the end', head: get('/api/backup/'), status: [404] },
  { name: 'the whole server', head: 'OPTIONS * HTTP/1.1\r\nhost: {own}', status: [400] },
  // Methods.
  { name: 'deleting', head: 'DELETE /api/rigs/lantern-hour/export HTTP/1.1\r\nhost: {own}', status: [405] },
  {
    name: 'putting',
    head: post('/api/backup', 'origin: http://{own}\r\ncontent-length: 0').replace('POST', 'PUT'),
    status: [405],
  },
  { name: 'tracing', head: 'TRACE / HTTP/1.1\r\nhost: {own}', status: [405] },
  {
    name: 'a form sent to a page',
    head: post('/', 'origin: http://{own}\r\ncontent-type: application/x-www-form-urlencoded\r\ncontent-length: 3'),
    body: 'a=b',
    status: [405],
  },
  { name: 'writing to what is only read', head: post('/api/backup', 'origin: http://{own}\r\ncontent-length: 0'), status: [405] },
  { name: 'a tunnel', head: 'CONNECT evil.example:443 HTTP/1.1\r\nhost: {own}', status: [] },
  { name: 'another protocol', head: get('/', 'connection: upgrade\r\nupgrade: websocket'), status: [400] },
  // Bodies.
  {
    name: 'a body without its length',
    head: post('/api/import', 'origin: http://{own}\r\ntransfer-encoding: chunked'),
    body: '0\r\n\r\n',
    status: [411],
  },
  {
    name: 'two lengths',
    head: post('/api/import', 'origin: http://{own}\r\ncontent-length: 2\r\ncontent-length: 20'),
    body: '{}',
    status: [400],
  },
  {
    name: 'length and pieces',
    head: post('/api/import', 'origin: http://{own}\r\ncontent-length: 2\r\ntransfer-encoding: chunked'),
    body: '0\r\n\r\n',
    status: [400, 411],
  },
  { name: 'a length of letters', head: post('/api/import', 'origin: http://{own}\r\ncontent-length: 1e9'), status: [400] },
  {
    name: 'six hundred megabytes',
    head: post('/api/restore', 'origin: http://{own}\r\ncontent-length: 629145600'),
    status: [413],
  },
  { name: 'a body where none is read', head: get('/', 'content-length: 5'), body: 'hello', status: [400] },
  { name: 'a head without end', head: get('/', `x-long: ${'a'.repeat(40_000)}`), status: [431] },
  { name: 'a broken head', head: 'GET / HTTP/1.1\r\nhost {own}', status: [400] },
];
