// Law 7: the sheet is enough. Somebody with the gear and the sheet alone enters it (from its structured lines, and again from its CSV), and both rigs
// play the same: every gesture, in every bank and page, with every layer.
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import type { ChainEvent } from '@/core/bench';
import { unguardedCell, writeSheet } from '@/core/formats';
import { addressKey } from '@/core/midi';
import { addressesOf, indexRig, type Rig, standInOf } from '@/core/rig';
import { factNames, factWord, makeSheet } from '@/core/sheets';
import { lanternHour } from '@/demo/lantern-hour';
import { madeRig } from '../bench/made-rig';
import { down, moveTo, played, tap, turn, up } from '../kit/hand';
import { randomRig } from '../kit/random-rig';
import { richRig, someRichRig } from '../kit/rich-rig';
import { type ReadLine, rebuilt } from '../kit/sheet-reader';

const RUNS = Number(process.env.KEEN_DIAL_RUNS ?? 100);
const settings = { numRuns: RUNS };

/** The lines of the sheet as the program hands them to its forms. */
function structured(rig: Rig): readonly ReadLine[] {
  const sheet = makeSheet(indexRig(rig));
  const read = (side: string, device: string, line: (typeof sheet.controllers)[number]['lines'][number]): ReadLine => {
    const said = new Map(line.facts.map((f) => [f.name === 'gesture' ? 'gesture' : factWord(f.name).toLowerCase(), f.text]));
    return { side, device, say: (word) => said.get(word) ?? '' };
  };
  return [
    ...sheet.controllers.flatMap(({ name, lines }) => lines.map((l) => read('controller', name, l))),
    ...sheet.targets.flatMap(({ name, lines }) => lines.map((l) => read('software', name, l))),
    ...sheet.translators.flatMap(({ name, lines }) => lines.map((l) => read('translator', name, l))),
  ];
}

/** The same out of the CSV, read by a parser that is not ours; of ours is only what takes the mark of the spreadsheet guard off. */
function fromCsv(rig: Rig): readonly ReadLine[] {
  const text = writeSheet(makeSheet(indexRig(rig)));
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
  const [heads = [], ...rows] = data;
  return rows.map((row) => {
    const cell = (head: string): string => unguardedCell(row[heads.indexOf(head)] ?? '');
    const side = cell('side');
    const own = cell('control or parameter');
    const renamed: Readonly<Record<string, string>> = { ch: 'channel' };
    return {
      side,
      device: cell('device'),
      say: (word) =>
        word === 'control'
          ? side === 'controller'
            ? own
            : ''
          : word === 'parameter'
            ? side === 'controller'
              ? ''
              : own
            : cell(renamed[word] ?? word),
    };
  });
}

/** Everything that a hand can do on a controller at a place, in a fixed order. */
function everything(rig: Rig, unit: string, from: number): { readonly events: readonly ChainEvent[]; readonly end: number } {
  let t = from;
  const events: ChainEvent[] = [];
  const controls = rig.controls.filter((c) => c.controllerId === unit);
  for (const c of controls) {
    if (c.kind === 'encoder') events.push(turn(c.id, t, 3), turn(c.id, t + 100, -1));
    else if (['knob', 'fader', 'expression', 'ribbon'].includes(c.kind))
      events.push(moveTo(c.id, t, 0.31), moveTo(c.id, t + 100, 0.93));
    if (c.kind === 'encoder') events.push(moveTo(c.id, t + 200, 0.4));
    const presses: readonly ChainEvent[] = ['knob', 'fader', 'expression', 'ribbon', 'encoder'].includes(c.kind)
      ? []
      : [
          ...tap(c.id, t),
          ...tap(c.id, t + 2000),
          down(c.id, t + 4000, c.kind === 'pad' ? 0.4 : null),
          up(c.id, t + 6000),
          ...tap(c.id, t + 9000),
          ...tap(c.id, t + 9150),
          ...tap(c.id, t + 11_000),
          down(c.id, t + 11_150),
          up(c.id, t + 13_000),
        ];
    events.push(...presses);
    t += presses.length > 0 ? 15_000 : 2000;
  }
  const switches = controls.filter((c) => c.kind === 'footswitch');
  for (const a of switches)
    for (const b of switches) {
      if (a.id >= b.id) continue;
      events.push(down(a.id, t), down(b.id, t + 5), up(a.id, t + 300), up(b.id, t + 300));
      t += 3000;
    }
  return { events, end: t };
}

/** All of that in every bank and page of every controller, with every modifier held, and pressed before. */
function whole(rig: Rig): readonly ChainEvent[] {
  const modifiers = [...new Set(rig.layers.flatMap((l) => l.modifierControlId ?? []))];
  const events: ChainEvent[] = [];
  let t = 1000;
  for (const { id, firmware } of rig.controllers)
    for (let bank = 1; bank <= firmware.banks; bank++)
      for (let page = 1; page <= firmware.pages; page++)
        for (const modifier of [null, ...modifiers]) {
          events.push({ do: 'go', atMs: t, on: id, bank, page });
          if (modifier) events.push(down(modifier, t + 10));
          const done = everything(rig, id, t + 3000);
          events.push(...done.events);
          if (modifier) events.push(up(modifier, done.end));
          t = done.end + 3000;
        }
  return events;
}

/** What was sent, what moved (at one moment in one order, whatever order the rows stand in), and what stands on each display. */
function trace(rig: Rig, events: readonly ChainEvent[]) {
  const { sent, values } = played(rig, events);
  const texts = rig.assignments
    .filter((a) => standInOf(indexRig(rig), a) === null)
    .map(
      (a) =>
        `${a.controlId} ${a.gesture.type} ${a.bank} ${a.page} ${a.textShort} ${a.textLong} ${a.colour} ${a.colourOff} ${a.lightBy}`,
    );
  const blinks = rig.layers.map((l) => l.blinks);
  const setUp = [...rig.controllers, ...rig.targets].map((u) => u.setUp);
  return { sent, setUp, values: [...values].sort(), texts: texts.sort(), blinks: blinks.sort() };
}

/** The second: two layers of the host that one message opens both: which lies above is the order in which the host knows them, and each stands on the sheet of its own controller. */
const sharesSignal = ({ layers }: Rig): boolean => {
  const signals = layers.flatMap((l) => (l.madeIn === 'host' && l.signal ? [JSON.stringify(l.signal)] : []));
  return new Set(signals).size < signals.length;
};

/**
 * The first exception: where a target came with a number for a parameter and a player entered the same number for it once more, be it as one of a run, which of the two
 * acts last is the target's own affair. No sheet can say it, and nobody can enter it.
 */
const sharesWithGiven = ({ landings }: Rig): boolean =>
  landings.some((a) => {
    if (a.given === null) return false;
    const numbers = new Set(addressesOf(a).map(addressKey));
    return landings.some(
      (b) => b !== a && b.parameterId === a.parameterId && addressesOf(b).some((m) => numbers.has(addressKey(m))),
    );
  });

describe('the sheet is enough', () => {
  it('from its lines, and from its CSV, the same rig can be built', () => {
    fc.assert(
      fc.property(someRichRig, (given) => {
        const rig = richRig(given);
        fc.pre(!sharesWithGiven(rig) && !sharesSignal(rig));
        const events = whole(rig);
        const wanted = trace(rig, events);
        expect(trace(rebuilt(rig, structured(rig)), events)).toEqual(wanted);
        expect(trace(rebuilt(rig, fromCsv(rig)), events)).toEqual(wanted);
      }),
      settings,
    );
  }, 300_000);
  it('every fact is needed: without it another rig is built, or none', () => {
    const rigs = fc.sample(someRichRig, { numRuns: 200, seed: 7 }).map(richRig);
    const built = rigs.map((rig) => JSON.stringify(rebuilt(rig, structured(rig))));
    const without = (hidden: string, i: number): string | null => {
      const rig = rigs[i];
      if (!rig) return null;
      try {
        return JSON.stringify(
          rebuilt(
            rig,
            structured(rig).map((l) => ({ ...l, say: (word) => (word === hidden ? '' : l.say(word)) })),
          ),
        );
      } catch {
        return null;
      }
    };
    // What it is for and where it comes from are there for the reader alone; what kind the control is, the function of it says.
    const idle = factNames.filter((name) => {
      const word = name === 'gesture' ? name : factWord(name).toLowerCase();
      return built.every((whole, i) => whole === without(word, i));
    });
    expect(idle).toEqual(['kind', 'purpose', 'from']);
  });
  it.each([
    ['the demo', lanternHour()],
    ['a rig of two hundred functions', madeRig(200)],
    ['a board by chance', randomRig(7)],
  ])('%s is entered from its CSV and sends the same bytes', (_name, rig) => {
    const events = whole(rig);
    const wanted = trace(rig, events);
    expect(wanted.sent.length).toBeGreaterThan(50);
    expect(trace(rebuilt(rig, fromCsv(rig)), events)).toEqual(wanted);
  });
});
