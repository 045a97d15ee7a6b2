// Lint rules, among them the architecture: which folder may import which, and what core/ must not touch.
import tseslint from 'typescript-eslint';
import vue from 'eslint-plugin-vue';

/** The folders of core/, lowest first: a folder may import from itself and from those before it. */
const coreOrder = [
  'catalogue',
  'sameness',
  'formats',
  'packages',
  'images',
  'capture',
  'weighing',
  'lineage',
  'layers',
  'support',
  'assessments',
  'open',
  'statements',
  'comparing',
  'peers',
  'claims',
  'purpose',
  'overview',
  'editing',
  'understanding',
  'merging',
  'wording',
  'telling',
  'finding',
  'drawing',
  'exchange',
];

/** formats/ and images/ read open formats and know nothing of the records. */
const extraBans = { formats: ['catalogue'], images: ['catalogue', 'sameness'] };

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
          paths: [
            ...['vue', 'pinia', 'vue-router', 'vuetify', 'localforage', 'express'].map((name) => ({
              name,
              message: 'core/ has no interface, storage or network.',
            })),
            { name: 'zod', message: 'Schemas take it from core/schemaChecks.ts, which sets it first.' },
          ],
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

/** The folders of web/, lowest first: the same rule. */
const webOrder = ['workers', 'parts', 'stores', 'screens', 'app'];

const webBoundaries = webOrder.slice(0, -1).map((folder, index) => ({
  files: [`web/${folder}/**/*.{ts,vue}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `(^|/)\\.\\./(\\.\\./)*(${webOrder.slice(index + 1).join('|')})/`,
            message:
              'web/ folders may only import from folders before them: workers, parts, stores, screens, app.',
          },
        ],
      },
    ],
  },
}));

/** What lives as long as the page belongs to a store or the workspace, where it is seen. */
const MUTABLE_MODULE_STATE = [
  {
    selector: "Program > VariableDeclaration[kind='let']",
    message: 'No mutable state at module level: it belongs into a store or the workspace.',
  },
  {
    selector:
      'Program > VariableDeclaration > VariableDeclarator > CallExpression[callee.name=/^(ref|shallowRef|reactive|shallowReactive)$/]',
    message: 'No mutable state at module level: it belongs into a store or the workspace.',
  },
  {
    selector:
      'Program > VariableDeclaration > VariableDeclarator > NewExpression[callee.name=/^(Map|Set|WeakMap|WeakSet)$/][arguments.length=0]',
    message: 'No mutable state at module level: it belongs into a store or the workspace.',
  },
];

/** A record is made by the maker of its kind, which knows its defaults; its fields are spelt in core/ alone. */
const RECORD_LITERAL = {
  selector:
    "ObjectExpression > Property[key.name='kind'][value.value=/^(about|distribution|edition|release|link|source|reading|snapshot|comparison|change|claim|question|assessment)$/]",
  message: 'Use createX of the kind in core/catalogue/.',
};

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
      'max-lines': ['error', { max: 400 }],
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
  {
    files: ['workspace/**/*.ts'],
    ignores: ['workspace/**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: ['vue', 'pinia', 'vue-router', 'vuetify', 'localforage', 'express'].map((name) => ({
            name,
            message: 'workspace/ is plain TypeScript: storage, clock, locks and channel are passed in.',
          })),
          patterns: [
            { regex: '^(\\.\\./)+(web|server|cli|sample)/', message: 'workspace/ imports core/ only.' },
            { regex: '^node:', message: 'workspace/ runs in the browser.' },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        ...['window', 'document', 'localStorage', 'indexedDB', 'navigator', 'fetch', 'process'],
      ],
      'no-restricted-syntax': ['error', RECORD_LITERAL],
    },
  },
  { files: ['web/**/*.{ts,vue}'], rules: { 'no-restricted-syntax': ['error', RECORD_LITERAL] } },
  {
    files: ['web/**/*.ts'],
    ignores: ['web/**/*.worker.ts'],
    rules: { 'no-restricted-syntax': ['error', RECORD_LITERAL, ...MUTABLE_MODULE_STATE] },
  },
  {
    files: ['cli/**/*.ts', 'server/**/*.ts', 'sample/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', RECORD_LITERAL] },
  },
  ...webBoundaries,
  ...coreBoundaries.map((entry) => ({ ...entry, ignores: ['core/**/*.test.ts'] })),
);
