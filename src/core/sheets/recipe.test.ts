import { describe, expect, it } from 'vitest';
import { controllerTemplates } from '../library';
import { exampleValues, writeRecipe } from './recipe';

const values = { switch: 'FS 3', type: 'CC', channel: '5', number: '104', values: '127 / 0' };

describe('a recipe', () => {
  it('is written out sentence by sentence with its places filled', () => {
    const { steps, actions, seconds } = writeRecipe(
      'Hold EDIT. Step on {switch}. Turn to {number}, press.\nHold EDIT to keep.',
      values,
    );
    expect(steps).toEqual(['Hold EDIT.', 'Step on FS 3.', 'Turn to 104, press.', 'Hold EDIT to keep.']);
    expect(actions).toBe(5);
    expect(seconds).toBe(10);
  });
  it('names places that it does not know, and leaves them as they stand', () => {
    expect(writeRecipe('Turn to {nummer}.', values)).toMatchObject({ steps: ['Turn to {nummer}.'], unknown: ['{nummer}'] });
  });
  it('reads its places whatever their case, and an empty one has no steps', () => {
    expect(writeRecipe('Press {Switch}.', values).steps).toEqual(['Press FS 3.']);
    expect(writeRecipe('  ', values)).toEqual({ steps: [], actions: 0, seconds: 0, unknown: [] });
  });
  it('of every shipped controller knows all its places', () => {
    for (const { name, firmware, panel } of controllerTemplates) {
      const control = panel.controls[0];
      const done = writeRecipe(firmware.recipe, exampleValues(control?.name ?? '', control?.factory[0]?.message ?? null));
      expect(done.unknown, name).toEqual([]);
      expect(firmware.programmedAt !== 'panel' || firmware.recipe === '' || done.actions > 0, name).toBe(true);
    }
  });
});
