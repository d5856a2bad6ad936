import { expect, it } from 'vitest';
import * as z from 'zod';
import { channelSchema, u7Schema } from '@/core/midi';
import { limitWords } from './number-field';

it.each<[z.ZodType<number>, string, number, string]>([
  [z.number().int().min(1).max(128), '', 1, 'Enter a whole number from 1 to 128.'],
  [z.number().min(0).max(1), '%', 100, 'Enter a number from 0 to 100 %.'],
  [z.number().min(10).max(5000), 'ms', 1, 'Enter a number from 10 to 5000 ms.'],
  [channelSchema, '', 1, 'Enter a whole number from 1 to 16.'],
  [u7Schema, '', 1, 'Enter a whole number from 0 to 127.'],
])('limits are told as the schema has them', (schema, unit, times, words) => {
  expect(limitWords(schema, unit, times)).toBe(words);
});
