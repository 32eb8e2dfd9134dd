import path from 'node:path'
import { fileURLToPath } from 'node:url'
import prettier from 'eslint-config-prettier/flat'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'
import importDirection from './scripts/lint/import-direction.mjs'
import noCircles from './scripts/lint/no-circles.mjs'

const root = path.dirname(fileURLToPath(import.meta.url))

export default ts.config(
  {
    ignores: [
      'node_modules',
      '.nuxt',
      '.output',
      '.data',
      'public',
      'server/db/migrations',
      'test-results',
      'core/units/cldr-patterns.json',
    ],
  },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  prettier,
  {
    languageOptions: { parserOptions: { tsconfigRootDir: root } },
    plugins: { house: { rules: { 'import-direction': importDirection, 'no-circles': noCircles } } },
    rules: {
      'house/import-direction': 'error',
      'house/no-circles': 'error',
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Seeds are arguments; secrets come from node:crypto.' },
      ],
      'no-unused-vars': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', caughtErrors: 'none' },
      ],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { prefer: 'type-imports', fixStyle: 'inline-type-imports', disallowTypeAnnotations: false },
      ],
      eqeqeq: ['error', 'always'],
      'max-lines': ['error', { max: 500 }],
      // The formatter keeps to 120; this is for what it leaves as it is. It never breaks a list of classes.
      'max-len': ['error', { code: 140, ignoreUrls: true, ignoreRegExpLiterals: true, ignorePattern: '^\\s*class="' }],
    },
  },
  {
    // A file of tests is one world with its stories, which share what is set up.
    files: ['tests/**/*.ts'],
    rules: { 'max-lines': ['error', { max: 750 }] },
  },
  {
    // The core computes: it has no clock, no chance and no screen of its own.
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'localStorage'],
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'The core is told the moment.',
        },
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'The core is told the moment.' },
      ],
    },
  },
  {
    // Statements stand in server/db alone, by subject: whoever needs one calls a function there.
    files: ['server/**/*.ts'],
    ignores: ['server/db/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [{ name: 'drizzle-orm', message: 'Ask the database in server/db/queries.' }],
          patterns: [{ group: ['drizzle-orm/*'], message: 'Ask the database in server/db/queries.' }],
        },
      ],
    },
  },
  {
    files: ['app/**/*.{ts,vue}'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.name='watch'] > ArrowFunctionExpression:first-child > ArrayExpression.body",
          message: 'A new array always differs from the one before: watch a list of getters, each is compared.',
        },
      ],
    },
  },
  {
    files: ['**/*.vue'],
    languageOptions: { parser: vueParser, parserOptions: { parser: ts.parser, sourceType: 'module' } },
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/attributes-order': 'off',
      'vue/require-default-prop': 'off',
      'vue/no-static-inline-styles': 'error',
      'vue/no-v-html': 'error',
      'no-undef': 'off',
    },
  },
)
