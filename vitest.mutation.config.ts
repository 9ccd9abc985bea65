import { defineConfig } from 'vitest/config';

/** Only the core's own tests, without what the interface needs: mutants are tried by them. */
export default defineConfig({
  test: { include: ['src/core/**/*.test.ts'], environment: 'node', testTimeout: 60_000 },
});
