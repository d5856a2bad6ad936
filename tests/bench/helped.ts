// A rig of 20,000 functions judged by several at once, as a window does it: the judge goes from the front, helpers with copies of their own from the end.
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { type JudgedPart, judgeInParts } from '@/core/checks';
import { indexRig, type Rig } from '@/core/rig';
import { helpersFor } from '@/workers/judging-helpers';
import { type Helper, poolOf } from '@/workers/judging-pool';
import { madeRig } from './made-rig';
import { measure, printTable } from './table';

function helper(text: string): Helper {
  const worker = new Worker(fileURLToPath(import.meta.url), { workerData: text });
  const waiting: ((parts: readonly JudgedPart[]) => void)[] = [];
  worker.on('message', (parts: readonly JudgedPart[]) => waiting.shift()?.(parts));
  return {
    judge: (ids) =>
      new Promise((resolve) => {
        waiting.push(resolve);
        worker.postMessage(ids);
      }),
    end: () => void worker.terminate(),
  };
}

function help(text: string): void {
  let wanted: readonly string[] = [];
  const work = judgeInParts(indexRig(JSON.parse(text) as Rig), undefined, () => wanted); // border: the judge's own rig
  parentPort?.on('message', (ids: readonly string[]) => {
    wanted = ids;
    parentPort?.postMessage(ids.flatMap(() => work.next().value ?? []));
  });
}

async function judged(): Promise<void> {
  const rig = structuredClone(madeRig(20_000));
  const began = performance.now();
  const index = indexRig(rig);
  const done = new Set<string>();
  const text = JSON.stringify(rig);
  const helpers = Array.from({ length: helpersFor(rig, availableParallelism()) }, () => helper(text));
  const pool = poolOf(helpers, [...index.assignments.keys()], (id) => done.has(id));
  const told = (): readonly JudgedPart[] => {
    const parts = pool.told();
    for (const { id } of parts) done.add(id);
    return parts;
  };
  const work = judgeInParts(index, undefined, undefined, { have: pool.have, told });
  let heard = performance.now();
  for (;;) {
    const step = work.next();
    if (step.done) break;
    if (step.value) done.add(step.value.id);
    else await pool.heard(10_000);
    if (performance.now() - heard < 40) continue;
    await new Promise((resolve) => setImmediate(resolve));
    heard = performance.now();
  }
  pool.end();
  measure(`20,000 assignments judged with ${helpers.length} to help`, performance.now() - began, 'ms', { atMost: 4000 });
  printTable('With helpers');
}

if (isMainThread) await judged();
else help(workerData as string); // border: what is handed over above
