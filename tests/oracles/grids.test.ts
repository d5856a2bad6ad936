// Banks of channels that move over their rows as well, and to what is selected: written a second time from what is said of them, and held against the simulator after every
// hand by chance. Of the program it knows the types. What a real host does is common practice, no source: what is under the controller is what it moves, never less is
// shown than there is room for, a row that has nothing there is moved by nothing, and the bank goes to the last of its places that begins no later than the selected strip.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ChannelBank, Rig, ScriptEvent } from '@/core/rig';
import { mouse, moveTo, played, tap } from '../kit/hand';
import { assignment, cc, continuous, fixed, landing, parameter, range, smallRig, withFunctions } from '../kit/small-rig';

interface Grid {
  readonly width: number;
  readonly height: number;
  readonly stride: number;
  readonly over: number;
  /** Strips of each row. */
  readonly rows: readonly number[];
  /** What brings it to the selected strip. */
  readonly brought: 'by nothing' | 'as it changes' | 'by a press';
}

type Hand =
  | { readonly do: 'knob'; readonly row: number; readonly at: number; readonly position: number }
  | { readonly do: 'along'; readonly to: number }
  | { readonly do: 'over'; readonly to: number }
  | { readonly do: 'select'; readonly to: number }
  | { readonly do: 'bring' };

const steps = (count: number): Pick<Rig['parameters'][number], 'kind' | 'highest' | 'steps'> => ({
  kind: 'stepped',
  highest: count - 1,
  steps: Array.from({ length: count }, (_, i) => `S${i}`),
});

const cell = (row: number, at: number): string => `r${row}s${at}`;
const most = (grid: Grid): number => Math.max(...grid.rows);
/** Places in one direction: one more than is needed, so that going past the end is tried too. */
const placesOf = (many: number, shown: number, by: number): number => Math.max(1, Math.ceil((many - shown) / by)) + 1;

function gridRig(grid: Grid): Rig {
  const { width, height, stride, over, rows, brought } = grid;
  const bank: ChannelBank = {
    name: 'Grid',
    moved: 'along',
    width,
    stride,
    lanes: rows.map((many, r) => Array.from({ length: many }, (_, s) => cell(r, s))),
    rows: { moved: 'over', height, stride: over },
    ...(brought === 'by nothing' ? {} : { toSelected: { selected: 'select', by: brought === 'by a press' ? 'bring' : null } }),
  };
  const bare = smallRig([
    ...bank.lanes.flat().map((id, i) => continuous(id, 0, 127, { order: i })),
    parameter('along', { ...steps(placesOf(most(grid), width, stride)), order: 200 }),
    parameter('over', { ...steps(placesOf(rows.length, height, over)), order: 201 }),
    parameter('select', { ...steps(Math.max(2, most(grid))), order: 202 }),
    parameter('bring', { kind: 'trigger', order: 203 }),
  ]);
  const shown = Array.from({ length: height }, (_, r) => Array.from({ length: width }, (_, s) => ({ r, s })))
    .flat()
    .filter(({ r, s }) => s < (rows[r] ?? 0));
  const knob = bare.controls.find((c) => c.id === 'k1');
  return withFunctions(
    {
      ...bare,
      controls: [
        ...bare.controls,
        ...shown.flatMap(({ r, s }) => (knob ? [{ ...knob, id: `k${cell(r, s)}`, order: 20 + r * 9 + s }] : [])),
      ],
      targets: bare.targets.map((t) => ({ ...t, channelBanks: [bank] })),
    },
    [
      ...shown.map(({ r, s }) =>
        assignment({
          id: `a${cell(r, s)}`,
          on: `k${cell(r, s)}`,
          gesture: 'move',
          message: cc(40 + r * 9 + s),
          behaviour: range(0, 127),
          meant: [cell(r, s)],
        }),
      ),
      assignment({ id: 'b', on: 'fs1', message: cc(20), behaviour: fixed(127), meant: ['bring'] }),
    ],
    [
      ...shown.map(({ r, s }) => landing(cell(r, s), { id: `l${cell(r, s)}`, address: cc(40 + r * 9 + s), to: 127 })),
      landing('bring', { id: 'lb', address: cc(20), mode: 'trigger' }),
    ],
  );
}

/** The second reading. */
class SecondGrid {
  readonly cells = new Map<string, number>();
  private readonly sent = new Map<string, number>();
  along = 0;
  private over = 0;
  private selected = 0;
  constructor(private readonly grid: Grid) {
    grid.rows.forEach((many, r) => {
      for (let s = 0; s < many; s++) this.cells.set(cell(r, s), 0);
    });
  }
  private bring(): void {
    const { width, stride } = this.grid;
    for (let place = 0; place * stride <= this.selected; place++) {
      this.along = place;
      if (place * stride + width >= most(this.grid)) break;
    }
  }
  does(hand: Hand): void {
    const { width, height, stride, over, rows, brought } = this.grid;
    if (hand.do === 'along') this.along = hand.to;
    else if (hand.do === 'over') this.over = hand.to;
    else if (hand.do === 'select') {
      const other = this.selected !== hand.to;
      this.selected = hand.to;
      if (other && brought === 'as it changes') this.bring();
    } else if (hand.do === 'bring') {
      if (brought === 'by a press') this.bring();
    } else {
      const key = cell(hand.row, hand.at);
      const value = Math.round(hand.position * 127);
      const news = this.sent.get(key) !== value;
      this.sent.set(key, value);
      const row = Math.max(0, Math.min(this.over * over, rows.length - height)) + hand.row;
      const strip = Math.max(0, Math.min(this.along * stride, most(this.grid) - width)) + hand.at;
      if (news && this.cells.has(cell(row, strip))) this.cells.set(cell(row, strip), value);
    }
  }
}

const someGrid: fc.Arbitrary<Grid> = fc
  .record({
    width: fc.integer({ min: 1, max: 3 }),
    height: fc.integer({ min: 1, max: 3 }),
    stride: fc.integer({ min: 1, max: 3 }),
    over: fc.integer({ min: 1, max: 3 }),
    rows: fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 5 }),
    brought: fc.constantFrom('by nothing' as const, 'as it changes' as const, 'by a press' as const),
  })
  .map((grid) => ({ ...grid, height: Math.min(grid.height, grid.rows.length), width: Math.min(grid.width, most(grid)) }));

const someHands = (grid: Grid): fc.Arbitrary<readonly Hand[]> => {
  const shown = grid.rows
    .slice(0, grid.height)
    .flatMap((many, row) => Array.from({ length: Math.min(many, grid.width) }, (_, at) => ({ row, at })));
  return fc.array(
    fc.oneof(
      {
        weight: 3,
        arbitrary: fc
          .record({ spot: fc.constantFrom(...shown), position: fc.constantFrom(0.2, 0.5, 1) })
          .map(({ spot, position }): Hand => ({ do: 'knob', ...spot, position })),
      },
      fc.nat(placesOf(most(grid), grid.width, grid.stride) - 1).map((to): Hand => ({ do: 'along', to })),
      fc.nat(placesOf(grid.rows.length, grid.height, grid.over) - 1).map((to): Hand => ({ do: 'over', to })),
      fc.nat(most(grid) - 1).map((to): Hand => ({ do: 'select', to })),
      fc.constant<Hand>({ do: 'bring' }),
    ),
    { minLength: 1, maxLength: 12 },
  );
};

const event = (hand: Hand, t: number): readonly ScriptEvent[] => {
  switch (hand.do) {
    case 'knob':
      return [moveTo(`k${cell(hand.row, hand.at)}`, t, hand.position)];
    case 'bring':
      return tap('fs1', t);
    default:
      return [mouse(hand.do, t, hand.to)];
  }
};

describe('a bank of channels in two directions, and to what is selected', () => {
  it('gives each knob what a second reading says', () => {
    fc.assert(
      fc.property(
        someGrid.chain((grid) => someHands(grid).map((hands) => ({ grid, hands }))),
        ({ grid, hands }) => {
          const rig = gridRig(grid);
          const second = new SecondGrid(grid);
          const events: ScriptEvent[] = [];
          hands.forEach((hand, i) => {
            second.does(hand);
            events.push(...event(hand, i * 2000));
          });
          const now = played(rig, events);
          const cells = [...second.cells.keys()].map((id) => [id, now.at(id)]);
          expect({ cells, along: now.at('along') }).toEqual({ cells: [...second.cells], along: second.along });
        },
      ),
      { numRuns: 300, seed: 20261130 },
    );
  });

  it('a row that has fewer strips has nothing where the others still have one', () => {
    const rig = gridRig({ width: 2, height: 2, stride: 2, over: 1, rows: [4, 2], brought: 'by nothing' });
    const now = played(rig, [mouse('along', 0, 1), moveTo('kr0s0', 1000, 1), moveTo('kr1s0', 2000, 1)]);
    expect([now.at('r0s2'), now.at('r1s0'), now.at('r0s0')]).toEqual([127, 0, 0]);
  });
});
