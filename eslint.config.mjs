import boundaries from 'eslint-plugin-boundaries';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import words from './scripts/lint-words.mjs';

/** Who may import whom; docs/architecture.md draws the same picture and a test keeps the two alike. */
const LAYERS = {
  core: ['core'],
  editing: ['editing', 'core'],
  api: ['api', 'core'],
  files: ['files', 'core'],
  ui: ['ui', 'core'],
  workers: ['workers', 'editing', 'core', 'api'],
  features: ['features', 'ui', 'editing', 'core', 'api'],
  server: ['server', 'files', 'editing', 'api', 'core'],
  cli: ['cli', 'files', 'server', 'api', 'core'],
  app: ['app', 'features', 'ui', 'server', 'api', 'core'],
  demo: ['demo', 'core', 'server'],
};
/** The folders of the core: each may import itself and those before it. */
const CORE = [
  'base',
  'findings',
  'document',
  'tokens',
  'assets',
  'components',
  'outputs',
  'guides',
  'products',
  'kinds',
  'library',
  'releases',
  'intake',
  'usage',
];

const NOT_IN_CORE = [
  'react',
  'react-dom',
  'react/*',
  'next',
  'next/*',
  '@mantine/*',
  '@tabler/*',
  'knex',
  'better-sqlite3',
  'node:*',
  'fs',
  'path',
  'crypto',
  'pino',
  'iron-session',
];

export default tseslint.config(
  { ignores: ['node_modules', '.next', 'dist', 'data', 'next-env.d.ts', '.e2e', 'test-results'] },
  ...tseslint.configs.recommended,
  {
    files: ['src/**/*.{ts,tsx}', 'demo/**/*.ts'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: { project: './tsconfig.json' } },
      'boundaries/elements': Object.keys(LAYERS).map((type) => ({
        type,
        pattern: type === 'demo' ? 'demo' : `src/${type}`,
      })),
    },
    rules: {
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: Object.entries(LAYERS).map(([type, allowed]) => ({
            from: { element: { type } },
            allow: { to: { element: { type: allowed } } },
          })),
        },
      ],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
    },
  },
  ...CORE.map((folder, i) => ({
    files: [`src/core/${folder}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: CORE.slice(i + 1).flatMap((later) => [`**/${later}/**`, `@/core/${later}/**`]),
              message: `core/${folder} comes before these`,
            },
          ].filter(({ group }) => group.length > 0),
        },
      ],
    },
  })),
  // Tests may take what they hold the code against from anywhere.
  { files: ['**/*.test.{ts,tsx}', 'src/testing/**'], rules: { 'boundaries/dependencies': 'off' } },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: NOT_IN_CORE, message: 'core has no interface and no I/O' }] },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'fetch',
        'process',
        'setTimeout',
        'setInterval',
        'localStorage',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'core has no clock' },
        { object: 'Math', property: 'random', message: 'core has no randomness' },
      ],
    },
  },
  {
    files: ['src/{features,ui,app}/**/*.tsx'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['src/{features,ui,app}/**/*.tsx'],
    ignores: ['src/ui/page-link.tsx', 'src/ui/dialog.tsx'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          name: 'next/link',
          message: 'PageLink (ui/page-link) fetches pages ahead only when they are pointed at',
        },
        {
          name: '@mantine/core',
          importNames: ['Modal'],
          message: 'Dialog (ui/dialog) hands the focus back to what opened it',
        },
      ],
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', 'src/testing/**'],
    plugins: { words },
    rules: { 'words/plain-words': 'error' },
  },
);
