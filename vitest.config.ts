import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  resolve: {
    alias: [
      { find: /^@\//, replacement: here('./src/') },
      // These packages name a main file that they do not ship; the module that they do ship is asked for directly.
      { find: /^@tonaljs\/([a-z-]+)$/, replacement: here('./node_modules/@tonaljs/$1/dist/index.mjs') },
    ],
  },
  test: {
    include: ['src/**/*.test.{ts,tsx}', 'tests/{oracles,laws,architecture,server,fuzz,bench}/**/*.test.ts'],
    setupFiles: ['tests/kit/seed.ts'],
    server: { deps: { inline: [/@tonaljs/] } },
    // So long that it only ends what hangs: how fast something is belongs to `npm run bench`, and machines differ threefold.
    testTimeout: 120_000,
    // On a machine of two cores the runner would take only one of them.
    maxWorkers: Math.max(2, availableParallelism() - 1),
  },
});
