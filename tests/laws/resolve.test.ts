// Law 1, one place, one answer: what the simulator fires is what one function says fires, for every reachable place of random rigs with banks, pages and
// layers; and the faceplate, which asks for one row, shows one of those.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chance } from '@/core/base';
import { compileController, startController, stepController } from '@/core/controller';
import { channel, noSysex, u7 } from '@/core/midi';
import { makeLabels } from '@/core/paper';
import {
  type Assignment,
  actingAt,
  baseAt,
  indexRig,
  inLayer,
  type Layer,
  type Rig,
  reaches,
  resolve,
  standInOf,
} from '@/core/rig';
import { effective } from '@/ui/faceplate/effective';
import { randomRig } from '../kit/random-rig';
import { assignment, cc, fixed, range, layer as smallLayer, smallRig, withFunctions } from '../kit/small-rig';

const PAGES = 3;

/** A random rig whose functions stand in banks, pages and three layers by chance, held open or latched, several to one control; every press sends at once, and each sends its own. */
function scattered(seed: number): Rig {
  const rig = randomRig(seed);
  const next = chance(seed + 1);
  const [unit] = rig.controllers;
  const modifiers = rig.controls.filter((c) => c.kind === 'footswitch').slice(0, 3);
  if (!unit || modifiers.length < 3) return rig;
  const scopes: readonly Layer['scope'][] = [
    { type: 'all' },
    { type: 'all' },
    { type: 'controller', controllerId: unit.id },
    { type: 'side', controllerId: unit.id, side: 'left' },
    { type: 'side', controllerId: unit.id, side: 'right' },
  ];
  const layers: Layer[] = modifiers.map((control, i) => ({
    ...smallLayer({ id: `l${i}` }),
    order: i,
    modifierControlId: control.id,
    mode: next() < 0.5 ? ('while-held' as const) : ('toggled' as const),
    tap: [],
    fallsThrough: next() < 0.7,
    scope: scopes[Math.floor(next() * scopes.length)] ?? { type: 'all' },
  }));
  const banks = unit.firmware.banks;
  const or = (most: number): number | null => (next() < 0.4 ? null : 1 + Math.floor(next() * most));
  const assignments = rig.controls
    .filter((c) => !modifiers.includes(c))
    .flatMap((control, at): Assignment[] => {
      const moves = ['knob', 'fader', 'expression'].includes(control.kind);
      return Array.from({ length: 1 + Math.floor(next() * 6) }, (_, i) => ({
        ...assignment({
          id: `${control.id}-${i}`,
          on: control.id,
          gesture: moves ? 'move' : 'press',
          message: { type: 'cc', channel: channel(1 + (at % 16)), number: u7(20 + i) },
          behaviour: moves ? range(0, 127) : fixed(127),
          meant: [],
        }),
        order: at * 10 + i,
        bank: or(banks),
        page: or(PAGES),
        layerId: next() < 0.4 ? null : (layers[Math.floor(next() * 3)]?.id ?? null),
      }));
    });
  return {
    ...rig,
    controllers: [{ ...unit, firmware: { ...unit.firmware, press: 'always-fires', pages: PAGES } }],
    controls: rig.controls.map((c) => ({
      ...c,
      side: next() < 0.5 ? ('left' as const) : ('right' as const),
      // An encoder that is pressed has a push.
      subControls: c.kind === 'encoder' ? ['push'] : c.subControls,
    })),
    layers,
    assignments,
  };
}

type Player = (controlId: string, bank: number, page: number, open: readonly Layer[]) => readonly string[];

/** What a control fires when it is pressed or moved at a place, with some layers opened in order: by the simulator alone. */
function playerOf(rig: Rig): Player {
  const index = indexRig(rig);
  const [controller] = rig.controllers;
  if (!controller) return () => [];
  const controlIds = rig.controls.map((c) => c.id);
  const program = compileController(index, { controller, controlIds, sysex: noSysex, place: null });
  return (controlId, bank, page, open) => {
    let state = startController(program, bank, page);
    let t = 0;
    for (const layer of open) {
      t += 2000;
      state = stepController(program, state, {
        type: 'press',
        controlId: layer.modifierControlId ?? '',
        t,
        velocity: null,
      }).state;
      // A latched one stays open as the foot goes.
      if (layer.mode === 'toggled')
        state = stepController(program, state, { type: 'release', controlId: layer.modifierControlId ?? '', t: t + 50 }).state;
    }
    t += 2000;
    const moves = ['knob', 'fader', 'expression'].includes(index.controls.get(controlId)?.kind ?? '');
    const { output } = stepController(
      program,
      state,
      moves ? { type: 'move', controlId, t, position: 0.7 } : { type: 'press', controlId, t, velocity: null },
    );
    const slots = output.filter((_, i) => i % 3 === 1);
    return [...new Set(slots.flatMap((slot) => program.armed[slot]?.assignment?.id ?? []))].sort();
  };
}

describe('what fires at a place', () => {
  it('is what the one rule says, in every bank, page and order of open layers (law, 100 random rigs)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const rig = scattered(seed);
        const index = indexRig(rig);
        const fired = playerOf(rig);
        const [a, b, c] = rig.layers;
        if (!a || !b || !c) return;
        const modifiers = new Set(rig.layers.map((l) => l.modifierControlId));
        const next = chance(seed + 2);
        for (const open of [[], [a], [b], [c], [a, b], [b, a], [c, a], [a, b, c], [c, b, a]])
          for (let bank = 1; bank <= (rig.controllers[0]?.firmware.banks ?? 1); bank++)
            for (let page = 1; page <= PAGES; page++)
              for (const control of rig.controls) {
                if (modifiers.has(control.id) || next() < 0.7) continue;
                const rows = index.assignmentsOf.get(control.id) ?? [];
                const at = { bank, page, layers: open.map((l) => l.id) };
                const said = resolve(rows, at, (id) => {
                  const layer = index.layers.get(id);
                  return layer && reaches(layer, control) ? layer : null;
                });
                expect(fired(control.id, bank, page, open)).toEqual(said.map((x) => x.id).sort());
                if (open.length > 1) continue;
                // The faceplate shows one of them, or nothing where nothing fires.
                const place = { bank, page, layerId: open[0]?.id ?? null };
                for (const gesture of ['press', 'move'] as const) {
                  const shown = effective(index, control, place, gesture);
                  const acts = said.filter((x) => x.gesture.type === gesture);
                  expect(shown === null).toBe(acts.length === 0);
                  if (shown) expect(acts.map((x) => x.id)).toContain(shown.assignment.id);
                }
              }
      }),
      { numRuns: 100 },
    );
  }, 60_000);
});

describe('found by the law', () => {
  const rig = (functions: readonly Parameters<typeof assignment>[0][], places: readonly Partial<Assignment>[]): Rig => {
    const made = withFunctions(
      smallRig([], { firmware: { pages: 2, banks: 2 } }),
      functions.map((f, i) => ({ ...assignment(f), order: i, ...places[i] })),
      [],
    );
    return made;
  };
  const on = (id: string, number: number) => ({ id, message: cc(number), behaviour: fixed(127), meant: [] });
  const two = [on('every', 1), on('here', 2)];
  it.each([
    ['a function of this page goes before one of every page', [{}, { page: 1 }]],
    ['a function of this bank goes before one of every bank', [{}, { bank: 1 }]],
    ['this bank on every page goes before this page in every bank', [{ page: 1 }, { bank: 1 }]],
    ['this bank and page go before this bank', [{ bank: 1 }, { bank: 1, page: 1 }]],
  ])('%s: one fires, and it is what the faceplate shows', (_what, places) => {
    const made = rig(two, places);
    const index = indexRig(made);
    const control = index.controls.get('fs1');
    if (!control) throw new Error('the small rig has a switch');
    expect(playerOf(made)('fs1', 1, 1, [])).toEqual(['here']);
    expect(effective(index, control, { bank: 1, page: 1, layerId: null }, 'press')?.assignment.id).toBe('here');
  });
  it('of every page shows through on a page, and is told to come from every one', () => {
    const index = indexRig(rig(two, [{}, { page: 2 }]));
    const control = index.controls.get('fs1');
    if (!control) throw new Error('the small rig has a switch');
    expect(actingAt(index, control, { bank: 1, page: 1, layerId: null }, 'press')).toMatchObject({
      assignment: { id: 'every' },
      from: 'every-bank',
    });
    expect(playerOf(index.rig)('fs1', 1, 1, [])).toEqual(['every']);
    expect(playerOf(index.rig)('fs1', 1, 2, [])).toEqual(['here']);
  });
  it('what the hardware holds under a layer of the host follows the same rule: Base of every page stands in on a page', () => {
    const made = rig([on('base', 1), on('hosted', 2)], [{}, { page: 1, layerId: 'host' }]);
    const layered = { ...made, layers: [{ ...smallLayer({ id: 'host' }), madeIn: 'host' as const }] };
    const index = indexRig(layered);
    const hosted = index.assignments.get('hosted');
    if (!hosted) throw new Error('made above');
    expect(baseAt(index, { controlId: 'fs1', gesture: 'press', bank: 1, page: 1 })?.id).toBe('base');
    expect(standInOf(index, hosted)?.id).toBe('base');
  });
  it('of several layers of the host the hardware holds what stands most exactly there, and of one place the one whose layer comes first', () => {
    const layers = ['late', 'early'].map((id, i) => ({ ...smallLayer({ id }), madeIn: 'host' as const, order: 2 - i }));
    const stand = (places: readonly Partial<Assignment>[]) => {
      const index = indexRig({
        ...rig(
          places.map((_, i) => on(`f${i}`, i + 1)),
          places,
        ),
        layers,
      });
      return index.rig.assignments.map((a) => standInOf(index, a)?.id ?? 'itself');
    };
    // Found by the law of the sheet: the order of rows, which nobody enters, decided.
    expect(stand([{ layerId: 'late' }, { layerId: 'early', bank: 2 }])).toEqual(['itself', 'itself']);
    expect(stand([{ layerId: 'early', bank: 2 }, { layerId: 'late' }])).toEqual(['itself', 'itself']);
    expect(stand([{ layerId: 'late' }, { layerId: 'early' }])).toEqual(['f1', 'itself']);
    expect(stand([{ layerId: 'early' }, { layerId: 'early' }, { layerId: 'late' }])).toEqual(['itself', 'itself', 'f0']);
  });
  it('tape names what acts in a bank, and not what this bank has its own in the place of', () => {
    const named = rig(two, [{ textShort: 'EVERY' }, { bank: 1, textShort: 'HERE' }]);
    const wordsIn = (bank: number): string => {
      const labels = makeLabels(indexRig(named), { controllerId: 'board', bank, page: null, distance: 600, tape: 12 });
      return JSON.stringify(labels?.paper ?? '');
    };
    expect(wordsIn(1)).toContain('HERE');
    expect(wordsIn(1)).not.toContain('EVERY');
    expect(wordsIn(2)).toContain('EVERY');
  });
  it('tape of one page names what acts there; of all pages each line of one page says which', () => {
    const named = indexRig(
      rig(
        [...two, on('third', 3)],
        [{ textShort: 'EVERY' }, { bank: 1, page: 2, textShort: 'SECOND' }, { bank: 1, page: 3, textShort: 'THIRD' }],
      ),
    );
    const paged = {
      ...named,
      controllers: new Map([...named.controllers].map(([id, c]) => [id, { ...c, firmware: { ...c.firmware, pages: 3 } }])),
    };
    const written = (page: number | null): readonly string[] =>
      (makeLabels(paged, { controllerId: 'board', bank: 1, page, distance: 400, tape: 36 })?.paper.pages ?? []).flatMap((p) =>
        p.ink.flatMap((i) => (i.type === 'text' && /EVERY|SECOND|THIRD/.test(i.text) ? [i.text] : [])),
      );
    expect(written(1)).toEqual(['EVERY']);
    expect(written(2)).toEqual(['SECOND']);
    expect(written(3)).toEqual(['THIRD']);
    expect([...written(null)].sort()).toEqual(['EVERY', 'page 2: SECOND', 'page 3: THIRD']);
  });
  it('a layer that does not reach a control changes nothing there', () => {
    const index = indexRig({
      ...rig(two, [{}, { layerId: 'far' }]),
      layers: [{ ...smallLayer({ id: 'far' }), scope: { type: 'controller', controllerId: 'other' } }],
    });
    const control = index.controls.get('fs1');
    if (!control) throw new Error('the small rig has a switch');
    expect(actingAt(index, control, { bank: 1, page: 1, layerId: 'far' }, 'press')).toMatchObject({
      assignment: { id: 'every' },
      from: 'base',
    });
    expect(inLayer(index.assignmentsOf.get('fs1') ?? [], { bank: 1, page: 1, layers: [] }, null).map((a) => a.id)).toEqual([
      'every',
    ]);
  });
});
