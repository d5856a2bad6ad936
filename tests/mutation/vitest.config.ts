// The tests that judge mutations: those of rows, controllers, receivers and the bench, and the laws over them. A mutation that only a
// test of sheets, numbers or proofs would notice counts as unnoticed: the rule it breaks has no test of its own.
import { defineConfig, mergeConfig } from 'vitest/config';
import base from '../../vitest.config';

export default mergeConfig(
  { ...base, test: { ...base.test, include: [] } },
  defineConfig({
    test: { include: ['src/core/{rig,controller,receiver,bench,modes}/**/*.test.ts', 'tests/{laws,oracles}/**/*.test.ts'] },
  }),
);
