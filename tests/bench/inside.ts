// What goes on inside of targets, and through the page: a preset of a hundred values judged, a written form of two thousand lines, what playing through adds to a message.
import { judge } from '@/core/checks';
import { noSysex, packedCc } from '@/core/midi';
import { indexRig, type Rig } from '@/core/rig';
import { formData } from '@/core/sheets';
import { compileThrough, startThrough, stepThrough } from '@/core/through';
import { shippedForms, writeForm } from '@/forms';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  layer,
  momentary,
  parameter,
  smallRig,
  withFunctions,
} from '../kit/small-rig';
import { madeRig } from './made-rig';
import { measure, percentile, printTable, timed } from './table';

const knobs = Array.from({ length: 100 }, (_, i) => continuous(`p${i}`, 0, 127, { order: i }));
const loaded: Rig = withFunctions(
  {
    ...smallRig([...knobs, parameter('sound', { kind: 'stepped', highest: 1, steps: ['A', 'B'], order: 200 })]),
    presets: [
      {
        id: 'b',
        order: 1,
        parameterId: 'sound',
        step: 1,
        stored: true,
        rest: 'stays',
        values: knobs.map((p, i) => ({ parameterId: p.id, value: i })),
        entered: null,
        note: '',
      },
    ],
  },
  [assignment({ id: 'a', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['sound'] })],
  [landing('sound', { address: cc(20), mode: 'set', setValue: 1, to: 1 })],
);
measure(
  'a preset of 100 values, judged',
  timed(() => judge({ ...loaded }), 15),
  'ms',
  { atMost: 20 },
);

const many = indexRig(madeRig(8_000));
const [unit] = many.rig.targets;
const half = unit && formData(many, unit.id);
if (half?.lines.length !== 1_000) throw new Error(`not a thousand lines: ${half?.lines.length ?? 0}`);
// The lines of one unit twice over: no unit of a made rig has more.
const data = { ...half, lines: [...half.lines, ...half.lines] };
for (const { form } of shippedForms) {
  const written = writeForm(form.template, data);
  if (written.type !== 'written') throw new Error(written.why);
  measure(
    `${form.fileName}, written of 2,000 lines`,
    timed(() => writeForm(form.template, data)),
    'ms',
    { atMost: 200 },
  );
}

const bare = smallRig([], { layers: [layer({ modifierControlId: 'fs2' })] });
const own = new Map([
  ['fs1', cc(80)],
  ['fs2', cc(81)],
]);
const board: Rig = {
  ...bare,
  controls: bare.controls.map((c) => {
    const message = own.get(c.id);
    return message ? { ...c, factory: [{ gesture: 'press', message }] } : c;
  }),
  assignments: [assignment({ id: 'a', on: 'fs1', gesture: 'press', meant: [], message: cc(20), behaviour: momentary(127, 0) })],
};
const [wire] = board.wires;
if (!wire) throw new Error('no wire');
const { program } = compileThrough(indexRig(board), wire, true, noSysex);
let state = startThrough(program);
const each = Array.from({ length: 20_000 }, (_, i) => {
  const words = [packedCc(5, i % 3 === 0 ? 81 : 80, i % 2 === 0 ? 127 : 0)];
  const from = performance.now();
  state = stepThrough(program, state, { type: 'words', t: i * 5, words }).state;
  return performance.now() - from;
});
measure('playing through: what a message costs in the page (p95)', percentile(each, 0.95), 'ms', { atMost: 3 });

printTable('Inside of targets, and through the page');
