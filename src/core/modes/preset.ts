import { defineMode } from './mode';
import { set } from './set';

/** Each message that acts loads one preset: its number is the value that is set. */
export const preset = defineMode({ ...set, type: 'preset', name: 'preset', launches: true, changesSound: true });
