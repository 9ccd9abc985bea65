import { defineConfig } from 'vitest/config';

/**
 * Only the core's own tests, or a room's, or those of it that `TESTS` names, without what the interface needs: mutants are
 * tried by them. Two properties of the diagnosis that take half a minute and eight seconds are left out: what they alone
 * would notice counts as missed.
 */
export default defineConfig({
  test: {
    include: [`src/core/${process.env.ROOM ?? '**'}/${process.env.TESTS ?? '**/*'}.test.ts`],
    environment: 'node',
    testTimeout: 60_000,
    testNamePattern:
      /^(?!.*(is reproduced exactly by every explanation|never for a short, wherever it lies))/,
  },
});
