import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
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

/** Rooms of the core, the ground floor first: a file imports from its own room and from those before it. */
const CORE_FLOORS = [
  'statistics',
  'wiring',
  'model',
  'reading',
  'copper',
  'electrical',
  'log',
  'diagnose',
  'bench',
  'labels',
  'survey',
  'plan',
  'schedule',
  'cords',
  'run',
  'testers',
  'practice',
  'drill',
  'formats',
  'handover',
  'trend',
  'kit',
  'certify',
  'access',
];
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
                  message: `src/core/${room} stands below that room: see CORE_FLOORS in eslint.config.js.`,
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
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['**/routes/**'], message: 'Dependencies point one way: routes -> lib -> core.' },
          ],
        },
      ],
    },
  },
);
