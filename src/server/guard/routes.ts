// What may be asked for at all, as a list: pages, routes and the files of the build. Whatever is not on it is not there.
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Intent } from './request';

/** The most bytes that a body may have, by what it is. */
const MEGABYTE = 1024 * 1024;
/** What a screen asks for by an action; edits and files have routes of their own. Next refuses more than this itself. */
const ACTION = 20 * MEGABYTE;
/** An edit, as `POST_LIMIT` has it. */
const EDIT = 64 * MEGABYTE;
/** A file of this program, as `FILE_LIMIT` has it, with a little more, so that the limit is named by who knows it. */
const FILE = 21 * MEGABYTE;
/** A backup, as `BACKUP_LIMIT` has it. */
const BACKUP = 512 * MEGABYTE;
const SMALL = 64 * 1024;

interface Method {
  readonly intent: Intent;
  /** The most bytes of its body; 0 for none. */
  readonly body: number;
}

const read: Method = { intent: 'read', body: 0 };
const costly: Method = { intent: 'costly', body: 0 };
const write = (body: number): Method => ({ intent: 'write', body });

export interface Route {
  /** With `:id` where an identifier stands. */
  readonly path: string;
  readonly kind: 'page' | 'route' | 'file';
  readonly methods: Readonly<Record<string, Method>>;
  /** Answers also while the data folder is closed. */
  readonly closedToo?: boolean;
}

const page = (path: string): Route => ({ path, kind: 'page', methods: { GET: read, POST: write(ACTION) } });
const route = (path: string, methods: Readonly<Record<string, Method>>): Route => ({ path, kind: 'route', methods });
const mending = (path: string, methods: Readonly<Record<string, Method>>): Route => ({
  ...route(path, methods),
  closedToo: true,
});

/** Every page and route. A test holds it equal to the folders of `src/app`. */
export const routes: readonly Route[] = [
  page('/'),
  page('/library'),
  page('/library/:id'),
  page('/rigs/:id'),
  ...[
    'map',
    'gear',
    'begin',
    'gear/wiring',
    'gear/nothing',
    'gear/through',
    'gear/panel',
    'numbers',
    'checks',
    'bench',
    'sheet',
    'set',
    'set/rehearse',
    'stage',
    'sheet/walk',
    'sheet/again',
    'sheet/homes',
    'sheet/labels',
    'proof',
    'proof/probe',
    'proof/calibrate',
    'history',
  ].map((screen) => page(`/rigs/:id/${screen}`)),
  { path: '/recovery', kind: 'page', methods: { GET: read }, closedToo: true },
  route('/api/backup', { GET: costly }),
  route('/api/backups', { GET: costly, POST: write(SMALL) }),
  route('/api/restore', { POST: write(BACKUP) }),
  route('/api/import', { POST: write(FILE) }),
  route('/api/rigs/import', { POST: write(FILE) }),
  route('/api/library', { GET: costly }),
  route('/api/events', { GET: costly }),
  route('/api/rigs/:id/events', { GET: costly }),
  route('/api/rigs/:id/edits', { POST: write(EDIT) }),
  route('/api/rigs/:id/journal', { POST: write(MEGABYTE) }),
  route('/api/rigs/:id/export', { GET: costly }),
  route('/api/rigs/:id/files', { GET: costly }),
  route('/api/rigs/:id/proofs', { GET: costly }),
  route('/api/rigs/:id/sheet', { GET: costly }),
  mending('/api/recovery', { GET: costly, POST: write(SMALL) }),
  mending('/api/recovery/readable', { GET: costly }),
  { path: '/icon.svg', kind: 'file', methods: { GET: read }, closedToo: true },
];

/** Names of the files of a build, as a browser asks for them, read from its folder. */
export function builtFiles(dist: string): readonly string[] {
  const below = (folder: string, path: string): readonly string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
      entry.isDirectory()
        ? below(join(folder, entry.name), `${path}/${entry.name}`)
        : entry.isFile()
          ? [`${path}/${entry.name}`]
          : [],
    );
  return below(join(dist, 'static'), '/_next/static');
}

/** Looks a path up: the path as it was sent, up to its query. */
export type LookUp = (path: string) => Route | null;

/** A look-up over the routes and the files of a build. Identifiers are those of this program; nothing is decoded. */
export function lookUpOf(files: readonly string[]): LookUp {
  const exact = new Map<string, Route>();
  const patterned: (readonly [RegExp, Route])[] = [];
  for (const route of routes) {
    if (!route.path.includes(':')) exact.set(route.path, route);
    else patterned.push([new RegExp(`^${route.path.replaceAll(':id', '[A-Za-z0-9_-]{1,40}')}$`), route]);
  }
  for (const path of files) {
    const file: Route = { path, kind: 'file', methods: { GET: read }, closedToo: true };
    exact.set(path, file);
    // A browser may write what has a meaning in an address with a percent sign.
    exact.set(path.split('/').map(encodeURIComponent).join('/'), file);
  }
  return (path) => exact.get(path) ?? patterned.find(([pattern]) => pattern.test(path))?.[1] ?? null;
}
