// The tests that judge mutations: those of the core and the laws over it. Tests of folders, databases and screens would run for each
// mutation and say nothing of these files.
import { defineConfig, mergeConfig } from 'vitest/config';
import base from '../../vitest.config';

export default mergeConfig(
  { ...base, test: { ...base.test, include: [] } },
  defineConfig({ test: { include: ['src/core/**/*.test.ts', 'tests/laws/**/*.test.ts'] } }),
);
