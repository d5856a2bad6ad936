// Files and pasted lists: what is good is kept, what is bad is named with its place, and nothing throws.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lanternHour } from '../../demo/lantern-hour';
import { cellProblemWords, programmedEdit } from '../commands';
import { apply, indexRig } from '../rig';
import { makeSheet, textOf } from '../sheets';
import { inWords, parseParameters, parseProgrammed, parseRig, writeProgrammed, writeRig, writeSheet } from './index';

const demo = lanternHour();
const file = writeRig(demo);
/** The file with one value changed, told by its path. */
function broken(path: readonly (string | number)[], value: unknown): string {
  const raw: unknown = JSON.parse(file);
  let at = raw as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
  at[path.at(-1) ?? ''] = value;
  return JSON.stringify(raw);
}
const problem = (text: string) => {
  const done = parseRig(text);
  return done.ok ? null : done.error[0];
};
describe('rig files', () => {
  it('come back to the letter', () => {
    const again = parseRig(file);
    expect(again).toEqual({ ok: true, value: demo });
    if (again.ok) expect(writeRig(again.value)).toBe(file);
  });
  it('that are damaged are refused with the place named', () => {
    expect(problem('not json at all')).toMatchObject({ location: 'the file', problem: { code: 'no-json' } });
    expect(problem('[]')).toMatchObject({ location: 'format' });
    expect(problem(broken(['formatVersion'], 99))).toMatchObject({
      location: 'formatVersion',
      problem: { code: 'newer', version: 99 },
    });
    expect(problem(broken(['parameters', 2, 'lowest'], 'five'))?.location).toBe('parameters, row 3 (Density), lowest');
    expect(problem(broken(['assignments', 0, 'actions', 0, 'message', 'number'], 128))?.location).toContain('assignments, row 1');
    expect(problem(broken(['controls', 1, 'name'], 'x'.repeat(10_000)))).toMatchObject({
      problem: { code: 'invalid', message: expect.stringContaining('120') },
    });
    expect(problem(broken(['controls', 1, 'id'], demo.controls[0]?.id))).toMatchObject({
      problem: { code: 'id-twice' },
    });
    expect(problem(broken(['targets'], demo.targets.slice(1)))).toMatchObject({
      problem: { code: 'dangling' },
    });
    expect(problem(broken(['landings'], undefined))).toMatchObject({ location: 'landings' });
  });
  it('hold names with markup as the text that they are', () => {
    const name = '<script>alert(1)</script>';
    const again = parseRig(broken(['name'], name));
    expect(again.ok && again.value.name).toBe(name);
  });
  it('of 5 MB of garbage and over 20 MB are refused at once', () => {
    expect(parseRig('x'.repeat(5_000_000)).ok).toBe(false);
    expect(parseRig(`{"format":"keen-dial/rig","formatVersion":1,"junk":"${'y'.repeat(5_000_000)}"}`).ok).toBe(false);
    expect(problem(' '.repeat(21 * 1024 * 1024))?.problem).toEqual({ code: 'too-large', bytes: 20 * 1024 * 1024 });
    expect(parseRig('['.repeat(200_000)).ok).toBe(false);
  });
  it('of any shape never throw (500 random values, and 500 random cuts of a real file)', () => {
    fc.assert(
      fc.property(fc.json(), (text) => void parseRig(text)),
      { numRuns: 500 },
    );
    fc.assert(
      fc.property(fc.nat(file.length - 1), fc.nat(200), fc.string({ maxLength: 20 }), (at, cut, put) => {
        const done = parseRig(file.slice(0, at) + put + file.slice(at + cut));
        if (!done.ok) expect(done.error.map(inWords)[0]?.message).toBeTruthy();
      }),
      { numRuns: 500 },
    );
  });
});

describe('lists of parameters', () => {
  it('are read in the order name, kind, range, unit, scale, steps without a heading', () => {
    const { good, bad } = parseParameters(
      'Decay, continuous, 0.3..30, s, log\nFreeze, toggle\nSize, stepped, , , , Cellar|Vault',
    );
    expect(bad).toEqual([]);
    expect(good).toMatchObject([
      { name: 'Decay', kind: 'continuous', lowest: 0.3, highest: 30, unit: 's', scale: { type: 'log' }, start: 0.3 },
      { name: 'Freeze', kind: 'toggle', lowest: 0, highest: 1, start: 0 },
      { name: 'Size', kind: 'stepped', lowest: 0, highest: 1, steps: ['Cellar', 'Vault'] },
    ]);
  });
  it('are read by heading in any order, from tabs and semicolons, with a true minus', () => {
    expect(parseParameters('Unit\tName\tRange\tStart\ndB\tLevel\t−60 to 6\t−12').good).toMatchObject([
      { name: 'Level', unit: 'dB', lowest: -60, highest: 6, start: -12 },
    ]);
    expect(parseParameters('name;kind;range;unit;scale\nTone;continuous;200..9000;Hz;power 2').good).toMatchObject([
      { name: 'Tone', scale: { type: 'power', k: 2 } },
    ]);
  });
  it('keep the good lines and name the bad ones by line and reason', () => {
    const { good, bad } = parseParameters(
      'name,kind,range\nA,toggle,\n,toggle,\nB,wobble,\nC,continuous,ten to five\n\nD,continuous,9..3\nA,toggle,\nE,stepped,\nF,continuous,0..1',
    );
    expect(good.map((g) => g.name)).toEqual(['A', 'F']);
    expect(bad.map((b) => b.line)).toEqual([3, 4, 5, 7, 8, 9]);
    expect(bad.map((b) => b.reason)).toEqual([
      { code: 'name-missing' },
      { code: 'no-parameter-kind', text: 'wobble' },
      { code: 'no-range', text: 'ten to five' },
      { code: 'row', field: 'highest', message: expect.stringContaining('below') },
      { code: 'name-twice', text: 'A' },
      { code: 'steps-missing' },
    ]);
  });
  it('refuse names of 10,000 characters and a log scale from 0, and take markup as text', () => {
    const { good, bad } = parseParameters(`${'n'.repeat(10_000)},toggle\nLow,continuous,0..5,Hz,log\n<b>bold</b>,toggle`);
    expect(good.map((g) => g.name)).toEqual(['<b>bold</b>']);
    expect(bad).toHaveLength(2);
  });
  it('count lines as the text has them, also after a cell that holds line ends', () => {
    const list = parseParameters('name,kind\n"two\nlines",toggle\nB,wobble');
    expect(list.bad).toEqual([{ line: 4, reason: { code: 'no-parameter-kind', text: 'wobble' } }]);
    expect(list.good.map((p) => p.name)).toEqual(['two lines']);
  });
  it('of any text never throw, and name only lines that are there', () => {
    fc.assert(
      fc.property(
        fc.string({
          unit: fc.constantFrom('a', ',', '"', '\n', '\t', ';', '|', '1', '.', '-', '\r', ' ', '\u0000'),
          maxLength: 120,
        }),
        (text) => {
          const { good, bad } = parseParameters(text);
          const lines = text.split(/\r|\n/).length;
          expect(bad.every((b) => b.line >= 1 && b.line <= lines && cellProblemWords(b.reason) !== '')).toBe(true);
          // A line whose name counts stands for several; no other does.
          const most = /\d\.\.\d/.test(text) ? lines * 1024 : lines;
          expect(good.length).toBeLessThanOrEqual(most);
        },
      ),
      { numRuns: 2000 },
    );
  });
});

describe('lists of what is programmed', () => {
  const index = indexRig(demo);
  const board = demo.controllers[0];
  if (!board) throw new Error('demo has no controller');
  const read = (text: string) => parseProgrammed(index, board, text);
  it('become assignments and landings that are marked as entered', () => {
    const { good, bad } = read(
      'control,type,channel,number,values,parameter,bank\nFS 6,cc,5,20,127/0,Low cut,Storm\nfs7,program,5,1,,Previous cue,3\nFS 5,note,5,C3,100 held 0,Quarry Hall: Size,3',
    );
    expect(bad).toEqual([]);
    expect(good).toMatchObject([
      { bank: 3, action: { message: { type: 'cc', number: 20 }, behaviour: { type: 'latching', first: 127, second: 0 } } },
      // This board counts programs from 1: the button marked 1 sends program 0.
      { bank: 3, action: { message: { type: 'program', number: 0 } } },
      { action: { message: { type: 'note', number: 48 }, behaviour: { type: 'momentary', down: 100, up: 0 } } },
    ]);
    const done = apply(
      demo,
      programmedEdit(
        index,
        good,
        '2026-01-02T03:04:05.000Z',
        (() => {
          let i = 0;
          return () => `p${++i}`;
        })(),
      ),
    );
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    const fresh = done.value.assignments.slice(-3);
    expect(fresh.every((a) => a.entered?.at === '2026-01-02T03:04:05.000Z')).toBe(true);
    expect(done.value.landings.slice(-3).every((l) => l.entered !== null)).toBe(true);
  });
  it('without a parameter become functions without one: messages, keys, banks', () => {
    const { good, bad } = read(
      'FS 6,program,5,9,,,Storm\nFS 7,keys,,Ctrl+S,,,3\nFS 5,bank,,next,,,3\nFS 4,bank,,before 2,,,3\nFS 3,bank,,Last,,,3\nFS 5,bank,,2,,,3,hold',
    );
    expect(bad).toEqual([]);
    expect(good.map((l) => [l.action, l.parameter])).toMatchObject([
      [{ type: 'send', message: { type: 'program', number: 8 } }, null],
      [{ type: 'keystroke', keys: 'Ctrl+S' }, null],
      [{ type: 'go', to: { type: 'step', what: 'bank', by: 1 } }, null],
      [{ type: 'go', to: { type: 'step', what: 'bank', by: -2 } }, null],
      [{ type: 'go', to: { type: 'last-used' } }, null],
      [{ type: 'go', to: { type: 'bank', bank: 2 } }, null],
    ]);
    let n = 0;
    const done = apply(
      demo,
      programmedEdit(index, good, '2026-01-02T03:04:05.000Z', () => `r${++n}`),
    );
    if (!done.ok) throw new Error(JSON.stringify(done.error));
    expect(done.value.landings).toHaveLength(demo.landings.length);
    expect(done.value.assignments.slice(-6).every((a) => a.entered !== null)).toBe(true);
    // And back again: the list that is written from them is read as the same.
    const again = parseProgrammed(
      indexRig({ ...demo, assignments: [] }),
      board,
      writeProgrammed(indexRig(done.value), board).text,
    );
    expect(again.bad).toEqual([]);
    for (const { controlId, action } of good) expect(again.good).toContainEqual(expect.objectContaining({ controlId, action }));
  });
  it('that move nothing say where there is one too many', () => {
    expect(read('FS 6,keys,,Ctrl+S,,Low cut,3').bad).toMatchObject([{ reason: { code: 'moves-no-parameter' } }]);
    expect(read('FS 6,bank,,99,,,3\nFS 5,page,,next 0,,,3\nFS 4,keys,,,,,3').bad.map((b) => b.reason.code)).toEqual([
      'no-bank',
      'no-bank',
      'number-missing',
    ]);
  });
  it('name what is wrong line by line', () => {
    const { good, bad } = read(
      'Nobody,cc,5,20,127/0,Low cut\nFS 1,cc,17,20,127/0,Low cut\nFS 1,cc,5,200,127/0,Low cut\nFS 1,cc,5,20,127/0,Level of nothing\nFS 1,cc,5,20,128/0,Low cut\nFS 1,cc,5,20,127 0,Low cut\nFS 8,cc,5,20,127/0,Low cut\nFS 1,cc,5,20,127/0,Low cut,9',
    );
    expect(good).toEqual([]);
    expect(bad.map((b) => b.line)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
    expect(bad.map((b) => b.reason.code)).toEqual([
      'no-control',
      'no-channel',
      'no-control-number',
      'no-parameter',
      'value-too-high',
      'values-unclear',
      'has-function',
      'no-bank',
    ]);
  });
});

describe('the sheet', () => {
  it('shows numbers as each device does, and makes formula cells harmless in CSV', () => {
    const [parameter] = demo.parameters;
    const named = { ...demo, parameters: demo.parameters.map((p) => (p === parameter ? { ...p, name: '=SUM(A1)' } : p)) };
    const text = writeSheet(makeSheet(indexRig(named)));
    expect(text).toContain("'=SUM(A1)");
    // The columns of before stand first, as they were; each fact has one of its own behind them.
    expect(text.split('\n')[0]).toMatch(
      /^side,device,control or parameter,place,gesture,type,channel,number,values or mode,for or from,entered,bank,page,layer,/,
    );
  });
  it('has a line for each function on both sides, and none in hardware for a layer made in the host', () => {
    const sheet = makeSheet(indexRig(demo));
    const lines = sheet.controllers.flatMap((c) => c.lines);
    expect(lines.filter((l) => l.of.type === 'function')).toHaveLength(38);
    expect(lines.filter((l) => l.of.type === 'layer' && l.of.tap === null)).toHaveLength(demo.layers.length);
    expect(sheet.targets.flatMap((t) => [...t.lines, ...t.clear]).filter((l) => l.of.type === 'landing')).toHaveLength(
      // What a target came with has a line once something sends it.
      demo.landings.filter((l) => l.given === null).length,
    );
    expect(sheet.controllers[1]?.lines.filter((l) => textOf(l, 'control') === 'E 1' && l.of.type === 'function')).toHaveLength(1);
  });
  it('writes programs from 1 and notes by name where the device does', () => {
    const board = demo.controllers[0];
    const action = demo.assignments[0]?.actions[0];
    if (!board || action?.type !== 'send' || !('channel' in action.message)) throw new Error('demo changed');
    const { channel } = action.message;
    const to = (message: typeof action.message) => ({
      ...demo,
      assignments: demo.assignments.map((a, i) =>
        i === 0
          ? {
              ...a,
              actions: [
                {
                  ...action,
                  message,
                  behaviour: {
                    type: 'fixed' as const,
                    value: action.behaviour.type === 'latching' ? action.behaviour.first : (0 as never),
                  },
                },
              ],
            }
          : a,
      ),
    });
    const line = (message: typeof action.message) => {
      const lines = makeSheet(indexRig(to(message))).controllers[0]?.lines ?? [];
      const own = lines.find((l) => l.of.type === 'function' && l.of.assignment.id === demo.assignments[0]?.id);
      return own && textOf(own, 'number');
    };
    expect(line({ type: 'program', channel, number: 0 as never, bank: null })).toBe('1');
    expect(line({ type: 'note', channel, number: 60 as never })).toBe('60');
  });
});
