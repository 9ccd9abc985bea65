import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

/**
 * What every screen of a job needs, with the rack that a job opens at, comes as one file, and what bench, prove and redo
 * need besides as another: a phone is slow at forty. Controls are a file of their own, that a job is opened without.
 */
const inFewFiles: Plugin = {
  name: 'in-few-files',
  config: ({ build }, { command }) =>
    command === 'build' && !build?.ssr
      ? {
          build: {
            rolldownOptions: {
              output: {
                codeSplitting: {
                  // What is in two of them goes to the one of the higher priority.
                  groups: [
                    {
                      name: 'frame',
                      test: /src\/routes\/(\[job\]\/)?(\+layout|rack\/\+page)\.(svelte|ts)$|generated\/client\//,
                      priority: 3,
                    },
                    { name: 'controls', test: /node_modules\/bits-ui\/|src\/lib\/controls\//, priority: 2 },
                    { name: 'work', test: /src\/routes\/\[job\]\/(bench|prove|redo)\//, priority: 1 },
                  ],
                },
              },
            },
          },
        }
      : {},
};

export default defineConfig({
  plugins: [tailwindcss(), sveltekit(), inFewFiles],
  worker: { format: 'es' },
  // Packages of the server that also know of Svelte: they stay packages and find what they stand on themselves.
  ssr: { external: ['better-auth', '@better-auth/passkey'] },
  test: {
    projects: [
      {
        extends: true,
        // Nothing of the core keeps anything for the next test: its files share what they import.
        test: { name: 'core', include: ['src/core/**/*.test.ts'], isolate: false },
      },
      { extends: true, test: { name: 'unit', include: ['src/lib/**/*.test.ts', 'tests/unit/**/*.test.ts'] } },
    ],
    environment: 'node',
    testTimeout: 180_000,
    hookTimeout: 180_000,
    // By itself it leaves one core of two unused.
    maxWorkers: 2,
  },
});
