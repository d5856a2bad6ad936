// What ships: whole rigs that every schema accepts, every kind of control, and the way to a rig and back.

import { describe, expect, it } from 'vitest';
import { done } from '../../../tests/kit/edits';
import { cc, fixed } from '../../../tests/kit/small-rig';
import { lanternHour } from '../../demo/lantern-hour';
import { groupBy } from '../base';
import { addController, addTarget, changeArrival } from '../commands';
import { parseFile, writeTemplate } from '../formats';
import { addressKey } from '../midi';
import { type Action, emptyRig, firstBroken, type Rig, rowSchemas, type TableName } from '../rig';
import { controllerTemplates, profileOf, profileRig, summaryOf, targetProfiles, templateOf, templateRig, unitTemplate } from '.';

let count = 0;
const newId = (): string => `n${++count}`;
const fits = (table: TableName, rows: readonly object[]): void => {
  for (const row of rows) expect(rowSchemas[table].safeParse(row).error?.issues ?? []).toEqual([]);
};

describe('shipped controllers', () => {
  it('are twelve or more, over every kind of control, each with a name and id of its own', () => {
    expect(controllerTemplates.length).toBeGreaterThanOrEqual(12);
    const kinds = new Set(controllerTemplates.flatMap((t) => t.panel.controls.map((c) => c.kind)));
    expect([...kinds].sort()).toEqual(
      ['button', 'encoder', 'expression', 'fader', 'footswitch', 'jog', 'key-range', 'knob', 'pad', 'ribbon'].sort(),
    );
    expect(new Set(controllerTemplates.map((t) => t.id)).size).toBe(controllerTemplates.length);
    expect(new Set(controllerTemplates.map((t) => t.name)).size).toBe(controllerTemplates.length);
  });
  it.each(controllerTemplates)('$name fits its schemas and its panel, no control over another', (template) => {
    const rig = templateRig(template, 'x');
    fits('controllers', rig.controllers);
    fits('controls', rig.controls);
    expect(new Set(rig.controls.map((c) => c.name)).size).toBe(rig.controls.length);
    for (const c of rig.controls) {
      expect(c.x + c.width).toBeLessThanOrEqual(template.panel.width);
      expect(c.y + c.height).toBeLessThanOrEqual(template.panel.height);
      for (const d of rig.controls) {
        if (c.id >= d.id) continue;
        const apart = c.x + c.width <= d.x || d.x + d.width <= c.x || c.y + c.height <= d.y || d.y + d.height <= c.y;
        expect(apart, `${c.name} and ${d.name}`).toBe(true);
      }
    }
  });
  it.each(controllerTemplates)('$name sends from the factory only what its firmware can', ({ panel, firmware }) => {
    for (const { gesture, message } of panel.controls.flatMap((c) => c.factory)) {
      expect(firmware.messages).toContain(message.type);
      expect(firmware.gestures).toContain(gesture);
    }
  });
  it.each(controllerTemplates)('$name survives becoming a rig and a template again', (template) => {
    const again = templateOf(templateRig(template, 'x'), template);
    expect({ ...again, summary: '' }).toMatchObject({ name: template.name, firmware: template.firmware, panel: template.panel });
  });
  it('takes its groups and arrivals along, for nothing in particular, to a file and onto another rig', () => {
    const made = lanternHour();
    const [first] = made.arrivals;
    const message: Action = {
      type: 'send',
      message: cc(20),
      behaviour: fixed(5),
      pinned: false,
      meant: [made.parameters[0]?.id ?? ''],
    };
    const demo = first
      ? done(made, changeArrival(first, { actions: [...first.actions, message, { type: 'wait', ms: 20 }] }))
      : made;
    const [group] = demo.groups;
    const [arrival] = demo.arrivals;
    const unit = demo.controllers.find((c) => c.id === group?.controllerId);
    if (!group || !arrival || !unit || arrival.controllerId !== unit.id) throw new Error('the demo has both on its board');
    expect(demo.arrivals.flatMap((a) => a.actions).some((a) => a.type === 'send' && a.meant.length > 0)).toBe(true);
    const file = parseFile(writeTemplate(unitTemplate(demo, unit, { id: '', version: 1 })));
    if (!file.ok) throw new Error(JSON.stringify(file.error));
    const [item] = file.value;
    const template = item && templateOf(item.rig, { id: 'board', version: 1 });
    if (!template) throw new Error('no template');
    const rig = done(emptyRig('r', 'r'), addController(emptyRig('r', 'r'), template, 'Board', newId).edit);
    expect(firstBroken(rig)).toBeNull();
    const names = (of: Rig, ids: readonly string[]) => ids.map((id) => of.controls.find((c) => c.id === id)?.name);
    const own = (of: Rig, id: string | undefined) => ({
      groups: of.groups
        .filter((g) => g.controllerId === id)
        .map((g) => [g.name, g.bank, g.page, g.pressedAgain, g.sendsOff, names(of, g.controlIds)]),
      arrivals: of.arrivals
        .filter((a) => a.controllerId === id)
        .map((a) => [
          a.bank,
          a.page,
          a.atStart,
          a.actions.map((x) => (x.type === 'send' ? { ...x, meant: [] } : x)),
          names(
            of,
            a.latches.map((l) => l.controlId),
          ),
          a.latches.map((l) => l.on),
        ]),
    });
    expect(own(rig, rig.controllers[0]?.id)).toEqual(own(demo, unit.id));
    expect(rig.arrivals.flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? x.meant : [])))).toEqual([]);
    // A file that names a switch which is not there, or lets an arrival lead elsewhere, is refused with its place.
    const changed = (change: object): string => writeTemplate({ ...template, ...change });
    expect(
      parseFile(changed({ arrivals: [{ ...template.arrivals?.[0], actions: [{ type: 'go', to: { type: 'last-used' } }] }] })),
    ).toMatchObject({ ok: false });
    expect(parseFile(changed({ groups: [{ ...template.groups?.[0], controls: [0, 0] }] }))).toMatchObject({ ok: false });
  });
  it('are copied with their origin: each control of the copy names the control that it came from', () => {
    for (const template of controllerTemplates) {
      const { edit } = addController(emptyRig('r', 'r'), template, template.name, newId);
      const origins =
        edit.type === 'batch'
          ? edit.edits.flatMap((e) => (e.type === 'insert' && e.table === 'controls' ? [e.row.origin] : []))
          : [];
      expect(origins).toEqual(templateRig(template, 'x').controls.map((c) => c.id));
    }
  });
});

describe('shipped targets', () => {
  it('are eight or more, one for each kind of job', () => {
    expect(targetProfiles.length).toBeGreaterThanOrEqual(8);
    for (const id of ['reverb', 'delay', 'filter', 'sampler', 'looper', 'mixer-32', 'cue-player', 'dimmer-24'])
      expect(targetProfiles.map((p) => p.id)).toContain(id);
  });
  it.each(targetProfiles)(
    '$name fits its schemas, names each parameter once, and its rig points at nothing that is not there',
    (p) => {
      const rig = profileRig(p, 'x');
      fits('targets', rig.targets);
      fits('parameters', rig.parameters);
      fits('presets', rig.presets);
      fits('landings', rig.landings);
      expect(new Set(rig.parameters.map((r) => r.name)).size).toBe(rig.parameters.length);
      expect(firstBroken(rig)).toBeNull();
      expect(profileOf(rig, p)?.parameters.map((r) => r.name)).toEqual(p.parameters.map((r) => r.name));
      expect(profileOf(rig, p)).toMatchObject({ presets: p.presets, numbers: p.numbers });
      // One number moves one thing: of two rows at an address the values tell.
      const addresses = rig.landings.map((l) => addressKey(l.address));
      expect(new Set(addresses).size).toBe(addresses.length);
    },
  );
  it('the mixer has 32 channels in banks of 8, and four controls on each', () => {
    const mixer = targetProfiles.find((p) => p.id === 'mixer-32');
    const groups = groupBy(mixer?.parameters ?? [], (p) => p.group);
    expect([...groups].filter(([g]) => String(g).startsWith('Channels')).map(([, list]) => list.length)).toEqual([
      32, 32, 32, 32,
    ]);
  });
  it('are wired to every controller when they come onto a rig', () => {
    const [template] = controllerTemplates;
    const [profile] = targetProfiles;
    if (!template || !profile) throw new Error('nothing ships');
    const rig = { ...emptyRig('r', 'r'), controllers: templateRig(template, 'x').controllers };
    const { edit } = addTarget(rig, profile, profile.name, newId);
    const tables = edit.type === 'batch' ? edit.edits.map((e) => ('table' in e ? e.table : '')) : [];
    expect(tables.filter((t) => t === 'wires')).toHaveLength(1);
    expect(tables.filter((t) => t === 'parameters')).toHaveLength(profile.parameters.length);
  });
});

describe('a summary', () => {
  it('counts what is on a panel, in words', () => {
    expect(
      summaryOf(
        Array.from({ length: 8 }, () => ({ kind: 'footswitch' })),
        1,
      ),
    ).toBe('8 footswitches');
    expect(summaryOf([{ kind: 'fader' }, { kind: 'fader' }, { kind: 'key-range' }], 4)).toBe('2 faders, 1 key range, 4 banks');
    expect(summaryOf([], 1)).toBe('an empty panel');
  });
});
