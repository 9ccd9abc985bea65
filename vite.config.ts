import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

/** What every screen of a job needs, the frame of it and all that stands on, comes as one file: a phone is slow at forty. */
const inOneFile: Plugin = {
  name: 'in-one-file',
  config: ({ build }, { command }) =>
    command === 'build' && !build?.ssr
      ? {
          build: {
            rolldownOptions: {
              output: {
                codeSplitting: {
                  groups: [
                    { name: 'frame', test: /src\/routes\/(\[job\]\/)?\+layout\.svelte|generated\/client\// },
                  ],
                },
              },
            },
          },
        }
      : {},
};

export default defineConfig({
  plugins: [tailwindcss(), sveltekit(), inOneFile],
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
