// MIDI clock between targets: who follows whom, written a second time and held against the simulator. Source: MIDI 1.0, system real time messages: they have no channel, and a
// filter lets them through or not like any other kind (here: where it lets start through). 24 clocks to a quarter note say a tempo and nothing else. What a program does
// with its own tempo while it follows is common practice, no source: nothing else moves it.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { openSession, playSession, type ChainEvent as SessionEvent, usualSetup, VALUE } from '@/core/bench';
import { indexRig, type Reception, type Rig, type ScriptEvent, type Target, type Wire } from '@/core/rig';
import { mouse, played, tap } from '../kit/hand';
import { assignment, cc, continuous, fixed, landing, outcomeOf, parameter, smallRig, withFunctions } from '../kit/small-rig';

type Clock = NonNullable<Reception['clock']>;
interface Lead {
  readonly from: number;
  readonly to: number;
  readonly types: readonly string[] | null;
  readonly remote: boolean;
  readonly passesOn: boolean;
}
interface Band {
  readonly clocks: readonly Clock[];
  readonly starts: readonly number[];
  readonly leads: readonly Lead[];
}

const COUNT = 4;
const tempoOf = (at: number): string => `tempo${at}`;
/** The third goes no further than 40 to 160. */
const ends = (at: number): readonly [number, number] => (at === 2 ? [40, 160] : [20, 300]);

function bandRig({ clocks, starts, leads }: Band, change: Partial<Reception> = {}): Rig {
  const bare = smallRig(
    clocks.map((_, at) =>
      continuous(tempoOf(at), ...ends(at), {
        unit: 'BPM',
        start: Math.min(ends(at)[1], starts[at] ?? 120),
        order: at,
        targetId: `t${at}`,
      }),
    ),
  );
  const [target] = bare.targets;
  const [wire] = bare.wires;
  if (!target || !wire) throw new Error('no gear');
  return {
    ...bare,
    targets: clocks.map(
      (clock, at): Target => ({
        ...target,
        id: `t${at}`,
        order: at,
        name: `T${at}`,
        reception: { ...target.reception, ...change, clock },
      }),
    ),
    wires: [
      { ...wire, to: { unitId: 't0', port: '' } },
      ...leads.map(
        (lead, i): Wire => ({
          ...wire,
          id: `w${i}`,
          order: i + 2,
          from: { unitId: `t${lead.from}`, port: '' },
          to: { unitId: `t${lead.to}`, port: '' },
          types: lead.types && [...lead.types],
          forRemote: lead.remote,
          passesOn: lead.passesOn,
        }),
      ),
    ],
  };
}

/** Who hears the clock of one, a second time: over each wire that lets start through for remote control, and on from there where a wire passes it on. */
function heardBy(from: number, { leads }: Band): ReadonlySet<number> {
  const heard = new Set<number>();
  const gone = new Set<Lead>();
  const go = (at: number, first: boolean): void => {
    for (const lead of leads) {
      if (lead.from !== at || gone.has(lead) || !(first || lead.passesOn)) continue;
      if (lead.types !== null && !lead.types.includes('start')) continue;
      gone.add(lead);
      if (lead.remote) heard.add(lead.to);
      go(lead.to, false);
    }
  };
  go(from, true);
  return heard;
}

const someBand: fc.Arbitrary<Band> = fc.record({
  clocks: fc.array(fc.constantFrom<Clock>('sent', 'followed', 'followed', 'ignored'), { minLength: COUNT, maxLength: COUNT }),
  starts: fc.array(fc.constantFrom(60, 96, 120, 200), { minLength: COUNT, maxLength: COUNT }),
  // None leads back: what goes round is another law's.
  leads: fc
    .array(
      fc.record({
        from: fc.nat(COUNT - 1),
        to: fc.nat(COUNT - 1),
        types: fc.constantFrom(null, null, ['cc', 'note'], ['cc', 'start', 'stop']),
        remote: fc.constantFrom(true, true, true, false),
        passesOn: fc.boolean(),
      }),
      { maxLength: 6 },
    )
    .map((all) =>
      all.flatMap((l) => (l.from === l.to ? [] : [{ ...l, from: Math.min(l.from, l.to), to: Math.max(l.from, l.to) }])),
    ),
});

describe('a clock', () => {
  it('is followed by whom it comes to, from the start, as far as their tempo goes; nothing else moves that', () => {
    fc.assert(
      fc.property(
        someBand,
        fc.array(fc.tuple(fc.nat(COUNT - 1), fc.constantFrom(30, 100, 140, 250)), { maxLength: 6 }),
        (band, hands) => {
          const leads = band.clocks.map((c, at) =>
            c === 'sent' ? [...heardBy(at, band)].filter((f) => band.clocks[f] === 'followed') : [],
          );
          // Two clocks at one program: whose it follows nobody knows.
          fc.pre(band.clocks.every((_, at) => leads.filter((l) => l.includes(at)).length < 2));
          const kept = (at: number, bpm: number): number => Math.max(ends(at)[0], Math.min(ends(at)[1], bpm));
          const tempo = band.clocks.map((_, at) => kept(at, band.starts[at] ?? 120));
          const follow = (from: number): void => {
            for (const at of leads[from] ?? []) tempo[at] = kept(at, tempo[from] ?? 0);
          };
          for (let at = 0; at < COUNT; at++) follow(at);
          const events: ScriptEvent[] = [];
          const check = (): void => {
            const now = played(bandRig(band), events);
            expect(tempo.map((_, at) => now.at(tempoOf(at)))).toEqual(tempo);
          };
          check();
          hands.forEach(([at, bpm], i) => {
            events.push(mouse(tempoOf(at), i * 1000, kept(at, bpm)));
            if (!leads.some((l) => l.includes(at))) {
              tempo[at] = kept(at, bpm);
              follow(at);
            }
            check();
          });
        },
      ),
      { numRuns: 200, seed: 20261130 },
    );
  });

  const pair: Band = {
    clocks: ['sent', 'followed'],
    starts: [120, 90],
    leads: [{ from: 0, to: 1, types: null, remote: true, passesOn: false }],
  };
  /** One footswitch taps the tempo of the first, another launches something at the beat of the second. */
  const tapped = (band: Band): Rig => {
    const bare = bandRig(band, { launchQuantisation: 'beat', modes: ['tap', 'trigger', 'absolute'] });
    const [wire] = bare.wires;
    const rig: Rig = {
      ...bare,
      parameters: [...bare.parameters, parameter('cue', { kind: 'trigger', order: 9, targetId: 't1' })],
      wires: wire ? [...bare.wires, { ...wire, id: 'second', order: 9, to: { unitId: 't1', port: '' } }] : bare.wires,
    };
    return withFunctions(
      rig,
      [
        assignment({ id: 'taps', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: [tempoOf(0)] }),
        assignment({ id: 'cue', on: 'fs2', message: cc(21), behaviour: fixed(127), meant: ['cue'] }),
      ],
      [
        { ...landing(tempoOf(0), { address: cc(20), mode: 'tap', from: 20, to: 300 }), targetId: 't0' },
        { ...landing('cue', { address: cc(21), mode: 'trigger' }), targetId: 't1' },
      ],
    );
  };

  it('carries taps on: what is launched there waits for the beat of the one that sends it', () => {
    const taps = [0, 500, 1000].flatMap((t) => tap('fs1', t));
    const now = played(tapped(pair), [...taps, ...tap('fs2', 1600)]);
    expect(now.at(tempoOf(1))).toBe(120);
    const slower = [0, 750, 1500].flatMap((t) => tap('fs1', t));
    expect(played(tapped(pair), slower).at(tempoOf(1))).toBe(80);
    const started = (band: Band): number | undefined =>
      played(tapped(band), [...slower, ...tap('fs2', 1600)]).values.find((v) => v.includes('cue')) === undefined
        ? undefined
        : Number.parseFloat(played(tapped(band), [...slower, ...tap('fs2', 1600)]).values.find((v) => v.includes('cue')) ?? '');
    // At 80 beats a minute the next beat is at 2250 ms; by itself, at 90, it would be at 2000.
    expect(started(pair)).toBe(2250);
    expect(started({ ...pair, leads: [] })).toBe(2000);
  });

  it('takes along what lasts so many beats there', () => {
    const rig = tapped(pair);
    const echo: Rig = {
      ...rig,
      parameters: [
        ...rig.parameters.map((p) =>
          p.id === tempoOf(1)
            ? { ...p, drives: [{ parameterId: 'delay', from: 1, to: 2000, curve: { type: 'linear' as const }, beats: 0.75 }] }
            : p,
        ),
        continuous('delay', 1, 2000, { unit: 'ms', start: 400, order: 12, targetId: 't1' }),
      ],
    };
    expect(played(echo, []).at('delay')).toBe(400);
    // 80 beats a minute: a beat lasts 750 ms, three quarters of it 562.5.
    expect(
      played(
        echo,
        [0, 750, 1500].flatMap((t) => tap('fs1', t)),
      ).at('delay'),
    ).toBe(562.5);
  });

  it('is not known where a preset does not say how fast the one that sends it is, until that is known again', () => {
    const rig = tapped(pair);
    const loaded: Rig = {
      ...rig,
      parameters: [
        ...rig.parameters,
        parameter('sound', { kind: 'stepped', highest: 1, steps: ['A', 'B'], order: 13, targetId: 't0' }),
      ],
      presets: [
        { id: 'b', order: 1, parameterId: 'sound', step: 1, stored: true, rest: 'unknown', values: [], entered: null, note: '' },
      ],
    };
    const now = played(loaded, [mouse('sound', 0, 1)]);
    expect([now.at(tempoOf(0)), now.at(tempoOf(1))]).toEqual([Number.NaN, Number.NaN]);
    const again = played(loaded, [mouse('sound', 0, 1), mouse(tempoOf(0), 1000, 96)]);
    expect(again.at(tempoOf(1))).toBe(96);
  });

  it('is all that moves a tempo that follows it: a press for that does nothing', () => {
    const rig = tapped(pair);
    const held = withFunctions(
      rig,
      [assignment({ id: 'own', on: 'fs2', message: cc(30), behaviour: fixed(127), meant: [tempoOf(1)] })],
      [{ ...landing(tempoOf(1), { address: cc(30), mode: 'tap', from: 20, to: 300 }), targetId: 't1' }],
    );
    const outcome = outcomeOf(held, 'own');
    expect(outcome.type === 'played' && outcome.effects.map((e) => e.did.type)).toEqual(['never-reacts']);
  });
});

describe('a clock over a wire that is pulled, or from outside', () => {
  const two = (clocks: readonly Clock[]): Rig =>
    bandRig({ clocks, starts: [96, 120], leads: [{ from: 0, to: 1, types: null, remote: true, passesOn: false }] });
  const tempos = (rig: Rig, events: readonly SessionEvent[]) => {
    const session = openSession(indexRig(rig), usualSetup);
    const { session: now } = playSession(session, events, 10_000);
    return ['tempo0', 'tempo1'].map((id) => now.state.targets.values[now.chain.targets.slots.get(id) ?? -1]);
  };
  it('says nothing while the wire is pulled, and is taken up again with it', () => {
    const rig = two(['sent', 'followed']);
    const pull = (atMs: number, connected: boolean) => ({ do: 'plug', atMs, on: 'w0', connected }) as const;
    expect(tempos(rig, [mouse('tempo0', 100, 140)])).toEqual([140, 140]);
    expect(tempos(rig, [pull(50, false), mouse('tempo0', 100, 140)])).toEqual([140, 96]);
    // Its own tempo is its own again.
    expect(tempos(rig, [pull(50, false), mouse('tempo1', 100, 77)])).toEqual([96, 77]);
    expect(tempos(rig, [pull(50, false), mouse('tempo0', 100, 140), pull(200, true)])).toEqual([140, 140]);
    // And it is written down as it is taken up.
    const { trace } = playSession(
      openSession(indexRig(rig), usualSetup),
      [pull(50, false), mouse('tempo0', 100, 140), pull(200, true)],
      10_000,
    );
    const values = trace.kind.flatMap((kind, i) => (kind === VALUE ? [`${trace.t[i]} ${trace.b[i]}`] : []));
    expect(values).toEqual(['100 140', '200 140']);
  });
  it('moves who follows one that nobody on the rig sends, and nobody else', () => {
    const outside = (bpm: number) => ({ do: 'clock', atMs: 100, on: 'board', bpm }) as const;
    expect(tempos(two(['followed', 'followed']), [outside(133)])).toEqual([133, 120]);
    expect(tempos(two(['ignored', 'ignored']), [outside(133)])).toEqual([96, 120]);
    // The second one hears it too where the first passes it on, as far as its tempo goes.
    const passed = two(['followed', 'followed']);
    const hub = { ...passed, wires: passed.wires.map((w) => (w.id === 'w0' ? { ...w, passesOn: true } : w)) };
    expect(tempos(hub, [outside(400)])).toEqual([300, 300]);
    expect(tempos(two(['sent', 'followed']), [outside(133)])).toEqual([96, 96]);
  });
});

describe('the clock of a controller', () => {
  interface OwnBand {
    readonly bpm: number | null;
    readonly follows: readonly boolean[];
    readonly types: readonly (readonly string[] | null)[];
    readonly sets: number;
  }
  /** One switch taps it, another sets it; it goes to each target over a wire of its own. */
  const ownRig = ({ bpm, follows, types, sets }: OwnBand): Rig => {
    const rig = bandRig({ clocks: follows.map((f) => (f ? 'followed' : 'ignored')), starts: follows.map(() => 120), leads: [] });
    const [wire] = rig.wires;
    if (!wire) throw new Error('no wire');
    const does = (id: string, on: string, to: number | null) => ({
      ...assignment({ id, on, message: cc(1), behaviour: fixed(0), meant: [] }),
      actions: [{ type: 'tempo' as const, bpm: to }],
    });
    return withFunctions(
      {
        ...rig,
        controllers: rig.controllers.map((c) => ({ ...c, clock: bpm === null ? null : { bpm } })),
        wires: follows.map((_, at) => ({
          ...wire,
          id: `own${at}`,
          to: { unitId: `t${at}`, port: '' },
          types: types[at] ? [...(types[at] ?? [])] : null,
        })),
      },
      [does('taps', 'fs1', null), does('sets', 'fs2', sets)],
      [],
    );
  };
  const someOwn: fc.Arbitrary<OwnBand> = fc.record({
    bpm: fc.constantFrom(null, 60, 96, 132.5),
    follows: fc.array(fc.boolean(), { minLength: COUNT, maxLength: COUNT }),
    types: fc.array(fc.constantFrom(null, null, ['cc'], ['cc', 'start']), { minLength: COUNT, maxLength: COUNT }),
    sets: fc.constantFrom(30, 100, 180),
  });
  const kept = (at: number, bpm: number): number => Math.max(ends(at)[0], Math.min(ends(at)[1], bpm));
  it('begins as it is set, is tapped and set by switches, and is followed by whom it comes to', () => {
    const presses = fc.array(fc.record({ taps: fc.boolean(), gap: fc.constantFrom(300, 500, 750, 2000, 2001, 4000) }), {
      maxLength: 9,
    });
    fc.assert(
      fc.property(someOwn, presses, (own, all) => {
        let bpm = own.bpm;
        let taps: number[] = [];
        let t = 0;
        const events: ScriptEvent[] = [];
        for (const { taps: isTap, gap } of all) {
          t += gap;
          events.push(...tap(isTap ? 'fs1' : 'fs2', t, 20));
          if (bpm === null) continue;
          if (!isTap) bpm = own.sets;
          else {
            const last = taps.at(-1);
            taps = last === undefined || t - last > 2000 ? [t] : [...taps, t].slice(-5);
            const [first = t] = taps;
            if (taps.length > 1) bpm = (60_000 * (taps.length - 1)) / (t - first);
          }
        }
        const now = played(ownRig(own), events);
        own.follows.forEach((follows, at) => {
          const comes = follows && bpm !== null && (own.types[at]?.includes('start') ?? true);
          expect(now.at(tempoOf(at))).toBeCloseTo(kept(at, comes ? (bpm ?? 0) : 120), 9);
        });
      }),
      { numRuns: 200, seed: 20261130 },
    );
  });
  const plain: OwnBand = { bpm: 96, follows: [true, false, false, false], types: [null, null, null, null], sets: 180 };
  const tempo = (rig: Rig, events: readonly SessionEvent[]) => {
    const { session: now } = playSession(openSession(indexRig(rig), usualSetup), events, 10_000);
    return now.state.targets.values[now.chain.targets.slots.get('tempo0') ?? -1];
  };
  it('goes by its wire: pulled, it is followed no more; plugged in, it is taken up as fast as it goes by then', () => {
    const rig = ownRig(plain);
    const pull = (atMs: number, connected: boolean) => ({ do: 'plug', atMs, on: 'own0', connected }) as const;
    expect(tempo(rig, tap('fs2', 100))).toBe(180);
    expect(tempo(rig, [pull(50, false), ...tap('fs2', 100)])).toBe(96);
    expect(tempo(rig, [pull(50, false), ...tap('fs2', 100), pull(300, true)])).toBe(180);
  });
  it('is moved by the real one that stands in for it, and by no mouse', () => {
    const rig = ownRig(plain);
    expect(tempo(rig, [{ do: 'clock', atMs: 100, on: 'board', bpm: 111 }])).toBe(111);
    const other = {
      ...rig,
      controllers: [
        ...rig.controllers,
        { ...(rig.controllers[0] as never as (typeof rig.controllers)[number]), id: 'two', clock: null, order: 2 },
      ],
    };
    expect(tempo(other, [{ do: 'clock', atMs: 100, on: 'two', bpm: 111 }])).toBe(96);
  });
});
