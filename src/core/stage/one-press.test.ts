// One press instead: whatever is offered is played by itself, and leads into its section by fewer gestures, in time, or at all.
import { describe, expect, it } from 'vitest';
import { assignment, cc, continuous, landing, latching, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { apply, type Firmware, indexRig, type Rig } from '../rig';
import { noPressWords, type OnePressFound, onePress, onePressWords, transitionsOf } from './index';

/** Two latches and a tail that no control moves; a song that wants them, over banks of 1 bar. */
function show(change: { readonly free?: boolean; readonly tail?: number; readonly firmware?: Partial<Firmware> } = {}): Rig {
  const rig = withFunctions(
    smallRig([parameter('drone', { order: 1 }), parameter('choir', { order: 2 }), continuous('tail', 0, 100, { order: 3 })], {
      // Nothing but presses, where no switch is to be free.
      firmware: {
        banks: 1,
        messagesPerGesture: 4,
        ...(change.free === false ? { gestures: ['press'] } : {}),
        ...change.firmware,
      },
    }),
    [
      assignment({ id: 'a1', on: 'fs1', message: cc(20), behaviour: latching(127, 0), meant: ['drone'] }),
      assignment({ id: 'a2', on: 'fs2', message: cc(21), behaviour: latching(127, 0), meant: ['choir'] }),
      ...(change.free === false
        ? [assignment({ id: 'a3', on: 'mod', message: cc(22), behaviour: latching(127, 0), meant: [] })]
        : []),
    ],
    [landing('drone', { id: 'l1', address: cc(20) }), landing('choir', { id: 'l2', address: cc(21) })],
  );
  const values = [
    { parameterId: 'drone', value: 1 },
    { parameterId: 'choir', value: 1 },
    ...(change.tail === undefined ? [] : [{ parameterId: 'tail', value: change.tail }]),
  ];
  return {
    ...rig,
    scenes: [{ id: 'all', order: 1, name: 'All', values, assignmentId: null, note: '' }],
    songs: [
      {
        id: 'song',
        order: 1,
        name: 'Song',
        bpm: 120,
        beatsPerBar: 4,
        note: '',
        sections: [
          { name: 'Quiet', bars: 4, sceneId: null, bank: null },
          { name: 'Loud', bars: 4, sceneId: 'all', bank: null },
        ],
      },
    ],
  };
}

let made = 0;
const found = (rig: Rig, at = 1): OnePressFound => onePress(indexRig(rig), 'song', at, () => `n${made++}`);
const offersOf = (rig: Rig) => {
  const answer = found(rig);
  return answer.type === 'offers' ? answer.offers : [];
};
/** Gestures into the second section, played anew. */
const gestures = (rig: Rig): number | null => {
  const way = [...transitionsOf(indexRig(rig))][1]?.way;
  return way?.type === 'way' ? way.cost.gestures : null;
};

describe('one press instead', () => {
  it('two presses become one, and the edit keeps what it says', () => {
    const rig = show();
    expect(gestures(rig)).toBe(2);
    const [offer] = offersOf(rig);
    if (!offer) throw new Error('nothing offered');
    expect([offer.control?.id, offer.before, offer.after, offer.saves, offer.longer]).toEqual(['mod', 2, 1, 1, []]);
    const done = apply(rig, offer.edit);
    expect(done.ok && gestures(done.value)).toBe(1);
    const words = onePressWords(indexRig(rig), offer);
    expect([words.head, ...words.lines]).toEqual([
      'MOD on Board',
      '2 gestures become 1.',
      'The whole set takes 1 gesture fewer.',
      expect.stringMatching(/^\d+ lines to enter, about \d+ minutes?\.$/),
    ]);
  });
  it('where no switch is free a hold is, and a double tap where that is used too; never with a chord on it', () => {
    const waits = {
      free: false,
      firmware: { gestures: ['press', 'hold', 'double-tap', 'chord'], press: 'waits' } satisfies Partial<Firmware>,
    };
    const rig = show(waits);
    const offers = offersOf(rig);
    expect(offers.map((o) => [o.gesture, o.after])).toEqual([
      ['hold', 1],
      ['hold', 1],
    ]);
    const [offer] = offers;
    if (!offer) throw new Error('nothing offered');
    expect(onePressWords(indexRig(rig), offer).head).toMatch(/^Holding (FS1|FS2|MOD) on Board$/);
    const done = apply(rig, offer.edit);
    expect(done.ok && gestures(done.value)).toBe(1);
    const held = rig.assignments.map((a) => ({ ...a, id: `${a.id} held`, gesture: { type: 'hold' as const } }));
    expect(offersOf({ ...rig, assignments: [...rig.assignments, ...held] }).map((o) => o.gesture)).toEqual([
      'double-tap',
      'double-tap',
    ]);
    const chords = rig.assignments.map((a, i) => ({
      ...a,
      id: `${a.id} chord`,
      gesture: { type: 'chord' as const, with: ['fs2', 'mod', 'fs1'][i] ?? '', windowMs: 50, singlesFire: false },
    }));
    expect(found({ ...rig, assignments: [...rig.assignments, ...chords] }).type).toBe('no-switch');
  });
  it('a hold by which the press fires as well takes a press more to turn back what it turned', () => {
    // The press fires as well, and turns what should stay.
    const rig = show({ free: false, firmware: { gestures: ['press', 'hold'], press: 'always-fires' } });
    const scenes: Rig['scenes'] = [
      {
        id: 'all',
        order: 1,
        name: 'All',
        values: [
          { parameterId: 'choir', value: 1 },
          { parameterId: 'tail', value: 40 },
        ],
        assignmentId: null,
        note: '',
      },
    ];
    const taken = new Map(offersOf({ ...rig, scenes }).map((o) => [o.control?.id, o.after]));
    expect([taken.get('fs1'), taken.get('fs2')]).toEqual([2, 1]);
  });
  it('a value that nothing moves can be reached then', () => {
    const rig = show({ tail: 40 });
    expect(gestures(rig)).toBeNull();
    const [offer] = offersOf(rig);
    expect([offer?.before, offer?.after]).toEqual([null, 1]);
    const done = offer && apply(rig, offer.edit);
    expect(done?.ok && gestures(done.value)).toBe(1);
  });
  it('says why there is none: nothing wanted, no switch free, nothing better', () => {
    expect(found(show(), 0).type).toBe('nothing-wanted');
    expect(found(show({ free: false })).type).toBe('no-switch');
    const one: Rig = {
      ...show(),
      scenes: [{ id: 'all', order: 1, name: 'All', values: [{ parameterId: 'drone', value: 1 }], assignmentId: null, note: '' }],
    };
    expect(found(one).type).toBe('none-better');
    for (const words of Object.values(noPressWords)) expect(words).toMatch(/\.$/);
  });
  it('mends nothing where the next section would be too late for it: what latches is not where it was', () => {
    const three = (bars: { readonly beats: number }): Rig => {
      const rig = withFunctions(
        smallRig(
          ['drone', 'choir', 'bell'].map((id, order) => parameter(id, { order })),
          { firmware: { banks: 1, messagesPerGesture: 4 } },
        ),
        ['fs1', 'fs2', 'mod'].map((on, i) =>
          assignment({
            id: `a${i}`,
            on,
            message: cc(20 + i),
            behaviour: latching(127, 0),
            meant: [['drone', 'choir', 'bell'][i] ?? ''],
          }),
        ),
        ['drone', 'choir', 'bell'].map((id, i) => landing(id, { id: `l${i}`, address: cc(20 + i) })),
      );
      const [fs1] = rig.controls;
      if (!fs1) throw new Error('the small rig has a switch');
      const scene = (id: string, values: readonly (readonly [string, number])[]) => ({
        id,
        order: 1,
        name: id,
        values: values.map(([parameterId, value]) => ({ parameterId, value })),
        assignmentId: null,
        note: '',
      });
      const section = (sceneId: string | null) => ({ name: sceneId ?? 'Quiet', bars: 4, sceneId, bank: null });
      return {
        ...rig,
        controls: [...rig.controls, { ...fs1, id: 'pad', name: 'PAD', order: 9, x: fs1.x + 20 }],
        scenes: [
          scene('all', [
            ['drone', 1],
            ['choir', 1],
            ['bell', 1],
          ]),
          scene('less', [
            ['drone', 0],
            ['choir', 0],
          ]),
        ],
        songs: [
          {
            id: 'song',
            order: 1,
            name: 'Song',
            bpm: 300,
            beatsPerBar: bars.beats,
            note: '',
            sections: [section(null), section('all'), section('less')],
          },
        ],
      };
    };
    const late = (rig: Rig): readonly (boolean | null)[] =>
      [...transitionsOf(indexRig(rig))].map(({ way }) => (way.type === 'way' ? way.cost.late : null));
    // Three presses do not fit in a bar of two beats, and two do; four for the next section would not.
    expect(late(three({ beats: 2 }))).toEqual([false, true, false]);
    expect(found(three({ beats: 2 })).type).toBe('none-better');
    // Where the section before lasts until it ends, there is time for four, and it is offered.
    const alone = three({ beats: 2 });
    const [song] = alone.songs;
    if (!song) throw new Error('it has a song');
    const [first, second, third] = song.sections;
    if (!first || !second || !third) throw new Error('it has three sections');
    const slow: Rig = { ...alone, songs: [{ ...song, sections: [first, { ...second, bars: 0 }, third] }] };
    const [offer] = offersOf(slow);
    expect([offer?.before, offer?.after, offer?.longer]).toEqual([3, 1, ['less']]);
  });
});

describe('one press by arriving at a bank', () => {
  const banked = (banks: number, change: Partial<Rig> = {}): Rig => {
    const rig = show({ free: false });
    return {
      ...rig,
      controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, banks, bankButtons: true } })),
      assignments: rig.assignments.map((a) => ({ ...a, bank: 1 })),
      ...change,
    };
  };
  it('a spare bank beside the one where the player stands sends all of it; that its unit can is not claimed', () => {
    const rig = banked(3);
    const [offer, ...more] = offersOf(rig);
    if (!offer) throw new Error('nothing offered');
    expect([offer.control, offer.bank, offer.before, offer.after, more.length]).toEqual([null, 2, 2, 1, 0]);
    const done = apply(rig, offer.edit);
    if (!done.ok) throw new Error('the edit is refused');
    expect(gestures(done.value)).toBe(1);
    expect(done.value.arrivals).toMatchObject([{ controllerId: 'board', bank: 2, page: null, atStart: false }]);
    const { head, lines } = onePressWords(indexRig(rig), offer);
    expect(head).toMatch(/^Arriving at bank 2.* of Board$/);
    expect(lines[0]).toContain('nobody stated it');
  });
  it('none where both banks beside it are taken, by a function or by what is done on arriving', () => {
    const two = banked(3);
    const [one] = two.assignments;
    const [arrival] = (() => {
      const done = apply(two, offersOf(two)[0]?.edit ?? { type: 'batch', label: '', edits: [] });
      return done.ok ? done.value.arrivals : [];
    })();
    if (!one || !arrival) throw new Error('nothing to take them');
    const taken: Rig = { ...two, assignments: [...two.assignments, { ...one, id: 'x', bank: 3 }], arrivals: [arrival] };
    expect(found(taken).type).toBe('no-switch');
    expect(found({ ...two, arrivals: [{ ...arrival, bank: null }] }).type).toBe('no-switch');
    // Round past the first one lies the last.
    const round: Rig = { ...two, arrivals: [arrival] };
    expect(offersOf(round).map((o) => [o.control, o.bank])).toEqual([[null, 3]]);
  });
});

describe('one press by a preset', () => {
  /** A sound that holds what the scene wants: three values, of which a press that may send one message can set none but one. */
  function stored(change: { readonly choir?: number; readonly stored?: boolean } = {}): Rig {
    const rig = show({ tail: 40 });
    const sound = parameter('sound', { kind: 'stepped', lowest: 0, highest: 2, steps: ['Dry', 'Wide', 'Dark'], order: 4 });
    return {
      ...rig,
      controllers: rig.controllers.map((c) => ({ ...c, firmware: { ...c.firmware, messagesPerGesture: 1 } })),
      parameters: [...rig.parameters, sound],
      presets: [
        {
          id: 'wide',
          order: 1,
          parameterId: 'sound',
          step: 1,
          stored: change.stored ?? true,
          rest: 'stays',
          values: [
            { parameterId: 'drone', value: 1 },
            { parameterId: 'choir', value: change.choir ?? 1 },
            { parameterId: 'tail', value: 40 },
          ],
          entered: null,
          note: '',
        },
      ],
    };
  }

  it('leads where no message by itself does, and says which one it loads', () => {
    const rig = stored();
    expect(gestures(rig)).toBe(null);
    const [offer] = offersOf(rig);
    if (!offer) throw new Error('none offered');
    expect(offer).toMatchObject({ before: null, after: 1, preset: { parameterId: 'sound', step: 1, holds: 3 } });
    const words = onePressWords(indexRig(rig), offer);
    expect(words.head).toContain('loading sound “Wide”');
    expect(words.lines).toContain('The preset holds 3 of the values that are wanted.');
    const done = apply(rig, offer.edit);
    expect(done.ok && gestures(done.value)).toBe(1);
  });
  it('leaves to another press what it holds otherwise, and is nothing where nothing is stored', () => {
    const rig = stored({ choir: 0 });
    const [offer] = offersOf(rig);
    expect(offer).toMatchObject({ before: null, after: 2, preset: { holds: 2 } });
    expect(offer?.left.map((l) => l.parameterId)).toEqual(['choir']);
    const done = offer && apply(rig, offer.edit);
    expect(done?.ok && gestures(done.value)).toBe(2);
    expect(offersOf(stored({ stored: false })).filter((o) => o.preset !== null)).toEqual([]);
  });
});
