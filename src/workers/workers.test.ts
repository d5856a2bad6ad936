// Workers adapt the core: what they keep between two calls, and what they answer before they have anything.
import { describe, expect, it } from 'vitest';
import { judge, type Renewal, renewalOf, withRenewal } from '@/core/checks';
import { writeParameters, writeRig } from '@/core/formats';
import { targetProfiles } from '@/core/library';
import { channel, packedCc } from '@/core/midi';
import { apply, commonReception, indexRig, invert, type Rig, set } from '@/core/rig';
import { countToEnter } from '@/core/sheets';
import { usualPace } from '@/core/stage';
import { lanternHour } from '@/demo/lantern-hour';
import { madeRig } from '../../tests/bench/made-rig';
import { workerApi } from '../../tests/kit/worker';
import type { FilesWorker } from './files.worker';
import type { JudgeWorker } from './judge.worker';
import type { ProofWorker } from './proof.worker';
import type { SetWorker } from './set.worker';

const demo = lanternHour();
const [parameter] = demo.parameters;
const wish = { school: demo.preferences.school, channels: 'own', notes: false } as const;
if (!parameter) throw new Error('demo changed');
const judgeApi = () => workerApi<JudgeWorker>(() => import('./judge.worker'));
const wholeOf = (rig: Rig) => ({ ...renewalOf(judge(rig), true), toEnter: countToEnter(indexRig(rig)) });
const none = { outcomes: new Map(), findings: new Map(), judged: false };
const loaded = async (judging: JudgeWorker): Promise<Renewal> => {
  const renewal = await judging.load(demo);
  if (!renewal) throw new Error('another rig came in between');
  return renewal;
};

describe('the judge', () => {
  it('answers nothing before it has a rig', async () => {
    const judging = await judgeApi();
    const edit = set('parameters', parameter, 'name', 'Other');
    expect(await judging.edit(edit)).toBeNull();
    expect(judging.plan(wish)).toBeNull();
    expect([judging.drawing('x'), judging.sitting({ kind: 'cc', channel: 1, numbers: [1] })]).toEqual([null, []]);
  });
  it('judges edits as the whole rig would be judged, and says when an edit does not fit its copy', async () => {
    const judging = await judgeApi();
    await judging.load(demo);
    const edit = set('parameters', parameter, 'name', 'Other');
    const after = apply(demo, edit);
    const told = await judging.edit(edit);
    if (!after.ok) throw new Error('the edit fits');
    expect(told).toMatchObject(renewalOf(judge(after.value, judge(demo)), false));
    expect(await judging.edit(edit)).toBeNull();
    expect(await judging.edit(invert(edit))).not.toBeNull();
    expect(await judging.load(demo)).toEqual(wholeOf(demo));
  });
  it('applies of a plan what it showed, and of the plan before nothing', async () => {
    const judging = await judgeApi();
    await judging.load(demo);
    const plan = judging.plan(wish);
    if (plan?.type !== 'plan') throw new Error('the demo can be planned');
    const ids = plan.moves.map((m) => m.id);
    const preview = await judging.planned(plan.number, ids);
    expect(preview?.moves.map((m) => m.id)).toEqual(ids);
    const done = preview?.edit ? apply(demo, preview.edit) : null;
    expect(done === null || done.ok).toBe(true);
    expect((await judging.planned(plan.number, ['of no plan']))?.moves).toEqual([]);
    // Asked once more of the same rig it is the same plan, and what is shown of it can be pressed.
    expect(judging.plan(wish)).toEqual(plan);
    expect(await judging.planned(plan.number, ids)).toEqual(preview);
    const next = judging.plan({ ...wish, anew: true });
    expect(await judging.planned(plan.number, ids)).toBeNull();
    if (next?.type !== 'plan') throw new Error('the demo can be planned anew');
    expect(await judging.planned(next.number, ids)).not.toBeNull();
    await judging.edit(set('parameters', parameter, 'name', 'Other'));
    expect(await judging.planned(next.number, ids)).toBeNull();
  });
  it('offers for each finding only changes that apply, each with what it would do besides', async () => {
    const judging = await judgeApi();
    const { findings } = await loaded(judging);
    let offered = 0;
    for (const finding of findings.flatMap(([, all]) => all))
      for (const fix of (await judging.fixes(finding)).fixes) {
        offered++;
        expect(apply(demo, fix.edit).ok, finding.check).toBe(true);
        expect(fix.consequences).not.toBeNull();
      }
    expect(offered).toBeGreaterThan(3);
  });
  it('tells of a large rig first what is on the screen, and of what comes onto it; in the end of all of it', async () => {
    const judging = await judgeApi();
    const large = madeRig(1200);
    const ids = large.assignments.map((a) => a.id);
    const [shown, scrolled] = [ids.slice(700, 740), ids.slice(1100, 1120)];
    const told: (readonly string[])[] = [];
    judging.parts((part) => {
      told.push(part.outcomes.map(([id]) => id));
      expect(part).toMatchObject({ whole: false, complete: false });
      if (told.length === 1) judging.first(scrolled);
    });
    const whole = await judging.load(large, shown);
    expect(told).toEqual([shown, scrolled]);
    expect(whole).toEqual(wholeOf(large));
  });
  it('says of an edit that touches all of a large rig that it is looked over again, what is on the screen first', async () => {
    const judging = await judgeApi();
    const large = madeRig(1200);
    await judging.load(large);
    const shown = large.assignments.slice(900, 940).map((a) => a.id);
    const told: (readonly string[])[] = [];
    judging.parts((part) => {
      expect(part).toMatchObject({ whole: false, complete: false });
      told.push(part.outcomes.map(([id]) => id));
    });
    const [wire] = large.wires;
    if (!wire) throw new Error('a made rig has wires');
    const edit = set('wires', wire, 'channels', [channel(16)]);
    const after = apply(large, edit);
    if (!after.ok) throw new Error('the edit fits');
    const now = await judging.edit(edit, shown);
    expect(told).toEqual([[], shown]);
    expect(now).toMatchObject({ complete: true });
    const fresh = wholeOf(after.value);
    const copy = withRenewal(now ?? fresh, { ...withRenewal(wholeOf(large), none), judged: false });
    expect(copy).toEqual({ ...withRenewal(fresh, none), judged: true });
  });
  it('answers what is asked while it judges: of the rig at once, of the judgement once there is one; another rig comes in between', async () => {
    const judging = await judgeApi();
    const large = madeRig(1200);
    const [some] = large.assignments;
    const left = judging.load(large);
    expect(some && judging.drawing(some.id)).not.toBeNull();
    const late = judging.planned(1, []);
    const whole = judging.load(demo);
    expect(await left).toBeNull();
    expect(await whole).toEqual(wholeOf(demo));
    expect(await late).toBeNull();
  });
  it('stops mending when it is told to', async () => {
    const judging = await judgeApi();
    const { findings } = await loaded(judging);
    const check = findings.flatMap(([, all]) => all)[0]?.check;
    expect(check && (await judging.mend(check, async () => false))).toBeNull();
  });
});

describe('files', () => {
  it('reads one rig, and refuses none and several with a word', async () => {
    const files = await workerApi<FilesWorker>(() => import('./files.worker'));
    expect(files.rig(writeRig(demo))).toMatchObject({ type: 'rig', cleaned: false });
    expect(files.rig('{')).toMatchObject({ type: 'refused', problems: [{ message: expect.stringContaining('JSON') }] });
  });
  it('reads lists with progress, and name documents by how they begin', async () => {
    const files = await workerApi<FilesWorker>(() => import('./files.worker'));
    const parts: number[] = [];
    const many = Array.from({ length: 600 }, (_, i) => `P ${i},toggle`).join('\n');
    const list = files.read(`name,kind\n${many}`, commonReception.shows, null, (part) => parts.push(part));
    expect(list).toMatchObject({ type: 'parameters', list: { bad: [] } });
    expect(list.type === 'parameters' && list.list.good).toHaveLength(600);
    expect(parts.length).toBeGreaterThanOrEqual(2);
    expect([...parts].sort((a, b) => a - b)).toEqual(parts);
    expect(files.read('<nothing/>', commonReception.shows, null, () => undefined)).toMatchObject({ type: 'refused' });
    const profile = targetProfiles[0];
    if (!profile) throw new Error('no profile ships');
    expect(files.read(writeParameters(profile.parameters).text, commonReception.shows, null, () => undefined)).toMatchObject({
      type: 'parameters',
    });
  });
});

describe('diagnoses', () => {
  it('answers nothing before it has a rig and for a function that is gone; then with changes that apply', async () => {
    const proof = await workerApi<ProofWorker>(() => import('./proof.worker'));
    const heard = [{ atMs: 0, word: packedCc(1, 119, 127) }];
    const asked = demo.assignments.find((a) => a.actions[0]?.type === 'send' && a.gesture.type === 'press');
    expect(asked && proof.diagnose(asked.id, heard)).toBeNull();
    proof.load(demo);
    expect(proof.diagnose('gone', heard)).toBeNull();
    const told = asked ? proof.diagnose(asked.id, heard) : null;
    expect(told?.explanations.length).toBeGreaterThan(0);
    for (const e of told?.explanations ?? []) if (e.intoPlan) expect(apply(demo, e.intoPlan).ok).toBe(true);
  });
});

describe('the set', () => {
  const songs = demo.songs.slice(0, 1).map((song) => ({ ...song, sections: song.sections.slice(0, 3) }));
  const short = { ...demo, songs };
  const changed = {
    ...short,
    songs: songs.map((song) => ({ ...song, sections: song.sections.map((s, i) => (i === 2 ? { ...s, bank: 2 } : s)) })),
  };
  const last = async (set: SetWorker, rig: typeof short, same: boolean): Promise<readonly (readonly string[])[]> => {
    const told = new Map<number, readonly string[]>();
    expect(await set.ways(rig, same, usualPace, (found) => void told.set(found.at, found.words))).toBe(true);
    return [...told.values()];
  };
  const setApi = () => workerApi<SetWorker>(() => import('./set.worker'));
  it('tells of changed songs what it would tell of them at first', async () => {
    const set = await setApi();
    await last(set, short, false);
    const again = await last(set, changed, true);
    expect(again).toEqual(await last(await setApi(), changed, false));
    expect(again).toHaveLength(3);
  });
  it('leaves off where it is asked for another rig meanwhile', async () => {
    const set = await setApi();
    const first = set.ways(short, false, usualPace, () => undefined);
    const second = set.ways(changed, true, usualPace, () => undefined);
    expect([await first, await second]).toEqual([false, true]);
  });
});
