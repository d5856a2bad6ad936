// Where no single change mends a finding, pairs are tried before that is said.
import { describe, expect, it } from 'vitest';
import { assignment, did, landing, latching, parameter, smallRig, withFunctions } from '../../../tests/kit/small-rig';
import { apply, type Reception, type Rig } from '../rig';
import { judge, type Offer, offeredFixes, searchFixes } from './index';

/** Alternating into a toggle, and wanted to last only while held: values and mode both have to change. */
const both = (modes: Reception['modes']): Rig =>
  withFunctions(
    smallRig([parameter('freeze')], { reception: { modes } }),
    [assignment({ behaviour: latching(127, 0), meant: ['freeze'], wants: [{ parameterId: 'freeze', want: 'while-held' }] })],
    [landing('freeze', { mode: 'toggle' })],
  );

function search(rig: Rig, now: () => number): { readonly singles: number; readonly offer: Offer; readonly steps: number } {
  const judgement = judge(rig);
  const finding = (judgement.findings.get('a1') ?? []).find((f) => f.check === 'not-as-wanted');
  if (!finding) throw new Error('not found');
  let n = 0;
  const newId = () => `n${++n}`;
  const work = searchFixes(judgement, finding, newId, now);
  for (let steps = 0; ; steps++) {
    const step = work.next();
    if (step.done) return { singles: offeredFixes(judgement, finding, newId).length, offer: step.value, steps };
  }
}

describe('two changes together', () => {
  it('are offered where neither does it alone, and do it', () => {
    const rig = both(['toggle', 'absolute']);
    const { offer } = search(rig, () => 0);
    const [pair] = offer.fixes.filter((f) => f.label.includes(', and '));
    if (!pair) throw new Error('none offered');
    expect(offer.fixes.filter((f) => f.label.includes('it is to'))).toEqual([]);
    expect(pair.label).toBe('Send 127 on press, 0 on release, and hear it as absolute');
    const done = apply(rig, pair.edit);
    expect(done.ok && did(done.value, 'freeze')).toMatchObject({ type: 'on-while-held', held: 1 });
  });
  it('that are none are said to be none only if all were tried', () => {
    expect(search(both(['toggle']), () => 0).offer.searched).toBe(true);
    let clock = 0;
    const late = search(both(['toggle', 'absolute']), () => (clock += 200));
    expect(late.offer).toEqual({ fixes: [], searched: false });
  });
});
