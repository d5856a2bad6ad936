// A made rig of any size for benchmarks: 8 controllers, three quarters switches. No randomness: the same rig each time.

import { plainParameter } from '@/core/library';
import { channel, u7, u14 } from '@/core/midi';
import type { ReceiveMode } from '@/core/modes';
import {
  type Assignment,
  type Behaviour,
  commonFirmware,
  commonReception,
  emptyRig,
  type Landing,
  type Parameter,
  plainLanding,
  plainMacro,
  plainTouch,
  type Rig,
} from '@/core/rig';

const behaviours: readonly Behaviour[] = [
  { type: 'latching', first: u14(127), second: u14(0) },
  { type: 'momentary', down: u14(127), up: u14(0) },
  { type: 'fixed', value: u14(127) },
];
const modes: readonly ReceiveMode[] = ['absolute', 'toggle', 'gate'];

export function madeRig(size: number): Rig {
  const controllers = 8;
  const perController = Math.ceil(size / controllers);
  const perBank = 128;
  const banks = Math.min(128, Math.max(1, Math.ceil(perController / perBank)));
  const rig = emptyRig('made', 'Made rig');
  const controls = [];
  const assignments: Assignment[] = [];
  const landings: Landing[] = [];
  const parameters: Parameter[] = [];
  const base = {
    entered: null,
    saved: null,
    proved: null,
    why: '',
    replaced: '',
    note: '',
    textShort: '',
    textLong: '',
    colour: '',
    colourOff: '',
    lightBy: 'controller' as const,
    wants: [],
    minimum: false,
  };
  for (let c = 0; c < controllers; c++) {
    for (let k = 0; k < perBank; k++) {
      const moves = k % 4 === 3;
      controls.push({
        id: `k${c}_${k}`,
        order: controls.length,
        controllerId: `c${c}`,
        name: `${moves ? 'K' : 'S'} ${k}`,
        kind: moves ? ('knob' as const) : ('button' as const),
        x: (k % 16) * 30,
        y: Math.floor(k / 16) * 40,
        width: 18,
        height: 18,
        family: moves ? 'knobs' : 'buttons',
        familyOrder: k,
        side: 'none' as const,
        subControls: [],
        light: 'none' as const,
        ring: false,
        motor: false,
        detents: 0,
        display: null,
        calibration: null,
        factory: [],
        origin: '',
        port: '',
        polarity: 'usual' as const,
        ...plainTouch,
      });
    }
    for (let i = 0; i < perController && assignments.length < size; i++) {
      const k = i % perBank;
      const bank = Math.floor(i / perBank) + 1;
      const moves = k % 4 === 3;
      const id = assignments.length;
      // Each controller plays a target of its own, with an address of its own for each function: 16 channels × 99 plain
      // controls, then notes. The eight together use each address up to eight times, apart only by their wires.
      const at = i % 1584;
      const where = { channel: channel((at % 16) + 1), number: u7(20 + Math.floor(at / 16)) };
      const message = i < 1584 ? { type: 'cc' as const, ...where } : { type: 'note' as const, ...where };
      const kind = moves ? ('continuous' as const) : ('toggle' as const);
      parameters.push({
        ...plainParameter,
        ...plainMacro,
        id: `p${id}`,
        order: id,
        targetId: `t${c}`,
        name: `Parameter ${id}`,
        kind,
        unit: moves ? 'ms' : '',
        highest: moves ? 500 : 1,
      });
      assignments.push({
        id: `a${id}`,
        order: id,
        controlId: `k${c}_${k}`,
        bank,
        page: null,
        layerId: null,
        gesture: { type: moves ? 'move' : 'press' },
        actions: [
          {
            type: 'send',
            message,
            behaviour: moves
              ? { type: 'range', from: u14(0), to: u14(127), curve: { type: 'linear' } }
              : (behaviours[id % 3] ?? { type: 'fixed', value: u14(127) }),
            pinned: false,
            meant: [`p${id}`],
          },
        ],
        ...base,
      });
      landings.push({
        id: `l${id}`,
        order: id,
        targetId: `t${c}`,
        parameterId: `p${id}`,
        port: '',
        address: message,
        hostLayerId: null,
        mode: moves ? 'absolute' : (modes[Math.floor(id / 3) % 3] ?? 'absolute'),
        coding: null,
        from: 0,
        to: moves ? 500 : 1,
        curve: { type: 'linear' },
        takeover: 'jump',
        setValue: 1,
        chosenBy: null,
        ...plainLanding,
        conditions: [],
        given: null,
        entered: null,
        proved: null,
        note: '',
      });
    }
  }
  return {
    ...rig,
    controllers: Array.from({ length: controllers }, (_, c) => ({
      id: `c${c}`,
      order: c,
      name: `Controller ${c + 1}`,
      templateId: 'made',
      templateVersion: 0,
      port: `port ${c}`,
      channel: channel(c + 1),
      width: 500,
      height: 340,
      bankNames: [],
      firmware: { ...commonFirmware, banks },
      setUp: { before: [], after: [] },
      clock: null,
      form: null,
      evidence: [],
      note: '',
    })),
    controls,
    targets: Array.from({ length: controllers }, (_, c) => ({
      id: `t${c}`,
      order: c,
      name: `Target ${c + 1}`,
      kind: 'host' as const,
      profileId: '',
      profileVersion: 0,
      port: '',
      version: '',
      reception: commonReception,
      setUp: { before: [], after: [] },
      channelBanks: [],
      form: null,
      evidence: [],
      note: '',
    })),
    parameters,
    wires: Array.from({ length: controllers }, (_, c) => ({
      id: `w${c}`,
      order: c,
      from: { unitId: `c${c}`, port: '' },
      to: { unitId: `t${c}`, port: '' },
      transport: 'usb' as const,
      channels: null,
      types: null,
      forNotes: true,
      forRemote: true,
      passesOn: false,
      translator: null,
      entered: null,
      note: '',
    })),
    assignments,
    landings,
  };
}
