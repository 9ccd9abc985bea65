import { defineConfig } from 'vitest/config';

/** Only the core's own tests, or a room's, without what the interface needs: mutants are tried by them. */
export default defineConfig({
  test: {
    include: [`src/core/${process.env.ROOM ?? '**'}/**/*.test.ts`],
    environment: 'node',
    testTimeout: 60_000,
  },
});
