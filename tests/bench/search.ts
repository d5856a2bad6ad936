// How fast the places of a controller are searched: 30 banks × 2 pages × 8 switches × 3 layers.
import { exploreController } from '@/core/controller';
import { type Action, type Assignment, emptyRig, indexRig, type Layer, type Rig } from '@/core/rig';
import { madeRig } from './made-rig';
import { measure, printTable, timed } from './table';

const banks = 30;
const go = (to: Extract<Action, { type: 'go' }>['to']): Action => ({ type: 'go', to });

function wide(): Rig {
  const made = madeRig(8);
  const [model] = made.assignments;
  const [controller] = made.controllers;
  const [control] = made.controls;
  if (!model || !controller || !control) throw new Error('made rig changed');
  const switches = Array.from({ length: 8 }, (_, i) => ({ ...control, id: `s${i}`, name: `S ${i + 1}` }));
  const assignments: Assignment[] = [];
  for (let bank = 1; bank <= banks; bank++) {
    for (let page = 1; page <= 2; page++) {
      const at = (on: string, gesture: 'press' | 'hold', layerId: string | null, action: Action): void => {
        assignments.push({
          ...model,
          id: `a${assignments.length}`,
          controlId: on,
          bank,
          page,
          layerId,
          gesture: { type: gesture },
          actions: [action],
        });
      };
      at('s0', 'press', null, go({ type: 'bank', bank: (bank % banks) + 1 }));
      at('s1', 'press', null, go({ type: 'page', page: 3 - page }));
      at('s1', 'hold', null, go({ type: 'step', what: 'bank', by: -1 }));
      at('s2', 'press', 'l1', go({ type: 'bank', bank: ((bank * 7) % banks) + 1 }));
      at('s3', 'press', 'l2', go({ type: 'last-used' }));
      at('s4', 'press', 'l0', go({ type: 'bank', bank: 1 }));
    }
  }
  const layer = (i: number, mode: Layer['mode']): Layer => ({
    id: `l${i}`,
    order: i,
    name: `L ${i}`,
    letter: 'L',
    shape: 'circle',
    modifierControlId: `s${5 + i}`,
    mode,
    tap: [],
    scope: { type: 'all' },
    madeIn: 'controller',
    signal: null,
    fallsThrough: true,
    blinks: 0,
    alsoOpenedBy: [],
    alsoSignals: [],
    together: false,
    signalBy: 'added',
    entered: null,
  });
  return {
    ...emptyRig('wide', 'Wide'),
    controllers: [{ ...controller, firmware: { ...controller.firmware, banks, pages: 2, bankButtons: false } }],
    controls: switches,
    layers: [layer(0, 'while-held'), layer(1, 'toggled'), layer(2, 'next-press')],
    assignments,
  };
}

const rig = wide();
const index = indexRig(rig);
const [controller] = rig.controllers;
if (!controller) throw new Error('no controller');
const space = exploreController(index, controller);
console.log(`${space.situations} situations, ${space.traps.length} traps`);
measure(
  'searching 30 banks × 2 pages × 8 switches × 3 layers',
  timed(() => exploreController(index, controller)),
  'ms',
  { atMost: 500 },
);
printTable('Search');
