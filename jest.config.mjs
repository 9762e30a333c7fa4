/** Unit tests stand beside what they test; everything is transformed, since much of what we use is ESM only. */
const ESM_ONLY = [
  'culori',
  'd3-.*',
  'internmap',
  'parse5.*',
  'entities',
  'fractional-indexing',
  'nanoid',
  'fast-check',
  'pure-rand',
  'css-tree',
  'colorjs.io',
  '@csstools/.*',
  // HTML trees and selectors
  'css-select',
  'css-what',
  'dom-serializer',
  'domelementtype',
  'domhandler',
  'domutils',
  'nth-check',
  'boolbase',
  // Markdown
  'react-markdown',
  'remark-.*',
  'micromark.*',
  'mdast-.*',
  'unist-.*',
  'hast-.*',
  'unified',
  'vfile.*',
  'bail',
  'trough',
  'is-plain-obj',
  'ccount',
  'devlop',
  'zwitch',
  'longest-streak',
  'markdown-table',
  'escape-string-regexp',
  'decode-named-character-reference',
  'character-entities.*',
  'property-information',
  'space-separated-tokens',
  'comma-separated-tokens',
  'html-url-attributes',
  'trim-lines',
  'estree-util-.*',
  'style-to-.*',
];
const shared = {
  transform: {
    '^.+\\.(t|j|mj)sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: [`node_modules/(?!(${ESM_ONLY.join('|')})/)`],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    // The same code in the form that Jest can require.
    '^svgo/browser$': '<rootDir>/node_modules/svgo/dist/svgo-node.cjs',
  },
};
const interfaceOnly = {
  // The page's side of the worker, the router and style sheets, as tests of the interface have them.
  '^(.*)/document-client$': '<rootDir>/src/testing/interface/local-client.ts',
  '^next/navigation$': '<rootDir>/src/testing/interface/navigation.ts',
  // Without where each element was written, which nothing here reads: a tenth of the time of these tests.
  '^react/jsx-runtime$': '<rootDir>/node_modules/react/cjs/react-jsx-runtime.production.js',
  '\\.css$': '<rootDir>/src/testing/interface/styles.mjs',
};
export default {
  // No test is about its own speed: on a busy machine each has the time it needs.
  testTimeout: 120_000,
  projects: [
    {
      ...shared,
      displayName: 'core and server',
      testEnvironment: 'node',
      setupFiles: ['<rootDir>/scripts/jest-setup.mjs'],
      roots: ['<rootDir>/src', '<rootDir>/demo'],
      testMatch: ['**/*.test.ts'],
      // What holds of PostgreSQL alone needs a server of it.
      testPathIgnorePatterns: [
        '/node_modules/',
        ...(process.env.SEEDPLAN_TEST_DATABASE_URL ? [] : ['/on-postgres[.]']),
      ],
    },
    {
      ...shared,
      displayName: 'interface',
      moduleNameMapper: { ...interfaceOnly, ...shared.moduleNameMapper },
      testEnvironment: 'jsdom',
      testEnvironmentOptions: { customExportConditions: ['node', 'require', 'default'] },
      setupFiles: ['<rootDir>/scripts/jest-setup.mjs'],
      setupFilesAfterEnv: ['<rootDir>/src/testing/interface/setup.ts'],
      roots: ['<rootDir>/src'],
      testMatch: ['**/*.test.tsx'],
    },
  ],
};
