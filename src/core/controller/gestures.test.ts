// Gestures, layers and banks as the hand makes them and the firmware hears them. Common practice, no published source.
import { describe, expect, it } from 'vitest';
import { down, goTo, moveTo, played, tap, turn, up } from '../../../tests/kit/hand';
import {
  assignment,
  cc,
  continuous,
  type Function_,
  fixed,
  landing,
  latching,
  layer,
  momentary,
  noteOn,
  parameter,
  range,
  smallRig,
  withFunctions,
} from '../../../tests/kit/small-rig';
import { type Action, type Assignment, type Behaviour, type Firmware, type Layer, type Rig, rowSchemas } from '../rig';
import { accelerated, panelView } from './index';

const board = (firmware: Partial<Firmware>, functions: readonly Function_[], layers: readonly Layer[] = []): Rig =>
  withFunctions(
    smallRig([], {
      firmware: {
        gestures: ['move', 'press', 'release', 'hold', 'double-tap', 'repeat', 'chord'],
        doubleTapMs: 300,
        holdMs: 600,
        repeatMs: 100,
        ...firmware,
      },
      layers,
    }),
    functions.map((f, i) => assignment({ id: `a${i}`, ...f })),
    [],
  );

const on = (number: number, gesture: Function_['gesture'], rest: Partial<Function_> = {}): Function_ => ({
  gesture: gesture ?? 'press',
  message: cc(number),
  behaviour: fixed(127),
  meant: [],
  ...rest,
});

describe('a double tap', () => {
  const both = [on(1, 'release'), on(2, 'double-tap')];
  const twice = [...tap('fs1', 0), ...tap('fs1', 150)];
  it('comes after a release that has already fired, on firmware that always fires', () => {
    expect(played(board({ press: 'always-fires' }, both), twice).sent).toEqual(['50 CC 1 127', '150 CC 2 127', '200 CC 1 127']);
  });
  it('swallows its second release where the firmware says so', () => {
    expect(played(board({ releaseAfterDoubleTap: 'suppressed' }, both), twice).sent).toEqual(['50 CC 1 127', '150 CC 2 127']);
  });
  it('waits for its window on firmware that waits: one tap is late, two are one double tap', () => {
    const rig = board({ press: 'waits', releaseAfterDoubleTap: 'suppressed' }, [on(1, 'press'), on(2, 'double-tap')]);
    expect(played(rig, tap('fs1', 0)).sent).toEqual(['300 CC 1 127']);
    expect(played(rig, twice).sent).toEqual(['150 CC 2 127']);
  });
  it('ends with the window: a later second press is a new first one', () => {
    const rig = board({}, [on(2, 'double-tap')]);
    expect(played(rig, [...tap('fs1', 0), ...tap('fs1', 301)]).sent).toEqual([]);
    expect(played(rig, [...tap('fs1', 0), ...tap('fs1', 300)]).sent).toEqual(['300 CC 2 127']);
    expect(played(rig, [...tap('fs1', 0), ...tap('fs1', 200), ...tap('fs1', 400)]).sent).toEqual(['200 CC 2 127']);
  });
});

describe('a hold', () => {
  it('that waits keeps the press back until the release, and drops it once it is a hold', () => {
    const rig = board({ press: 'waits' }, [on(1, 'press', { behaviour: momentary(127, 0) }), on(2, 'hold')]);
    expect(played(rig, tap('fs1', 0, 80)).sent).toEqual(['80 CC 1 127', '80 CC 1 0']);
    expect(played(rig, tap('fs1', 0, 700)).sent).toEqual(['600 CC 2 127']);
  });
  it('beside a double tap waits for the release and then for the window', () => {
    const rig = board({ press: 'waits' }, [on(1, 'press'), on(2, 'hold'), on(3, 'double-tap')]);
    expect(played(rig, tap('fs1', 0)).sent).toEqual(['300 CC 1 127']);
    expect(played(rig, tap('fs1', 0, 700)).sent).toEqual(['600 CC 2 127']);
    expect(played(rig, [...tap('fs1', 0), ...tap('fs1', 100)]).sent).toEqual(['100 CC 3 127']);
  });
  it('lets its release through or not, as the firmware is made', () => {
    const held = (releaseAfterHold: Firmware['releaseAfterHold']) =>
      played(board({ releaseAfterHold }, [on(1, 'release'), on(2, 'hold')]), tap('fs1', 0, 700)).sent;
    expect(held('fires')).toEqual(['600 CC 2 127', '700 CC 1 127']);
    expect(held('suppressed')).toEqual(['600 CC 2 127']);
  });
});

describe('repeat', () => {
  it('fires at the press and, after the hold time, at its rate until the release', () => {
    const rig = board({}, [on(1, 'repeat')]);
    expect(played(rig, tap('fs1', 0, 850)).sent).toEqual(['0', '600', '700', '800'].map((t) => `${t} CC 1 127`));
    expect(played(rig, tap('fs1', 0, 100)).sent).toEqual(['0 CC 1 127']);
  });
});

describe('a chord', () => {
  const chord = (singlesFire: boolean): Rig => {
    const rig = board({}, [on(1, 'press'), on(2, 'press', { on: 'fs2' }), on(3, 'chord', { behaviour: momentary(127, 0) })]);
    return {
      ...rig,
      assignments: rig.assignments.map((a) =>
        a.gesture.type === 'chord' ? { ...a, gesture: { ...a.gesture, with: 'fs2', windowMs: 50, singlesFire } } : a,
      ),
    };
  };
  const together = [down('fs2', 0), down('fs1', 30), up('fs1', 100), up('fs2', 120)];
  it('that keeps singles back fires alone', () => {
    expect(played(chord(false), together).sent).toEqual(['30 CC 3 127', '100 CC 3 0']);
  });
  it('outside its window is two presses, each late by the window', () => {
    expect(played(chord(false), [down('fs1', 0), down('fs2', 80), up('fs1', 200), up('fs2', 200)]).sent).toEqual([
      '50 CC 1 127',
      '130 CC 2 127',
    ]);
  });
  it('that lets singles fire comes on top of them', () => {
    expect(played(chord(true), together).sent).toEqual(['0 CC 2 127', '30 CC 1 127', '30 CC 3 127', '100 CC 3 0']);
  });
});

describe('several actions on one gesture', () => {
  const withActions = (actions: readonly Action[], firmware: Partial<Firmware> = {}): Rig => {
    const rig = board({ banks: 4, pages: 2, ...firmware }, [on(1, 'press'), on(9, 'press', { on: 'fs2' })]);
    const change = (a: Assignment): Assignment => (a.id === 'a0' ? { ...a, actions: [...actions] } : a);
    return { ...rig, assignments: rig.assignments.map(change) };
  };
  const send = (number: number, behaviour: Behaviour): Action => ({
    type: 'send',
    message: cc(number),
    behaviour,
    pinned: false,
    meant: [],
  });
  it('run in order, with their waits, on the way down and up', () => {
    const rig = withActions([send(1, momentary(127, 0)), { type: 'wait', ms: 500 }, send(2, momentary(127, 0))]);
    expect(played(rig, tap('fs1', 0, 80)).sent).toEqual(['0 CC 1 127', '80 CC 1 0', '500 CC 2 127', '580 CC 2 0']);
  });
  it('go to a bank, a page, the next one, and back to the last used', () => {
    const place = (actions: readonly Action[], presses = 1) => {
      const { state } = played(withActions(actions), Array.from({ length: presses }, (_, i) => tap('fs1', i * 1000)).flat());
      return [state.controllers[0]?.bank, state.controllers[0]?.page];
    };
    expect(place([{ type: 'go', to: { type: 'bank', bank: 3 } }])).toEqual([3, 1]);
    expect(place([{ type: 'go', to: { type: 'page', page: 2 } }])).toEqual([1, 2]);
    expect(place([{ type: 'go', to: { type: 'step', what: 'bank', by: -1 } }])).toEqual([4, 1]);
    expect(place([{ type: 'go', to: { type: 'step', what: 'bank', by: 1 } }], 5)).toEqual([2, 1]);
    const away: Action[] = [
      { type: 'go', to: { type: 'bank', bank: 3 } },
      { type: 'wait', ms: 10 },
      { type: 'go', to: { type: 'last-used' } },
    ];
    expect(place(away)).toEqual([1, 1]);
    expect(place([{ type: 'go', to: { type: 'bank', bank: 9 } }])).toEqual([1, 1]);
  });
});

describe('banks', () => {
  const functions = [
    on(1, 'press', { behaviour: latching(127, 0), bank: 1 }),
    on(2, 'press', { behaviour: latching(127, 0), bank: 2 }),
  ];
  const there = [...tap('fs1', 0), goTo(1000, 2), goTo(2000, 1), ...tap('fs1', 3000)];
  it('keep latches, or forget them, as the firmware is made', () => {
    expect(played(board({ togglesSurviveBankChange: true }, functions), there).sent).toEqual(['0 CC 1 127', '3000 CC 1 0']);
    expect(played(board({ togglesSurviveBankChange: false }, functions), there).sent).toEqual(['0 CC 1 127', '3000 CC 1 127']);
  });
  it('send positions again on a bank change where the firmware does', () => {
    const knobs = [
      on(1, 'move', { on: 'k1', behaviour: range(0, 127), bank: 1 }),
      on(2, 'move', { on: 'k1', behaviour: range(0, 127), bank: 2 }),
    ];
    const hand = [moveTo('k1', 0, 0.5), goTo(1000, 2)];
    expect(played(board({ resendsPositions: true }, knobs), hand).sent).toEqual(['0 CC 1 64', '1000 CC 2 64']);
    expect(played(board({ resendsPositions: false }, knobs), hand).sent).toEqual(['0 CC 1 64']);
  });
});

describe('layers', () => {
  const functions = [
    on(1, 'press', { behaviour: momentary(127, 0), message: noteOn(1) }),
    on(2, 'press', { behaviour: momentary(127, 0), message: noteOn(2), layerId: 'heel' }),
  ];
  const away = [down('mod', 0), down('fs1', 100), up('mod', 200), up('fs1', 300)];
  it('a press in one layer, released in another: remembered, or looked up anew so that a note hangs', () => {
    expect(played(board({ releaseLookup: 'press-layer' }, functions, [layer()]), away).sent).toEqual([
      '100 N 2 127',
      '300 N 2 0',
    ]);
    expect(played(board({ releaseLookup: 'current-layer' }, functions, [layer()]), away).sent).toEqual([
      '100 N 2 127',
      '300 N 1 0',
    ]);
  });
  it('toggled: the modifier switches it on and off', () => {
    const hand = [...tap('mod', 0), ...tap('fs1', 100), ...tap('mod', 200), ...tap('fs1', 300)];
    expect(played(board({}, functions, [layer({ mode: 'toggled' })]), hand).sent.map((s) => s.split(' ')[2])).toEqual([
      '2',
      '2',
      '1',
      '1',
    ]);
  });
  it('for the next press only: spent by one press, taken back by a second press of the modifier', () => {
    const rig = board({}, functions, [layer({ mode: 'next-press' })]);
    const numbers = (events: Parameters<typeof played>[1]) =>
      played(rig, events)
        .sent.filter((s) => s.endsWith('127'))
        .map((s) => s.split(' ')[2]);
    expect(numbers([...tap('mod', 0), ...tap('fs1', 100), ...tap('fs1', 200)])).toEqual(['2', '1']);
    expect(numbers([...tap('mod', 0), ...tap('mod', 100), ...tap('fs1', 200)])).toEqual(['1']);
  });
  const cue: Action = { type: 'send', message: cc(50), behaviour: fixed(127), pinned: false, meant: [] };
  it('a modifier with a tap function of its own does it when tapped alone, not when used or held', () => {
    const rig = board({}, functions, [layer({ tap: [cue] })]);
    expect(played(rig, tap('mod', 0)).sent).toEqual(['50 CC 50 127']);
    expect(played(rig, tap('mod', 0, 700)).sent).toEqual([]);
    expect(played(rig, [down('mod', 0), ...tap('fs1', 100), up('mod', 200)]).sent).toEqual(['100 N 2 127', '150 N 2 0']);
  });
  it('a toggled layer whose modifier has a tap function is switched by a hold', () => {
    const rig = board({}, functions, [layer({ mode: 'toggled', tap: [cue] })]);
    expect(played(rig, [...tap('mod', 0), ...tap('fs1', 1000)]).sent).toEqual(['50 CC 50 127', '1000 N 1 127', '1050 N 1 0']);
    expect(played(rig, [...tap('mod', 0, 700), ...tap('fs1', 1000)]).sent).toEqual(['1000 N 2 127', '1050 N 2 0']);
  });
  it('the one opened last wins; what it has not falls through, unless it is silent', () => {
    const second = layer({ id: 'toe', modifierControlId: 'fs2' });
    const hand = [down('mod', 0), down('fs2', 10), ...tap('fs1', 100)];
    const first = (layers: readonly Layer[], extra: readonly Function_[] = []) =>
      played(board({}, [...functions, ...extra], layers), hand).sent[0];
    expect(first([layer(), second])).toBe('100 N 2 127');
    expect(first([layer(), second], [on(3, 'press', { message: noteOn(3), layerId: 'toe' })])).toBe('100 N 3 127');
    expect(first([layer(), { ...second, fallsThrough: false }])).toBeUndefined();
  });
  it('a layer for one side leaves the other side alone', () => {
    const rig = board({}, functions, [layer({ scope: { type: 'side', controllerId: 'board', side: 'left' } })]);
    expect(played(rig, [down('mod', 0), ...tap('fs1', 100)]).sent[0]).toBe('100 N 1 127');
  });
  it('a release that is lost leaves the layer stuck', () => {
    const rig = board({}, functions, [layer()]);
    expect(played(rig, [down('mod', 0), ...tap('fs1', 5000)]).sent[0]).toBe('5000 N 2 127');
  });
});

describe('encoders, pads and pedals', () => {
  const relative = (acceleration: number): Behaviour => ({ type: 'relative', coding: 'twos-complement', acceleration });
  it('an absolute encoder counts clicks and stops at its ends', () => {
    const rig = board({}, [on(1, 'move', { on: 'k1', behaviour: range(0, 127) })]);
    expect(played(rig, [turn('k1', 0, 3), turn('k1', 200, -1), turn('k1', 400, -9)]).sent).toEqual([
      '0 CC 1 3',
      '200 CC 1 2',
      '400 CC 1 0',
    ]);
  });
  it('a relative one sends clicks, turned fast more of them, each message at most 63', () => {
    const rig = board({ encoderModes: ['twos-complement'] }, [on(1, 'move', { on: 'k1', behaviour: relative(8) })]);
    expect(played(rig, [turn('k1', 0, 1), turn('k1', 500, -1), turn('k1', 505, -1)]).sent).toEqual([
      '0 CC 1 1',
      '500 CC 1 127',
      '505 CC 1 120',
    ]);
    const clicks = played(rig, [turn('k1', 0, 1), turn('k1', 9000, 70)])
      .sent.slice(1)
      .map((line) => Number(line.split(' ')[3]));
    expect(clicks).toEqual([63, 7]);
  });
  it('acceleration lies between 1 and its most, and never falls as the turning gets faster', () => {
    const factors = [200, 60, 50, 40, 30, 20, 10, 1].map((ms) => accelerated(5, ms));
    expect(factors).toEqual([1, 1, 2, 3, 3, 4, 5, 5]);
  });
  it('a pad spreads its velocity over the range, and a note ends with its note-off (MIDI 1.0)', () => {
    const rig = board({}, [on(1, 'press', { behaviour: range(1, 127), message: noteOn(36) })]);
    expect(played(rig, [down('fs1', 0, 0.5), up('fs1', 100)]).sent).toEqual(['0 N 36 64', '100 N 36 0']);
  });
  it('a calibrated pedal reaches both ends of its range, and rests in its dead zones', () => {
    const rig = board({}, [on(1, 'move', { on: 'k1', behaviour: range(0, 127) })]);
    const calibrated: Rig = {
      ...rig,
      controls: rig.controls.map((c) =>
        c.id === 'k1'
          ? { ...c, calibration: { low: 0.08, high: 0.91, deadLow: 0.05, deadHigh: 0.05, curve: { type: 'linear' } } }
          : c,
      ),
    };
    const at = (position: number) => played(calibrated, [moveTo('k1', 0, 0.3), moveTo('k1', 10, position)]).sent.at(-1);
    expect([at(0.04), at(0.05), at(0.5), at(0.96)]).toEqual(['10 CC 1 0', '10 CC 1 0', '10 CC 1 64', '10 CC 1 127']);
  });
});

describe('what the panel shows', () => {
  const lit = (rig: Rig, events: Parameters<typeof played>[1], id = 'fs1') => {
    const told = played({ ...rig, controls: rig.controls.map((c) => ({ ...c, light: 'on-off' as const })) }, events);
    const [program] = told.chain.controllers;
    const [state] = told.state.controllers;
    return program && state ? panelView(program, state).get(id)?.lit : null;
  };
  const latch = [on(104, 'press', { behaviour: latching(127, 0) })];
  it('a light of its own follows the latch, whatever the software does', () => {
    expect(lit(board({}, latch), [])).toBe(false);
    expect(lit(board({}, latch), tap('fs1', 0))).toBe(true);
    expect(lit(board({}, latch), [...tap('fs1', 0), ...tap('fs1', 1000)])).toBe(false);
  });
  it('fixed 127 into toggle works, and the light cannot show the state', () => {
    expect(lit(board({}, [on(104, 'press')]), tap('fs1', 0))).toBe(false);
  });
  it('a modifier’s light shows its layer', () => {
    expect(lit(board({}, latch, [layer()]), [down('mod', 0)], 'mod')).toBe(true);
    expect(lit(board({}, latch, [layer({ mode: 'toggled' })]), tap('mod', 0), 'mod')).toBe(true);
  });
  const shown = (rig: Rig, events: Parameters<typeof played>[1], id = 'fs1') => {
    const told = played({ ...rig, controls: rig.controls.map((c) => ({ ...c, light: 'colour' as const })) }, events);
    const [program] = told.chain.controllers;
    const [state] = told.state.controllers;
    return program && state ? panelView(program, state).get(id) : undefined;
  };
  const lighted = (rig: Rig, change: Partial<Assignment>): Rig => ({
    ...rig,
    assignments: rig.assignments.map((a) => ({ ...a, ...change })),
  });
  it('a light in two colours shows one while it is on and the other while it is off', () => {
    const two = lighted(board({}, latch), { colour: 'red', colourOff: 'blue' });
    expect(shown(two, [])).toMatchObject({ lit: false, colour: 'blue' });
    expect(shown(two, tap('fs1', 0))).toMatchObject({ lit: true, colour: 'red' });
  });
  it('a light may follow its own state where others of the controller follow what is sent back', () => {
    const own = (lightBy: 'controller' | 'own-state') => {
      const rig = withFunctions(
        smallRig([parameter('freeze')], { firmware: { lights: 'feedback' }, reception: { feedback: 'same-address' } }),
        [{ ...assignment({ behaviour: fixed(127), meant: ['freeze'] }), lightBy }],
        [landing('freeze', { mode: 'toggle' })],
      );
      const [wire] = rig.wires;
      if (!wire) throw new Error('no wire');
      return { ...rig, wires: [wire, { ...wire, id: 'back', from: wire.to, to: wire.from }] };
    };
    expect(lit(own('controller'), tap('fs1', 0))).toBe(true);
    expect(lit(own('own-state'), tap('fs1', 0))).toBe(false);
  });
  it('what the host decides is not known, unless it came back', () => {
    const host = lighted(board({}, latch), { lightBy: 'host', colour: 'red', colourOff: 'blue' });
    expect(shown(host, tap('fs1', 0))).toMatchObject({ lit: null, colour: '' });
  });
  it('the light of a modifier blinks while its layer is open, never above three a second', () => {
    const blinking = board({}, latch, [layer({ blinks: 2 })]);
    expect(shown(blinking, [down('mod', 0)], 'mod')).toMatchObject({ lit: true, blinks: 2 });
    expect(shown(blinking, tap('mod', 0), 'mod')).toMatchObject({ blinks: 0 });
    expect(rowSchemas.layers.safeParse(layer({ blinks: 3 })).success).toBe(true);
    expect(rowSchemas.layers.safeParse(layer({ blinks: 3.01 })).success).toBe(false);
  });
  it('feedback sets light and latch where the firmware listens and the wiring lets it arrive', () => {
    const rig = withFunctions(
      smallRig([parameter('freeze')], { firmware: { lights: 'feedback' }, reception: { feedback: 'same-address' } }),
      [assignment({ behaviour: latching(127, 0), meant: ['freeze'] })],
      [landing('freeze')],
    );
    const [wire] = rig.wires;
    if (!wire) throw new Error('no wire');
    const back: Rig = { ...rig, wires: [wire, { ...wire, id: 'back', from: wire.to, to: wire.from }] };
    const byMouse = { do: 'set' as const, on: 'freeze', atMs: 0, value: 1 };
    expect(lit(back, [byMouse])).toBe(true);
    expect(played(back, [byMouse, ...tap('fs1', 100)]).values).toEqual(['0 freeze 1', '100 freeze 0']);
    // Without the wire back the switch still believes that it is off, and the first press does nothing.
    expect(lit(rig, [byMouse])).toBe(false);
    expect(played(rig, [byMouse, ...tap('fs1', 100)]).values).toEqual(['0 freeze 1']);
  });
  it('a motor fader goes where the value went, unless a finger holds it', () => {
    const rig = withFunctions(
      smallRig([continuous('level', 0, 127)], { firmware: { lights: 'feedback' }, reception: { feedback: 'same-address' } }),
      [assignment({ on: 'k1', gesture: 'move', behaviour: range(0, 127), meant: ['level'] })],
      [landing('level', { to: 127 })],
    );
    const [wire] = rig.wires;
    if (!wire) throw new Error('no wire');
    const motor: Rig = {
      ...rig,
      controls: rig.controls.map((c) => ({ ...c, motor: c.id === 'k1' })),
      wires: [wire, { ...wire, id: 'back', from: wire.to, to: wire.from }],
    };
    const place = (events: Parameters<typeof played>[1]) => {
      const { chain, state } = played(motor, events);
      const [program] = chain.controllers;
      const [now] = state.controllers;
      return program && now ? panelView(program, now).get('k1')?.position : null;
    };
    expect(place([{ do: 'set', on: 'level', atMs: 0, value: 127 }])).toBe(1);
    expect(place([moveTo('k1', 0, 0), down('k1', 10), { do: 'set', on: 'level', atMs: 20, value: 127 }])).toBe(0);
  });
});
