import { describe, expect, it } from 'vitest';
import { lanternHour } from '../../demo/lantern-hour';
import { controllerTemplates } from '../library';
import { channel, u7 } from '../midi';
import { indexRig } from '../rig';
import { writeRecipe } from './recipe';
import { exampleValues, recipeFor, recipeValues } from './recipe-values';
import { makeSheet } from './sheet';

const values = exampleValues('FS 3', { type: 'cc', channel: channel(5), number: u7(104) });

describe('a recipe', () => {
  it('is written out sentence by sentence with its places filled', () => {
    const { steps, actions, seconds } = writeRecipe('Hold EDIT. Step on {switch}. Turn to {number}, press.\nHold EDIT to keep.', [
      values,
    ]);
    expect(steps).toEqual(['Hold EDIT.', 'Step on FS 3.', 'Turn to 104, press.', 'Hold EDIT to keep.']);
    expect(actions).toBe(5);
    expect(seconds).toBe(10);
  });
  it('names places that it does not know, and leaves them as they stand', () => {
    expect(writeRecipe('Turn to {nummer}.', [values])).toMatchObject({ steps: ['Turn to {nummer}.'], unknown: ['{nummer}'] });
  });
  it('reads its places whatever their case, and an empty one has no steps', () => {
    expect(writeRecipe('Press {Switch}.', [values]).steps).toEqual(['Press FS 3.']);
    expect(writeRecipe('  ', [values])).toEqual({ steps: [], actions: 0, seconds: 0, unknown: [] });
  });
  it('of every shipped controller knows all its places', () => {
    for (const { name, firmware, panel } of controllerTemplates) {
      const control = panel.controls[0];
      const done = writeRecipe(firmware.recipe, [exampleValues(control?.name ?? '', control?.factory[0]?.message ?? null)]);
      expect(done.unknown, name).toEqual([]);
      expect(firmware.programmedAt !== 'panel' || firmware.recipe === '' || done.actions > 0, name).toBe(true);
    }
  });
  it('writes what stands in brackets for each message, the rest once; without brackets all of it for each', () => {
    const two = [values, { ...values, number: '105' }];
    const { steps, actions } = writeRecipe('Step on {switch}. [Turn to {number}. Press {first}, {second}.] Press KEEP.', two);
    expect(steps).toEqual(['Step on FS 3.', 'Turn to 104.', 'Press 127, 0.', 'Turn to 105.', 'Press 127, 0.', 'Press KEEP.']);
    expect(actions).toBe(6);
    expect(writeRecipe('Step on {switch}. Turn to {number}.', two).steps).toHaveLength(4);
  });
  it('ends no sentence inside a name, and counts no press in one', () => {
    const named = { ...values, switch: 'No. 1 press. hold' };
    expect(writeRecipe('Step on {switch}. Turn to {number}.', [named])).toMatchObject({
      steps: ['Step on No. 1 press. hold.', 'Turn to 104.'],
      actions: 2,
    });
  });
  it('says so where a control has nothing for a place', () => {
    expect(writeRecipe('Turn to {program}.', [{ ...values, program: '' }]).steps).toEqual(['Turn to –.']);
  });
  it('has the numbers of each function of the demo', () => {
    const sheet = makeSheet(indexRig(lanternHour()));
    const line = sheet.controllers.flatMap((c) => c.lines).find((l) => l.of.type === 'function' && l.of.assignment.bank !== null);
    if (line?.of.type !== 'function') throw new Error('demo changed');
    const [own] = sheet.controllers;
    const firmware = own && { ...own.controller.firmware, recipe: 'Bank {bank}. {number} {first} {second}.' };
    if (!firmware) throw new Error('demo changed');
    const { bank, number, first, second } = recipeValues(line);
    expect(bank).toBe(String(line.of.assignment.bank));
    expect(recipeFor({ firmware }, [line])?.steps[1]).toBe(`${number} ${first || '–'} ${second || '–'}.`);
  });
});
