// Which layers are open, written a second time from what is said of them, and held against the simulator after every event of hands by chance. Of the
// program it knows the types.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Layer, Rig, ScriptEvent } from '@/core/rig';
import { down, played, up } from '../kit/hand';
import { cc, layer, smallRig } from '../kit/small-rig';

const hands = ['fs1', 'fs2', 'mod'] as const;

/** The names of the layers that are open, the one opened last at the end. */
class Second {
  private readonly held = new Set<string>();
  open: string[] = [];
  constructor(private readonly layers: readonly Layer[]) {}

  private modifiers(l: Layer): readonly string[] {
    return [l.modifierControlId ?? '', ...l.alsoOpenedBy];
  }

  private both(l: Layer): boolean {
    return l.together && l.alsoOpenedBy.length > 0;
  }

  press(hand: string): void {
    if (this.held.has(hand)) return;
    const openBefore = [...this.open];
    this.held.add(hand);
    const mine = this.layers.filter((l) => this.modifiers(l).includes(hand));
    for (const l of [...mine.filter((x) => !this.both(x)), ...mine.filter((x) => this.both(x))]) {
      if (this.both(l) && !this.modifiers(l).every((m) => this.held.has(m))) continue;
      const was = this.open.includes(l.id);
      this.open = this.open.filter((id) => id !== l.id);
      if (l.mode === 'while-held' || !was) this.open.push(l.id);
    }
    // A layer for the next press is over with the press of something that it turns over.
    this.open = this.open.filter((id) => {
      const l = this.layers.find((x) => x.id === id);
      return !(l?.mode === 'next-press' && openBefore.includes(id) && !this.modifiers(l).includes(hand));
    });
  }

  release(hand: string): void {
    if (!this.held.delete(hand)) return;
    for (const l of this.layers) {
      if (l.mode !== 'while-held' || !this.modifiers(l).includes(hand)) continue;
      const stillHeld = !this.both(l) && this.modifiers(l).some((m) => this.held.has(m));
      if (!stillHeld) this.open = this.open.filter((id) => id !== l.id);
    }
  }
}

const someLayer = fc.record({
  on: fc.constantFrom(...hands),
  also: fc.subarray([...hands]),
  together: fc.boolean(),
  mode: fc.constantFrom('while-held' as const, 'toggled' as const, 'next-press' as const),
});

describe('open layers', () => {
  it('are those of a second reading of the rules, after every press and release', () => {
    fc.assert(
      fc.property(
        fc.array(someLayer, { minLength: 1, maxLength: 4 }),
        fc.array(fc.tuple(fc.constantFrom(...hands), fc.boolean()), { maxLength: 16 }),
        (some, moves) => {
          const layers = some.map((l, i) =>
            layer({
              id: `L${i}`,
              order: i + 1,
              modifierControlId: l.on,
              alsoOpenedBy: l.also.filter((h) => h !== l.on),
              together: l.together,
              mode: l.mode,
              tap: [],
            }),
          );
          const rig: Rig = { ...smallRig([]), layers };
          const second = new Second(layers);
          const events: ScriptEvent[] = [];
          moves.forEach(([hand, presses], i) => {
            events.push(presses ? down(hand, i * 10) : up(hand, i * 10));
            if (presses) second.press(hand);
            else second.release(hand);
            expect(played(rig, events).state.controllers[0]?.open.map((o) => o.id)).toEqual(second.open);
          });
        },
      ),
      { numRuns: 150 },
    );
  });
});

/** Which layers of a host are open, from the messages that it hears: one for each modifier, or one that all of them send. */
class SecondHost {
  private readonly on = new Set<number>();
  open: string[] = [];
  constructor(private readonly layers: readonly { readonly layer: Layer; readonly numbers: readonly number[] }[]) {}

  hears(number: number, goesOn: boolean): void {
    const was = new Set(this.on);
    if (goesOn) this.on.add(number);
    else this.on.delete(number);
    for (const { layer: l, numbers } of this.layers) {
      if (!numbers.includes(number)) continue;
      const all = l.together && numbers.length > 1;
      const before = all && numbers.every((n) => was.has(n));
      const now = all ? numbers.every((n) => this.on.has(n)) : goesOn;
      if (now && !before) {
        const toggles = l.mode !== 'while-held' && this.open.includes(l.id);
        this.open = this.open.filter((id) => id !== l.id);
        if (!toggles) this.open.push(l.id);
      } else if (!now && l.mode === 'while-held' && (all || !numbers.some((n) => this.on.has(n))))
        this.open = this.open.filter((id) => id !== l.id);
    }
  }
}

const someHostLayer = fc.record({
  on: fc.constantFrom(...hands),
  also: fc.subarray([...hands]),
  together: fc.constantFrom(true, true, false),
  apart: fc.constantFrom(true, true, false),
  mode: fc.constantFrom('while-held' as const, 'toggled' as const, 'next-press' as const),
});

describe('open layers of a host', () => {
  it('are those of a second reading of what it hears, where each modifier has a message of its own and where all send one', () => {
    let met = 0;
    fc.assert(
      fc.property(
        fc.array(someHostLayer, { minLength: 1, maxLength: 3 }),
        fc.array(fc.tuple(fc.constantFrom(...hands), fc.constantFrom(true, true, true, false)), { minLength: 4, maxLength: 14 }),
        (some, moves) => {
          const held = some.map((l, i) => {
            const also = l.also.filter((h) => h !== l.on);
            const numberOf = (hand: string): number => 50 + 10 * i + (l.apart ? hands.indexOf(hand as 'mod') : 0);
            const numbers = l.apart ? [l.on, ...also].map(numberOf) : [50 + 10 * i];
            const own = layer({
              id: `L${i}`,
              order: i + 1,
              modifierControlId: l.on,
              alsoOpenedBy: also,
              together: l.together,
              madeIn: 'host',
              signal: cc(numberOf(l.on)),
              alsoSignals: l.apart ? also.map((controlId) => ({ controlId, message: cc(numberOf(controlId)) })) : [],
              mode: l.mode,
              tap: [],
            });
            return { layer: own, numbers, sends: new Map([l.on, ...also].map((h) => [h, numberOf(h)])) };
          });
          const rig: Rig = { ...smallRig([]), layers: held.map((h) => h.layer) };
          const second = new SecondHost(held);
          const down_ = new Set<string>();
          const events: ScriptEvent[] = [];
          moves.forEach(([hand, presses], i) => {
            events.push(presses ? down(hand, i * 50) : up(hand, i * 50));
            if (presses !== down_.has(hand)) {
              if (presses) down_.add(hand);
              else down_.delete(hand);
              for (const { sends } of held) {
                const number = sends.get(hand);
                if (number !== undefined) second.hears(number, presses);
              }
            }
            const open = played(rig, events).state.targets.units[0]?.open ?? [];
            if (open.some((id) => held.find((h) => h.layer.id === id && h.layer.together && h.numbers.length > 1))) met += 1;
            expect(open).toEqual(second.open);
          });
        },
      ),
      { numRuns: 150 },
    );
    expect(met).toBeGreaterThan(30);
  });
});
