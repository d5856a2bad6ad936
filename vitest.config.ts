import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)), 'server-only': fileURLToPath(new URL('./tests/stand-ins/server-only.ts', import.meta.url)) } },
  test: { include: ['src/**/*.test.{ts,tsx}', 'tests/{oracles,laws,architecture,server}/**/*.test.ts'], testTimeout: 30_000 },
});
