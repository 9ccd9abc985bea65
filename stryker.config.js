/**
 * Mutants of the core against its tests: `npm run mutation`, hours; of one room against that room's own tests, minutes, with
 * `ROOM=reading npm run mutation`.
 * @type {import('@stryker-mutator/core').PartialStrykerOptions}
 */
export default {
  testRunner: 'vitest',
  buildCommand: 'svelte-kit sync',
  plugins: ['@stryker-mutator/vitest-runner'],
  vitest: { configFile: 'vitest.mutation.config.ts' },
  mutate: [
    `src/core/${process.env.ROOM ?? '{log,reading,diagnose,plan,electrical}'}/**/*.ts`,
    '!src/core/**/*.test.ts',
    '!src/core/**/*.test-types.d.ts',
  ],
  reporters: ['clear-text', 'html', 'progress-append-only'],
  htmlReporter: { fileName: 'data/mutation/report.html' },
  tempDirName: 'data/stryker',
  incremental: true,
  incrementalFile: `data/mutation/${process.env.ROOM ?? 'core'}.json`,
  ignoreStatic: true,
  timeoutMS: 20_000,
  concurrency: 2,
};
