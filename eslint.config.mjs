import js from '@eslint/js';
import angular from 'angular-eslint';
import ts from 'typescript-eslint';
import { noOutsideKeys } from './tools/no-outside-keys.mjs';
import { onlyMaterial } from './tools/only-material.mjs';

/** Imports run one way: web → contract → core, server → contract → core. */
const barred = (patterns, message) => ({
  'no-restricted-imports': ['error', { patterns: [{ group: patterns, message }] }],
});
const NODE = ['node:*', 'fs', 'child_process'];

export default ts.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '**/.angular/**', '.reports/**', 'data/**'] },
  js.configs.recommended,
  ...ts.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', caughtErrors: 'all' },
      ],
      '@typescript-eslint/no-extraneous-class': 'off',
      'max-len': ['error', { code: 120, ignoreRegExpLiterals: true, ignorePattern: '^\\s*// (eslint|prettier)' }],
      'max-lines': ['error', { max: 375, skipBlankLines: true, skipComments: true }],
      'no-empty': ['error', { allowEmptyCatch: false }],
      eqeqeq: 'error',
    },
  },
  {
    files: ['core/**/*.ts', 'contract/**/*.ts', 'server/**/*.ts', 'web/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/testing/**', 'web/*.config.ts', 'web/app/testing.ts', 'core/base/lookup/index.ts'],
    plugins: { kerabat: { rules: { 'no-outside-keys': noOutsideKeys } } },
    languageOptions: {
      parserOptions: {
        project: ['core/tsconfig.json', 'contract/tsconfig.json', 'server/tsconfig.json', 'web/tsconfig.app.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: { 'kerabat/no-outside-keys': 'error' },
  },
  // A function fits on a screen. What is named here does not yet: each is a closure to be taken apart.
  {
    files: ['core/**/*.ts', 'contract/**/*.ts', 'server/**/*.ts', 'web/app/**/*.ts'],
    ignores: ['**/*.data.ts', '**/*.spec.ts', '**/testing/**'],
    rules: { 'max-lines-per-function': ['error', 80] },
  },
  // References are values: contract/chain.ts alone turns what is written in a chain into them and back.
  {
    files: ['core/**/*.ts', 'contract/**/*.ts', 'server/**/*.ts', 'web/app/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/*.testing.ts', '**/testing/**', 'server/hostile/**', 'contract/chain.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.property.name='split'][arguments.0.value='@']",
          message: 'A reference is a value {part, face?}: nothing is read out of its name.',
        },
        {
          selector: 'Literal[regex.pattern=/line\\|hose|\\(line|\\)@/]',
          message: 'A line is a value {unit, what, position}: nothing is read out of its name.',
        },
        {
          selector: "CallExpression[callee.property.name='startsWith'][arguments.0.value=/^[ab]:$/]",
          message: 'A side of a joint is a value: nothing is read out of a key.',
        },
        {
          selector: "CallExpression[callee.property.name='includes'][arguments.0.value=/ .* /]",
          message: 'What a sentence says is a value beside it: nothing is read out of a sentence.',
        },
        {
          selector: 'TemplateElement[value.raw=/(LIMIT|OFFSET) [?@:$]/], Literal[value=/(LIMIT|OFFSET) [?@:$]/]',
          message: 'SQLite plans a statement anew whenever a bare LIMIT is bound: write (? + 0).',
        },
      ],
    },
  },
  // A row of a table stays one line.
  {
    files: [
      '.dependency-cruiser.cjs',
      '**/*.data.ts',
      'contract/routes.ts',
      'core/named/fluid/index.ts',
      'core/named/seat/index.ts',
      'core/work/feel/cases.spec.ts',
      'server/hostile/generator.ts',
      '**/*traps.spec.ts',
    ],
    rules: { 'max-len': 'off' },
  },
  { files: ['**/*.data.ts'], rules: { 'max-lines': 'off' } },
  // A table of claims may be longer than a file of code.
  {
    files: ['**/*.spec.ts'],
    rules: { 'max-lines': ['error', { max: 520, skipBlankLines: true, skipComments: true }] },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      ...barred(['@kerabat/*', '@angular/*', 'koa', 'rxjs', ...NODE], 'The core imports nothing but itself.'),
      'no-restricted-globals': ['error', 'fetch', 'window', 'document', 'process', 'console', 'setTimeout'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
    },
  },
  {
    files: ['contract/**/*.ts'],
    rules: barred(
      ['@kerabat/server', '@kerabat/web', '@angular/*', 'koa', ...NODE, '**/server/**', '**/web/**'],
      'The contract imports the core only.',
    ),
  },
  {
    files: ['server/**/*.ts'],
    rules: barred(['@kerabat/web', '@angular/*', 'rxjs', '**/web/**'], 'The server never imports the interface.'),
  },
  {
    files: ['server/*/**/*.ts'],
    ignores: ['server/main/**', 'server/testing/**', '**/*.spec.ts'],
    rules: barred(
      ['@kerabat/web', '@angular/*', 'rxjs', '**/web/**', '**/main/**'],
      'A folder of the server takes what it needs by parameter (needs.ts); only the programs in main/ put it together.',
    ),
  },
  {
    files: ['web/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: barred(
      ['@kerabat/server', 'koa', 'better-sqlite3', ...NODE, '**/server/**'],
      'The interface never imports the server.',
    ),
  },
  {
    files: ['web/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    plugins: { kerabat: { rules: { 'only-material': onlyMaterial } } },
    rules: { 'kerabat/only-material': 'error', 'max-len': 'off' },
  },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: {
      globals: {
        module: 'writable',
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        performance: 'readonly',
        fetch: 'readonly',
        FormData: 'readonly',
        Blob: 'readonly',
        Buffer: 'readonly',
        TextDecoder: 'readonly',
        document: 'readonly',
        localStorage: 'readonly',
        requestAnimationFrame: 'readonly',
        Event: 'readonly',
        PointerEvent: 'readonly',
        location: 'readonly',
        MutationObserver: 'readonly',
        history: 'readonly',
        dispatchEvent: 'readonly',
        PopStateEvent: 'readonly',
      },
    },
  },
);
