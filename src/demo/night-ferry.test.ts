// The demo rig for the hands: all of it mapped, its layer in the software, one honest mistake.
import { describe, expect, it } from 'vitest';
import { outcome } from '@/core/bench';
import { judge } from '@/core/checks';
import { parseRig, writeRig } from '@/core/formats';
import { indexRig, type Rig } from '@/core/rig';
import { doneBy } from '@/core/wants';
import { nightFerry } from './night-ferry';

const rig: Rig = nightFerry();
const index = indexRig(rig);

describe('Night Ferry', () => {
  it('is the same each time, and a file of it is read as it is', () => {
    expect(nightFerry()).toEqual(rig);
    expect(parseRig(writeRig(rig))).toEqual({ ok: true, value: rig });
  });
  it('does as wanted with every function', () => {
    for (const row of rig.assignments) {
      const done = doneBy(index, row, outcome(index, row));
      expect(done.length).toBeGreaterThan(0);
      expect(done.filter((d) => !d.asWanted)).toEqual([]);
    }
    expect(rig.parameters.filter((p) => !index.sendsFor.has(p.id))).toEqual([]);
  });
  it('sends to the hall with the same faders while the button is held, and not otherwise', () => {
    const [hall] = rig.layers;
    expect(hall?.madeIn).toBe('host');
    const held = rig.assignments.filter((a) => a.layerId === hall?.id);
    expect(held).toHaveLength(4);
    expect(new Set(held.map((a) => a.controlId)).size).toBe(4);
  });
  it('has one thing to look at, and nothing that must be fixed', () => {
    const open = [...judge(rig).findings.values()].flat().filter((f) => f.severity !== 'note');
    expect(open.map((f) => `${f.severity} ${f.check}`)).toEqual(['caution loud-jump']);
  });
});
