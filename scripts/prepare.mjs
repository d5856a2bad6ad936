// What a fresh machine needs before anything runs: the packages, and a build that is not older than its sources.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' };

/** Runs a command to its end; false when it failed. */
export function run(command, args, more = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...env, ...more } });
  return done.status === 0;
}

const digest = (paths) => {
  const hash = createHash('sha256');
  for (const path of paths) hash.update(path).update(readFileSync(join(root, path)));
  return hash.digest('hex');
};

const kept = (name) => join(root, 'node_modules', '.keen-dial', name);
const isCurrent = (name, value) => existsSync(kept(name)) && readFileSync(kept(name), 'utf8') === value;
function keep(name, value) {
  mkdirSync(join(root, 'node_modules', '.keen-dial'), { recursive: true });
  writeFileSync(kept(name), value);
}

/** Installs the packages of the lock file, unless they are there. sqlite3 compiles on the way: two to three minutes. */
export function ensurePackages() {
  const lock = digest(['package-lock.json', 'package.json']);
  const addon = join(root, 'node_modules/sqlite3/build/Release/node_sqlite3.node');
  if (isCurrent('packages', lock) && existsSync(addon)) return true;
  console.log('Installing packages (the first time this takes a few minutes) …');
  // sqlite3 is no longer maintained and its prebuilt binaries are not fetched: it is always built from its source, for which Node's headers are
  // the one thing that is fetched. npm hands both to node-gyp from its settings.
  const fromSource = { npm_config_build_from_source: 'true' };
  // Not `npm ci`: it refuses a lock file that lacks optional packages for other platforms, which some registries do not carry.
  // The lock file pins every version all the same, and is not written.
  if (!run('npm', ['install', '--no-save', '--no-audit', '--no-fund'], fromSource)) return false;
  if (!existsSync(addon) && !run('npm', ['rebuild', 'sqlite3'], fromSource)) return false;
  if (!existsSync(addon)) {
    console.error('The database driver (sqlite3) was not built. It needs python3, make and g++.');
    return false;
  }
  keep('packages', lock);
  return true;
}

function filesBelow(folder) {
  return readdirSync(join(root, folder))
    .sort()
    .flatMap((name) => {
      const path = join(folder, name);
      return statSync(join(root, path)).isDirectory() ? filesBelow(path) : [path];
    });
}

/** Builds the command line `keen` into dist/, and makes `npx keen` find it. */
export async function ensureKeen() {
  const { build } = await import('esbuild');
  for (const name of existsSync(join(root, 'dist')) ? readdirSync(join(root, 'dist')) : [])
    if (name !== 'server.mjs') rmSync(join(root, 'dist', name), { recursive: true, force: true });
  const outfile = join(root, 'dist', 'keen.mjs');
  await build({
    entryPoints: { keen: join(root, 'src/cli/main.ts') },
    bundle: true,
    // What only backup and restore need lies in files of its own, so that the other commands start without it.
    splitting: true,
    external: ['sequelize', 'sqlite3', 'umzug'],
    outExtension: { '.js': '.mjs' },
    platform: 'node',
    format: 'esm',
    target: 'node20',
    minify: true,
    legalComments: 'none',
    // Its own build for browsers reads no files, and is one with the bundle.
    alias: { '@': join(root, 'src'), liquidjs: 'liquidjs/dist/liquid.browser.mjs' },
    banner: { js: '#!/usr/bin/env node' },
    outdir: join(root, 'dist'),
    logLevel: 'error',
  });
  chmodSync(outfile, 0o755);
  const link = join(root, 'node_modules', '.bin', 'keen');
  rmSync(link, { force: true });
  symlinkSync(join('..', '..', 'dist', 'keen.mjs'), link);
  return true;
}

/** Bundles a script of the tests as a browser or server would get its code: run from source, helpers of the loader cost more than the work. */
export async function bundleTest(path, outfile) {
  const { buildSync } = await import('esbuild');
  buildSync({
    entryPoints: [join(root, 'tests', `${path}.ts`)],
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    alias: { '@': join(root, 'src') },
    outfile,
  });
  return outfile;
}

/** Builds the server, the one process that Next runs in, into dist/server.mjs. */
export async function ensureServer() {
  const { build } = await import('esbuild');
  await build({
    entryPoints: [join(root, 'src/server/process/main.ts')],
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    target: 'node20',
    alias: { '@': join(root, 'src') },
    outfile: join(root, 'dist', 'server.mjs'),
    logLevel: 'error',
  });
  return true;
}

/** Builds the application, unless the build belongs to these very sources. */
export function ensureBuild() {
  const sources = digest([
    ...filesBelow('src').filter((p) => !p.includes('.test.')),
    'next.config.ts',
    'postcss.config.mjs',
    'tsconfig.json',
    'package-lock.json',
  ]);
  if (isCurrent('build', sources) && existsSync(join(root, '.next/BUILD_ID'))) return true;
  console.log('Building …');
  if (!run(process.execPath, [join(root, 'node_modules/next/dist/bin/next'), 'build'])) return false;
  keep('build', sources);
  return true;
}
