// npm run bench -- --against <commit>: the same workloads over the code of today and of a commit, both built the same way, run in
// turns in two processes. Fails where the code of today is slower by more than the limit, beyond doubt.
import { type ChildProcess, execFileSync, fork } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, symlinkSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { buildSync } from 'esbuild';
import { type Interval, intervalOf, type Verdict, verdictOn } from './ratios';

const LIMIT = 1.15;
const ROUNDS = 15;
const MOST_ROUNDS = 45;

const [root = '', commit = ''] = process.argv.slice(2);
const git = (...args: readonly string[]): string => execFileSync('git', [...args], { cwd: root, encoding: 'utf8' }).trim();
const against = git('rev-parse', '--verify', `${commit}^{commit}`);

const room = join(root, 'node_modules', '.keen-dial');
mkdirSync(room, { recursive: true });
const folder = mkdtempSync(join(room, 'against-'));
const then = join(folder, 'then');
git('worktree', 'add', '--quiet', '--detach', then, against);
symlinkSync(join(root, 'node_modules'), join(then, 'node_modules'));

/** A workload over some source, as a process that runs it once when it is told to and answers with the milliseconds. */
function built(workload: string, source: string, name: string): string | null {
  const outfile = join(folder, `${name}-${basename(workload, '.ts')}.mjs`);
  try {
    buildSync({
      stdin: {
        contents: `import { work } from ${JSON.stringify(workload)};
work();
process.on('message', () => {
  const start = performance.now();
  work();
  process.send(performance.now() - start);
});
process.send(0);`,
        resolveDir: root,
        loader: 'ts',
      },
      bundle: true,
      platform: 'node',
      format: 'esm',
      packages: 'external',
      alias: { '@': source },
      outfile,
      logLevel: 'silent',
    });
    return outfile;
  } catch {
    return null;
  }
}

const answer = (child: ChildProcess): Promise<number> =>
  new Promise((done) => void child.once('message', (ms) => done(Number(ms))));
const once = (child: ChildProcess): Promise<number> => {
  const ms = answer(child);
  child.send('run');
  return ms;
};

/** Both in turns, the first one changing, until it is decided or there were rounds enough. */
async function compared(now: string, before: string): Promise<{ interval: Interval; verdict: Verdict; rounds: number }> {
  const [a, b] = [fork(now), fork(before)];
  // One that ends by itself would be waited for without end.
  for (const child of [a, b])
    child.once('exit', (code) => {
      if (code !== null) throw new Error(`a workload ended with exit code ${code}`);
    });
  await Promise.all([answer(a), answer(b)]);
  const ratios: number[] = [];
  for (;;) {
    const first = ratios.length % 2 === 0;
    const one = await once(first ? a : b);
    const other = await once(first ? b : a);
    ratios.push(first ? one / other : other / one);
    if (ratios.length < ROUNDS) continue;
    const interval = intervalOf(ratios);
    const verdict = verdictOn(interval, LIMIT);
    if (verdict === 'not decided' && ratios.length < MOST_ROUNDS) continue;
    for (const child of [a, b]) child.kill();
    return { interval, verdict, rounds: ratios.length };
  }
}

let slower = false;
try {
  const workloads = resolve(root, 'tests/bench/compare/workloads');
  console.log(
    `Today against ${against.slice(0, 9)}: time of today over time then, median and 95 % interval. More than ${LIMIT} fails.\n`,
  );
  for (const file of readdirSync(workloads)) {
    const path = join(workloads, file);
    const now = built(path, join(root, 'src'), 'now');
    const before = built(path, join(then, 'src'), 'then');
    const name = basename(file, '.ts').padEnd(12);
    if (!now) throw new Error(`${file} does not build`);
    if (!before) {
      console.log(`  ${name} could not be built over that commit: it asks for what was not there`);
      continue;
    }
    const { interval, verdict, rounds } = await compared(now, before);
    if (verdict === 'slower') slower = true;
    const show = (n: number): string => n.toFixed(3);
    console.log(
      `${verdict === 'slower' ? '!' : ' '} ${name} ${show(interval.median)}   ${show(interval.low)} to ${show(interval.high)}   ${verdict}, ${rounds} rounds`,
    );
  }
} finally {
  git('worktree', 'remove', '--force', then);
  rmSync(folder, { recursive: true, force: true });
}
process.exitCode = slower ? 1 : 0;
