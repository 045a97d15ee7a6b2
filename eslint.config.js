// Lint rules, among them the architecture: which folder may import which, and what core/ must not touch.
import tseslint from 'typescript-eslint';
import vue from 'eslint-plugin-vue';

/** The folders of core/, lowest first: a folder may import from itself and from those before it. */
const coreOrder = [
  'catalogue',
  'formats',
  'packages',
  'capture',
  'lineage',
  'layers',
  'judging',
  'editing',
  'wording',
  'finding',
  'drawing',
  'exchange',
];

/** formats/ reads open formats and knows nothing of the records. */
const extraBans = { formats: ['catalogue'] };

const forbid = (folders, message) => ({
  patterns: [{ regex: `(^|/)(${folders.join('|')})/`, message }],
});

const coreBoundaries = coreOrder.map((folder, index) => {
  const later = [...coreOrder.slice(index + 1), ...(extraBans[folder] ?? [])];
  return {
    files: [`core/${folder}/**/*.ts`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: ['vue', 'pinia', 'vue-router', 'vuetify', 'localforage', 'express'].map((name) => ({
            name,
            message: 'core/ has no interface, storage or network.',
          })),
          patterns: [
            ...(later.length
              ? forbid(later, 'core/ folders may only import from folders before them.').patterns
              : []),
            {
              regex: '^(#|(\\.\\./)+)(web|server|cli|sample)/',
              message: 'core/ imports nothing outside core/.',
            },
            { regex: '^node:', message: 'core/ runs in the browser too.' },
          ],
        },
      ],
    },
  };
});

export default tseslint.config(
  { ignores: ['dist/**', 'build/**', 'node_modules/**', 'sample/out/**'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/essential'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
    rules: { 'vue/multi-word-component-names': 'off' },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-empty': ['error', { allowEmptyCatch: false }],
      'max-lines': ['error', { max: 450, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...[
          'window',
          'document',
          'localStorage',
          'indexedDB',
          'navigator',
          'fetch',
          'performance',
          'process',
          'Buffer',
        ],
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core/ reads no clock.',
        },
        {
          selector: "MemberExpression[object.name='Date'][property.name='now']",
          message: 'core/ reads no clock.',
        },
        {
          selector: "MemberExpression[object.name='Math'][property.name='random']",
          message: 'core/ draws no chance; pass it in.',
        },
      ],
    },
  },
  ...coreBoundaries.map((entry) => ({ ...entry, ignores: ['core/**/*.test.ts'] })),
);
