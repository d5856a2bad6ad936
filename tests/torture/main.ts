// npm run torture: kills, full disks, locks and hostile requests, by a seed; prints a table and fails if anything was lost, damaged or left over.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chance } from '@/core/base';
import { killServers, killWorkers, works } from './kills';
import { screens } from './screens';
import { failed, type Line, printLines } from './table';

const [, , root = '.', worker = ''] = process.argv;
// A temporary folder of its own, so that what others leave in the system's is not taken for ours. Children get it with the environment.
const temporary = mkdtempSync(join(tmpdir(), 'keen-torture-tmp-'));
process.env.TMPDIR = temporary;
const seed = Number(process.env.KEEN_DIAL_SEED ?? 20261127);
const kills = Number(process.env.KEEN_DIAL_KILLS ?? 100);
/** Of each hundred, so many go through the whole server. */
const throughServer = Math.round(kills / 5);

const random = chance(seed);

const begun = performance.now();
const lines: Line[] = [];
const note = (line: Line): void => {
  lines.push(line);
  console.log(`${failed(line) ? '✗' : '✓'} ${line.what} (${Math.round((performance.now() - begun) / 1000)} s)`);
};
console.log(`seed ${seed}, ${kills} kills of each kind`);
for (const work of works) note(await killWorkers(worker, work, kills - throughServer, random));
for (const work of works) note(await killServers(join(root), work, throughServer, random));
for (const line of await screens(root, random)) note(line);
console.log('');
printLines(lines);
console.log(`\n${Math.round((performance.now() - begun) / 1000)} s`);
rmSync(temporary, { recursive: true, force: true });
process.exit(lines.some(failed) ? 1 : 0);
