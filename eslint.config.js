import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import { CORE_FLOORS, LIB_FLOORS } from './floors.js';
import svelteConfig from './svelte.config.js';

/** Imports each layer may not make: routes -> lib -> core, and core stands alone. */
const outsideCore = [
  {
    group: ['$lib/*', '$lib', '$app/*', '$env/*', 'svelte', 'svelte/*', '@sveltejs/*'],
    message: 'src/core knows nothing of the interface.',
  },
  {
    group: ['**/lib/**', '**/routes/**', '**/server/**'],
    message: 'Dependencies point one way: routes -> lib -> core.',
  },
  {
    group: ['node:*', 'kysely', 'better-sqlite3'],
    message: 'src/core runs in a browser worker too: no Node, no database.',
  },
];

const noRoutes = { group: ['**/routes/**'], message: 'Dependencies point one way: routes -> lib -> core.' };
const libFloors = LIB_FLOORS.map((room, i) => ({
  files: [`src/lib/${room}/**/*.{ts,svelte}`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          noRoutes,
          ...(i + 1 < LIB_FLOORS.length
            ? [
                {
                  regex: `^(\\$lib|(\\.\\./)+)/?(${LIB_FLOORS.slice(i + 1).join('|')})/`,
                  message: `src/lib/${room} stands below that room: see floors.js.`,
                },
              ]
            : []),
        ],
      },
    ],
  },
}));
const coreFloors = CORE_FLOORS.map((room, i) => ({
  files: [`src/core/${room}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...outsideCore,
          ...(i + 1 < CORE_FLOORS.length
            ? [
                {
                  regex: `^(\\.\\./)+(${CORE_FLOORS.slice(i + 1).join('|')})/`,
                  message: `src/core/${room} stands below that room: see floors.js.`,
                },
              ]
            : []),
        ],
      },
    ],
  },
}));

export default ts.config(
  { ignores: ['build/', '.svelte-kit/', 'node_modules/', 'data/', 'test-results/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', ignoreRestSiblings: true, varsIgnorePattern: '^_' },
      ],
      'svelte/no-navigation-without-resolve': 'off',
      'svelte/prefer-svelte-reactivity': 'off',
    },
  },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { extraFileExtensions: ['.svelte'], parser: ts.parser, svelteConfig } },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: outsideCore }] },
  },
  ...coreFloors,
  {
    files: ['src/lib/**/*.{ts,svelte}'],
    rules: { 'no-restricted-imports': ['error', { patterns: [noRoutes] }] },
  },
  ...libFloors,
  {
    // It throws where it is full or shut: what is small is remembered through one door, which does not.
    files: ['src/**/*.{ts,svelte}'],
    ignores: ['**/*.test.ts', 'src/lib/device/small.ts', 'src/lib/device/device-id.ts'],
    rules: {
      'no-restricted-globals': ['error', { name: 'localStorage', message: 'Use $lib/device/small.' }],
    },
  },
);
