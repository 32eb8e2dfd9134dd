import path from 'node:path'
import { fileURLToPath } from 'node:url'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'
import importDirection from './scripts/lint/import-direction.mjs'

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
  {
    languageOptions: { parserOptions: { tsconfigRootDir: root } },
    plugins: { house: { rules: { 'import-direction': importDirection } } },
    rules: {
      'house/import-direction': 'error',
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
      'max-lines': ['error', { max: 360, skipBlankLines: true, skipComments: true }],
    },
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
    files: ['**/*.vue'],
    languageOptions: { parser: vueParser, parserOptions: { parser: ts.parser, sourceType: 'module' } },
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/html-indent': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/attributes-order': 'off',
      'vue/require-default-prop': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/no-static-inline-styles': 'error',
      'vue/no-v-html': 'error',
      'no-undef': 'off',
    },
  },
)
