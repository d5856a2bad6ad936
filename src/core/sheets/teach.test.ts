// Lessons: what is sent is what is planned, and nothing that would set something off.
import { describe, expect, it } from 'vitest';
import {
  assignment,
  cc,
  continuous,
  fixed,
  landing,
  latching,
  momentary,
  parameter,
  range,
  smallRig,
} from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { addressKey, messageStreamsIn } from '../midi';
import { type Behaviour, indexRig, type Landing, type Parameter } from '../rig';
import { fires } from './target-steps';
import { lessonFor } from './teach';

const lesson = (p: Parameter, behaviour: Behaviour, change: Partial<Landing> = {}) => {
  const row = landing(p.id, { address: cc(104), from: p.lowest, to: p.highest, ...change });
  return lessonFor(indexRig({ ...smallRig([p]), landings: [row], assignments: [assignment({ behaviour, meant: [p.id] })] }), row);
};
const values = (l: ReturnType<typeof lesson>) => (l.type === 'send' ? l.values : l.why);

describe('teaching', () => {
  it('presses a switch once as it is planned', () => {
    expect(values(lesson(parameter('Freeze'), momentary(100, 20)))).toEqual([100, 20]);
    expect(values(lesson(parameter('Freeze'), latching(127, 0)))).toEqual([127, 0]);
    expect(values(lesson(parameter('Freeze'), fixed(90)))).toEqual([90]);
  });
  it('moves a few steps and back, for what is loud from its quiet end', () => {
    const there = [0, 1, 2, 3, 4, 5, 6, 5, 4, 3, 2, 1, 0];
    const loud = continuous('Level', -60, 0, { tags: ['loudness'] });
    expect(values(lesson(continuous('Mix', 0, 100), range(0, 127)))).toEqual(there);
    expect(values(lesson(loud, range(0, 127)))).toEqual(there);
    expect(values(lesson(continuous('Mix', 0, 100), range(100, 20)))).toEqual(there.map((v) => 100 - v));
  });
  it('of what is loud goes the same way whatever the sender does, and is typed where the receiver runs backwards', () => {
    const there = [0, 1, 2, 3, 4, 5, 6, 5, 4, 3, 2, 1, 0];
    const loud = continuous('Level', -60, 0, { tags: ['loudness'] });
    const typed = /Level would go|Level would be loud/;
    // Reversed at the sender, at the receiver, at both.
    expect(values(lesson(loud, range(127, 0)))).toEqual(there);
    expect(values(lesson(loud, range(0, 127), { from: 0, to: -60 }))).toMatch(typed);
    expect(values(lesson(loud, range(127, 0), { from: 0, to: -60 }))).toMatch(typed);
    // Only a part of the range, from above: quiet as planned is loud for the parameter itself only at its other end.
    expect(values(lesson(loud, range(0, 127), { from: -12, to: 0 }))).toEqual(there);
    // A switch, clicks and a steep curve are loud at once.
    expect(values(lesson(loud, momentary(127, 0), { mode: 'toggle' }))).toMatch(/how loud/);
    expect(values(lesson(loud, range(0, 127), { curve: { type: 'logarithmic', amount: 10 } }))).toMatch(typed);
  });
  it('types mutes and bypasses, and what shares its message with something loud', () => {
    expect(values(lesson(parameter('Bypass'), latching(127, 0)))).toMatch(/no quiet end/);
    expect(values(lesson(parameter('Drums', { role: 'mute' }), latching(127, 0)))).toMatch(/no quiet end/);
    expect(values(lesson(parameter('Muted voice'), latching(127, 0)))).toMatch(/no quiet end/);
    const [mix, level] = [continuous('Mix', 0, 100), continuous('Level', -60, 0, { tags: ['loudness'] })];
    const rows = [landing('Mix', { address: cc(104) }), landing('Level', { address: cc(104), from: 0, to: -60 })];
    const index = indexRig({ ...smallRig([mix, level]), landings: rows, assignments: [] });
    expect(rows[0] && values(lessonFor(index, rows[0]))).toMatch(/Level would/);
  });
  it('sends nothing to what takes numbers by typing only', () => {
    const p = parameter('Freeze');
    const row = landing(p.id, { address: cc(104) });
    const rig = smallRig([p], { reception: { learning: { by: 'type', meanwhile: 'nothing' } } });
    const functions = [assignment({ behaviour: fixed(90), meant: [p.id] })];
    expect(values(lessonFor(indexRig({ ...rig, landings: [row], assignments: functions }), row))).toMatch(/typing only/);
  });
  it('clicks there and back', () => {
    const coding = 'binary-offset' as const;
    expect(
      values(lesson(continuous('Mix', 0, 100), { type: 'relative', coding, acceleration: 1 }, { mode: 'relative', coding })),
    ).toEqual([65, 65, 65, 63, 63, 63]);
  });
  it('refuses what would set something off, also by sharing its message', () => {
    expect(values(lesson(parameter('Thunder', { kind: 'trigger' }), fixed(127)))).toMatch(/set off Thunder/);
    expect(values(lesson(parameter('Cut', { tags: ['panic'] }), fixed(127)))).toMatch(/set off Cut/);
    const [mix, thunder] = [continuous('Mix', 0, 100), parameter('Thunder', { kind: 'trigger' })];
    const rows = [landing('Mix', { address: cc(104) }), landing('Thunder', { address: cc(104) })];
    const index = indexRig({ ...smallRig([mix, thunder]), landings: rows, assignments: [] });
    expect(rows[0] && values(lessonFor(index, rows[0]))).toMatch(/sets off Thunder/);
  });
  it('refuses what only a layer of the host hears: its message is that of Base', () => {
    const layer = {
      id: 'veil',
      order: 1,
      name: 'Veil',
      letter: 'V',
      shape: 'circle' as const,
      modifierControlId: 'mod',
      mode: 'while-held' as const,
      tap: [],
      scope: { type: 'all' as const },
      madeIn: 'host' as const,
      signal: null,
      fallsThrough: true,
      blinks: 0,
      alsoOpenedBy: [],
      alsoSignals: [],
      together: false,
      signalBy: 'added' as const,
      entered: null,
    };
    const row = landing('Mix', { address: cc(104), hostLayerId: 'veil' });
    const index = indexRig({ ...smallRig([continuous('Mix', 0, 100)], { layers: [layer] }), landings: [row] });
    expect(values(lessonFor(index, row))).toMatch(/only in Veil of the host/);
  });
  it('on the whole demo it sends each landing its own address and never one that fires', () => {
    const index = indexRig(lanternHour());
    let sent = 0;
    for (const row of index.rig.landings) {
      const taught = lessonFor(index, row);
      const fired = (index.landingsAt.get(addressKey(row.address)) ?? []).some((l) => {
        const p = index.parameters.get(l.parameterId);
        return p !== undefined && fires(p);
      });
      if (taught.type === 'refused') continue;
      sent++;
      expect(fired).toBe(false);
      expect(messageStreamsIn(taught.words, [row.address]).map((s) => s.message)).toEqual([row.address]);
    }
    expect(sent).toBeGreaterThan(10);
  });
});
