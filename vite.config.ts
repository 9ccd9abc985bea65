import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  worker: { format: 'es' },
  // Packages of the server that also know of Svelte: they stay packages and find what they stand on themselves.
  ssr: { external: ['better-auth', '@better-auth/passkey'] },
  test: {
    include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts'],
    environment: 'node',
    testTimeout: 180_000,
    hookTimeout: 180_000,
    // By itself it leaves one core of two unused.
    maxWorkers: 2,
  },
});
