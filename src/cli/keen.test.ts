// The command line: what it answers, its exit codes, and what it refuses; once through the built file as a process.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { StandingNow } from '@/core/bench';
import { parseFile, parseRig, writeRig } from '@/core/formats';
import { withNumber } from '@/core/midi';
import { emptyRig, type Rig } from '@/core/rig';
import { lanternHour } from '@/demo/lantern-hour';
import { shippedForms } from '@/forms';
import type { Io } from './command';
import { keen } from './keen';

const demo = writeRig(lanternHour());
const rig = lanternHour();
const fs1 = rig.controls.find((c) => c.name === 'FS 1')?.id ?? '';
const fs3 = rig.controls.find((c) => c.name === 'FS 3')?.id ?? '';
const ticked: Rig = { ...rig, assignments: rig.assignments.map((a) => ({ ...a, entered: null })) };
const changed: Rig = {
  ...rig,
  assignments: rig.assignments.flatMap((a) => {
    if (a.controlId === fs1 && a.bank === 1 && a.layerId === null) return [];
    if (a.controlId !== fs3 || a.bank !== 1 || a.layerId !== null) return [a];
    return [{ ...a, actions: a.actions.map((x) => (x.type === 'send' ? { ...x, message: withNumber(x.message, 77) } : x)) }];
  }),
};
const scripted: Rig = {
  ...rig,
  scripts: [
    {
      id: 'script',
      order: 1,
      name: 'Opening',
      events: [
        { do: 'press', atMs: 0, on: fs1, velocity: null },
        { do: 'release', atMs: 80, on: fs1 },
      ],
    },
  ],
};

const formed = (template: string): Rig => ({
  ...rig,
  targets: rig.targets.map((t) => (t.name === 'Quarry Hall' ? { ...t, form: { fileName: 'hall.conf', template } } : t)),
});

const files: Readonly<Record<string, string | Uint8Array>> = {
  'demo.json': demo,
  'ticked.json': writeRig(ticked),
  'changed.json': writeRig(changed),
  'scripted.json': writeRig(scripted),
  'formed.json': writeRig(formed(shippedForms[0]?.form.template ?? '')),
  'sets.json': writeRig({
    ...rig,
    sets: [
      {
        id: 'barn',
        order: 1,
        name: 'Barn, Friday',
        songIds: rig.songs
          .slice(1)
          .map((s) => s.id)
          .toReversed(),
        note: '',
      },
    ],
  }),
  'hostile.json': writeRig(formed('{% for i in (1..1000000000) %}x{% endfor %}')),
  'empty.json': writeRig(emptyRig('e', 'Empty')),
  'broken.json': '{ "format": "keen-dial/rig"',
  'other.json': '{ "format": "something-else", "formatVersion": 1 }',
  'hex.txt': 'B4 68 7f, 00\n',
  'common.txt': 'F1 35 F2 04 01 F3 07 F6 F0 7D 01 F7\n',
  'bad.txt': 'B4 6X',
  'parameters.csv': 'name,kind,range,unit\nMix,continuous,0..100,%\nFreeze,toggle\n',
  'controllers.json': '[{"title":"Cutoff","ctrlType":"cc","ctrlIndex":[74],"channel":3}]',
  'names.midnam':
    '<MIDINameDocument><ControlNameList Name="C"><Control Type="7bit" Number="7" Name="Volume"/></ControlNameList></MIDINameDocument>',
  'dump.syx': Uint8Array.from([0xf0, 0x7d, 1, 2, 0xf7, 0x90, 60]),
};

/** What `keen set --json` writes. */
interface Told {
  readonly transitions: readonly {
    readonly song: string;
    readonly section: string;
    readonly gestures: readonly string[] | null;
    readonly ms: number | null;
    readonly inTime: boolean;
    readonly proved: boolean;
  }[];
  readonly lost: readonly { readonly controller: string; readonly found: unknown }[];
  readonly gone: readonly { readonly controller: string; readonly lost: readonly string[] }[];
}

async function call(...args: string[]) {
  const out: string[] = [];
  const err: string[] = [];
  const written = new Map<string, string | Uint8Array>();
  const io: Io = {
    read: async (path) => {
      const file = files[path === '-' ? 'demo.json' : path];
      if (file === undefined) throw new Error('no such file');
      return typeof file === 'string' ? new TextEncoder().encode(file) : file;
    },
    write: async (path, text) => void written.set(path, text),
    out: (text) => void out.push(text),
    err: (text) => void err.push(text),
  };
  const code = await keen(args, io);
  return { code, out: out.join('\n'), err: err.join('\n'), written };
}

describe('keen check', () => {
  it('fails where something must be fixed or looked at, and tells it', async () => {
    const { code, out } = await call('check', 'demo.json');
    expect(code).toBe(1);
    expect(out).toContain('must fix');
    expect(out).toContain('First press does nothing.');
    expect(out).not.toContain('good to know');
  });
  it('reads standard input, writes JSON, and fails only as told', async () => {
    const { code, out } = await call('check', '--json', '--fail-on', 'never');
    expect(code).toBe(0);
    const told = JSON.parse(out) as { findings: { check: string }[] };
    expect(told.findings.filter((f) => f.check === 'address-clash')).toHaveLength(2);
    expect((await call('check', 'empty.json')).code).toBe(0);
  });
});

describe('keen plan', () => {
  it('says what would move, and writes nothing unless told', async () => {
    const { code, out, written } = await call('plan', 'demo.json');
    expect(code).toBe(0);
    expect(out).toContain('2 of 33 move');
    expect(out).toContain('proved best');
    expect(written.size).toBe(0);
  });
  it('writes a rig that has no clash', async () => {
    const { written } = await call('plan', '--out', 'planned.json', 'demo.json');
    const planned = parseRig(String(written.get('planned.json') ?? ''));
    expect(planned.ok).toBe(true);
    expect((await call('plan', 'demo.json', '--school', 'no-such')).code).toBe(2);
  });
});

describe('keen diff', () => {
  it('says nothing of two states that are entered alike, whatever is ticked', async () => {
    expect(await call('diff', 'demo.json', 'ticked.json')).toMatchObject({ code: 0, out: 'Nothing has to be entered again.' });
  });
  it('names what changes, comes and goes, on both sides', async () => {
    const { code, out } = await call('diff', 'demo.json', 'changed.json');
    expect(code).toBe(1);
    expect(out).toMatch(/change\s+Floorboard 8\+2\s+FS 3 press.*104.*→.*77/);
    expect(out).toMatch(/clear\s+Floorboard 8\+2\s+FS 1 press/);
    expect((await call('diff', 'demo.json')).code).toBe(2);
  });
});

describe('keen simulate', () => {
  it('plays a script from finger to value', async () => {
    const { code, out } = await call('simulate', 'scripted.json');
    expect(code).toBe(0);
    const kinds = out.split('\n').map((l) => l.trim().split(/\s+/)[1]);
    expect(kinds.slice(0, 2)).toEqual(['hand', 'sent']);
    expect(out).toMatch(/value\s+Loom = On/);
    expect((await call('simulate', 'demo.json')).err).toContain('This rig has no script.');
  });
  it('--json tells after each event how everything stands: places, layers, latches, counters, values unrounded', async () => {
    const { out } = await call('simulate', '--json', 'scripted.json');
    const { after } = JSON.parse(out) as { after: readonly (StandingNow & { ms: number })[] };
    const script = JSON.parse(String(files['scripted.json'])).scripts[0] as { events: readonly { atMs: number }[] };
    expect(after.map((a) => a.ms)).toEqual(script.events.map((e) => e.atMs));
    const last = after.at(-1);
    expect(Object.keys(last ?? {}).sort()).toEqual(['controllers', 'hostLayers', 'ms', 'values']);
    const [board] = last?.controllers ?? [];
    expect(board).toMatchObject({ bank: 1, page: 1, layers: [], clock: null });
    expect(board?.latches.some((latch) => latch.sent === 'first')).toBe(true);
    expect(last?.values.lh2).toBe(1);
  });
});

describe('keen outcome, sheet, decode, schema', () => {
  it('outcomes are those of the simulation', async () => {
    const { out } = await call('outcome', '--control', 'FS 3', 'demo.json');
    expect(out).toMatch(/Floorboard 8\+2 FS 3\s+press\s+bank 1\s+first press does nothing/);
    expect((await call('outcome', '--control', 'nobody', 'demo.json')).code).toBe(2);
  });
  it('the sheet is CSV', async () => {
    expect((await call('sheet', 'demo.json')).out.split('\n').length).toBeGreaterThan(60);
    // As JSON the columns that people read keep their keys; every line has its facts by name, and layers stand among them.
    const told = JSON.parse((await call('sheet', '--json', 'demo.json')).out);
    const lines = told.controllers.flatMap((c: { lines: Record<string, unknown>[] }) => c.lines);
    expect(lines.find((l: { control: string; number: string }) => l.control === 'FS 1' && l.number === '102')).toMatchObject({
      place: 'Overture · Base',
      values: 'alternating 127 / 0',
      display: 'LOOM',
      facts: { type: 'Control change', channel: '5', text: 'LOOM' },
    });
    expect(lines.filter((l: { layer?: unknown }) => l.layer).length).toBe(2);
    expect(Object.keys(told.targets[0].lines.at(-1))).toEqual(
      expect.arrayContaining(['landing', 'parameter', 'type', 'channel', 'number', 'mode', 'range', 'from', 'facts']),
    );
  });
  it('the sheet of one unit is written in its own form, or it says why not', async () => {
    const done = await call('sheet', '--form', 'Quarry Hall', 'formed.json');
    expect(done.code).toBe(0);
    expect(done.out.split('\n')).toContain('channel = 4');
    expect(await call('sheet', '--form', 'Quarry Hall', 'demo.json')).toMatchObject({ code: 2 });
    expect((await call('sheet', '--form', 'Quarry Hall', 'demo.json')).err).toContain('has no written form');
    expect((await call('sheet', '--form', 'Nobody', 'demo.json')).err).toContain('There are “Floorboard 8+2”');
    expect((await call('sheet', '--form', 'Quarry Hall', 'hostile.json')).err).toContain('too much time or room');
  });
  it('bytes are read raw or in hexadecimal; what was dropped is said and fails', async () => {
    expect(await call('decode', 'hex.txt')).toMatchObject({ code: 1 });
    expect((await call('decode', 'hex.txt')).out).toContain('CC 104 = 127, ch 5');
    const dump = await call('decode', 'dump.syx');
    expect(dump.out).toContain('SysEx, 5 bytes');
    expect(dump.out).toContain('dropped: cut short');
    expect((await call('decode', 'common.txt')).out.split('\n').map((line) => line.trim().split(/\s{2,}/))).toEqual([
      ['F1 35', 'time code, piece 3 = 5'],
      ['F2 04 01', 'song position 132'],
      ['F3 07', 'song select 7'],
      ['F6', 'tune request'],
      ['F0 7D 01 F7', 'SysEx, 4 bytes'],
    ]);
    expect((await call('decode', 'bad.txt')).err).toContain('“6X”, word 2');
  });
  it('the schema names every table', async () => {
    const schema = JSON.parse((await call('schema')).out) as { properties: Record<string, unknown> };
    expect(Object.keys(schema.properties)).toContain('assignments');
  });
});

describe('what it refuses', () => {
  it.each([
    [['check', 'broken.json'], 'It is not JSON'],
    [['check', 'other.json'], 'is no rig that can be used'],
    [['check', 'missing.json'], 'missing.json cannot be read'],
    [['check', 'demo.json', 'demo.json'], 'Name one file'],
    [['check', '--no-such-option'], '--no-such-option'],
    [['nonsense'], 'there is no command'],
  ])('%j', async (args, why) => {
    const { code, err } = await call(...args);
    expect(code).toBe(2);
    expect(err).toContain(why);
  });
  it('each command has help with an example', async () => {
    for (const name of ['check', 'plan', 'outcome', 'simulate', 'sheet', 'diff', 'decode', 'schema']) {
      const { code, out } = await call(name, '--help');
      expect(code).toBe(0);
      expect(out).toContain(`  keen ${name}`.slice(2));
    }
    expect((await call('--help')).out).toContain('decode');
  });
});

describe('set', () => {
  it('says for each controller what finds back when nobody knows where it stands, and what does where nothing finds back blindly', async () => {
    const { code, out } = await call('set', 'demo.json');
    expect(code).toBe(1);
    for (const words of ['Floorboard 8+2', 'With a switch that goes to bank 1', 'One look at its display', 'Pad tray 4×4'])
      expect(out).toContain(words);
    const told = JSON.parse((await call('set', '--json', 'demo.json')).out) as Told;
    expect(told.lost.map((l) => [l.controller, l.found])).toEqual([
      ['Floorboard 8+2', null],
      ['Encoder slab 16', null],
      ['Pad tray 4×4', { gestures: ['press P 16'], presses: 1, ends: { bank: 1, page: 1, layerIds: [] }, proved: true }],
    ]);
  });
});

describe('set, of songs', () => {
  it('says what to press into each section, what does not fit its bar, and what cannot be reached', async () => {
    const { out } = await call('set', 'demo.json');
    // The first press of FS 3 does nothing, by a mistake of the demo: it takes a second one.
    expect(out).toContain('The Night Mail: Tunnel\n  Press FS 1, then press FS 3, then press FS 3.\n  Begin 2 beats early');
    expect(out).toContain('Cannot be reached: Mix comes no nearer than 45 %.');
    expect(out).toContain('Last Reel: Rooftops\n  Press FS 1, then press FS 2, then press FS 3.\n  Does not fit');
    const told = JSON.parse((await call('set', '--json', 'demo.json')).out) as Told;
    expect(told.transitions.map((t) => t.inTime)).toEqual(
      told.transitions.map(({ section }) => section !== 'Open sea' && section !== 'Rooftops'),
    );
    expect(told.transitions.find((t) => t.section === 'Fall')).toMatchObject({
      song: 'Last Reel',
      gestures: ['press FS 3'],
      ms: 0,
      proved: true,
    });
  });
  it('works out times for the feet that are named, and refuses what is no pace', async () => {
    const late = async (...pace: string[]) => {
      const told = JSON.parse((await call('set', '--json', ...pace, 'demo.json')).out) as Told;
      return told.transitions.filter((t) => !t.inTime).map((t) => t.section);
    };
    // Rooftops takes 0.71 s of its 0.65 s at the pace that is assumed.
    expect(await late('--pace', '150,300')).toEqual(['Open sea']);
    expect(await late('--pace', '250,535')).toEqual(['Open sea', 'Rooftops']);
    for (const wrong of ['fast', '250', '300,200', '1,2,3']) {
      const { code, err } = await call('set', '--pace', wrong, 'demo.json');
      expect(code).toBe(2);
      expect(err).toContain('--pace is two numbers of milliseconds');
    }
  });
  it('plays the songs of a set alone, in its order, and says which sets there are', async () => {
    const songs = async (...named: string[]) => {
      const told = JSON.parse((await call('set', '--json', ...named, 'sets.json')).out) as Told;
      return [...new Set(told.transitions.map((t) => t.song))];
    };
    expect(await songs()).toEqual(['The Night Mail', 'Harbour Fog', 'Last Reel']);
    expect(await songs('--set', 'Barn, Friday')).toEqual(['Last Reel', 'Harbour Fog']);
    const { code, err } = await call('set', '--set', 'Barn', 'sets.json');
    expect([code, err.includes('it has “Barn, Friday”')]).toEqual([2, true]);
  });
  it('says what is lost with each controller', async () => {
    const told = JSON.parse((await call('set', '--json', 'demo.json')).out) as Told;
    const slab = told.gone.find((g) => g.controller === 'Encoder slab 16');
    expect(slab?.lost).toContain('Grain size');
    expect(slab?.lost).not.toContain('Choir');
  });
});

describe('convert', () => {
  it('makes tables, documents, entries and bundles of a rig, and says what they cannot hold', async () => {
    const csv = await call('convert', '--to', 'parameters-csv', '--target', 'Quarry Hall', 'demo.json');
    expect(csv).toMatchObject({ code: 0 });
    expect(csv.out).toContain('name,kind,range');
    expect(csv.out).toContain('Decay,continuous,0.3..30,s,log');
    const midnam = await call('convert', '--to', 'midnam', '--target', 'Quarry Hall', 'demo.json');
    expect(midnam.out).toContain('<MIDINameDocument>');
    expect(parseFile((await call('convert', '--to', 'bundle', 'demo.json')).out)).toMatchObject({
      ok: true,
      value: [{ kind: 'rig' }],
    });
    const programmed = await call('convert', '--to', 'programmed-tsv', '--controller', 'Floorboard 8+2', 'demo.json');
    expect(programmed.out).toContain('FS 1\tcc\t5\t102\t127/0\tMurmur Loom: Loom');
    expect(programmed.err).toContain('layers and pages are left out');
  });
  it('makes profiles of tables and of name documents', async () => {
    const profile = await call('convert', '--to', 'profile', '--name', 'Tank', 'parameters.csv');
    expect(parseFile(profile.out)).toMatchObject({ ok: true, value: [{ kind: 'target-profile', name: 'Tank' }] });
    const list = await call('convert', '--to', 'controller-list', '--target', 'Quarry Hall', 'demo.json');
    expect((JSON.parse(list.out) as { title: string }[]).map((c) => c.title)).toContain('Decay');
    const named = await call('convert', '--to', 'parameters-csv', 'names.midnam');
    expect(named.out).toContain('Volume,continuous');
    const listed = await call('convert', '--to', 'parameters-csv', 'controllers.json');
    expect(listed.out).toContain('Cutoff,continuous');
    expect(listed.out).toContain(',cc,74,3');
  });
  it('writes MIDI files only where it is told to', async () => {
    expect(await call('convert', '--to', 'test-mid', 'demo.json')).toMatchObject({
      code: 2,
      err: expect.stringContaining('--out'),
    });
    const { code, written } = await call('convert', '--to', 'set-up-mid', '--out', 'x.mid', 'demo.json');
    expect(code).toBe(0);
    const bytes = written.get('x.mid');
    expect(bytes instanceof Uint8Array && new TextDecoder().decode(bytes.subarray(0, 4))).toBe('MThd');
  });
  it('asks which one where there are several, and refuses what it cannot use', async () => {
    expect(await call('convert', '--to', 'midnam', 'demo.json')).toMatchObject({
      code: 2,
      err: expect.stringContaining('Name one with --target'),
    });
    expect(await call('convert', '--to', 'template', '--controller', 'Nobody', 'demo.json')).toMatchObject({ code: 2 });
    expect(await call('convert', '--to', 'rig', 'hex.txt')).toMatchObject({ code: 2 });
    expect(await call('convert', 'demo.json')).toMatchObject({ code: 2, err: expect.stringContaining('--to') });
    expect(await call('convert', '--to', 'rig', 'broken.json')).toMatchObject({ code: 2 });
  });
});

describe('backup and restore', () => {
  it('write everything to one file and put it back; refuse to write over a file, and a folder that is in use', () => {
    const built = resolve(import.meta.dirname, '../../dist/keen.mjs');
    if (!existsSync(built)) throw new Error('build it first: npm run build:keen');
    const folder = mkdtempSync(join(tmpdir(), 'keen-dial-cli-'));
    const keenIn = (...args: string[]) =>
      spawnSync(process.execPath, [built, ...args], {
        encoding: 'utf8',
        env: { ...process.env, KEEN_DIAL_DATA: join(folder, 'data') },
      });
    try {
      expect(keenIn('backup', '--out', join(folder, 'a.sqlite'))).toMatchObject({ status: 2 });
      writeFileSync(join(folder, 'not.sqlite'), 'not a database');
      expect(keenIn('restore', join(folder, 'not.sqlite')).stderr).toContain('no backup');
      expect(keenIn('backup', '--out', join(folder, 'a.sqlite'))).toMatchObject({ status: 0 });
      expect(keenIn('backup', '--out', join(folder, 'a.sqlite')).stderr).toContain('there already');
      const back = keenIn('restore', join(folder, 'a.sqlite'));
      expect(back.stderr).toContain('Restored 0 rigs');
      expect(back.status).toBe(0);
      // What was there before is kept, listed, and restored by its name; nothing else can be named so.
      const listed: { name: string; reason: string; rigs: number }[] = JSON.parse(keenIn('restore', '--list', '--json').stdout);
      expect(listed).toMatchObject([{ reason: 'before-restore', rigs: 0 }]);
      expect(keenIn('restore', '--list').stdout).toContain(listed[0]?.name);
      expect(keenIn('restore', '--from', listed[0]?.name ?? '')).toMatchObject({ status: 0 });
      expect(keenIn('restore', '--from', '../a.sqlite')).toMatchObject({ status: 2 });
      expect(keenIn('restore', '--from', 'daily-none.sqlite').stderr).toContain('no backup called');
      // A database that cannot be opened is moved aside, whole.
      writeFileSync(join(folder, 'data', 'keen-dial.sqlite'), 'no database at all');
      expect(keenIn('restore', join(folder, 'a.sqlite'))).toMatchObject({ status: 0 });
      const kept = readdirSync(join(folder, 'data')).find((name) => name.startsWith('kept-')) ?? '';
      expect(readFileSync(join(folder, 'data', kept), 'utf8')).toBe('no database at all');
      expect(readdirSync(folder).filter((name) => name.startsWith('keen-dial-'))).toEqual([]);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }, 120_000);
  it('beside a server that runs: a backup is made, a restore says to stop it and changes nothing', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'keen-dial-cli-'));
    const data = join(folder, 'data');
    const keenIn = (...args: string[]) =>
      spawnSync(process.execPath, [resolve(import.meta.dirname, '../../dist/keen.mjs'), ...args], {
        encoding: 'utf8',
        env: { ...process.env, KEEN_DIAL_DATA: data },
      });
    const owner = spawn(process.execPath, ['--import', 'tsx', resolve('tests/kit/owner.ts'), data], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    try {
      await new Promise<void>((ready) => owner.stdout.once('data', () => ready()));
      expect(keenIn('backup', '--out', join(folder, 'a.sqlite'))).toMatchObject({ status: 0 });
      const refused = keenIn('restore', join(folder, 'a.sqlite'));
      expect(refused.status).toBe(2);
      expect(refused.stderr).toContain(`process ${owner.pid}`);
      expect(refused.stderr).toContain('Stop it');
      expect(readdirSync(data)).not.toContain('backups');
    } finally {
      owner.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    }
  }, 120_000);
});

describe('published schemas', () => {
  it.each(['rig', 'template', 'profile', 'bundle'])('docs/schemas/%s is what the program checks by', async (of) => {
    const { out } = await call('schema', '--of', of);
    expect(JSON.parse(readFileSync(resolve(import.meta.dirname, `../../docs/schemas/${of}.schema.json`), 'utf8'))).toEqual(
      JSON.parse(out),
    );
  });
});

describe('the built file', () => {
  const built = resolve(import.meta.dirname, '../../dist/keen.mjs');
  it('runs without a loader, from files and from standard input, and leaves nothing behind', () => {
    expect(existsSync(built)).toBe(true);
    const folder = mkdtempSync(join(tmpdir(), 'keen-'));
    try {
      writeFileSync(join(folder, 'show.json'), demo);
      const checked = spawnSync(process.execPath, [built, 'check', 'show.json'], { cwd: folder, encoding: 'utf8' });
      expect(checked.status).toBe(1);
      expect(checked.stdout).toContain('First press does nothing.');
      const piped = spawnSync(process.execPath, [built, 'decode'], { input: 'B4 68 7F', encoding: 'utf8' });
      expect([piped.status, piped.stdout.trim()]).toEqual([0, 'B4 68 7F  CC 104 = 127, ch 5']);
      expect(readFileSync(join(folder, 'show.json'), 'utf8')).toBe(demo);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});
