// A copy on a rig against a newer version in the library: three sides, each difference by itself.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type ControllerTemplate,
  controllerTemplates,
  profileOf,
  profileRig,
  type TargetProfile,
  targetProfiles,
} from '../library';
import { apply, type Control, type Edit, emptyRig, firstBroken, type Rig, set } from '../rig';
import { adoptController, adoptTarget, controllerDifferences, targetDifferences } from './copies';
import { addController, addTarget } from './gear';

let count = 0;
const newId = (): string => `n${++count}`;
const done = (rig: Rig, edit: Edit): Rig => {
  const next = apply(rig, edit);
  if (!next.ok) throw new Error(JSON.stringify(next.error));
  expect(firstBroken(next.value)).toBeNull();
  return next.value;
};
const only = <T>(rows: readonly T[]): T => {
  const [row] = rows;
  if (row === undefined) throw new Error('nothing there');
  return row;
};
const first = only(controllerTemplates);
const changed = (t: ControllerTemplate, change: (c: Control, i: number) => Partial<Control> | null): ControllerTemplate => ({
  ...t,
  version: t.version + 1,
  panel: {
    ...t.panel,
    controls: t.panel.controls.flatMap((c, i) => {
      const by = change({ ...c, id: '', order: 0, controllerId: '' }, i);
      return by === null ? [] : [{ ...c, ...by }];
    }),
  },
});
const copy = (): Rig => done(emptyRig('r', 'r'), addController(emptyRig('r', 'r'), first, 'Mine', newId).edit);

describe('a controller and the library', () => {
  it('has no differences right after it was copied', () => {
    const rig = copy();
    expect(controllerDifferences(rig, only(rig.controllers), first, first)).toEqual([]);
  });
  it('offers what the library changed, and leaves what only the rig changed', () => {
    let rig = copy();
    rig = done(rig, set('controls', only(rig.controls), 'name', 'My switch'));
    const next = changed({ ...first, firmware: { ...first.firmware, holdMs: 500, banks: 6 } }, (_, i) =>
      i === 1 ? { x: 99 } : {},
    );
    const found = controllerDifferences(rig, only(rig.controllers), first, next);
    expect(found.map((d) => [d.part, d.field, d.there, d.changedHere])).toEqual([
      [null, 'holdMs', 500, false],
      [null, 'banks', 6, false],
      [first.panel.controls[1]?.name, 'x', 99, false],
    ]);
    const after = done(rig, adoptController(rig, only(rig.controllers), next, found, newId));
    expect(only(after.controllers)).toMatchObject({ templateVersion: next.version, firmware: { holdMs: 500, banks: 6 } });
    expect(only(after.controls).name).toBe('My switch');
    expect(controllerDifferences(after, only(after.controllers), next, next).filter((d) => !d.changedHere)).toEqual([]);
  });
  it('says where both sides changed the same thing', () => {
    let rig = copy();
    rig = done(rig, set('controls', only(rig.controls), 'name', 'My switch'));
    const next = changed(first, (_, i) => (i === 0 ? { name: 'Stomp 5' } : {}));
    expect(controllerDifferences(rig, only(rig.controllers), first, next)).toMatchObject([
      { field: 'name', here: 'My switch', there: 'Stomp 5', changedHere: true },
    ]);
  });
  it('adds and removes controls, and does not bring back what the rig itself took away', () => {
    let rig = copy();
    const gone = rig.controls.find((c) => c.origin === 'c3');
    if (!gone) throw new Error('gone');
    rig = done(rig, { type: 'remove', table: 'controls', was: gone });
    const grown = changed(first, (c) => (c.name === 'FS 6' ? null : {}));
    const next = {
      ...grown,
      panel: {
        ...grown.panel,
        controls: [...grown.panel.controls, { ...only(grown.panel.controls), name: 'Extra', origin: 'c99' }],
      },
    };
    const found = controllerDifferences(rig, only(rig.controllers), first, next);
    expect(found.map((d) => [d.kind, d.part])).toEqual([
      ['added', 'Extra'],
      ['removed', 'FS 6'],
    ]);
    const after = done(rig, adoptController(rig, only(rig.controllers), next, found, newId));
    expect(after.controls.map((c) => c.name)).toContain('Extra');
    expect(after.controls.map((c) => c.name)).not.toContain('FS 6');
  });
  it('once all is taken, nothing is left to take, whatever changed on either side', () => {
    const change = fc.record({ i: fc.nat(9), x: fc.integer({ min: 0, max: 90 }), there: fc.boolean() });
    fc.assert(
      fc.property(fc.array(change, { maxLength: 12 }), fc.integer({ min: 100, max: 900 }), (list, holdMs) => {
        let rig = copy();
        for (const { i, x } of list.filter((c) => !c.there)) {
          const row = rig.controls[i];
          if (row) rig = done(rig, set('controls', row, 'x', x));
        }
        const theirs = new Map(list.filter((c) => c.there).map((c) => [c.i, c.x]));
        const next = changed({ ...first, firmware: { ...first.firmware, holdMs } }, (_, i) =>
          theirs.has(i) ? { x: theirs.get(i) ?? 0 } : {},
        );
        const unit = only(rig.controllers);
        const after = done(rig, adoptController(rig, unit, next, controllerDifferences(rig, unit, first, next), newId));
        expect(controllerDifferences(after, only(after.controllers), first, next)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
  it('taking nothing keeps the copy and is not asked again', () => {
    const rig = copy();
    const next = changed(first, () => ({ width: 30 }));
    const after = done(rig, adoptController(rig, only(rig.controllers), next, [], newId));
    expect(after.controls).toEqual(rig.controls);
    expect(only(after.controllers).templateVersion).toBe(next.version);
  });
});

describe('a target and the library', () => {
  const profile = targetProfiles.find((p) => p.id === 'delay');
  if (!profile) throw new Error('the profile is gone');
  it('takes over ranges and facts, and never the start of the show', () => {
    const rig = done(emptyRig('r', 'r'), addTarget(emptyRig('r', 'r'), profile, 'Echo', newId).edit);
    const again = profileOf(profileRig(profile, 'x'), { id: profile.id, version: 2 });
    if (!again) throw new Error('gone');
    const next: TargetProfile = {
      ...again,
      reception: { ...again.reception, takeover: ['jump', 'pickup'] },
      parameters: again.parameters.map((p) => (p.name === 'Time' ? { ...p, highest: 4000, start: 800 } : p)),
    };
    const unit = only(rig.targets);
    const found = targetDifferences(rig, unit, profile, next);
    expect(found.map((d) => [d.part, d.field])).toEqual([
      [null, 'takeover'],
      ['Time', 'highest'],
    ]);
    const after = done(rig, adoptTarget(rig, unit, next, found, newId));
    expect(after.parameters.find((p) => p.name === 'Time')).toMatchObject({ highest: 4000, start: 375 });
    expect(only(after.targets)).toMatchObject({ profileVersion: 2, reception: { takeover: ['jump', 'pickup'] } });
  });
});
